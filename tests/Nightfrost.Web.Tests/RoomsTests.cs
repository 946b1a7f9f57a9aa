using Nightfrost.Core.Tests;
using Nightfrost.Data;

namespace Nightfrost.Web.Tests;

/// <summary>Namespaces of the service and of what it keeps look one way too.</summary>
public class RoomsTests
{
    // Endpoints of one stage know nothing of another stage's.
    private static readonly Dictionary<string, string[]> Service = new()
    {
        [""] = ["Hosting", "Session", "Kit", "Cases", "Sites", "Routing", "Runsheet", "Timing", "Handover", "Bench"],
        ["Hosting"] = [],
        ["Session"] = ["Hosting"],
        ["Kit"] = ["Hosting"],
        ["Cases"] = ["Hosting", "Kit"],
        ["Sites"] = ["Hosting", "Cases"],
        ["Routing"] = ["Hosting", "Cases"],
        ["Runsheet"] = ["Hosting", "Cases"],
        ["Timing"] = ["Hosting", "Cases"],
        ["Handover"] = ["Hosting", "Cases"],
        ["Bench"] = ["Hosting", "Cases"],
    };

    private static readonly Dictionary<string, string[]> Kept = new()
    {
        ["Documents"] = [],
        ["Identity"] = [],
        ["Kit"] = ["Documents"],
        ["Cases"] = ["Documents"],
        [""] = ["Documents", "Identity", "Kit", "Cases"],
        ["Demo"] = ["", "Documents", "Kit", "Cases"],
        ["Migrations"] = [""],
    };

    [Fact]
    public void No_room_of_the_service_looks_back() => Assert.Empty(new RoomReader("Nightfrost.Web", Service).Faults(typeof(Program).Assembly.Location));

    [Fact]
    public void No_room_of_what_is_kept_looks_back() => Assert.Empty(new RoomReader("Nightfrost.Data", Kept).Faults(typeof(NightfrostDb).Assembly.Location));
}
