using Nightfrost.Web.Tests;
using OpenQA.Selenium;

namespace Nightfrost.Browser.Tests;

/// <summary>The trade's own journey through the real interface, asserting what a person reads.</summary>
[Collection("one browser at a time")]
public class JourneyTests(Cluster cluster)
{
    [Fact]
    public async Task A_case_goes_from_behind_the_set_to_the_clients_sheet()
    {
        await using var app = new ServedApp(await cluster.Database(demo: true));
        using var browser = new Browser(app.Start());
        browser.Go("/");
        browser.See("Sign in");
        browser.Type("Name", "specialist");
        browser.Type("Password", "wrong-password");
        browser.Click("Sign in");
        browser.See("Name and password do not match.");
        browser.Type("Password", Data.Demo.DemoData.Password);
        browser.Click("Sign in");
        browser.See("cases need you");

        browser.Click("New case");
        browser.Type("Where the set stands", "Saltern Row 4");
        browser.Type("What it is about", "A headset beside <b>the</b> bar");
        browser.Click("Open the case");
        browser.SeeHeadline("Who listens here?");
        browser.See("Saltern Row 4 · A headset beside <b>the</b> bar");

        // Look: people first.
        browser.Click("Add a listener");
        browser.Type("Name or seat", "Ines");
        browser.Type("Seat to set", "-1");
        browser.See("-1 m lies outside 0.3 to 50 m. Enter 0.3 to 50 m.");
        browser.See("not saved: see below");
        browser.Type("Seat to set", "3,2");
        browser.SeeNo("lies outside");
        browser.Pick("Wears or uses now", "Fulmer headset");
        browser.Field("Open to another receiver").Click();
        browser.Choose("While listening, the room …", "hears too");
        browser.See("saved ");
        browser.SeeHeadline("One listener: what is behind the set?");

        // Then what is behind the set: an input says why it will not work; an output says what it means.
        browser.Click("Tap each socket you see behind the set.");
        browser.Click("Red and white not looked");
        browser.See("Output or input? Read the words beside it.");
        browser.Type("Printed beside it", "COMPONENT IN");
        browser.See("An input. No sound comes out here, although the plug fits.");
        browser.SeeHeadline("One listener, no way out of the set");
        browser.Click("Optical not looked");
        browser.SeeHeadline("One listener, one way out of the set");
        browser.See("Digital, usually at a fixed level. Set it to PCM.");
        browser.Choose("Sound waits for the picture", "yes");
        browser.See("saved ");
        browser.See("Worth asking next");

        // Route: the verdict first, the line board, reasons, parts.
        browser.Driver.FindElement(By.TagName("h1")).Click();
        browser.Press("2");
        browser.SeeHeadline("Ines served");
        browser.See("vendor low-latency (Swift 40)");
        browser.See("Why this one");
        browser.See("Why not this?");
        browser.See("COMPONENT IN) is an input: no sound comes out of it.");
        browser.See("In all");
        browser.Click("Choose this rig");
        browser.See("This rig is chosen.");

        // Connect: as expected, not as expected with a note, survives a reload.
        browser.Click("connect it");
        browser.SeeHeadline("Step 1 of ");
        browser.See("Ask what warns each listener");
        browser.Click("As expected");
        browser.SeeHeadline("Step 2 of ");
        browser.Click("Not as expected");
        browser.Type("What happened instead", "the set is silent already");
        browser.Click("Keep the note");
        browser.See("1 not as expected");
        browser.Driver.Navigate().Refresh();
        browser.See("1 not as expected");
        browser.See("1 done");

        // Tune: takes, never ± 0, every tolerance, the forecast's error.
        browser.Press("6");
        browser.SeeHeadline("Ines");
        browser.Type("Frames a second", "240");
        for (var take = 0; take < 2; take++)
        {
            browser.Type("Frames, flash to click", "9");
            browser.Click("Add take");
            browser.Until(() => browser.Text().Contains($"measured {take + 1}×", StringComparison.Ordinal), $"take {take + 1}");
        }

        browser.See("+38 ± 4 ms late · measured 2×");
        browser.See("The forecast was off by");
        browser.See("broadcast chain, end to end (theirs)");
        browser.SeeHeadline("Ines is in step");

        // Changing Look marks the rig out of date and says what changed.
        browser.Press("1");
        browser.SeeHeadline("one way out");
        browser.Click("Who listens");
        browser.Type("Seat to set", "4");
        browser.See("The rig is out of date.");
        browser.See("Ines: seat distance, m was 3.2, now 4.");

        // The same routes again: the rig is kept with its ticks and takes.
        browser.Driver.FindElement(By.TagName("h1")).Click();
        browser.Press("2");
        browser.See("its ticks and takes stay");
        browser.Click("Keep this rig");
        browser.See("This rig is chosen.");
        browser.Press("6");
        browser.See("measured 2×");

        // Hand over: large print.
        browser.Press("8");
        browser.See("TV sound for Ines");
        browser.See("Switch the TV on.");
        Assert.True(browser.Script<double>("return parseFloat(getComputedStyle(document.querySelector('.nf-sheet li')).fontSize)") >= 21.3);
        browser.See("Not to be passed over, and still open");
        browser.Click("Hand over in part");
        browser.SeeHeadline("Handed over in part");
        browser.AssertNoErrors();
    }

    [Fact]
    public async Task Everything_can_be_done_with_the_keyboard_alone()
    {
        await using var app = new ServedApp(await cluster.Database(demo: true));
        using var browser = new Browser(app.Start());
        browser.SignIn();
        TabTo(browser, "Two headsets beside the sound bar");
        browser.Press(Keys.Enter);
        browser.SeeHeadline("Step 10 of");
        browser.Press("a");
        browser.SeeHeadline("Step 11 of");
        browser.Press("2");
        browser.SeeHeadline("Both served");
        browser.See("Others worth weighing");
        var other = browser.Script<string>("return [...document.querySelectorAll('h2')].find(h => h.textContent === 'Others worth "
            + "weighing').parentElement.querySelector('button').innerText.split('\\n')[0].trim()");
        TabTo(browser, other, startsWith: true);
        Assert.True(browser.Script<bool>("return getComputedStyle(document.activeElement).outlineStyle !== 'none'"), "the focus is not to be seen");
        browser.Press(Keys.Enter);
        browser.See("Why this other one");
        browser.Press("6");
        browser.SeeHeadline("Tobias may be out of step");
        TabTo(browser, "audio delay: 10 ms more");
        browser.Press(Keys.Enter);
        browser.Press(Keys.Enter);
        browser.See("audio delay 20 ms");
        browser.See("With the handles where they stand");
        browser.See("tried with the handles, not set yet");
        TabTo(browser, "I have set it so on the set");
        browser.Press(Keys.Enter);
        browser.See("audio delay 20 ms (found at 0)");
        browser.SeeNo("I have set it so on the set");
        browser.See("+53 ± 4 ms late · measured 3×");
        browser.Press("?");
        browser.See("Single keys are on");
        browser.Press(Keys.Escape);
        browser.SeeNo("Single keys are on");
        browser.Press("m");
        Assert.Equal("Frames, flash to click", browser.Script<string>("return document.activeElement.labels[0].innerText"));
        browser.Press("8");
        browser.SeeHeadline("Tobias is late");
    }

    [Fact]
    public async Task At_390_px_one_step_fills_the_screen_and_the_thumb_reaches_its_actions()
    {
        await using var app = new ServedApp(await cluster.Database(demo: true));
        using var browser = new Browser(app.Start(), 390, 844);
        browser.SignIn();
        browser.Click("Two headsets beside the sound bar");
        browser.SeeHeadline("Step 10 of");
        browser.See("Feed the Pass Two box");
        foreach (var name in new[] { "As expected", "Not as expected" })
            Assert.True(browser.Control(name).Size.Height >= 56, $"{name} is too low for a thumb");
        Assert.True(browser.Script<bool>("const r = arguments[0].getBoundingClientRect(); return r.bottom <= innerHeight - 60", browser.Control("As expected")),
            "the action lies below the screen");
        browser.Click("As expected");
        browser.SeeHeadline("Step 11 of");
        browser.AssertFits("Connect at 390 px");
    }

    [Fact]
    public async Task A_first_start_leads_from_the_printed_password_to_the_first_case()
    {
        var connection = await cluster.Database(demo: false);
        await using var app = new ServedApp(connection, demo: false);
        var address = app.Start();
        var printed = new StringWriter();
        await Web.Hosting.Prepare.Run(app.Services, demo: false, newPassword: true, printed);
        var password = printed.ToString().Trim().Split(' ')[^1];
        using var browser = new Browser(address);
        browser.Go("/");
        browser.Type("Name", "administrator");
        browser.Type("Password", password);
        browser.Click("Sign in");
        browser.See("Choose a password of your own");
        browser.AssertAccessible("choosing a password");
        browser.Type("Password so far", password);
        browser.Type("New password", "short");
        browser.Click("Keep it");
        browser.See("5 characters are not 12 to 200.");
        browser.Type("New password", "gulls on the quay");
        browser.Click("Keep it");
        browser.SeeHeadline("No case yet");
        browser.Click("password");
        browser.SeeHeadline("Change your password");
        browser.AssertAccessible("changing a password");
        browser.AssertNoErrors();
    }

    private static void TabTo(Browser browser, string name, bool startsWith = false)
    {
        for (var i = 0; i < 80; i++)
        {
            browser.Press(Keys.Tab);
            var words = browser.Script<string?>("const e = document.activeElement; return (e.getAttribute('aria-label') || e.innerText || '').trim()") ?? "";
            if (startsWith ? words.StartsWith(name, StringComparison.Ordinal) : words == name)
                return;
        }

        Assert.Fail($"Tab never reached “{name}”.");
    }
}
