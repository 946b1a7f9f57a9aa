using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Runsheet;

/// <summary>Joining each receiver to its box, first listener before second, each device in its own way.</summary>
internal static class PairSteps
{
    public static IEnumerable<Step> For(Rig rig)
    {
        foreach (var step in ChannelSteps.For(rig))
            yield return step;
        var wireless = rig.Routes.Where(r => r.Sends is not null).ToList();
        var radios = wireless.Any(r => r.Sends!.IsBluetooth && r.IsPairedAtBox);
        foreach (var step in wireless.Select(PhoneSteps.First).OfType<Step>())
            yield return step;
        if (radios)
            yield return new Step
            {
                Id = "release-rivals",
                Phase = Phase.Pair,
                Place = Say("place.room"),
                Acts = [.. Known(wireless).Select(id => new Act.Radio(id, false))],
                Goal = new Goal.RadiosAre(false),
                Action = Rivals(wireless) is { Length: > 0 } rivals ? Say("releaseRivals.actionKnown", ("rivals", rivals))
                    : Say("releaseRivals.action"),
                Detail = Say(Rivals(wireless).Length > 0 ? "releaseRivals.detailKnown" : "releaseRivals.detail"),
                Caution = Say("releaseRivals.caution"),
                Note = Say("releaseRivals.note"),
                Why = Say("because.rivals-off-before-switching-on"),
                Mandatory = true,
            };
        foreach (var group in wireless.GroupBy(r => r.Feed.Key))
        {
            if (BroadcastSteps.Close(group.First().Feed, group.First().Sends!) is { } close)
                yield return close;
            var joined = new List<Route>();
            foreach (var route in group)
            {
                foreach (var step in JoinSteps.For(rig, route, joined))
                    yield return step;
                joined.Add(route);
            }

            if (BackOn(rig, joined) is { } back)
                yield return back;

            if (PowerBackSteps.For(rig, joined) is { } tried)
                yield return tried;
            foreach (var step in ComesBackSteps.For(rig, joined))
                yield return step;
            foreach (var step in group.Where(r => r.AtEar.Takes.IsPaired()).SelectMany(r => ReadCodec(rig, r)))
                yield return step;
        }

        if (radios)
            yield return new Step
            {
                Id = "restore-rivals",
                Phase = Phase.Pair,
                Place = Say("place.room"),
                Acts = [.. Known(wireless).Select(id => new Act.Radio(id, true))],
                Goal = new Goal.All([new Goal.RadiosAre(true), .. wireless.Where(r => !r.Sends!.IsOpen).Select(r => new Goal.Joined(Things.Taker(r.AtEar)))]),
                Action = Say("restoreRivals.action"),
                Detail = Say("restoreRivals.detail"),
                Ticks = [Say("restoreRivals.tick")],
                Mandatory = true,
            };
        foreach (var step in rig.Routes.SelectMany(ProfileSteps.Made))
            yield return step;
    }

    // Who was switched off so that another could be paired comes on again once all have.
    private static Step? BackOn(Rig rig, List<Route> group)
    {
        if (group.Count < 2 || !FirstOff(group[0]) || group[^1] is not { } last || !last.IsPairedAtBox)
            return null;
        var off = group[..^1];
        var (switched, pulled) = (off.Where(IsSwitched).ToList(), off.Where(r => !IsSwitched(r)).ToList());
        return new Step
        {
            Id = FirstBackId(last),
            Phase = Phase.Pair,
            Place = Named(off),
            Acts = [.. off.SelectMany(On), new Act.Wait(PowerBackSteps.JoinSeconds)],
            Goal = new Goal.All([.. group.Select(r => new Goal.Joined(Things.Taker(r.AtEar)))]),
            Action = switched.Count == 0 ? Say("firstBack.actionSupply", ("others", Named(pulled)))
                : pulled.Count == 0 ? Say("firstBack.action", ("others", Named(switched)))
                : Say("firstBack.actionBoth", ("others", Named(switched)), ("pulled", Named(pulled))),
            ListenerId = last.AtEar.Listener.Id,
        }.Showing(rig, [.. off.SelectMany(SignWords.Joined)]);
    }

    /// <summary>The step after which everybody by one box is on again.</summary>
    internal static string FirstBackId(Route last) => $"first-back-{last.AtEar.Listener.Id}";

    /// <summary>True for a box that takes a second listener only while the first is off.</summary>
    internal static bool FirstOff(Route route) => route.Feed.Transmitter?.SecondListener != SecondListenerWay.FirstStaysOn;

    /// <summary>True for a listener's receiver that is put off by hand; what runs from a supply and has no control is off only without it.</summary>
    internal static bool IsSwitched(Route route) => Behaviour.Of(route.AtEar.Takes).HasPowerControl || !SpeakerSteps.HangsOnMains(route.AtEar.Takes);

    /// <summary>Off, so that another can be joined: both of two.</summary>
    internal static IEnumerable<Act> Off(Route route) => Things.Takers(route.AtEar)
        .Select(id => IsSwitched(route) ? (Act)new Act.Switch(id, false) : new Act.Unfeed(id));

    private static IEnumerable<Act> On(Route route) => Things.Takers(route.AtEar)
        .Select(id => IsSwitched(route) ? (Act)new Act.Switch(id, true) : new Act.Feed(id, Things.Mains));

    /// <summary>True for the step that puts off who has joined, so that another can be.</summary>
    internal static bool IsPutOff(Step step) => step.Id.StartsWith("second-", StringComparison.Ordinal) && step.Acts.Count > 0;

    /// <summary>True for the step that gives back what was put off so that another could be joined.</summary>
    internal static bool IsBackOn(Step step) => step.Id.StartsWith("first-back-", StringComparison.Ordinal);

    internal static string Named(IEnumerable<Route> routes) => Wording.Listed(routes.Select(r => StepPlaces.Whose(r.AtEar.Listener, r.AtEar.Takes)));

    // What is read says something only once everybody has joined who will listen.
    private static IEnumerable<Step> ReadCodec(Rig rig, Route route)
    {
        var (ear, id, box, takes) = (route.AtEar, route.AtEar.Listener.Id, route.Feed.Transmitter, route.AtEar.Takes);
        var sendName = box?.Name ?? route.Site.Look.SourceOf(route.Feed.Socket)?.Name ?? Say("name.setHere");
        if (route.Sends is { Technology: LinkTechnology.BluetoothClassic } sends && (box?.CodecReadback.Length > 0 || takes.CodecReadback.Length > 0))
            yield return new Step
            {
                Id = $"codec-{id}",
                Phase = Phase.Pair,
                Place = box?.CodecReadback.Length > 0 ? StepPlaces.At(sendName) : StepPlaces.Whose(ear.Listener, takes),
                Goal = new Goal.CodecAsPlanned(id),
                Action = route.Several ? Say("codec.actionFor", ("who", ear.Listener.Name)) : Say("codec.action"),
                Detail = box?.CodecReadback.Length > 0 ? box.CodecReadback : takes.CodecReadback,
                Codecs = [.. sends.Codecs.Concat(sends.CodecsWithSeveral).Append(new Codec(CodecClass.Sbc, ""))
                    .DistinctBy(c => (c.Class, c.Mark.Trim().ToUpperInvariant()))],
                Why = Say("codec.why"),
                ListenerId = id,
            }.Showing(rig, new Sign.CodecShown(id));
    }

    // Those that the Bench knows by name: phones, tablets and sets that know what is worn.
    private static IEnumerable<string> Known(List<Route> routes) =>
        routes.Where(r => r.Rival is not null).Select(r => Things.Rival(r.AtEar.Listener));

    private static string Rivals(List<Route> routes) => Wording.Listed(routes.Select(r => r.Rival).OfType<string>().Distinct());
}
