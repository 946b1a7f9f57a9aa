using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using Nightfrost.Core.Tests.Bench;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Runsheet;

/// <summary>An ear profile on the visit: on the phone first, then by the set that lists the headset, then by ear.</summary>
public class ProfileStepsTests
{
    private static List<string> Ids(Rig rig) => [.. RunSheet.For(rig).Select(s => s.Id)];

    private static Device Profiled(bool spatial = true) => Headset("ear") with { App = "Ear", EarProfileMinutes = 10, SpatialRendering = spatial };

    [Fact]
    public void Phone_then_set_then_ear_and_consent_is_ticked()
    {
        var rig = RehearsalTests.All["a neckband with an ear profile"]();
        var ids = Ids(rig);
        int[] at = [.. new[] { "phone-aune", "restore-rivals", "profile-phone-aune", "profile-set-aune", "level-aune", "profile-heard-aune", "lips-aune" }
            .Select(id => ids.IndexOf(id))];
        Assert.All(at, i => Assert.True(i >= 0));
        Assert.Equal(at.Order(), at);
        var made = RunSheet.For(rig).Single(s => s.Id == "profile-phone-aune");
        Assert.Contains("Aune has agreed in writing", made.Ticks);
        Assert.Contains("15 min", made.Detail, StringComparison.Ordinal);
        Assert.Contains("no aid's prescription is touched", made.Caution, StringComparison.Ordinal);
    }

    [Fact]
    public void The_set_fetches_a_profile_only_for_what_it_is_joined_to_and_may_list()
    {
        Rig Plan(SourcePort socket, Device ear, Known listed, params Device[] more)
        {
            var look = Look([socket], Listener("Edda", "ear") with { OpenToAnother = false });
            return RehearsalTests.Best(look with { Set = look.Set with { SpatialListed = listed } }, [ear, .. more]);
        }

        Assert.Contains("profile-set-edda", Ids(Plan(Bluetooth(), Profiled(), Known.Yes)));
        Assert.Contains("profile-set-edda", Ids(Plan(Bluetooth(), Profiled(), Known.NotYet)));
        Assert.DoesNotContain("profile-set-edda", Ids(Plan(Bluetooth(), Profiled(), Known.No)));
        Assert.DoesNotContain("profile-set-edda", Ids(Plan(Bluetooth(), Profiled(spatial: false), Known.Yes)));
        var byBox = Ids(Plan(Optical(), Profiled(), Known.Yes, Box("box")));
        Assert.DoesNotContain("profile-set-edda", byBox);
        Assert.Contains("profile-phone-edda", byBox);
        Assert.Contains("profile-heard-edda", byBox);
        Assert.DoesNotContain(Ids(Plan(Bluetooth(), Headset("ear"), Known.Yes)), id => id.StartsWith("profile-", StringComparison.Ordinal));
    }
}
