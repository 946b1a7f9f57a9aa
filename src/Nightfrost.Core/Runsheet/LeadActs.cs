using Nightfrost.Core.Acts;
using Nightfrost.Core.Routing;

namespace Nightfrost.Core.Runsheet;

/// <summary>What is done to put a lead in.</summary>
internal static class LeadActs
{
    /// <summary>Caps off, then both ends in; of a device's own lead only the end that is loose.</summary>
    public static IReadOnlyList<Act> In(string leadId, Joint joint, string nearPort, string farPort)
    {
        var (near, far) = (Things.NearEnd(leadId), Things.FarEnd(leadId));
        return
        [
            .. joint.IsOptical ? new Act[] { new Act.Uncap(near), new Act.Uncap(far) } : [],
            new Act.Plug(near, nearPort),
            .. joint.Lead is null ? Array.Empty<Act>() : [new Act.Plug(far, farPort)],
        ];
    }
}
