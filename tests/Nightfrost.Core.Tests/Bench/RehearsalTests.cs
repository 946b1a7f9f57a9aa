using Nightfrost.Core.Bench;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Bench;

/// <summary>Sheets carried out: what holds, what is missed when it is left out, and what is said of what nobody knows.</summary>
public class RehearsalTests
{
    // Steps that ask, read, agree or are polite: nothing of the devices hangs on them. Whoever adds one says here why nothing fails without it.
    private static readonly string[] Courtesy =
    [
        // Asked, noted, agreed, or tried without anything being changed.
        "ask-", "together-", "owner-", "ordinary-", "guide-", "emitter-", "codes-", "cast-", "profile-", "lips-", "walk-", "codec-", "power-back-",
            "comes-back-",
            "place-box", "fix-box", "wire-safe",

        // It looks at what has played since the first test.
        "programme-on",

        // For ears and for the room, not for the devices.
        "turn-down",

        // The set's speakers are on as they were.
        "speakers-on",

        // A headset that goes into pairing from off is not taken by a phone; one that is switched off and on again for a second listener is.
        "release-rivals",
    ];

    // A bar that played from the socket shows that the menu names it; a headphone plug needs no menu on most sets, and its level step turns the set up.
    private const string StreamerAndCell = "a streamer for one who listens longer, a box on its cell for another";

    private static readonly (string Rig, string Step)[] NotNeededHere =
        [("a bar behind the box", "output-"), ("a wire and a silent set", "output-"), ("a wire and a silent set", "volume-back"),
            ("two at one box, the first on", "second-"), ("two outputs of one set", "output-phones"), ("two outputs of one set", "volume-back"),
            ("a bar that plays over the return channel already", "pair-box-"), ("a bar that plays over the return channel already", "level-"),
            ("a bar that its neighbour may wake", "output-"), ("a neckband with an ear profile", "phone-"), (StreamerAndCell, "output-phones"),
                (StreamerAndCell, "volume-back"),
            (StreamerAndCell, "level-hedda"), (StreamerAndCell, "charged-hedda"),

            // A window of three minutes from power-on is still open; aids are worn and charged, and as loud as they were.
            ("aids by their streamer", "pair-box-"), ("one aid by its streamer", "pair-box-"), ("aids by their streamer", "level-"),
            ("one aid by its streamer", "level-"), ("aids that are started in their app", "charged-vera-samphire"),
            ("aids started by their app, at a streamer nobody has read about", "charged-hedda-samphire"),
            ("aids started by their app, at a streamer nobody has read about", "level-"),
            ("aids by a relay round the neck", "level-"), ("aids by a neck loop", "level-"), ("aids by a neck loop", "charged-rolf-selby"),
            ("aids by a loop at the seat", "level-"), ("aids by a loop at the seat", "charged-"), ("aids and a headset by one box", "level-ada"),
            ("a broadcast for three", "level-cid"), ("a broadcast for three", "charged-cid"),

            // No phone is known to take what is new here.
            ("aids by a relay round the neck", "restore-rivals"), ("aids by a neck loop", "restore-rivals"),
                ("a receiver box before a pillow", "restore-rivals"),
            ("two like boxes, one each way", "restore-rivals"), ("aids that are started in their app", "level-"),

            // No act: the first stays on.
            ("aids and a headset by one box", "second-"),

            // Two speakers are as loud as they came.
            ("a hi-fi's tape output and a pair", "level-"), ("a pair left and right of the seat", "level-"),
            ("a phone and two speakers left and right", "level-"),

            // Its update is not simulated, only that it forgets.
            ("earbuds with an app", "phone-"),

            // The computer is turned up for the ear.
            ("a computer", "volume-back"), ("a computer in a room that is to be silent", "volume-back")];

    private static readonly Listener Edda = Listener("Edda", "ear") with { OpenToAnother = false, KnownTo = "her phone" };
    private static readonly Listener Tobias = Listener("Tobias", "ear") with { OpenToAnother = false };

    /// <summary>Rigs of the commonest sorts.</summary>
    public static TheoryData<string> Rigs => [.. All.Keys];

    /// <summary>Plain rigs, told by hand, and one of every sort on a workshop's shelf.</summary>
    internal static Dictionary<string, Func<Rig>> All => _all ??= new(Plain.Concat(SortsOfRigs.All));

    private static Dictionary<string, Func<Rig>>? _all;

    private static readonly Dictionary<string, Func<Rig>> Plain = new()
    {
        ["one at an optical box"] = () => Best(Look([Optical()], Edda), Scene.LoungeBox(), Headset("ear")),
        ["two at one box, the first off"] = () => Best(Look([Optical()], Edda, Tobias), Scene.LoungeBox(2), Headset("ear")),
        ["two at one box, the first on"] = () =>
            Best(Look([Optical()], Edda, Tobias), Scene.LoungeBox(2) with { SecondListener = SecondListenerWay.FirstStaysOn }, Headset("ear")),
        ["three at one box, the others off"] = () => Best(Look([Optical()], Edda, Tobias, Listener("Wilma", "ear") with { OpenToAnother = false }),
            Scene.LoungeBox(3), Headset("ear")),
        ["a box on its cell"] = () => Best(Look([Optical()], Edda),
            Scene.LoungeBox() with { Power = new PowerNeed(100, false, 8, 3, Known.Yes, Known.Yes, true) }, Headset("ear")),
        ["a bar behind the box"] = () => Best(Look([Optical(state: SocketState.Taken) with { TakenBy = "the bar", TakenByDeviceId = "bar" }],
            Edda with { RoomWish = RoomWish.RoomHearsToo }), WithPass(Scene.LoungeBox()), Headset("ear"), Bar()),
        ["a wire and a silent set"] = () =>
            Best(Look([Phones()], Listener("Edda", "wired") with { OpenToAnother = false, RoomWish = RoomWish.SetSilent }), Wired()),
        ["a converter and a wire"] = () => Best(Look([Optical()], Listener("Edda", "wired") with { OpenToAnother = false }), Converter(), Wired()),
        ["a base of its own system"] = () => Best(Look([Optical()], Listener("Edda", "fh") with { OpenToAnother = false }),
            Base("base", LinkTechnology.UhfDigital, "Hulver"), FamilyHeadset("fh", LinkTechnology.UhfDigital, "Hulver")),
        ["speakers switched off in the menu"] = () => Best(Look([Optical()], Edda with { RoomWish = RoomWish.SetSilent }), Scene.LoungeBox(), Headset("ear")),
        ["a box that pairs from off"] = () => Best(Look([Optical()], Edda),
            Scene.LoungeBox().With(GestureDoes.OpensPairing, hold: 4, from: PowerFrom.Off), Headset("ear")),
        ["a converter and an extension"] = () => Best(
            Look([Optical()], Listener("Edda", "wired") with { SeatDistanceM = 3, OpenToAnother = false, LeadKeepsOffWays = Known.Yes }),
            Converter(), Wired() with { LengthM = 1.5 },
            Lead(Connector.Jack35, Connector.Jack35) with { Id = "extension", Name = "extension", IsExtension = true, LengthM = 3 }),
        ["a walk to the kitchenette"] = () => Best(
            Look([Optical()], Edda with { LeavesRoom = true, Roams = [new("kitchenette", 4, Way.Unseen)] }), Scene.LoungeBox(), Headset("ear")),
        ["two outputs of one set"] = () => Best(
            Look([Optical(), Phones() with { SilencesSpeakers = Known.No }], Edda, Listener("Tobias", "wired") with { OpenToAnother = false }),
            Scene.LoungeBox(), Headset("ear"), Wired()),
        ["a receiver that pairs from on"] = () => Best(Look([Optical()], Edda), Scene.LoungeBox(),
            Headset("ear").PairedBy(PowerFrom.On, "the link button", 3, 60)),
        ["a box of which nobody has read whether it forgets"] = () => Best(Look([Optical(), Usb(900)], Edda),
            Box("box") with { Power = Box("box").Power with { PairingSurvivesPowerLoss = Known.NotYet } }, Headset("ear")),
        ["a pair of which nobody has read who looks for whom"] = () => Best(Look([Optical()], Edda), Unread(Scene.LoungeBox()), Unread(Headset("ear"))),
        ["a box that waits with its power"] = () => Best(Look([Optical()], Edda),
            Box("box") with { Gestures = [], Controls = [], Automatic = new() { Window = WindowOpens.WithPower, WindowSeconds = 60 } }, Headset("ear")),
        ["a box that waits once it is on"] = () => Best(Look([Optical()], Edda),
            Scene.LoungeBox() with
            {
                Gestures = [.. Scene.LoungeBox().Gestures.Where(g => g.Does != GestureDoes.OpensPairing)],
                Automatic = new() { Window = WindowOpens.WithPower, WindowSeconds = 60 },
            }, Headset("ear")),
    };

    internal static Rig Best(Look look, params Device[] kit) => Router.Rank(new Site(look, Shelf(kit))).Rigs[0].Rig;

    private static Device Unread(Device device) => device with { Automatic = device.Automatic with { Seeks = Seeks.NotRead } };

    private static Device WithPass(Device box) => box with
    {
        PassesThrough = true,
        Ports = [.. box.Ports, new AudioPort(Connector.OpticalSquare, true, [Signal.SpdifPcm], "OUT")],
    };

    [Theory]
    [MemberData(nameof(Rigs))]
    public void A_sheet_is_proven_at_every_pace(string name)
    {
        var rig = All[name]();
        var proof = Proof.Of(rig, RunSheet.For(rig));
        Assert.True(proof.Verdict is Verdict.Proven or Verdict.ProvenBut, $"{proof.FailsAt}: {string.Join(" ", proof.Problems)}");
        Assert.InRange(proof.Minutes, 1, 30);
    }

    [Theory]
    [MemberData(nameof(Rigs))]
    public void Each_step_left_out_is_missed(string name)
    {
        var rig = All[name]();
        var steps = RunSheet.For(rig);
        var start = Core.Bench.Bench.Start(BenchSites.Of(rig, Worlds.Of(rig).Likely));
        var unmissed = steps.Where(step => !Courtesy.Any(c => step.Id.StartsWith(c, StringComparison.Ordinal))
            && !NotNeededHere.Any(n => n.Rig == name && step.Id.StartsWith(n.Step, StringComparison.Ordinal))
                && Rehearsal.Run(start, [.. steps.Where(s => s != step)]).Passed).Select(s => s.Id).ToList();
        Assert.Empty(unmissed);
    }

    [Theory]
    [MemberData(nameof(Rigs))]
    public void Every_step_that_does_something_says_what_is_true_afterwards(string name) =>
        Assert.Empty(RunSheet.For(All[name]()).Where(s => s.Acts.Count > 0 && s.Goal is null && s.Id != "turn-down"
            && !s.Id.StartsWith("power-", StringComparison.Ordinal))
            .Select(s => s.Id));

    [Theory]
    [InlineData(SocketKind.Bluetooth, "fulmer-over", "answer-lea")]
    [InlineData(SocketKind.PlatformSpeakers, "harbour-speaker", "joined-lea")]
    public void A_radio_of_the_set_shows_whether_its_speakers_fall_silent_at_the_step_that_takes_it_into_use(SocketKind kind, string wears, string askedAt)
    {
        var radio = new SourcePort { Id = "radio", Kind = kind, State = SocketState.Free, SpeakerFamily = "Harbour" };
        var rig = Router.Rank(new Site(Look([radio], Listener("Lea", wears) with { OpenToAnother = false, RoomWish = RoomWish.SetSilent }), BenchKit.Shelf))
            .Rigs[0].Rig;
        var steps = RunSheet.For(rig);
        var doubt = Assert.Single(Proof.Of(rig, steps).Doubts, d => d.Words.Contains("own speakers on", StringComparison.Ordinal));
        Assert.Equal(askedAt, doubt.AskedAt);
        var asked = steps.Single(s => s.Id == askedAt);
        Assert.Contains("own speakers usually fall silent", asked.Expect + asked.Detail, StringComparison.Ordinal);
    }

    [Fact]
    public void What_nobody_knows_is_run_both_ways_and_named_with_the_step_that_shows_it()
    {
        var look = Look([Optical() with { SilencesSpeakers = Known.NotYet }], Edda with { RoomWish = RoomWish.RoomHearsToo });
        var rig = Best(look, Scene.LoungeBox(), Headset("ear"));
        var proof = Proof.Of(rig, RunSheet.For(rig));
        Assert.Equal(Verdict.ProvenBut, proof.Verdict);
        var doubt = Assert.Single(proof.Doubts);
        Assert.Contains("may silence", doubt.Words, StringComparison.Ordinal);
        Assert.Equal("together-optical-room", doubt.AskedAt);
        Assert.Contains("silences the set's own speakers", doubt.ThenFails, StringComparison.Ordinal);

        // Seen to hold on the visit, it is no doubt any more; another step's going well settles nothing.
        Assert.Equal(Verdict.Proven, proof.After(new HashSet<string> { "together-optical-room" }).Verdict);
        Assert.Equal(Verdict.ProvenBut, proof.After(new HashSet<string> { "programme-on" }).Verdict);
        var known = Best(look with { Set = look.Set with { Sockets = [Optical() with { SilencesSpeakers = Known.No }] } }, Scene.LoungeBox(), Headset("ear"));
        Assert.Equal(Verdict.Proven, Proof.Of(known, RunSheet.For(known)).Verdict);
    }

    [Theory]
    [MemberData(nameof(Rigs))]
    public void What_is_tried_on_the_visit_shows_at_the_step_that_tries_it_or_before(string name)
    {
        var rig = All[name]();
        string[] trials = ["together-", "power-back-", "comes-back-", "walk-", "speakers-off"];
        foreach (var world in Worlds.Of(rig).Others.Where(w => trials.Any(t => w.AskedAt?.StartsWith(t, StringComparison.Ordinal) == true)))
        {
            var steps = RunSheet.For(rig).Select(s => s.Id).ToList();
            var ran = Rehearsal.Run(Core.Bench.Bench.Start(BenchSites.Of(rig, world.Truths)), RunSheet.For(rig));
            Assert.InRange(steps.IndexOf(ran.FirstFailed?.StepId ?? ""), 0, steps.IndexOf(world.AskedAt!));
        }
    }

    [Fact]
    public void A_sheet_in_a_wrong_order_fails_where_it_goes_wrong()
    {
        var rig = All["one at an optical box"]();
        var steps = RunSheet.For(rig).ToList();
        var pair = steps.Single(s => s.Id == "pair-ear-edda");
        steps.Remove(pair);
        steps.Insert(steps.FindIndex(s => s.Id == "pair-box-edda"), pair);
        var proof = Proof.Of(rig, steps);
        Assert.Equal(Verdict.Fails, proof.Verdict);
        Assert.Equal("pair-ear-edda", proof.FailsAt);
        Assert.Contains("not joined", Assert.Single(proof.Problems), StringComparison.Ordinal);
    }

    [Fact]
    public void What_is_not_simulated_is_said_and_not_called_proven()
    {
        var rig = Best(Look([Optical()], Listener("Edda", "aids") with { OpenToAnother = false }), Streamer("streamer", "Kelda", 2), Aids("aids", "Kelda", 2));
        var proof = Proof.Of(rig, RunSheet.For(rig));
        Assert.Equal(Verdict.NotCarriedOut, proof.Verdict);
        Assert.NotEmpty(proof.NotSimulated);
    }

    [Fact]
    public void A_bar_that_goes_on_while_a_plug_silences_the_set_is_muted_by_itself()
    {
        var look = Look([Optical(state: SocketState.Taken) with { TakenBy = "the bar", TakenByDeviceId = "bar" }, Phones()],
            Listener("Edda", "wired") with { OpenToAnother = false, RoomWish = RoomWish.SetSilent });
        var rig = Best(look, Wired(), Bar());
        Assert.Equal("phones", rig.Feeds.Single().Socket.Id);
        var steps = RunSheet.For(rig);
        Assert.Contains(steps, s => s.Id == "bar-muted");
        Assert.True(Rehearsal.Run(Core.Bench.Bench.Start(BenchSites.Of(rig, Worlds.Of(rig).Likely)), steps).Passed);
        var sheet = Core.Bench.ClientSheet.For(rig, []);
        Assert.Contains("Mute the sound bar. You still hear everything.", sheet.Listeners[0].Parts.Single(p => p.Heading == "To listen").Lines);
    }

    [Fact]
    public void A_phone_left_on_takes_the_first_headset_when_it_is_switched_on_again_for_the_second()
    {
        var rig = All["two at one box, the first off"]();
        var run = Rehearsal.Run(Core.Bench.Bench.Start(BenchSites.Of(rig, Worlds.Of(rig).Likely)), [.. RunSheet.For(rig).Where(s => s.Id != "release-rivals")]);
        Assert.Contains(run.Steps.Single(s => s.StepId == "first-back-tobias").Problems, p => p.Contains("Her phone takes", StringComparison.Ordinal));
    }

    [Fact]
    public void A_box_on_its_cell_is_fed_from_nothing_and_charged_by_the_client()
    {
        var rig = All["a box on its cell"]();
        Assert.DoesNotContain(RunSheet.For(rig), s => s.Id.StartsWith("power-", StringComparison.Ordinal));
        Assert.Contains(Core.Handover.Charging.Of(rig, rig.Routes[0]), c => c.IsBox);
        var fed = Best(Look([Optical(), Usb(500, Known.No)], Edda), rig.Feeds[0].Transmitter!, Headset("ear"));
        Assert.Contains(RunSheet.For(fed), s => s.Id.StartsWith("power-", StringComparison.Ordinal));
        Assert.DoesNotContain(Core.Handover.Charging.Of(fed, fed.Routes[0]), c => c.IsBox);
    }

    [Fact]
    public void The_codec_is_read_once_all_have_joined_who_will_listen()
    {
        var ids = RunSheet.For(All["two at one box, the first off"]()).Select(s => s.Id).ToList();
        Assert.All(ids.Where(id => id.StartsWith("codec-", StringComparison.Ordinal)), id => Assert.True(ids.IndexOf(id) > ids.IndexOf("first-back-tobias")));
    }
}
