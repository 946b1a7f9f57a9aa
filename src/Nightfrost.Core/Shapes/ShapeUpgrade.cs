using System.Text.Json.Nodes;

namespace Nightfrost.Core.Shapes;

/// <summary>The sorts of documents that are kept: in the database, and devices in kit files too.</summary>
public enum DocumentKind
{
    Look,
    Rig,
    Device,
}

/// <summary>
/// Brings documents of one version to the next. Each function is pure, gets a copy it may change, and must bear a document in which members are
/// missing: a kit table may hold two columns only. What it leaves out stays as it is.
/// </summary>
/// <param name="To">Version it leads to.</param>
public sealed record ShapeUpgrade(int To)
{
    private static readonly Func<JsonObject, JsonObject> AsItIs = document => document;

    /// <summary>A look, by itself or inside a rig.</summary>
    public Func<JsonObject, JsonObject> Look { get; init; } = AsItIs;

    /// <summary>A device, by itself, inside a rig or in a kit file.</summary>
    public Func<JsonObject, JsonObject> Device { get; init; } = AsItIs;

    /// <summary>A rig, after the look and the devices inside it.</summary>
    public Func<JsonObject, JsonObject> Rig { get; init; } = AsItIs;

    /// <summary>Columns of a kit table that the version before had and this one has no more, with the type of their cells.</summary>
    public IReadOnlyDictionary<string, Type> FormerColumns { get; init; } = new Dictionary<string, Type>();

    /// <summary>The document in the next version.</summary>
    internal JsonObject Apply(DocumentKind kind, JsonObject document)
    {
        switch (kind)
        {
            case DocumentKind.Look:
                return Look(document);
            case DocumentKind.Device:
                return Device(document);
            default:
                if (document["look"] is JsonObject look)
                    document["look"] = Look((JsonObject)look.DeepClone());
                if (document["devices"] is JsonArray devices)
                    document["devices"] = new JsonArray([.. devices.Select(d => d is JsonObject device ? Device((JsonObject)device.DeepClone())
                        : d?.DeepClone())]);
                return Rig(document);
        }
    }
}

/// <summary>Every change of the kept shapes since the first one.</summary>
public static class ShapeUpgrades
{
    /// <summary>In order, one a version: the first leads to version 2. Never changed once shipped.</summary>
    public static IReadOnlyList<ShapeUpgrade> All { get; } =
    [
        // Version 2: a look says from where a route is good enough, how a lead would run, who allowed what near an implant, which outputs were tried
        // together, what Wi-Fi is not hopped around, whether speakers of other makers may join, and which phones know a headset; a lead says whether its
        // second end is a socket. What is missing is not known; good enough is as before, and a lead has two plugs.
        new(2),

        // Version 3: a planned route names the room's speakers and the power lead it counts on; a look says how a source's programmes come in, whether it
        // brings a picture, whether it is noisy at a seat, and which words beside sockets the workshop knows; a lead may share power. What is missing is
        // none, or not known.
        new(3),

        // Version 4: a look tells sockets that nobody has looked for from those that are not there, says when all were seen, and carries what earlier cases
        // of the site had found out. What is missing is not said.
        new(4),

        // Version 5: a device has controls, gestures, signs and what it does by itself in place of words about its switches, lights and pairing. What cannot
        // be read stays as words of the gesture or sign; what nobody has read is not known.
        new(5) { Device = GesturesFromWords.Device, FormerColumns = GesturesFromWords.FormerColumns },

        // Version 6: whether a device plays while it charges, and whether it finds its partner after a power cut, may be not known yet. Yes and no stay; that
        // it does not play while it charges stood there unless somebody said otherwise, and is not known.
        new(6) { Device = PowerAsRead.Device },

        // Version 7: a device says what its manual has first and how far a sound bar's emitter reaches; its controls may be entries in its app, and its
        // gestures may join two as left and right or choose a broadcast. A look keeps the menu paths found on a set. What is missing is not said.
        new(7),
    ];
}
