using System.Net;
using Microsoft.AspNetCore.Identity;
using Microsoft.Extensions.DependencyInjection;
using Nightfrost.Data.Demo;
using Nightfrost.Data.Identity;
using Nightfrost.Web.Hosting;
using Nightfrost.Web.Session;

namespace Nightfrost.Web.Tests;

/// <summary>A sign-in that has ended is over for everybody who holds its cookie; guessing is slow and shuts nobody else out.</summary>
public class SessionTests(Cluster cluster)
{
    private const string Own = "wet gulls at noon";

    private async Task<(NightfrostApp App, Visitor Me)> SignedIn()
    {
        var app = new NightfrostApp(await cluster.Database(demo: false), demo: false);
        var said = new StringWriter();
        await Prepare.Run(app.Services, demo: false, newPassword: true, said);
        var oneTime = said.ToString().Trim().Split(' ')[^1];
        var me = await app.Visit(signedIn: false);
        await me.SignIn("administrator", oneTime);
        await me.Send(HttpMethod.Put, "/api/session/password", new NewPassword(oneTime, Own));
        await me.RefreshToken();
        return (app, me);
    }

    [Fact]
    public async Task A_copied_cookie_ends_with_the_session_it_was_copied_from_and_no_other_session_does()
    {
        var (app, me) = await SignedIn();
        await using var closing = app;
        using var elsewhere = await app.Visit(signedIn: false);
        await elsewhere.SignIn("administrator", Own);
        using var thief = me.Copied(app);
        Assert.Equal(HttpStatusCode.OK, (await thief.Get("/api/cases")).StatusCode);
        await me.Send(HttpMethod.Post, "/api/session/sign-out");
        Assert.Equal(HttpStatusCode.Unauthorized, (await thief.Get("/api/cases")).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await elsewhere.Get("/api/cases")).StatusCode);
    }

    [Fact]
    public async Task A_changed_password_ends_every_session_but_the_new_one()
    {
        var (app, me) = await SignedIn();
        await using var closing = app;
        using var elsewhere = await app.Visit(signedIn: false);
        await elsewhere.SignIn("administrator", Own);
        using var thief = me.Copied(app);
        Assert.Equal(HttpStatusCode.NoContent,
            (await me.Send(HttpMethod.Put, "/api/session/password", new NewPassword(Own, "seven kettles under ice"))).StatusCode);
        Assert.Equal(HttpStatusCode.Unauthorized, (await thief.Get("/api/cases")).StatusCode);
        Assert.Equal(HttpStatusCode.Unauthorized, (await elsewhere.Get("/api/cases")).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await me.Get("/api/cases")).StatusCode);
    }

    [Fact]
    public async Task A_start_with_a_new_password_ends_every_session()
    {
        var (app, me) = await SignedIn();
        await using var closing = app;
        await Prepare.Run(app.Services, demo: false, newPassword: true, TextWriter.Null);
        Assert.Equal(HttpStatusCode.Unauthorized, (await me.Get("/api/cases")).StatusCode);
    }

    [Fact]
    public async Task Each_person_has_a_key_of_ones_own_for_what_waits_on_a_device()
    {
        var (app, me) = await SignedIn();
        await using var closing = app;
        var mine = (await me.Read<SessionState>("/api/session")).Device!;
        Assert.Equal(32, Convert.FromBase64String(mine.Key).Length);
        await using (var scope = app.Services.CreateAsyncScope())
            await scope.ServiceProvider.GetRequiredService<UserManager<Person>>().CreateAsync(new Person { UserName = "second" }, Own);
        using var other = await app.Visit(signedIn: false);
        Assert.Null((await other.Read<SessionState>("/api/session")).Device);
        await other.SignIn("second", Own);
        var theirs = (await other.Read<SessionState>("/api/session")).Device!;
        Assert.NotEqual(mine.Key, theirs.Key);
        Assert.NotEqual(mine.Owner, theirs.Owner);
    }

    [Fact]
    public async Task Five_wrong_passwords_make_the_sixth_try_wait_whether_the_name_is_known_or_not()
    {
        var (app, me) = await SignedIn();
        await using var closing = app;
        using var visitor = await app.Visit(signedIn: false);
        foreach (var name in new[] { "administrator", "nobody of this name" })
        {
            for (var i = 0; i < SignInTries.FreeWithOneName; i++)
                await Visitor.Refused(await visitor.SignIn(name, "wrong password"), HttpStatusCode.Unauthorized);
            using var sixth = await visitor.SignIn(name, Own);
            Assert.NotNull(sixth.Headers.RetryAfter);
            Assert.Equal("Too many tries.", (await Visitor.Refused(sixth, HttpStatusCode.TooManyRequests)).Title);
        }

        // Whoever is signed in stays so.
        Assert.Equal(HttpStatusCode.OK, (await me.Get("/api/cases")).StatusCode);
    }

    [Fact]
    public async Task Guesses_in_parallel_get_no_further_than_guesses_one_by_one()
    {
        var (app, _) = await SignedIn();
        await using var closing = app;
        using var visitor = await app.Visit(signedIn: false);
        var answers = await Task.WhenAll(Enumerable.Range(0, 40)
            .Select(_ => visitor.Send(HttpMethod.Post, "/api/session/sign-in", new SignIn("administrator", "wrong password"))));
        Assert.True(answers.Count(a => a.StatusCode == HttpStatusCode.Unauthorized) <= SignInTries.FreeWithOneName);
        Assert.All(answers, a => Assert.True(a.StatusCode is HttpStatusCode.Unauthorized or HttpStatusCode.TooManyRequests));
    }

    [Fact]
    public async Task Strangers_shut_nobody_out_who_has_signed_in_before_whatever_they_try()
    {
        var clock = new Clock();
        var tries = new SignInTries(clock);
        for (var i = 0; i < 2_000; i++)
        {
            var stranger = new TryFrom(IPAddress.Parse($"203.0.{i % 4}.{i % 250}"), null);
            var (passed, wait) = await tries.Try(stranger, i % 2 == 0 ? "administrator" : $"name {i}", () => Task.FromResult(false));
            Assert.False(passed);
            Assert.True(wait <= SignInTries.Between);
            clock.Now += TimeSpan.FromMilliseconds(50);
            if (i % 100 == 0)
                Assert.True((await tries.Try(new(IPAddress.Parse("203.0.0.1"), "mine"), "administrator", () => Task.FromResult(true))).Passed);
        }
    }

    [Fact]
    public async Task Strangers_share_one_counter_for_a_name_which_lets_one_try_through_in_five_seconds()
    {
        var clock = new Clock();
        var tries = new SignInTries(clock);
        var made = 0;
        for (var i = 0; i < 600; i++)
        {
            var from = new TryFrom(IPAddress.Parse($"203.0.{i / 200}.{i % 200}"), null);
            if ((await tries.Try(from, "administrator", () => Task.FromResult(false))).Wait == TimeSpan.Zero)
                made++;
            clock.Now += TimeSpan.FromSeconds(0.1);
        }

        Assert.InRange(made, SignInTries.FreeWithOneName + 10, SignInTries.FreeWithOneName + 13);
        clock.Now += SignInTries.Between;
        Assert.True((await tries.Try(new(IPAddress.Loopback, null), "administrator", () => Task.FromResult(true))).Passed);
        clock.Now += TimeSpan.FromHours(2);
        Assert.Equal(TimeSpan.Zero, (await tries.Try(new(IPAddress.Loopback, null), "administrator", () => Task.FromResult(false))).Wait);
    }

    [Fact]
    public async Task Many_names_from_one_network_are_slowed_too_and_a_sign_in_between_sets_them_not_free()
    {
        var clock = new Clock();
        var tries = new SignInTries(clock);
        for (var i = 0; i < SignInTries.FreeWithAnyName; i++)
        {
            Assert.Equal(TimeSpan.Zero, (await tries.Try(new(IPAddress.Parse("2001:db8::1"), null), $"name {i}", () => Task.FromResult(false))).Wait);
            if (i == 10)
                Assert.True((await tries.Try(new(IPAddress.Parse("2001:db8::1"), null), "mine", () => Task.FromResult(true))).Passed);
        }

        Assert.Equal(SignInTries.Between, (await tries.Try(new(IPAddress.Parse("2001:db8::2"), null), "one more", () => Task.FromResult(false))).Wait);
    }

    [Fact]
    public async Task A_known_browser_has_a_counter_of_its_own_and_is_slowed_by_its_own_failures()
    {
        var tries = new SignInTries(new Clock());
        for (var i = 0; i < SignInTries.FreeWithOneName; i++)
            Assert.Equal(TimeSpan.Zero, (await tries.Try(new(null, "mine"), "administrator", () => Task.FromResult(false))).Wait);
        Assert.Equal(SignInTries.Between, (await tries.Try(new(null, "mine"), "administrator", () => Task.FromResult(true))).Wait);
        Assert.True((await tries.Try(new(null, "another"), "administrator", () => Task.FromResult(true))).Passed);
    }

    [Fact]
    public async Task Two_checks_run_at_a_time_and_known_browsers_go_first()
    {
        var tries = new SignInTries(new Clock());
        var (running, most, order) = (0, 0, new List<string>());
        var hold = new TaskCompletionSource();
        async Task<bool> Check(string who)
        {
            lock (order)
            {
                order.Add(who);
                most = Math.Max(most, ++running);
            }

            await hold.Task;
            lock (order)
                running--;
            return false;
        }

        var all = new List<Task>();
        for (var i = 0; i < 6; i++)
        {
            var who = $"stranger {i}";
            all.Add(tries.Try(new(IPAddress.Parse($"203.0.113.{i}"), null), who, () => Check(who)));
        }

        all.Add(tries.Try(new(null, "mine"), "administrator", () => Check("known")));
        hold.SetResult();
        await Task.WhenAll(all);
        Assert.Equal(2, most);
        Assert.Equal("known", order[2]);
    }

    [Fact]
    public async Task A_browser_that_signed_in_before_signs_in_while_strangers_try()
    {
        var (app, me) = await SignedIn();
        await using var closing = app;
        await me.Send(HttpMethod.Post, "/api/session/sign-out");
        await me.RefreshToken();
        using var stranger = await app.Visit(signedIn: false);
        for (var i = 0; i < 30; i++)
            await stranger.SignIn("administrator", "wrong password");
        Assert.Equal(HttpStatusCode.TooManyRequests, (await stranger.SignIn("administrator", Own)).StatusCode);
        Assert.Equal(HttpStatusCode.NoContent, (await me.SignIn("administrator", Own)).StatusCode);
    }

    [Fact]
    public async Task A_name_nobody_has_costs_the_same_check_as_one_somebody_has()
    {
        var hasher = new Counting();
        await using var app = new CountingApp(await cluster.Database(demo: true), hasher);
        using var visitor = await app.Visit(signedIn: false);
        var before = hasher.Checks;
        await visitor.SignIn(DemoData.SignInName, "wrong password");
        Assert.Equal(before + 1, hasher.Checks);
        await visitor.SignIn("nobody", "wrong password");
        Assert.Equal(before + 2, hasher.Checks);
    }

    [Theory]
    [InlineData("password1234", "first")]
    [InlineData("123456789012", "first")]
    [InlineData("qwertyuiopas", "first")]
    [InlineData("administrator1", "first")]
    [InlineData("nightfrost1234", "first")]
    [InlineData("aaaaaaaaaaaaaaaa", "first")]
    [InlineData("P@ssw0rd1234!", "first")]
    [InlineData("eleven char", "11 characters")]
    [InlineData("", "0 characters")]
    [InlineData("three\tplain words", "control character")]
    public void A_short_or_common_password_is_refused_in_words(string password, string said) =>
        Assert.Contains(said, PasswordRule.Problem(password, "administrator")!.Reason, StringComparison.Ordinal);

    [Theory]
    [InlineData("three plain words")]
    [InlineData("осенний ветер над морем")]
    [InlineData("秋風が吹く海の上で歌う鳥")]
    [InlineData("θάλασσα και άνεμος")]
    [InlineData(DemoData.Password)]
    public void Letters_of_any_script_are_taken(string password) => Assert.Null(PasswordRule.Problem(password, "administrator"));

    [Fact]
    public async Task A_password_in_another_script_signs_in()
    {
        var (app, me) = await SignedIn();
        await using var closing = app;
        const string fresh = "осенний ветер над морем";
        Assert.Equal(HttpStatusCode.NoContent, (await me.Send(HttpMethod.Put, "/api/session/password", new NewPassword(Own, fresh))).StatusCode);
        using var again = await app.Visit(signedIn: false);
        Assert.Equal(HttpStatusCode.NoContent, (await again.SignIn("administrator", fresh)).StatusCode);
    }

    [Fact]
    public async Task Every_password_that_is_taken_opens()
    {
        var (app, me) = await SignedIn();
        await using var closing = app;
        var (now, taken) = (Own, 0);
        foreach (var fresh in new[]
        {
            "three\tplain words here", " three plain words ", "three\u00a0plain words", "three plain words \ud83d\udd11", "three\u200dplain words",
            "three plain words\u0085", new string('x', 150) + " three plain words",
        })
        {
            using var answer = await me.Send(HttpMethod.Put, "/api/session/password", new NewPassword(now, fresh));
            if (answer.StatusCode != HttpStatusCode.NoContent)
                continue;
            (now, taken) = (fresh, taken + 1);
            await me.RefreshToken();
            using var again = await app.Visit(signedIn: false);
            Assert.Equal(HttpStatusCode.NoContent, (await again.SignIn("administrator", fresh)).StatusCode);
        }

        Assert.True(taken >= 4, $"only {taken} were taken");
    }

    private sealed class Counting : PasswordHasher<Person>
    {
        public int Checks { get; private set; }

        public override PasswordVerificationResult VerifyHashedPassword(Person user, string hashedPassword, string providedPassword)
        {
            Checks++;
            return base.VerifyHashedPassword(user, hashedPassword, providedPassword);
        }
    }

    private sealed class CountingApp(string connection, Counting hasher) : NightfrostApp(connection, demo: true)
    {
        protected override void ConfigureWebHost(Microsoft.AspNetCore.Hosting.IWebHostBuilder builder)
        {
            base.ConfigureWebHost(builder);
            Microsoft.AspNetCore.TestHost.WebHostBuilderExtensions.ConfigureTestServices(builder,
                services => services.AddSingleton<IPasswordHasher<Person>>(hasher));
        }
    }
}
