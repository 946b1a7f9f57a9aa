using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>Something nobody knows that all listeners on one socket share: whether its sound waits for the picture.</summary>
/// <param name="Socket">The socket.</param>
/// <param name="IfYes">Probability that everybody in the rig is in step if it does, 0 to 1; whatever else is unknown taken as likely as not.</param>
/// <param name="IfNo">The same if it does not.</param>
public sealed record PictureFact(SourcePort Socket, double IfYes, double IfNo);

/// <summary>
/// How surely the worst served listener of a rig is in step. Where that hangs on a fact that several share, they stand or fall together: each answer is
/// worked out for the whole rig, and the probability is the mean over the answers.
/// </summary>
/// <param name="Probability">0 to 1; 1 when nobody is served.</param>
/// <param name="Facts">What it hangs on and nobody knows.</param>
/// <param name="IsBound">True where it hangs on more facts than are worked out, so that it is at most this much.</param>
public sealed record RigInStep(double Probability, IReadOnlyList<PictureFact> Facts, bool IsBound)
{
    /// <summary>Most facts whose answers are worked out.</summary>
    public const int MostFacts = 3;

    /// <summary>For one rig.</summary>
    /// <param name="rig">The rig.</param>
    /// <param name="arrivals">Arrivals of its site.</param>
    public static RigInStep Of(Rig rig, Arrivals arrivals)
    {
        var unknown = rig.Routes.Select(r => r.Feed.Socket).Where(s => s.FollowsPicture == Known.NotYet && rig.Site.Look.SourceOf(s) is null)
            .DistinctBy(s => s.Id).ToList();
        if (unknown.Count is 0 or > MostFacts)
            return new(Least(rig, arrivals.InStep), [], unknown.Count > 0);
        var answers = Enumerable.Range(0, 1 << unknown.Count).Select(answer => Least(rig, route => arrivals.InStep(route, AnswerFor(route, answer)))).ToList();
        return new(answers.Average(), [.. unknown.Select((socket, i) => new PictureFact(socket, Mean(i, 1), Mean(i, 0)))], false);

        Known? AnswerFor(Route route, int answer)
        {
            var at = unknown.FindIndex(s => s.Id == route.Feed.Socket.Id);
            return at < 0 ? null : (answer >> at & 1) == 1 ? Known.Yes : Known.No;
        }

        double Mean(int fact, int value) => answers.Where((_, answer) => (answer >> fact & 1) == value).Average();
    }

    private static double Least(Rig rig, Func<Route, double> inStep) => rig.Routes.Select(inStep).DefaultIfEmpty(1).Min();
}
