namespace Nightfrost.Core.Kit;

/// <summary>Something a device can do that a specialist looks for.</summary>
/// <param name="Id">Stable, kebab-case.</param>
/// <param name="Words">Its name on a filter.</param>
/// <param name="Has">Whether a device can do it.</param>
public sealed record Ability(string Id, string Words, Func<Device, bool> Has);

/// <summary>The one list of abilities; the shelf's filters and its lines read it.</summary>
public static class Abilities
{
    /// <summary>Every ability, in the order of the filters.</summary>
    public static IReadOnlyList<Ability> All { get; } =
    [
        new("bluetooth", "Bluetooth", d => Links(d, LinkTechnology.BluetoothClassic)),
        new("le-audio", "LE Audio", d => Links(d, LinkTechnology.LeAudioUnicast, LinkTechnology.LeAudioBroadcast)),
        new("own-digital", "2.4 GHz", d => Links(d, LinkTechnology.Digital24GHz)),
        new("uhf", "UHF", d => Links(d, LinkTechnology.UhfDigital, LinkTechnology.UhfAnalogue)),
        new("own-bands", "1.9 or 5 GHz", d => Links(d, LinkTechnology.Digital19GHz, LinkTechnology.Digital5GHz)),
        new("loop", "Loop or telecoil", d => Links(d, LinkTechnology.InductionLoop)),
        new("infrared", "Infrared", d => d.Links.Any(l => l.IsInfrared)),
        new("aids", "For aids", d => d.Form == WearForm.HearingAids || Links(d, LinkTechnology.AidRadio, LinkTechnology.NearField)),
        new("optical", "Optical", d => d.Ports.Any(p => p.Connector is Connector.OpticalSquare or Connector.Optical35)),
        new("low-latency", "Low latency",
            d => d.Links.Any(l => l.Codecs.Any(c => c.Class is CodecClass.VendorLowLatency or CodecClass.VendorAdaptiveLowLatency))),
        new("several", "Feeds two or more",
            d => d.Links.Any(l => l is { Transmits: true, ListenersAtOnce: > 1 }) || d is { SplitsInto: > 1, Role: not DeviceRole.Lead }),
        new("passes-on", "Passes the signal on", d => d.PassesThrough || d is { SplitsInto: > 1, Role: not DeviceRole.Lead }),
        new("selects", "Choosable destination", d => d.Links.Any(l => l.SelectsDestination)),
        new("two-way", "Sends or receives", d => d.GestureFor(GestureDoes.Transmits) is not null),
        new("pair", "Left and right", d => d.JoinsAsPair),
        new("mono", "Both channels in one ear", d => d.MonoSum),
        new("usb-power", "Runs from USB", d => d.Power.UsbDrawMa > 0),
        new("own-volume", "Own volume", d => d.OwnVolume),
        new("easy", "Easy controls", d => d.EasyControls),
        new("noise-cancelling", "Noise cancelling", d => d.NoiseCancelling),
        new("over-aids", "Worn over aids", d => d.WornOverAids),
        new(NearBody, "Kept from implants", ComesNearBody),
    ];

    /// <summary>Id of what is kept from implants until a clinician allows it.</summary>
    public const string NearBody = "near-body";

    /// <summary>True for what is worn or lies at the body with a magnet, a coil or a transmitter, and for whatever feeds a loop there.</summary>
    public static bool ComesNearBody(Device device) =>
        device.NearImplants || device.Links.Any(l => l is { Transmits: true, Technology: LinkTechnology.InductionLoop });

    /// <summary>Ids of what a device can do.</summary>
    public static IReadOnlyList<string> Of(Device device) => [.. All.Where(a => a.Has(device)).Select(a => a.Id)];

    private static bool Links(Device device, params ReadOnlySpan<LinkTechnology> technologies)
    {
        foreach (var link in device.Links)
        {
            if (technologies.Contains(link.Technology))
                return true;
        }

        return false;
    }
}
