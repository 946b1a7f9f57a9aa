using Nightfrost.Core.Routing.Ways;

namespace Nightfrost.Core.Routing.Search;

/// <summary>One route of a rig that was found.</summary>
/// <param name="Listener">Number of the listener.</param>
/// <param name="Line">The feed.</param>
/// <param name="Group">Routes with the same number share the feed.</param>
/// <param name="Ear">What is worn.</param>
internal readonly record struct Pick(int Listener, FeedLine Line, int Group, EarOption Ear);

/// <summary>A part of a rig: a feed, an ear that joins one, or two parts put together.</summary>
internal sealed record RigPart
{
    public required Weight Weight { get; init; }

    /// <summary>What it takes of things there are only so many of, by <see cref="Stock"/>.</summary>
    public required long Taken { get; init; }

    /// <summary>Two parts put together; with an ear, the first is what it joins.</summary>
    public RigPart? First { get; init; }
    public RigPart? Second { get; init; }

    /// <summary>The feed that begins a group.</summary>
    public FeedLine? Line { get; init; }

    /// <summary>The ear that joins it, and whose it is.</summary>
    public EarOption? Ear { get; init; }
    public int Listener { get; init; }

    /// <summary>The routes it is made of, in the order of the listeners.</summary>
    public List<Pick> Picks()
    {
        var (picks, groups) = (new List<Pick>(), 0);
        Gather(this);
        return [.. picks.OrderBy(p => p.Listener)];

        void Gather(RigPart? part)
        {
            // A splitter by itself is no route.
            if (part is null)
                return;
            if (part.Ear is null)
            {
                Gather(part.First);
                Gather(part.Second);
                return;
            }

            // A chain of ears back to the feed they share.
            var feed = part;
            while (feed.Ear is not null)
                feed = feed.First!;
            for (var at = part; at.Ear is not null; at = at.First!)
                picks.Add(new(at.Listener, feed.Line!, groups, at.Ear));
            groups++;
        }
    }
}
