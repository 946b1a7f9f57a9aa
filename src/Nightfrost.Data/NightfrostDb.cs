using Microsoft.AspNetCore.DataProtection.EntityFrameworkCore;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Identity.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore;
using Nightfrost.Data.Cases;
using Nightfrost.Data.Documents;
using Nightfrost.Data.Identity;
using Nightfrost.Data.Kit;

namespace Nightfrost.Data;

/// <summary>The database.</summary>
public sealed class NightfrostDb(DbContextOptions<NightfrostDb> options) : IdentityUserContext<Person, Guid>(options), IDataProtectionKeyContext
{
    public DbSet<SiteRow> Sites => Set<SiteRow>();
    public DbSet<CaseRow> Cases => Set<CaseRow>();
    public DbSet<CaseRevision> Revisions => Set<CaseRevision>();
    public DbSet<StepRow> Steps => Set<StepRow>();
    public DbSet<TakeRow> Takes => Set<TakeRow>();
    public DbSet<DeviceRow> Devices => Set<DeviceRow>();
    public DbSet<ManualRow> Manuals => Set<ManualRow>();
    public DbSet<MarkingRow> Markings => Set<MarkingRow>();
    public DbSet<ShelfState> ShelfStates => Set<ShelfState>();
    public DbSet<DoneWrite> DoneWrites => Set<DoneWrite>();

    public DbSet<SessionRow> Sessions => Set<SessionRow>();

    /// <summary>Keys that seal the sign-in cookie, kept with the data so that a restart signs nobody out.</summary>
    public DbSet<DataProtectionKey> DataProtectionKeys => Set<DataProtectionKey>();

    protected override void OnModelCreating(ModelBuilder builder)
    {
        base.OnModelCreating(builder);
        builder.Entity<Person>().ToTable("people");
        builder.Entity<IdentityUserClaim<Guid>>().ToTable("person_claims");
        builder.Entity<IdentityUserLogin<Guid>>().ToTable("person_logins");
        builder.Entity<IdentityUserToken<Guid>>().ToTable("person_tokens");

        builder.Entity<SessionRow>(row =>
        {
            row.ToTable("sessions");
            row.Property(s => s.Id).ValueGeneratedNever();
            row.HasOne<Person>().WithMany().HasForeignKey(s => s.PersonId);
        });

        builder.Entity<SiteRow>(site =>
        {
            site.ToTable("sites");
            site.Property(s => s.Id).ValueGeneratedNever();
            site.Property(s => s.Name).HasMaxLength(120);
            site.HasIndex(s => s.Name).IsUnique();
        });
        builder.Entity<CaseRow>(row =>
        {
            row.ToTable("cases");
            row.Property(c => c.Id).ValueGeneratedNever();
            row.Property(c => c.Title).HasMaxLength(120);
            row.Property(c => c.RowToken).IsConcurrencyToken();
            row.Property(c => c.Look).AsDocument();
            row.Property(c => c.Rig!).AsDocument();
            row.HasIndex(c => c.DeletedAt);
            // The list reads the newest first, the packing list one day.
            row.HasIndex(c => c.ChangedAt).HasFilter("deleted_at is null");
            row.HasIndex(c => c.VisitOn).HasFilter("deleted_at is null");
            row.Property(c => c.SearchWords).HasComputedColumnSql("nightfrost_search_words(look, rig)", stored: true);
            row.HasMany(c => c.Revisions).WithOne().HasForeignKey(r => r.CaseId);
            row.HasMany(c => c.Steps).WithOne().HasForeignKey(s => s.CaseId);
            row.HasMany(c => c.Takes).WithOne().HasForeignKey(t => t.CaseId);
        });
        builder.Entity<CaseRevision>(row =>
        {
            row.ToTable("case_revisions");
            row.HasKey(r => new { r.CaseId, r.Version });
            row.Property(r => r.Look).AsDocument();
        });
        builder.Entity<StepRow>(row =>
        {
            row.ToTable("case_steps");
            row.HasKey(s => new { s.CaseId, s.RigId, s.StepId });
            row.Property(s => s.StepId).HasMaxLength(300);
            row.Property(s => s.Note).HasMaxLength(1000);
            row.Property(s => s.AheadBecause).HasMaxLength(1000);
            row.Property(s => s.Outcome).HasConversion<string>().HasMaxLength(40);
        });
        builder.Entity<TakeRow>(row =>
        {
            row.ToTable("takes");
            row.Property(t => t.Id).ValueGeneratedNever();
            row.Property(t => t.ListenerId).HasMaxLength(64);
            row.Property(t => t.PictureMode).HasConversion<string>().HasMaxLength(40);
            row.HasIndex(t => new { t.CaseId, t.RigId });
        });
        builder.Entity<DeviceRow>(row =>
        {
            row.ToTable("devices");
            row.Property(d => d.Id).HasMaxLength(64);
            row.Property(d => d.Version).IsConcurrencyToken();
            row.Property(d => d.Spec).AsDocument();
        });
        builder.Entity<ManualRow>(row =>
        {
            row.ToTable("manuals");
            row.HasKey(m => m.About);
            row.Property(m => m.About).HasMaxLength(200);
            row.Property(m => m.FileName).HasMaxLength(120);
            row.Property(m => m.ContentType).HasMaxLength(40);
            row.Property(m => m.Version).IsConcurrencyToken();
        });
        builder.Entity<MarkingRow>(row =>
        {
            row.ToTable("marking_words");
            row.HasKey(m => m.Words);
            row.Property(m => m.Words).HasMaxLength(Core.Sites.MarkingGuide.LongestWords);
            row.Property(m => m.Reading).HasConversion<string>().HasMaxLength(40);
        });
        builder.Entity<ShelfState>(row =>
        {
            row.ToTable("shelf_state");
            row.Property(s => s.Id).ValueGeneratedNever();
            row.HasData(new ShelfState { Id = ShelfState.Only, Version = 1 });
        });
        builder.Entity<DoneWrite>(row =>
        {
            row.ToTable("done_writes");
            row.HasKey(d => new { d.Owner, d.Key });
            row.Property(d => d.Key).HasMaxLength(100);
            row.Property(d => d.Owner).HasMaxLength(64);
            row.HasIndex(d => d.At);
        });
    }

    /// <inheritdoc/>
    public override Task<int> SaveChangesAsync(bool acceptAllChangesOnSuccess, CancellationToken cancellationToken = default)
    {
        RowTokens.Raise(ChangeTracker);
        return base.SaveChangesAsync(acceptAllChangesOnSuccess, cancellationToken);
    }

    /// <inheritdoc/>
    public override int SaveChanges(bool acceptAllChangesOnSuccess)
    {
        RowTokens.Raise(ChangeTracker);
        return base.SaveChanges(acceptAllChangesOnSuccess);
    }
}
