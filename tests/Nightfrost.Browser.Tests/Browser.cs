using System.Text.Json;
using Nightfrost.Web.Tests;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using OpenQA.Selenium.Support.UI;

[assembly: AssemblyFixture(typeof(Cluster))]

namespace Nightfrost.Browser.Tests;

/// <summary>Headless Chromium at one size and theme, with the waits and words the tests need.</summary>
public sealed class Browser : IDisposable
{
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(15);
    private readonly string _profile = Directory.CreateTempSubdirectory("nightfrost-browser-").FullName;
    private readonly ChromeDriverService _service;
    private readonly Uri _address;

    public Browser(Uri address, int width = 1280, int height = 800, bool night = true)
    {
        _address = address;
        _service = ChromeDriverService.CreateDefaultService("/usr/bin", "chromedriver");
        _service.HostName = "127.0.0.1";
        _service.SuppressInitialDiagnosticInformation = true;
        var options = new ChromeOptions { BinaryLocation = "/usr/bin/chromium" };
        options.AddArguments("--headless=new", "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking",
            "--disable-component-update", "--disable-sync",
            "--disable-dev-shm-usage", "--force-device-scale-factor=1", "--hide-scrollbars", "--lang=en-GB", $"--user-data-dir={_profile}");
        options.SetLoggingPreference(LogType.Browser, LogLevel.Severe);
        Driver = new ChromeDriver(_service, options);
        Size(width, height);
        Theme(night);
    }

    public ChromeDriver Driver { get; }

    public void Size(int width, int height) =>
        Cdp("Emulation.setDeviceMetricsOverride", new() { ["width"] = width, ["height"] = height, ["deviceScaleFactor"] = 1, ["mobile"] = width < 600 });

    public void Theme(bool night) =>
        Cdp("Emulation.setEmulatedMedia",
            new() { ["features"] = new[] { new Dictionary<string, object> { ["name"] = "prefers-color-scheme", ["value"] = night ? "dark" : "light" } } });

    public void Cdp(string command, Dictionary<string, object?> parameters) => Driver.ExecuteCdpCommand(command, parameters);

    /// <summary>Cuts the connection to the service, or mends it.</summary>
    public void Offline(bool offline) =>
        Cdp("Network.emulateNetworkConditions", new() { ["offline"] = offline, ["latency"] = 0, ["downloadThroughput"] = -1, ["uploadThroughput"] = -1 });

    public void Go(string path) => Driver.Navigate().GoToUrl(new Uri(_address, path));

    /// <summary>Signs in to the demo and waits for the cases.</summary>
    public void SignIn()
    {
        Go("/");
        Click("Open the demo");
        See("need you");
    }

    /// <summary>Waits until the page says something.</summary>
    public void See(string words) => Until(() => Text().Contains(words, StringComparison.Ordinal), $"“{words}” on the page");

    /// <summary>Waits until the page no longer says something.</summary>
    public void SeeNo(string words) => Until(() => !Text().Contains(words, StringComparison.Ordinal), $"no “{words}” on the page");

    /// <summary>Waits for the headline.</summary>
    public void SeeHeadline(string words) =>
        Until(() => Headline().Contains(words, StringComparison.Ordinal), $"“{words}” as the headline, not “{Headline()}”");

    public string Headline() => Script<string>("return (document.querySelector('main h1')?.innerText ?? '').replace(/\\u00a0/g, ' ')");

    public string Text() => Script<string>("return document.body.innerText.replace(/\\u00a0/g, ' ')");

    public void Until(Func<bool> holds, string what)
    {
        try
        {
            new WebDriverWait(Driver, Patience) { PollingInterval = TimeSpan.FromMilliseconds(60) }.Until(_ => Try(holds));
        }
        catch (WebDriverTimeoutException)
        {
            Assert.Fail($"Waited in vain for {what}. The page says:\n{Text()}");
        }
    }

    /// <summary>The control with this name, as a screen reader would call it.</summary>
    public IWebElement Control(string name)
    {
        IWebElement? found = null;
        Until(() => (found = Script<IWebElement?>("""
            const name = arguments[0]
            const words = (e) => (e.getAttribute('aria-label') || e.innerText || '').trim().replace(/\s+/g, ' ')
            const shown = (e) => e.getClientRects().length > 0
            return [...document.querySelectorAll('button, a, [role=button], [role=option], [role=radio]')].find((e) => words(e) === name && shown(e)) ?? null
            """, name)) is not null, $"a control called “{name}”");
        return found!;
    }

    // Drawn anew between finding and pressing, it is looked for again.
    public void Click(string name) => Until(
        () =>
        {
            var control = Control(name);
            Script<object?>("arguments[0].scrollIntoView({ block: 'center' })", control);
            control.Click();
            return true;
        },
        $"“{name}” to be pressed");

    /// <summary>The field with this label.</summary>
    public IWebElement Field(string label, int index = 0)
    {
        IWebElement? found = null;
        Until(() => (found = Script<IWebElement?>("""
            const labels = [...document.querySelectorAll('label')]
              .filter((l) => l.getClientRects().length > 0 && l.innerText.replace(/\s*\*$/, '').trim() === arguments[0])
            const label = labels[arguments[1]]
            return label ? (label.control ?? document.getElementById(label.htmlFor)) : null
            """, label, index)) is not null, $"a field called “{label}”");
        return found!;
    }

    public void Type(string label, string text, int index = 0)
    {
        var field = Field(label, index);
        Script<object?>("arguments[0].scrollIntoView({ block: 'center' })", field);
        field.SendKeys(Keys.Control + "a");
        field.SendKeys(text.Length > 0 ? text : Keys.Delete);
    }

    /// <summary>Presses one of several inside the group with this label.</summary>
    public void Choose(string group, string option, int index = 0)
    {
        IWebElement? found = null;
        Until(() => (found = Script<IWebElement?>("""
            const named = (g) => (document.getElementById(g.getAttribute('aria-labelledby') ?? '')?.innerText ?? g.getAttribute('aria-label') ?? '').trim()
            const group = [...document.querySelectorAll('[role=group]')].filter((g) => named(g) === arguments[0])[arguments[2]]
            return group ? ([...group.querySelectorAll('button')].find((b) => b.innerText.trim() === arguments[1]) ?? null) : null
            """, group, option, index)) is not null, $"“{option}” in “{group}”");
        Script<object?>("arguments[0].scrollIntoView({ block: 'center' })", found!);
        found!.Click();
    }

    /// <summary>Picks an entry of a drop-down.</summary>
    public void Pick(string label, string option, int index = 0)
    {
        IWebElement? Box() => Script<IWebElement?>("""
            const named = (e) => (e.getAttribute('aria-labelledby') ?? '').split(' ').map((id) => document.getElementById(id)?.innerText.trim() ?? '')
            return [...document.querySelectorAll('[role=combobox]')].filter((e) => named(e).includes(arguments[0]))[arguments[1]] ?? null
            """, label, index);
        Until(() => Box() is not null, $"a list called “{label}”");
        var pressed = false;

        // What moves the page a moment later, such as a jump to this field, closes a list or slips another entry under the press: until the field says it.
        Until(
            () =>
            {
                if (Driver.FindElements(By.CssSelector("[role=listbox]")).Count == 0)
                {
                    if (pressed && Box()!.Text.Trim() == option)
                        return true;
                    Script<object?>("arguments[0].scrollIntoView({ block: 'center' })", Box()!);
                    Box()!.Click();
                }

                Driver.FindElements(By.CssSelector("[role=option]")).FirstOrDefault(o => o.Displayed && o.Text.Trim() == option)?.Click();
                pressed = true;
                return false;
            },
            $"“{option}” to be picked from “{label}”");
    }

    public void Press(string keys) => new OpenQA.Selenium.Interactions.Actions(Driver).SendKeys(keys).Perform();

    /// <summary>Fails with every violation of WCAG 2.2 AA that axe finds on the page.</summary>
    public void AssertAccessible(string where)
    {
        Driver.ExecuteScript(Axe.Value);
        var json = (string)Driver.ExecuteAsyncScript("""
            const done = arguments[arguments.length - 1]
            const places = (v) => v.nodes.slice(0, 3).map((n) => n.target + ' ' + (n.any[0]?.message ?? '')).join(' | ')
            axe.run(document, { runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'] })
              .then((r) => done(JSON.stringify(r.violations.map((v) => `${v.id}: ${v.help} at ${places(v)}`))))
            """)!;
        var violations = JsonSerializer.Deserialize<string[]>(json)!;
        Assert.True(violations.Length == 0, $"{where}:\n{string.Join('\n', violations)}");
    }

    /// <summary>Fails when anything makes the page scroll sideways.</summary>
    public void AssertFits(string where)
    {
        var width = Script<long>("return document.documentElement.scrollWidth");
        var screen = Script<long>("return innerWidth");
        Assert.True(width <= screen, $"{where} is {width} px wide on a screen of {screen} px");
    }

    /// <summary>Fails when the browser logged an error, such as a script the policy refused.</summary>
    public void AssertNoErrors() =>
        Assert.Empty(Driver.Manage().Logs.GetLog(LogType.Browser).Where(l => !l.Message.Contains("status of 4", StringComparison.Ordinal))
            .Select(l => l.Message));

    public void Picture(string file) => Driver.GetScreenshot().SaveAsFile(file);

    public T Script<T>(string script, params object[] arguments) => (T)Driver.ExecuteScript(script, arguments)!;

    public void Dispose()
    {
        Driver.Quit();
        Driver.Dispose();
        _service.Dispose();
        try
        {
            Directory.Delete(_profile, recursive: true);
        }
        catch (IOException)
        {
            // Chromium may still be writing its last file; the folder is a temporary one.
        }
    }

    private static bool Try(Func<bool> holds)
    {
        try
        {
            return holds();
        }
        catch (WebDriverException)
        {
            return false;
        }
    }

    private static readonly Lazy<string> Axe =
        new(() => File.ReadAllText(Path.Combine(Repository.Root, "src", "web", "node_modules", "axe-core", "axe.min.js")));
}

/// <summary>Where the checkout is.</summary>
internal static class Repository
{
    public static string Root { get; } = Find();

    private static string Find()
    {
        var at = AppContext.BaseDirectory;
        while (!File.Exists(Path.Combine(at, "Nightfrost.slnx")))
            at = Path.GetDirectoryName(at) ?? throw new InvalidOperationException("The tests do not run inside the repository.");
        return at;
    }
}
