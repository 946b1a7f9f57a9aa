using System.Net;
using Microsoft.EntityFrameworkCore;
using Nightfrost.Data;
using Nightfrost.Web.Cases;
using Nightfrost.Web.Hosting;
using Npgsql;

namespace Nightfrost.Web.Tests;

/// <summary>While the database is away everything says so and asks to be tried again; when it is back, so is everything.</summary>
public class OutageTests(Cluster cluster)
{
    [Fact]
    public async Task What_is_asked_while_the_database_is_away_is_answered_503_and_goes_through_later_with_the_same_key()
    {
        using var relay = new Relay(await cluster.Database(demo: true));
        await using var app = new NightfrostApp(relay.Connection, demo: true);
        using var me = await app.Visit();
        var made = new NewCase("Saltern Row 4", "Written while the database was away");
        Assert.Equal(7, (await me.Cases()).Count);

        relay.Cut();
        string[] pages = ["/api/cases", "/api/kit", "/api/manuals", $"/api/cases/{Guid.NewGuid()}", "/api/packing?on=2026-12-01"];
        foreach (var page in pages)
            Away(await me.Get(page));
        Away(await me.Send(HttpMethod.Post, "/api/cases", made, "while away"));
        Away(await me.Send(HttpMethod.Post, "/api/cases", made));
        using (var health = await me.Get("/api/health"))
        {
            Assert.Equal(HttpStatusCode.ServiceUnavailable, health.StatusCode);
            Assert.Contains("database", await health.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        }

        relay.Mend();
        Assert.Equal(HttpStatusCode.Created, (await me.Send(HttpMethod.Post, "/api/cases", made, "while away")).StatusCode);
        Assert.Equal(HttpStatusCode.Created, (await me.Send(HttpMethod.Post, "/api/cases", made, "while away")).StatusCode);
        Assert.Equal(8, (await me.Cases()).Count);
        Assert.Equal(HttpStatusCode.OK, (await me.Get("/api/health")).StatusCode);

        static void Away(HttpResponseMessage answer)
        {
            Assert.Equal(HttpStatusCode.ServiceUnavailable, answer.StatusCode);
            Assert.NotNull(answer.Headers.RetryAfter);
            Assert.Equal("application/problem+json", answer.Content.Headers.ContentType?.MediaType);
            Assert.Equal(["nosniff"], answer.Headers.GetValues("X-Content-Type-Options"));
        }
    }

    [Fact]
    public async Task A_connection_that_broke_between_two_commands_of_one_write_is_an_outage()
    {
        using var relay = new Relay(await cluster.Database(demo: true));
        await using var db = new NightfrostDb(new DbContextOptionsBuilder<NightfrostDb>().UseNpgsql(relay.Connection).Options);
        await using var transaction = await db.Database.BeginTransactionAsync(TestContext.Current.CancellationToken);
        relay.Cut();
        foreach (var _ in Enumerable.Range(0, 2))
        {
            var broken = await Assert.ThrowsAnyAsync<Exception>(() => db.Database.ExecuteSqlAsync($"select 1", TestContext.Current.CancellationToken));
            Assert.True(Outages.DatabaseIsAway(broken), broken.ToString());
        }
    }

    // This folder's file system has no room at all, ever.
    [Theory]
    [InlineData("/proc", "Unhealthy: the disk of the data is full")]
    [InlineData("/tmp", "Healthy")]
    public async Task Health_says_when_the_disk_of_the_data_is_full(string place, string said)
    {
        await using var app = new NightfrostApp(await cluster.Database(demo: true), demo: true);
        await using var placed = app.WithWebHostBuilder(builder => builder.UseSetting("Place", place));
        using var client = placed.CreateClient();
        using var health = await client.GetAsync(new Uri("/api/health", UriKind.Relative));
        Assert.Equal(said, await health.Content.ReadAsStringAsync());
        Assert.Equal(said == "Healthy" ? HttpStatusCode.OK : HttpStatusCode.ServiceUnavailable, health.StatusCode);
    }

    [Theory]
    [InlineData(PostgresErrorCodes.AdminShutdown, true)]
    [InlineData(PostgresErrorCodes.CrashShutdown, true)]
    [InlineData(PostgresErrorCodes.CannotConnectNow, true)]
    [InlineData(PostgresErrorCodes.TooManyConnections, true)]
    [InlineData(PostgresErrorCodes.UniqueViolation, false)]
    [InlineData(PostgresErrorCodes.DeadlockDetected, false)]
    [InlineData(PostgresErrorCodes.UndefinedTable, false)]
    public void What_passes_is_told_from_a_fault_of_ours(string state, bool away) =>
        Assert.Equal(away, Outages.DatabaseIsAway(new InvalidOperationException("wrapped", new PostgresException("said", "FATAL", "FATAL", state))));

    [Fact]
    public void A_full_disk_is_told_by_its_own_code() =>
        Assert.True(Outages.DiskIsFull(new InvalidOperationException("wrapped", new PostgresException("said", "ERROR", "ERROR", PostgresErrorCodes.DiskFull))));
}
