
namespace Nightfrost.Core.Kit;

/// <summary>Says what in a device's description cannot be right, before anything is planned with it.</summary>
public static class DeviceCheck
{
    /// <summary>Most ports of one device.</summary>
    public const int MostPorts = 20;

    /// <summary>Most sending and receiving ends of one device.</summary>
    public const int MostLinks = 8;

    /// <summary>Greatest price, in the shelf's currency.</summary>
    public const decimal MostPrice = 100_000;

    /// <summary>Longest printed mark, label or family, in characters.</summary>
    public const int LongestMark = 40;

    private const int LongestWords = 200;

    /// <summary>Every problem, in reading order; empty when the device can be planned with.</summary>
    /// <param name="device">What was entered or imported.</param>
    public static IReadOnlyList<FieldProblem> Problems(Device device)
    {
        var check = new EntryCheck();
        CheckNames(device, check);
        CheckPorts(device, check);
        for (var i = 0; i < device.Links.Count && i < MostLinks; i++)
            CheckLink(device.Links[i], $"links[{i}]", check);
        check.Most("links", device.Links.Count, MostLinks, "links", "Enter each sending and receiving end once.");
        CheckPower(device, check);
        CheckRole(device, check);
        return check.Problems;
    }

    /// <summary>Every problem, and each thing in its box that nobody knows.</summary>
    /// <param name="device">What was entered or imported.</param>
    /// <param name="known">True for the id of a device that exists.</param>
    public static IReadOnlyList<FieldProblem> Problems(Device device, Func<string, bool> known) =>
    [
        .. Problems(device),
        .. device.Includes.Select((id, i) => (id, i)).Where(p => !known(p.id))
            .Select(p => new FieldProblem($"includes[{p.i}]", $"No device has the id '{EntryCheck.Short(p.id)}'.",
                "Add that device, or take it out of the box.")),
    ];

    /// <summary>A device that stands, through others, in its own box; null when it does not.</summary>
    /// <param name="id">The device.</param>
    /// <param name="boxes">What each device's box holds, by id.</param>
    public static FieldProblem? RoundInBoxes(string id, IReadOnlyDictionary<string, IReadOnlyList<string>> boxes)
    {
        var seen = new HashSet<string>();
        var open = new Stack<string>(boxes.GetValueOrDefault(id, []).Where(inner => inner != id));
        while (open.TryPop(out var inner))
        {
            if (inner == id)
                return new("includes", $"A thing in its box holds '{EntryCheck.Short(id)}' again.", "Break the circle: one box cannot stand in itself.");
            if (seen.Add(inner))
                boxes.GetValueOrDefault(inner, []).ToList().ForEach(open.Push);
        }

        return null;
    }

    private static void CheckNames(Device device, EntryCheck check)
    {
        check.Text("id", device.Id, PlainText.LongestId, required: true);
        if (device.Id.Length <= PlainText.LongestId && device.Id.Any(c => c is not (>= 'a' and <= 'z' or >= '0' and <= '9' or '-')))
            check.Add("id", $"'{EntryCheck.Short(device.Id)}' holds more than small letters, digits and hyphens.", "Use an id such as pass-two.");
        check.Text("name", device.Name, PlainText.LongestName, required: true);
        check.Text("maker", device.Maker, PlainText.LongestName, required: true);
        if (device.Price is < 0 or > MostPrice)
            check.Add("price", FormattableString.Invariant($"{device.Price} lies outside 0 to {MostPrice}."), "Enter what it costs, in the shelf's currency.");
        if (device.PricedOn.Year is < 2000 or > 2100)
            check.Add("pricedOn", $"{device.PricedOn:yyyy-MM-dd} is no day a price could have been read.", "Enter the day the price was read.");
        check.Range("deliveryDays", device.DeliveryDays, 0, 120, "days");
        check.Range("emitterReachM", device.EmitterReachM, 0, 10, "m");
        check.Range("earProfileMinutes", device.EarProfileMinutes, 0, 120, "minutes");
        if (device.EarProfileMinutes > 0 && string.IsNullOrWhiteSpace(device.App))
            check.Add("app", "An ear profile is made in an app, and none is named.", "Enter the app, or 0 minutes for no ear profile.");
        foreach (var (field, words) in new[]
        {
            ("codecReadback", device.CodecReadback), ("app", device.App), ("firmware", device.Firmware), ("strayModes", device.StrayModes),
        })
            check.Text(field, words, LongestWords);
        GestureCheck.Add(device, check);
        check.Most("cautions", device.Cautions.Count, 8, "cautions", "Keep them short and few.");
        for (var i = 0; i < device.Cautions.Count; i++)
            check.Text($"cautions[{i}]", device.Cautions[i], LongestWords, required: true);
        for (var i = 0; i < device.StageIds.Count; i++)
        {
            if (!StageIds.All.Contains(device.StageIds[i]))
                check.Add($"stageIds[{i}]", $"There is no delay stage '{EntryCheck.Short(device.StageIds[i])}'.",
                    $"Choose from: {string.Join(", ", StageIds.All)}.");
        }

        check.Most("includes", device.Includes.Count, 40, "things in the box", "List only what is used with it.");
        for (var i = 0; i < device.Includes.Count; i++)
            check.Text($"includes[{i}]", device.Includes[i], PlainText.LongestId, required: true);
        if (device.Includes.Contains(device.Id))
            check.Add("includes", "It holds itself.", "List the other things in its box.");
        check.Range("lengthM", device.LengthM, 0, 100, "m");
        check.Range("splitsInto", device.SplitsInto, 0, 16, "outputs");
        if (device.SplitsInto == 1)
            check.Add("splitsInto", "One output splits nothing.", "Enter 0, or 2 and more.");
    }

    private static void CheckPorts(Device device, EntryCheck check)
    {
        check.Most("ports", device.Ports.Count, MostPorts, "ports", "Enter those that carry sound.");
        for (var i = 0; i < device.Ports.Count && i < MostPorts; i++)
        {
            check.Text($"ports[{i}].label", device.Ports[i].Label, LongestMark);
            if (device.Role != DeviceRole.Lead && device.Ports[i].Signals.Count == 0)
                check.Add($"ports[{i}].signals", "Nothing runs through it.", "Enter what it accepts or gives, such as spdifPcm or analogueLine.");
        }
    }

    private static void CheckLink(AirLink link, string at, EntryCheck check)
    {
        check.Text($"{at}.family", link.Family, LongestMark);
        check.Range($"{at}.listenersAtOnce", link.ListenersAtOnce, 1, 1000, "listeners");
        check.Range($"{at}.remembers", link.Remembers, 1, 1000, "devices");
        check.Range($"{at}.transmitDbm", link.TransmitDbm, -40, 36, "dBm");
        check.Range($"{at}.sensitivityDbm", link.SensitivityDbm, -130, 0, "dBm");
        if (link.Channels is { } channels)
        {
            check.Range($"{at}.channels", channels, 0, 100, "channels");
            if (!link.Transmits || !link.KeepsChannel)
                check.Add($"{at}.channels", "Only infrared and makers' own radio are set to a channel, at the sending end.", "Leave it empty.");
        }

        check.Range($"{at}.onAxisRangeM", link.OnAxisRangeM, 0, 100, "m");
        check.Most($"{at}.generations", link.Generations.Count, 20, "generations", "List those it works with.");
        check.Most($"{at}.codecs", link.Codecs.Count, 12, "codecs", "List each once.");
        foreach (var (codec, i) in link.Codecs.Select((c, i) => (c, i)))
            check.Text($"{at}.codecs[{i}].mark", codec.Mark, LongestMark);
        foreach (var (codec, i) in link.CodecsWithSeveral.Select((c, i) => (c, i)))
            check.Text($"{at}.codecsWithSeveral[{i}].mark", codec.Mark, LongestMark);

        if (link.Technology == LinkTechnology.BluetoothClassic && link.Codecs.All(c => c.Class != CodecClass.Sbc))
            check.Add($"{at}.codecs", "A2DP demands SBC of every device, and it is not in the list.", "Put SBC where this device prefers it, usually last.");
        if (link.Technology is LinkTechnology.LeAudioUnicast or LinkTechnology.LeAudioBroadcast && link.Codecs.All(c => c.Class != CodecClass.Lc3))
            check.Add($"{at}.codecs", "LE Audio demands LC3, and it is not in the list.", "Enter LC3.");
        if (link.CodecsWithSeveral.Count > 0 && (!link.Transmits || link.ListenersAtOnce < 2))
            check.Add($"{at}.codecsWithSeveral", "It feeds one listener only.", "Leave it empty, or enter how many it feeds at once.");
        check.Range($"{at}.halfPowerDeg", link.HalfPowerDeg, 5, 85, "°");
        if (link.BandLowMHz != 0)
            check.Range($"{at}.bandLowMHz", link.BandLowMHz, 30, 100_000, "MHz");
        check.Range($"{at}.bandHighMHz", link.BandHighMHz, link.BandLowMHz, 100_000, "MHz");
        if (link.BandLowMHz == 0 != (link.BandHighMHz == 0))
            check.Add($"{at}.bandHighMHz", "A band has two edges.", "Enter both edges, MHz, or 0 for both.");
        check.Most($"{at}.lc3RatesKHz", link.Lc3RatesKHz.Count, 6, "sample rates", "List each once.");
        if (link.Lc3RatesKHz.Count == 0 && link.Technology is LinkTechnology.LeAudioUnicast or LinkTechnology.LeAudioBroadcast)
            check.Add($"{at}.lc3RatesKHz", "No sample rate is left.", "Enter those it works with, such as 16, 24 and 48 kHz.");
        for (var i = 0; i < link.Lc3RatesKHz.Count; i++)
            check.Range($"{at}.lc3RatesKHz[{i}]", link.Lc3RatesKHz[i], 8, 48, "kHz");
        if (link.Delay is { } delay)
        {
            check.Range($"{at}.delay.minMs", delay.MinMs, 0, 2000, "ms");
            check.Range($"{at}.delay.typicalMs", delay.TypicalMs, delay.MinMs, 2000, "ms");
            check.Range($"{at}.delay.maxMs", delay.MaxMs, delay.TypicalMs, 2000, "ms");
        }

        if (link is { IsInfrared: true, Transmits: true, OnAxisRangeM: 0 })
            check.Add($"{at}.onAxisRangeM", "An infrared sender has no range on its axis.", "Enter the usable distance straight ahead, m.");
    }

    private static void CheckPower(Device device, EntryCheck check)
    {
        check.Range("power.usbDrawMa", device.Power.UsbDrawMa, 0, 5000, "mA");
        check.Range("power.batteryHours", device.Power.BatteryHours, 0, 1000, "h");
        check.Range("power.chargeHours", device.Power.ChargeHours, 0, 100, "h");
        if (device.Power is { BatteryHours: > 0, ChargeHours: 0 })
            check.Add("power.chargeHours", "A battery of so many hours takes no time to charge.", "Enter the hours to a full charge.");
    }

    // What a role needs, or nothing could ever be planned with it.
    private static void CheckRole(Device device, EntryCheck check)
    {
        var (input, output) = (device.Ports.Any(p => !p.Output), device.Ports.Any(p => p.Output));
        var (sends, takes) = (device.Links.Any(l => l.Transmits), device.Links.Any(l => !l.Transmits));
        var missing = device.Role switch
        {
            DeviceRole.Transmitter when !input => ("ports", "A transmitter without an input hears nothing.", "Enter its inputs."),
            DeviceRole.Transmitter when !sends => ("links", "A transmitter without a sending link reaches nobody.", "Enter what it sends."),
            DeviceRole.Receiver when !input && !takes => ("links", "A receiver without a link or a wired input hears nothing.", "Enter what it receives."),
            DeviceRole.Receiver when device.Form == WearForm.None => ("form", "Nobody knows how it is worn or placed.", "Choose how it is worn."),
            DeviceRole.Relay when !sends || !takes => ("links", "A relay takes one link and passes on another.", "Enter both."),
            DeviceRole.LinkReceiver when !takes || !output => ("links", "A box in front of a speaker takes a link and gives a wired output.", "Enter both."),
            DeviceRole.Adapter when !input || !output => ("ports", "An adapter needs an input and an output.", "Enter both."),
            DeviceRole.Lead when device.Ports.Count != 2 => ("ports", "A lead has two ends.", "Enter both plugs."),
            DeviceRole.Lead when device.LengthM <= 0 => ("lengthM", "A lead of no length joins nothing.", "Enter its length, m."),
            DeviceRole.RoomSpeaker when !input => ("ports", "A room speaker without an input plays nothing.", "Enter its inputs."),
            _ => default,
        };
        if (missing.Item1 is not null)
            check.Add(missing.Item1, missing.Item2, missing.Item3);
        if (device.Role != DeviceRole.Receiver && device.Form != WearForm.None)
            check.Add("form", "Only a receiver is worn.", "Leave it at none.");
        if (device.PassesThrough && !output)
            check.Add("passesThrough", "It passes a signal on, and has no output for it.", "Enter the output, or untick it.");
    }
}
