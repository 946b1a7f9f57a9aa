using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>Says in words how two kept rigs differ, for a choice made from an older one.</summary>
public static class RigChanges
{
    private static readonly Dictionary<string, string> Words = new()
    {
        ["socketId"] = "socket",
        ["adapterIds"] = "leads and adapters",
        ["transmitterId"] = "transmitter",
        ["technology"] = "link",
        ["relayId"] = "relay",
        ["receiverId"] = "receiver",
        ["several"] = "several listeners on one transmitter",
        ["copy"] = "place on the splitter",
        ["roomId"] = "speakers for the room",
        ["powerLeadId"] = "shared power lead",
        ["readBack"] = "codec read off the box",
    };

    /// <summary>One sentence for each difference, routes first; empty when both are the same document.</summary>
    /// <param name="before">The older rig.</param>
    /// <param name="after">The newer rig.</param>
    public static IReadOnlyList<string> Between(RigPlan before, RigPlan after)
    {
        var changes = new List<string>();
        foreach (var old in before.Routes.Where(r => after.RouteOf(r.ListenerId) is null))
            changes.Add($"{before.ListenerName(old.ListenerId)}: no route any more.");
        foreach (var fresh in after.Routes)
        {
            var name = after.ListenerName(fresh.ListenerId);
            if (before.RouteOf(fresh.ListenerId) is not { } old)
                changes.Add($"{name}: a new route.");
            else
                changes.AddRange(FactChanges.Between(old, fresh, key => Words.GetValueOrDefault(key, key),
                    (key, value) => key.EndsWith("Id", StringComparison.Ordinal) ? NameOf(value.GetValue<string>(), before, after) : null)
                    .Select(change => $"{name}: {change}."));
        }

        changes.AddRange(LookChanges.Between(before.Look, after.Look, id => NameOf(id, before, after)));
        foreach (var device in after.Devices)
        {
            if (before.Devices.FirstOrDefault(d => d.Id == device.Id) is { } old)
                changes.AddRange(KitReading.DeviceChanges(old, device).Select(change => $"{old.Name}: {change}."));
            else
                changes.Add($"{device.Name}: added.");
        }

        changes.AddRange(before.Devices.Where(d => after.Devices.All(other => other.Id != d.Id)).Select(d => $"{d.Name}: taken out."));
        if (before.Currency != after.Currency)
            changes.Add($"Prices were in {before.Currency}, now in {after.Currency}.");
        return changes;
    }

    private static PlannedRoute? RouteOf(this RigPlan plan, string listenerId) => plan.Routes.FirstOrDefault(r => r.ListenerId == listenerId);

    private static string ListenerName(this RigPlan plan, string id) => plan.Look.Listeners.FirstOrDefault(l => l.Id == id)?.Name ?? id;

    private static string NameOf(string id, params RigPlan[] plans) =>
        plans.SelectMany(p => p.Devices).FirstOrDefault(d => d.Id == id)?.Name
            ?? (plans.SelectMany(p => p.Look.AllSockets()).FirstOrDefault(s => s.Id == id) is { } socket ? SocketKinds.Of(socket.Kind).InSentence : id);
}
