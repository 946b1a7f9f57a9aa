using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing.Rules;

/// <summary>The one thing that would join a socket to a box, where nothing on the shelf does.</summary>
internal static class MissingPart
{
    /// <summary>In a few words, such as "A 3.5 mm extension of at least 2.0 m"; blank where no single thing would.</summary>
    /// <param name="route">A route whose socket and box nothing joins.</param>
    public static string Of(Route route)
    {
        var facts = SocketKinds.Of(route.Feed.Socket.Kind);
        if (facts.Connector is not { } from || (route.Feed.Transmitter ?? route.Ear?.Receiver) is not { } target)
            return "";
        var reachM = route.Feed.Transmitter is null && route.Ear is { } ear ? FeedFinder.LeadReachM(ear.Receiver, ear.Listener.SeatDistanceM) : 0;
        var inputs = target.Ports.Where(p => !p.Output && p.Signals.Count > 0).ToList();
        if (inputs.Find(p => p.Signals.Any(facts.Signals.Contains)) is { } input)
            return Joining(from, input.Connector, target.LengthM, reachM);
        var (digital, into) = (facts.Digital, inputs.Find(p => p.Signals.Any(s => s is Signal.AnalogueLine or Signal.AnalogueHeadphone)));
        if (facts.Signals.Contains(Signal.HdmiReturn))
            return $"An extractor for the HDMI return channel with {Ends(inputs)} out";
        if (facts.Signals.Contains(Signal.HdmiProgramme))
            return $"An HDMI extractor in the line with {Ends(inputs)} out";
        if (facts.Signals.Contains(Signal.LoudspeakerLevel))
            return $"An adapter from loudspeaker wire to {Ends(inputs)}";
        if (digital && into is not null)
            return $"A converter from {Connectors.Words(from)} to {Connectors.Words(into.Connector)}, digital to analogue";
        return !digital && inputs.Find(p => p.Signals.Contains(Signal.SpdifPcm)) is { } light
            ? $"A converter from {Connectors.Words(from)} to {Connectors.Words(light.Connector)}, analogue to digital" : "";
    }

    private static string Joining(Connector from, Connector to, double ownLeadM, double reachM)
    {
        var needsM = Math.Max(0, reachM - ownLeadM);
        var ofLength = needsM > 0 ? $" of at least {RouteWords.Metres(needsM)}" : "";
        if (ownLeadM > 0)
            return from == to ? $"{Article(from)} {Connectors.Words(from)} extension{ofLength}"
                : $"An adapter from {Article(to).ToLowerInvariant()} {Connectors.Words(to)} plug to {Article(from).ToLowerInvariant()} "
                    + $"{Connectors.Words(from)} socket{ofLength}";
        return $"A lead from {Connectors.Words(from)} to {Connectors.Words(to)}{ofLength}";
    }

    private static string Article(Connector connector) => connector is Connector.OpticalSquare or Connector.Optical35 or Connector.Hdmi ? "An" : "A";

    private static string Ends(List<AudioPort> inputs) =>
        inputs.Count == 0 ? "sound" : string.Join(" or ", inputs.Select(p => Connectors.Words(p.Connector)).Distinct());
}
