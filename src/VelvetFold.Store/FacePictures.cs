using Microsoft.EntityFrameworkCore;
using VelvetFold.Core.Stock;

namespace VelvetFold.Store;

/// <summary>A picture that is kept of a face of one of a kit's papers.</summary>
/// <param name="Paper">What the kit calls the paper.</param>
/// <param name="Shown">Whether it is shown in place of the drawn print.</param>
public sealed record KeptFacePicture(string Paper, SheetFace Face, bool Shown, int Version);

/// <summary>Keeps pictures of the faces of the studio's papers: once for a paper, whichever kits use it.</summary>
public sealed class FacePictures(StudioContext context)
{
    /// <summary>Those of the papers of a kit.</summary>
    public async Task<IReadOnlyList<KeptFacePicture>> OfKitAsync(int kit, CancellationToken cancel) =>
        await context
            .KitThings.AsNoTracking()
            .Where(l => l.KitId == kit && l.Kind == ThingRow.Paper)
            .Join(
                context.FacePictures,
                l => l.ThingId,
                p => p.ThingId,
                (l, p) => new KeptFacePicture(l.LocalId, p.Face == "B" ? SheetFace.B : SheetFace.A, p.Shown, p.Version)
            )
            .ToListAsync(cancel);

    /// <summary>Those of the papers of a kit with what they show, as JPEGs; by paper and face.</summary>
    public async Task<IReadOnlyList<(KeptFacePicture Kept, byte[] Jpeg)>> WithBytesAsync(int kit, CancellationToken cancel)
    {
        var all = new List<(KeptFacePicture, byte[])>();
        foreach (var kept in (await OfKitAsync(kit, cancel)).OrderBy(k => k.Paper, StringComparer.Ordinal).ThenBy(k => k.Face))
            if (await FindAsync(kit, kept.Paper, kept.Face, cancel) is { } small)
                all.Add((kept, small));
        return all;
    }

    /// <summary>The picture of a face as a JPEG; null where none is kept.</summary>
    public async Task<byte[]?> FindAsync(int kit, string paper, SheetFace face, CancellationToken cancel) =>
        await Of(kit, paper, face).AsNoTracking().Select(p => p.Small).SingleOrDefaultAsync(cancel);

    /// <summary>Keeps a picture of a face in place of the one before, and shows it.</summary>
    /// <param name="small">As a JPEG.</param>
    /// <returns>Whether the studio knows the paper: a kit's papers are the studio's once the kit is saved.</returns>
    public async Task<bool> KeepAsync(int kit, string paper, SheetFace face, byte[] small, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(small);
        if (await ThingsOf(kit, paper).Select(id => (int?)id).SingleOrDefaultAsync(cancel) is not { } thing)
            return false;
        if (await Of(kit, paper, face).SingleOrDefaultAsync(cancel) is not { } row)
            context.FacePictures.Add(
                new()
                {
                    ThingId = thing,
                    Face = face.ToString(),
                    Small = small,
                    Shown = true,
                }
            );
        else
            (row.Small, row.Shown, row.Version) = (small, true, row.Version + 1);
        await context.SaveChangesAsync(cancel);
        return true;
    }

    /// <summary>Says whether a picture is shown in place of the drawn print.</summary>
    /// <returns>Whether one is kept.</returns>
    public async Task<bool> ShowAsync(int kit, string paper, SheetFace face, bool shown, CancellationToken cancel) =>
        await Of(kit, paper, face)
            .ExecuteUpdateAsync(set => set.SetProperty(p => p.Shown, shown).SetProperty(p => p.Version, p => p.Version + 1), cancel) == 1;

    /// <summary>Erases a picture.</summary>
    /// <returns>Whether one was kept.</returns>
    public async Task<bool> RemoveAsync(int kit, string paper, SheetFace face, CancellationToken cancel) =>
        await Of(kit, paper, face).ExecuteDeleteAsync(cancel) == 1;

    private IQueryable<int> ThingsOf(int kit, string paper) =>
        context.KitThings.Where(l => l.KitId == kit && l.Kind == ThingRow.Paper && l.LocalId == paper).Select(l => l.ThingId);

    private IQueryable<FacePictureRow> Of(int kit, string paper, SheetFace face)
    {
        var named = face.ToString();
        return context.FacePictures.Where(p => p.Face == named && ThingsOf(kit, paper).Contains(p.ThingId));
    }
}
