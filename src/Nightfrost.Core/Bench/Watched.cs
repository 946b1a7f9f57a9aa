using Nightfrost.Core.Routing;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Bench;

/// <summary>Somebody who hears the planned sound.</summary>
/// <param name="Who">The listener.</param>
/// <param name="How">Codec, arrival and level as they are predicted; blank where nothing of it is.</param>
public sealed record WatchedEar(string Who, string How)
{
    internal static WatchedEar Of(Listener listener, EarAnswer answer) => new(listener.Name, string.Join(", ", new[]
    {
        answer.Codec?.Words ?? "",
        answer.SkewMs is { } skew ? Say(skew < 0 ? "watched.early" : "watched.late", ("ms", Wording.Whole(Math.Abs(skew)))) : "",
        answer.Level is { } level
            ? Say("watched.level", ("speech", Wording.Whole(level.AtEar.SpeechDb)), ("under", Wording.Whole(level.AtEar.SpeechOverNoiseDb))) : "",
    }.Where(words => words.Length > 0)));
}

/// <summary>A step as it went on the Bench, for somebody to look at.</summary>
/// <param name="StepId">The step.</param>
/// <param name="Action">What was done.</param>
/// <param name="EndedAtMs">When it was done, ms from the start of the visit.</param>
/// <param name="Events">What happened by itself, in order.</param>
/// <param name="Shows">What every light and display showed then, by thing.</param>
/// <param name="Hears">Who heard the planned sound by then, and how.</param>
/// <param name="RoomHears">The room heard a programme.</param>
/// <param name="Picture">What is watched gave its picture.</param>
/// <param name="Problems">What did not go as the step says.</param>
public sealed record WatchedStep(
    string StepId, string Action, long EndedAtMs, IReadOnlyList<string> Events, IReadOnlyList<string> Shows, IReadOnlyList<WatchedEar> Hears, bool RoomHears,
    bool Picture, IReadOnlyList<string> Problems);

/// <summary>A visit carried out on the Bench step by step, at the pace of practised hands.</summary>
/// <param name="Steps">Each step.</param>
/// <param name="NotSimulated">What of the rig the Bench cannot carry out; then there are no steps.</param>
public sealed record WatchedVisit(IReadOnlyList<WatchedStep> Steps, IReadOnlyList<string> NotSimulated)
{
    /// <summary>Carries a visit out in the likely world.</summary>
    public static WatchedVisit Of(Rig rig, IReadOnlyList<Step> steps)
    {
        if (BenchSites.NotSimulated(rig) is { Count: > 0 } missing)
            return new([], missing);
        var state = Bench.Start(BenchSites.Of(rig, Worlds.Of(rig).Likely));
        var watched = new List<WatchedStep>(steps.Count);
        foreach (var step in steps)
        {
            var told = state.Log.Count;
            var run = Rehearsal.Run(state, [step]);
            state = run.End;
            watched.Add(new(step.Id, step.Action, state.NowMs, [.. state.Log.Skip(told).Select(e => e.Words)],
                [.. Signs.Of(state).GroupBy(s => s.ThingId).Select(thing =>
                    $"{Wording.Capital(state.Site.NameOf(thing.Key))}: {string.Join("; ", thing.Select(s => s.Look.Looks))}")],
                [.. rig.Routes.Select(r => r.AtEar.Listener).Where(l => Listening.AtEar(state, l.Id).IsHeard)
                    .Select(l => WatchedEar.Of(l, Listening.Answer(state, l.Id)))],
                Listening.InRoom(state).IsHeard, Pictures.AreThere(state), run.Steps[0].Problems));
        }

        return new(watched, []);
    }
}
