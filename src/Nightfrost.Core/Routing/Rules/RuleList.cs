namespace Nightfrost.Core.Routing.Rules;

/// <summary>The one list of rules. Refusing rules stand in the order a specialist would meet them, from the socket to the ear.</summary>
public static class RuleList
{
    public const string SocketTaken = "socket-taken";
    public const string ConnectorFit = "connector-fit";
    public const string OwnReceiver = "own-receiver-only";
    public const string ListenersAtOnce = "listeners-at-once";
    public const string ChannelLeft = "channel-left";
    public const string SameLink = "same-link";
    public const string AidsUnconfirmed = "aids-unconfirmed";

    /// <summary>Every rule.</summary>
    public static IReadOnlyList<Rule> All { get; } =
        [.. TapRules.Refusing.Concat(EarRules.Refusing).Concat(AdviceRules.All).Select((rule, order) => rule with { Order = order })];

    private static readonly Rule[] FeedRefusals = [.. All.Where(rule => rule is { Effect: RuleEffect.Refuses, Scope: RuleScope.Tap })];
    private static readonly Rule[] ChainRefusals = [.. FeedRefusals.SkipWhile(rule => rule.Id != SocketTaken)];
    private static readonly Rule[] RouteRefusals = [.. All.Where(rule => rule is { Effect: RuleEffect.Refuses, Scope: RuleScope.WholeWay })];
    private static readonly Rule[] WornRefusals = [.. RouteRefusals.Where(rule => rule.SeesWornAlone)];
    private static readonly Rule[] Advice = [.. All.Where(rule => rule.Effect == RuleEffect.Advises)];
    private static readonly Dictionary<string, int> Order = All.ToDictionary(rule => rule.Id, rule => rule.Order);

    /// <summary>The first rule that refuses this feed, or null.</summary>
    public static Finding? RefusesFeed(Route route) => RefusingFeed(route)?.Ask(route);

    /// <summary>The first rule that refuses the way from feed to ear, or null.</summary>
    public static Finding? RefusesRoute(Route route) => RefusingRoute(route)?.Ask(route);

    /// <summary>Everything that must be known or done about a route that works.</summary>
    public static IReadOnlyList<Finding> AdviceFor(Route route) => [.. Advice.Select(rule => rule.Ask(route)).OfType<Finding>()];

    /// <summary>How far along the way a rule is met; a larger number is nearer to the ear.</summary>
    public static int Position(string ruleId) => Order[ruleId];

    internal static Rule? RefusingFeed(Route route) => First(FeedRefusals, route);

    /// <summary>The same, for a socket that none of the rules before <see cref="SocketTaken"/> refuses: those see the socket alone.</summary>
    internal static Rule? RefusingChain(Route route) => First(ChainRefusals, route);

    internal static Rule? RefusingRoute(Route route) => First(RouteRefusals, route);

    /// <summary>The first rule that refuses what is worn by whoever wears it, whatever sends.</summary>
    internal static Rule? RefusingEar(Route route) => First(WornRefusals, route);

    private static Rule? First(Rule[] rules, Route route)
    {
        foreach (var rule in rules)
        {
            if (rule.Breaks(route))
                return rule;
        }

        return null;
    }
}
