namespace Nightfrost.Core.Routing;

/// <summary>
/// What a part asks of people and of neatness, as one number that adds up over a rig and compares place by place: things to switch on each time, then boxes
/// between socket and ear, then analogue leads.
/// </summary>
internal static class Effort
{
    private const int Places = 7;
    private const int Most = (1 << Places) - 1;

    /// <summary>The number.</summary>
    /// <param name="toSwitchOn">Things to switch on each time, 0 and up.</param>
    /// <param name="boxes">Adapters, transmitters and relays, 0 to 127 over a whole rig.</param>
    /// <param name="analogueLeads">Leads that carry an analogue signal, 0 to 127 over a whole rig.</param>
    public static int Of(int toSwitchOn, int boxes, int analogueLeads) =>
        toSwitchOn << 2 * Places | Math.Min(boxes, Most) << Places | Math.Min(analogueLeads, Most);

    /// <summary>Things to switch on.</summary>
    public static int ToSwitchOn(int effort) => effort >> 2 * Places;

    /// <summary>Boxes and analogue leads, which only tell apart what is equal on every criterion.</summary>
    public static int Neatness(int effort) => effort & ((1 << 2 * Places) - 1);
}
