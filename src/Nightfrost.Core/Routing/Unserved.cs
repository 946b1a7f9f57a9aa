using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>Why a rig leaves somebody out whose own set would work alone.</summary>
internal static class Unserved
{
    /// <summary>The rule that keeps the box of what a listener wears from standing beside the others; null when none does.</summary>
    /// <param name="rig">The rig without the listener.</param>
    /// <param name="listener">The listener.</param>
    public static Finding? Why(Rig rig, Listener listener)
    {
        if (rig.Routes.Count == 0 || rig.Site.Shelf.Find(listener.ReceiverId) is not { } worn)
            return null;
        var ear = new Ear(listener, worn, null);
        foreach (var box in rig.Site.Shelf.OfRole(DeviceRole.Transmitter).Where(box => !HasRoom(rig, box)))
        {
            foreach (var sends in box.Links.Where(l => SharedAir.Of(l) is not null))
            {
                if (worn.Links.FirstOrDefault(l => !l.Transmits && l.Technology == sends.Technology && EarRules.FamilyFits(sends, l)) is not { } takes)
                    continue;

                // Another chain than any in the rig, even where its box is of the same kind.
                var route = new Route(rig.Site, new Feed(rig.Routes[0].Feed.Socket, [], box, [], int.MaxValue), ear, sends, takes, false) { Beside = rig.Routes };
                if (Rules.RefusingRoute(route) is { Id: Rules.ChannelLeft } rule)
                    return rule.Ask(route);
            }
        }

        return null;
    }

    // A box of the rig that would take one more needs no channel beside its own.
    private static bool HasRoom(Rig rig, Device box) =>
        rig.Routes.Where(r => r.Feed.Transmitter == box).GroupBy(r => r.Feed.Key).Any(feed => feed.Count() < feed.First().Sends!.ListenersAtOnce);
}
