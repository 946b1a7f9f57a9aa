namespace Nightfrost.Core.Runsheet;

/// <summary>When the rig is to be set up, in the site's own time.</summary>
/// <param name="On">The day.</param>
/// <param name="Time">The hour.</param>
public sealed record Visit(DateOnly On, TimeOnly Time)
{
    /// <summary>The moment, site's time.</summary>
    public DateTime At => On.ToDateTime(Time);
}

/// <summary>How long things take that must be done before a visit.</summary>
public static class LeadTimes
{
    /// <summary>A charge longer than this is begun the day before, h (starting value).</summary>
    public const double ChargedTheSameDayH = 3;

    /// <summary>Hour of the day before at which a long charge is begun, so that it runs while somebody is awake to see it begin (starting value).</summary>
    public static readonly TimeOnly Evening = new(18, 0);

    /// <summary>Days between a parcel's arrival and the first thing done with it, to check its box (starting value).</summary>
    public const int DaysToCheck = 1;

    /// <summary>
    /// Latest moment a charge must begin so that it is full at the visit: whole hours before; the evening before when it takes more than 3 h.
    /// </summary>
    /// <param name="chargeHours">Hours to a full charge, 0 to 100.</param>
    /// <param name="visit">The visit.</param>
    public static DateTime ChargeBegins(double chargeHours, Visit visit)
    {
        var hours = Math.Ceiling(Guard.InRange(chargeHours, 0, 100));
        var latest = visit.At.AddHours(-hours);
        var evening = visit.On.AddDays(-1).ToDateTime(Evening);
        return hours > ChargedTheSameDayH && evening < latest ? evening : latest;
    }

    /// <summary>Latest day to order: delivery and a day to check the box before it is charged, or before the visit when it needs no charge.</summary>
    /// <param name="deliveryDays">Days from order to door, 0 to 365.</param>
    /// <param name="chargeHours">Hours to a full charge; 0 for none.</param>
    /// <param name="visit">The visit.</param>
    public static DateOnly OrderBy(int deliveryDays, double chargeHours, Visit visit)
    {
        var used = chargeHours > 0 ? DateOnly.FromDateTime(ChargeBegins(chargeHours, visit)) : visit.On;
        return used.AddDays(-DaysToCheck - deliveryDays);
    }
}
