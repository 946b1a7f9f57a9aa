using System.Globalization;
using System.Text.Json;
using Microsoft.AspNetCore.Mvc;
using Nightfrost.Core;
using Nightfrost.Core.Routing;

namespace Nightfrost.Web.Routing;

/// <summary>Priorities and limits as they stand in an address.</summary>
/// <param name="Order">Criteria in order, by commas; those left out follow in the usual order.</param>
/// <param name="Budget">Most to pay.</param>
/// <param name="NoWires">No wire across the floor.</param>
/// <param name="MustUse">Ids of what must be used.</param>
/// <param name="MustNotUse">Ids of what must not.</param>
internal sealed record WantedQuery(
    [property: FromQuery(Name = "order")] string? Order, [property: FromQuery(Name = "budget")] string? Budget,
    [property: FromQuery(Name = "noWires")] bool? NoWires,
    [property: FromQuery(Name = "mustUse")] string[]? MustUse, [property: FromQuery(Name = "mustNotUse")] string[]? MustNotUse)
{
    private const decimal MostBudget = 1_000_000;

    /// <summary>The wishes, and what is wrong with them; empty when they can be used.</summary>
    public IReadOnlyList<FieldProblem> Read(out Wanted wanted)
    {
        var problems = new List<FieldProblem>();
        var order = new List<Criterion>();
        foreach (var word in (Order ?? "").Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries))
        {
            if (Enum.GetValues<Criterion>().Where(c => JsonNamingPolicy.CamelCase.ConvertName(c.ToString()) == word).ToList() is not [var criterion])
                problems.Add(new("order", $"There is no criterion '{(word.Length > 40 ? word[..40] + "…" : word)}'.",
                    $"Choose from: {string.Join(", ", Enum.GetValues<Criterion>().Select(c => JsonNamingPolicy.CamelCase.ConvertName(c.ToString())))}."));
            else if (!order.Contains(criterion))
                order.Add(criterion);
        }

        decimal? budget = null;
        if (!string.IsNullOrWhiteSpace(Budget))
        {
            if (decimal.TryParse(Budget, NumberStyles.Number, CultureInfo.InvariantCulture, out var typed) && typed is >= 0 and <= MostBudget)
                budget = typed;
            else
                problems.Add(new("budget", "It is no amount from 0 to 1,000,000.", "Enter the most to pay, such as 120.50, or leave it empty."));
        }

        if (MustUse?.Length > Limits.MostDemanded)
            problems.Add(new("mustUse", $"{MustUse.Length} things are more than {Limits.MostDemanded}.", "Demand fewer at once."));
        if (MustNotUse?.Length > 200)
            problems.Add(new("mustNotUse", $"{MustNotUse.Length} things are more than 200.", "Shut out fewer."));
        if ((MustUse ?? []).Intersect(MustNotUse ?? []).FirstOrDefault() is { } both)
            problems.Add(new("mustUse", $"'{(both.Length > 40 ? both[..40] + "…" : both)}' must be used and must not.", "Take it off one of the two lists."));
        wanted = new(Priorities.Starting([.. order]), new(budget, NoWires == true, [.. (MustUse ?? []).Distinct()], [.. (MustNotUse ?? []).Distinct()]));
        return problems;
    }
}
