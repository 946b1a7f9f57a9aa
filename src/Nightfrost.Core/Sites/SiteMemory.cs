using System.Text.Json;

namespace Nightfrost.Core.Sites;

/// <summary>Something that an earlier case of the site had found out, and that still stands as it was taken over.</summary>
/// <param name="About">What it is about: "set", "model", "menu", "air", "region", or "menu:", "socket:", "source:", "wall:" or "place:" with its id or
/// name.</param>
/// <param name="Since">Day since when it is known so.</param>
public sealed record KnownBefore(string About, DateOnly Since);

/// <summary>What one case of a site found out and the next one starts from: the set, sources, walls and ways, the air; never people.</summary>
public static class SiteMemory
{
    private static readonly JsonSerializerOptions Json = CoreJson.Configure(new());

    /// <summary>The look a new case of the site starts with.</summary>
    /// <param name="versions">Looks of the case before, oldest first, each with the day it was saved; at least one.</param>
    public static Look Begin(IReadOnlyList<(Look Look, DateOnly SavedOn)> versions)
    {
        var last = versions[^1].Look;
        var values = versions.Select(v => ValuesOf(v.Look)).ToList();
        var start = Look.Empty with
        {
            Set = AsFound(last.Set),
            Sources = last.Sources,
            Walls = last.Walls,
            Air = last.Air,
            Region = last.Region,
            LiveTogether = last.LiveTogether,
            KnownPlaces = PlacesOf(last),
        };
        return start with { KnownBefore = [.. values[^1].Select(fact => new KnownBefore(fact.Key, SinceOf(fact.Key, fact.Value)))] };

        DateOnly SinceOf(string about, string value)
        {
            var first = versions.Count - 1;
            while (first > 0 && values[first - 1].GetValueOrDefault(about) == value)
                first--;
            var (look, savedOn) = versions[first];
            return TakenOver(look).GetValueOrDefault(about) == value ? look.KnownBefore.FirstOrDefault(k => k.About == about)?.Since ?? savedOn : savedOn;
        }
    }

    /// <summary>What of it still stands as it was taken over, after a change.</summary>
    /// <param name="before">The look with what was taken over.</param>
    /// <param name="after">The look as it is now.</param>
    public static IReadOnlyList<KnownBefore> StillSo(Look before, Look after)
    {
        if (before.KnownBefore.Count == 0)
            return [];
        var (was, now) = (TakenOver(before), TakenOver(after with { KnownPlaces = before.KnownPlaces }));
        return [.. before.KnownBefore.Where(k => was.GetValueOrDefault(k.About) is { } value && now.GetValueOrDefault(k.About) == value)];
    }

    // Somebody who sits as far as somebody before them sits in a place of this case.
    private static Dictionary<string, string> TakenOver(Look look) => ValuesOf(look with { Listeners = [] });

    // Where a delay setting was left it is found the next time.
    private static TelevisionSet AsFound(TelevisionSet set) =>
        set with { DelaySettings = [.. set.DelaySettings.Select(d => d with { FoundAtMs = d.StandsAtMs, SetToMs = null })] };

    // What each fact says, by what it is about; what nobody has entered is no fact.
    private static Dictionary<string, string> ValuesOf(Look look)
    {
        var values = new Dictionary<string, string>();
        Add("set", AsFound(look.Set) with { Sockets = [], Model = "", SoundOutputMenu = "", MenuPaths = [] }, TelevisionSet.Unseen);
        Add("model", look.Set.Model.Trim(), "");
        Add("menu", look.Set.SoundOutputMenu.Trim(), "");
        foreach (var menu in look.Set.MenuPaths.Where(m => m.Path.Trim().Length > 0))
            Add($"menu:{menu.Menu}", menu, null);
        Add("air", look.Air, new AirAround());
        Add("region", look.Region, Region.NotSaid);
        foreach (var socket in look.Set.Sockets.Where(s => s.State != SocketState.NotLooked))
            Add($"socket:{socket.Id}", socket, null);
        foreach (var source in look.Sources)
            Add($"source:{source.Id}", source, null);
        foreach (var wall in look.Walls)
            Add($"wall:{wall.Id}", wall, null);
        foreach (var place in PlacesOf(look))
            Add($"place:{place.Name}", place, null);
        return values;

        void Add(string about, object value, object? unsaid)
        {
            var text = JsonSerializer.Serialize(value, value.GetType(), Json);
            if (unsaid is null || text != JsonSerializer.Serialize(unsaid, unsaid.GetType(), Json))
                values[about] = text;
        }
    }

    // Seats, by their distance and not by who sat there, and places walked to; then those of cases before that nobody used in this one.
    private static IReadOnlyList<RoamPlace> PlacesOf(Look look)
    {
        var seats = look.Listeners.GroupBy(l => l.SeatDistanceM).SelectMany(same => same.Select((l, i) =>
            new RoamPlace(FormattableString.Invariant($"seat at {l.SeatDistanceM:0.##} m{(i == 0 ? "" : $", number {i + 1}")}"), l.SeatDistanceM, l.Seat)));
        var places = seats.Concat(look.Listeners.SelectMany(l => l.Roams)).Concat(look.KnownPlaces);
        return [.. places.DistinctBy(p => p.Name)];
    }
}
