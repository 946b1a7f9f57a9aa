using System.Text.Json;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Shapes;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Tests.Shapes;

/// <summary>A change of any one member of a kept document is a change: it is kept, and it is named.</summary>
public class EveryMemberTests
{
    // Ids tie things together and are never edited; a thing of another id is another thing. The other three are the service's own.
    private static readonly string[] NamedOtherwise = ["id", "markings", "knownBefore", "knownPlaces"];

    [Fact]
    public void Of_a_look() => Walk<Look>(DocumentKind.Look, (a, b) => LookChanges.Between(a, b, id => id), least: 110);

    [Fact]
    public void Of_a_device() => Walk<Device>(DocumentKind.Device, KitReading.DeviceChanges, least: 100);

    [Fact]
    public void Of_a_rig_plan() => Walk<RigPlan>(DocumentKind.Rig, RigChanges.Between, least: 230);

    private static void Walk<T>(DocumentKind kind, Func<T, T, IReadOnlyList<string>> changes, int least)
        where T : class
    {
        var before = EveryMember.Full(typeof(T)).Deserialize<T>(Corpus.Json)!;
        Assert.Empty(changes(before, before));
        var walked = 0;
        foreach (var (path, changed) in EveryMember.ChangedOneAtATime(typeof(T)))
        {
            var after = changed.Deserialize<T>(Corpus.Json)!;
            Assert.False(DocumentShapes.AreSame(before, after), $"{path} makes no difference");
            var kept = DocumentShapes.Ours.Read<T>(kind, DocumentShapes.Ours.Write(after));
            Assert.True(DocumentShapes.AreSame(kept, after), $"{path} is not kept");
            if (!path.Split('.').Any(NamedOtherwise.Contains))
                Assert.True(changes(before, after).Count > 0, $"{path} is changed and not named");
            walked++;
        }

        Assert.True(walked >= least, $"only {walked} members were found");
    }
}
