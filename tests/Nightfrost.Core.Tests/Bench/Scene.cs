using Nightfrost.Core.Acts;
using Nightfrost.Core.Bench;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Bench;

/// <summary>A lounge on the Bench, worked act by act as a specialist would: an optical box, one or two headsets, and what a test adds.</summary>
internal sealed record Scene(BenchState Now)
{
    public const string Set = SoundSource.Television;

    /// <summary>A box that stands on receive, with an input and a power switch to set by hand, and headsets that pair from off.</summary>
    public static Device LoungeBox(int atOnce = 1) => (Box("box", atOnce: atOnce, withSeveral: [Sbc]) with
    {
        Ports =
        [
            new AudioPort(Connector.OpticalSquare, false, [Signal.SpdifPcm], "OPT"),
            new AudioPort(Connector.Jack35, false, [Signal.AnalogueLine], "AUX"),
        ],
    }).With(GestureDoes.Transmits, ControlKind.Slide, "TX").With(GestureDoes.ChoosesInput, ControlKind.Slide, "OPT").With(GestureDoes.SwitchesPower);

    public static Scene Of(Look look, params Device[] kit) => Of(Router.Rank(new Site(look, Shelf(kit))).Rigs[0].Rig);

    public static Scene Of(Rig rig, Func<Truths, Truths>? world = null) =>
        new(Core.Bench.Bench.Start(BenchSites.Of(rig, (world ?? (t => t))(Worlds.Of(rig).Likely))));

    /// <summary>One listener at an optical box, nothing done yet.</summary>
    public static Scene Lounge(Func<Device, Device>? box = null, string knownTo = "") =>
        Of(Look([Optical()], Listener("Edda", "ear") with { KnownTo = knownTo, OpenToAnother = false }), (box ?? (b => b))(LoungeBox()), Headset("ear"));

    /// <summary>Two listeners at one box.</summary>
    public static Scene Two(Func<Device, Device>? box = null) => Of(
        Look([Optical()], Listener("Edda", "ear") with { OpenToAnother = false }, Listener("Tobias", "ear") with { OpenToAnother = false }),
        (box ?? (b => b))(LoungeBox(2)), Headset("ear"));

    public EarWay Ear(string listenerId = "edda") => Now.Site.Ears.First(e => e.ListenerId == listenerId);

    public string Box => Ear().Sender!.Id;

    public string Headset1 => Ear().Receiver.Id;

    public BenchLead Lead => Ear().Stretches[0].Lead;

    public ThingState this[string thingId] => Now.Things[thingId];

    public Scene Do(params Act[] acts) => new(acts.Aggregate(Now, (state, act) => Core.Bench.Bench.Do(state, act)));

    public Scene Let(double seconds) => new(Core.Bench.Bench.Let(Now, (int)(seconds * 1000)));

    /// <summary>Everything up to the box that waits to be paired.</summary>
    public Scene Wired() => Do(new Act.Play(Set), new Act.Uncap(Lead.NearEnd), new Act.Uncap(Lead.FarEnd), new Act.Plug(Lead.NearEnd, Lead.NearPort),
        new Act.Plug(Lead.FarEnd, Lead.FarPort), new Act.Feed(Box, Things.Mains), new Act.Switch(Box, true), new Act.Slide(Box, BoxMode.Transmit),
        new Act.ChooseInput(Box, Lead.FarPort), new Act.Choose(Set, SourceMenu.Output, Lead.NearPort),
        new Act.Choose(Set, SourceMenu.DigitalFormat, MenuValues.Pcm));

    /// <summary>A headset, charged and brought near, pairs with the box that opens its window now.</summary>
    public Scene Pair(string listenerId = "edda", GestureDoes does = GestureDoes.OpensPairing) =>
        Near(listenerId).Do(PressBox(does), PressEar(listenerId));

    /// <summary>The box's way into pairing, held as long as it wants or otherwise.</summary>
    public Act.Press PressBox(GestureDoes does = GestureDoes.OpensPairing, double? hold = null)
    {
        var press = Act.Press.Of(Box, Ear().Sender!.Device!.GestureFor(does)!);
        return hold is { } seconds ? press with { HoldSeconds = seconds } : press;
    }

    public Scene Near(string listenerId = "edda") =>
        Do(new Act.Charge(Ear(listenerId).Receiver.Id), new Act.Bring(Ear(listenerId).Receiver.Id, Place.AtSet));

    public Act PressEar(string listenerId = "edda") => new Act.Press(Ear(listenerId).Receiver.Id, "power", 5, 1);

    public Scene Wear(string listenerId = "edda") => Do(new Act.PutOn(Ear(listenerId).Receiver.Id));

    public bool Joined(string listenerId = "edda") => this[Ear(listenerId).Receiver.Id].Joined.Contains(Box);

    public IReadOnlyList<string> Why(string listenerId = "edda") => Listening.AtEar(Now, listenerId).Reasons;

    public bool Hears(string listenerId = "edda") => Listening.AtEar(Now, listenerId).IsHeard;

    public bool RoomHears => Listening.InRoom(Now).IsHeard;

    public string LastWrong => Now.Log.Last(e => e.WentWrong).Words;
}
