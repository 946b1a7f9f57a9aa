using System.Globalization;

namespace Nightfrost.Core.Kit;

/// <summary>One attribute of a device in words.</summary>
/// <param name="Name">The attribute.</param>
/// <param name="Words">Its value; blank when the device has none.</param>
public sealed record DeviceFact(string Name, string Words);

/// <summary>One attribute side by side.</summary>
/// <param name="Name">The attribute.</param>
/// <param name="Values">Its value for each device, in their order.</param>
/// <param name="Differs">True when not all are the same.</param>
public sealed record ComparedFact(string Name, IReadOnlyList<string> Values, bool Differs);

/// <summary>Says in words what a device can do, attribute by attribute, and sets devices side by side.</summary>
public static class DeviceFacts
{
    /// <summary>Every attribute that decides anything, in reading order; the same names for every device.</summary>
    /// <param name="device">The device.</param>
    /// <param name="nameOf">Name of another device by its id, for what is in the box.</param>
    /// <param name="currency">Currency of its price.</param>
    public static IReadOnlyList<DeviceFact> Of(Device device, Func<string, string> nameOf, string currency)
    {
        var sends = device.Links.Where(l => l.Transmits).ToList();
        var takes = device.Links.Where(l => !l.Transmits).ToList();
        return
        [
            new("Price", string.Create(CultureInfo.InvariantCulture, $"{Wording.Money(device.Price, currency)}, read {device.PricedOn:d MMM yyyy}")),
            new("Delivered in", device.DeliveryDays == 1 ? "a day" : FormattableString.Invariant($"{device.DeliveryDays} days")),
            new("Maker", device.Maker),
            new("Inputs", Ports(device, output: false)),
            new("Outputs", Ports(device, output: true)),
            new("Sends", Join(sends.Select(LinkWords))),
            new("Receives", Join(takes.Select(LinkWords))),
            new("Codecs, in its order",
                Join(device.Links.SelectMany(l => l.Codecs).Distinct().Select(c => c.MarkUnknown ? $"{c.Words}, mark unread" : c.Words))),
            new("Codecs with two listeners", Join(sends.SelectMany(l => l.CodecsWithSeveral).Distinct().Select(c => c.Words))),
            new("Listeners at once", sends.Count == 0 ? "" : sends.Max(l => l.ListenersAtOnce).ToString(CultureInfo.InvariantCulture)),
            new("Remembers", device.Links.Count == 0 ? "" : device.Links.Max(l => l.Remembers).ToString(CultureInfo.InvariantCulture)),
            new("Channels", Channels(device)),
            new("Family", Join(device.Links.Where(l => l.Family.Length > 0).Select(FamilyWords).Distinct())),
            new("Power sent or range",
                Join(sends.Select(l => l.IsInfrared ? FormattableString.Invariant($"{l.OnAxisRangeM:0.#} m on its axis")
                    : FormattableString.Invariant($"{l.TransmitDbm:+0.#;−0.#;0} dBm")))),
            new("Band", Join(sends.Where(l => l.BandLowMHz > 0).Select(l => FormattableString.Invariant($"{l.BandLowMHz:0.####}–{l.BandHighMHz:0.####} MHz")))),
            new("Boxes side by side", Join(sends.Where(l => l.KeepsChannel).Select(ChannelWords).Distinct())),
            new("Choosable destination", sends.Any(l => l.Technology == LinkTechnology.BluetoothClassic) ? YesNo(sends.Any(l => l.SelectsDestination)) : ""),
            new("Broadcast closed by a code", sends.Any(l => l.Technology == LinkTechnology.LeAudioBroadcast) ? YesNo(sends.Any(l => l.Encrypts)) : ""),
            new("Own delay", Join(device.Links.Where(l => l.Delay is not null)
                .Select(l => FormattableString.Invariant($"{LinkWords(l)} {l.Delay!.TypicalMs:0} ms, ")
                    + (l.Delay!.MeasuredHere ? "measured here" : "as its maker states")))),
            new("Keeps other gear fed", device.SplitsInto > 1 ? Splits(device) : device.PassesThrough ? "passes the signal on" : ""),
            new("Power", PowerWords(device.Power)),
            new("Battery", BatteryWords(device.Power)),
            new("Finds its partner after a power cut", device.Links.Count == 0 ? "" : ReadSoFar(device.Power.PairingSurvivesPowerLoss)),
            new("Switched on by hand", YesNo(device.Power.SwitchedByHand)),
            new("Starts only from its app", YesNo(device.StreamsOnRequest)),
            new("Own volume", device.Role is DeviceRole.Receiver or DeviceRole.Relay ? YesNo(device.OwnVolume) : ""),
            new("Easy controls", device.Role is DeviceRole.Receiver or DeviceRole.Relay ? YesNo(device.EasyControls) : ""),
            new("Controls found by touch", device.Role is DeviceRole.Receiver or DeviceRole.Relay ? YesNo(device.FoundByTouch) : ""),
            new("Both channels in one ear", device.MonoSum ? "yes" : ""),
            new("Noise cancelling", device.NoiseCancelling ? "yes" : ""),
            new("Spatial rendering", device.SpatialRendering ? "with a set that lists it" : ""),
            new("Stray modes", device.StrayModes),
            new("Ear profile", device.EarProfileMinutes > 0 ? $"in its app, {device.EarProfileMinutes} min" : ""),
            new("Two join as left and right", device.JoinsAsPair ? "yes" : ""),
            new("Worn over aids", device.Role == DeviceRole.Receiver ? YesNo(device.WornOverAids) : ""),
            new("Lets the room in", device.Role == DeviceRole.Receiver ? YesNo(device.OpenToRoom) : ""),
            new("Far end", device.IsExtension ? "a socket: it lengthens a lead that ends in a plug" : ""),
            new("Length, or that of its own lead", device.LengthM > 0 ? FormattableString.Invariant($"{device.LengthM:0.##} m") : ""),
            new("In the box", Join(device.Includes.Select(nameOf))),
            new("Pairing", Gesture(device, GestureDoes.OpensPairing) is { Length: > 0 } opens ? opens
                : device.Automatic.Window != WindowOpens.ByHand ? "waits by itself once it has power" : ""),
            new("Joins another as left and right by", Gesture(device, GestureDoes.JoinsPair)),
            new("Chooses a broadcast by", Gesture(device, GestureDoes.ChoosesBroadcast)),
            new("Its manual begins with", device.ComesFirst switch { ComesFirst.Leads => "its leads", ComesFirst.Pairing => "its pairing", _ => "" }),
            new("Its emitter reaches", device.EmitterReachM > 0 ? FormattableString.Invariant($"{device.EmitterReachM:0.#} m") : ""),
            new("Second listener", Gesture(device, GestureDoes.OpensSecondPairing)),
            new("Waits for a partner", device.Automatic.WindowSeconds > 0 ? FormattableString.Invariant($"{device.Automatic.WindowSeconds:0} s") : ""),
            new("Looks for", device.Automatic.Seeks switch { Seeks.Nobody => "nobody", Seeks.LastPartner => "its last partner",
                Seeks.EveryPartner => "every partner it knows", _ => "" }),
            new("Switches itself off", device.Automatic.IdleOffMinutes switch { null => "", 0 => "never",
                var minutes => FormattableString.Invariant($"after {minutes} min without sound") }),
            new("Codec shown", device.CodecReadback),
            new("Sends or receives by", Gesture(device, GestureDoes.Transmits)),
            new("Its input", device.Automatic.SensesInput ? "found by itself" : Gesture(device, GestureDoes.ChoosesInput)),
            new("Power switch", Gesture(device, GestureDoes.SwitchesPower)),
            new("Input clips at", Db(device.Levels.ClipDbV, "dBV")),
            new("Full scale gives", device.Levels.LoudestDbSpl is null ? Db(device.Levels.FullScaleDbV, "dBV") : Db(device.Levels.LoudestDbSpl, "dB SPL")),
            new("Own noise", device.Levels.NoiseBelowDb is { } below ? FormattableString.Invariant($"{below:0} dB below full scale") : ""),
            new("Fixed level", device.FixesLevel ? "yes" : ""),
            new("App", device.App),
            new("Firmware", device.Firmware),
            new("Lights and prompts", Join(device.Signs.Select(sign => $"{GestureWords.Means(sign)}: {sign.Looks}"))),
            new("Mind", string.Join(" ", device.Cautions)),
            new("Known from", device.Evidence switch { Evidence.MeasuredHere => "measured here", Evidence.SpecificationRead => "its specification",
                _ => "its maker's word" }),
            new("Retired", device.RetiredOn is { } day ? string.Create(CultureInfo.InvariantCulture, $"{day:d MMM yyyy}") : ""),
        ];
    }

    private static string Gesture(Device device, GestureDoes does) => device.GestureFor(does) is not { } gesture ? ""
        : GestureWords.Of(device, gesture) + (GestureWords.Start(gesture) is { Length: > 0 } from ? $", from: {from}" : "");

    private static string Splits(Device device) =>
        device.Role == DeviceRole.Lead ? $"shares the power of one socket among {device.SplitsInto}" : $"splits into {device.SplitsInto}";

    /// <summary>What tells a device from its neighbours on the shelf, in a few words each.</summary>
    public static IReadOnlyList<string> InShort(Device device)
    {
        var sends = device.Links.FirstOrDefault(l => l.Transmits);
        return
        [
            .. device.Links.Select(l => l.Family.Length > 0 ? $"{LinkWords(l)}, family {FamilyWords(l)}" : LinkWords(l)).Distinct(),
            .. device.Links.SelectMany(l => l.Codecs.Concat(l.CodecsWithSeveral)).Where(c => !c.IsStandard).Distinct()
                .Select(c => c.MarkUnknown ? $"{c.Words}, mark unread" : c.Words),
            .. device.Role == DeviceRole.Transmitter && sends is not null ? new[] { $"feeds {sends.ListenersAtOnce} at once" } : [],
            .. device.SplitsInto > 1 ? new[] { Splits(device) } : [],
            .. device.PassesThrough ? new[] { "passes the signal on" } : [],
            .. device.Power.UsbDrawMa > 0 ? new[] { $"{device.Power.UsbDrawMa} mA" } : [],
        ];
    }

    /// <summary>Devices side by side, what differs first; attributes that none of them has are left out.</summary>
    /// <param name="devices">Two to four devices.</param>
    /// <param name="nameOf">Name of another device by its id.</param>
    /// <param name="currency">Currency of their prices.</param>
    public static IReadOnlyList<ComparedFact> Compare(IReadOnlyList<Device> devices, Func<string, string> nameOf, string currency)
    {
        var facts = devices.Select(d => Of(d, nameOf, currency)).ToList();
        var rows = facts[0].Select((fact, i) =>
        {
            var values = facts.Select(f => f[i].Words).ToList();
            return new ComparedFact(fact.Name, values, values.Distinct().Count() > 1);
        });
        return [.. rows.Where(row => row.Values.Any(v => v.Length > 0)).OrderByDescending(row => row.Differs)];
    }

    private static string Ports(Device device, bool output) => device.Role == DeviceRole.Lead
        ? output ? "" : string.Join(" to ", device.Ports.Select(p => Connectors.Words(p.Connector)))
        : Join(device.Ports.Where(p => p.Output == output)
            .Select(p => p.Label.Length > 0 ? $"{Connectors.Words(p.Connector)} ({p.Label})" : Connectors.Words(p.Connector)));

    private static string LinkWords(AirLink link) => LinkTechnologies.Of(link.Technology).Words;

    private static string FamilyWords(AirLink link) =>
        link.Generations.Count == 0 ? link.Family : $"{link.Family}, generation {string.Join(", ", link.Generations)}";

    private static string PowerWords(PowerNeed power) =>
        Join(new[] { power.UsbDrawMa > 0 ? $"USB, {power.UsbDrawMa} mA" : "", power.OwnSupply ? "own mains supply" : "" }.Where(w => w.Length > 0));

    private static string BatteryWords(PowerNeed power) => power.BatteryHours <= 0 ? ""
        : FormattableString.Invariant($"{power.BatteryHours:0.#} h, charged in {power.ChargeHours:0.#} h")
            + power.WorksWhileCharging switch
            {
                Known.Yes => ", plays while it charges",
                Known.No => ", does not play while it charges",
                _ => "",
            };

    // What reaches the ears: no link here carries surround.
    private static string Channels(Device device) =>
        device.Links.Count == 0 ? "" : device.Links.All(l => l.Technology == LinkTechnology.InductionLoop) ? "one" : "two, no surround";

    // How many stand on one air without disturbing each other.
    private static string ChannelWords(AirLink link) => link.Channels switch
    {
        null => "channels not read",
        0 => "finds a clear channel by itself",
        1 => "one channel, no choice",
        var count => $"{count} channels to set",
    };

    private static string Db(double? level, string unit) =>
        level is { } value ? FormattableString.Invariant($"{value:+0.#;−0.#;0} {unit}") : "";

    private static string ReadSoFar(Known value) => value == Known.NotYet ? "" : YesNo(value == Known.Yes);

    private static string YesNo(bool value) => value ? "yes" : "no";

    private static string Join(IEnumerable<string> words) => string.Join(", ", words);
}
