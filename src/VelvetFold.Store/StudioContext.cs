using Microsoft.EntityFrameworkCore;

namespace VelvetFold.Store;

/// <summary>The studio's database.</summary>
public sealed class StudioContext(DbContextOptions<StudioContext> options) : DbContext(options)
{
    public DbSet<KitRow> Kits => Set<KitRow>();

    public DbSet<RevisionRow> Revisions => Set<RevisionRow>();

    public DbSet<GuestRow> Guests => Set<GuestRow>();

    protected override void OnModelCreating(ModelBuilder modelBuilder)
    {
        ArgumentNullException.ThrowIfNull(modelBuilder);
        modelBuilder.Entity<KitRow>(kit =>
        {
            kit.ToTable("Kits");
            kit.HasIndex(k => k.Slug).IsUnique();
            kit.Property(k => k.Slug).HasMaxLength(80);
            kit.Property(k => k.Name).HasMaxLength(120);
            kit.Property(k => k.Revision).IsConcurrencyToken();
        });
        modelBuilder.Entity<RevisionRow>(revision =>
        {
            revision.ToTable("Revisions");
            revision.HasKey(r => new { r.KitId, r.Number });
            revision.HasOne<KitRow>().WithMany(k => k.Revisions).HasForeignKey(r => r.KitId).OnDelete(DeleteBehavior.Cascade);
        });
        modelBuilder.Entity<GuestRow>(guest =>
        {
            guest.ToTable("Guests");
            guest.HasOne<KitRow>().WithMany(k => k.Guests).HasForeignKey(g => g.KitId).OnDelete(DeleteBehavior.Cascade);
            guest.HasIndex(g => new { g.KitId, g.Name }).IsUnique();
            guest.Property(g => g.Name).HasMaxLength(120);
            guest.Property(g => g.Photos).HasDefaultValue("{}");
            guest.Property(g => g.Version).IsConcurrencyToken();
        });
    }
}
