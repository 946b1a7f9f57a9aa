using System.Text.Json.Nodes;
using System.Text.RegularExpressions;

namespace Nightfrost.Core.Shapes;

/// <summary>
/// The step to version 5 for a device: what stood in words of its switches, lights and pairing becomes controls, gestures, signs and what it does by itself.
/// What cannot be read stays as words.
/// </summary>
internal static partial class GesturesFromWords
{
    private static readonly string[] Colours = ["white", "red", "green", "blue", "orange", "amber", "yellow", "purple", "violet"];

    /// <summary>Columns of a kit table that are no more.</summary>
    public static IReadOnlyDictionary<string, Type> FormerColumns { get; } = new Dictionary<string, Type>
    {
        ["twoWaySwitch"] = typeof(string),
        ["inputSwitch"] = typeof(string),
        ["powerSwitch"] = typeof(string),
        ["powerLight"] = typeof(string),
        ["soundLight"] = typeof(string),
        ["secondSlot"] = typeof(string),
        ["pairing.fromState"] = typeof(string),
        ["pairing.press"] = typeof(string),
        ["pairing.holdSeconds"] = typeof(double),
        ["pairing.shows"] = typeof(string),
        ["pairing.linked"] = typeof(string),
        ["pairing.windowSeconds"] = typeof(double),
        ["lights[].state"] = typeof(string),
        ["lights[].looks"] = typeof(string),
    };

    /// <summary>The device in version 5; one that has none of the former members stays as it is.</summary>
    public static JsonObject Device(JsonObject device)
    {
        string[] former = ["twoWaySwitch", "inputSwitch", "powerSwitch", "powerLight", "soundLight", "secondSlot", "pairing", "lights"];
        if (!former.Any(device.ContainsKey))
            return device;
        var read = new Read();
        var way = device["pairing"] as JsonObject;
        read.Power(Text(device, "powerSwitch"));
        read.TwoWay(Text(device, "twoWaySwitch"));
        read.Input(Text(device, "inputSwitch"));
        if (way is not null)
            read.Pairing(Text(way, "fromState"), Text(way, "press"), Number(way, "holdSeconds"), Number(way, "windowSeconds"));
        if (Text(device, "secondSlot") is { Length: > 0 } second)
            read.Pressed("opensSecondPairing", second, "on", "", Begins(second, "hold") && way is not null ? Number(way, "holdSeconds") : 0);
        read.Look("power", Text(device, "powerLight"));
        read.Look("sound", Text(device, "soundLight"));
        if (way is not null)
        {
            read.Look("waiting", Text(way, "shows"));
            read.Look("joined", Text(way, "linked"));
        }

        foreach (var light in (device["lights"] as JsonArray ?? []).OfType<JsonObject>())
            read.Look(StateOf(Text(light, "state")), Text(light, "looks"), Text(light, "state"));
        foreach (var member in former)
            device.Remove(member);
        device["controls"] = read.Controls;
        device["gestures"] = read.Gestures;
        device["signs"] = read.Signs;
        device["automatic"] = read.Automatic;
        return device;
    }

    private static string Text(JsonObject from, string member) => from[member]?.GetValue<string>().Trim() ?? "";

    private static double Number(JsonObject from, string member) => from[member]?.GetValue<double>() ?? 0;

    private static bool Says(string words, string word) => Words(words).Contains(word, StringComparer.OrdinalIgnoreCase);

    private static bool Begins(string words, string word) => Words(words) is [var first, ..] && first.Equals(word, StringComparison.OrdinalIgnoreCase);

    private static string[] Words(string words) => words.Split([' ', ',', '.', ';', ':', '/'], StringSplitOptions.RemoveEmptyEntries);

    private static string StateOf(string words) => words.ToLowerInvariant() switch
    {
        "linked" or "joined" or "connected" => "joined",
        "waiting" or "pairing" => "waiting",
        "charging" => "charging",
        "charged" or "full" => "charged",
        "low" or "low cell" or "low battery" => "lowCell",
        "on" or "power" => "power",
        "sound" => "sound",
        _ => "other",
    };

    // A device as it is read, part by part.
    private sealed class Read
    {
        public JsonArray Controls { get; } = [];
        public JsonArray Gestures { get; } = [];
        public JsonArray Signs { get; } = [];
        public JsonObject Automatic { get; } = new() { ["window"] = "byHand", ["windowSeconds"] = 0, ["seeks"] = "notRead", ["sensesInput"] = false };

        public void Power(string words)
        {
            if (words.Length > 0)
                Add("switchesPower", "", "notRead", 0, 1, "", "", words);
        }

        public void TwoWay(string words)
        {
            if (words.Length == 0)
                return;
            var slide = SlideTo().Match(words) is { Success: true } to ? to : SlideOf().Match(words);
            if (slide.Success)
            {
                var control = Control("the slide", "slide", slide.Groups["printed"].Value);
                Add("transmits", control, "notRead", 0, 1, slide.Groups["to"].Value, "", "");
                if (slide.Groups["other"].Value is { Length: > 0 } other)
                    Add("receives", control, "notRead", 0, 1, other, "", "");
            }
            else
                Add("transmits", "", "notRead", 0, 1, "", "", words);
        }

        public void Input(string words)
        {
            if (words.Length == 0)
                return;
            if (Says(words, "senses"))
                Automatic["sensesInput"] = true;
            else if (Says(words, "slide"))
                Add("choosesInput", Control("the input slide", "slide", SlidePrinted().Match(words).Groups["printed"].Value), "notRead", 0, 1, "", "", words);
            else
                Add("choosesInput", "", "on", 0, 1, "", "", words);
        }

        public void Pairing(string from, string press, double hold, double window)
        {
            Automatic["windowSeconds"] = window;
            if (hold <= 0 && Says(from, "powered"))
            {
                Automatic["window"] = "withPower";
                return;
            }

            var power = Begins(from, "on") || Says(from, "plugged") ? "on" : Says(from, "off") || Says(from, "case") ? "off" : "notRead";
            var rest = from.ToLowerInvariant() is "on" or "off" ? "" : Leading().Replace(from, "");
            Pressed("opensPairing", press, power, rest, hold);
        }

        /// <summary>A button that is held or pressed, an entry on a display, or words.</summary>
        public void Pressed(string does, string words, string from, string startsFrom, double hold)
        {
            if (OnDisplay().Match(words) is { Success: true } entry)
            {
                Add(does, Control("the display", "display", ""), from, 0, 1, entry.Groups["to"].Value, startsFrom, "");
                return;
            }

            var button = HoldOrPress().Match(words);
            var control = button.Groups["control"].Value;
            if (!button.Success || control.Contains(" and ", StringComparison.Ordinal) || control.StartsWith("once", StringComparison.OrdinalIgnoreCase))
            {
                Add(does, "", from, hold, 1, "", startsFrom, words);
                return;
            }

            if (Heard().Match(button.Groups["until"].Value) is { Success: true } heard)
                Look("waiting", heard.Groups["what"].Value, by: "prompt");
            Add(does, Control(control, "button", ""), from, hold, button.Groups["twice"].Success ? 2 : 1, "", startsFrom, "");
        }

        public void Look(string state, string looks, string means = "", string? by = null)
        {
            if (looks.Length == 0)
                return;
            by ??= Heard().IsMatch(looks) || Prompted().IsMatch(looks) ? "prompt" : Displayed().IsMatch(looks) ? "display" : "light";
            var colours = by == "light" ? Colours.Where(c => Says(looks, c)).ToList() : [];
            Signs.Add(new JsonObject
            {
                ["state"] = state,
                ["by"] = by,
                ["looks"] = looks,
                ["colour"] = string.Join(" and ", colours.OrderBy(c => looks.IndexOf(c, StringComparison.OrdinalIgnoreCase))),
                ["rhythm"] = by != "light" ? "notRead" : looks.Contains("in turn", StringComparison.Ordinal) ? "inTurn"
                    : Says(looks, "fast") || looks.Contains("twice a second", StringComparison.Ordinal) ? "fast"
                    : Says(looks, "slow") || Says(looks, "slowly") || Says(looks, "once") ? "slow" : Says(looks, "steady") ? "steady" : "notRead",
                ["means"] = state == "other" ? means : "",
            });
        }

        private string Control(string name, string kind, string printed)
        {
            if (!Controls.OfType<JsonObject>().Any(c => c["name"]!.GetValue<string>() == name))
                Controls.Add(new JsonObject { ["name"] = name, ["kind"] = kind, ["printed"] = printed });
            return name;
        }

        private void Add(string does, string control, string from, double hold, int presses, string to, string startsFrom, string words) =>
            Gestures.Add(new JsonObject
            {
                ["does"] = does,
                ["control"] = control,
                ["from"] = from,
                ["holdSeconds"] = hold,
                ["holdAtMostSeconds"] = 0,
                ["presses"] = presses,
                ["to"] = to,
                ["startsFrom"] = startsFrom,
                ["words"] = words,
            });
    }

    [GeneratedRegex(@"^slide to (?<to>\S+?)\.?$", RegexOptions.IgnoreCase)]
    private static partial Regex SlideTo();

    [GeneratedRegex(@"^slide (?<printed>(?<to>\S+) / (?<other>\S+?))\.?$", RegexOptions.IgnoreCase)]
    private static partial Regex SlideOf();

    [GeneratedRegex(@"slide (?<printed>\S+ / \S+)", RegexOptions.IgnoreCase)]
    private static partial Regex SlidePrinted();

    [GeneratedRegex(@"^choose (?<to>.+) on the display\.?$", RegexOptions.IgnoreCase)]
    private static partial Regex OnDisplay();

    [GeneratedRegex(@"^(?:hold|press) (?<control>.+?)(?<twice> twice)?(?: until (?<until>.+?))?\.?$", RegexOptions.IgnoreCase)]
    private static partial Regex HoldOrPress();

    [GeneratedRegex(@"^(?:you hear (?<what>.+)|(?<what>it (?:hums|speaks)))$", RegexOptions.IgnoreCase)]
    private static partial Regex Heard();

    [GeneratedRegex(@"\b(tone|tune|beep|spoken|speaks|says|voice)\b", RegexOptions.IgnoreCase)]
    private static partial Regex Prompted();

    [GeneratedRegex(@"\b(display|list|name|names)\b", RegexOptions.IgnoreCase)]
    private static partial Regex Displayed();

    [GeneratedRegex(@"^(on|off), ", RegexOptions.IgnoreCase)]
    private static partial Regex Leading();
}
