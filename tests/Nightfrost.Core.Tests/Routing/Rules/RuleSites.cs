using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing.Rules;

/// <summary>What the examples of the rules are made of, and every finding on a site of theirs.</summary>
internal static class RuleSites
{
    /// <summary>Every finding of every pairing of socket, box and ear, without the router in between.</summary>
    public static IEnumerable<Finding> Findings(Site site)
    {
        var finder = new FeedFinder(site.Shelf);
        var (boxes, before) = (site.Shelf.OfRole(DeviceRole.Transmitter).ToList(), new List<Route>());
        foreach (var socket in site.Look.AllSockets())
        {
            List<Feed> feeds = SocketKinds.Of(socket.Kind).IsRadio ? [new Feed(socket, [], null, [])]
                : [.. boxes.SelectMany(b => finder.Between(socket, b, false))];
            foreach (var box in boxes.Where(b => feeds.All(f => f.Transmitter != b)))
                feeds.Add(new Feed(socket, [], box, []));
            foreach (var ear in site.Look.Listeners.SelectMany(l => new EarFinder(site).For(l)))
            {
                List<Feed> wired = [.. finder.Between(socket, ear.Receiver, true, ear.Listener.SeatDistanceM)];
                foreach (var feed in feeds.Concat(wired))
                {
                    foreach (var sends in feed.Transmitter?.Links.Where(l => l.Transmits).Cast<AirLink?>()
                        ?? (feed.BuiltIn && !wired.Contains(feed) ? [null, BuiltInRadio.Of(socket)] : [null]))
                    {
                        foreach (var several in new[] { false, true })
                        {
                            var takes = sends is null ? null : ear.Takes.Links.FirstOrDefault(l => !l.Transmits && l.Technology == sends.Technology);
                            if (sends is null && !wired.Contains(feed) && !feed.BuiltIn)
                                continue;
                            var route = new Route(site, feed, ear, sends, takes, several && site.Look.Listeners.Count > 1);
                            foreach (var finding in RuleList.All.Select(r => r.Ask(route)).OfType<Finding>())
                                yield return finding;
                            if (several && before.Find(o => o.AtEar.Listener != ear.Listener && o.Feed.Key == feed.Key && o.Several
                                && o.Sends == sends) is { } shared)
                            {
                                foreach (var finding in RuleList.All.Select(r => r.Ask(shared with { Beside = [route] })).OfType<Finding>())
                                    yield return finding;
                            }

                            if (takes is not null && before.Find(o => o.AtEar.Listener != ear.Listener && o.Feed.Key != feed.Key
                                && o.Sends?.Technology == sends!.Technology) is { } other)
                            {
                                foreach (var finding in RuleList.All.Select(r => r.Ask(route with { Beside = [other] })).OfType<Finding>())
                                    yield return finding;
                            }

                            if (takes is not null)
                                before.Add(route);
                        }
                    }
                }
            }
        }
    }

    public static SoundSource Source(SourcePort port, SourceKind kind, string plugged) =>
        new() { Id = "source", Name = "box", Kind = kind, PluggedInto = plugged, Sockets = [port] };

    public static Look OneBox(SourcePort port, SourceKind kind, string plugged = SoundSource.Television) =>
        Look([], Listener()) with { Sources = [Source(port, kind, plugged)] };

    public static SourcePort Zone() => new() { Id = "zone", Kind = SocketKind.SecondZone, State = SocketState.Free };

    public static Device InLine() => Converter("in line") with
    {
        PassesThrough = true,
        StageIds = ["hdmi-extractor"],
        Ports = [new AudioPort(Connector.Hdmi, false, [Signal.HdmiProgramme], "IN"), new AudioPort(Connector.Hdmi, true, [Signal.HdmiProgramme], "OUT"),
            new AudioPort(Connector.OpticalSquare, true, [Signal.SpdifPcm], "OPT")],
    };

    public static Device[] Banded(double lowMHz, double highMHz)
    {
        var link = new AirLink
        {
            Technology = LinkTechnology.UhfDigital,
            Transmits = true,
            Family = "U",
            TransmitDbm = 10,
            BandLowMHz = lowMHz,
            BandHighMHz = highMHz
        };
        return [Base("uhf", LinkTechnology.UhfDigital, "U") with { Links = [link] }, FamilyHeadset("uhf ear", LinkTechnology.UhfDigital, "U")];
    }

    public static Device[] TwoUhf(int? first, int? second) =>
    [
        Base("one", LinkTechnology.UhfDigital, "U", channels: first), FamilyHeadset("ear", LinkTechnology.UhfDigital, "U"),
        Base("other", LinkTechnology.UhfDigital, "V", channels: second), FamilyHeadset("second", LinkTechnology.UhfDigital, "V"),
    ];

    public static Device[] Loop() =>
    [
        Base("loop", LinkTechnology.InductionLoop, "", onAxisM: 5) with { StageIds = [] },
        Aids("coil aids", "K", 2) with { Links = [new AirLink { Technology = LinkTechnology.InductionLoop, Transmits = false }] },
    ];

    public static Look Silent(Look look) => look with { Set = look.Set with { SpeakersCanBeOff = Known.No } };

    public static Listener Answered =>
        Listener() with
        {
            Implant = Known.Yes,
            ImplantKind = ImplantKind.Pacemaker,
            ImplantSide = BodySide.Left,
            ImplantAnsweredBy = "Dr Holm",
            ImplantAnsweredOn = new(2026, 2, 10),
            ImplantAllows = ["ear"]
        };

    public static Device[] Infrared() => [Base("infrared", LinkTechnology.InfraredDigital, "I"), FamilyHeadset("ir ear", LinkTechnology.InfraredDigital, "I")];
}
