using Microsoft.EntityFrameworkCore;

namespace VelvetFold.Store;

/// <summary>Keeps the pictures guests have given.</summary>
public sealed class Pictures(StudioContext context)
{
    /// <summary>The most pictures one guest may give.</summary>
    public const int MostOfAGuest = 60;

    /// <summary>Adds a picture to a guest's.</summary>
    /// <returns>It; null where they have given as many as they may.</returns>
    public async Task<PictureRow?> AddAsync(PictureRow picture, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(picture);
        if (await context.Pictures.CountAsync(p => p.GuestId == picture.GuestId, cancel) >= MostOfAGuest)
            return null;
        context.Pictures.Add(picture);
        await context.SaveChangesAsync(cancel);
        return picture;
    }

    /// <summary>How much all guests' pictures take, in bytes.</summary>
    public async Task<long> BytesAsync(CancellationToken cancel) => await context.Pictures.SumAsync(p => (long)p.Small.Length, cancel);

    /// <summary>A guest's picture; null where they have none of that id.</summary>
    public async Task<PictureRow?> FindAsync(int guest, int id, CancellationToken cancel) =>
        await context.Pictures.SingleOrDefaultAsync(p => p.GuestId == guest && p.Id == id, cancel);

    /// <summary>Keeps what is said of a picture.</summary>
    /// <returns>Whether it still said what the picture's row does; else nothing is changed.</returns>
    public async Task<bool> SayAsync(PictureRow picture, string said, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(picture);
        if (await Seen(picture).ExecuteUpdateAsync(set => set.SetProperty(p => p.Said, said), cancel) != 1)
            return false;
        picture.Said = said;
        return true;
    }

    /// <summary>Removes a guest's picture.</summary>
    /// <returns>Whether it was there and still said what the picture's row does.</returns>
    public async Task<bool> RemoveAsync(PictureRow picture, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(picture);
        return await Seen(picture).ExecuteDeleteAsync(cancel) == 1;
    }

    private IQueryable<PictureRow> Seen(PictureRow picture) =>
        context.Pictures.Where(p => p.Id == picture.Id && p.GuestId == picture.GuestId && p.Said == picture.Said);
}
