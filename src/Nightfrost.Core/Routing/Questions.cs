using System.Globalization;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>Something not known yet, and how much the best rig hangs on it.</summary>
/// <param name="Field">Path of the field on Look.</param>
/// <param name="Words">The question as one would ask it.</param>
/// <param name="Effect">What the answer decides.</param>
/// <param name="Decides">True when the best rig differs with the answer.</param>
public sealed record OpenQuestion(string Field, string Words, string Effect, bool Decides);

/// <summary>Ranks what is still unknown by how much the best rig would change with the answer.</summary>
public static class Questions
{
    /// <summary>Open questions, most decisive first.</summary>
    /// <param name="site">A look without problems, and the shelf.</param>
    /// <param name="cancel">Stops the work.</param>
    public static IReadOnlyList<OpenQuestion> Rank(Site site, CancellationToken cancel = default)
    {
        var asked = new List<(OpenQuestion Question, double Weight)>();
        foreach (var open in Open(site.Look))
        {
            cancel.ThrowIfCancellationRequested();
            var scores = open.Answers.Select(answer => Router.BestScore(new Site(answer, site.Shelf), cancel)).ToList();
            var (effect, weight) = Effect(scores, site.Shelf.Currency);
            asked.Add((new(open.Field, open.Words, effect, weight > 0), weight));
        }

        return [.. asked.OrderByDescending(a => a.Weight).Select(a => a.Question)];
    }

    private sealed record Unknown(string Field, string Words, IReadOnlyList<Look> Answers);

    private static IEnumerable<Unknown> Open(Look look)
    {
        for (var i = 0; i < look.Set.Sockets.Count; i++)
        {
            var socket = look.Set.Sockets[i];
            if (socket.State == SocketState.NotThere)
                continue;
            var (at, facts) = ($"set.sockets[{i}]", SocketKinds.Of(socket.Kind));
            var name = facts.InSentence;
            if (facts.CarriesSoundOut && SocketReading.Direction(socket) == MarkingReading.Unsure)
                yield return new($"{at}.marking", $"What is printed beside the {name} pair: an output or an input?", [With(look, i, socket with { Direction = SocketDirection.Output }), With(look, i, socket with { Direction = SocketDirection.Input })]);
            if (facts.GivesPower)
            {
                if (socket.OffInStandby == Known.NotYet)
                    yield return new($"{at}.offInStandby", $"Does the {facts.Words} socket lose its power when the set is off?", YesNo(k => With(look, i, socket with { OffInStandby = k })));
                if (socket.UsbMa == 0)
                    yield return new($"{at}.usbMa", $"Which current is printed beside the {facts.Words} socket?", [With(look, i, socket with { UsbMa = 500 }), With(look, i, socket with { UsbMa = 1000 })]);
                if (socket.UsbSound == Known.NotYet)
                    yield return new($"{at}.usbSound", $"Does the {facts.Words} socket pass sound as well as power?", YesNo(k => With(look, i, socket with { UsbSound = k })));
                continue;
            }

            if (!facts.CarriesSoundOut || SocketReading.Direction(socket) != MarkingReading.Output)
                continue;
            if (socket.FollowsPicture == Known.NotYet)
                yield return new($"{at}.followsPicture", $"Does the sound from the {name} socket wait for the picture?", YesNo(k => With(look, i, socket with { FollowsPicture = k })));
            if (facts.Signals.Contains(Signal.SpdifPcm) && socket.Pcm == Known.NotYet)
                yield return new($"{at}.pcm", $"Can the set send PCM from the {name} socket?", YesNo(k => With(look, i, socket with { Pcm = k })));
            if (facts.SilencesSpeakers && socket.SilencesSpeakers == Known.NotYet)
                yield return new($"{at}.silencesSpeakers", $"Do the set's speakers fall silent with the {name} in use?", YesNo(k => With(look, i, socket with { SilencesSpeakers = k })));
            if (socket.Kind == SocketKind.Bluetooth && socket.OtherMakersJoin == Known.NotYet)
                yield return new($"{at}.otherMakersJoin", "Does the set accept headphones of other makers?", YesNo(k => With(look, i, socket with { OtherMakersJoin = k })));
        }

        if (look.Set.SpeakersCanBeOff == Known.NotYet && look.Listeners.Any(l => l.RoomWish == RoomWish.SetSilent))
            yield return new("set.speakersCanBeOff", "Can the set's own speakers be switched off in its menu?", YesNo(k => look with { Set = look.Set with { SpeakersCanBeOff = k } }));
        for (var i = 0; i < look.Listeners.Count; i++)
        {
            var (index, listener) = (i, look.Listeners[i]);
            if (listener.RoomWish == RoomWish.NoWish)
                yield return new($"listeners[{i}].roomWish", $"While {listener.Name} listens, should the room hear too?", [WithListener(listener with { RoomWish = RoomWish.RoomHearsToo }), WithListener(listener with { RoomWish = RoomWish.SetSilent })]);
            if (listener.ClearLine == Known.NotYet)
                yield return new($"listeners[{i}].clearLine", $"Is the line from the set to {listener.Name} clear?", YesNo(k => WithListener(listener with { ClearLine = k })));

            Look WithListener(Listener changed) => look with { Listeners = [.. look.Listeners.Select((l, at) => at == index ? changed : l)] };
        }
    }

    private static Look With(Look look, int index, SourcePort changed) =>
        look with { Set = look.Set with { Sockets = [.. look.Set.Sockets.Select((s, i) => i == index ? changed : s)] } };

    private static IReadOnlyList<Look> YesNo(Func<Known, Look> answer) => [answer(Known.Yes), answer(Known.No)];

    private static (string Effect, double Weight) Effect(List<Score?> scores, string currency)
    {
        var found = scores.OfType<Score>().ToList();
        if (found.Count == 0)
            return ("No rig either way.", 0);
        if (found.Count < scores.Count)
            return ("Decides whether there is a rig at all.", 1000);
        var (served, price, step) = (Span(found, s => s.Served), Span(found, s => (double)s.Price), Span(found, s => s.InStep));
        if (served.High > served.Low)
            return (string.Create(CultureInfo.InvariantCulture, $"{served.Low:0} or {served.High:0} listeners served."), 500 * (served.High - served.Low));
        var boxes = Span(found, s => s.Boxes);
        var parts = new List<string>();
        if (step.High - step.Low >= 0.01)
            parts.Add($"In step {Wording.Percent(step.Low)} or {Wording.Percent(step.High)}");
        if (price.High > price.Low)
            parts.Add($"{Wording.Money((decimal)price.Low, currency)} or {Wording.Money((decimal)price.High, currency)}");
        if (boxes.High > boxes.Low)
            parts.Add(string.Create(CultureInfo.InvariantCulture, $"{boxes.Low:0} or {boxes.High:0} boxes to switch on"));
        return parts.Count == 0 ? ("The best rig stays as good.", 0) : ($"{string.Join(", ", parts)}.", 100 * (step.High - step.Low) + (price.High - price.Low) / 10 + (boxes.High - boxes.Low));
    }

    private static (double Low, double High) Span(List<Score> scores, Func<Score, double> value) => (scores.Min(value), scores.Max(value));
}
