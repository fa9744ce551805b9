using System.Runtime.CompilerServices;
using System.Threading.Channels;

namespace VelvetFold.Web;

/// <summary>What happens in a kit while one has it open.</summary>
/// <param name="Others">The names of the others who have it open now; null for one that nobody signed in for.</param>
/// <param name="Revision">The revision that was just saved; none where nobody saved.</param>
/// <param name="By">Who saved it; none where nobody signs in.</param>
internal sealed record KitNews(IReadOnlyList<string?> Others, int? Revision = null, string? By = null);

/// <summary>Who has which kit open, so that each sees the others and their saves as they happen.</summary>
internal sealed class KitRooms : IDisposable
{
    /// <summary>So many wait to be read by one who is slow; older ones are let go, as the newest says all.</summary>
    private const int Waiting = 16;

    private readonly Lock _door = new();
    private readonly Dictionary<string, List<Seat>> _rooms = [];
    private readonly CancellationTokenSource _closing = new();

    private sealed record Seat(string? Name, Channel<KitNews> News);

    /// <summary>Sits down in a kit's room until it is left, and hears what happens there.</summary>
    public async IAsyncEnumerable<KitNews> EnterAsync(string kit, string? name, [EnumeratorCancellation] CancellationToken cancel)
    {
        using var until = CancellationTokenSource.CreateLinkedTokenSource(cancel, _closing.Token);
        var seat = new Seat(
            name,
            Channel.CreateBounded<KitNews>(new BoundedChannelOptions(Waiting) { FullMode = BoundedChannelFullMode.DropOldest })
        );
        Change(kit, room => room.Add(seat));
        try
        {
            while (await NextAsync(seat, until.Token) is { } news)
                yield return news;
        }
        finally
        {
            Change(kit, room => room.Remove(seat));
        }
    }

    /// <summary>Tells all in a kit's room that it was saved.</summary>
    public void Saved(string kit, int revision, string? by)
    {
        lock (_door)
            Tell(kit, revision, by);
    }

    /// <summary>Ends all: the application closes, and waits for nobody who only listens.</summary>
    public void Close() => _closing.Cancel();

    public void Dispose() => _closing.Dispose();

    private static async Task<KitNews?> NextAsync(Seat seat, CancellationToken until)
    {
        try
        {
            return await seat.News.Reader.ReadAsync(until);
        }
        catch (OperationCanceledException)
        {
            return null;
        }
    }

    private void Change(string kit, Action<List<Seat>> how)
    {
        lock (_door)
        {
            if (!_rooms.TryGetValue(kit, out var room))
                _rooms[kit] = room = [];
            how(room);
            if (room.Count == 0)
                _rooms.Remove(kit);
            Tell(kit, null, null);
        }
    }

    private void Tell(string kit, int? revision, string? by)
    {
        foreach (var seat in _rooms.GetValueOrDefault(kit, []))
            seat.News.Writer.TryWrite(new([.. _rooms[kit].Where(s => s != seat).Select(s => s.Name)], revision, by));
    }
}
