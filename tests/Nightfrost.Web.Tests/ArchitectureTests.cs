using System.Reflection;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Data;

namespace Nightfrost.Web.Tests;

public class ArchitectureTests(Cluster cluster)
{
    [Fact]
    public void Dependencies_point_one_way()
    {
        Assert.Empty(Ours(typeof(Router).Assembly));
        Assert.Equal(["Nightfrost.Core"], Ours(typeof(NightfrostDb).Assembly));
        Assert.Equal(["Nightfrost.Core", "Nightfrost.Data"], Ours(typeof(Program).Assembly));
        Assert.DoesNotContain(typeof(Router).Assembly.GetReferencedAssemblies(),
            a => a.Name!.StartsWith("Microsoft.", StringComparison.Ordinal) || a.Name == "Npgsql" || a.Name == "System.Net.Http");

        static IEnumerable<string> Ours(Assembly assembly) =>
            assembly.GetReferencedAssemblies().Select(a => a.Name!).Where(n => n.StartsWith("Nightfrost", StringComparison.Ordinal)).Order();
    }

    [Fact]
    public async Task The_model_has_no_change_without_a_migration()
    {
        await using var app = new NightfrostApp(await cluster.Database(demo: false), demo: false);
        await using var scope = app.Services.CreateAsyncScope();
        Assert.False(scope.ServiceProvider.GetRequiredService<NightfrostDb>().Database.HasPendingModelChanges());
    }

    [Fact]
    public void The_rule_list_in_docs_is_the_codes_own()
    {
        var path = Path.Combine(Root(), "docs", "rules.md");
        var fresh = RuleDocument();
        if (Environment.GetEnvironmentVariable("NIGHTFROST_WRITE_DOCS") == "1")
            File.WriteAllText(path, fresh);
        Assert.True(File.Exists(path) && File.ReadAllText(path) == fresh,
            "docs/rules.md is stale: run the service tests once with NIGHTFROST_WRITE_DOCS=1 and commit it.");
    }

    [Fact]
    public void No_line_of_code_is_longer_than_the_screen_of_whoever_reads_it()
    {
        string[] code = ["src", "tests", "benchmarks"];
        var files = code.SelectMany(place => Directory.EnumerateFiles(Path.Combine(Root(), place), "*.cs", SearchOption.AllDirectories))
            .Where(file => !file.Split(Path.DirectorySeparatorChar).Any(part => part is "bin" or "obj" or "node_modules" or "Migrations"));
        Assert.Empty(files.SelectMany(file => File.ReadLines(file).Select((line, at) => (Line: line, Place: $"{Path.GetFileName(file)}:{at + 1}")))
            .Where(one => one.Line.Length > 160).Select(one => one.Place));
    }

    private static string RuleDocument()
    {
        var lines = new List<string>
        {
            "# Rules",
            "",
            "Generated from the one list in `src/Nightfrost.Core/Routing/Rules/RuleList.cs`; a test fails when this page differs from it. Refusing rules are "
                + "asked in this order, from the socket to the ear.",
            "Names in braces are filled from the values that decide.",
            "",
            "| rule | effect | looks at | says | remedy | source |",
            "| --- | --- | --- | --- | --- | --- |",
        };
        lines.AddRange(RuleList.All.Select(r =>
            $"| `{r.Id}` | {(r.Effect == RuleEffect.Refuses ? "refuses" : "advises")} | "
                + $"{(r.Scope == RuleScope.Tap ? "socket, adapters, box" : "the whole way")} | {r.Sentence} | {r.Remedy} | {r.Source} |"));
        return string.Join('\n', lines) + "\n";
    }

    internal static string Root()
    {
        var at = AppContext.BaseDirectory;
        while (!File.Exists(Path.Combine(at, "Nightfrost.slnx")))
            at = Path.GetDirectoryName(at) ?? throw new InvalidOperationException("The tests do not run inside the repository.");
        return at;
    }
}
