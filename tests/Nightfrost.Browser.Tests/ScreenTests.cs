using System.Text.Json;
using Nightfrost.Web.Tests;

namespace Nightfrost.Browser.Tests;

/// <summary>Every screen, in both themes and at both sizes: accessible, and no wider than the screen.</summary>
[Collection("one browser at a time")]
public class ScreenTests(Cluster cluster)
{
    /// <summary>Each size and each theme once; in the long run every size in every theme.</summary>
    public static TheoryData<int, int, bool> Sights => GroundTests.Long
        ? new() { { 1280, 800, true }, { 1280, 800, false }, { 390, 844, true }, { 390, 844, false } }
        : new() { { 1280, 800, true }, { 390, 844, false } };

    [Theory]
    [MemberData(nameof(Sights))]
    public async Task Every_screen_is_accessible_and_fits(int width, int height, bool night)
    {
        await using var app = new ServedApp(await cluster.Database(demo: true));
        using var browser = new Browser(app.Start(), width, height, night);
        browser.Go("/");
        browser.See("Just looking?");
        browser.AssertAccessible("sign-in");
        browser.AssertFits("sign-in");
        browser.SignIn();
        foreach (var (path, words) in Screens(browser))
        {
            browser.Go(path);
            browser.See(words);
            browser.SeeNo("Going through the visit…");
            browser.AssertAccessible(path);
            browser.AssertFits(path);
        }

        browser.AssertNoErrors();
    }

    [Fact]
    public async Task Opened_forms_are_accessible_too()
    {
        await using var app = new ServedApp(await cluster.Database(demo: true));
        using var browser = new Browser(app.Start());
        browser.SignIn();
        browser.Click("New case");
        browser.See("Where the set stands");
        browser.AssertAccessible("new case");
        browser.Click("Back");
        browser.Click("keys");
        browser.See("Single keys are on");
        browser.AssertAccessible("key sheet");
        Assert.True(browser.Script<bool>("return arguments[0].getBoundingClientRect().bottom < innerHeight", browser.Control("Close")), "its foot is cut");
        browser.Click("Close");
        browser.Click("Two headsets beside the sound bar");
        browser.SeeHeadline("Step");
        browser.Press("1");
        browser.Click("Behind the set");
        browser.See("Can send PCM");
        browser.AssertAccessible("facts of a socket");
        browser.Go("/kit");
        browser.Click("Correct Pass Two box");
        browser.See("Mark printed: low-latency");
        browser.AssertAccessible("correcting a device");
    }

    [Fact]
    public async Task The_sheet_prints_dark_on_white_from_the_night_theme_too()
    {
        await using var app = new ServedApp(await cluster.Database(demo: true));
        using var browser = new Browser(app.Start());
        browser.SignIn();
        browser.Go(Screens(browser).Single(s => s.Path.EndsWith("/hand-over", StringComparison.Ordinal)).Path);
        browser.See("TV sound for Edda");
        browser.Cdp("Emulation.setEmulatedMedia", new() { ["media"] = "print" });
        string Style(string element, string what) => browser.Script<string>($"return getComputedStyle(document.querySelector('{element}')).{what}");
        Assert.Equal(("light", "rgb(255, 255, 255)"), (Style(":root", "colorScheme"), Style(":root", "backgroundColor")));
        Assert.Equal("rgb(0, 0, 0)", Style(".nf-sheet li", "color"));
        Assert.Equal("none", Style("header", "display"));
        Assert.Equal("21.3333px", Style(".nf-sheet li", "fontSize"));
    }

    /// <summary>Every screen with words that show it has arrived.</summary>
    internal static IEnumerable<(string Path, string Words)> Screens(Browser browser)
    {
        var cases = JsonDocument.Parse((string)browser.Driver.ExecuteAsyncScript("const done = arguments[0]; fetch('/api/cases').then((r) => "
            + "r.text()).then(done)")!).RootElement.GetProperty("cases").EnumerateArray()
            .ToDictionary(c => c.GetProperty("title").GetString()!, c => c.GetProperty("id").GetString()!);
        var lounge = cases["Two headsets beside the sound bar"];
        var bunks = cases["Silent bunks, one walks to the galley"];
        yield return ("/cases", "need you");
        yield return ($"/cases/{lounge}/look#wall", "That is all there is");
        yield return ($"/cases/{lounge}/look#people", "Reads lips");
        yield return ($"/cases/{lounge}/route", "Ruled out, and why");
        yield return ($"/cases/{lounge}/connect", "Step 10 of");
        yield return ($"/cases/{lounge}/tune", "This camera");
        yield return ($"/cases/{lounge}/hand-over", "TV sound for Edda");
        yield return ($"/cases/{bunks}/connect", "No rig chosen yet");
        yield return ($"/cases/{cases["Two sources, and a walk to the kitchenette"]}/look#air", "Infrared does not leave the room");
        yield return ($"/cases/{cases["An AV receiver and its second zone"]}/route", "Why not this?");
        yield return ($"/cases/{cases["Two sources, and a walk to the kitchenette"]}/prepare", "Check each box");
        yield return ("/kit", "things on the shelf");
        yield return ("/kit/duo-low", "Through the air");
        yield return ($"/bench?case={lounge}", "lounge · Two headsets beside the sound bar");
    }
}
