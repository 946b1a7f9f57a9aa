using Nightfrost.Core.Acts;

namespace Nightfrost.Core.Bench;

/// <summary>Something a specialist looks at, or does and then listens.</summary>
/// <param name="Words">What to do, as an instruction.</param>
/// <param name="Acts">What is done first; empty for a look, and for what is only taken in the hand.</param>
/// <param name="Sees">What is seen or heard then. Two moments that answer differently are told apart by it; the words are never shown.</param>
public sealed record Check(string Words, IReadOnlyList<Act> Acts, Func<BenchState, string> Sees)
{
    /// <summary>What it shows at a moment.</summary>
    public string Answer(BenchState state) => Sees(Acts.Count == 0 ? state : Bench.LetFind(Acts.Aggregate(state, (now, act) => Bench.Do(now, act))));
}
