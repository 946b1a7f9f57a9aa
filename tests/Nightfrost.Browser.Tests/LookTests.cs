using Nightfrost.Web.Tests;
using OpenQA.Selenium;

namespace Nightfrost.Browser.Tests;

/// <summary>Look is entered in the order of the work, in few taps, and starts from what the site's earlier cases found out.</summary>
[Collection("one browser at a time")]
public class LookTests(Cluster cluster)
{
    /// <summary>At five seconds a tap, with the typing aside, two minutes and a half.</summary>
    private const int MostTaps = 30;

    [Fact]
    public async Task Two_listeners_and_four_sockets_are_entered_with_at_most_thirty_taps()
    {
        await using var app = new ServedApp(await cluster.Database(demo: true));
        using var browser = new Browser(app.Start());
        browser.SignIn();
        browser.Go("/cases");
        browser.Click("New case");
        browser.Type("Where the set stands", "Lamplit Steps 2");
        browser.Type("What it is about", "Two headsets");
        browser.Click("Open the case");
        browser.SeeHeadline("Who listens here?");
        var taps = 0;
        void Tap(string name)
        {
            browser.Click(name);
            taps++;
        }

        foreach (var (name, distance, at) in new[] { ("Jory", "2.6", 0), ("Kerensa", "3.4", 1) })
        {
            Tap("Add a listener");
            browser.Type("Name or seat", name, at);
            browser.Type("Seat to set", distance, at);
            // A tap into each field, two for the list.
            taps += 2;
            browser.Pick("Wears or uses now", "Fulmer headset", at);
            taps += 2;
            browser.Choose("While listening, the room …", "hears too", at);
            taps++;
        }

        Tap("Tap each socket you see behind the set.");
        foreach (var socket in new[] { "Optical", "Headphone, 3.5 mm", "USB-A", "HDMI, return channel" })
            Tap($"{socket} not looked");
        Tap("HDMI, return channel free");
        browser.Type("Taken by", "the bar");
        taps++;
        browser.Field("That is all there is: rear, sides and underneath were looked over").Click();
        taps++;
        Tap("Say whose radio rules hold here.");
        browser.Pick("Radio rules of", "Europe");
        taps += 2;
        Tap("Read the model from the rating label.");
        browser.Type("Model, from the rating label", "LS 40");
        taps++;
        browser.See("Enough is known: choose a rig");
        browser.See("saved ");
        Assert.True(taps <= MostTaps, $"{taps} taps");
        browser.Click("choose a rig");
        browser.SeeHeadline("Both served");
        browser.AssertNoErrors();
    }

    [Fact]
    public async Task The_wall_is_in_view_at_once_and_worked_by_keys_alone()
    {
        await using var app = new ServedApp(await cluster.Database(demo: true));
        using var browser = new Browser(app.Start());
        browser.SignIn();
        browser.Click("Silent bunks, one walks to the galley");
        browser.SeeHeadline("Both served");
        browser.Press("1");
        browser.Click("Behind the set");
        const string Tiles = "[...document.querySelectorAll('ul[aria-label=\"Socket wall\"] button')]";
        foreach (var (width, height, columns) in new[] { (1280, 800, 5), (390, 844, 2) })
        {
            browser.Size(width, height);
            browser.Until(() => browser.Script<long>($"const tops = {Tiles}.map(b => b.getBoundingClientRect().top); return tops.filter(t => t === "
                + "tops[0]).length") == columns, $"{columns} columns");
            browser.Script<object?>("document.getElementById('wall').scrollIntoView(); return null");
            Assert.True(browser.Script<bool>($"const r = {Tiles}.map(b => b.getBoundingClientRect()); return r.length >= 16 && "
                + "r[r.length - 1].bottom - r[0].top < innerHeight && r.every(b => b.width >= 44 && b.height >= 44)"), $"the wall at {width}");
        }

        browser.Size(1280, 800);
        browser.Script<object?>($"{Tiles}.find(b => b.innerText.startsWith('Coaxial')).focus(); return null");
        foreach (var state in new[] { "free", "taken", "not there", "free" })
        {
            browser.Press(Keys.Space);
            browser.Control($"Coaxial digital {state}");
        }

        browser.See("saved ");
        browser.AssertAccessible("the wall");
    }

    [Fact]
    public async Task A_new_case_starts_from_what_the_site_is_known_by_and_correcting_it_leaves_the_old_one()
    {
        await using var app = new ServedApp(await cluster.Database(demo: true));
        using var browser = new Browser(app.Start(), 390, 844);
        browser.SignIn();
        browser.Click("New case");
        browser.Type("Where the set stands", "Gull Quay almshouse, residents' lounge");
        browser.See("It starts from what earlier cases found out there");
        browser.Type("What it is about", "A third chair");
        browser.Click("Open the case");
        browser.SeeHeadline("Who listens here?");
        browser.See("known since");
        browser.See("Add one in the seat at 2.8 m, known since");
        browser.SeeNo("Edda");

        // One part at a time.
        browser.Click("Behind the set");
        browser.SeeNo("Add a listener");
        browser.Click("Optical taken (DIGITAL AUDIO OUT)");
        browser.Control("Optical not there (DIGITAL AUDIO OUT)");
        browser.See("saved ");
        browser.AssertFits("a look at 390 px");
        browser.AssertAccessible("a look at 390 px");
        browser.Go("/cases");
        browser.Click("Two headsets beside the sound bar");
        browser.SeeHeadline("Step");
        browser.Press("1");
        browser.SeeHeadline("2 listeners");
        browser.Click("Behind the set");
        browser.Control("Optical taken (DIGITAL AUDIO OUT)");
    }
}
