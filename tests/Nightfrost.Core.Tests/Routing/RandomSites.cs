using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;
using Nightfrost.Core.Tests.Routing.Search;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing;

/// <summary>Small random sites that meet everything the search must get right: shared sockets, things in a box, spares, modes, rates and relays.</summary>
internal static class RandomSites
{
    /// <summary>Most combinations of routes that are tried one by one in a test.</summary>
    public const long FewCombinations = 12_000;

    /// <summary>A site small enough that all its combinations can be tried.</summary>
    /// <param name="random">Draws it.</param>
    /// <param name="most">Most combinations it may have.</param>
    public static Site DrawSmall(Random random, long most = FewCombinations)
    {
        while (true)
        {
            if (Draw(random) is var site && Exhaustive.Combinations(site) <= most)
                return site;
        }
    }

    /// <summary>A site where two to four listeners share one socket, and things are the same but for their price and one of what may tell two apart.</summary>
    public static Site DrawTwins(Random random)
    {
        var (box, ear) = (RandomBox(random, 0) with { Includes = [] }, RandomHeadset(random, 0));
        List<Device> kit = [box, ear, .. Enumerable.Range(1, random.Next(1, 3)).Select(i => Twin(random, box) with { Id = $"box{i}" })];
        if (random.Next(2) == 0)
            kit.Add(Twin(random, ear));
        if (random.Next(3) == 0)
            kit.AddRange([Splitter(), Twin(random, Splitter())]);
        Listener[] listeners = [.. Enumerable.Range(0, random.Next(2, 5)).Select(i => RandomListener(random, i, [ear]) with { RoomWish = RoomWish.NoWish })];
        var (look, all) = (Look([Optical()], listeners), kit);
        if (random.Next(3) == 0)
            (look, all) = WithImplant(random, look, kit);
        return new Site(look, Shelf([.. all]));
    }

    public static Site Draw(Random random)
    {
        var sockets = Sockets(random);
        var headsets = Enumerable.Range(0, random.Next(1, 4)).Select(i => RandomHeadset(random, i)).ToList();
        List<Device> kit = [.. Enumerable.Range(0, random.Next(1, 4)).Select(i => RandomBox(random, i)), .. headsets,
            .. Others(random).Select(d => PlugOf(random, d))];
        var listeners = Enumerable.Range(0, random.Next(1, random.Next(4) == 0 ? 5 : 4)).Select(i => RandomListener(random, i, headsets)).ToArray();
        var look = Look([.. sockets], listeners) with
        {
            Owned = random.Next(2) == 0
                ? [new(kit[random.Next(kit.Count)].Id, random.Next(1, 3)),
                    .. random.Next(3) == 0 ? new[] { new OwnedThing("lead-OpticalSquare-OpticalSquare", 1) } : []] : [],
            Sources = random.Next(3) == 0 ? [RandomSource(random)] : [],
            GoodEnoughPercent = 60 + 5 * random.Next(8),
            Air = random.Next(3) > 0 ? new() : new AirAround { WiFiNetworks = 2, WiFiInHopSet = random.Next(3), WiFiBusy = 0.2 * random.Next(1, 4) },
        };
        look = look with
        {
            Owned = [.. look.Owned.DistinctBy(o => o.DeviceId)],
            LiveTogether = Tried(random, look),
            Set = look.Set with { OutputMenuNamesOne = random.Next(5) == 0 ? Known.Yes : Known.NotYet }
        };
        if (random.Next(3) == 0)
            kit.Add(Twin(random, kit[random.Next(2) == 0 ? 0 : random.Next(kit.Count)]));
        if (random.Next(5) == 0)
            (look, kit) = WithImplant(random, look, kit);

        // As shops do it.
        if (random.Next(3) == 0)
            kit = [.. kit.Select(d => d with { Price = d.Price - 0.01m })];
        return random.Next(3) == 0 ? WithWishes(random, look, kit) : new Site(look, Shelf([.. kit]));
    }

    // The same thing at another price, but for one of what may tell two apart.
    private static Device Twin(Random random, Device of)
    {
        var twin = of with { Id = $"{of.Id} twin", Name = $"{of.Name} twin", Price = random.Next(2, 12) * 10 };
        return (twin.Role == DeviceRole.Transmitter && random.Next(2) == 0 ? random.Next(2) * 7 : random.Next(9)) switch
        {
            0 => twin with { Links = [.. twin.Links.Select(l => l.Transmits ? l with { ListenersAtOnce = random.Next(1, 5) } : l)] },
            1 => twin with { Power = twin.Power with { UsbDrawMa = random.Next(0, 6) * 100 } },
            2 => twin with { Power = twin.Power with { SwitchedByHand = !twin.Power.SwitchedByHand } },
            3 => twin with { OwnVolume = !twin.OwnVolume },
            4 => twin with { Links = [.. twin.Links.Select(l => l with { Codecs = [.. l.Codecs.Reverse()] })] },
            5 => twin with { Links = [.. twin.Links.Select(l => l with { ThreeMegabit = !l.ThreeMegabit })] },
            6 => twin with { SplitsInto = twin.SplitsInto > 1 ? 5 - twin.SplitsInto : twin.SplitsInto, PassesThrough = !twin.PassesThrough },
            7 => twin with
            {
                Links = [.. twin.Links.Select(l => l.Transmits ? l with { TransmitDbm = random.Next(-36, 5) }
                    : l with { SensitivityDbm = -random.Next(50, 91) })],
            },
            _ => twin with { StageIds = twin.StageIds.Count > 0 ? [] : ["converter"] },
        };
    }

    // Much with a magnet or a coil, and somebody whose clinician has allowed one such thing, or none.
    private static (Look Look, List<Device> Kit) WithImplant(Random random, Look look, List<Device> kit)
    {
        kit = [.. kit.Select(d => d.Role is DeviceRole.Receiver or DeviceRole.Transmitter or DeviceRole.Relay
            ? d with { NearImplants = random.Next(2) == 0 } : d)];
        var near = kit.Where(d => d.NearImplants).ToList();
        var (who, allowed) = (random.Next(look.Listeners.Count), near.Count > 0 && random.Next(4) > 0 ? new[] { near[random.Next(near.Count)].Id } : []);
        return (look with
        {
            Listeners = [.. look.Listeners.Select((l, i) => i == who
                ? l with { Implant = Known.Yes, ImplantAnsweredBy = "Dr Holm", ImplantAnsweredOn = new(2026, 2, 10), ImplantAllows = allowed } : l)],
        }, kit);
    }

    // Which outputs somebody has tried together.
    private static List<LivePair> Tried(Random random, Look look)
    {
        var ids = look.AllSockets().Select(s => s.Id).ToList();
        return [.. ids.SelectMany((one, i) => ids.Skip(i + 1).Select(other => new LivePair(one, other, (Known)random.Next(3))))
            .Where(_ => random.Next(4) == 0)];
    }

    // What only some are asked for, and what a platform brings along.
    private static Site WithWishes(Random random, Look look, List<Device> kit)
    {
        List<SourcePort> sockets = [.. look.Set.Sockets];
        if (sockets.All(s => s.Kind != SocketKind.Bluetooth) && random.Next(2) == 0)
            sockets.Add(Bluetooth());
        if (random.Next(3) == 0)
        {
            sockets.Add(PlatformLink("Harbour"));
            kit.Add(PlatformSpeaker("harbour", random.Next(30, 90)));
        }

        return new Site(
            look with
            {
                Set = look.Set with { Sockets = sockets, SpatialListed = (Known)random.Next(3) },
                Listeners = [.. look.Listeners.Select(l => l with { NoiseCancelling = random.Next(2) == 0, SpatialRendering = random.Next(2) == 0 })],
            },
            Shelf([.. kit.Select(d => d.Role == DeviceRole.Receiver
                ? d with { NoiseCancelling = random.Next(2) == 0, SpatialRendering = random.Next(2) == 0 } : d)]));
    }

    public static Device RandomBox(Random random, int i)
    {
        var codecs = random.Next(2) == 0 ? new[] { Swift, Sbc } : random.Next(3) == 0 ? [Rich, Sbc] : [Sbc];
        string[] inTheBox = random.Next(4) == 0 ? ["ear0"] : random.Next(2) == 0 ? ["lead-OpticalSquare-OpticalSquare"] : [];
        var box = Box($"box{i}", random.Next(2, 12) * 10, codecs, random.Next(2) == 0 ? [Duet, Sbc] : random.Next(3) == 0 ? [Rich, Duet, Sbc] : null,
            random.Next(1, 4), random.Next(3) == 0 ? Connector.Jack35 : Connector.OpticalSquare, random.Next(3) == 0, random.Next(1, 6) * 100)
            with
        {
            Power = new PowerNeed(random.Next(0, 6) * 100, random.Next(5) == 0, 0, 0, Known.No, random.Next(2) == 0 ? Known.Yes : Known.No,
                random.Next(2) == 0),
            Includes = inTheBox,
        };
        box = random.Next(2) == 0 ? box : box with { Links = [.. box.Links.Select(l => l with { ThreeMegabit = true })] };
        box = random.Next(3) > 0 ? box : box with { Links = [.. box.Links.Select(l => l with { TransmitDbm = random.Next(-36, 5) })] };
        return random.Next(4) > 0 ? box : box with { Links = [.. box.Links.Select(l => l with { Delay = new(20, 40, random.Next(5, 30) * 10, false) })] };
    }

    public static Device RandomHeadset(Random random, int i)
    {
        var headset = Headset($"ear{i}", random.Next(2, 9) * 10, random.Next(2) == 0 ? [Swift, Duet, Sbc] : random.Next(3) == 0 ? [Rich, Sbc] : [Aac, Sbc],
            random.Next(2) == 0, random.Next(2) == 0) with
        { MonoSum = random.Next(4) == 0 };
        return random.Next(2) == 0 ? headset : headset with { Links = [.. headset.Links.Select(l => l with { ThreeMegabit = true })] };
    }

    private static List<SourcePort> Sockets(Random random)
    {
        List<SourcePort> sockets = [Optical(state: random.Next(4) == 0 ? SocketState.Taken : SocketState.Free) with { Level = (LevelControl)random.Next(3) }];
        if (random.Next(2) == 0)
            sockets.Add(Phones() with { SilencesSpeakers = (Known)random.Next(3) });
        if (random.Next(3) == 0)
            sockets.Add(Bluetooth(random.Next(1, 3)));
        if (random.Next(2) == 0)
            sockets.Add(Usb(random.Next(2) == 0 ? 500 : 900, Known.No));
        if (random.Next(4) == 0)
            sockets.Add(Usb(500, Known.Yes, "usb2"));
        return sockets;
    }

    private static IEnumerable<Device> Others(Random random)
    {
        if (random.Next(2) == 0)
            yield return Splitter(price: random.Next(5, 15)) with { SplitsInto = random.Next(2, 4) };
        if (random.Next(4) == 0)
            yield return Splitter("other splitter", random.Next(5, 15));
        if (random.Next(3) == 0)
            yield return JackSplitter(price: random.Next(2, 8));
        if (random.Next(3) == 0)
            yield return RoomSpeakers(price: random.Next(20, 50), ownSupply: random.Next(2) == 0);
        if (random.Next(6) == 0)
            yield return RoomSpeakers("other speakers", random.Next(20, 50));
        if (random.Next(3) == 0)
            yield return PowerLead(random.Next(2, 7));
        if (random.Next(2) == 0)
            yield return Converter(price: random.Next(10, 25));
        if (random.Next(4) == 0)
            yield return Converter("other converter", random.Next(10, 25)) with { Includes = random.Next(2) == 0 ? ["lead-OpticalSquare-OpticalSquare"] : [] };
        if (random.Next(4) == 0)
            yield return MonoSum(random.Next(5, 12));
        if (random.Next(2) == 0)
            yield return Wired(price: random.Next(10, 40));
        if (random.Next(2) == 0)
        {
            yield return Base("own", LinkTechnology.Digital24GHz, "T", random.Next(50, 150), random.Next(1, 3),
                includes: random.Next(3) == 0 ? ["own ear", "own ear"] : ["own ear"], channels: Channels(random));
            yield return FamilyHeadset("own ear", LinkTechnology.Digital24GHz, "T", random.Next(20, 80));
            if (random.Next(3) == 0)
            {
                yield return Base("other own", LinkTechnology.Digital24GHz, "S", random.Next(20, 60), channels: Channels(random));
                yield return FamilyHeadset("other ear", LinkTechnology.Digital24GHz, "S", random.Next(10, 40));
            }
        }

        if (random.Next(3) == 0)
        {
            yield return Cast("cast", random.Next(40, 90), random.Next(2) == 0 ? [16, 48] : [24, 48]);
            yield return CastEar("cast ear", random.Next(20, 50), [48]);
            yield return CastEar("cast bud", random.Next(20, 50), [random.Next(2) == 0 ? 16 : 24]);
        }

        if (random.Next(4) == 0)
        {
            yield return LinkBox("fast end", random.Next(15, 40));
            yield return Speaker("speaker", random.Next(30, 60));
        }
    }

    // Adapters and speakers come with sockets, or with a short lead and its plug.
    private static Device PlugOf(Random random, Device device) =>
        device.Role is DeviceRole.Adapter or DeviceRole.RoomSpeaker && random.Next(3) == 0 ? device with { LengthM = 0.2 } : device;

    private static int? Channels(Random random) => random.Next(5) switch { 0 => null, 1 => 0, 2 => 2, _ => 1 };

    private static Listener RandomListener(Random random, int i, List<Device> headsets) =>
        Listener($"L{i}", random.Next(2) == 0 ? headsets[random.Next(headsets.Count)].Id : null, 1 + 4 * random.NextDouble()) with
        {
            OpenToAnother = random.Next(4) > 0,
            ReadsLips = random.Next(3) == 0,
            OwnVolume = random.Next(2) == 0,
            UnsteadyHands = random.Next(3) == 0,
            LeavesRoom = random.Next(5) == 0,
            NoiseAtSeat = random.Next(3) == 0 ? Known.Yes : Known.NotYet,
            LeadKeepsOffWays = (Known)random.Next(3),
            LeftAndRight = random.Next(6) == 0,
            Ears = random.Next(5) == 0 ? HearingEars.LeftOnly : HearingEars.Both,
            Quality = (QualityWeight)random.Next(3),
            RoomWish = random.Next(3) == 0 ? RoomWish.RoomHearsToo : RoomWish.NoWish,
        };

    private static SoundSource RandomSource(Random random) => new()
    {
        Id = "box",
        Name = "set-top box",
        Kind = SourceKind.SetTopBox,
        Watched = random.Next(3) > 0,
        BringsPicture = (Known)random.Next(3),
        Network = (NetworkWay)random.Next(4),
        Sockets = [Optical("box optical"), .. random.Next(2) == 0 ? new[] { Pair("", "box pair") } : []],
    };
}
