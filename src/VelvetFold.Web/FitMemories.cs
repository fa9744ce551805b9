using System.Collections.Concurrent;
using System.Security.Cryptography;
using VelvetFold.Core.Fitting;
using VelvetFold.Core.Kits;
using VelvetFold.Formats;

namespace VelvetFold.Web;

/// <summary>What was searched for guests of the kits that were asked for last: a roster is asked guest by guest, each time with the whole
/// document.</summary>
internal sealed class FitMemories
{
    private const int Most = 8;

    private readonly ConcurrentDictionary<string, FitMemory> _documents = [];

    /// <summary>The memory of just this document.</summary>
    public FitMemory Of(Kit kit)
    {
        var key = Convert.ToHexString(SHA256.HashData(KitFile.Write(kit)));
        if (!_documents.ContainsKey(key) && _documents.Count >= Most)
            _documents.Clear();
        return _documents.GetOrAdd(key, _ => new());
    }
}
