using System.Text.Json.Nodes;
using Nightfrost.Core.Shapes;

namespace Nightfrost.Core.Tests.Shapes;

/// <summary>What was yes or no about a device's power, once it may be not known yet.</summary>
public class PowerAsReadTests
{
    [Theory]
    [InlineData("{\"power\":{\"worksWhileCharging\":true,\"pairingSurvivesPowerLoss\":true}}", "yes", "yes")]
    [InlineData("{\"power\":{\"worksWhileCharging\":false,\"pairingSurvivesPowerLoss\":false}}", "notYet", "no")]
    [InlineData("{\"power\":{\"worksWhileCharging\":\"no\",\"pairingSurvivesPowerLoss\":\"yes\"}}", "notYet", "yes")]
    [InlineData("{\"power\":{\"worksWhileCharging\":\"yes\"}}", "yes", null)]
    [InlineData("{\"name\":\"a lead\"}", null, null)]
    public void Yes_and_no_stay_and_an_unticked_charging_lead_is_not_known(string device, string? charging, string? memory)
    {
        var power = PowerAsRead.Device(JsonNode.Parse(device)!.AsObject())["power"];
        Assert.Equal((charging, memory), (power?["worksWhileCharging"]?.GetValue<string>(), power?["pairingSurvivesPowerLoss"]?.GetValue<string>()));
    }
}
