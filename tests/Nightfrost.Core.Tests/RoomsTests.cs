using Nightfrost.Core.Routing;

namespace Nightfrost.Core.Tests;

/// <summary>Namespaces of the core look one way: what is nearer to the trade's things knows nothing of what is built on it.</summary>
public class RoomsTests
{
    // Each with what it may look into, beside itself.
    private static readonly Dictionary<string, string[]> Rooms = new()
    {
        [""] = [],
        ["Shapes"] = [""],
        ["Kit"] = ["", "Shapes"],
        ["Sites"] = ["", "Kit"],
        ["Airlink"] = ["", "Kit", "Sites"],
        ["Timing"] = ["", "Kit", "Sites"],
        ["Power"] = ["", "Kit", "Sites"],
        ["Loudness"] = ["", "Kit", "Sites"],
        ["Routing"] = ["", "Kit", "Sites", "Airlink", "Timing", "Power", "Loudness"],
        ["Routing.Rules"] = ["", "Kit", "Sites", "Airlink", "Timing", "Power", "Loudness", "Routing"],
        ["Routing.Ways"] = ["", "Kit", "Sites", "Airlink", "Timing", "Power", "Routing", "Routing.Rules"],
        ["Routing.Search"] = ["", "Kit", "Sites", "Power", "Routing", "Routing.Ways"],
        ["Routing.Answers"] = ["", "Kit", "Sites", "Airlink", "Timing", "Power", "Routing", "Routing.Rules", "Routing.Ways", "Routing.Search"],
        ["Line"] = ["", "Kit", "Sites", "Airlink", "Timing", "Power", "Routing", "Routing.Rules", "Routing.Answers"],
        ["Acts"] = ["", "Kit", "Sites", "Routing"],
        ["Runsheet"] = ["", "Kit", "Sites", "Airlink", "Timing", "Power", "Loudness", "Routing", "Routing.Rules", "Line", "Acts"],
        ["Bench"] = ["", "Kit", "Sites", "Airlink", "Timing", "Power", "Loudness", "Routing", "Routing.Answers", "Line", "Acts", "Runsheet", "Handover"],
        ["Handover"] = ["", "Kit", "Sites", "Airlink", "Timing", "Power", "Routing", "Routing.Rules", "Line", "Acts", "Runsheet"],
    };

    [Fact]
    public void No_room_looks_back() => Assert.Empty(new RoomReader("Nightfrost.Core", Rooms).Faults(typeof(Route).Assembly.Location));
}
