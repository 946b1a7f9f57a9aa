using Nightfrost.Core.Acts;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Runsheet;

/// <summary>An AV receiver's second zone: offered, fixed, switched on, following the main zone, and its remote back where it was.</summary>
internal static class ZoneSteps
{
    public static IEnumerable<Step> For(SoundSource source, Feed feed)
    {
        yield return Menu(source, $"zone-assign-{feed.Key}", SourceMenu.ZoneAssignment, MenuValues.Plain, "zone.assign", "zone.assignDetail");
        yield return Menu(source, $"zone-volume-{feed.Key}", SourceMenu.ZoneVolume, MenuValues.Fixed, "zone.volume", "zone.volumeDetail");
        yield return Menu(source, $"zone-on-{feed.Key}", SourceMenu.ZonePower, MenuValues.On, "zone.on", "zone.onDetail");
        yield return new Step
        {
            Id = $"zone-input-{feed.Key}",
            Phase = Phase.Menu,
            Place = Say("place.remoteOf", ("thing", source.Name)),
            Acts = [new Act.SlideRemote(source.Id, true), new Act.StepZoneInput(source.Id, MenuValues.AsMain)],
            Goal = new Goal.MenuAt(source.Id, SourceMenu.ZoneInput, MenuValues.AsMain),
            Action = Say("zoneInput.action"),
            Detail = Say("zoneInput.detail"),
            Why = Say("zoneInput.why"),
        };
        yield return new Step
        {
            Id = $"zone-main-{feed.Key}",
            Phase = Phase.Menu,
            Place = Say("place.remoteOf", ("thing", source.Name)),
            Acts = [new Act.SlideRemote(source.Id, false)],
            Goal = new Goal.RemoteOnMain(source.Id),
            Action = Say("zoneMain.action"),
            Ticks = [Say("zoneMain.tick")],
            Why = Say("zoneMain.why"),
            Mandatory = true,
        };
    }

    private static Step Menu(SoundSource source, string id, SourceMenu menu, string value, string action, string detail) => new()
    {
        Id = id,
        Phase = Phase.Menu,
        Place = Say("place.menuZone", ("source", source.Name)),
        Acts = [new Act.Choose(source.Id, menu, value)],
        Goal = new Goal.MenuAt(source.Id, menu, value),
        Action = Say(action),
        Detail = Say(detail),
        Note = MenuSteps.ValueFound,
        Why = menu == SourceMenu.ZonePower ? Say("zone.why") : "",
    };
}
