using System.Text.Json;
using Nightfrost.Web.Tests;
using OpenQA.Selenium;

namespace Nightfrost.Browser.Tests;

/// <summary>Choosing with several sources: strips, priorities, limits, and why not another thing.</summary>
[Collection("one browser at a time")]
public class RouteTests(Cluster cluster)
{
    [Fact]
    public async Task Walls_move_by_the_arrow_keys_and_the_way_is_worked_out_anew()
    {
        await using var app = new ServedApp(await cluster.Database(demo: true));
        using var browser = new Browser(app.Start());
        browser.SignIn();
        browser.Go($"/cases/{Case(browser, "Two sources")}/look#air");
        browser.See("Agnes, kitchenette");
        browser.See("Infrared does not leave the room");
        browser.Click("What stands between: Agnes, kitchenette");
        var wall = browser.Driver.FindElement(By.CssSelector("[role=slider][aria-label='kitchen wall, brick']"));
        wall.SendKeys(Keys.ArrowRight);
        browser.Until(() => browser.Driver.FindElement(By.CssSelector("[role=slider][aria-label='kitchen wall, brick']"))
            .GetAttribute("aria-valuenow") == "3.2", "the wall at 3.2 m");
        browser.See("saved");

        // A wall beyond the place is said at its own field, and kept as typed.
        browser.Type("kitchen wall", "9");
        browser.See("9 m lies outside this way of 6.4 m.");
        browser.AssertAccessible("an open strip");
        browser.Size(390, 844);
        browser.AssertFits("strips at 390 px");
        browser.AssertAccessible("strips at 390 px");
    }

    [Fact]
    public async Task Priorities_reorder_the_rigs_and_any_thing_can_be_asked_about_and_demanded()
    {
        await using var app = new ServedApp(await cluster.Database(demo: true));
        using var browser = new Browser(app.Start());
        browser.SignIn();
        browser.Go($"/cases/{Case(browser, "Two sources")}/route");
        browser.See("Both served");
        browser.Click("Priorities and limits");
        for (var i = 0; i < 4; i++)
            browser.Click("Price: up");
        browser.See("Price before needs met, in step");
        Assert.Contains("order=price", browser.Driver.Url, StringComparison.Ordinal);
        browser.AssertAccessible("priorities");

        browser.Type("Most to pay, GBP", "1" + Keys.Enter);
        browser.See("Nothing that serves as many listeners as can be served costs £1.00 or less");
        browser.Click("Priorities and limits");
        browser.Type("Most to pay, GBP", "a lot" + Keys.Enter);
        browser.See("It is no amount from 0 to 1,000,000.");

        browser.Go($"/cases/{Case(browser, "Two sources")}/route");
        browser.See("Why not this?");
        browser.Type("Why not …", "Pass Two" + Keys.ArrowDown + Keys.Enter);
        browser.See("The best rig with it, against the best:");
        browser.Click("Plan with it");
        browser.See("with Pass Two box");
        browser.Until(() => browser.Driver.FindElements(By.CssSelector("main h1")).Count > 0
            && browser.Text().Contains("Pass Two box", StringComparison.Ordinal), "a rig with the box");
        browser.Type("Why not …", "Far Shore UHF" + Keys.ArrowDown + Keys.Enter);
        browser.See("Check the national rule.");
        browser.AssertNoErrors();
    }

    private static string Case(Browser browser, string title) =>
        JsonDocument.Parse((string)browser.Driver.ExecuteAsyncScript("const done = arguments[0]; fetch('/api/cases').then((r) => "
            + "r.text()).then(done)")!).RootElement.GetProperty("cases").EnumerateArray()
            .First(c => c.GetProperty("title").GetString()!.StartsWith(title, StringComparison.Ordinal)).GetProperty("id").GetString()!;
}
