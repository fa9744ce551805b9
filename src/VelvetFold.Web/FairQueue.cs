namespace VelvetFold.Web;

/// <summary>
/// A few places, and those who wait for one. Whoever asks waits behind their own questions; a place that falls free goes to the next
/// who asks, in turn, so that twenty questions of one hold nobody else up for longer than one of them takes.
/// </summary>
internal sealed class FairQueue(int places, int mostWaiting)
{
    private readonly Lock _lock = new();
    private readonly Dictionary<string, Queue<Waiting>> _lines = [];

    // Whose turn it is; everybody who waits stands in it once.
    private readonly Queue<string> _turns = new();
    private int _free = places;
    private int _waiting;

    private sealed record Waiting(TaskCompletionSource<bool> Entered);

    /// <summary>Waits for a place.</summary>
    /// <returns>It, to be given back; null where too many wait already.</returns>
    /// <exception cref="OperationCanceledException">Nobody waits for the answer any more.</exception>
    public async Task<IDisposable?> EnterAsync(string asker, CancellationToken cancel)
    {
        cancel.ThrowIfCancellationRequested();
        Waiting own;
        lock (_lock)
        {
            if (_free > 0)
            {
                _free--;
                return new Place(this);
            }
            if (_waiting >= mostWaiting)
                return null;
            own = new(new(TaskCreationOptions.RunContinuationsAsynchronously));
            _waiting++;
            if (!_lines.TryGetValue(asker, out var line))
            {
                _lines[asker] = line = new();
                _turns.Enqueue(asker);
            }
            line.Enqueue(own);
        }
        await using var left = cancel.Register(() =>
        {
            // One who has a place already gives it back like any other.
            if (own.Entered.TrySetCanceled(cancel))
                lock (_lock)
                    _waiting--;
        });
        await own.Entered.Task;
        return new Place(this);
    }

    private void Leave()
    {
        lock (_lock)
        {
            while (_turns.TryDequeue(out var asker))
            {
                var line = _lines[asker];
                var next = line.Dequeue();
                if (line.Count > 0)
                    _turns.Enqueue(asker);
                else
                    _lines.Remove(asker);
                if (!next.Entered.TrySetResult(true))
                    continue; // gone meanwhile
                _waiting--;
                return;
            }
            _free++;
        }
    }

    private sealed class Place(FairQueue of) : IDisposable
    {
        private int _left;

        public void Dispose()
        {
            if (Interlocked.Exchange(ref _left, 1) == 0)
                of.Leave();
        }
    }
}
