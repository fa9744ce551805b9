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

    /// <summary>A guest's picture; null where they have none of that id.</summary>
    public async Task<PictureRow?> FindAsync(int guest, int id, CancellationToken cancel) =>
        await context.Pictures.SingleOrDefaultAsync(p => p.GuestId == guest && p.Id == id, cancel);

    /// <summary>Keeps what is said of a picture.</summary>
    public async Task SayAsync(PictureRow picture, string said, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(picture);
        picture.Said = said;
        await context.SaveChangesAsync(cancel);
    }

    /// <summary>Removes a guest's picture.</summary>
    /// <returns>Whether there was one.</returns>
    public async Task<bool> RemoveAsync(int guest, int id, CancellationToken cancel) =>
        await context.Pictures.Where(p => p.GuestId == guest && p.Id == id).ExecuteDeleteAsync(cancel) == 1;
}
