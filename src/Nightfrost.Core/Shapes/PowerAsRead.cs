using System.Text.Json;
using System.Text.Json.Nodes;

namespace Nightfrost.Core.Shapes;

/// <summary>The step to version 6 for a device: what was yes or no about its power is yes, no or not known yet.</summary>
internal static class PowerAsRead
{
    /// <summary>The device in version 6. In a table the cells are words already, and mean what a yes and a no meant.</summary>
    public static JsonObject Device(JsonObject device)
    {
        if (device["power"] is not JsonObject power)
            return device;
        Read(power, "worksWhileCharging", unticked: "notYet");
        Read(power, "pairingSurvivesPowerLoss", unticked: "no");
        return device;
    }

    private static void Read(JsonObject power, string member, string unticked)
    {
        if (power[member] is { } said)
            power[member] = said.GetValueKind() == JsonValueKind.True || said.GetValueKind() == JsonValueKind.String && said.GetValue<string>() == "yes"
                ? "yes" : unticked;
    }
}
