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
        var left = new List<Outlet>();
        foreach (var outlet in outlets.OrderBy(o => o.Adapters.Sum(a => a.Price)).ThenBy(o => o.Adapters.Length))
        {
            var key = KeyOf(outlet, isApart);
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

    private static int[] Draws(Outlet outlet) => [.. outlet.Adapters.Where(PieceCounter.CouldUseUsb).Select(a => a.Power.UsbDrawMa).OrderDescending()];

    // Everything but the price that a rig sees of a chain.
    private static string KeyOf(Outlet outlet, Func<Device, bool> isApart)
    {
        var adapters = outlet.Adapters;
        return string.Join('|',
            outlet.Connector, string.Join(',', outlet.Signals), adapters is [{ SplitsInto: > 1 } splitter, ..] ? splitter.Id : "", adapters is [{ PassesThrough: true }, ..], adapters.Any(a => a.MonoSum), adapters.Count(a => a.Power.SwitchedByHand),
            adapters.All(a => a.Ports.Any(p => p.Signals.Contains(Signal.SpdifBitstream))),
            string.Join(',', adapters.SelectMany(a => a.StageIds)), string.Join(',', outlet.Joints.Select(j => j.Lead?.Id).Order(StringComparer.Ordinal)), outlet.Joints is [{ } first, ..] ? first.Lead?.Id : "",
            string.Join(',', adapters.Where(a => a.Includes.Count > 0 || !a.Power.PairingSurvivesPowerLoss || BoxPower.HasOther(a) || isApart(a)).Select(a => a.Id)));
    }
}
