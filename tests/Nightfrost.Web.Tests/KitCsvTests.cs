using System.Net;
using System.Text;
using Nightfrost.Core.Kit;
using Nightfrost.Data.Demo;
using Nightfrost.Web.Kit;

namespace Nightfrost.Web.Tests;

public class KitCsvTests
{
    private static readonly Shelf Demo = new(DemoKit.All);

    private static KitReading Read(string text) => KitCsv.Read(Encoding.UTF8.GetBytes(text), Demo);

    [Fact]
    public void The_demo_shelf_comes_back_just_as_it_was()
    {
        Assert.All(KitCsv.Read(KitCsv.Write(Demo), Demo).Rows,
            r => Assert.True(r.Fate == RowFate.Same, $"{r.Id}: {string.Join(' ', r.Changes.Concat(r.Problems.Select(p => p.ToString())))}"));
        Assert.Equal(KitFile.Write(Demo), KitFile.Write(new Shelf(KitCsv.Read(KitCsv.Write(Demo), new Shelf([])).Usable)));
    }

    [Theory]
    [InlineData("id,price\npass-two,39.5\n")]
    [InlineData("id;price\r\npass-two;39,5\r\n")]
    [InlineData("id\tprice\npass-two\t39.5")]
    [InlineData("\uFEFFprice,id\n\"39.5\",\"pass-two\"\n,\n")]
    public void Commas_semicolons_and_tabs_are_told_apart(string text) => Assert.Equal(39.5m, Assert.Single(Read(text).Usable).Price);

    [Fact]
    public void A_line_is_counted_in_the_file_and_not_in_rows() =>
        Assert.Equal([2, 5], Read("id,cautions\npass-two,\"one\ntwo\"\n\nduo-low,-\n").Rows.Select(r => r.Line));

    [Theory]
    [InlineData("id,name\npass-two,\"Pass\nduo-low,x\n", "quotation mark")]
    [InlineData("", "empty")]
    [InlineData("hello", "called id")]
    public void A_table_that_is_none_is_refused(string text, string reason)
    {
        var problem = Read(text).Unreadable;
        Assert.NotNull(problem);
        Assert.Contains(reason, problem.Reason, StringComparison.Ordinal);
        Assert.NotEmpty(problem.Remedy);
    }

    [Fact]
    public void An_endless_cell_is_told_and_not_repeated()
    {
        var problem = Assert.Single(Assert.Single(Read("id,name\npass-two," + new string('x', 400_000)).Rows).Problems);
        Assert.Equal("400000 characters are more than 120.", problem.Reason);
    }

    [Theory]
    [InlineData(new byte[] { 0xFF, 0xFE, (byte)'i', 0 }, "UTF-16")]
    [InlineData(new byte[] { (byte)'i', (byte)'d', (byte)'\n', (byte)'c', 0xE9, (byte)'e' }, "Line 2 holds a character that is not UTF-8")]
    [InlineData(new byte[] { 0x50, 0x4B, 3, 4, 0, 0 }, "bytes that are no text")]
    public void Another_encoding_is_told_from_text(byte[] bytes, string reason) =>
        Assert.Contains(reason, KitText.Problem(bytes)!.Reason, StringComparison.Ordinal);

    [Fact]
    public void A_bad_byte_far_below_is_found_on_its_line() =>
        Assert.StartsWith("Line 901 ", KitText.Problem([.. Encoding.UTF8.GetBytes(string.Concat(Enumerable.Repeat("naïve row\n", 900))), 0xC3, 0x28])!.Reason,
            StringComparison.Ordinal);

    [Fact]
    public void What_a_spreadsheet_would_run_is_written_as_words()
    {
        var shelf = new Shelf([DemoKit.All[0] with { Name = "=1+1", Maker = "@maker" }]);
        var text = Encoding.UTF8.GetString(KitCsv.Write(shelf));
        Assert.Contains(",'=1+1,'@maker,", text, StringComparison.Ordinal);
        Assert.Equal("=1+1", KitCsv.Read(KitCsv.Write(shelf), new Shelf(DemoKit.All)).Usable.Single().Name);
    }
}

public class KitTableOverHttpTests(Cluster cluster)
{
    [Fact]
    public async Task The_table_is_exported_and_a_changed_one_imported()
    {
        await using var app = new NightfrostApp(await cluster.Database(demo: true), demo: true);
        using var me = await app.Visit();
        var file = await (await me.Get("/api/kit/export-table")).Content.ReadAsStringAsync();
        Assert.Equal(0, (await Visitor.Body<ImportView>(await me.SendRaw(HttpMethod.Post, "/api/kit/import", file))).Kept);
        var view = await Visitor.Body<ImportView>(await me.SendRaw(HttpMethod.Post, "/api/kit/import", "id;price\nduo-low;39,5\n"));
        Assert.Equal((1, 1), (view.Rows.Count, view.Kept));
        Assert.Equal(39.5m, (await me.Read<ShelfEntry>("/api/kit/duo-low")).Device.Price);
        var refusal = await Visitor.Refused(await me.SendRaw(HttpMethod.Post, "/api/kit/import", "id,name\nduo-low,=A1\nplain-one,Plain\n"),
            HttpStatusCode.BadRequest);
        Assert.Equal("line 2, name", refusal.Problems.Single().Field);
    }
}
