using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Acts;

/// <summary>Signs of a rig, in words, and which of them tell something.</summary>
public static class SignWords
{
    /// <summary>Signs in the words of the devices; where several things show something, each is named.</summary>
    public static string Of(Rig rig, IReadOnlyList<Sign> signs)
    {
        var named = signs.OfType<Sign.Shows>().Select(s => s.ThingId).Distinct().Count() > 1;
        return string.Join("; ", signs.Select(s => Of(rig, s, named)).Where(w => w.Length > 0));
    }

    /// <summary>
    /// That a thing shows a state, where its lights and prompts tell it from every other state; empty where nobody has read them or they look like another.
    /// </summary>
    public static IReadOnlyList<Sign> Telling(string thingId, Device device, SignState state) =>
        Tells(device, state).Any() ? [new Sign.Shows(thingId, state)] : [];

    /// <summary>That what takes a route's link is joined; of two joined as left and right the light tells of each other already.</summary>
    public static IReadOnlyList<Sign> Joined(Route route) =>
        route.AtEar.Pieces > 1 ? [] : Telling(Things.Taker(route.AtEar), route.AtEar.Takes, SignState.Joined);

    /// <summary>The same of a state that stands since an earlier step: by what lasts, not by a prompt.</summary>
    public static IReadOnlyList<Sign> Standing(string thingId, Device device, SignState state) =>
        Tells(device, state).Any(Lasts) ? [new Sign.Shows(thingId, state, Stands: true)] : [];

    /// <summary>Lights and prompts of a state that no other state of the device has too.</summary>
    public static IEnumerable<SignLook> Tells(Device device, SignState state) =>
        device.Showing(state).Where(look => !device.Signs.Any(other => other.State != state && other.LooksLike(look)));

    private static bool Lasts(SignLook look) => look.By != SignBy.Prompt;

    private static string Of(Rig rig, Sign sign, bool named)
    {
        switch (sign)
        {
            case Sign.Shows shows:
                var device = Things.DeviceOf(rig, shows.ThingId)!;
                var looks = string.Join("; ", Tells(device, shows.State).Where(look => !shows.Stands || Lasts(look)).Select(s => s.Looks));
                return named ? Say("sign.named", ("thing", device.Name), ("looks", looks)) : looks;
            case Sign.Room room:
                return Say(room.Sounds ? "sign.roomSounds" : "sign.roomSilent");
            case Sign.Picture picture:
                var socket = rig.Site.Look.AllSockets().First(s => s.Id == picture.SocketId);
                return Say("sign.picture", ("on", RouteWords.Taker(socket, Say("taker.unnamed"))));
            case Sign.CodecShown codec:
                var route = rig.Routes.First(r => r.AtEar.Listener.Id == codec.ListenerId);
                return Negotiation.Between(route.Sends, route.Takes, route.Several).Words;
            case Sign.AtReceiver:
                return Say("sign.atReceiver");
            case Sign.Together:
                return Say("sign.together");
            case Sign.HeardAt:
                return Say("sign.heardAlong");
            default:
                return Say("sign.heard");
        }
    }
}
