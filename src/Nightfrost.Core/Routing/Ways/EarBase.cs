using Nightfrost.Core.Routing.Rules;

namespace Nightfrost.Core.Routing.Ways;

/// <summary>What one listener may wear, before any sending end is looked at.</summary>
/// <param name="Ear">The ear.</param>
/// <param name="Needs">Needs met at the ear.</param>
/// <param name="Preferences">Preferences met at the ear.</param>
/// <param name="Lacks">What a feed may still meet of both.</param>
/// <param name="Effort">Things to switch on and boxes, by <see cref="Routing.Effort"/>.</param>
/// <param name="Uses">Pieces there are only so many of.</param>
/// <param name="Cents">Price with everything at hand used freely, in hundredths.</param>
internal sealed record EarBase(Ear Ear, int Needs, int Preferences, Brought Lacks, int Effort, Use[] Uses, long Cents)
{
    /// <summary>The rule that refuses what is worn by whoever wears it, whatever sends; null for none.</summary>
    public required Rule? Refused { get; init; }

    /// <summary>All that sending ends and rules see of the receiver and the relay, but for what somebody may wish.</summary>
    public required string Key { get; init; }

    /// <summary>The stages behind the link: the same text for the same delays.</summary>
    public required string Stages { get; init; }

    /// <summary>Number of what it uses of things at hand, the same for the same pieces; 0 for nothing, below 0 where something was asked for by name.</summary>
    public required int Scarce { get; init; }

    /// <summary>Ids of the receiver and the relay.</summary>
    public required string[] DeviceIds { get; init; }

    /// <summary>It stays whatever else there is, and nothing stays out because of it.</summary>
    public required bool Apart { get; init; }
}
