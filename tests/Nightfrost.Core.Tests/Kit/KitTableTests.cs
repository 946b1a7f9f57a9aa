using CsCheck;
using Nightfrost.Core.Kit;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Kit;

public class KitTableTests
{
    private static readonly Shelf Shelf = new(
    [
        Box("box", atOnce: 2, withSeveral: [Sbc]) with { Includes = ["ear"], Cautions = ["Keep it dry | and cool.", "=Mind the step"],
            Signs = [new(SignState.Joined, SignBy.Light, "blue, steady", "blue", Rhythm.Steady, "")] },
        Headset("ear", codecs: [Swift, Sbc]) with { Automatic = new() { WindowSeconds = 60, IdleOffMinutes = 10, Seeks = Seeks.LastPartner } },
        Cast("cast", rates: [24, 48]), CastEar("cast-ear", rates: [16]), Aids("aids", "K", 2, 3), Splitter(),
        Lead(Connector.Jack35, Connector.PhonoPair) with { Id = "lead" }, Supply(),
        FamilyHeadset("ir", LinkTechnology.InfraredAnalogue,
            "N") with { Links = [.. FamilyHeadset("x", LinkTechnology.InfraredAnalogue,
                "N").Links.Select(l => l with { Delay = new(1, 2.5, 1e-5 + 4, true) })] },
    ]);

    private static KitReading Read(IReadOnlyList<string> columns, params string[][] rows) =>
        KitTable.Read(columns, [.. rows.Select((cells, i) => new TableRow(i + 2, cells))], false, Shelf);

    private static KitReading ReadAll(Shelf written, Shelf into)
    {
        var (columns, rows) = KitTable.Write(written);
        return KitTable.Read(columns, [.. rows.Select((cells, i) => new TableRow(i + 2, cells))], false, into);
    }

    /// <summary>The exported table with one cell changed.</summary>
    private static KitReading With(string id, string column, string cell, bool decimalComma = false)
    {
        var (columns, rows) = KitTable.Write(Shelf);
        var (at, idAt) = (columns.ToList().IndexOf(column), columns.ToList().IndexOf("id"));
        return KitTable.Read(columns, [.. rows.Select((cells, i) => new TableRow(i + 2, [.. cells.Select((c, j) => j == at && cells[idAt] == id ? cell : c)]))],
            decimalComma, Shelf);
    }

    [Fact]
    public void What_was_written_changes_nothing_when_it_is_read_again()
    {
        var reading = ReadAll(Shelf, Shelf);
        Assert.Null(reading.Unreadable);
        Assert.All(reading.Rows,
            r => Assert.True(r.Fate == RowFate.Same, $"{r.Id}: {string.Join(' ', r.Changes.Concat(r.Problems.Select(p => p.ToString())))}"));
    }

    [Fact]
    public void An_empty_shelf_takes_every_device_just_as_it_was() =>
        Assert.Equal(KitFile.Write(Shelf), KitFile.Write(new Shelf(ReadAll(Shelf, new Shelf([])).Usable)));

    [Fact]
    public void Any_words_come_back_as_they_were() =>
        Gen.Select(Gen.String[Gen.Char[" =+-@'|\\a,;\"\n0.é"], 1, 12], Gen.String[Gen.Char["=+-@'|\\ab "], 1, 8].Array[0, 4]).Sample(p =>
        {
            var (looks, words) = (p.Item1, p.Item2.Select(w => w.Trim()).Where(w => w.Length > 0).ToArray());
            var shelf = new Shelf([Headset("ear") with { CodecReadback = looks.Trim(), Cautions = words }]);
            var back = Assert.Single(ReadAll(shelf, new Shelf([])).Rows.Zip(ReadAll(shelf, shelf).Rows)).Second;
            return back.Changes.Count == 0 && (looks.Contains('\n', StringComparison.Ordinal) || back.Fate == RowFate.Same);
        });

    [Fact]
    public void A_price_list_of_two_columns_changes_prices_and_nothing_else()
    {
        var reading = Read(["id", "price"], ["box", "61.5"], ["ear", "40"]);
        Assert.Equal([(RowFate.Changed, "box"), (RowFate.Same, "ear")], reading.Rows.Select(r => (r.Fate, r.Id)));
        var box = Assert.Single(reading.Usable);
        Assert.Equal(KitFile.Write(new Shelf([Shelf.Find("box")! with { Price = 61.5m }])), KitFile.Write(new Shelf([box])));
    }

    [Fact]
    public void A_column_that_is_there_speaks_for_every_device()
    {
        var row = With("box", "cautions", "").Rows.Single(r => r.Id == "box");
        Assert.Equal(RowFate.Changed, row.Fate);
        Assert.Contains("cautions was", row.Changes.Single(), StringComparison.Ordinal);
    }

    [Fact]
    public void A_new_device_needs_only_what_nothing_can_be_planned_without()
    {
        var reading = Read(
            ["id", "name", "maker", "role", "form", "price", "pricedOn", "links[0].technology", "links[0].transmits", "links[0].codecs"],
            ["night-ear", "Night ear", "Fjell", "receiver", "overEar", "31", "2026-10-02", "bluetoothClassic", "no", "vendorLowLatency: Swift 40 | sbc"]);
        var device = Assert.Single(reading.Usable);
        Assert.Equal(["vendor low-latency (Swift 40)", "SBC"], device.Links.Single().Codecs.Select(c => c.Words));
        Assert.Equal(-90, device.Links.Single().SensitivityDbm);
        Assert.Equal(PowerNeed.None, device.Power);
    }

    [Theory]
    [InlineData("box", "price", "dear", "is no number")]
    [InlineData("box", "price", "-4", "outside")]
    [InlineData("box", "price", "=2+3", "is no number")]
    [InlineData("box", "name", "=HYPERLINK(1)", "formula")]
    [InlineData("box", "name", "@here", "formula")]
    [InlineData("box", "cautions", "+call | now", "formula")]
    [InlineData("box", "name", "", "empty")]
    [InlineData("box", "pricedOn", "02/10/2026", "year-month-day")]
    [InlineData("box", "role", "gadget", "one of those known")]
    [InlineData("box", "power.usbDrawMa", "1.5", "whole number")]
    [InlineData("box", "power.ownSupply", "perhaps", "yes nor no")]
    [InlineData("box", "power.ownSupply", "", "empty")]
    [InlineData("box", "links[0].codecs", "sbc | lossy", "no codec")]
    [InlineData("box", "links[0].listenersAtOnce", "0", "outside")]
    [InlineData("box", "ports[0].connector", "", "empty")]
    [InlineData("box", "links[0].halfPowerDeg", "200", "outside")]
    [InlineData("box", "lengthM", "-2", "outside")]
    [InlineData("box", "includes", "gone", "No device has the id 'gone'")]
    [InlineData("ear", "includes", "box", "holds 'ear' again")]
    public void A_cell_that_cannot_be_right_is_named_with_its_reason_and_remedy(string id, string column, string cell, string reason)
    {
        var row = With(id, column, cell).Rows.Single(r => r.Id == id);
        Assert.Equal(RowFate.Wrong, row.Fate);
        var problem = row.Problems.First(p => p.Field.StartsWith(column, StringComparison.Ordinal));
        Assert.Contains(reason, problem.Reason, StringComparison.Ordinal);
        Assert.NotEmpty(problem.Remedy);
    }

    [Fact]
    public void A_decimal_comma_is_read_where_numbers_have_one()
    {
        Assert.Equal(61.5m, With("box", "price", "61,5", decimalComma: true).Usable.Single().Price);
        Assert.Equal(RowFate.Wrong, With("box", "price", "61,5").Rows.Single(r => r.Id == "box").Fate);
    }

    [Fact]
    public void A_table_without_its_first_row_is_refused_as_a_whole()
    {
        Assert.Contains("called id", Read(["name"], ["x"]).Unreadable!.Reason, StringComparison.Ordinal);
        Assert.Contains("'colour'", Read(["id", "colour"], ["x", "red"]).Unreadable!.Reason, StringComparison.Ordinal);
        Assert.Contains("'links[100].family'", Read(["id", "links[100].family"], ["x", "F"]).Unreadable!.Reason, StringComparison.Ordinal);
        Assert.Contains("Two columns", Read(["id", "name", "id"], ["x", "y", "z"]).Unreadable!.Reason, StringComparison.Ordinal);
        Assert.Contains("no name", Read(["id", ""], ["x"]).Unreadable!.Reason, StringComparison.Ordinal);
        Assert.Contains("1001 columns", Read([.. Enumerable.Repeat("id", 1001)]).Unreadable!.Reason, StringComparison.Ordinal);
    }

    [Fact]
    public void Cells_beyond_the_columns_and_an_id_given_twice_are_told()
    {
        var reading = Read(["id", "price"], ["box", "1", "2"], ["ear", "3"], ["ear", "4"]);
        Assert.Contains("3 cells under 2 columns", reading.Rows[0].Problems.Single().Reason, StringComparison.Ordinal);
        Assert.Contains("twice", reading.Rows[2].Problems.Single().Reason, StringComparison.Ordinal);
        Assert.Equal([2, 3, 4], reading.Rows.Select(r => r.Line));
    }

    [Fact]
    public void A_name_gives_an_id_of_its_own()
    {
        var taken = new HashSet<string> { "pass-two", "pass-two-2" };
        Assert.Equal("pass-two-3", DeviceIds.For(" Pass  Two! ", taken.Contains));
        Assert.Equal("n-cht-ruhe-2", DeviceIds.For("Nächt/Ruhe", id => taken.Contains(id) || id == "n-cht-ruhe"));
        Assert.Equal("device", DeviceIds.For("夜", taken.Contains));
        Assert.True(DeviceIds.For(new string('a', 200), taken.Contains).Length <= PlainText.LongestId);
    }
}
