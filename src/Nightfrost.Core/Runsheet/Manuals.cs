using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Runsheet;

/// <summary>A manual worth having along.</summary>
/// <param name="About">What it is of: <see cref="Manuals.OfDevice"/> or <see cref="Manuals.OfSet"/>.</param>
/// <param name="Words">The thing in words.</param>
public sealed record Manual(string About, string Words);

/// <summary>Which manuals a visit needs, and by which key each is kept.</summary>
public static class Manuals
{
    private const string SetPrefix = "set-";

    /// <summary>Longest key, in characters.</summary>
    public const int LongestAbout = 160;

    /// <summary>Key of a device's manual.</summary>
    public static string OfDevice(string deviceId) => $"device-{deviceId}";

    /// <summary>Key of a set's manual, the same however its model is spaced or cased; null while the label is unread.</summary>
    public static string? OfSet(string model) => ModelKey(model) is { Length: > 0 } key ? SetPrefix + key : null;

    /// <summary>Id of the device whose manual a key stands for; null for any other key.</summary>
    public static string? DeviceOf(string about) => about.StartsWith(OfDevice(""), StringComparison.Ordinal) ? about[OfDevice("").Length..] : null;

    /// <summary>Why nothing can be kept under a key; null when it can.</summary>
    /// <param name="about">The key.</param>
    /// <param name="deviceKnown">The device it stands for is on the shelf.</param>
    public static FieldProblem? Problem(string about, bool deviceKnown)
    {
        if (DeviceOf(about) is { } device)
            return deviceKnown ? null : new("about", $"No device has the id '{EntryCheck.Short(device)}'.", "Put the device on the shelf first.");
        return about.Length <= LongestAbout && about.StartsWith(SetPrefix, StringComparison.Ordinal) && OfSet(about[SetPrefix.Length..]) == about ? null
            : new("about", $"'{EntryCheck.Short(about)}' is neither a device nor the model of a set.", "Add the manual where the device or the set stands.");
    }

    /// <summary>A model as it is compared: letters and digits alone, small, others as one hyphen.</summary>
    public static string ModelKey(string model) =>
        string.Join('-', new string([.. model.Trim().ToLowerInvariant().Select(c => char.IsLetterOrDigit(c) ? c : ' ')])
            .Split(' ', StringSplitOptions.RemoveEmptyEntries));

    /// <summary>The set in a sentence: by its model once that is read.</summary>
    public static string SetWords(TelevisionSet set) => set.Model.Trim() is { Length: > 0 } model ? model : "the set";

    /// <summary>Manuals of the set and of every device that is paired or has an app.</summary>
    /// <param name="rig">The rig.</param>
    public static IReadOnlyList<Manual> Of(Rig rig)
    {
        var set = rig.Site.Look.Set;
        return
        [
            .. OfSet(set.Model) is { } key ? new[] { new Manual(key, SetWords(set)) } : [],
            .. Devices(rig).Where(d => d.IsPaired() || d.App.Length > 0).Select(d => new Manual(OfDevice(d.Id), $"the {d.Name}")),
        ];
    }

    /// <summary>Every box, relay and receiver of a rig, once each.</summary>
    internal static IReadOnlyList<Device> Devices(Rig rig) =>
        [.. rig.Boxes().Concat(rig.Routes.SelectMany(r => new[] { r.AtEar.Relay, r.AtEar.Receiver })).OfType<Device>().DistinctBy(d => d.Id)];
}
