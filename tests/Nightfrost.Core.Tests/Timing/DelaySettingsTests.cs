using Nightfrost.Core.Sites;
using Nightfrost.Core.Timing;

namespace Nightfrost.Core.Tests.Timing;

public class DelaySettingsTests
{
    private static readonly Tolerance Broadcast = Tolerances.Find(Tolerances.Broadcast)!;
    private static readonly DelaySetting Delay = new("delay", 0, 200, 10, 0, false, ["optical"]);

    private static MovableArrival Row(string id, double measuredMs, string? socket = "optical", bool room = false, bool hears = false) =>
        new(id, id, socket, DelayDistribution.Zero, new Measured(measuredMs, 4, 3), Broadcast, room, hears);

    [Fact]
    public void Early_sound_is_brought_into_step()
    {
        var best = DelaySettings.Best([Delay], [Row("Edda", -90)]);
        Assert.Equal(1, best.Inside);
        Assert.Equal(0, best.Arrivals[0].MedianMs, 10);
        Assert.Contains("the value found is kept", best.Sentences[0], StringComparison.Ordinal);
    }

    [Fact]
    public void Late_sound_is_left_alone_and_the_answer_says_what_would_help()
    {
        var best = DelaySettings.Best([Delay], [Row("Edda", 207)]);
        Assert.Equal([0], best.ValuesMs);
        Assert.Equal(0, best.Inside);
        Assert.Contains(best.Sentences,
            s => s.Contains("only makes sound later", StringComparison.Ordinal) && s.Contains("faster link", StringComparison.Ordinal));
    }

    [Fact]
    public void The_room_is_delayed_to_meet_a_headset_that_lets_it_in()
    {
        var speakers = new DelaySetting("sync", 0, 150, 5, 0, true, []);
        var best = DelaySettings.Best([speakers], [Row("Maud", 50, hears: true), Row("room", 5, socket: null, room: true)]);
        Assert.True(Math.Abs(best.Arrivals[0].EchoMs!.Value) < DelaySettings.FusedMs);
    }

    [Fact]
    public void A_setting_already_right_is_not_moved() =>
        Assert.Equal([40], DelaySettings.Best([Delay with { FoundAtMs = 40 }], [Row("Edda", 0)]).ValuesMs);

    [Fact]
    public void A_value_found_between_the_steps_may_stay() =>
        Assert.Equal([37], DelaySettings.Best([Delay with { FoundAtMs = 37 }], [Row("Edda", 0)]).ValuesMs);

    [Fact]
    public void A_value_set_on_the_visit_is_where_the_handles_start()
    {
        var set = Delay with { SetToMs = 60 };
        Assert.Equal(60, DelaySettings.StandAtMs([set, Delay with { Name = "other", MovesSocketIds = [] }], "optical"));
        Assert.Equal([60], DelaySettings.Best([set], [Row("Edda", 0)]).ValuesMs);
        var lower = DelaySettings.Try([set], [10], [Row("Edda", 50)]);
        Assert.Equal((-50, 0.0), (lower.Arrivals[0].ShiftMs, lower.Arrivals[0].MedianMs));
        Assert.Contains("It stands at 60 ms, and was found at 0 ms", DelaySettings.Best([set], [Row("Edda", 60)]).Sentences[0], StringComparison.Ordinal);
    }

    [Fact]
    public void A_value_put_back_counts_as_never_moved()
    {
        var found = TelevisionSet.Unseen with { DelaySettings = [Delay] };
        var moved = found.WithDelays(new Dictionary<string, int> { ["delay"] = 40, ["no such"] = 10 });
        Assert.Equal(40, moved.DelaySettings[0].StandsAtMs);
        Assert.Null(moved.WithDelays(new Dictionary<string, int> { ["delay"] = 0 }).DelaySettings[0].SetToMs);
    }

    [Fact]
    public void Nothing_beats_the_best_among_random_choices()
    {
        var random = new Random(7);
        for (var round = 0; round < 60; round++)
        {
            DelaySetting[] settings =
            [
                new("a", 0, 20 * random.Next(1, 6), 10, 0, random.Next(2) == 0, ["one"]),
                new("b", 0, 25 * random.Next(1, 5), 25, 25, random.Next(2) == 0, random.Next(2) == 0 ? ["two"] : ["one", "two"]),
            ];
            MovableArrival[] rows =
            [
                Row("x", random.Next(-150, 150), "one", hears: true),
                Row("y", random.Next(-150, 150), "two"),
                Row("room", random.Next(-30, 60), null, room: true),
            ];
            var best = DelaySettings.MeritOf(settings, DelaySettings.Best(settings, rows).ValuesMs, rows);
            foreach (var a in Values(settings[0]))
            {
                foreach (var b in Values(settings[1]))
                    Assert.True(best.CompareTo(DelaySettings.MeritOf(settings, [a, b], rows)) >= 0);
            }
        }

        static IEnumerable<int> Values(DelaySetting s) => Enumerable.Range(0, (s.HighMs - s.LowMs) / s.StepMs + 1).Select(i => s.LowMs + i * s.StepMs);
    }

    [Fact]
    public void Settings_never_make_anything_earlier_than_it_was_found_at_their_lowest()
    {
        var tried = DelaySettings.Try([Delay], [30], [Row("Edda", 12)]);
        Assert.Equal(42, tried.Arrivals[0].MedianMs, 1e-9);
        Assert.Equal(30, tried.Arrivals[0].ShiftMs);
    }

    [Fact]
    public void While_predicted_eighty_percent_is_inside()
    {
        var sure = new MovableArrival("a", "a", "optical", DelayDistribution.Triangular(-10, 0, 10), null, Broadcast, false, false);
        var unsure = sure with { Predicted = DelayDistribution.Triangular(-10, 50, 110) };
        Assert.Equal(SkewVerdict.Inside, sure.Verdict(0));
        Assert.Equal(SkewVerdict.CannotTell, unsure.Verdict(0));
        Assert.Equal(SkewVerdict.Late, unsure.Verdict(80));
        Assert.Equal(SkewVerdict.Early, unsure.Verdict(-150));
    }

    [Theory]
    [InlineData(21)]
    [InlineData(22)]
    [InlineData(23)]
    public void The_best_choice_stands_against_every_other_in_the_order_of_what_matters(int seed)
    {
        var random = new Random(seed);
        for (var round = 0; round < 25; round++)
        {
            DelaySetting[] settings =
                [new("a", 0, 120, 20, 0, random.Next(2) == 0, ["one"]) { SetToMs = random.Next(2) == 0 ? 40 : null },
                    new("b", 0, 60, 30, 30, false, ["one", "two"])];
            MovableArrival[] rows = [Arrival(random, "x", "one", false), Arrival(random, "y", "two", false), Arrival(random, "room", null, true)];
            var best = DelaySettings.Best(settings, rows);
            var top = Merit(settings, best.ValuesMs, rows);
            foreach (var a in Enumerable.Range(0, 7).Select(i => i * 20))
            {
                foreach (var b in new[] { 0, 30, 60 })
                    Assert.True(top.CompareTo(Merit(settings, [a, b], rows)) >= 0,
                        $"seed {seed}, round {round}: ({a}, {b}) beats ({string.Join(", ", best.ValuesMs)})");
            }
        }
    }

    /// <summary>The order of what matters, written down again from its description and from nothing else.</summary>
    private static (int Inside, double Worst, int Fused, double Largest, int Unmoved) Merit(DelaySetting[] settings, IReadOnlyList<int> values,
        MovableArrival[] rows)
    {
        int Shift(MovableArrival row) =>
            settings.Select((s, i) => (row.SocketId is null ? s.MovesSpeakers : s.MovesSocketIds.Contains(row.SocketId))
                ? values[i] - (s.SetToMs ?? s.FoundAtMs) : 0).Sum();
        var room = rows.Single(r => r.IsRoom);
        double Median(MovableArrival row) => (row.Measured?.SkewMs ?? row.Predicted.MedianMs) + Shift(row);
        return (
            rows.Count(r => r.Verdict(Shift(r)) == SkewVerdict.Inside),
            Math.Floor(rows.Min(r => r.InStep(Shift(r))) * 100 + 1e-9),
            rows.Count(r => r.HearsRoom && Math.Abs(Median(r) - Median(room)) < 30),
            -Math.Round(rows.Max(r => Math.Abs(Median(r))), 6),
            settings.Where((s, i) => values[i] == (s.SetToMs ?? s.FoundAtMs)).Count());
    }

    private static MovableArrival Arrival(Random random, string id, string? socket, bool room)
    {
        var middle = random.Next(-120, 120);
        var predicted = DelayDistribution.Triangular(middle - 40, middle, middle + random.Next(20, 80));
        return new(id, id, socket, predicted, random.Next(2) == 0 ? new Measured(middle, 1 + random.Next(12), 3) : null, Broadcast, room,
            !room && random.Next(2) == 0);
    }

    [Theory]
    [InlineData(-400, "stays early")]
    [InlineData(500, "stays late")]
    [InlineData(61, "too wide to say")]
    public void What_cannot_be_reached_is_said_with_what_would_help(double measuredMs, string words)
    {
        var short_ = Delay with { HighMs = 20 };
        Assert.Contains(DelaySettings.Best([short_], [Row("Edda", measuredMs)]).Sentences,
            s => s.StartsWith("Edda", StringComparison.Ordinal) && s.Contains(words, StringComparison.Ordinal));
    }

    [Fact]
    public void A_set_without_a_delay_setting_is_asked_for_one() =>
        Assert.Contains("No delay setting has been entered", DelaySettings.Best([], [Row("Edda", 5)]).Sentences[0], StringComparison.Ordinal);
}
