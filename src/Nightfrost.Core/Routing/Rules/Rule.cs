using System.Collections.Immutable;

namespace Nightfrost.Core.Routing.Rules;

/// <summary>What a broken rule does to a route.</summary>
public enum RuleEffect
{
    /// <summary>The route cannot be used.</summary>
    Refuses,

    /// <summary>The route works; the specialist must know or do something.</summary>
    Advises,
}

/// <summary>What a rule looks at.</summary>
public enum RuleScope
{
    /// <summary>Socket, adapters and transmitter.</summary>
    Tap,

    /// <summary>
    /// The whole way to one ear. A refusing rule of this scope looks at the link, its two ends, what is worn and who wears it; of the socket only whether its
    /// level is known to be fixed, or, where the rest of a rig stands beside it, which other outputs that rig uses; never at the adapters.
    /// </summary>
    WholeWay,
}

/// <summary>Something a route must satisfy. All rules stand in <see cref="RuleList.All"/>; screens, tests and docs read that list.</summary>
/// <param name="Id">Stable, kebab-case; stored with a verdict and never reused for another meaning.</param>
/// <param name="Effect">Refuses or advises.</param>
/// <param name="Scope">What it needs to see.</param>
/// <param name="Sentence">What is said, in the reader's words; {names} are filled from the finding's values.</param>
/// <param name="Remedy">What to do about it, with the same names.</param>
/// <param name="Source">Public document, or "practice".</param>
/// <param name="Breaks">True when the route breaks the rule.</param>
/// <param name="Values">The values that decide it, by name; asked only of a route that breaks it.</param>
public sealed record Rule(
    string Id, RuleEffect Effect, RuleScope Scope, string Sentence, string Remedy, string Source,
    Func<Route, bool> Breaks, Func<Route, IReadOnlyDictionary<string, string>> Values)
{
    /// <summary>True for a refusing rule that looks at nothing but what is worn and who wears it.</summary>
    public bool SeesWornAlone { get; init; }

    /// <summary>How far along the way it is met; a larger number is nearer to the ear.</summary>
    public int Order { get; init; }

    /// <summary>The finding of this rule for one route, or null when the rule is satisfied.</summary>
    public Finding? Ask(Route route) => Breaks(route) ? Finding.Of(this, Values(route)) : null;
}

/// <summary>A rule met by one route, with the values that decide it.</summary>
/// <param name="RuleId">The rule.</param>
/// <param name="Effect">Refuses or advises.</param>
/// <param name="Sentence">What is said, filled in.</param>
/// <param name="Remedy">What to do, filled in.</param>
/// <param name="Values">The values by name.</param>
public sealed record Finding(string RuleId, RuleEffect Effect, string Sentence, string Remedy, IReadOnlyDictionary<string, string> Values)
{
    internal static Finding Of(Rule rule, IReadOnlyDictionary<string, string> values) =>
        new(rule.Id, rule.Effect, Wording.Capital(Fill(rule.Sentence, values)), Fill(rule.Remedy, values),
            values.ToImmutableSortedDictionary(StringComparer.Ordinal));

    private static string Fill(string sentence, IReadOnlyDictionary<string, string> values) =>
        values.Aggregate(sentence, (text, pair) => text.Replace($"{{{pair.Key}}}", pair.Value, StringComparison.Ordinal));
}
