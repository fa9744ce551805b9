using VelvetFold.Core.Wording;

namespace VelvetFold.Store;

/// <summary>One program at a time has a studio's folder open; the lock ends with the process, however that ends.</summary>
public static class StudioLock
{
    /// <summary>Takes it.</summary>
    /// <exception cref="StudioException">Another program has it.</exception>
    public static IDisposable Take(string folder)
    {
        try
        {
            return new FileStream(Path.Combine(folder, "studio.open"), FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.None);
        }
        catch (IOException)
        {
            throw new StudioException(Saying.Of("problem.studio-open-elsewhere", ("folder", folder)));
        }
    }
}
