namespace Nightfrost.Core.Routing;

/// <summary>What a rig must cost less than to be new: for each number of wishes met and of things to switch on the least price of the rigs known that are no worse in both.</summary>
internal sealed class KnownRigs
{
    // More than any price, and less than what stands for sets of listeners that nothing serves.
    private const long NoLimit = -(SubsetSolver.Never / 2);

    private readonly long _budget;
    private readonly int _wishes;
    private readonly int _hands;
    private readonly long[] _limits;

    /// <param name="known">Rigs known already.</param>
    /// <param name="budgetCents">Most that a rig may cost, in hundredths.</param>
    public KnownRigs(IReadOnlyCollection<Score> known, long budgetCents)
    {
        _budget = Math.Min(budgetCents, NoLimit - 1) + 1;
        (_wishes, _hands) = known.Count == 0 ? (0, 0) : (known.Max(score => score.NeedsMet) + 1, known.Max(score => score.Boxes) + 1);
        _limits = new long[_wishes * _hands];
        Array.Fill(_limits, _budget);
        foreach (var score in known)
        {
            ref var limit = ref _limits[score.NeedsMet * _hands + score.Boxes];
            limit = Math.Min(limit, (long)Math.Round(score.Price * 100));
        }

        // What meets more wishes and has less to switch on is no worse.
        for (var wishes = _wishes - 1; wishes >= 0; wishes--)
        {
            for (var hand = 0; hand < _hands; hand++)
            {
                ref var limit = ref _limits[wishes * _hands + hand];
                if (wishes + 1 < _wishes)
                    limit = Math.Min(limit, _limits[(wishes + 1) * _hands + hand]);
                if (hand > 0)
                    limit = Math.Min(limit, _limits[wishes * _hands + hand - 1]);
            }
        }
    }

    /// <summary>True when something that has at best so much may be new and within the budget.</summary>
    /// <param name="wishes">Wishes met, at least 0.</param>
    /// <param name="cents">Price, in hundredths.</param>
    /// <param name="hand">Things to switch on.</param>
    public bool MayBeNew(int wishes, long cents, int hand) => cents < (wishes >= _wishes || hand < 0 ? _budget : _limits[wishes * _hands + Math.Min(hand, _hands - 1)]);
}
