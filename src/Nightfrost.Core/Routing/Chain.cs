using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>A chain of leads and adapters from one socket to the input that all things of one sort have, with all of its worth that hangs on the chain alone.</summary>
internal sealed class Chain
{
    public required SourcePort Socket { get; init; }
    public required Device[] Adapters { get; init; }

    /// <summary>Its leads, the last one into the input.</summary>
    public required Joint[] Joints { get; init; }
    public required ChainNeed Need { get; init; }

    /// <summary>Its stages, by <see cref="InStepGrades.ChainOf"/>.</summary>
    public required int Stages { get; init; }

    /// <summary>Effort of its adapters and leads, by <see cref="Search.Effort"/>; the splitter not counted.</summary>
    public required int Effort { get; init; }
    public required bool MonoSum { get; init; }

    /// <summary>Pieces it uses of what is at hand.</summary>
    public required Use[] Scarce { get; init; }

    /// <summary>It neither stands in for another nor is stood in for.</summary>
    public required bool Apart { get; init; }

    /// <summary>The splitter at the socket; null for none.</summary>
    public Device? Splitter => Feed.SplitterOf(Adapters);

    /// <summary>Speakers for the room on one end of that; null for none.</summary>
    public RoomHalf? Room { get; init; }

    /// <summary>The feed into a box; null for a plain wire.</summary>
    public Feed To(Device? box) => new(Socket, Adapters, box, Joints) { Room = Room };

    /// <summary>True when, with any box at the end of both, this one is no worse than another but for delay, whatever is at hand and whoever else wants it.</summary>
    public bool StandsInFor(Chain other) =>
        !Apart && !other.Apart && ReferenceEquals(Splitter, other.Splitter) && ReferenceEquals(Room?.Speakers, other.Room?.Speakers) && MonoSum == other.MonoSum && Effort <= other.Effort
        && Need.Cents <= other.Need.Cents && Outlets.AskNoMore(Need.Draws, other.Need.Draws) && Rivalry.TakesNoMore(Scarce, other.Scarce);
}

/// <summary>How the things of one sort are joined to one socket.</summary>
/// <param name="Chains">Chains that no rule refuses, without those that another one stands in for.</param>
/// <param name="Working">How many there are with those.</param>
/// <param name="Adapters">Adapters that stand in one of them.</param>
/// <param name="Refused">Chains that a rule refuses, with the rule.</param>
internal sealed record Joining(IReadOnlyList<Chain> Chains, int Working, IReadOnlyList<Device> Adapters, IReadOnlyList<(Outlet Outlet, Joint[] Joints, Rule Rule)> Refused)
{
    /// <summary>True when nothing joins them at all.</summary>
    public bool IsEmpty => Working == 0 && Refused.Count == 0;
}
