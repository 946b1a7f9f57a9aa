using Nightfrost.Core.Kit;
using Nightfrost.Core.Line;
using Nightfrost.Core.Routing;

namespace Nightfrost.Core.Runsheet;

/// <summary>What goes into the bag: every part that is not at the site already, and the tools this rig asks for.</summary>
internal static class PackItems
{
    public static IEnumerable<PrepareItem> For(Rig rig, IReadOnlyList<Part> parts)
    {
        foreach (var part in parts.Where(p => p.Needed > p.Owned))
        {
            var device = rig.Site.Shelf.Find(part.DeviceId)!;
            yield return new PrepareItem
            {
                Id = $"pack-{device.Id}",
                Kind = PrepareKind.Pack,
                Words = device.Name,
                Pieces = part.Needed - part.Owned,
                Detail = string.Join(" ", new[]
                {
                    part.InTheBox == 0 ? "" : part.InTheBox == part.Needed - part.Owned ? part.InTheBox == 1 ? "In another part's box."
                        : "In the boxes of the parts they serve." : $"{part.InTheBox} of them in another part's box.",
                    device.Power.ChargeHours > 0 ? "With its charging lead." : "",
                    IsOptical(device) && part.InTheBox > 0 ? "The lead in a box is often thin: take a sturdier one where it will be moved." : "",
                    IsOptical(device) ? "Its caps guard the tips: leave them on until it is fitted, and keep them." : "",
                }.Where(w => w.Length > 0)),
                Ends = device.Role == DeviceRole.Lead ? [.. device.Ports.Select(p => p.Connector)] : [],
            };
        }

        foreach (var (id, words, detail, caution) in Tools(rig))
            yield return new PrepareItem { Id = $"pack-{id}", Kind = PrepareKind.Pack, Of = "Tools", Words = words, Detail = detail, Caution = caution };
    }

    private static bool IsOptical(Device device) =>
        device.Role == DeviceRole.Lead && device.Ports.Any(p => p.Connector is Connector.OpticalSquare or Connector.Optical35);

    private static IEnumerable<(string Id, string Words, string Detail, string Caution)> Tools(Rig rig)
    {
        yield return ("torch", "a torch", "Sockets face the wall, and their markings are small.", "");
        yield return ("labels", "labels and a pen", "Mark each lead at both ends, and the key that changes the output.", "");
        if (rig.Routes.Any(r => r.Feed.Transmitter is not null || r.Sends is not null))
            yield return ("camera", "a phone that films 60 pictures a second or more, with the flash-and-click clip", "To measure the lips.", "");
        if (rig.Feeds.Any(f => f.Joints.Count > 1) || rig.Feeds.Count > 1)
            yield return ("ties", "hook-and-loop ties", "Leads are tied where nobody walks.",
                "A lead across the floor is a trip. Run it along the wall or do without.");
        if (rig.Feeds.SelectMany(f => f.Joints).Any(j => j.Lead?.Ports.Any(p => p.Connector == Connector.SpeakerTerminals) == true))
            yield return ("screwdriver", "a small screwdriver and a wire stripper", "For the loudspeaker terminals.",
                "Amplifier off and unplugged before its terminals are touched.");
        if (MainsOutlets.AreShort(rig))
            yield return ("outlets", "an extension block with overload protection", MainsOutlets.Words(rig),
                "One block, never one on another, none under a carpet. Fixed wiring is an electrician's.");
        foreach (var route in rig.Routes.Where(r => r.AtEar is { RelayJoint: not null, Relay.Power: { } power } && (power.OwnSupply || power.UsbDrawMa > 0))
            .DistinctBy(r => r.AtEar.Receiver.Id))
            yield return ($"outlet-{route.AtEar.Receiver.Id}", $"an extension lead for the outlet beside the {route.AtEar.Receiver.Name}",
                $"The {route.AtEar.Relay!.Name} needs an outlet there; nobody has entered whether one is free.", "Not across a path, not under a carpet.");
        if (rig.Feeds.Select(f => f.Transmitter).OfType<Device>().Any(b => b.Power.UsbDrawMa > 0 || b.Power.BatteryHours > 0))
            yield return ("trial", "a power bank and a pocket player with a headphone socket",
                "When the rear of the gear is hard to reach: prove box and receiver beside it first, off the head.", "");
    }
}
