using System.Text;
using System.Text.Json.Nodes;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Shapes;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Shapes;

/// <summary>
/// Versions, steps and refusals, with a made-up history: seats were once in feet, then the field was renamed; a maker's word was once called brand.
/// </summary>
public class DocumentShapesTests
{
    private static readonly DocumentShapes Later = new(
    [
        new(2)
        {
            Look = look =>
            {
                foreach (var listener in look["listeners"]?.AsArray() ?? [])
                    listener!["distanceM"] = Math.Round(listener["seatFeet"]!.GetValue<double>() * 0.3048, 2);
                return look;
            },
        },
        new(3)
        {
            Look = look =>
            {
                foreach (var listener in look["listeners"]?.AsArray() ?? [])
                    listener!["seatDistanceM"] = listener["distanceM"]!.DeepClone();
                return look;
            },
            Device = device =>
            {
                if (device["brand"] is { } brand)
                    device["maker"] = brand.DeepClone();
                device.Remove("brand");
                return device;
            },
            FormerColumns = new Dictionary<string, Type> { ["brand"] = typeof(string) },
        },
    ]);

    private static readonly Look Now = Look([Optical()], Listener("Edda", "ear"));

    private static string Old(int version, Action<JsonObject> make)
    {
        var document = JsonNode.Parse(DocumentShapes.Ours.Write(Now))!.AsObject();
        document.Remove(DocumentShapes.VersionMember);
        if (version > 1)
            document[DocumentShapes.VersionMember] = version;
        make(document);
        return document.ToJsonString();
    }

    [Fact]
    public void An_old_document_takes_every_step_and_a_newer_one_only_those_after_it()
    {
        var first = Later.Read<Look>(DocumentKind.Look, Old(1, look => look["listeners"]![0]!["seatFeet"] = 10));
        Assert.Equal(3.05, first.Listeners[0].SeatDistanceM);
        var second = Later.Read<Look>(DocumentKind.Look, Old(2, look => look["listeners"]![0]!["distanceM"] = 2.2));
        Assert.Equal(2.2, second.Listeners[0].SeatDistanceM);
        Assert.Equal(Now.Listeners[0].SeatDistanceM, Later.Read<Look>(DocumentKind.Look, Old(3, _ => { })).Listeners[0].SeatDistanceM);
    }

    [Fact]
    public void What_is_written_carries_the_newest_version_and_reads_back_the_same()
    {
        var text = Later.Write(Now);
        Assert.StartsWith($"{{\"{DocumentShapes.VersionMember}\":3,", text, StringComparison.Ordinal);
        Assert.Equal(text, Later.Write(Later.Read<Look>(DocumentKind.Look, text)));
    }

    [Fact]
    public void A_rig_takes_the_steps_of_the_look_and_the_devices_inside_it()
    {
        var rig = Router.Rank(new Site(Look([Optical()], Listener("Edda", "ear")), Shelf(Box("box"), Headset("ear")))).Rigs[0].Rig;
        var document = JsonNode.Parse(DocumentShapes.Ours.Write(RigPlan.Of(rig)))!.AsObject();
        document[DocumentShapes.VersionMember] = 1;
        document["look"]!["listeners"]![0]!["seatFeet"] = 8;
        foreach (var device in document["devices"]!.AsArray())
        {
            device!.AsObject().Remove("maker");
            device["brand"] = "Old Word";
        }

        var read = Later.Read<RigPlan>(DocumentKind.Rig, document.ToJsonString());
        Assert.Equal(2.44, read.Look.Listeners[0].SeatDistanceM);
        Assert.All(read.Devices, d => Assert.Equal("Old Word", d.Maker));
        Assert.NotNull(read.Rebuild());
    }

    [Fact]
    public void A_missing_member_takes_its_default()
    {
        var look = DocumentShapes.Ours.Read<Look>(DocumentKind.Look, Old(1, l =>
        {
            l.Remove("sources");
            l["listeners"]![0]!.AsObject().Remove("openToAnother");
        }));
        Assert.Empty(look.Sources);
        Assert.True(look.Listeners[0].OpenToAnother);
    }

    [Theory]
    [InlineData("[]")]
    [InlineData("null")]
    [InlineData("not json")]
    [InlineData("{\"shapeVersion\":4}")]
    [InlineData("{\"shapeVersion\":0}")]
    [InlineData("{\"shapeVersion\":\"one\"}")]
    [InlineData("{\"shapeVersion\":3}")]
    [InlineData("{\"shapeVersion\":1,\"listeners\":[{}]}")]
    [InlineData("{\"shapeVersion\":1,\"listeners\":[{\"seatFeet\":\"ten\"}]}")]
    [InlineData("{\"shapeVersion\":1,\"listeners\":7}")]
    public void What_cannot_be_read_is_said_so_and_never_guessed(string text) =>
        Assert.Throws<UnreadableDocumentException>(() => Later.Read<Look>(DocumentKind.Look, text));

    [Fact]
    public void What_is_said_of_an_unreadable_document_names_the_place_and_never_what_stands_there()
    {
        var e = Assert.Throws<UnreadableDocumentException>(() =>
            DocumentShapes.Ours.Read<Look>(DocumentKind.Look, Old(1, l => l["listeners"]![0]!["seatDistanceM"] = "Edda sits near")));
        Assert.Contains("seatDistanceM", e.Message, StringComparison.Ordinal);
        Assert.DoesNotContain("sits near", e.ToString(), StringComparison.Ordinal);
    }

    [Fact]
    public void Steps_stand_in_order_without_a_gap() =>
        Assert.Equal(Enumerable.Range(2, ShapeUpgrades.All.Count), ShapeUpgrades.All.Select(step => step.To));

    [Fact]
    public void An_old_kit_file_is_upgraded_and_a_newer_one_refused()
    {
        var text = KitFile.Write(new Shelf([Box("box")], "GBP")).Replace("\"maker\": \"test\"", "\"brand\": \"Old Word\"", StringComparison.Ordinal)
            .Replace(FormattableString.Invariant($"\"version\": {KitFile.Version}"), "\"version\": 2", StringComparison.Ordinal);
        var reading = KitFile.Read(Encoding.UTF8.GetBytes(text), new Shelf([], "GBP"), Later);
        Assert.All(reading.Rows, row => Assert.Equal(RowFate.New, row.Fate));
        Assert.All(reading.Usable, device => Assert.Equal("Old Word", device.Maker));
        var newer = KitFile.Read(Encoding.UTF8.GetBytes(text.Replace("\"version\": 2", "\"version\": 9", StringComparison.Ordinal)), Shelf(), Later);
        Assert.Contains("newer", newer.Unreadable!.Reason, StringComparison.Ordinal);
    }

    [Fact]
    public void An_old_kit_table_keeps_columns_that_are_no_more()
    {
        var shelf = Shelf(Box("box"));
        TableRow[] rows = [new(2, ["box", "Old Word", ""])];
        var reading = KitTable.Read(["id", "brand", KitTable.VersionColumn], rows, false, shelf, Later);
        Assert.Null(reading.Unreadable);
        Assert.Equal("Old Word", Assert.Single(reading.Usable).Maker);
        Assert.Contains("no attribute",
            KitTable.Read(["id", "brand", KitTable.VersionColumn], [new(2, ["box", "x", "3"])], false, shelf, Later).Unreadable!.Reason,
            StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("4", "newer")]
    [InlineData("one", "whole number")]
    public void A_kit_table_says_its_version_once(string version, string said) =>
        Assert.Contains(said, KitTable.Read(["id", KitTable.VersionColumn], [new(2, ["box", version])], false, Shelf(Box("box")), Later).Unreadable!.Reason,
            StringComparison.Ordinal);
}
