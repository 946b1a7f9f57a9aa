using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;
using Nightfrost.Core.Timing;

namespace Nightfrost.Core.Routing;

/// <summary>Names and numbers as rules put them into sentences.</summary>
internal static class RouteWords
{
    public static Dictionary<string, string> Say(params ReadOnlySpan<(string Name, string Value)> values)
    {
        var said = new Dictionary<string, string>(values.Length);
        foreach (var (name, value) in values)
            said[name] = value;
        return said;
    }

    public static string Socket(Route r) => Socket(r.Site.Look, r.Feed.Socket);

    /// <summary>A socket with its marking, and its source when that is not the set.</summary>
    public static string Socket(Look look, SourcePort socket)
    {
        var words = SocketKinds.Of(socket.Kind).Words;
        if (socket.Marking.Length > 0)
            words = $"{words} ({socket.Marking})";
        return look.SourceOf(socket) is { } source ? $"{words} of the {source.Name}" : words;
    }

    /// <summary>What the sound is taken from.</summary>
    public static string Source(Route r) => r.Site.Look.SourceOf(r.Feed.Socket) is { } source ? $"the {source.Name}" : "the set";

    /// <summary>What holds a socket, as it was entered.</summary>
    /// <param name="socket">The socket.</param>
    /// <param name="unknown">Where nothing was.</param>
    public static string Taker(SourcePort socket, string unknown = "something") => socket.TakenBy.Trim() is { Length: > 0 } said ? said : unknown;

    public static string Box(Route r) => r.Feed.Transmitter?.Name ?? (r.Feed.BuiltIn
        ? r.Site.Look.SourceOf(r.Feed.Socket) is { } source ? $"the {source.Name}'s own radio"
            : r.Feed.Socket.Kind switch
            {
                SocketKind.PlatformSpeakers => "the set's link to its own speakers",
                SocketKind.AppStream => "the set's app",
                _ => "the set's own Bluetooth"
            }
        : r.Ear?.Receiver.Name ?? "a wired headset");

    /// <summary>A box by who listens through it: two of one kind are told apart by that.</summary>
    public static string BoxOf(Route r) => $"{Who(r)}'s {Box(r)}";

    /// <summary>The box of another route of the same rig, told from an equal one.</summary>
    public static string Beside(Route r, Route other) => Box(other) == Box(r) ? $"another {Box(r)}" : Box(other);

    /// <summary>The way two boxes share.</summary>
    public static string Shared(Route r, Route other) =>
        r.Sends!.Technology == other.Sends!.Technology ? LinkTechnologies.Of(r.Sends.Technology).Words : r.Sends.IsInfrared ? "infrared" : "UHF";

    /// <summary>What somebody at the end of a route watches or hears: the set, or a source that stands by itself.</summary>
    /// <param name="r">The route.</param>
    /// <param name="set">What the set is called.</param>
    public static string Player(Route r, string set = "the set") =>
        StandsAlone(r) is { } source ? $"the {source.Name}" : set;

    /// <summary>The source of a route that stands by itself, without the set; null for any other.</summary>
    internal static SoundSource? StandsAlone(Route r) =>
        r.Site.Look.StandsApart(r.Feed.Socket) ? r.Site.Look.SourceOf(r.Feed.Socket) : null;

    /// <summary>All that is watched or heard with a rig.</summary>
    public static string Players(Rig rig) => Wording.Listed(rig.Routes.Select(r => Player(r)).Distinct());

    /// <summary>True for a link by UHF, which no other goes farther than.</summary>
    public static bool IsUhf(Route r) => r.Sends is { Technology: LinkTechnology.UhfDigital or LinkTechnology.UhfAnalogue };

    public static string Who(Route r) => r.AtEar.Listener.Name;

    public static string LinkMs(Codec codec) =>
        FormattableString.Invariant($"{StageDelays.Of(CodecClasses.Of(codec.Class).StageId).Distribution.MedianMs:0} ms");

    public static string Metres(double m) => FormattableString.Invariant($"{m:0.0} m");

    public static string FamilyWords(AirLink link) => link.Family.Length == 0 ? "no family"
        : link.Generations.Count == 0 ? $"family {link.Family}" : $"family {link.Family}, generation {string.Join(", ", link.Generations)}";

    public static string Band(AirLink link) => FormattableString.Invariant($"{link.BandLowMHz:0.####}–{link.BandHighMHz:0.####} MHz");

    public static string RegionWords(Region region) => region == Region.Europe ? "Europe" : region == Region.UnitedStates ? "the USA" : "this country";

    public static string Rates(AirLink link) => string.Join(", ", link.Lc3RatesKHz) + " kHz";

    /// <summary>Words for a way of wearing.</summary>
    public static string Form(WearForm form) => form switch
    {
        WearForm.OverEar => "over-ear headset",
        WearForm.Earbuds => "earbuds",
        WearForm.HearingAids => "hearing aids",
        WearForm.Neckband => "neckband",
        WearForm.PersonalSpeaker => "personal speaker",
        WearForm.ChairSpeaker => "chair speaker",
        WearForm.PillowSpeaker => "pillow speaker",
        _ => "speaker",
    };
}
