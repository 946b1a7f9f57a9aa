using Nightfrost.Core.Routing;

namespace Nightfrost.Core.Runsheet;

/// <summary>Derives the ordered steps of a visit from a rig and its devices' attributes.</summary>
public static class RunSheet
{
    /// <summary>Every step, in order; ids are unique.</summary>
    public static IReadOnlyList<Step> For(Rig rig) =>
    [
        .. BeforeSteps.For(rig),
        .. WireSteps.For(rig),
        .. MenuSteps.For(rig),
        .. PairSteps.For(rig),
        .. ListenSteps.For(rig),
    ];
}
