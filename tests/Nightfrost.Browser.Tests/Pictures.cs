using Nightfrost.Web.Tests;

namespace Nightfrost.Browser.Tests;

/// <summary>Takes the README's pictures from the demo data, when asked to by `./nightfrost pictures`.</summary>
[Collection("one browser at a time")]
public class Pictures(Cluster cluster)
{
    [Fact]
    public async Task Every_main_view_is_pictured()
    {
        var place = Environment.GetEnvironmentVariable("NIGHTFROST_PICTURES");
        Assert.SkipWhen(string.IsNullOrEmpty(place), "Pictures are taken by ./nightfrost pictures.");
        Directory.CreateDirectory(place!);
        await using var app = new ServedApp(await cluster.Database(demo: true));
        var address = app.Start();
        using var browser = new Browser(address);
        browser.Go("/");
        browser.See("Just looking?");
        browser.Picture(Path.Combine(place!, "sign-in.png"));
        browser.SignIn();
        browser.Picture(Path.Combine(place!, "cases.png"));
        var screens = ScreenTests.Screens(browser)
            .Where(s => !s.Words.StartsWith("No rig", StringComparison.Ordinal) && !s.Words.StartsWith("Infrared", StringComparison.Ordinal)
                && s.Words != "Why not this?" && s.Words != "Reads lips" && s.Path != "/cases").ToList();
        foreach (var (path, words) in screens)
        {
            // Look and hand-over are read in daylight.
            browser.Theme(night: !path.EndsWith("/look#wall", StringComparison.Ordinal) && !path.EndsWith("/hand-over", StringComparison.Ordinal));
            browser.Go(path);
            browser.See(words);
            browser.SeeNo("Weighing the answers…");
            browser.SeeNo("Going through the visit…");
            var name = path.StartsWith("/kit/", StringComparison.Ordinal) ? "device" : path.Split('/')[^1].Split('#', '?')[0];
            browser.Picture(Path.Combine(place!, $"{name}.png"));
        }

        var strips = ScreenTests.Screens(browser).Single(s => s.Words.StartsWith("Infrared", StringComparison.Ordinal));
        browser.Go(strips.Path);
        browser.See(strips.Words);
        browser.Script<object?>("document.querySelector('section[aria-label=\"The air between\"]').scrollIntoView(); return null");
        browser.Picture(Path.Combine(place!, "strips.png"));

        browser.Size(390, 844);
        browser.Theme(night: true);
        string[] onPhone = ["/look#wall", "/route", "/connect", "/tune"];
        foreach (var (path, words) in screens.Where(s => Array.Exists(onPhone, end => s.Path.EndsWith(end, StringComparison.Ordinal))))
        {
            browser.Go(path);
            browser.See(words);
            browser.Picture(Path.Combine(place!, $"{path.Split('/')[^1].Split('#')[0]}-390.png"));
        }
    }
}
