using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Tests.Sites;

public class LookTests
{
    private static readonly Look Good = TestKit.Look([TestKit.Optical()], TestKit.Listener());

    private static SocketMeaning Meaning(SourcePort socket) => SocketReading.Meaning(Good, socket);

    [Fact]
    public void The_workshops_own_words_are_read_and_stand_above_the_usual_ones()
    {
        var pair = TestKit.Pair("UTGANG");
        Assert.Equal(MarkingReading.Unsure, SocketReading.Direction(Good, pair));
        Assert.Equal(MarkingReading.Output, SocketReading.Direction(Good with { Markings = [new("Utgang", MarkingReading.Output)] }, pair));
        Assert.Equal(MarkingReading.Input, MarkingGuide.Read("Casque", [new("casque", MarkingReading.Input)]));
    }

    [Fact]
    public void Words_of_ones_own_say_a_direction_once_and_in_words()
    {
        Assert.Empty(MarkingGuide.Problems([new("utgang", MarkingReading.Output)]));
        Assert.Equal(
            ["words[0].words", "words[1].reading", "words[2].words"],
            MarkingGuide.Problems([new("", MarkingReading.Output), new("x", MarkingReading.Unsure), new(" X. ", MarkingReading.Input)]).Select(p => p.Field));
    }

    [Theory]
    [InlineData("AUDIO OUT", MarkingReading.Output)]
    [InlineData("Line Out (L/R)", MarkingReading.Output)]
    [InlineData("COMPONENT IN", MarkingReading.Input)]
    [InlineData("AV IN 1", MarkingReading.Input)]
    [InlineData("Y Pb Pr", MarkingReading.Input)]
    [InlineData("HDMI 2 (ARC)", MarkingReading.Output)]
    [InlineData("AV", MarkingReading.Unsure)]
    [InlineData("AUSGANG", MarkingReading.Output)]
    [InlineData("Sortie numérique (optique)", MarkingReading.Output)]
    [InlineData("ENTRÉE AUDIO", MarkingReading.Input)]
    [InlineData("Salida óptica", MarkingReading.Output)]
    [InlineData("INGRESSO 2", MarkingReading.Input)]
    [InlineData("S/PDIF IN", MarkingReading.Input)]
    [InlineData("S/PDIF", MarkingReading.Unsure)] // Names the signal, not the way it runs.
    [InlineData("AUDIO OUT / LINE IN", MarkingReading.Unsure)] // Two wordings that contradict each other.
    [InlineData("outdoor", MarkingReading.Unsure)]
    [InlineData("", MarkingReading.Unsure)]
    public void Markings_are_read_as_whole_words(string marking, MarkingReading expected) => Assert.Equal(expected, MarkingGuide.Read(marking, []));

    [Fact]
    public void A_red_and_white_pair_marked_component_is_an_input_although_the_plug_fits()
    {
        var meaning = Meaning(TestKit.Pair("COMPONENT IN"));
        Assert.Equal(SocketUse.Input, meaning.Use);
        Assert.Contains("although the plug fits", meaning.Sentence, StringComparison.Ordinal);
    }

    [Fact]
    public void An_unread_pair_is_unsure_and_what_was_entered_by_hand_stands_above_the_marking()
    {
        Assert.Equal(SocketUse.Unsure, Meaning(TestKit.Pair("")).Use);
        Assert.Equal(SocketUse.Output, Meaning(TestKit.Pair("COMPONENT IN") with { Direction = SocketDirection.Output }).Use);
    }

    [Fact]
    public void A_plug_in_the_headphone_socket_normally_silences_the_set()
    {
        Assert.True(SocketReading.SilencesSpeakers(TestKit.Phones() with { SilencesSpeakers = Known.NotYet }));
        Assert.False(SocketReading.SilencesSpeakers(TestKit.Phones() with { SilencesSpeakers = Known.No }));
        Assert.Contains("Silences the set", Meaning(TestKit.Phones()).Sentence, StringComparison.Ordinal);
    }

    [Fact]
    public void A_glow_proves_an_optical_output() =>
        Assert.Equal(MarkingReading.Output, SocketReading.Direction(Good, TestKit.Optical() with { Marking = "?", Glows = Known.Yes }));

    [Fact]
    public void Every_kind_of_socket_has_a_meaning_in_every_state()
    {
        foreach (var kind in Enum.GetValues<SocketKind>())
        {
            foreach (var state in Enum.GetValues<SocketState>())
                Assert.NotEmpty(Meaning(new SourcePort { Id = "s", Kind = kind, State = state, TakenBy = "x" }).Sentence);
        }
    }

    [Fact]
    public void A_good_look_has_no_problems() => Assert.Empty(LookCheck.Problems(Good));

    public static TheoryData<string, Look> Wrong => new()
    {
        { "listeners[0].seatDistanceM", With(l => l with { SeatDistanceM = -1 }) },
        { "listeners[0].seatDistanceM", With(l => l with { SeatDistanceM = double.NaN }) },
        { "listeners[0].roamDistanceM", With(l => l with { RoamDistanceM = 1e6 }) },
        { "listeners[0].name", With(l => l with { Name = " " }) },
        { "listeners[0].name", With(l => l with { Name = new string('x', 500) }) },
        { "listeners[0].toleranceId", With(l => l with { ToleranceId = "made-up" }) },
        { "listeners", Good with { Listeners = [.. Enumerable.Range(0, 50).Select(i => TestKit.Listener($"L{i}"))] } },
        { "listeners", Good with { Listeners = [TestKit.Listener(), TestKit.Listener()] } },
        { "set.sockets", TestKit.Look([TestKit.Optical(), TestKit.Optical()]) },
        { "set.sockets[0].usbMa", TestKit.Look([TestKit.Usb(99_999)]) },
        { "set.delaySettings[0].stepMs", Good with { Set = Good.Set with { DelaySettings = [new("d", 0, 100, 0, 0, true, [])] } } },
        { "set.delaySettings[0].highMs", Good with { Set = Good.Set with { DelaySettings = [new("d", 100, 50, 5, 100, true, [])] } } },
        { "set.delaySettings", Good with { Set =
            Good.Set with { DelaySettings = [.. Enumerable.Range(0, 3).Select(i => new DelaySetting($"d{i}", 0, 1000, 1, 0, true, []))] } } },
        { "set.delaySettings[0].setToMs", Good with { Set = Good.Set with { DelaySettings = [new("d", 0, 100, 5, 0, true, []) { SetToMs = 300 }] } } },
        { "set.delaySettings[1].name",
            Good with { Set = Good.Set with { DelaySettings = [new("d", 0, 100, 5, 0, true, []), new("d ", 0, 50, 5, 0, true, [])] } } },
        { "owned[0].count", Good with { Owned = [new("x", 0)] } },
    };

    [Theory]
    [MemberData(nameof(Wrong))]
    public void Each_wrong_entry_names_its_field_the_reason_and_the_remedy(string field, Look look)
    {
        var problem = LookCheck.Problems(look).FirstOrDefault(p => p.Field == field);
        Assert.NotNull(problem);
        Assert.NotEmpty(problem.Reason);
        Assert.NotEmpty(problem.Remedy);
    }

    [Fact]
    public void Changes_are_said_in_words()
    {
        var after = Good with
        {
            Set = Good.Set with { Sockets = [TestKit.Optical(state: SocketState.Taken) with { TakenBy = "the sound bar" }, TestKit.Phones()] },
            Listeners = [TestKit.Listener() with { SeatDistanceM = 3.4, ReceiverId = "ear" }],
            Owned = [new("box", 2)],
        };
        var changes = LookChanges.Between(Good, after, id => $"the {id}");
        Assert.Contains("Optical: state was free, now taken.", changes);
        Assert.Contains("Optical: taken by was nothing, now the sound bar.", changes);
        Assert.Contains("Headphone, 3.5 mm: added.", changes);
        Assert.Contains("Edda: seat distance, m was 2.8, now 3.4.", changes);
        Assert.Contains("Edda: receiver was nothing, now the ear.", changes);
        Assert.Contains("Owned, the box: added.", changes);
        Assert.Empty(LookChanges.Between(after, after, id => id));
    }

    private static Look With(Func<Listener, Listener> change) => Good with { Listeners = [change(Good.Listeners[0])] };
}
