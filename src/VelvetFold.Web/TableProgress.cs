namespace VelvetFold.Web;

/// <summary>How far somebody at a table is.</summary>
internal sealed record TableStands(string Kit, string Person, int Step, int Done, int Of, DateTimeOffset At);

/// <summary>How far the tables are, as their benches tell it. Kept in memory only: it is of use on the day, and every next step tells it
/// again.</summary>
internal sealed class TableProgress(TimeProvider clock)
{
    /// <summary>The newest so many are kept.</summary>
    private const int Most = 500;

    private static readonly TimeSpan Lasts = TimeSpan.FromHours(12);

    private readonly Lock _door = new();
    private readonly Dictionary<(string, string), TableStands> _stands = [];

    /// <summary>Keeps how far one is.</summary>
    public void Tell(string kit, string person, int step, int done, int of)
    {
        lock (_door)
        {
            _stands[(kit, person.ToUpperInvariant())] = new(kit, person, step, done, of, clock.GetUtcNow());
            foreach (var old in _stands.OrderByDescending(s => s.Value.At).Skip(Most).Select(s => s.Key).ToList())
                _stands.Remove(old);
        }
    }

    /// <summary>How far those of some kits are, by name.</summary>
    public IReadOnlyList<TableStands> Of(IReadOnlyCollection<string> kits)
    {
        lock (_door)
            return
            [
                .. _stands
                    .Values.Where(s => kits.Contains(s.Kit) && clock.GetUtcNow() - s.At < Lasts)
                    .OrderBy(s => s.Person, StringComparer.OrdinalIgnoreCase),
            ];
    }

    /// <summary>Forgets what somebody of a kit told.</summary>
    public void Forget(string person)
    {
        lock (_door)
            foreach (var own in _stands.Keys.Where(k => k.Item2.Equals(person, StringComparison.OrdinalIgnoreCase)).ToList())
                _stands.Remove(own);
    }
}
