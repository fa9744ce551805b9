using System.Collections.Concurrent;

namespace VelvetFold.Core.Fitting;

/// <summary>
/// Pages of one kit that were searched before, by the kinds of photos that lie on them: guests of a roster bring the same sizes again and
/// again. It belongs to one document of a kit, and is safe to use from several threads.
/// </summary>
public sealed class FitMemory
{
    private const int Most = 8192;

    private readonly ConcurrentDictionary<string, IReadOnlyList<PageFit>> _pages = [];

    /// <summary>The ways to lay photos on a page; searched where they are not known.</summary>
    /// <param name="page">What they depend on beside the kit: the page and the kinds of the photos in the order of their story.</param>
    internal IReadOnlyList<PageFit> Of(string page, Func<IReadOnlyList<PageFit>> search)
    {
        if (_pages.TryGetValue(page, out var known))
            return known;
        if (_pages.Count >= Most)
            _pages.Clear();
        return _pages[page] = search();
    }
}
