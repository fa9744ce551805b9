using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Identity.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore;

namespace VelvetFold.Store;

/// <summary>The studio's database, with the people who sign in to it.</summary>
public sealed class StudioContext(DbContextOptions<StudioContext> options) : IdentityUserContext<Person>(options)
{
    public DbSet<WelcomeRow> Welcomes => Set<WelcomeRow>();

    public DbSet<DeedRow> Deeds => Set<DeedRow>();

    public DbSet<SettingsRow> Settings => Set<SettingsRow>();

    public DbSet<KitRow> Kits => Set<KitRow>();

    public DbSet<RevisionRow> Revisions => Set<RevisionRow>();

    public DbSet<GuestRow> Guests => Set<GuestRow>();

    public DbSet<WorkshopRow> Workshops => Set<WorkshopRow>();

    public DbSet<CrossedRow> Crossed => Set<CrossedRow>();

    public DbSet<WorkshopDayRow> WorkshopDays => Set<WorkshopDayRow>();

    public DbSet<WorkshopKitRow> WorkshopKits => Set<WorkshopKitRow>();

    public DbSet<InvitationRow> Invitations => Set<InvitationRow>();

    public DbSet<PictureRow> Pictures => Set<PictureRow>();

    public DbSet<FacePictureRow> FacePictures => Set<FacePictureRow>();

    public DbSet<MovementRow> Movements => Set<MovementRow>();

    public DbSet<ThingRow> Things => Set<ThingRow>();

    public DbSet<KitThingRow> KitThings => Set<KitThingRow>();

    public DbSet<BookingRow> Bookings => Set<BookingRow>();

    public DbSet<SheetsCutRow> SheetsCut => Set<SheetsCutRow>();

    public DbSet<BagRow> Bags => Set<BagRow>();

    public DbSet<SpoiledRow> Spoiled => Set<SpoiledRow>();

    public DbSet<StepTimeRow> StepTimes => Set<StepTimeRow>();

    protected override void OnModelCreating(ModelBuilder builder)
    {
        ArgumentNullException.ThrowIfNull(builder);
        base.OnModelCreating(builder);
        builder.Entity<Person>().ToTable("People");
        builder.Entity<IdentityUserClaim<string>>().ToTable("PeopleClaims");
        builder.Entity<IdentityUserLogin<string>>().ToTable("PeopleLogins");
        builder.Entity<IdentityUserToken<string>>().ToTable("PeopleTokens");
        builder.Entity<IdentityUserPasskey<string>>().ToTable("PeoplePasskeys");
        builder.Entity<WelcomeRow>(welcome =>
        {
            welcome.ToTable("Welcomes");
            welcome.HasIndex(w => w.SecretHash).IsUnique();
            welcome.Property(w => w.SecretHash).HasMaxLength(64);
            welcome.Property(w => w.For).HasMaxLength(120);
            welcome.HasOne<Person>().WithMany().HasForeignKey(w => w.PersonId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<DeedRow>(deed =>
        {
            deed.ToTable("Deeds");
            deed.HasIndex(d => d.LastAt);
            deed.Property(d => d.Who).HasMaxLength(80);
            deed.Property(d => d.What).HasMaxLength(60);
            deed.Property(d => d.On).HasMaxLength(120);
        });
        builder.Entity<SettingsRow>().ToTable("Settings");
        builder.Entity<KitRow>(kit =>
        {
            kit.ToTable("Kits");
            kit.HasIndex(k => k.Slug).IsUnique();
            kit.Property(k => k.Slug).HasMaxLength(80);
            kit.Property(k => k.Name).HasMaxLength(120);
            kit.Property(k => k.Revision).IsConcurrencyToken();
        });
        builder.Entity<RevisionRow>(revision =>
        {
            revision.ToTable("Revisions");
            revision.HasKey(r => new { r.KitId, r.Number });
            revision.HasOne<KitRow>().WithMany(k => k.Revisions).HasForeignKey(r => r.KitId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<GuestRow>(guest =>
        {
            guest.ToTable("Guests");
            guest.HasOne<KitRow>().WithMany(k => k.Guests).HasForeignKey(g => g.KitId).OnDelete(DeleteBehavior.Cascade);
            guest.HasIndex(g => new { g.KitId, g.Name }).IsUnique();
            guest.Property(g => g.Name).HasMaxLength(120);
            guest.Property(g => g.Photos).HasDefaultValue("{}");
            guest.Property(g => g.Words).HasDefaultValue("{}");
            guest.Property(g => g.Version).IsConcurrencyToken();
            guest.Property(g => g.Email).HasMaxLength(254);
            guest.Property(g => g.Needs).HasMaxLength(1000);
            guest.Property(g => g.Seat).HasMaxLength(500);
            guest.HasOne<WorkshopRow>().WithMany().HasForeignKey(g => g.WorkshopId).OnDelete(DeleteBehavior.SetNull);
        });
        builder.Entity<WorkshopRow>(workshop =>
        {
            workshop.ToTable("Workshops");
            workshop.HasIndex(w => w.Slug).IsUnique();
            workshop.Property(w => w.Slug).HasMaxLength(80);
            workshop.Property(w => w.Name).HasMaxLength(120);
            workshop.Property(w => w.Place).HasMaxLength(200);
            workshop.Property(w => w.Version).IsConcurrencyToken();
        });
        builder.Entity<CrossedRow>(crossed =>
        {
            crossed.ToTable("CrossedLayouts");
            crossed.HasKey(c => new { c.KitId, c.Layout });
            crossed.Property(c => c.Layout).HasMaxLength(40);
            crossed.HasOne<KitRow>().WithMany().HasForeignKey(c => c.KitId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<WorkshopDayRow>(day =>
        {
            day.ToTable("WorkshopDays");
            day.HasKey(d => d.WorkshopId);
            day.Property(d => d.Version).IsConcurrencyToken();
            day.HasOne<WorkshopRow>().WithOne().HasForeignKey<WorkshopDayRow>(d => d.WorkshopId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<WorkshopKitRow>(kit =>
        {
            kit.ToTable("WorkshopKits");
            kit.HasKey(k => new { k.WorkshopId, k.KitId });
            kit.HasOne<WorkshopRow>().WithMany(w => w.Kits).HasForeignKey(k => k.WorkshopId).OnDelete(DeleteBehavior.Cascade);
            kit.HasOne<KitRow>().WithMany().HasForeignKey(k => k.KitId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<MovementRow>(movement =>
        {
            movement.ToTable("Movements", t => t.HasCheckConstraint("CK_Movements_Count", "Count <> 0"));
            // All that adding up reads, in its order: no row is looked at.
            movement.HasIndex(m => new
            {
                m.IsPromise,
                m.ThingId,
                m.Item,
                m.Width,
                m.Height,
                m.Face,
                m.Kit,
                m.Count,
            });
            movement.HasIndex(m => new { m.Kit, m.ItemId });
            movement.Property(m => m.Face).HasMaxLength(1);
            movement.HasOne<BookingRow>().WithMany(b => b.Movements).HasForeignKey(m => m.BookingId).OnDelete(DeleteBehavior.Restrict);
            movement.HasOne<ThingRow>().WithMany().HasForeignKey(m => m.ThingId).OnDelete(DeleteBehavior.Restrict);
            movement.Property(m => m.Kit).HasMaxLength(80);
            movement.Property(m => m.Item).HasMaxLength(10);
            movement.Property(m => m.ItemId).HasMaxLength(120);
            movement.Property(m => m.Name).HasMaxLength(120);
            movement.Property(m => m.Reason).HasMaxLength(200);
        });
        builder.Entity<SpoiledRow>(spoiled =>
        {
            spoiled.ToTable("Spoiled");
            spoiled.Property(s => s.Piece).HasMaxLength(40);
            spoiled.Property(s => s.Person).HasMaxLength(120);
            spoiled.Property(s => s.Settled).HasMaxLength(10);
            spoiled.HasIndex(s => new { s.KitId, s.SettledAt });
            spoiled.HasOne<KitRow>().WithMany().HasForeignKey(s => s.KitId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<StepTimeRow>(time =>
        {
            time.ToTable("StepTimes", t => t.HasCheckConstraint("CK_StepTimes_Things", "Things > 0 AND Seconds > 0"));
            time.Property(t => t.Kind).HasMaxLength(20);
            time.HasIndex(t => t.Kind);
            time.HasOne<KitRow>().WithMany().HasForeignKey(t => t.KitId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<ThingRow>(thing =>
        {
            thing.ToTable("Things", t => t.HasCheckConstraint("CK_Things_Kind", "Kind IN ('paper', 'parts')"));
            thing.Property(t => t.Kind).HasMaxLength(10);
            thing.Property(t => t.Name).HasMaxLength(120);
            thing.HasIndex(t => t.Name);
        });
        builder.Entity<FacePictureRow>(picture =>
        {
            picture.ToTable("FacePictures", t => t.HasCheckConstraint("CK_FacePictures_Face", "Face IN ('A', 'B')"));
            picture.HasKey(p => new { p.ThingId, p.Face });
            picture.Property(p => p.Face).HasMaxLength(1);
            picture.HasOne<ThingRow>().WithMany().HasForeignKey(p => p.ThingId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<KitThingRow>(link =>
        {
            link.ToTable("KitThings");
            link.HasKey(l => new
            {
                l.KitId,
                l.Kind,
                l.LocalId,
            });
            link.Property(l => l.Kind).HasMaxLength(10);
            link.Property(l => l.LocalId).HasMaxLength(120);
            link.HasOne<KitRow>().WithMany().HasForeignKey(l => l.KitId).OnDelete(DeleteBehavior.Cascade);
            link.HasOne<ThingRow>().WithMany().HasForeignKey(l => l.ThingId).OnDelete(DeleteBehavior.Restrict);
        });
        builder.Entity<BookingRow>(booking =>
        {
            booking.ToTable("Bookings");
            booking.Property(b => b.Kind).HasMaxLength(20);
            booking.Property(b => b.Kit).HasMaxLength(80);
            booking.Property(b => b.Reason).HasMaxLength(200);
            booking.Property(b => b.Key).HasMaxLength(80);
            booking.Property(b => b.Instance).HasMaxLength(80);
            booking.HasIndex(b => b.Key).IsUnique();
            booking.HasIndex(b => b.TakesBackId).IsUnique();
            booking.HasIndex(b => new { b.KitId, b.Kind });
            booking.HasOne<KitRow>().WithMany().HasForeignKey(b => b.KitId).OnDelete(DeleteBehavior.SetNull);
            booking.HasOne<BookingRow>().WithMany().HasForeignKey(b => b.TakesBackId).OnDelete(DeleteBehavior.Restrict);
        });
        builder.Entity<SheetsCutRow>(sheets =>
        {
            sheets.ToTable("SheetsCut", t => t.HasCheckConstraint("CK_SheetsCut_Count", "Count <> 0"));
            sheets.HasOne<BookingRow>().WithMany(b => b.Sheets).HasForeignKey(s => s.BookingId).OnDelete(DeleteBehavior.Restrict);
            sheets.HasOne<KitRow>().WithMany().HasForeignKey(s => s.KitId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<BagRow>(bag =>
        {
            bag.ToTable("Bags");
            bag.HasIndex(b => new { b.KitId, b.Number }).IsUnique();
            bag.HasIndex(b => new { b.KitId, b.GuestId }).IsUnique();
            bag.Property(b => b.ClosedBy).HasMaxLength(120);
            bag.Property(b => b.Substitutions).HasMaxLength(1000);
            bag.Property(b => b.Version).IsConcurrencyToken();
            bag.HasOne<KitRow>().WithMany().HasForeignKey(b => b.KitId).OnDelete(DeleteBehavior.Cascade);
            bag.HasOne<GuestRow>().WithMany().HasForeignKey(b => b.GuestId).OnDelete(DeleteBehavior.SetNull);
        });
        builder.Entity<InvitationRow>(invitation =>
        {
            invitation.ToTable("Invitations");
            invitation.HasIndex(i => i.SecretHash).IsUnique();
            invitation.Property(i => i.SecretHash).HasMaxLength(64);
            invitation.HasOne<GuestRow>().WithMany(g => g.Invitations).HasForeignKey(i => i.GuestId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<PictureRow>(picture =>
        {
            picture.ToTable("Pictures");
            picture.Property(p => p.Layout).HasMaxLength(8);
            picture.Property(p => p.Name).HasMaxLength(120);
            picture.Property(p => p.Said).HasMaxLength(100);
            picture.HasOne<GuestRow>().WithMany(g => g.Pictures).HasForeignKey(p => p.GuestId).OnDelete(DeleteBehavior.Cascade);
        });
    }
}
