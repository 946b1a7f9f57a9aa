using Nightfrost.Web.Tests;
using OpenQA.Selenium;

namespace Nightfrost.Browser.Tests;

/// <summary>The line goes, the wrong case is deleted, two people write at once: what was entered stays.</summary>
[Collection("one browser at a time")]
public class NothingLostTests(Cluster cluster)
{
    [Fact]
    public async Task A_take_entered_while_the_connection_is_down_is_kept_and_sent_later()
    {
        await using var app = new ServedApp(await cluster.Database(demo: true));
        using var browser = new Browser(app.Start());
        browser.SignIn();
        browser.Click("Two headsets beside the sound bar");
        browser.SeeHeadline("Step");
        browser.Press("6");
        browser.See("measured 3×");
        browser.Field("Frames, flash to click");
        browser.Cdp("Network.enable", []);
        browser.Offline(true);
        browser.Type("Frames, flash to click", "9");
        browser.Click("Add take");
        browser.See("to be worked out when connected");
        browser.See("kept here, not sent yet");
        browser.Offline(false);
        browser.SeeNo("to be worked out when connected");
        browser.Until(() => browser.Text().Contains("measured 4×", StringComparison.Ordinal)
            || browser.Text().Contains("measured 1×", StringComparison.Ordinal), "the take to arrive");
    }

    [Fact]
    public async Task Deleting_a_case_can_be_taken_back()
    {
        await using var app = new ServedApp(await cluster.Database(demo: true));
        using var browser = new Browser(app.Start());
        browser.SignIn();
        browser.Click("Delete Silent bunks, one walks to the galley");
        browser.See("Deleted “Silent bunks");
        browser.Until(() => browser.Driver.FindElements(By.LinkText("Silent bunks, one walks to the galley")).Count == 0, "the case to go");
        browser.Click("Undo");
        browser.Until(() => browser.Driver.FindElements(By.LinkText("Silent bunks, one walks to the galley")).Count == 1, "the case to come back");
    }

    [Fact]
    public async Task Two_tabs_editing_one_case_are_both_told()
    {
        await using var app = new ServedApp(await cluster.Database(demo: true));
        var address = app.Start();
        using var mine = new Browser(address);
        using var theirs = new Browser(address);
        foreach (var browser in new[] { mine, theirs })
        {
            browser.SignIn();
            browser.Click("Silent bunks, one walks to the galley");
            browser.SeeHeadline("Both served");
            browser.Press("1");
            browser.SeeHeadline("one way out");
            browser.Click("Who listens");
        }

        // A question leads to the fact it asks for.
        mine.Click("Whose radio rules hold here: Europe or the USA?");
        mine.See("Radio rules of");

        theirs.Type("Name or seat", "Ivo the cook");
        theirs.See("saved ");
        mine.Type("Name or seat", "Runa the rigger", index: 1);
        mine.See("This look was changed elsewhere. Yours is kept here, not saved.");
        mine.See("Ivo the cook: name was Ivo, now Ivo the cook.");
        mine.Click("Take theirs");
        mine.SeeNo("changed elsewhere");
        Assert.Equal("Ivo the cook", mine.Field("Name or seat").GetAttribute("value"));
    }
}
