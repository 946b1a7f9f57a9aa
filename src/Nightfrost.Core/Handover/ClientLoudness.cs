using Nightfrost.Core.Acts;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Handover;

/// <summary>What the client turns to make it louder: a control at the ear, else what plays, where that reaches the ear; else nothing.</summary>
internal static class ClientLoudness
{
    /// <summary>True where something at the ear has a control of how loud it is.</summary>
    public static bool IsAtEar(Route route) => !EarRules.LacksVolume(route.AtEar);

    /// <summary>Before anything is put on, where only what plays can be turned; null else, and where somebody else hears by it too.</summary>
    public static ClientLine? Before(Rig rig, Route route) => !IsBySource(route) || rig.Routes.Count(r => SourceOf(r) == SourceOf(route)) > 1 ? null
        : new(Say("client.turnDownBy", ("with", With(route))), new Act.Turn(SourceOf(route), Volume.Down));

    /// <summary>True for what nobody can turn down before it comes to the ear.</summary>
    public static bool MayBeLoud(Rig rig, Route route) => !IsAtEar(route) && Before(rig, route) is null;

    /// <summary>Until it is right; null where nothing is known that could be turned.</summary>
    public static ClientLine? Up(Route route)
    {
        var source = SocketReading.FixedLevel(route.Feed.Socket) == false ? new Act[] { new Act.Turn(SourceOf(route), Volume.Usual) } : [];
        if (IsAtEar(route))
            return new(Say("client.turnUp"), [new Act.Turn(Things.Volume(route.AtEar), Volume.Usual), .. source]);
        return SocketReading.FixedLevel(route.Feed.Socket) switch
        {
            true => null,
            false => new(Say("client.turnUpBy", ("with", With(route))), source),
            null => new(Say("client.turnUpTry", ("control", Control(route)))),
        };
    }

    /// <summary>Before it is put away, so that it is soft when it is next put on; null where nothing at the ear can be turned.</summary>
    public static ClientLine? Down(Route route) =>
        IsAtEar(route) ? new(Say("client.turnDown"), new Act.Turn(Things.Volume(route.AtEar), Volume.Down)) : null;

    /// <summary>Whose control changes what, and what to do when it hurts.</summary>
    public static IEnumerable<string> Words(Rig rig, Route route)
    {
        var worn = route.AtEar.Takes;
        if (worn.OwnVolume || route.AtEar.Receiver.OwnVolume)
            yield return Say("client.ownVolume", ("worn", ClientNames.Of(worn.OwnVolume ? worn : route.AtEar.Receiver)));
        var control = Control(route);
        var usually = route.Feed.Socket.Level == LevelControl.NotYet;
        var values = new[] { ("remote", Wording.Capital(control)), ("control", control), ("usually", usually ? Say("client.usually") : "") };
        var fixedLevel = SocketReading.FixedLevel(route.Feed.Socket);
        if (!IsAtEar(route) && fixedLevel == true)
            yield return Say("client.loudFixed");
        yield return fixedLevel switch
        {
            true when rig.Site.Look.SourceOf(route.Feed.Socket) is not null => Say("client.remoteFixed", values),
            true when rig.Bar is not null => Say("client.remoteFixedBar", values),
            true when rig.Site.SetSilent is not null => Say("client.remoteFixed", values),
            true => Say("client.remoteRoom", values),
            false when !IsAtEar(route) => Say("client.remoteOnly", values),
            false when rig.RoomFeed is not null => Say("client.remoteSpeakers", values),
            false => Say("client.remoteFollows", values),
            _ => Say("client.remoteTry", values),
        };
        yield return Say(IsAtEar(route) || fixedLevel == false ? "client.ifItHurts" : "client.ifItHurtsStop");
    }

    /// <summary>What plays has the control, in the client's words.</summary>
    internal static string Control(Route route) =>
        Say(route.Site.Look.SourceOf(route.Feed.Socket) is { Kind: SourceKind.Computer } ? "client.volumeOf" : "client.remoteOf",
            ("owner", DailySteps.Owner(route)));

    // Nobody may have tried whether its keys reach the socket.
    private static string With(Route route) =>
        Say(route.Feed.Socket.Level == LevelControl.NotYet ? "client.withUsually" : "client.with", ("control", Control(route)));

    private static bool IsBySource(Route route) => !IsAtEar(route) && SocketReading.FixedLevel(route.Feed.Socket) == false;

    private static string SourceOf(Route route) => Things.Source(route.Site.Look, route.Feed.Socket);
}
