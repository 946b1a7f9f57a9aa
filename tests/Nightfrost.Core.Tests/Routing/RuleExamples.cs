using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing;

/// <summary>One worked example for every rule: a site where it bites, and words its sentence must hold.</summary>
public class RuleExamples
{
    private sealed record Example(Look Look, Device[] Kit, string Words);

    private static readonly Device Plain = Box("box");
    private static readonly Device Ear = Headset("ear");

    private static readonly Dictionary<string, Example> All = new()
    {
        ["output-to-input"] = new(Look([Pair("COMPONENT IN")], Listener()), [Plain, Ear], "no sound comes out"),
        ["direction-unread"] = new(Look([Pair("")], Listener()), [Plain, Ear], "has not been read"),
        ["other-makers-join"] = new(Look([Bluetooth() with { OtherMakersJoin = Known.No }], Listener()), [Ear], "refuses headphones of other makers"),
        ["usb-sound"] = new(Look([Usb()], Listener()), [Box("stub", input: Connector.UsbA), Ear], "not known to pass sound"),
        ["socket-taken"] = new(Look([Optical(state: SocketState.Taken) with { TakenBy = "the bar" }], Listener()), [Plain, Ear], "taken by the bar"),
        ["connector-fit"] = new(Look([Optical()], Listener()), [Box("jack box", input: Connector.Jack35), Ear], "Nothing on the shelf joins"),
        ["pcm-for-digital"] = new(Look([Optical() with { Pcm = Known.No }], Listener()), [Plain, Ear], "sends no PCM"),
        ["room-hears"] = new(Look([Phones()], Listener() with { RoomWish = RoomWish.RoomHearsToo }), [Box("jack box", input: Connector.Jack35), Ear], "the room should hear (Edda)"),
        ["set-silent"] = new(Silent(Look([Optical()], Listener() with { RoomWish = RoomWish.SetSilent })), [Plain, Ear], "cannot be switched off"),
        ["aids-stay-in"] = new(Look([Optical()], Listener(wears: "aids")), [Plain, Ear, Aids("aids", "K", 2)], "wears hearing aids"),
        ["own-receiver-only"] = new(Look([Optical()], Listener(wears: "ear") with { OpenToAnother = false }), [Plain, Ear, Headset("other")], "keeps to what is worn"),
        ["same-link"] = new(Look([Optical()], Listener()), [Base("uhf", LinkTechnology.UhfDigital, "U"), Ear], "share no link"),
        ["aid-family"] = new(Look([Optical()], Listener(wears: "aids")), [Streamer("streamer", "K", 1), Aids("aids", "K", 2)], "family K, generation 1"),
        ["listeners-at-once"] = new(Look([Optical()], Listener(), Listener("Tobias")), [Plain, Ear], "feeds one listener at once"),
        ["clear-line"] = new(Look([Optical()], Listener() with { ClearLine = Known.No }), Infrared(), "something in the line"),
        ["stays-in-room"] = new(Look([Optical()], Listener() with { LeavesRoom = true }), Infrared(), "leaves the room; infrared does not"),
        ["wire-tethers"] = new(Look([Phones()], Listener() with { LeavesRoom = true }), [Wired()], "a wire does not follow"),
        ["in-range"] = new(Look([Optical()], Listener(metres: 50)), [Box("weak", dbm: -10), Headset("deaf", sensitivityDbm: -70)], "out of reach"),
        ["codec-both-ends"] = new(Look([Optical()], Listener()), [Plain, Headset("ear", codecs: [Aac, Sbc])], "Falls back to SBC"),
        ["mark-unread"] = new(Look([Optical()], Listener()), [Plain, Headset("ear", codecs: [new(CodecClass.VendorLowLatency, ""), Sbc])], "has not been read"),
        ["low-latency-with-two"] = new(Look([Optical()], Listener(), Listener("Tobias")), [Box("two", codecs: [Swift, Sbc], withSeveral: [Duet, Sbc], atOnce: 2), Headset("ear", codecs: [Swift, Duet, Sbc])], "With two listeners"),
        ["headphone-level"] = new(Look([Phones()], Listener()), [Wired()], "often low"),
        ["level-fixed"] = new(Look([Optical()], Listener()), [Plain, Ear], "volume keys do nothing"),
        ["usb-current"] = new(Look([Optical(), Usb(500)], Listener()), [Box("hungry", usbMa: 450), Ear], "asks 450 mA"),
        ["pairing-lost-in-standby"] = new(Look([Optical(), Usb(500)], Listener()), [Plain with { Power = Plain.Power with { PairingSurvivesPowerLoss = false } }, Ear], "forgets its pairing"),
        ["link-poor"] = new(Look([Optical()], Listener(metres: 30)), [Box("weak", dbm: 4), Headset("ear", sensitivityDbm: -80)], "poor"),
        ["aids-unconfirmed"] = new(Look([Optical()], Listener(wears: "aids")), [Streamer("streamer", "K", 2), Aids("aids", "K", 2)], "Nobody has confirmed"),
        ["line-not-seen"] = new(Look([Optical()], Listener() with { ClearLine = Known.NotYet }), Infrared(), "Nobody has checked the line"),
        ["tether"] = new(Look([Phones()], Listener()), [Wired()], "tied to the set"),
    };

    public static TheoryData<string> Rules => [.. Core.Routing.Rules.All.Select(r => r.Id)];

    [Theory]
    [MemberData(nameof(Rules))]
    public void Every_rule_bites_where_it_should_and_says_why(string ruleId)
    {
        Assert.True(All.TryGetValue(ruleId, out var example), $"The rule {ruleId} has no worked example.");
        var rule = Core.Routing.Rules.All.Single(r => r.Id == ruleId);
        var finding = Findings(new Site(example.Look, Shelf(example.Kit))).FirstOrDefault(f => f.RuleId == ruleId);
        Assert.NotNull(finding);
        Assert.Contains(example.Words, finding.Sentence, StringComparison.Ordinal);
        Assert.DoesNotContain("{", finding.Sentence + finding.Remedy, StringComparison.Ordinal);
        Assert.Equal(rule.Effect, finding.Effect);
    }

    [Theory]
    [MemberData(nameof(Rules))]
    public void Every_rule_is_silent_on_a_site_without_trouble(string ruleId)
    {
        // Optical free, PCM, one listener close by with a headset that shares the codec, power from the mains.
        var site = new Site(Look([Optical()], Listener(wears: "ear")), Shelf(Plain with { Power = PowerNeed.None }, Ear));
        if (ruleId == "level-fixed")
            return;
        Assert.DoesNotContain(Findings(site), f => f.RuleId == ruleId);
    }

    [Fact]
    public void Ids_are_unique_and_every_rule_has_a_remedy_and_a_source()
    {
        Assert.Equal(Core.Routing.Rules.All.Count, Core.Routing.Rules.All.DistinctBy(r => r.Id).Count());
        Assert.All(Core.Routing.Rules.All, r => Assert.True(r.Remedy.Length > 0 && r.Source.Length > 0, r.Id));
    }

    /// <summary>Every finding of every pairing of socket, box and ear, without the router in between.</summary>
    private static IEnumerable<Finding> Findings(Site site)
    {
        var finder = new FeedFinder(site.Shelf);
        var boxes = site.Shelf.OfRole(DeviceRole.Transmitter).ToList();
        foreach (var socket in site.Look.Set.Sockets)
        {
            List<Feed> feeds = socket.Kind == SocketKind.Bluetooth ? [new Feed(socket, [], null, [])] : [.. boxes.SelectMany(b => finder.Between(socket, b, false))];
            foreach (var box in boxes.Where(b => feeds.All(f => f.Transmitter != b)))
                feeds.Add(new Feed(socket, [], box, []));
            foreach (var listener in site.Look.Listeners)
            {
                foreach (var receiver in site.Shelf.OfRole(DeviceRole.Receiver))
                {
                    var ear = new Ear(listener, receiver, null);
                    List<Feed> wired = [.. finder.Between(socket, receiver, true)];
                    foreach (var feed in feeds.Concat(wired))
                    {
                        foreach (var sends in feed.Transmitter?.Links.Where(l => l.Transmits).Cast<AirLink?>() ?? [null])
                        {
                            foreach (var several in new[] { false, true })
                            {
                                var takes = sends is null ? null : receiver.Links.FirstOrDefault(l => l.Technology == sends.Technology);
                                if (sends is null && !wired.Contains(feed) && !feed.BuiltIn)
                                    continue;
                                var route = new Route(site, feed, ear, sends, takes, several && site.Look.Listeners.Count > 1);
                                foreach (var finding in Core.Routing.Rules.All.Select(r => r.Ask(route)).OfType<Finding>())
                                    yield return finding;
                            }
                        }
                    }
                }
            }
        }
    }

    private static Look Silent(Look look) => look with { Set = look.Set with { SpeakersCanBeOff = Known.No } };

    private static Device[] Infrared() => [Base("infrared", LinkTechnology.InfraredDigital, "I"), FamilyHeadset("ir ear", LinkTechnology.InfraredDigital, "I")];
}
