namespace Nightfrost.Core.Routing;

/// <summary>
/// What is scarce at a site, as it is counted: first as if there were always a channel left, which never underrates a rig and is most often true; with channels only where that gives a rig that
/// cannot stand.
/// </summary>
/// <param name="candidates">What is planned with.</param>
internal sealed class Stocks(Candidates candidates)
{
    private readonly Lazy<Stock> _withChannels = new(() => new(candidates));

    public Stock WithoutChannels { get; } = new(candidates, bounded: false);

    public Stock WithChannels => _withChannels.Value;

    /// <summary>Both, the second only when it is asked for.</summary>
    public IEnumerable<Stock> InTurn
    {
        get
        {
            yield return WithoutChannels;
            yield return WithChannels;
        }
    }
}
