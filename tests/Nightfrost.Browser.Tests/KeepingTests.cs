using System.Net;
using Microsoft.AspNetCore.Identity;
using Microsoft.Extensions.DependencyInjection;
using Nightfrost.Data.Identity;
using Nightfrost.Web.Cases;
using Nightfrost.Web.Routing;
using Nightfrost.Web.Tests;

namespace Nightfrost.Browser.Tests;

/// <summary>What stays on a device, for whom, and what leaves it.</summary>
[Collection("one browser at a time")]
public class KeepingTests(Cluster cluster)
{
    [Fact]
    public async Task Signing_out_names_what_could_not_be_sent_and_seals_it_or_throws_it_away()
    {
        await using var app = new ServedApp(await cluster.Database(demo: true));
        using var browser = new Browser(app.Start());
        using var elsewhere = await app.Visit();
        browser.SignIn();
        OpenTune(browser);
        browser.Cdp("Network.enable", []);
        browser.Offline(true);
        browser.Type("Frames, flash to click", "9");
        browser.Click("Add take");
        browser.See("to be worked out when connected");

        // Meanwhile another rig is chosen elsewhere: the take is refused for good.
        var path = $"/api/cases/{(await elsewhere.Cases()).Single(c => c.Title.StartsWith("Two headsets", StringComparison.Ordinal)).Id}";
        var (detail, rigs) = (await elsewhere.Read<CaseDetail>(path), await elsewhere.Read<RankedRigs>(path + "/rigs"));
        Assert.Equal(HttpStatusCode.OK,
            (await elsewhere.Send(HttpMethod.Put, path + "/rig", new ChooseRig(rigs.Version, detail.Rig!.RigId, rigs.Rigs[1].Plan))).StatusCode);
        browser.Offline(false);
        browser.See("not taken. The rig was changed elsewhere.");

        browser.Click("sign out");
        browser.See("Not everything could be sent");
        browser.See("A take: 9 frames at 60 a second");
        browser.AssertAccessible("leaving with unsent entries");
        browser.Click("Keep them and sign out");
        browser.See("Just looking?");
        var kept = Kept(browser);
        Assert.StartsWith("1 ", kept, StringComparison.Ordinal);
        Assert.DoesNotContain("frames", kept, StringComparison.Ordinal);

        browser.SignIn();
        OpenTune(browser);
        browser.See("not taken.");
        browser.Click("sign out");
        browser.See("Not everything could be sent");
        browser.Click("Throw them away and sign out");
        browser.See("Just looking?");
        Assert.StartsWith("0 ", Kept(browser), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_second_person_on_one_device_sees_nothing_of_the_first_whose_entries_are_sent_when_they_are_back()
    {
        await using var app = new ServedApp(await cluster.Database(demo: true));
        using var browser = new Browser(app.Start());
        const string password = "three plain words of my own";
        await using (var scope = app.Services.CreateAsyncScope())
            await scope.ServiceProvider.GetRequiredService<UserManager<Person>>().CreateAsync(new Person { UserName = "second" }, password);
        browser.SignIn();
        OpenTune(browser);
        // Writes get no answer; signing out does.
        browser.Cdp("Network.enable", []);
        browser.Cdp("Network.setBlockedURLs", new() { ["urls"] = new[] { "*/tune/takes*" } });
        browser.Type("Frames, flash to click", "9");
        browser.Click("Add take");
        browser.See("to be worked out when connected");
        browser.Click("sign out");
        browser.See("A take: 9 frames at 60 a second");
        browser.Click("Keep them and sign out");
        browser.See("Just looking?");
        browser.Cdp("Network.setBlockedURLs", new() { ["urls"] = Array.Empty<string>() });

        browser.Type("Name", "second");
        browser.Type("Password", password);
        browser.Click("Sign in");
        browser.See("need you");
        OpenTune(browser);
        browser.See("measured 3×");
        browser.SeeNo("to be worked out when connected");
        Assert.StartsWith("1 ", Kept(browser), StringComparison.Ordinal);
        browser.Click("sign out");
        browser.See("Just looking?");

        browser.SignIn();
        browser.Until(() => Kept(browser).StartsWith("0 ", StringComparison.Ordinal), "the entry to be sent");
        OpenTune(browser);
        browser.See("measured 4×");
        Assert.Equal("Tune · Nightfrost", browser.Script<string>("return document.title"));
    }

    [Fact]
    public async Task What_one_tab_could_not_send_another_one_sends_and_both_know()
    {
        await using var app = new ServedApp(await cluster.Database(demo: true));
        using var browser = new Browser(app.Start());
        browser.SignIn();
        OpenTune(browser);
        browser.Cdp("Network.enable", []);
        browser.Offline(true);
        browser.Type("Frames, flash to click", "9");
        browser.Click("Add take");
        browser.See("to be worked out when connected");
        var first = browser.Driver.CurrentWindowHandle;
        browser.Driver.SwitchTo().NewWindow(OpenQA.Selenium.WindowType.Tab);
        browser.Go("/cases");
        OpenTune(browser);
        browser.See("measured 4×");
        browser.Driver.SwitchTo().Window(first);
        browser.SeeNo("to be worked out when connected");
        Assert.StartsWith("0 ", Kept(browser), StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_was_sent_leaves_the_device()
    {
        await using var app = new ServedApp(await cluster.Database(demo: true));
        using var browser = new Browser(app.Start());
        browser.SignIn();
        browser.Click("Silent bunks, one walks to the galley");
        browser.SeeHeadline("Both served");
        browser.Press("1");
        browser.Click("Who listens");
        browser.Type("Name or seat", "Ivo the cook");
        browser.See("saved ");
        browser.Until(() => Kept(browser).StartsWith("0 ", StringComparison.Ordinal), "an empty store");
        Assert.DoesNotContain("Ivo", browser.Script<string>("return JSON.stringify(localStorage) + JSON.stringify(sessionStorage)"), StringComparison.Ordinal);
        browser.Click("sign out");
        browser.See("Just looking?");
    }

    [Fact]
    public async Task A_screen_that_cannot_be_fetched_shows_a_way_back()
    {
        await using var app = new ServedApp(await cluster.Database(demo: true));
        using var browser = new Browser(app.Start());
        browser.Cdp("Network.enable", []);
        browser.Cdp("Network.setBlockedURLs", new() { ["urls"] = new[] { "*KitPage*" } });
        browser.SignIn();
        browser.Click("Kit");
        browser.SeeHeadline("This screen cannot be shown");
        browser.AssertAccessible("a screen that failed");
        browser.Click("All cases");
        browser.See("need you");
    }

    private static void OpenTune(Browser browser)
    {
        browser.Click("Two headsets beside the sound bar");
        browser.See("Tune");
        browser.Press("6");
        browser.See("Frames, flash to click");
    }

    /// <summary>How much is kept on the device, and all of it as text.</summary>
    private static string Kept(Browser browser) => (string)browser.Driver.ExecuteAsyncScript("""
        const done = arguments[0]
        const request = indexedDB.open('nightfrost')
        request.onsuccess = () => {
          const reading = request.result.transaction(['writes', 'looks'])
          const all = []
          for (const name of ['writes', 'looks'])
            reading.objectStore(name).getAll().onsuccess = (e) => all.push(...e.target.result)
          reading.oncomplete = () => {
            request.result.close()
            const text = (v) => (typeof v === 'string' ? v : new TextDecoder('latin1').decode(v))
            done(`${all.length} ` + all.map((kept) => Object.values(kept).map(text).join(' ')).join('\n'))
          }
        }
        """)!;
}
