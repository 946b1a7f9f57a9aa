using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;

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
                Detail = "Aids that are low, or an app that asks for a password nobody knows, end the visit early. Nothing in the aids' "
                    + "prescription is touched.",
            };
        foreach (var (listener, worn) in rig.Routes.Where(r =>
            r.AtEar is { Listener.HoursADay: 0, Receiver.Power: { BatteryHours: > 0, WorksWhileCharging: not Known.Yes } })
            .Select(r => (r.AtEar.Listener, r.AtEar.Receiver)))
            yield return new PrepareItem
            {
                Id = $"ask-hours-{listener.Id}",
                Kind = PrepareKind.Ask,
                Words = $"How many hours a day does {listener.Name} listen?",
                Detail = FormattableString.Invariant($"A charge of the {worn.Name} is planned for {worn.Power.BatteryHours * Power.BoxPower.RunTimeShare:0} h")
                    + (worn.Power.WorksWhileCharging == Known.No ? ", and it does not play while it charges" : "") + ". Enter the hours on Look.",
                Note = "Hours a day",
            };
        foreach (var ear in rig.Routes.Select(r => r.AtEar).Where(e => e.Receiver.EarProfileMinutes > 0))
        {
            var (who, id) = (ear.Listener.Name, ear.Listener.Id);
            yield return new PrepareItem
            {
                Id = $"profile-consent-{id}",
                Kind = PrepareKind.Ask,
                Of = ear.Receiver.Name,
                Words = $"Does {who} agree to an ear profile, in writing?",
                Detail = "Read the app's privacy terms together first: what is heard is data about health, kept where the terms say. Without consent the "
                    + "headset works with its profile off.",
                Caution = "It shapes the headset's sound only: no hearing test, and nothing in an aid's prescription is touched.",
                Note = "Who agreed, and when",
            };
            yield return new PrepareItem
            {
                Id = $"profile-time-{id}",
                Kind = PrepareKind.Ask,
                Of = ear.Receiver.Name,
                Words = $"Which hour is good for {who}'s ear profile? Keep {ear.Receiver.EarProfileMinutes} minutes free",
                Detail = $"A quiet room, good light to read by, {who} rested. The phone is charged, the {ear.Receiver.App} app signed in by its owner, the "
                    + "password at hand.",
                Note = "Day and hour",
            };
        }

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
    /// <param name="rig">The rig.</param>
    /// <param name="menuPathsElsewhere">Menu paths met on other visits to sets of this model.</param>
    public static IEnumerable<PrepareItem> For(Rig rig, IReadOnlyList<MenuPath> menuPathsElsewhere)
    {
        var set = rig.Site.Look.Set;
        var devices = Manuals.Devices(rig);
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
                Detail = "The owner enters the password and agrees to the terms. Nearby-devices and, where it asks, location permission are given; the phone "
                    + "has joined the device once before any streamer is met.",
                Note = "Whose phone, which version",
            };
        foreach (var manual in Manuals.Of(rig))
            yield return new PrepareItem
            {
                Id = $"manual-{manual.About}",
                Kind = PrepareKind.Fetch,
                Of = manual.Words,
                Words = $"The manual of {manual.Words}, for reading without a network",
                Detail = "Keep its file here once, and save it to the phone that goes along.",
                Note = "The page that matters",
                ManualOf = manual.About,
            };
        yield return new PrepareItem
        {
            Id = "menu-path",
            Kind = PrepareKind.Fetch,
            Words = $"The menu path to the sound output of {Manuals.SetWords(set)}",
            Detail = MenuPathWords(set, menuPathsElsewhere),
            Note = "Menu path",
        };
    }

    // What is known of this set, then what other visits to its model found of the rest.
    private static string MenuPathWords(TelevisionSet set, IReadOnlyList<MenuPath> elsewhere)
    {
        var known = Enum.GetValues<MenuOf>().Where(menu => set.PathTo(menu).Length > 0).Select(menu =>
            $"{Wording.Capital(Menus.WordsOf(menu))}: {set.PathTo(menu)}");
        var met = elsewhere.Where(p => set.PathTo(p.Menu).Length == 0).GroupBy(p => p.Menu)
            .Select(g => $"{Menus.WordsOf(g.Key)}: {string.Join("; or: ", g.Select(p => p.Path))}").ToList();
        return Wording.Sentences(string.Concat(known.Select(words => $"{words}. ")).TrimEnd(), met.Count > 0
            ? $"On another visit to this model: {string.Join(". ", met)}. Enter it on Look when it is the same here."
            : set.PathTo(MenuOf.Output).Length == 0 ? "Look it up; it is not known yet." : "");
    }
}
