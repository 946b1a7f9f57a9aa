using System.Net;
using System.Text;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using Nightfrost.Web.Cases;
using Nightfrost.Web.Kit;
using Nightfrost.Web.Runsheet;
using Nightfrost.Web.Sites;

namespace Nightfrost.Web.Tests;

/// <summary>Manuals and menu paths kept for where there is no network.</summary>
public class ManualTests(Cluster cluster) : DemoVisit(cluster)
{
    private static readonly byte[] Pdf = Encoding.ASCII.GetBytes("%PDF-1.7\nHold the button five seconds.");

    private Task<HttpResponseMessage> Keep(string about, byte[] file, string fileName = "manual.pdf", int? replaces = null) =>
        Me.SendBytes(HttpMethod.Put,
            $"/api/manuals/{about}?fileName={Uri.EscapeDataString(fileName)}{(replaces is null ? "" : $"&replaces={replaces}")}", file);

    [Fact]
    public async Task A_manual_is_kept_listed_saved_and_taken_away()
    {
        var kept = await Visitor.Body<ManualView>(await Keep("device-pass-two", Pdf, "pass two.pdf"));
        Assert.Equal(("device-pass-two", "pass two.pdf", Pdf.Length), (kept.About, kept.FileName, kept.Size));
        Assert.Equal(kept.About, Assert.Single(await Me.Read<List<ManualView>>("/api/manuals")).About);
        using (var file = await Me.Get("/api/manuals/device-pass-two"))
        {
            Assert.Equal("application/pdf", file.Content.Headers.ContentType?.MediaType);
            Assert.Equal("attachment", file.Content.Headers.ContentDisposition?.DispositionType);
            Assert.Equal(Pdf, await file.Content.ReadAsByteArrayAsync());
        }

        var unseen = await Visitor.Refused(await Keep("device-pass-two", [.. Pdf, .. Pdf]), HttpStatusCode.Conflict);
        Assert.Equal("pass two.pdf is kept here now.", Assert.Single(unseen.Changes));
        var longer = await Visitor.Body<ManualView>(await Keep("device-pass-two", [.. Pdf, .. Pdf], replaces: kept.Version));
        Assert.Equal(2 * Pdf.Length, longer.Size);
        Assert.Single(await Me.Read<List<ManualView>>("/api/manuals"));
        Assert.Equal(HttpStatusCode.NoContent, (await Me.Send(HttpMethod.Delete, "/api/manuals/device-pass-two")).StatusCode);
        await Visitor.Refused(await Me.Get("/api/manuals/device-pass-two"), HttpStatusCode.NotFound);
        await Visitor.Refused(await Me.Send(HttpMethod.Delete, "/api/manuals/device-pass-two"), HttpStatusCode.NotFound);
        Assert.Empty(await Me.Read<List<ManualView>>("/api/manuals"));

        Assert.Equal(HttpStatusCode.NoContent, (await Me.Send(HttpMethod.Post, "/api/manuals/device-pass-two/restore")).StatusCode);
        Assert.Equal(2 * Pdf.Length, Assert.Single(await Me.Read<List<ManualView>>("/api/manuals")).Size);
        Assert.Equal(HttpStatusCode.NoContent, (await Me.Send(HttpMethod.Post, "/api/manuals/device-pass-two/restore")).StatusCode);
        await Me.Send(HttpMethod.Delete, "/api/manuals/device-pass-two");
        Assert.Equal(Pdf.Length, (await Visitor.Body<ManualView>(await Keep("device-pass-two", Pdf))).Size);
        Assert.Single(await Me.Read<List<ManualView>>("/api/manuals"));
    }

    [Theory]
    [InlineData("device-nothing", "manual.pdf", "about")]
    [InlineData("anything", "manual.pdf", "about")]
    [InlineData("set-LQ", "manual.pdf", "about")]
    [InlineData("set-lq-55-8", "", "fileName")]
    [InlineData("set-lq-55-8", "../manual.pdf", "fileName")]
    [InlineData("set-lq-55-8", "a\nb.pdf", "fileName")]
    public async Task A_manual_of_nothing_or_without_a_plain_name_is_refused(string about, string fileName, string field) =>
        Assert.Equal(field, Assert.Single((await Visitor.Refused(await Keep(about, Pdf, fileName), HttpStatusCode.BadRequest)).Problems).Field);

    [Fact]
    public async Task Empty_other_and_oversized_files_are_refused_in_words()
    {
        Assert.Equal("It is empty.", Assert.Single((await Visitor.Refused(await Keep("set-lq", []), HttpStatusCode.BadRequest)).Problems).Reason);
        Assert.Equal("It is no PDF, picture or plain text.",
            Assert.Single((await Visitor.Refused(await Keep("set-lq", [0x50, 0x4B, 3, 4, 0]), HttpStatusCode.BadRequest)).Problems).Reason);
        var large = new byte[20 * 1024 * 1024 + 1];
        Pdf.CopyTo(large, 0);
        Assert.Equal("It is larger than 20 MB.",
            Assert.Single((await Visitor.Refused(await Keep("set-lq", large), HttpStatusCode.RequestEntityTooLarge)).Problems).Reason);
        Assert.Empty(await Me.Read<List<ManualView>>("/api/manuals"));
    }

    [Fact]
    public async Task Nobody_reads_a_manual_without_signing_in()
    {
        await Visitor.Body<ManualView>(await Keep("device-pass-two", Pdf));
        using var stranger = await App.Visit(signedIn: false);
        await Visitor.Refused(await stranger.Get("/api/manuals/device-pass-two"), HttpStatusCode.Unauthorized);
    }

    [Fact]
    public async Task AMenu_path_found_at_one_set_is_told_at_the_next_of_its_model()
    {
        var cases = await Me.Cases();
        var silent = await Me.Read<CaseDetail>($"/api/cases/{cases.Single(c => c.Title.StartsWith("Silent", StringComparison.Ordinal)).Id}");
        var look = silent.Look with
        {
            Set = silent.Look.Set with
            {
                Model = "orle-40",
                SoundOutputMenu = "Sound, output, wireless",
                MenuPaths = [new(MenuOf.DigitalFormat, "Sound, expert, format"), new(MenuOf.Delay, " ")]
            }
        };
        await Visitor.Body<CaseDetail>(await Me.Send(HttpMethod.Put, $"/api/cases/{silent.Id}/look", new SaveLook(silent.Version, look)));

        var memory = await Me.Read<SetMemory>("/api/set-memory?model=ORLE%2040");
        Assert.Equal("set-orle-40", memory.About);
        Assert.Equal([new MenuPath(MenuOf.Output, "Sound, output, wireless"), new MenuPath(MenuOf.DigitalFormat, "Sound, expert, format")], memory.MenuPaths);
        Assert.Null((await Me.Read<SetMemory>("/api/set-memory?model=")).About);

        var twoSources = cases.Single(c => c.Title.StartsWith("Two sources", StringComparison.Ordinal));
        var prepared = await Me.Read<PreparationView>($"/api/cases/{twoSources.Id}/preparation");
        Assert.Contains("sound output: Sound, output, wireless. digital format: Sound, expert, format.",
            prepared.Items.Single(i => i.Item.Id == "menu-path").Item.Detail, StringComparison.Ordinal);
        Assert.Contains(prepared.Items, i => i.Item.ManualOf == "set-orle-40" && i.Item.Kind == PrepareKind.Fetch);
    }

    [Fact]
    public async Task Routes_name_the_ways_that_cannot_work()
    {
        var id = (await Me.Cases()).Single(c => c.Title.StartsWith("Two sources", StringComparison.Ordinal)).Id;
        var answer = await Me.Read<Routing.RankedRigs>($"/api/cases/{id}/rigs");
        Assert.Contains(answer.DeadWays, w => w.Reason == "Sill network speaker takes it, and nothing here or on the shelf sends it.");
    }
}
