using Nightfrost.Core.Bench;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Handover;

/// <summary>Sheets name what is really listened to: a hi-fi that stands by itself is no TV.</summary>
public class PlayerTests
{
    private static Rig RigOf(SoundSource source) =>
        Router.Rank(new Site(Look([], Listener(wears: "wired") with { OpenToAnother = false }) with { Sources = [source] }, Shelf(Wired()))).Rigs[0].Rig;

    private static IEnumerable<string> Lines(Rig rig) =>
        ClientSheet.For(rig, []) is var sheet ? sheet.Listeners.SelectMany(l => l.Parts).Concat(sheet.Household).SelectMany(p => p.Lines) : [];

    [Fact]
    public void Where_a_hi_fi_plays_alone_no_sheet_speaks_of_a_TV_or_a_set()
    {
        var rig = RigOf(new()
        {
            Id = "hi",
            Name = "hi-fi",
            Kind = SourceKind.HiFi,
            PluggedInto = "",
            Sockets = [new() { Id = "big", Kind = SocketKind.Headphone35, State = SocketState.Free }]
        });
        Assert.All(Lines(rig), line => Assert.DoesNotContain("TV", line, StringComparison.Ordinal));
        Assert.Contains("Switch the hi-fi on.", Lines(rig));
        Assert.All(RunSheet.For(rig), s => Assert.DoesNotContain("the set", $"{s.Place} {s.Action}", StringComparison.OrdinalIgnoreCase));
        Assert.DoesNotContain(RunSheet.For(rig), s => s.Action.Contains("lips", StringComparison.Ordinal));
    }

    [Fact]
    public void A_box_before_the_set_is_switched_on_with_it_and_its_own_remote_counts()
    {
        var rig = RigOf(new() { Id = "stb", Name = "set-top box", Kind = SourceKind.SetTopBox, Sockets = [Phones("box phones")] });
        Assert.Contains("Switch the TV and the set-top box on.", Lines(rig));
        Assert.Contains(Lines(rig), line => line.StartsWith("The set-top box's remote", StringComparison.Ordinal));
    }
}
