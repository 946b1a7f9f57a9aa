using Nightfrost.Core.Kit;
using Nightfrost.Core.Line;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Runsheet;

/// <summary>What has to be done before a visit, in order.</summary>
public enum PrepareKind
{
    Ask,
    Order,
    Contents,
    Charge,
    Fetch,
    Pack,
}

/// <summary>One thing to do or to bring before a visit.</summary>
public sealed record PrepareItem
{
    /// <summary>Stable for the same rig, so that what was ticked stays ticked.</summary>
    public required string Id { get; init; }
    public required PrepareKind Kind { get; init; }

    /// <summary>What, in a few words.</summary>
    public required string Words { get; init; }

    /// <summary>The box it belongs to, or whose phone; blank for the whole visit.</summary>
    public string Of { get; init; } = "";

    /// <summary>Pieces; 0 where it is not counted.</summary>
    public int Pieces { get; init; }

    /// <summary>More about it; blank when the words say all.</summary>
    public string Detail { get; init; } = "";

    /// <summary>A caution that belongs here; blank for most.</summary>
    public string Caution { get; init; } = "";

    /// <summary>Latest moment, site's time; null while no visit is planned, or where none matters.</summary>
    public DateTime? By { get; init; }

    /// <summary>How long before the visit, in words, for as long as none is planned; blank where it does not matter.</summary>
    public string LeadTime { get; init; } = "";

    /// <summary>Must wait, and why; blank for most.</summary>
    public string HeldBecause { get; init; } = "";

    /// <summary>To pay for all pieces, in the shelf's currency; 0 for what costs nothing.</summary>
    public decimal ToPay { get; init; }

    /// <summary>A lead's two plugs; empty for anything else.</summary>
    public IReadOnlyList<Connector> Ends { get; init; } = [];

    /// <summary>Key of the manual it asks for (<see cref="Manuals"/>); null for anything else.</summary>
    public string? ManualOf { get; init; }

    /// <summary>Something to write down, such as the version read back; blank for none.</summary>
    public string Note { get; init; } = "";
}

/// <summary>Everything to be ordered, checked, charged, fetched and packed for one visit.</summary>
/// <param name="Items">In order.</param>
/// <param name="ToPay">Price of all orders.</param>
/// <param name="OutletsNeeded">Mains outlets the rig needs at the set.</param>
/// <param name="OutletsFree">Mains outlets found free there.</param>
public sealed record Preparation(IReadOnlyList<PrepareItem> Items, decimal ToPay, int OutletsNeeded, int OutletsFree)
{
    /// <summary>Nothing to prepare, because no rig is chosen.</summary>
    public static Preparation None { get; } = new([], 0, 0, 0);

    /// <summary>Derives the list from a rig and its devices' attributes.</summary>
    /// <param name="rig">The rig.</param>
    /// <param name="visit">When it is set up; null while not planned.</param>
    /// <param name="missing">Ids of contents that were looked for in their box and not found: they are ordered.</param>
    /// <param name="menuPathsElsewhere">Menu paths met on other visits to sets of this model.</param>
    public static Preparation For(Rig rig, Visit? visit, IReadOnlySet<string>? missing = null, IReadOnlyList<MenuPath>? menuPathsElsewhere = null)
    {
        var parts = Parts.Of(rig);
        var contents = ContentsItems.For(rig, parts).ToList();
        var orders = OrderItems.For(rig, parts, visit, [.. contents.Where(c => missing?.Contains(c.Item.Id) == true)]).ToList();
        return new(
            [
                .. AskItems.For(rig), .. orders, .. contents.Select(c => c.Item), .. ChargeItems.For(rig, parts, visit),
                .. FetchItems.For(rig, menuPathsElsewhere ?? []), .. PackItems.For(rig, parts),
            ],
            orders.Sum(o => o.ToPay), MainsOutlets.Needed(rig), rig.Site.Look.Set.MainsOutletsFree);
    }

    /// <summary>Drafts the message to whoever sold a box in which something was missing.</summary>
    /// <param name="box">Name of the box.</param>
    /// <param name="missing">Names of what was missing.</param>
    public static string MessageFor(string box, IReadOnlyList<string> missing) =>
        $"Hello,\n\nthe {box} we received from you lacked:\n{string.Concat(missing.Select(m => $"- {m}\n"))}\nAll of it stands on the box's list of contents. "
            + $"Please send {(missing.Count == 1 ? "it" : "them")}, and tell us by which day.\n\nThank you.";
}
