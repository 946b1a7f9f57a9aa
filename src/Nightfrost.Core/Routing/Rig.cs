using Nightfrost.Core.Kit;
using Nightfrost.Core.Power;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>What keeps the set silent for whoever asks for it, beside what is plugged in.</summary>
public enum Silencing
{
    /// <summary>Nothing: nobody asks, a plug does it, or the set is not on.</summary>
    None,

    /// <summary>Its own speakers switched off in its menu.</summary>
    ByMenu,

    /// <summary>Mute: the sound is taken before it comes to the set.</summary>
    ByMute,

    /// <summary>Mute, or the switch of its speakers, on what stands by itself and gives its output whatever its volume.</summary>
    BySource,

    /// <summary>Mute on the bar alone: a plug silences the set's own speakers, and what the listener hears hangs on the set.</summary>
    ByBarMute,
}

/// <summary>All the routes at one site together.</summary>
/// <param name="Site">The site.</param>
/// <param name="Routes">One route for each listener served, in the site's order of listeners.</param>
public sealed record Rig(Site Site, IReadOnlyList<Route> Routes)
{
    private IReadOnlyList<Feed>? _feeds;
    private IReadOnlyList<PowerChoice>? _power;

    /// <summary>Each feed once, in order of first use.</summary>
    public IReadOnlyList<Feed> Feeds => _feeds ??= [.. Routes.Select(r => r.Feed).DistinctBy(f => f.Key)];

    /// <summary>Where each transmitter, powered adapter and receiver box gets its electricity.</summary>
    public IReadOnlyList<PowerChoice> Power => _power ??=
    [
        .. Feeds.Where(f => f.FedByTap).Select(PowerWays.ByTap),
        .. BoxPower.For(Site.Look.Set,
        [
            .. Feeds.SelectMany(f => PowerWays.LoadsOf(Site.Look, f)),
            .. OnSplitters().Select(s => new PowerLoad([s.Box])
            {
                IsApart = Site.Look.StandsApart(s.Feed.Socket),
                FeedKey = s.Feed.Key,
            }),
        ]),
        .. Routes.Where(r => r.AtEar.RelayJoint is not null).Select(r => BoxPower.AtSpeaker(r.AtEar.Relay!)),
    ];

    /// <summary>Where a box of a feed gets its electricity; null for a box of another feed.</summary>
    public PowerChoice? PowerOf(Feed feed, Device box) => Power.FirstOrDefault(p => p.FeedKey == feed.Key && p.DeviceId == box.Id);

    /// <summary>Transmitters, adapters and the room's speakers on a splitter, one entry for each piece; a shared splitter once.</summary>
    public IEnumerable<Device> Boxes() =>
        Feeds.SelectMany(f => f.Splitter is null ? f.Adapters : f.Adapters.Skip(1)).Concat(OnSplitters().Select(s => s.Box))
            .Concat(Feeds.Select(f => f.Transmitter).OfType<Device>());

    /// <summary>
    /// The bar, where it plays what somebody in this rig hears; null where there is none, or where all of them hear what stands by itself beside the set.
    /// </summary>
    public Device? Bar => Routes.Any(r => RouteWords.StandsAlone(r) is null) ? Site.Bar : null;

    /// <summary>The feed with speakers for the room on its splitter; null where the room is heard as it was.</summary>
    public Feed? RoomFeed => Feeds.FirstOrDefault(f => f.Room is not null);

    /// <summary>
    /// True when a route in use cuts the speakers of the set, or of what stands by itself: known to, or usual where the room need not hear. Where it
    /// should, a rig is planned on their going on.
    /// </summary>
    public bool SilencesSpeakers => Feeds.Any(Silences);

    /// <summary>True for a feed that does so by itself.</summary>
    internal bool Silences(Feed feed) => (IsOfSet(feed) || Site.Look.StandsApart(feed.Socket))
        && (feed.Socket.SilencesSpeakers == Known.Yes
            || ((Site.RoomHears is null || feed.Room is not null) && LiveOutputs.CutsSpeakers(Site.Look, feed.Socket)));

    private bool IsOfSet(Feed feed) => Site.Look.SourceOf(feed.Socket) is null;

    /// <summary>What keeps the set silent.</summary>
    public Silencing Silencing =>
        Site.SetSilent is null ? Silencing.None
        : Feeds.Any(f => IsOfSet(f) && Silences(f)) ? Bar is null ? Silencing.None : Silencing.ByBarMute
        : Feeds.Any(f => !Site.Look.IsBeforeSet(f.Socket)) ? Silencing.ByMenu
        : Feeds.Any(f => Site.Look.SourceOf(f.Socket)!.PluggedInto.Length > 0) ? Silencing.ByMute
        : Feeds.All(Silences) ? Silencing.None
        : Feeds.All(f => SocketReading.FixedLevel(f.Socket) != false) ? Silencing.BySource : Silencing.None;

    /// <summary>
    /// True when every joint obligation between the routes holds: one feed a socket unless split, no transmitter over its number or the air's time, one
    /// sample rate a broadcast, a channel of its own for every box that is set to one, no two outputs that are known not to sound together.
    /// </summary>
    public bool IsLegal()
    {
        if (!AirChannels.AreEnough(Routes) || RigOutputs.Least(this) == Liveness.Never)
            return false;
        foreach (var group in Routes.GroupBy(r => r.Feed.Key))
        {
            var routes = group.ToList();
            var several = routes.Count > 1;
            if (routes.Any(r => r.Several != several && ModesDiffer(r.Sends)))
                return false;
            if (several && (routes[0].Sends is null || routes.Select(r => r.Sends).Distinct().Count() > 1 || routes.Count > routes[0].Sends!.ListenersAtOnce
                || LinkAirtime.ThousandthsOf(routes) > LinkAirtime.MostThousandths))
                return false;
            if (routes[0].Sends is { Technology: LinkTechnology.LeAudioBroadcast } cast
                && !cast.Lc3RatesKHz.Any(rate => routes.All(r => r.Takes!.Lc3RatesKHz.Contains(rate))))
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
            return feeds[0].MostBeside > 0;
        var holders = feeds.Count + (feeds[0].Socket.State == SocketState.Taken ? 1 : 0) + (feeds[0].Room is null ? 0 : 1);
        if (holders == 1)
            return true;
        return feeds[0].Splitter is { } splitter && holders <= splitter.SplitsInto
            && feeds.All(f => f.Splitter?.Id == splitter.Id && f.Room?.Speakers.Id == feeds[0].Room?.Speakers.Id);
    }

    /// <summary>True when a sending end changes with a second listener.</summary>
    internal static bool ModesDiffer(AirLink? sends) => sends is { ListenersAtOnce: > 1, CodecsWithSeveral.Count: > 0 };

    /// <summary>How good the rig is.</summary>
    /// <param name="arrivals">Arrivals of the same site.</param>
    public Score Score(Arrivals arrivals) => ScoreOf(RigInStep.Of(this, arrivals).Probability, Routes.Select(arrivals.InStep).DefaultIfEmpty(1).Min());

    private Score ScoreOf(double inStep, double worst) => new(
        Routes.Count,
        Routes.Sum(Needs.Met),
        inStep,
        InStepWords.Of(worst, Site.Look.GoodEnoughPercent),
        Routes.Select(r => r.Reach?.Grade ?? 2).DefaultIfEmpty(2).Min(),
        Routes.Sum(Needs.PreferencesMet),
        Parts.Of(this).Sum(p => p.ToPay),
        Boxes().Count(b => b.Power.SwitchedByHand) + Routes.Sum(r => HandCount(r.AtEar)),
        Routes.Select(SoundQuality.Weighed).DefaultIfEmpty(SoundQuality.Best).Min())
    {
        ShownStep = InStepWords.Of(inStep, Site.Look.GoodEnoughPercent),
        LeansOnUnlikely = RigOutputs.Least(this) == Liveness.Unlikely,
        Between = Boxes().Count() + Feeds.Count(f => f.PowerLead is not null) + Routes.Count(r => r.AtEar.Relay is not null),
        AnalogueLeads = Feeds.Sum(f => f.Joints.Count(j => !j.Digital)) + Routes.Count(r => r.AtEar.RelayJoint is { Digital: false }),
    };

    // Every splitter, and what plays to the room behind it.
    private IEnumerable<(Feed Feed, Device Box)> OnSplitters() =>
        Feeds.Where(f => f.Splitter is not null).DistinctBy(f => (f.Socket.Id, f.Splitter!.Id))
            .SelectMany(f => new[] { f.Splitter, f.Room?.Speakers }.OfType<Device>().Select(box => (f, box)));

    /// <summary>Things at one ear that must be switched on each time.</summary>
    internal static int HandCount(Ear ear) => (ear.Receiver.Power.SwitchedByHand ? ear.Pieces : 0) + (ear.Relay is { Power.SwitchedByHand: true } ? 1 : 0);
}
