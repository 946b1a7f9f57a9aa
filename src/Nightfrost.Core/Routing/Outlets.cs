using Nightfrost.Core.Kit;
using Nightfrost.Core.Power;

namespace Nightfrost.Core.Routing;

/// <summary>Leaves out chains that another one replaces before any box.</summary>
internal static class Outlets
{
    /// <summary>Of chains to the same output that do the same with the same leads, those that are cheapest or ask the least of the set's USB.</summary>
    /// <param name="outlets">Chains of one socket.</param>
    /// <param name="isApart">True for an adapter that must be kept by itself: owned, or asked for by name.</param>
    public static IReadOnlyList<Outlet> WorthTrying(IReadOnlyList<Outlet> outlets, Func<Device, bool> isApart)
    {
        var kept = new Dictionary<string, List<(decimal Price, int[] DrawsMa)>>();
        var (left, text) = (new List<Outlet>(), new KeyText());
        foreach (var outlet in outlets.OrderBy(o => o.Adapters.Sum(a => a.Price)).ThenBy(o => o.Adapters.Length))
        {
            var key = KeyOf(text, outlet, isApart);
            if (!kept.TryGetValue(key, out var alike))
                kept[key] = alike = [];
            var (price, draws) = (outlet.Adapters.Sum(a => a.Price), Draws(outlet));
            if (alike.Any(k => k.Price <= price && AskNoMore(k.DrawsMa, draws)))
                continue;
            alike.Add((price, draws));
            left.Add(outlet);
        }

        return left;
    }

    /// <summary>True when the first boxes ask no more of USB sockets than the second, one by one.</summary>
    public static bool AskNoMore(int[] first, int[] second)
    {
        if (first.Length > second.Length)
            return false;
        for (var i = 0; i < first.Length; i++)
        {
            if (first[i] > second[i])
                return false;
        }

        return true;
    }

    private static int[] Draws(Outlet outlet) => [.. outlet.Adapters.Where(BoxPower.RunsFromUsbAlone).Select(a => a.Power.UsbDrawMa).OrderDescending()];

    // Everything but the price that a rig sees of a chain.
    private static string KeyOf(KeyText text, Outlet outlet, Func<Device, bool> isApart)
    {
        var adapters = outlet.Adapters;
        text.Add((int)outlet.Connector);
        foreach (var signal in outlet.Signals)
            text.Add((int)signal);
        text.Add(outlet.Splitter?.Id ?? "").Add(adapters is [{ PassesThrough: true }, ..], adapters.All(a => a.Ports.Any(p => p.Signals.Contains(Signal.SpdifBitstream))));
        var (mono, hand) = (false, 0);
        foreach (var adapter in adapters)
        {
            mono |= adapter.MonoSum;
            hand += adapter.Power.SwitchedByHand ? 1 : 0;
            foreach (var stage in adapter.StageIds)
                text.Add(stage);
        }

        foreach (var adapter in adapters)
        {
            if (adapter.Includes.Count > 0 || !adapter.Power.PairingSurvivesPowerLoss || BoxPower.HasOther(adapter) || isApart(adapter))
                text.Add("by itself").Add(adapter.Id);
        }

        text.Add(mono).Add(hand);
        List<string> leads = [.. outlet.Joints.Select(j => j.Lead?.Id ?? "")];
        text.Add(leads.Count > 0 ? leads[0] : "");
        leads.Sort(StringComparer.Ordinal);
        return text.Add(leads).Take();
    }
}
