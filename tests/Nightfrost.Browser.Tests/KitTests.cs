using System.Text.Json.Nodes;
using Nightfrost.Web.Tests;
using OpenQA.Selenium;

namespace Nightfrost.Browser.Tests;

/// <summary>The shelf as a specialist uses it: find by what a thing can do, set side by side, take a file in.</summary>
[Collection("one browser at a time")]
public class KitTests(Cluster cluster)
{
    [Fact]
    public async Task The_shelf_is_filtered_by_what_things_can_do_and_compared_side_by_side()
    {
        await using var app = new ServedApp(await cluster.Database(demo: true));
        using var browser = new Browser(app.Start());
        browser.SignIn();
        browser.Go("/kit");
        browser.SeeHeadline("89 things on the shelf");
        browser.Click("Feeds two or more");
        browser.Click("Low latency");
        browser.SeeHeadline("of 89 things can do that");
        browser.See("Pass Two box");
        browser.SeeNo("Plain One sender");
        browser.Click("UHF");
        browser.SeeHeadline("0 of 89 things can do that");
        browser.Click("Show everything");
        browser.SeeHeadline("89 things on the shelf");

        foreach (var name in new[] { "Pass Two box", "Duo box" })
            browser.Driver.FindElement(By.CssSelector($"input[aria-label='Compare {name}']")).Click();
        browser.See("facts differ; they stand first.");
        Assert.Equal("Price", browser.Script<string>("return document.querySelector('[aria-label=Comparison] tbody th').innerText"));
        browser.See("Rill");
        browser.AssertAccessible("kit with a comparison");
        browser.AssertFits("kit with a comparison");
        browser.Size(390, 844);
        browser.AssertFits("kit with a comparison at 390 px");
        browser.AssertAccessible("kit with a comparison at 390 px");
        browser.AssertNoErrors();
    }

    [Fact]
    public async Task A_file_is_shown_before_it_is_taken_and_bad_rows_name_their_line()
    {
        await using var app = new ServedApp(await cluster.Database(demo: true));
        using var browser = new Browser(app.Start());
        browser.SignIn();
        browser.Go("/kit");
        browser.SeeHeadline("89 things on the shelf");
        var export = (string)browser.Driver.ExecuteAsyncScript("const done = arguments[0]; fetch('/api/kit/export').then((r) => r.text()).then(done)")!;
        var root = JsonNode.Parse(export)!;
        var devices = root["devices"]!.AsArray();
        devices.Single(d => (string)d!["id"]! == "duo-low")!["price"] = 39.5;
        devices.Single(d => (string)d!["id"]! == "plain-one")!["price"] = -3;
        var place = Directory.CreateTempSubdirectory("nightfrost-kit-").FullName;
        try
        {
            var (good, picture) = (Path.Combine(place, "kit.json"), Path.Combine(place, "picture.json"));
            await File.WriteAllTextAsync(good, root.ToJsonString(new() { WriteIndented = true }), TestContext.Current.CancellationToken);
            await File.WriteAllBytesAsync(picture, [0x89, 0x50, 0x4E, 0x47, 0xFF], TestContext.Current.CancellationToken);

            Choose(browser, picture);
            browser.See("This file cannot be read");
            browser.See("holds a character that is not UTF-8 text.");
            browser.Click("Back");
            Choose(browser, good);
            browser.See("1 changed, 1 cannot be taken");
            browser.See("price was 42, now 39.5");
            browser.See("price: -3 lies outside 0 to 100000.");
            browser.AssertAccessible("import of a kit file");
            browser.Click("Take one device, leave 1 out");
            browser.SeeNo("cannot be taken");
            browser.See("£39.50");
            browser.AssertNoErrors();
        }
        finally
        {
            Directory.Delete(place, recursive: true);
        }
    }

    [Fact]
    public async Task A_device_is_copied_described_and_retired_and_nothing_typed_is_lost()
    {
        await using var app = new ServedApp(await cluster.Database(demo: true));
        using var browser = new Browser(app.Start());
        browser.SignIn();
        browser.Go("/kit/duo-low");
        browser.SeeHeadline("Duo box");
        browser.Click("Duplicate");
        browser.SeeHeadline("Duo box (copy)");
        browser.Type("Name", "Duo box for the boatyard");
        browser.Type("Maker", "");
        browser.Type("Price", "38,50");
        browser.Click("Put on the shelf");
        browser.See("One entry cannot be right.");
        browser.See("Maker: It is empty. Enter at least one character.");
        browser.AssertAccessible("a device with a wrong entry");
        browser.Driver.Navigate().Refresh();
        browser.SeeHeadline("Duo box for the boatyard");
        browser.Type("Maker", "Skerrow");
        browser.Click("vendor low-latency later");
        browser.Click("Put on the shelf");
        browser.See("Duplicate");
        Assert.EndsWith("/kit/duo-box-for-the-boatyard", browser.Driver.Url, StringComparison.Ordinal);

        browser.Click("Retire");
        browser.See("no new rig uses it, old cases still show it");
        browser.Go("/kit");
        browser.SeeHeadline("90 things on the shelf");
        browser.See("No new rig uses them; old cases still show them.");
        browser.See("£38.50");
        browser.Size(390, 844);
        browser.Go("/kit/new");
        browser.SeeHeadline("A new device");
        browser.Click("Add a socket");
        browser.Click("Add a link");
        browser.Click("Two numbered buttons, one for each listener");
        browser.Click("More of gesture 1");
        browser.Click("Add a light or prompt");
        browser.AssertFits("a new device at 390 px");
        browser.AssertAccessible("a new device at 390 px");
        browser.AssertNoErrors();
    }

    private static void Choose(Browser browser, string file) => browser.Driver.FindElement(By.CssSelector("input[type=file]")).SendKeys(file);
}
