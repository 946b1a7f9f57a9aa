namespace Nightfrost.Core.Routing;

/// <summary>Least a rig must reach on what is only as good as its worst listener.</summary>
internal readonly record struct Threshold(int InStep, int Quality, int Margin)
{
    public static Threshold None { get; } = new(0, 0, 0);
}

/// <summary>How much each place that adds up over listeners counts, so that a sum of longs compares like the places one after the other.</summary>
internal readonly record struct Weights(long Served, long Needs, long Cents, long Hand)
{
    /// <summary>The weights of an order of priorities. Places that do not add up over listeners are left to thresholds.</summary>
    /// <param name="order">Criteria that count, the first one first.</param>
    public static Weights Of(IEnumerable<Criterion> order)
    {
        var (needs, cents, hand, weight) = (0L, 0L, 0L, 1L);
        foreach (var criterion in order.Reverse())
        {
            switch (criterion)
            {
                case Criterion.Needs:
                    (needs, weight) = (weight, weight << 9);
                    break;
                case Criterion.Price:
                    (cents, weight) = (weight, weight << 31);
                    break;
                case Criterion.Boxes:
                    (hand, weight) = (weight, weight << 9);
                    break;
            }
        }

        return new(weight, needs, cents, hand);
    }

    /// <summary>True when a single place counts: what is best in every place at once then weighs as much as the best there is.</summary>
    public bool CountOnePlace => (Served != 0 ? 1 : 0) + (Needs != 0 ? 1 : 0) + (Cents != 0 ? 1 : 0) + (Hand != 0 ? 1 : 0) == 1;

    /// <summary>What one ear adds, everything at hand used freely.</summary>
    public long KeyOf(in Worth one) => KeyOf(1, one.Needs, one.Cents, one.Hand);

    /// <summary>The weighed sum of what a part of a rig adds.</summary>
    /// <param name="served">Listeners.</param>
    /// <param name="needs">Wishes met.</param>
    /// <param name="cents">Price, in hundredths.</param>
    /// <param name="hand">Things to switch on.</param>
    public long KeyOf(int served, int needs, long cents, int hand) => Served * served + Needs * needs - Cents * cents - Hand * hand;
}

/// <summary>A listener whose route must hold a thing.</summary>
internal readonly record struct Demand(string Id, int Listener);

/// <summary>One route of a solution.</summary>
/// <param name="Listener">Number of the listener.</param>
/// <param name="Line">The feed.</param>
/// <param name="Group">Routes with the same number share the feed.</param>
/// <param name="Ear">What is worn.</param>
/// <param name="FromBox">Set of the sorts of things taken from the transmitter's box.</param>
/// <param name="Splitter">The splitter it hangs on; null for none.</param>
internal readonly record struct Pick(int Listener, FeedLine Line, int Group, EarOption Ear, int FromBox, SplitterLine? Splitter)
{
    public Feed Feed => Splitter is null ? Line.Feed : Line.Feed.Behind(Splitter.Device);
}

/// <summary>A solution of the relaxed problem.</summary>
/// <param name="Key">Its weighed sum.</param>
/// <param name="Served">Set of listeners served.</param>
/// <param name="Picks">Their routes.</param>
/// <param name="Bests">The best weighed sum of each set of listeners served exactly.</param>
internal sealed record Solution(long Key, int Served, IReadOnlyList<Pick> Picks, Bests Bests);
