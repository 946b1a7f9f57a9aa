using Nightfrost.Core.Sites;
using Nightfrost.Web.Cases;

namespace Nightfrost.Web.Tests;

/// <summary>A site's next case starts from what the last one found out, and goes its own way from there.</summary>
public class NextCaseTests(Cluster cluster) : OneCase(cluster)
{
    [Fact]
    public async Task It_starts_from_what_is_known_and_correcting_it_leaves_the_old_case_as_it_was()
    {
        var old = await Save(await Open(), Simple);
        var next = await Open();
        Assert.Equal(Simple.Set.Sockets, next.Look.Set.Sockets);
        Assert.Empty(next.Look.Listeners);
        Assert.Contains(next.Look.KnownBefore, k => k.About == "socket:optical");
        Assert.Equal("seat at 2.5 m", Assert.Single(next.Look.KnownPlaces).Name);

        // What a browser says was known before counts for nothing.
        var corrected = next.Look with
        {
            Set = next.Look.Set with { Sockets = [Simple.Set.Sockets[0] with { State = SocketState.NotThere }], Model = "LS 40" },
            KnownBefore = [new("model", new(1999, 1, 1))],
            KnownPlaces = [],
        };
        next = await Save(next, corrected);
        Assert.DoesNotContain(next.Look.KnownBefore, k => k.About is "socket:optical" or "model");
        Assert.Single(next.Look.KnownPlaces);
        Assert.Equal(SocketState.Free, (await Me.Read<CaseDetail>($"/api/cases/{old.Id}")).Look.Set.Sockets[0].State);
    }

    [Fact]
    public async Task What_a_deleted_case_found_out_is_not_handed_on()
    {
        var old = await Save(await Open(), Simple);
        await Me.Send(HttpMethod.Delete, $"/api/cases/{old.Id}");
        Assert.Empty((await Open()).Look.Set.Sockets);
    }

    [Fact]
    public async Task A_case_in_which_nothing_was_entered_is_passed_over()
    {
        var (one, empty) = (await Open(), await Open());
        await Save(one, Simple);
        await Save(empty, Look.Empty with { GoodEnoughPercent = 75 });
        Assert.NotEmpty((await Open()).Look.Set.Sockets);
    }
}
