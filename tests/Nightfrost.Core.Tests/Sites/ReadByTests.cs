using System.Text.Json;
using System.Text.Json.Nodes;
using Nightfrost.Core.Handover;
using Nightfrost.Core.Line;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Shapes;
using Nightfrost.Core.Sites;
using Nightfrost.Core.Tests.Shapes;
using Nightfrost.Core.Timing;

namespace Nightfrost.Core.Tests.Sites;

/// <summary>Nothing is asked that nobody reads: every field of a look is read by a rule, a sum or a sentence, and is named here with it.</summary>
public class ReadByTests
{
    /// <summary>What reads each field; a field that is only an id, or is read outside the core, says so.</summary>
    private static readonly Dictionary<string, string> ReadBy = new()
    {
        ["set.model"] = "the question for the label, and the manual's name",
        ["set.pictureMode"] = "how late the picture is",
        ["set.speakersCanBeOff"] = "rule set-silent",
        ["set.mainsOutletsFree"] = "the extension block to pack",
        ["set.soundOutputMenu"] = "the step that chooses the output",
        ["set.menuPaths[].menu"] = "the step that goes into that menu",
        ["set.menuPaths[].path"] = "the step that goes into that menu",
        ["set.sockets[].kind"] = "the taps themselves",
        ["set.sockets[].state"] = "rule socket-taken",
        ["set.sockets[].takenBy"] = "rule socket-taken",
        ["set.sockets[].takenByDeviceId"] = "the bar that keeps its signal",
        ["set.sockets[].sameSocketAs"] = "what sounds at the same time",
        ["set.sockets[].marking"] = "which way sound runs",
        ["set.sockets[].direction"] = "rule output-to-input",
        ["set.sockets[].level"] = "who owns the loudness",
        ["set.sockets[].silencesSpeakers"] = "rule room-hears",
        ["set.sockets[].followsPicture"] = "the forecast",
        ["set.sockets[].pcm"] = "rule pcm-for-digital",
        ["set.sockets[].glows"] = "rule no-light",
        ["set.sockets[].usbMa"] = "where a box gets its power",
        ["set.sockets[].usbSound"] = "rule usb-sound",
        ["set.sockets[].offInStandby"] = "where a box gets its power",
        ["set.sockets[].zonePasses"] = "rule zone-analogue-only",
        ["set.sockets[].otherMakersJoin"] = "rule other-makers-headphones",
        ["set.sockets[].otherMakersSpeakersJoin"] = "rule other-makers-speakers",
        ["set.sockets[].speakerFamily"] = "which speakers the platform takes",
        ["set.sockets[].listenersAtOnce"] = "how many a radio feeds",
        ["set.delaySettings[].name"] = "the household's sheet",
        ["set.delaySettings[].lowMs"] = "the advice on Tune",
        ["set.delaySettings[].highMs"] = "the advice on Tune",
        ["set.delaySettings[].stepMs"] = "the advice on Tune",
        ["set.delaySettings[].foundAtMs"] = "the forecast",
        ["set.delaySettings[].setToMs"] = "the forecast",
        ["set.delaySettings[].movesSpeakers"] = "the room's forecast",
        ["set.delaySettings[].movesSocketIds"] = "the forecast",
        ["set.allSocketsSeen"] = "what is still to be looked for",
        ["set.ownProgrammesWatched"] = "rule carries-what-is-watched",
        ["set.outputMenuNamesOne"] = "what sounds at the same time",
        ["set.spatialListed"] = "the preference for spatial rendering",
        ["listeners[].name"] = "every sentence about them",
        ["listeners[].seatDistanceM"] = "the link's margin",
        ["listeners[].receiverId"] = "what is owned",
        ["listeners[].knownTo"] = "the pairing step",
        ["listeners[].openToAnother"] = "rule keeps-own",
        ["listeners[].roomWish"] = "rule room-hears",
        ["listeners[].leavesRoom"] = "the places a link must reach",
        ["listeners[].roamDistanceM"] = "the places a link must reach",
        ["listeners[].roams[].name"] = "the strip and the link's note",
        ["listeners[].roams[].distanceM"] = "the link's margin",
        ["listeners[].readsLips"] = "the tolerance",
        ["listeners[].ownVolume"] = "the need for it",
        ["listeners[].unsteadyHands"] = "the need for easy controls",
        ["listeners[].seesBadly"] = "the need for controls found by touch",
        ["listeners[].nothingOnEars"] = "rule nothing-on-ears",
        ["listeners[].ears"] = "the need for both channels in one ear",
        ["listeners[].telecoil"] = "rule telecoil-off",
        ["listeners[].implant"] = "the rules for bodies",
        ["listeners[].implantKind"] = "the sentence that names it",
        ["listeners[].implantSide"] = "the sentence that names it",
        ["listeners[].implantAnsweredBy"] = "rule implant-answered",
        ["listeners[].implantAnsweredOn"] = "rule implant-answered",
        ["listeners[].implantAllows"] = "rule implant-answered",
        ["listeners[].phone"] = "rule app-without-phone",
        ["listeners[].onRequestOnly"] = "the need for it",
        ["listeners[].leftAndRight"] = "the preference for it",
        ["listeners[].noiseCancelling"] = "the preference for it",
        ["listeners[].spatialRendering"] = "the preference for it",
        ["listeners[].quality"] = "the preference for good sound",
        ["listeners[].leadKeepsOffWays"] = "the preference for no lead across the floor",
        ["listeners[].hoursADay"] = "rule battery-short",
        ["listeners[].noiseAtSeat"] = "the preference for keeping it out",
        ["listeners[].clearLine"] = "rule line-blocked",
        ["listeners[].toleranceId"] = "the tolerance",
        ["listeners[].aidsConfirmedBy"] = "rule aids-unconfirmed",
        ["listeners[].aidsConfirmedOn"] = "rule aids-unconfirmed",
        ["way.crossings[].wallId"] = "the loss on the way",
        ["way.crossings[].atM"] = "the strip",
        ["way.wallsEntered"] = "the loss on the way",
        ["way.bodies"] = "the loss on the way",
        ["way.offAxisDeg"] = "how far infrared reaches",
        ["way.turnedAwayDeg"] = "how far infrared reaches",
        ["way.sunOnReceiver"] = "how far infrared reaches",
        ["owned[].deviceId"] = "what need not be bought",
        ["owned[].count"] = "what need not be bought",
        ["sources[].name"] = "every sentence about it",
        ["sources[].kind"] = "what is usual for it",
        ["sources[].watched"] = "what must be heard",
        ["sources[].bringsPicture"] = "whether a picture is followed",
        ["sources[].network"] = "rule source-on-crowded-band",
        ["sources[].pluggedInto"] = "whose sound comes past which socket",
        ["sources[].lead"] = "rule zone-analogue-only",
        ["sources[].takesSetSound"] = "whose sound comes past which socket",
        ["sources[].passesSoundOn"] = "whose sound comes past which socket",
        ["sources[].processesSound"] = "how late it is",
        ["walls[].name"] = "the strip",
        ["walls[].material"] = "the loss on the way",
        ["air.routerDistanceM"] = "rule router-near",
        ["air.wiFiNetworks"] = "the share of the air's time",
        ["air.wiFiInHopSet"] = "the share of the air's time",
        ["air.wiFiBusy"] = "the share of the air's time",
        ["air.otherRadios"] = "rule other-radios-near",
        ["complaints"] = "what to try before anything is bought",
        ["liveTogether[].firstSocketId"] = "what sounds at the same time",
        ["liveTogether[].secondSocketId"] = "what sounds at the same time",
        ["liveTogether[].together"] = "what sounds at the same time",
        ["markings[].words"] = "which way sound runs",
        ["markings[].reading"] = "which way sound runs",
        ["knownBefore[].about"] = "since when it is known, in the next case too",
        ["knownBefore[].since"] = "since when it is known, in the next case too",
        ["knownPlaces[].name"] = "the places offered in the next case",
        ["knownPlaces[].distanceM"] = "the places offered in the next case",
        ["region"] = "rules for national bands",
        ["goodEnoughPercent"] = "in step in a word",
    };

    [Fact]
    public void Every_field_of_a_look_is_named_with_what_reads_it() =>
        Assert.Equal(ReadBy.Keys.Order(StringComparer.Ordinal),
            LookFields.Rich().SelectMany(look => LookFields.Leaves(look, "")).Select(leaf => leaf.Pattern).Distinct().Order(StringComparer.Ordinal));

    [Fact]
    public void Every_field_of_a_look_changes_something_that_is_said()
    {
        var looks = LookFields.Rich().Select(look => (Look: look, Said: Everything(look), Kept: Kept(look))).ToList();
        var unread = new System.Collections.Concurrent.ConcurrentBag<string>();
        Parallel.ForEach(ReadBy.Keys, pattern =>
        {
            var isKept = pattern == "set.allSocketsSeen" || pattern.StartsWith("known", StringComparison.Ordinal);
            foreach (var (look, said, kept) in looks)
            {
                foreach (var leaf in LookFields.Leaves(look, "").Where(leaf => leaf.Pattern == pattern))
                {
                    foreach (var other in LookFields.Others(leaf.Path, leaf.Value, look))
                    {
                        var changed = LookFields.With(look, leaf.Path, other);
                        if ((isKept ? Kept(changed) : Everything(changed)) is { } then && then != (isKept ? kept : said))
                            return;
                    }
                }
            }

            unread.Add(pattern);
        });
        Assert.True(unread.IsEmpty, "Nothing reads: " + string.Join(", ", unread.Order(StringComparer.Ordinal)));
    }

    // What is still to be looked for, and what the site's next case starts from.
    private static string? Kept(JsonObject json)
    {
        if (Sound(json) is not { } look)
            return null;
        var next = SiteMemory.Begin([(look, new DateOnly(2026, 12, 1))]);
        var unlooked = Unknowns.Of(new Site(look, LookFields.Kit)).Where(u => u.Field.StartsWith("set.sockets.", StringComparison.Ordinal));
        return JsonSerializer.Serialize((object[])[unlooked.Select(u => u.Words).ToList(), next.KnownBefore, next.KnownPlaces], Corpus.Json);
    }

    // All that the core says of a look; null where it cannot be read or holds nonsense.
    private static string? Everything(JsonObject json)
    {
        if (Sound(json) is not { } look)
            return null;
        var (site, said) = (new Site(look, LookFields.Kit), new List<object?>());
        var arrivals = new Arrivals(site);
        var answer = Router.Rank(site);
        said.AddRange(answer.Rigs.Take(2).Select(r => RigViews.Of(r, arrivals)));
        said.AddRange(look.AllSockets().Select(s => SocketReading.Meaning(look, s)));
        said.Add(SightStrips.Of(look));
        said.Add(answer.RuledOut);
        said.Add(RigOutputs.Of(look));
        said.Add(FreeRemedies.For(look));
        if (answer.Rigs is [{ Rig: var rig }, ..])
        {
            said.Add(RunSheet.For(rig));
            said.Add(Preparation.For(rig, null));
            said.Add(HandoverSheet.For(rig, [], TestKit.Untried(rig)));
            said.Add(DelaySettings.Best(look.Set.DelaySettings,
                [.. rig.Routes.Where(r => arrivals.Of(r) is not null)
                    .Select(r => new MovableArrival(r.AtEar.Listener.Id, r.AtEar.Listener.Name, r.Feed.Socket.Id, arrivals.Of(r)!.Distribution, null,
                        LineBoard.ToleranceOf(r.AtEar.Listener), false, false))]));
        }

        return JsonSerializer.Serialize(said.Select(one => JsonSerializer.SerializeToNode(one, one?.GetType() ?? typeof(object), Corpus.Json)));
    }

    private static Look? Sound(JsonObject json)
    {
        try
        {
            var look = DocumentShapes.Ours.Read<Look>(DocumentKind.Look,
                json.ToJsonString()[..1] + $"\"shapeVersion\":{DocumentShapes.Ours.Version}," + json.ToJsonString()[1..]);
            return LookCheck.Problems(look).Count > 0 ? null : look;
        }
        catch (UnreadableDocumentException)
        {
            return null;
        }
    }
}
