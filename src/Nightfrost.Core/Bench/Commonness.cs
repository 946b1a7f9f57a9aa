namespace Nightfrost.Core.Bench;

/// <summary>How often a fault is met in a home against others (starting values, until records say better).</summary>
internal static class Commonness
{
    /// <summary>A phone that takes what is worn.</summary>
    internal const int OfPhones = 6;

    /// <summary>1 for what is seldom met; 6 for what is met most.</summary>
    public static int Of(Fault fault) => fault switch
    {
        Fault.EmptyCell or Fault.HeldBy => OfPhones,
        Fault.SwitchedOff or Fault.TurnedDown or Fault.OneAidOff or Fault.OnOrdinary or Fault.NotAsked => 5,
        Fault.LockedUp or Fault.OnStandby or Fault.ZoneOff or Fault.LineBlocked or Fault.OutputBack => 4,
        Fault.Paused or Fault.Muted or Fault.NoSupply or Fault.TurnedAway or Fault.OutOfPlace or Fault.TakenOff => 3,
        Fault.PlugOut or Fault.PlugHalfIn or Fault.TooFar or Fault.OtherNetwork or Fault.Forgotten or Fault.FormatBack => 2,
        _ => 1,
    };
}
