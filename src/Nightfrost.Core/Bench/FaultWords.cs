using Nightfrost.Core.Acts;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Bench;

/// <summary>A fault in a short sentence.</summary>
public static class FaultWords
{
    /// <summary>What is wrong, with the names of the things concerned.</summary>
    public static string Of(BenchSite site, Fault fault)
    {
        var lead = site.Leads.Values.FirstOrDefault(l => l.NearEnd == fault.Id || l.FarEnd == fault.Id);
        var other = fault switch
        {
            Fault.HeldBy held => held.RivalId,
            Fault.Forgotten pair => pair.SenderId,
            Fault.BarWoken woken => woken.BoxId,
            _ => null,
        };
        return Wording.Sentence(Say($"fault.{fault.GetType().Name}", ("thing", Name(site, lead?.Id ?? fault.Id)),
            ("at", lead is null ? "" : Listening.At(site, lead.Ends.First(e => e.End == fault.Id).Port)),
            ("other", other is null ? "" : site.NameOf(other))));
    }

    /// <summary>What something is called on the way: a lead by what it joins, as two may be alike.</summary>
    internal static string Name(BenchSite site, string id) => site.Leads.TryGetValue(id, out var lead)
        ? Say("fault.lead", ("from", From(site, lead)), ("to", Listening.At(site, lead.FarPort))) : site.NameOf(id);

    // Out of a socket a lead comes from what that belongs to.
    private static string From(BenchSite site, BenchLead lead) => site.Look.AllSockets().FirstOrDefault(s => Things.Socket(s) == lead.NearPort) is { } socket
        ? site.NameOf(Things.Source(site.Look, socket)) : Listening.At(site, lead.NearPort);
}
