using Nightfrost.Core.Kit;

namespace Nightfrost.Core.Sites;

/// <summary>How much the set works on its picture, which decides how late the picture is.</summary>
public enum PictureMode
{
    Game,
    Standard,
    Film,
}

/// <summary>A menu of a set that a visit needs.</summary>
public enum MenuOf
{
    Output,
    DigitalFormat,
    Speakers,
    HeadphoneLevel,
    Delay,
    BluetoothList,
}

/// <summary>Menus in words.</summary>
public static class Menus
{
    /// <summary>A menu in the middle of a sentence, without "the".</summary>
    public static string WordsOf(MenuOf menu) => Catalogue.Say(menu switch
    {
        MenuOf.DigitalFormat => "menuOf.format",
        MenuOf.Speakers => "menuOf.speakers",
        MenuOf.HeadphoneLevel => "menuOf.level",
        MenuOf.Delay => "menuOf.delay",
        MenuOf.BluetoothList => "menuOf.bluetooth",
        _ => "menuOf.output",
    });
}

/// <summary>Where a menu was found.</summary>
/// <param name="Menu">Which one.</param>
/// <param name="Path">The way to it, in the set's own words.</param>
public sealed record MenuPath(MenuOf Menu, string Path);

/// <summary>The television as found.</summary>
/// <param name="Model">As printed on the rating label; blank while unread.</param>
/// <param name="PictureMode">Mode in use.</param>
/// <param name="SpeakersCanBeOff">Its own speakers can be silenced by menu.</param>
/// <param name="MainsOutletsFree">Free mains outlets at the set, 0 to 20.</param>
/// <param name="SoundOutputMenu">Menu path to the sound output on this set, once found.</param>
/// <param name="Sockets">Sockets and radios seen.</param>
/// <param name="DelaySettings">Delay settings in its menu.</param>
public sealed record TelevisionSet(
    string Model, PictureMode PictureMode, Known SpeakersCanBeOff, int MainsOutletsFree, string SoundOutputMenu,
    IReadOnlyList<SourcePort> Sockets, IReadOnlyList<DelaySetting> DelaySettings)
{
    /// <summary>Menu paths found on this set, besides the one to its sound output; one of a sort.</summary>
    public IReadOnlyList<MenuPath> MenuPaths { get; init; } = [];

    /// <summary>The path to a menu, once found; blank for none.</summary>
    public string PathTo(MenuOf menu) => menu == MenuOf.Output ? SoundOutputMenu.Trim() : MenuPaths.FirstOrDefault(p => p.Menu == menu)?.Path.Trim() ?? "";

    /// <summary>Its own tuner and apps are watched.</summary>
    public bool OwnProgrammesWatched { get; init; } = true;

    /// <summary>Rear, sides and underneath were looked over: a sort of socket that is not entered is not there.</summary>
    public bool AllSocketsSeen { get; init; }

    /// <summary>Its sound-output menu names one output at a time.</summary>
    public Known OutputMenuNamesOne { get; init; }

    /// <summary>The set and the headset both stand on the list of what spatial rendering works with.</summary>
    public Known SpatialListed { get; init; }

    /// <summary>The same set with delay settings put to new values, by name; a setting at the value found counts as never moved.</summary>
    public TelevisionSet WithDelays(IReadOnlyDictionary<string, int> valuesMs) => this with
    {
        DelaySettings = [.. DelaySettings.Select(s => valuesMs.TryGetValue(s.Name, out var ms) ? s with { SetToMs = ms == s.FoundAtMs ? null : ms } : s)],
    };

    public static TelevisionSet Unseen { get; } = new("", PictureMode.Standard, Known.NotYet, 0, "", [], []);
}

/// <summary>A setting of the set that makes sound later. Nothing makes it earlier.</summary>
/// <param name="Name">Its menu word.</param>
/// <param name="LowMs">Least delay, ms, 0 to 1000.</param>
/// <param name="HighMs">Greatest delay, ms, up to 1000.</param>
/// <param name="StepMs">Step, ms, 1 to 500.</param>
/// <param name="FoundAtMs">Value met on arrival, so that it can be put back.</param>
/// <param name="MovesSpeakers">Delays the set's own speakers.</param>
/// <param name="MovesSocketIds">Sockets it delays.</param>
public sealed record DelaySetting(string Name, int LowMs, int HighMs, int StepMs, int FoundAtMs, bool MovesSpeakers, IReadOnlyList<string> MovesSocketIds)
{
    /// <summary>Value set on the visit, ms; null while it stands as found.</summary>
    public int? SetToMs { get; init; }

    /// <summary>Value it stands at now, ms.</summary>
    public int StandsAtMs => SetToMs ?? FoundAtMs;

    /// <summary>True when this setting delays a socket, or the set's own speakers for null.</summary>
    public bool Moves(string? socketId) => socketId is null ? MovesSpeakers : MovesSocketIds.Contains(socketId);
}
