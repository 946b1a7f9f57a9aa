using Nightfrost.Core.Routing;

namespace Nightfrost.Core.Runsheet;

/// <summary>Derives the ordered steps of a visit from a rig and its devices' attributes.</summary>
public static class RunSheet
{
    /// <summary>Every step, in a lawful order; ids are unique.</summary>
    public static IReadOnlyList<Step> For(Rig rig) => StepSort.Lawful(rig, Drafted(rig));

    /// <summary>Every step, part by part, in the order one would like.</summary>
    internal static IReadOnlyList<Step> Drafted(Rig rig) =>
    [
        .. BeforeSteps.For(rig),
        .. WireSteps.For(rig),
        .. MenuSteps.For(rig),
        .. PairSteps.For(rig),
        .. ListenSteps.For(rig),
    ];
}
