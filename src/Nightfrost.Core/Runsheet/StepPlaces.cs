using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Runsheet;

/// <summary>Where a step is done, in words.</summary>
internal static class StepPlaces
{
    /// <summary>At a box, a speaker or the set, by its name.</summary>
    public static string At(string thing) => Say("place.atThing", ("thing", thing));

    /// <summary>At what somebody listens with.</summary>
    public static string Whose(Listener listener, Device device) => Say("name.whose", ("who", listener.Name), ("what", device.Name));
}
