using Nightfrost.Core.Kit;
using Nightfrost.Core.Timing;

namespace Nightfrost.Web.Kit;

/// <summary>One of a list to choose from.</summary>
public sealed record ConnectorTerm(Connector Value, string Words);

/// <summary>One of a list to choose from.</summary>
public sealed record SignalTerm(Signal Value, string Words);

/// <summary>A link technology to choose from.</summary>
/// <param name="Value">The technology.</param>
/// <param name="Words">Its name.</param>
/// <param name="Codecs">A codec decides its delay and quality.</param>
/// <param name="Radio">Path loss applies: it has a power sent and a sensitivity.</param>
/// <param name="Infrared">It runs by infrared light.</param>
/// <param name="KeepsChannel">A box may stay on the channel it is set to.</param>
public sealed record TechnologyTerm(LinkTechnology Value, string Words, bool Codecs, bool Radio, bool Infrared, bool KeepsChannel);

/// <summary>A codec class to choose from.</summary>
/// <param name="Value">The class.</param>
/// <param name="Words">Its name.</param>
/// <param name="Standard">An open standard: it carries no printed mark.</param>
public sealed record CodecTerm(CodecClass Value, string Words, bool Standard);

/// <summary>A delay stage inside a device to choose from.</summary>
public sealed record StageTerm(string Value, string Words);

/// <summary>A state that a light, prompt or display tells of.</summary>
public sealed record StateTerm(SignState Value, string Words);

/// <summary>What a device is described with.</summary>
public sealed record KitTerms(
    IReadOnlyList<ConnectorTerm> Connectors, IReadOnlyList<SignalTerm> Signals, IReadOnlyList<TechnologyTerm> Technologies, IReadOnlyList<CodecTerm> Codecs,
    IReadOnlyList<StageTerm> Stages, IReadOnlyList<StateTerm> States, IReadOnlyList<ReadyMade> ReadyMade)
{
    /// <summary>The lists, in the order of their enumerations.</summary>
    public static KitTerms All { get; } = new(
        [.. Enum.GetValues<Connector>().Select(c => new ConnectorTerm(c, Core.Kit.Connectors.Words(c)))],
        [.. Enum.GetValues<Signal>().Select(s => new SignalTerm(s, Core.Kit.Connectors.Words(s)))],
        [.. LinkTechnologies.All.Select(Technology)],
        [.. CodecClasses.All.Select(c => new CodecTerm(c.Class, c.Words, new Codec(c.Class, "").IsStandard))],
        [.. StageDelays.All.Where(s => s.InsideBox).Select(s => new StageTerm(s.Id, s.Words))],
        [.. Enum.GetValues<SignState>().Select(s => new StateTerm(s, GestureWords.Of(s)))],
        Core.Kit.ReadyMade.All);

    private static TechnologyTerm Technology(LinkFacts facts)
    {
        var link = new AirLink { Technology = facts.Technology, Transmits = true };
        return new(facts.Technology, facts.Words, link.IsBluetooth, facts.FrequencyMHz > 0, link.IsInfrared, link.KeepsChannel);
    }
}
