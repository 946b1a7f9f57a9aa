namespace Nightfrost.Core.Routing;

/// <summary>What a line asks of things there are only so many of: by this alone it is told whether another line may stand in for it.</summary>
/// <param name="Apart">It neither stands in for another nor is stood in for.</param>
/// <param name="Draws">Currents of its boxes that the set's USB could feed, mA, the largest first.</param>
/// <param name="Forgets">One of them forgets its partner when its power is cut, and fits fewer of the set's USB sockets.</param>
/// <param name="Scarce">Pieces it uses of what is at hand.</param>
/// <param name="BareCents">Its price without supplies for those boxes, in hundredths.</param>
internal sealed record Rivalry(bool Apart, int[] Draws, bool Forgets, Use[] Scarce, long BareCents)
{
    /// <summary>True when a line stands in for another as far as scarce things go, whoever else wants them.</summary>
    public bool StandsInFor(Rivalry other) =>
        !Apart && !other.Apart && (!Forgets || other.Forgets) && Outlets.AskNoMore(Draws, other.Draws) && (Draws.Length == 0 || BareCents <= other.BareCents) && TakesNoMore(Scarce, other.Scarce);

    internal static bool TakesNoMore(Use[] mine, Use[] others)
    {
        foreach (var use in mine)
        {
            var found = false;
            foreach (var other in others)
                found |= other.Resource == use.Resource && other.Pieces >= use.Pieces;
            if (!found)
                return false;
        }

        return true;
    }
}
