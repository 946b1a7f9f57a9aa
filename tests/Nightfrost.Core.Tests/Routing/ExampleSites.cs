using Nightfrost.Core.Bench;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Line;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing;

/// <summary>What the worked examples share: leads that are always at hand, and the rig that comes out first.</summary>
internal static class ExampleSites
{
    public static readonly Device[] OtherLeads =
        [Lead(Connector.Hdmi, Connector.Hdmi, 7), Lead(Connector.CoaxialPhono, Connector.CoaxialPhono, 6), Lead(Connector.PhonoPair, Connector.PhonoPair, 4),
            Lead(Connector.Jack635, Connector.Jack35, 5)];

    /// <summary>Ranks, and has the Bench carry out what comes first: visit and client's week.</summary>
    public static RouterAnswer Rank(Look look, params Device[] kit)
    {
        var answer = Router.Rank(new Site(look, Shelf([.. kit, .. OtherLeads])));
        foreach (var rig in answer.Rigs.Take(1).Select(r => r.Rig))
        {
            var steps = RunSheet.For(rig);
            foreach (var proof in new[] { Proof.Of(rig, steps), ClientWeek.Prove(rig, steps) })
                Assert.True(proof.Verdict is Verdict.Proven or Verdict.ProvenBut,
                    $"{proof.Verdict} {proof.FailsAt}: {string.Join("; ", [.. proof.Problems, .. proof.NotSimulated])}");
        }

        return answer;
    }

    public static RigView Best(Look look, params Device[] kit)
    {
        var answer = Rank(look, kit);
        return RigViews.Of(answer.Rigs[0], answer.Arrivals, answer.Rigs.ElementAtOrDefault(1));
    }

    public static Listener Wears(string id, string name = "Edda") => Listener(name, id) with { OpenToAnother = false };
}
