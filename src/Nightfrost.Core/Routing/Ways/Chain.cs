using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing.Ways;

/// <summary>
/// A chain of leads and adapters from one socket to the input that all things of one sort have, with all of its worth that hangs on the chain alone.
/// </summary>
internal sealed class Chain
{
    public required SourcePort Socket { get; init; }
    public required Device[] Adapters { get; init; }

    /// <summary>Its leads, the last one into the input.</summary>
    public required Joint[] Joints { get; init; }
    public required ChainNeed Need { get; init; }

    /// <summary>Its stages, by <see cref="InStepTable.StagesOf"/>.</summary>
    public required string Stages { get; init; }

    /// <summary>Effort of its adapters and leads, by <see cref="Routing.Effort"/>; the splitter not counted.</summary>
    public required int Effort { get; init; }
    public required bool MonoSum { get; init; }

    /// <summary>The splitter at the socket; null for none.</summary>
    public Device? Splitter => Feed.SplitterOf(Adapters);

    /// <summary>Speakers for the room on one end of that; null for none.</summary>
    public RoomHalf? Room { get; init; }

    /// <summary>The feed into a box; null for a plain wire.</summary>
    public Feed To(Device? box) => new(Socket, Adapters, box, Joints) { Room = Room };
}

/// <summary>How the things of one sort are joined to one socket.</summary>
/// <param name="Chains">Chains that no rule refuses.</param>
/// <param name="Refused">Chains that a rule refuses, with the rule.</param>
internal sealed record Joining(IReadOnlyList<Chain> Chains, IReadOnlyList<(Outlet Outlet, Joint[] Joints, Rule Rule)> Refused)
{
    /// <summary>True when nothing joins them at all.</summary>
    public bool IsEmpty => Chains.Count == 0 && Refused.Count == 0;
}
