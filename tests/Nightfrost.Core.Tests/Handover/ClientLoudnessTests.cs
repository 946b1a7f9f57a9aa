using Nightfrost.Core.Bench;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Sites;
using Nightfrost.Core.Tests.Bench;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Handover;

/// <summary>Nobody is told to turn what cannot be turned.</summary>
public class ClientLoudnessTests
{
    private static readonly Device Plain = Headset("ear") with { OwnVolume = false };

    private static Dictionary<string, IReadOnlyList<string>> Sheet(SourcePort socket, Device ear, params Device[] boxes)
    {
        var look = Look([socket], Listener("Edda", "ear") with { OpenToAnother = false });
        var rig = Router.Rank(new Site(look, Shelf([.. boxes, ear]))).Rigs[0].Rig;
        Assert.True(ClientWeek.Prove(rig, Core.Runsheet.RunSheet.For(rig)).Verdict is Verdict.Proven or Verdict.ProvenBut);
        return ClientSheet.For(rig, []).Listeners[0].Parts.ToDictionary(p => p.Heading, p => p.Lines);
    }

    [Fact]
    public void A_headset_without_a_control_at_a_fixed_socket_is_neither_turned_up_nor_down()
    {
        var parts = Sheet(Optical() with { Level = LevelControl.Fixed }, Plain, Box("box"));
        Assert.DoesNotContain(parts["To listen"].Concat(parts["To stop"]), l => l.StartsWith("Turn it", StringComparison.Ordinal)
            || l.StartsWith("Turn the sound", StringComparison.Ordinal) || l.Contains("Turn it down", StringComparison.Ordinal));
        Assert.Equal("Put the headset near your ear first: it may be loud. Then put it on.", parts["To listen"][^1]);
        Assert.Equal("Nothing at your ear changes how loud it is. If it is too loud or too soft, have it set again.", parts["How loud"][0]);
        Assert.Equal("If it hurts or tires you, stop listening, and have it set lower.", parts["How loud"][^1]);
    }

    [Fact]
    public void A_headset_without_a_control_at_a_socket_that_follows_the_keys_is_turned_by_the_remote_before_it_is_put_on()
    {
        var parts = Sheet(Optical() with { Level = LevelControl.Variable }, Plain, Box("box"));
        var lines = parts["To listen"].ToList();
        Assert.True(lines.IndexOf("Turn the sound down first, with the TV's remote.") is var down and >= 0
            && down < lines.IndexOf("Put on the headset."));
        Assert.Equal("Turn it up slowly, with the TV's remote, until it is right.", lines[^1]);
        Assert.Contains("The TV's remote changes what you hear. Nothing at your ear does.", parts["How loud"]);
        Assert.Equal("If it hurts or tires you, turn it down.", parts["How loud"][^1]);
    }

    [Fact]
    public void A_headset_with_a_control_of_its_own_is_turned_there()
    {
        var parts = Sheet(Optical() with { Level = LevelControl.Fixed }, Headset("ear"), Box("box"));
        Assert.Equal("Turn it up slowly until it is right.", parts["To listen"][^1]);
        Assert.Equal("Turn the sound down first.", parts["To stop"][0]);
    }

    [Fact]
    public void Who_can_neither_turn_nor_switch_what_stands_beside_them_is_told_how_it_stops()
    {
        var rig = SortsOfRigs.All["two at one box, the first without a switch"]();
        var stop = ClientSheet.For(rig, []).Listeners.ToDictionary(l => l.Name, l => l.Parts.Single(p => p.Heading == "To stop").Lines);
        const string PlaysOn = "It stops with the TV. To stop it sooner, pull its lead out, and put it back next time.";
        Assert.Contains(PlaysOn, stop["Sol"]);
        Assert.DoesNotContain(PlaysOn, stop["Una"]);
    }

    [Fact]
    public void No_sheet_of_any_sort_tells_somebody_to_turn_what_has_no_control()
    {
        foreach (var rig in Enumerable.Range(0, 40).SelectMany(seed => BenchKit.Rigs(seed, 2)))
        {
            foreach (var route in rig.Routes.Where(r => EarRules.LacksVolume(r.AtEar) && SocketReading.FixedLevel(r.Feed.Socket) == true))
            {
                var sheet = ClientSheet.For(rig, []).Listeners.Single(l => l.ListenerId == route.AtEar.Listener.Id);
                Assert.DoesNotContain(sheet.Parts.SelectMany(p => p.Lines), l => l.StartsWith("Turn it up", StringComparison.Ordinal)
                    || l.StartsWith("Turn the sound", StringComparison.Ordinal) || l.EndsWith("turn it down.", StringComparison.Ordinal));
            }
        }
    }
}
