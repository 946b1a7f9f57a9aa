using Nightfrost.Core.Kit;
using Nightfrost.Core.Power;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>All the routes at one site together.</summary>
/// <param name="Site">The site.</param>
/// <param name="Routes">One route for each listener served, in the site's order of listeners.</param>
public sealed record Rig(Site Site, IReadOnlyList<Route> Routes)
{
    private IReadOnlyList<Feed>? _feeds;
    private IReadOnlyList<PowerChoice>? _power;

    /// <summary>Each feed once, in order of first use.</summary>
    public IReadOnlyList<Feed> Feeds => _feeds ??= [.. Routes.Select(r => r.Feed).DistinctBy(f => f.Key)];

    /// <summary>Where each transmitter and powered adapter gets its electricity.</summary>
    public IReadOnlyList<PowerChoice> Power => _power ??= BoxPower.For(Site.Look.Set, Boxes);

    /// <summary>Transmitters and adapters, one entry for each piece; a shared splitter once.</summary>
    public IEnumerable<Device> Boxes =>
        Feeds.SelectMany(f => f.Splitter is null ? f.Adapters : f.Adapters.Skip(1))
            .Concat(Feeds.Where(f => f.Splitter is not null).DistinctBy(f => (f.Socket.Id, f.Splitter!.Id)).Select(f => f.Splitter!))
            .Concat(Feeds.Select(f => f.Transmitter).OfType<Device>());

    /// <summary>True when a route in use cuts the set's own speakers.</summary>
    public bool SilencesSpeakers => Feeds.Any(f => SocketReading.SilencesSpeakers(f.Socket));

    /// <summary>True when every joint obligation between the routes holds: one feed a socket unless split, no transmitter over its number.</summary>
    public bool IsLegal()
    {
        foreach (var group in Routes.GroupBy(r => r.Feed.Key))
        {
            var routes = group.ToList();
            var several = routes.Count > 1;
            if (routes.Any(r => r.Several != several && ModesDiffer(r.Sends)))
                return false;
            if (several && (routes[0].Sends is null || routes.Select(r => r.Sends).Distinct().Count() > 1 || routes.Count > routes[0].Sends!.ListenersAtOnce))
                return false;
        }

        foreach (var group in Feeds.GroupBy(f => f.Socket.Id))
        {
            if (!Share([.. group]))
                return false;
        }

        return true;
    }

    /// <summary>True when feeds on one socket can stand together.</summary>
    internal static bool Share(IReadOnlyList<Feed> feeds)
    {
        if (feeds.Count == 1 && feeds[0].SharesSocket)
            return true;
        var holders = feeds.Count + (feeds[0].Socket.State == SocketState.Taken ? 1 : 0);
        if (holders == 1)
            return true;
        return feeds[0].Splitter is { } splitter && holders <= splitter.SplitsInto && feeds.All(f => f.Splitter?.Id == splitter.Id);
    }

    /// <summary>True when a sending end changes with a second listener.</summary>
    internal static bool ModesDiffer(AirLink? sends) => sends is { ListenersAtOnce: > 1, CodecsWithSeveral.Count: > 0 };

    /// <summary>How good the rig is.</summary>
    /// <param name="arrivals">Arrivals of the same site.</param>
    public Score Score(Arrivals arrivals) => new(
        Routes.Count,
        Routes.Sum(Needs.Met),
        Routes.Select(arrivals.InStep).DefaultIfEmpty(1).Min(),
        Parts.Of(this).Sum(p => p.ToPay),
        DailyBoxes());

    private int DailyBoxes()
    {
        var sleeping = Power.Where(p => p.SleepsWithSet).Select(p => p.DeviceId).ToList();
        var count = 0;
        foreach (var box in Boxes.Where(b => b.Power.SwitchedByHand))
        {
            if (!sleeping.Remove(box.Id))
                count++;
        }

        return count + Routes.Sum(r => Hand(r.AtEar.Receiver) + (r.AtEar.Relay is { } relay ? Hand(relay) : 0));

        static int Hand(Device device) => device.Power.SwitchedByHand ? 1 : 0;
    }
}

/// <summary>The wishes of a listener that a route may meet without being refused for it.</summary>
public static class Needs
{
    /// <summary>How many of this listener's wishes the route meets.</summary>
    public static int Met(Route route) => Of(route).Count(need => need.Met);

    /// <summary>Each wish of the listener with the answer.</summary>
    public static IReadOnlyList<Need> Of(Route route)
    {
        var (listener, receiver) = (route.AtEar.Listener, route.AtEar.Receiver);
        var needs = new List<Need>();
        if (listener.OwnVolume)
            needs.Add(new("own volume", receiver.OwnVolume || route.AtEar.Relay is { OwnVolume: true }));
        if (listener.UnsteadyHands)
            needs.Add(new("easy controls", receiver.EasyControls || route.AtEar.Relay is { EasyControls: true }));
        return needs;
    }
}

/// <summary>One wish and whether it is met.</summary>
public sealed record Need(string Words, bool Met);
