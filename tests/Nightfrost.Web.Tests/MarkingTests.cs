using System.Net;
using Nightfrost.Core.Sites;
using Nightfrost.Web.Cases;
using Nightfrost.Web.Kit;
using Nightfrost.Web.Sites;

namespace Nightfrost.Web.Tests;

/// <summary>Words beside sockets that the workshop adds are read on every site.</summary>
public class MarkingTests(Cluster cluster) : DemoVisit(cluster)
{
    private Task<HttpResponseMessage> Put(MarkingWords[] was, params MarkingWords[] words) =>
        Me.Send(HttpMethod.Put, "/api/markings", new MarkingsEdit(was, words));

    [Fact]
    public async Task A_word_of_ones_own_tells_an_output_from_an_input_on_every_site_until_it_is_taken_out()
    {
        var detail = await Visitor.Body<CaseDetail>(await Me.Send(HttpMethod.Post, "/api/cases", new NewCase("Slipway", "Words")));
        var look = detail.Look with
        {
            Set =
            detail.Look.Set with { Sockets = [new SourcePort { Id = "pair", Kind = SocketKind.PhonoPair, State = SocketState.Free, Marking = "Utgang" }] }
        };
        async Task<SocketUse> Use() => (await Me.Read<CaseDetail>($"/api/cases/{detail.Id}")).Meanings.Single().Use;
        await Visitor.Body<CaseDetail>(await Me.Send(HttpMethod.Put, $"/api/cases/{detail.Id}/look", new SaveLook(detail.Version, look)));
        Assert.Equal(SocketUse.Unsure, await Use());

        MarkingWords mine = new("utgang", MarkingReading.Output);
        Assert.Equal([mine], (await Visitor.Body<MarkingsView>(await Put([], mine))).Own);
        Assert.Equal(SocketUse.Output, await Use());

        // What a browser sends back of them is not believed.
        var open = await Me.Read<CaseDetail>($"/api/cases/{detail.Id}");
        var saved = await Visitor.Body<CaseDetail>(await Me.Send(HttpMethod.Put, $"/api/cases/{detail.Id}/look",
            new SaveLook(open.Version, open.Look with { Markings = [], Region = Region.Europe })));
        Assert.Equal([mine], saved.Look.Markings);

        Assert.Empty((await Visitor.Body<MarkingsView>(await Put([mine]))).Own);
        Assert.Equal(SocketUse.Unsure, await Use());
    }

    [Fact]
    public async Task Words_that_say_nothing_are_refused_field_by_field_and_a_stale_list_changes_nothing()
    {
        var refusal = await Visitor.Refused(await Put([], new("", MarkingReading.Output), new("bus", MarkingReading.Unsure),
            new("( - )", MarkingReading.Input)), HttpStatusCode.BadRequest);
        Assert.Equal(["words[0].words", "words[1].reading", "words[2].words"], refusal.Problems.Select(p => p.Field));
        await Visitor.Body<MarkingsView>(await Put([], new MarkingWords("utgang", MarkingReading.Output)));
        await Visitor.Refused(await Put([], new MarkingWords("inngang", MarkingReading.Input)), HttpStatusCode.Conflict);

        // The same again is no conflict with oneself.
        await Visitor.Body<MarkingsView>(await Put([], new MarkingWords("utgang", MarkingReading.Output)));
    }
}
