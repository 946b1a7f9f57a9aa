using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;

namespace Nightfrost.Core.Runsheet;

/// <summary>What is asked before leaving, because the answer changes what is packed or who waits.</summary>
internal static class AskItems
{
    public static IEnumerable<PrepareItem> For(Rig rig)
    {
        var set = rig.Site.Look.Set;
        foreach (var route in rig.Routes.Where(r => r.AtEar.IsOwn && r.Takes is { IsBluetooth: true }))
            yield return new PrepareItem
            {
                Id = $"ask-rivals-{route.AtEar.Listener.Id}",
                Kind = PrepareKind.Ask,
                Words = $"Which phones, tablets and sets does {route.AtEar.Listener.Name}'s {route.AtEar.Takes.Name} know already?",
                Detail = "Any of them may claim it during the visit.",
                Note = "What it knows",
            };
        if (rig.Routes.Any(r => r.AtEar.Receiver is { Form: WearForm.HearingAids }))
            yield return new PrepareItem
            {
                Id = "ask-aids",
                Kind = PrepareKind.Ask,
                Words = "Are the aids charged or their cells fresh, and is the client's app signed in?",
                Detail = "Aids that are low, or an app that asks for a password nobody knows, end the visit early. Nothing in the aids' prescription is touched.",
            };
        if (set.Model.Length == 0)
            yield return new PrepareItem
            {
                Id = "ask-model",
                Kind = PrepareKind.Ask,
                Words = "What stands on the set's rating label?",
                Detail = "With the model its manual and menu path can be fetched beforehand.",
                Note = "Model",
            };
    }
}

/// <summary>What is fetched while there is a network: updates, apps, manuals, menu paths.</summary>
internal static class FetchItems
{
    public static IEnumerable<PrepareItem> For(Rig rig)
    {
        var set = rig.Site.Look.Set;
        var devices = rig.Boxes().Concat(rig.Routes.SelectMany(r => new[] { r.AtEar.Relay, r.AtEar.Receiver })).OfType<Device>().DistinctBy(d => d.Id).ToList();
        if (rig.Feeds.Any(f => f.Transmitter is null) && rig.Routes.Any(r => r.Feed.Transmitter is null && r.Sends is not null))
            yield return new PrepareItem
            {
                Id = "update-set",
                Kind = PrepareKind.Fetch,
                Words = "Bring the set's own software up to date first",
                Detail = "Its built-in radio changes with it. Do it before pairing, not after.",
                Note = "Version read back",
            };
        foreach (var device in devices.Where(d => d.Firmware.Length > 0))
            yield return new PrepareItem
            {
                Id = $"firmware-{device.Id}",
                Kind = PrepareKind.Fetch,
                Of = device.Name,
                Words = $"Bring the {device.Name} to firmware {device.Firmware}",
                Detail = "Before it is paired: an update may make it forget its partner. Leave it on its charging lead meanwhile.",
                Note = "Version read back",
            };
        foreach (var device in devices.Where(d => d.App.Length > 0))
            yield return new PrepareItem
            {
                Id = $"app-{device.Id}",
                Kind = PrepareKind.Fetch,
                Of = device.Name,
                Words = $"{device.App}: installed and signed in on the phone it will run on",
                Detail = "The owner enters the password and agrees to the terms. Nearby-devices and, where it asks, location permission are given; the phone has joined the device once before any streamer is met.",
                Note = "Whose phone, which version",
            };
        var manuals = devices.Where(d => d.Role != DeviceRole.Lead && d.Pairing is not null).Select(d => d.Name).ToList();
        yield return new PrepareItem
        {
            Id = "manuals",
            Kind = PrepareKind.Fetch,
            Words = $"Save for reading without a network: the manual of {(set.Model.Length > 0 ? set.Model : "the set")}{string.Concat(manuals.Select(m => $", of the {m}"))}",
            Detail = set.SoundOutputMenu.Length > 0 ? $"Menu path known: {set.SoundOutputMenu}." : "Look up its menu path to the sound output; it is not known yet.",
            Note = "Menu path, or page",
        };
    }
}
