using CsCheck;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Runsheet;

public class PreparationTests
{
    private static readonly Visit Friday = new(new(2026, 11, 27), new(10, 0));

    private static readonly PowerNeed Charged4h = new(0, false, 10, 4, Known.No, Known.Yes, true);

    private static Rig RigOf(Look look, params Device[] devices) => Router.Rank(new Site(look, Shelf(devices))).Rigs[0].Rig;

    /// <summary>A box with an optical lead in it, and a headset that charges four hours.</summary>
    private static Rig Bought(string? wears = null) => RigOf(
        Look([Optical()], Listener("Edda", wears) with { HoursADay = 2 }),
        Box("box", usbMa: 0) with
        {
            Includes = ["lead-OpticalSquare-OpticalSquare"],
            Firmware = "2.4",
            DeliveryDays = 6,
            Power = new(0, true, 0, 0, Known.No, Known.Yes, false),
        },
        Headset("ear") with { Power = Charged4h, App = "Owner's app" });

    private static IReadOnlyList<PrepareItem> Of(Preparation preparation, PrepareKind kind) => [.. preparation.Items.Where(i => i.Kind == kind)];

    [Theory]
    [InlineData(0.5, "2026-11-27T09:00")]
    [InlineData(3, "2026-11-27T07:00")]
    [InlineData(3.2, "2026-11-26T18:00")]
    [InlineData(14, "2026-11-26T18:00")]
    [InlineData(20, "2026-11-26T14:00")]
    public void A_charge_begins_whole_hours_before_and_the_evening_before_when_it_is_long(double hours, string begins) =>
        Assert.Equal(DateTime.Parse(begins, System.Globalization.CultureInfo.InvariantCulture), LeadTimes.ChargeBegins(hours, Friday));

    [Theory]
    [InlineData(3, 0, "2026-11-23")]
    [InlineData(3, 2, "2026-11-23")]
    [InlineData(3, 4, "2026-11-22")]
    [InlineData(0, 0, "2026-11-26")]
    public void An_order_leaves_a_day_to_check_the_box_before_it_is_charged(int delivery, double chargeHours, string by) =>
        Assert.Equal(DateOnly.Parse(by, System.Globalization.CultureInfo.InvariantCulture), LeadTimes.OrderBy(delivery, chargeHours, Friday));

    [Fact]
    public void A_longer_charge_or_delivery_is_never_begun_later() =>
        Gen.Select(Gen.Double[0, 100], Gen.Double[0, 100], Gen.Int[0, 120], Gen.Int[0, 23]).Sample((a, b, days, hour) =>
        {
            var visit = Friday with { Time = new(hour, 0) };
            var (shorter, longer) = (Math.Min(a, b), Math.Max(a, b));
            return LeadTimes.ChargeBegins(longer, visit) <= LeadTimes.ChargeBegins(shorter, visit)
                && LeadTimes.ChargeBegins(longer, visit).AddHours(longer) <= visit.At
                && LeadTimes.OrderBy(days + 1, longer, visit) < LeadTimes.OrderBy(days, shorter, visit)
                && LeadTimes.OrderBy(days, longer, visit).AddDays(days) < DateOnly.FromDateTime(LeadTimes.ChargeBegins(longer, visit));
        });

    [Fact]
    public void What_is_bought_is_ordered_first_what_takes_longest()
    {
        var preparation = Preparation.For(Bought(), Friday);
        var orders = Of(preparation, PrepareKind.Order);
        Assert.Equal([("box", new DateOnly(2026, 11, 20)), ("ear", new DateOnly(2026, 11, 22))],
            orders.Select(o => (o.Words, DateOnly.FromDateTime(o.By!.Value))));
        Assert.Equal(90, preparation.ToPay);
        Assert.Equal(preparation.ToPay, Parts.Of(Bought()).Sum(p => p.ToPay));
        Assert.All(Of(Preparation.For(Bought(), null), PrepareKind.Order), o => Assert.True(o.By is null && o.LeadTime.Length > 0));
    }

    [Fact]
    public void A_box_is_ordered_in_time_to_charge_what_stands_in_it()
    {
        var rig = RigOf(Look([Optical()], Listener()), Base("base", LinkTechnology.UhfDigital, "H", includes: ["ear"]),
            FamilyHeadset("ear", LinkTechnology.UhfDigital, "H") with { Power = Charged4h });
        Assert.Equal(new DateOnly(2026, 11, 22),
            DateOnly.FromDateTime(Of(Preparation.For(rig, Friday), PrepareKind.Order).Single(o => o.Words == "base").By!.Value));
    }

    [Fact]
    public void What_a_box_lacked_is_ordered_and_its_seller_told()
    {
        var content = Assert.Single(Of(Preparation.For(Bought(), Friday), PrepareKind.Contents));
        Assert.Equal(("box", "contents-box-lead-OpticalSquare-OpticalSquare"), (content.Of, content.Id));
        var again = Preparation.For(Bought(), Friday, new HashSet<string> { content.Id });
        var order = Assert.Single(Of(again, PrepareKind.Order), o => o.Id.StartsWith("order-missing-", StringComparison.Ordinal));
        Assert.Equal((1, 5m, "Missing in the box of the box."), (order.Pieces, order.ToPay, order.Detail));
        Assert.Equal(95, again.ToPay);
        Assert.Contains("lacked:\n- optical lead\n", Preparation.MessageFor("box", ["optical lead"]), StringComparison.Ordinal);
    }

    [Fact]
    public void What_the_rig_does_not_count_on_is_not_ordered_when_it_is_missing()
    {
        var rig = RigOf(Look([Optical()], Listener()), Box("box", usbMa: 0) with { Includes = ["lead-Jack35-Jack35"] }, Headset("ear"));
        var content = Assert.Single(Of(Preparation.For(rig, Friday), PrepareKind.Contents));
        Assert.Contains("Not needed here", content.Detail, StringComparison.Ordinal);
        Assert.DoesNotContain(Preparation.For(rig, Friday, new HashSet<string> { content.Id }).Items,
            i => i.Id.StartsWith("order-missing-", StringComparison.Ordinal));
    }

    [Fact]
    public void What_is_bought_we_charge_and_what_is_owned_its_owner_does()
    {
        var ours = Assert.Single(Of(Preparation.For(Bought(), Friday), PrepareKind.Charge));
        Assert.Equal(("Charge the ear", new DateTime(2026, 11, 26, 18, 0, 0)), (ours.Words, ours.By));
        Assert.Equal("A full charge takes 4 h and lasts about 8 h: 4 days of 2 h here. It does not play while it charges.", ours.Detail);
        Assert.NotEmpty(ours.Caution);
        Assert.Equal("Ask Edda to charge the ear", Assert.Single(Of(Preparation.For(Bought("ear"), Friday), PrepareKind.Charge)).Words);
    }

    [Fact]
    public void Pairing_waits_until_the_charge_was_seen()
    {
        var steps = RunSheet.For(Bought());
        Assert.Equal(["charged-edda-ear"], steps.Single(s => s.Id == "near-edda").Needs);
        Assert.Contains(steps, s => s.Id == "charged-edda-ear");
        Assert.All(steps.SelectMany(s => s.Needs), id => Assert.Contains(steps, s => s.Id == id));
    }

    [Fact]
    public void Updates_apps_and_manuals_are_fetched_beforehand()
    {
        var fetch = Of(Preparation.For(Bought(), null), PrepareKind.Fetch);
        Assert.Equal("Bring the box to firmware 2.4", fetch.Single(i => i.Id == "firmware-box").Words);
        Assert.Equal("Version read back", fetch.Single(i => i.Id == "firmware-box").Note);
        Assert.StartsWith("Owner's app:", fetch.Single(i => i.Id == "app-ear").Words, StringComparison.Ordinal);
        Assert.Equal(["device-box", "device-ear"], fetch.Select(i => i.ManualOf).OfType<string>());
        Assert.Equal("The manual of the box, for reading without a network", fetch.Single(i => i.ManualOf == "device-box").Words);
        Assert.Equal("Look it up; it is not known yet.", fetch.Single(i => i.Id == "menu-path").Detail);
        Assert.Contains(Preparation.For(Bought(), null).Items, i => i.Id == "ask-model");
    }

    [Fact]
    public void A_menu_path_met_elsewhere_is_told_and_one_found_here_stands_above_it()
    {
        IReadOnlyList<MenuPath> elsewhere = [new(MenuOf.Output, "Sound, output"), new(MenuOf.Output, "Audio, digital"), new(MenuOf.Delay, "Sound, sync")];
        Assert.Contains("sound output: Sound, output; or: Audio, digital. sound delay: Sound, sync.", MenuPath(""), StringComparison.Ordinal);
        Assert.StartsWith("Sound output: Settings, sound. On another visit to this model: sound delay: Sound, sync.", MenuPath("Settings, sound"),
            StringComparison.Ordinal);

        string MenuPath(string here)
        {
            var look = Look([Optical()], Listener());
            var rig = RigOf(look with { Set = look.Set with { SoundOutputMenu = here } }, Box("box"), Headset("ear"));
            return Preparation.For(rig, null, null, elsewhere).Items.Single(i => i.Id == "menu-path").Detail;
        }
    }

    [Fact]
    public void An_ear_profile_has_its_appointment_with_consent_before_anything_else()
    {
        var rig = RigOf(Look([Optical()], Listener()), Box("box"), Headset("ear") with { App = "Ebbweir", EarProfileMinutes = 12 });
        var asks = Of(Preparation.For(rig, null), PrepareKind.Ask);
        var consent = asks.Single(i => i.Id == "profile-consent-edda");
        Assert.Contains("privacy terms", consent.Detail, StringComparison.Ordinal);
        Assert.Contains("no hearing test", consent.Caution, StringComparison.Ordinal);
        var time = asks.Single(i => i.Id == "profile-time-edda");
        Assert.Contains("12 minutes", time.Words, StringComparison.Ordinal);
        Assert.All(["good light", "phone is charged", "signed in", "quiet"], words => Assert.Contains(words, time.Detail, StringComparison.Ordinal));
        Assert.DoesNotContain(Preparation.For(Bought(), null).Items, i => i.Id.StartsWith("profile-", StringComparison.Ordinal));
    }

    [Theory]
    [InlineData("LQ 55-8", "set-lq-55-8")]
    [InlineData("  lq 55/8 ", "set-lq-55-8")]
    [InlineData("Vell 43", "set-vell-43")]
    [InlineData("  ", null)]
    public void A_sets_manual_is_found_however_its_label_was_typed(string model, string? about) => Assert.Equal(about, Manuals.OfSet(model));

    [Theory]
    [InlineData("set-lq-55-8", false, true)]
    [InlineData("set-", false, false)]
    [InlineData("set-LQ 55", false, false)]
    [InlineData("device-ear", true, true)]
    [InlineData("device-ear", false, false)]
    [InlineData("somewhere", true, false)]
    public void A_manual_is_kept_only_of_a_device_or_a_set(string about, bool known, bool kept) => Assert.Equal(kept, Manuals.Problem(about, known) is null);

    [Fact]
    public void The_bag_holds_what_is_not_there_and_the_tools_this_rig_asks_for()
    {
        var pack = Of(Preparation.For(Bought("ear"), null), PrepareKind.Pack);
        Assert.DoesNotContain(pack, i => i.Id == "pack-ear");
        var lead = pack.Single(i => i.Ends.Count > 0);
        Assert.Equal([Connector.OpticalSquare, Connector.OpticalSquare], lead.Ends);
        Assert.Contains("caps guard the tips", lead.Detail, StringComparison.Ordinal);
        Assert.Contains("In another part's box", lead.Detail, StringComparison.Ordinal);
        Assert.Contains(pack, i => i.Id == "pack-torch");
        Assert.Contains(pack, i => i.Id == "pack-camera");
        Assert.DoesNotContain(pack, i => i.Id == "pack-ties");
    }

    [Fact]
    public void An_outlet_too_few_is_planned_for()
    {
        var preparation = Preparation.For(Bought(), null);
        Assert.Equal((1, 0), (preparation.OutletsNeeded, preparation.OutletsFree));
        Assert.Contains("One mains outlet is needed at the set; Look names none free.", preparation.Items.Single(i => i.Id == "pack-outlets").Detail,
            StringComparison.Ordinal);
        var look = Bought().Site.Look;
        var rig = RigOf(look with { Set = look.Set with { MainsOutletsFree = 2 } }, [.. Bought().Site.Shelf.Devices.Where(d => d.Id is "box" or "ear")]);
        Assert.DoesNotContain(Preparation.For(rig, null).Items, i => i.Id == "pack-outlets");
    }

    [Fact]
    public void Ids_are_unique_and_stay_when_a_visit_is_planned()
    {
        var (before, after) = (Preparation.For(Bought(), null), Preparation.For(Bought(), Friday));
        Assert.Equal(before.Items.Select(i => i.Id).Order(), after.Items.Select(i => i.Id).Order());
        Assert.Equal(before.Items.Count, before.Items.DistinctBy(i => i.Id).Count());
    }

    [Fact]
    public void A_rig_that_was_kept_knows_what_its_boxes_hold() =>
        Assert.Equal(Preparation.For(Bought(), Friday).Items.Select(i => i.Id),
            Preparation.For(RigPlan.Of(Bought()).Rebuild()!, Friday).Items.Select(i => i.Id));
}
