using CsCheck;
using Nightfrost.Core.Airlink;

namespace Nightfrost.Core.Tests.Airlink;

public class PathLossTests
{
    [Fact]
    public void One_metre_at_2440_MHz_loses_39_7_dB() => Assert.Equal(39.7, PathLoss.IndoorDb(2440, 1, PathLoss.ObstaclesEntered), 0.05);

    [Fact]
    public void Walls_add_up() => Assert.Equal(PathLoss.IndoorDb(2440, 5, 20) + 11, PathLoss.IndoorDb(2440, 5, 20, 3, 8), 1e-9);

    [Fact]
    public void Twenty_dB_of_margin_are_a_factor_5_in_range() =>
        Assert.Equal(20, PathLoss.IndoorDb(2440, 10, PathLoss.ObstaclesUnknown) - PathLoss.IndoorDb(2440, 2, PathLoss.ObstaclesUnknown), 0.5);

    [Fact]
    public void Farther_is_never_better() => Gen.Select(Gen.Double[0, 200], Gen.Double[0, 50]).Sample((m, more) =>
        Assert.True(LinkMargin.Db(4, -90, 2440, m + more) <= LinkMargin.Db(4, -90, 2440, m) + 1e-9));

    [Theory]
    [InlineData(25, "good")]
    [InlineData(20, "good")]
    [InlineData(12, "fair")]
    [InlineData(9.9, "poor")]
    public void A_margin_has_its_word(double db, string word) => Assert.Equal(word, LinkMargin.Word(db));

    [Theory]
    [InlineData(double.NaN, 1, 20, 0)]
    [InlineData(2440, -1, 20, 0)]
    [InlineData(2440, 1, 20, -3)]
    public void What_cannot_be_is_refused(double mhz, double m, double n, double wall) =>
        Assert.Throws<ArgumentOutOfRangeException>(() => PathLoss.IndoorDb(mhz, m, n, wall));
}
