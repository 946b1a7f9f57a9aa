using System.Security.Claims;
using Nightfrost.Core.Sites;
using Nightfrost.Web.Hosting;
using Nightfrost.Web.Routing;

namespace Nightfrost.Web.Tests;

/// <summary>Plans take turns by person, and a long one gives way.</summary>
public class PlanningTests(Cluster cluster) : OneCase(cluster)
{
    private static ClaimsPrincipal Person(string id) => new(new ClaimsIdentity([new Claim(ClaimTypes.NameIdentifier, id)]));

    [Fact]
    public async Task A_long_plan_gives_way_to_whoever_waits_and_goes_on_afterwards()
    {
        var planning = new Planning();
        var (began, others, end) = (new TaskCompletionSource(), new List<string>(), false);
        var long1 = Task.Run(() => planning.InTurn(Person("long"), pace =>
        {
            began.SetResult();
            while (!Volatile.Read(ref end))
                pace.Check();
            return others.Count;
        }, CancellationToken.None));
        await began.Task;
        for (var i = 0; i < 5; i++)
        {
            var who = $"person {i}";
            await planning.InTurn(Person(who), _ => { lock (others) others.Add(who); return 0; }, CancellationToken.None);
        }

        Volatile.Write(ref end, true);
        Assert.Equal(5, await long1);
    }

    [Fact]
    public async Task Whoever_had_a_turn_longest_ago_is_next_however_much_one_person_asks()
    {
        var planning = new Planning();
        var (began, hold, order) = (new TaskCompletionSource(), new ManualResetEventSlim(), new List<string>());
        var first = Task.Run(() => planning.InTurn(Person("busy"), _ => { began.SetResult(); hold.Wait(); return 0; }, CancellationToken.None));
        await began.Task;
        var asked = new List<Task>();
        foreach (var who in new[] { "busy", "busy", "busy", "quiet" })
            asked.Add(planning.InTurn(Person(who), _ => { order.Add(who); return 0; }, CancellationToken.None));
        hold.Set();
        await Task.WhenAll([first, .. asked]);
        Assert.Equal(["quiet", "busy", "busy", "busy"], order);
    }

    [Fact]
    public async Task Whoever_leaves_while_waiting_takes_no_turn()
    {
        var planning = new Planning();
        var (began, hold) = (new TaskCompletionSource(), new ManualResetEventSlim());
        var first = Task.Run(() => planning.InTurn(Person("one"), _ => { began.SetResult(); hold.Wait(); return 0; }, CancellationToken.None));
        await began.Task;
        using var leaving = new CancellationTokenSource();
        var gone = planning.InTurn(Person("two"), _ => 0, leaving.Token);
        await leaving.CancelAsync();
        hold.Set();
        await first;
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => gone);
        Assert.Equal(7, await planning.InTurn(Person("three"), _ => 7, CancellationToken.None));
    }

    [Fact]
    public async Task Others_get_their_plans_while_the_largest_look_is_planned()
    {
        var made = await Open();
        SourcePort[] Sockets(string of) => [.. Enumerable.Range(0, 20).Select(i => new SourcePort
        {
            Id = $"{of}-{i}",
            Kind = i % 2 == 0 ? SocketKind.PhonoPair : SocketKind.Headphone35,
            State = SocketState.Free,
            Direction = SocketDirection.Output,
        })];
        var largest = await Save(made, Simple with
        {
            Set = Simple.Set with { Sockets = Sockets("tv"), DelaySettings = [] },
            Listeners = [.. Enumerable.Range(0, LookCheck.MostListeners).Select(i => Simple.Listeners[0] with
            {
                Id = $"l{i}",
                Name = $"Seat {i}",
                ReceiverId = null,
                OpenToAnother = true,
            })],
            Sources = [.. Enumerable.Range(0, 4).Select(i => new SoundSource
            {
                Id = $"box-{i}",
                Name = $"Box {i}",
                Kind = SourceKind.SetTopBox,
                Sockets = Sockets($"box-{i}"),
            })],
        });
        using var leaving = new CancellationTokenSource();
        using var other = await App.Visit();
        var usual = (await other.Cases()).Single(c => c.Title.StartsWith("Two headsets", StringComparison.Ordinal)).Id;
        var slow = Me.Get($"/api/cases/{largest.Id}/rigs", leaving.Token);
        // It is under way: each of these has to be let through by it.
        for (var i = 0; i < 3; i++)
            Assert.NotEmpty((await other.Read<RankedRigs>($"/api/cases/{usual}/rigs")).Rigs);
        Assert.False(slow.IsCompleted, "The largest look was planned before anybody had to be let through.");
        await leaving.CancelAsync();
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => slow);
    }
}
