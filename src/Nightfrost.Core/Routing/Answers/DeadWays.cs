using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing.Answers;

/// <summary>A way through the air that no rig can use here.</summary>
/// <param name="Technology">The way.</param>
/// <param name="Words">Its name.</param>
/// <param name="Reason">Why not.</param>
/// <param name="Remedy">What to do about it.</param>
public sealed record DeadWay(LinkTechnology Technology, string Words, string Reason, string Remedy);

/// <summary>Lists every way through the air that the shelf, the site or a listener's own things know and that no working route uses.</summary>
public static class DeadWays
{
    /// <summary>The ways, those of what is owned first.</summary>
    /// <param name="site">The site.</param>
    /// <param name="refusals">What was met while routes were sought.</param>
    internal static IReadOnlyList<DeadWay> Of(Site site, RefusalLog refusals)
    {
        var ends = Ends(site).ToLookup(end => end.Link.Technology);
        var dead = new List<(DeadWay Way, bool Owned)>();
        foreach (var facts in LinkTechnologies.All.Where(f => !refusals.IsWorking(f.Technology) && ends[f.Technology].Any()))
        {
            var sender = First(ends[facts.Technology].Where(e => e.Link.Transmits));
            var (taker, worn) = (First(ends[facts.Technology].Where(e => !e.Link.Transmits)),
                First(ends[facts.Technology].Where(e => !e.Link.Transmits && e.MayServe)));
            var (reason, remedy) = (sender, taker, worn) switch
            {
                (null, { } t, _) => ($"{Wording.Capital(t.Name)} takes it, and nothing here or on the shelf sends it.",
                    $"Feed {t.Name} another way, or add a box that sends it to the shelf."),
                ({ } s, null, _) => ($"{Wording.Capital(s.Name)} sends it, and nothing here or on the shelf takes it.",
                    "Add a receiver for it to the shelf, or leave it."),
                (_, { } t, null) => ($"Only such things as {t.Name} take it, and nobody here has any.",
                    "Nobody is sold aids or a bar for it; enter on Look what is worn and owned."),
                _ when refusals.FarthestOf(facts.Technology) is { } finding => (finding.Sentence, finding.Remedy),
                _ => ($"{Wording.Capital(sender!.Name)} sends it and {worn!.Name} takes it, but no route joins them.", "Ask under 'Why not this?' about each."),
            };
            dead.Add((new(facts.Technology, facts.Words, reason, remedy), ends[facts.Technology].Any(e => e.Owned)));
        }

        return [.. dead.OrderByDescending(d => d.Owned).Select(d => d.Way)];
    }

    private sealed record End(string Name, AirLink Link, bool Owned, bool MayServe);

    private static End? First(IEnumerable<End> ends) => ends.OrderByDescending(e => e.Owned).ThenBy(e => e.Name, StringComparer.Ordinal).FirstOrDefault();

    // Sending and receiving ends of the radios found and of everything that is not retired.
    private static IEnumerable<End> Ends(Site site)
    {
        foreach (var socket in site.Look.AllSockets().Where(s => s.IsThere && SocketKinds.Of(s.Kind).IsRadio))
            yield return new(RouteWords.Box(new Route(site, new Feed(socket, [], null, []), null, null, null, false)), BuiltInRadio.Of(socket), true, true);
        var worn = site.Look.Listeners.Select(l => l.ReceiverId).ToHashSet();
        foreach (var device in site.Shelf.Devices.Where(d => d.RetiredOn is null || worn.Contains(d.Id)))
        {
            foreach (var link in device.Links)
                yield return new(device.Name, link, worn.Contains(device.Id) || site.OwnedCount(device.Id) > 0,
                    worn.Contains(device.Id) || device is { Form: not WearForm.HearingAids, Role: not DeviceRole.RoomSpeaker });
        }
    }
}
