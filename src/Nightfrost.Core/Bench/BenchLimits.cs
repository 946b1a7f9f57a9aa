using Nightfrost.Core.Acts;
using Nightfrost.Core.Handover;
using Nightfrost.Core.Loudness;
using Nightfrost.Core.Power;
using static System.FormattableString;

namespace Nightfrost.Core.Bench;

/// <summary>A value that stands in where nothing better is known.</summary>
/// <param name="Words">What it is.</param>
/// <param name="Value">The value with its unit.</param>
public sealed record StartingValue(string Words, string Value);

/// <summary>What the Bench simulates, what it does not, and what it starts from: a proof is worth as much as this.</summary>
/// <param name="CarriedOut">What is simulated.</param>
/// <param name="NotYet">What is not: a rig with any of it is shown as not carried out.</param>
/// <param name="Simplified">Where it is simpler than a living room.</param>
/// <param name="StartingValues">What it reckons with.</param>
public sealed record BenchLimits(
    IReadOnlyList<string> CarriedOut, IReadOnlyList<string> NotYet, IReadOnlyList<string> Simplified, IReadOnlyList<StartingValue> StartingValues)
{
    private sealed record Shipped(IReadOnlyList<string> CarriedOut, IReadOnlyList<string> NotYet, IReadOnlyList<string> Simplified);

    /// <summary>The limits as they are.</summary>
    public static BenchLimits All { get; } = From(Core.Shipped.Read<Shipped>("Bench.limits.json"));

    private static BenchLimits From(Shipped shipped) => new(shipped.CarriedOut, shipped.NotYet, shipped.Simplified,
    [
        new("Plugging a lead in, or a supply", Seconds(ActTimes.HandsMs(new Act.Feed("", "")))),
        new("A choice in a menu", Seconds(ActTimes.HandsMs(new Act.Choose("", SourceMenu.Output, "")))),
        new("Bluetooth of a phone off or on", Seconds(ActTimes.HandsMs(new Act.Radio("", false)))),
        new("Bringing, putting on, starting a programme", Seconds(ActTimes.HandsMs(new Act.PutOn("")))),
        new("Any other touch", Seconds(ActTimes.HandsMs(new Act.Switch("", true)))),
        new("Paces a sheet must hold at, times those", "½, 1 and 3"),
        new("From coming on to looking for a partner", Seconds(Pairing.SeekMs)),
        new("A lost partner is looked for", Seconds(Pairing.LostMs)),
        new("A source's own list of headphones looks for", Invariant($"{BenchSites.SearchSeconds:0} s")),
        new("The display of a second zone shows it for", Seconds(Zones.ShownMs)),
        new("An idle box wakes a bar after", Invariant($"{Waking.WakesAfterMs / 60_000} min")),
        new("A hub without a supply gives each socket", Invariant($"{Settling.HubPortMa} mA")),
        new("Warning of a low cell below", Invariant($"{Signs.LowShare * 100:0} % of its charge")),
        new("Hours that a battery is counted on for", Invariant($"{BoxPower.RunTimeShare * 100:0} % of its maker's")),
        new("An evening, where nobody said how long", Invariant($"{DailySteps.UsualHours:0} h")),
        new("Evenings of the client's week, one with a call, one after somebody else used the set", Invariant($"{ClientWeek.Evenings}")),
        new("A line output at full scale", DbV(LevelStages.LineFullScaleDbV)),
        new("A headphone socket at full scale", DbV(LevelStages.HeadphoneFullScaleDbV)),
        new("The usual volume of a set takes off", Db(-LevelStages.UsualVolumeDb)),
        new("Its headphone level as it comes takes off", Db(-LevelStages.HeadphoneLowDb)),
        new("A line input clips at", DbV(LevelStages.LineClipDbV)),
        new("Noise of an analogue output", DbV(LevelStages.OutputNoiseDbV)),
        new("Noise of a converter below full scale", Db(LevelStages.ConverterNoiseDb)),
        new("Noise of a link that is not digital below full scale", Db(LevelStages.AnalogueLinkNoiseDb)),
        new("A receiver right up gives at full scale", Invariant($"{LevelStages.ReceiverDbSpl:0} dB SPL")),
        new("A wired one gives at 1 V", Invariant($"{LevelStages.WiredDbSplAt1V:0} dB SPL")),
        new("Speech is loud enough from, and hardly heard below", Invariant($"{EarLevel.ComfortableDbSpl:0} and {EarLevel.FaintDbSpl:0} dB SPL")),
    ]);

    private static string Seconds(int ms) => Invariant($"{ms / 1000.0:0.#} s");

    private static string Db(double db) => Invariant($"{db:0} dB");

    private static string DbV(double level) => Invariant($"{level:+0;−0;0} dBV");
}
