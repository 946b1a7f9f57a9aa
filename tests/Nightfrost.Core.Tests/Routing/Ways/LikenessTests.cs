using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing.Ways;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing.Ways;

/// <summary>What planning sees tells ends apart; what it does not see, and the order where that does not count, leaves them alike.</summary>
public class LikenessTests
{
    private static readonly AirLink Link =
        new()
        {
            Technology = LinkTechnology.BluetoothClassic,
            Transmits = true,
            Codecs = [Swift, Sbc],
            Family = "K",
            Generations = [1, 2],
            Delay = new(10, 20, 30, true)
        };

    public static TheoryData<int> Changes => [.. Enumerable.Range(0, All.Length)];

    private static readonly AirLink[] All =
    [
        Link with { Technology = LinkTechnology.LeAudioUnicast }, Link with { Transmits = false }, Link with { Codecs = [Sbc, Swift] },
        Link with { Codecs = [Swift] }, Link with { CodecsWithSeveral = [Sbc] },
        Link with { Codecs = [Swift with { Mark = "Fleet" }, Sbc] }, Link with { ListenersAtOnce = 2 }, Link with { Family = "L" },
        Link with { Generations = [1] }, Link with { TransmitDbm = 4 }, Link with { SensitivityDbm = -85 },
        Link with { OnAxisRangeM = 8 }, Link with { HalfPowerDeg = 45 }, Link with { Lc3RatesKHz = [48] }, Link with { ThreeMegabit = true },
        Link with { BandLowMHz = 863 }, Link with { BandHighMHz = 865 },
        Link with { Delay = null }, Link with { RefusesHeadphones = true }, Link with { RefusesSpeakers = true }, Link with { Delay = new(10, 20, 31, true) },
        Link with { Delay = new(10, 20, 30, false) },
    ];

    [Theory]
    [MemberData(nameof(Changes))]
    public void Whatever_planning_sees_tells_two_ends_apart(int change) => Assert.NotEqual(Likeness.KeyOf(Link), Likeness.KeyOf(All[change]));

    [Fact]
    public void What_it_does_not_see_leaves_them_alike()
    {
        Assert.Equal(Likeness.KeyOf(Link), Likeness.KeyOf(Link with { Remembers = 8, SelectsDestination = true, Encrypts = true, Family = "k" }));
        Assert.NotEqual(Likeness.KeyOf(Link), Likeness.KeyOf(Link with { Codecs = [Sbc, Swift] }));
    }

    [Fact]
    public void The_order_of_a_taking_ends_codecs_is_not_its_business()
    {
        var takes = Link with { Transmits = false };
        Assert.Equal(Likeness.KeyOf(takes), Likeness.KeyOf(takes with { Codecs = [Sbc, Swift], ListenersAtOnce = 4, TransmitDbm = 9 }));
        Assert.NotEqual(Likeness.KeyOf(takes), Likeness.KeyOf(takes with { Codecs = [Sbc] }));
    }
}
