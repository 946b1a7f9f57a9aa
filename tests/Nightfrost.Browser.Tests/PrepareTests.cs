using Nightfrost.Web.Tests;
using OpenQA.Selenium;

namespace Nightfrost.Browser.Tests;

/// <summary>The lists before a visit as a specialist uses them: what is due first, what lacked, what was ticked.</summary>
[Collection("one browser at a time")]
public class PrepareTests(Cluster cluster)
{
    [Fact]
    public async Task A_visit_is_prepared_from_the_order_to_the_bag()
    {
        await using var app = new ServedApp(await cluster.Database(demo: true));
        using var browser = new Browser(app.Start());
        browser.SignIn();
        browser.Click("Two sources, and a walk to the kitchenette");
        browser.See("Prepare");
        browser.Press("3");
        browser.SeeHeadline("Order by ");

        var adapter = browser.Driver.FindElement(By.CssSelector("input[aria-label='1 × Stereo-to-mono adapter']"));
        adapter.Click();
        browser.See("1 of ");
        browser.Click("Hulver headset is missing");
        browser.See("Message to whoever sold the Hulver UHF base");
        browser.See("Missing in the box of the Hulver UHF base.");
        browser.Click("Hulver headset is there after all");
        browser.SeeNo("Message to whoever sold");
        browser.Type("The page that matters", "page 12");
        browser.Press(Keys.Tab);
        browser.Driver.Navigate().Refresh();
        browser.See("The page that matters");
        Assert.Equal("page 12", browser.Script<string>("return [...document.querySelectorAll('input')].find((i) => i.value === 'page 12')?.value ?? ''"));

        var manual = Path.Combine(Path.GetTempPath(), $"{Guid.NewGuid():N}.pdf");
        await File.WriteAllTextAsync(manual, "%PDF-1.7 made up");
        browser.Driver.FindElement(By.CssSelector("input[aria-label='Manual of Orle 40']")).SendKeys(manual);
        browser.See(Path.GetFileName(manual));
        browser.AssertAccessible("Prepare with a manual kept");
        browser.Click("Take away: the manual of Orle 40");
        browser.See("The manual of Orle 40 was taken away.");
        browser.SeeNo(Path.GetFileName(manual));
        browser.Click("Undo");
        browser.See(Path.GetFileName(manual));
        File.Delete(manual);

        browser.AssertAccessible("Prepare");
        browser.Size(390, 844);
        browser.AssertFits("Prepare at 390 px");
        browser.AssertAccessible("Prepare at 390 px");
        browser.Script<object?>("[...document.querySelectorAll('a')].find((a) => a.innerText.startsWith('The bag for')).click()");
        browser.SeeHeadline("things in the bag for ");
        browser.AssertAccessible("the bag of a day at 390 px");
        browser.AssertFits("the bag of a day at 390 px");
        browser.AssertNoErrors();
    }
}
