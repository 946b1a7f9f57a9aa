using Microsoft.EntityFrameworkCore;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using Nightfrost.Data.Cases;
using Nightfrost.Data.Kit;

namespace Nightfrost.Data.Demo;

/// <summary>Loads the made-up kit and cases once.</summary>
public static class DemoData
{
    /// <summary>Name that signs in to the demo.</summary>
    public const string SignInName = "specialist";

    /// <summary>Its password; the demo's data is made up and served on this machine only.</summary>
    public const string Password = "quayside-lamp-7";

    /// <summary>Puts the kit on an empty shelf.</summary>
    public static async Task LoadKit(NightfrostDb db, CancellationToken cancel)
    {
        if (await db.Devices.AnyAsync(cancel))
            return;
        db.Devices.AddRange(DemoKit.All.Select(d => new DeviceRow { Id = d.Id, Spec = d }));
        await db.SaveChangesAsync(cancel);
    }

    /// <summary>Opens the demo cases when there is none.</summary>
    public static async Task LoadCases(NightfrostDb db, TimeProvider clock, CancellationToken cancel)
    {
        if (await db.Cases.AnyAsync(cancel))
            return;
        var now = clock.GetUtcNow();
        var lounge = new SiteRow { Id = Guid.CreateVersion7(), Name = "Gull Quay almshouse, residents' lounge" };
        var flat = new SiteRow { Id = Guid.CreateVersion7(), Name = "Gull Quay almshouse, flat 3" };
        var bunks = new SiteRow { Id = Guid.CreateVersion7(), Name = "Orle boatyard, bunkroom" };

        var spring = Open(flat, "Wired headset, spring", DemoCases.FlatThreeSpring, now.AddDays(-210));
        Choose(spring, now.AddDays(-209), doneSteps: int.MaxValue);
        spring.HandedOverAt = now.AddDays(-209);
        // Begun from what the spring case had found out.
        var known = SiteMemory.Begin([(DemoCases.FlatThreeSpring, DateOnly.FromDateTime(now.AddDays(-210).Date))]);
        var aids = Open(flat, "Aids, and a companion in the room",
            DemoCases.FlatThree with { KnownPlaces = known.KnownPlaces, KnownBefore = SiteMemory.StillSo(known, DemoCases.FlatThree) }, now.AddDays(-9));
        Choose(aids, now.AddDays(-8), doneSteps: int.MaxValue);
        Film(aids, "maud", now.AddDays(-7), [5, 4, 5]);
        var both = Open(lounge, "Two headsets beside the sound bar", DemoCases.Lounge, now.AddDays(-2));
        Choose(both, now.AddDays(-1), doneSteps: 9);
        Film(both, "edda", now.AddHours(-20), [8, 9, 8]);
        var silent = Open(bunks, "Silent bunks, one walks to the galley", DemoCases.Bunkroom, now.AddHours(-5));

        var kitchenette = Open(new SiteRow { Id = Guid.CreateVersion7(), Name = "Gull Quay almshouse, flat 5" }, "Two sources, and a walk to the kitchenette",
            DemoCases.FlatFive, now.AddHours(-3));
        var zone = Open(new SiteRow { Id = Guid.CreateVersion7(), Name = "Gull Quay almshouse, reading room" }, "An AV receiver and its second zone",
            DemoCases.ReadingRoom, now.AddHours(-4));
        var radios = Open(new SiteRow { Id = Guid.CreateVersion7(), Name = "Gull Quay almshouse, flat 2" }, "Two UHF sets on one band", DemoCases.FlatTwo,
            now.AddHours(-6));

        kitchenette.VisitOn = DateOnly.FromDateTime(now.Date).AddDays(5);
        kitchenette.VisitTime = new TimeOnly(14, 0);
        Choose(kitchenette, now.AddHours(-3), doneSteps: 0);

        db.Cases.AddRange(spring, aids, both, silent, kitchenette, zone, radios);
        await db.SaveChangesAsync(cancel);
    }

    private static CaseRow Open(SiteRow site, string title, Look look, DateTimeOffset at)
    {
        var row = new CaseRow { Id = Guid.CreateVersion7(), Site = site, Title = title, Look = look, CreatedAt = at, ChangedAt = at };
        row.Revisions.Add(new CaseRevision { CaseId = row.Id, Version = row.LookVersion, Look = look, SavedAt = at });
        return row;
    }

    private static void Choose(CaseRow row, DateTimeOffset at, int doneSteps)
    {
        var rig = Router.Rank(new Site(row.Look.Value, new Shelf(DemoKit.All))).Rigs[0].Rig;
        (row.Rig, row.RigId, row.RigChosenAt, row.ChangedAt) = (RigPlan.Of(rig), Guid.CreateVersion7(), at, at);
        row.VisitOn ??= DateOnly.FromDateTime(at.Date).AddDays(1);
        foreach (var item in doneSteps > 0 ? Preparation.For(rig, null).Items : [])
            row.Steps.Add(new StepRow { CaseId = row.Id, RigId = row.RigId.Value, StepId = item.Id, Outcome = StepOutcome.AsExpected, At = at });
        foreach (var step in RunSheet.For(rig).Take(doneSteps))
            row.Steps.Add(new StepRow
            {
                CaseId = row.Id,
                RigId = row.RigId.Value,
                StepId = step.Id,
                Outcome = StepOutcome.AsExpected,
                Note = step.Note == MenuSteps.ValueFound ? "TV speakers" : "",
                At = at
            });
    }

    // Filmed at 240 frames a second for the lounge, at 60 for the flat.
    private static void Film(CaseRow row, string listenerId, DateTimeOffset at, double[] frames)
    {
        foreach (var (count, i) in frames.Select((f, i) => (f, i)))
            row.Takes.Add(new TakeRow
            {
                Id = Guid.CreateVersion7(),
                CaseId = row.Id,
                RigId = row.RigId!.Value,
                ListenerId = listenerId,
                FramesPerSecond = frames.Max() > 7 ? 240 : 60,
                Frames = count,
                At = at.AddMinutes(i)
            });
        row.ChangedAt = at;
    }
}
