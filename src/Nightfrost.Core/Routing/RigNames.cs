using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>Says what a rig is, by what is worn, how it is reached and where the sound is taken.</summary>
public static class RigNames
{
    /// <summary>Such as "UHF headset on the headphone socket"; where listeners differ, each sort once with whose it is.</summary>
    public static string Of(Rig rig)
    {
        var sorts = rig.Routes.GroupBy(Of).ToList();
        return Wording.Capital(sorts.Count == 1 ? sorts[0].Key
            : string.Join("; ", sorts.Select(sort => $"{Wording.Listed(sort.Select(r => r.AtEar.Listener.Name))}: {sort.Key}")));
    }

    private static string Of(Route route)
    {
        var (ear, look) = (route.AtEar, route.Site.Look);
        var worn = ear.Receiver.Role == DeviceRole.RoomSpeaker ? "bar" : ear.Receiver.Form == WearForm.OverEar ? "headset" : RouteWords.Form(ear.Receiver.Form);
        var reached = route.Sends is { } sends ? LinkTechnologies.Of(sends.Technology).Words : "wired";
        var relay = ear.Relay is { } between ? $" through a {(between.Role == DeviceRole.Relay ? "relay" : "receiver box")}" : "";
        var facts = SocketKinds.Of(route.Feed.Socket.Kind);
        var place = look.SourceOf(route.Feed.Socket) is { } source ? $"the {source.Name}" : "the set";
        if (route.Feed.BuiltIn)
            return $"{worn}{relay} on {place}'s own {facts.InSentence}";
        var tapped = $"on the {facts.InSentence.Replace(", ", " ", StringComparison.Ordinal)} socket{(place == "the set" ? "" : $" of {place}")}";
        return route.Sends is { Technology: LinkTechnology.AidRadio } ? $"{worn}{relay} by their own radio {tapped}" : $"{reached} {worn}{relay} {tapped}";
    }
}
