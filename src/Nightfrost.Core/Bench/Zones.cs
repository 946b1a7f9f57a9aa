using Nightfrost.Core.Acts;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Bench;

/// <summary>The second zone of an AV receiver: off as it comes, hidden by another assignment, and worked by a remote whose slide says which zone it
/// means.</summary>
internal static class Zones
{
    /// <summary>So long the display shows the second zone after a press, ms (starting value).</summary>
    internal const int ShownMs = 10_000;

    /// <summary>Why the zone's output gives nothing, in plain words; empty when it does.</summary>
    public static IEnumerable<string> Missing(BenchState state, string sourceId)
    {
        var (menus, name) = (state.Sources[sourceId].Menus, state.Site.NameOf(sourceId));
        if (menus.GetValueOrDefault(SourceMenu.ZonePower) != MenuValues.On)
            yield return Say("bench.zoneOff", ("thing", name));
        if (menus.GetValueOrDefault(SourceMenu.ZoneVolume) != MenuValues.Fixed)
            yield return Say("bench.zoneVariable", ("thing", name));
        if (menus.GetValueOrDefault(SourceMenu.ZoneInput) != MenuValues.AsMain)
            yield return Say("bench.zoneInput", ("thing", name));
    }

    /// <summary>True for a choice that another assignment of the amplifiers hides.</summary>
    public static bool Hides(BenchState state, Act.Choose choose) => choose.Menu is SourceMenu.ZoneVolume
        && state.Sources[choose.SourceId].Menus.GetValueOrDefault(SourceMenu.ZoneAssignment) != MenuValues.Plain;

    public static BenchState Slid(BenchState state, Act.SlideRemote slide) => !state.Sources.ContainsKey(slide.SourceId) ? Doing.Missing(state, slide.SourceId)
        : state.WithSource(slide.SourceId, s => s with
        {
            RemoteOnZone = slide.ToZone,
            // A touch of the remote on the zone lights its display.
            ZoneShownUntilMs = slide.ToZone ? state.NowMs + ShownMs : s.ZoneShownUntilMs,
        });

    /// <summary>A press steps the zone's input only while the display shows the zone; else it lights it.</summary>
    public static BenchState Stepped(BenchState state, Act.StepZoneInput step)
    {
        if (!state.Sources.TryGetValue(step.SourceId, out var source))
            return Doing.Missing(state, step.SourceId);
        var name = state.Site.NameOf(step.SourceId);
        if (!source.RemoteOnZone)
            return Doing.Wrong(state, Say("bench.remoteOnMain", ("thing", name)));
        if (source.Menus.GetValueOrDefault(SourceMenu.ZonePower) != MenuValues.On)
            return Doing.Wrong(state, Say("bench.zoneOff", ("thing", name)));
        if (state.NowMs > source.ZoneShownUntilMs)
            return state.WithSource(step.SourceId, s => s with { ZoneShownUntilMs = state.NowMs + ShownMs })
                .Say(Wording.Sentence(Say("bench.zoneDark", ("thing", name))), wentWrong: true);
        return state.WithSource(step.SourceId, s => s with
        {
            Menus = s.Menus.SetItem(SourceMenu.ZoneInput, step.Value),
            ZoneShownUntilMs = state.NowMs + ShownMs,
        });
    }
}
