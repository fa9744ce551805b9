namespace VelvetFold.Web.Tests;

/// <summary>Who comes in next.</summary>
public sealed class FairQueueTests
{
    [Fact]
    public async Task Those_who_wait_come_in_by_turns_and_each_in_their_own_order()
    {
        var queue = new FairQueue(1, 10);
        var place = await queue.EnterAsync("first", default);
        var entered = new List<string>();
        async Task Ask(string asker, string what)
        {
            using var own = await queue.EnterAsync(asker, default);
            entered.Add(what);
        }
        var all = Task.WhenAll(Ask("Ida", "Ida 1"), Ask("Ida", "Ida 2"), Ask("Ida", "Ida 3"), Ask("Mara", "Mara 1"), Ask("Tam", "Tam 1"));
        place!.Dispose();
        await all;
        Assert.Equal(["Ida 1", "Mara 1", "Tam 1", "Ida 2", "Ida 3"], entered);
    }

    [Fact]
    public async Task Who_goes_leaves_no_gap_and_who_is_too_many_is_told()
    {
        var queue = new FairQueue(1, 2);
        var place = await queue.EnterAsync("first", default);
        using var left = new CancellationTokenSource();
        var gone = queue.EnterAsync("Ida", left.Token);
        var waits = queue.EnterAsync("Mara", default);
        Assert.Null(await queue.EnterAsync("Tam", default));
        await left.CancelAsync();
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => gone);
        var late = queue.EnterAsync("Tam", default); // there is room to wait again
        place!.Dispose();
        place.Dispose(); // once is enough
        using (await waits)
            Assert.False(late.IsCompleted);
        Assert.NotNull(await late);
    }

    [Fact]
    public async Task Places_are_never_more_than_there_are_nor_fewer_however_many_come_and_go()
    {
        var queue = new FairQueue(3, 1_000);
        var (inside, most) = (0, 0);
        var random = new Random(7);
        var all = Enumerable
            .Range(0, 400)
            .Select(async i =>
            {
                using var left = new CancellationTokenSource();
                if (i % 5 == 0)
                    left.CancelAfter(random.Next(5));
                try
                {
                    using var place = await queue.EnterAsync($"{i % 7}", left.Token);
                    var now = Interlocked.Increment(ref inside);
                    lock (random)
                        most = Math.Max(most, now);
                    await Task.Yield();
                    Interlocked.Decrement(ref inside);
                }
                catch (OperationCanceledException)
                {
                    // gone before it was in
                }
            })
            .ToList();
        await Task.WhenAll(all);
        Assert.Equal(3, most);
        var after = new List<IDisposable?>();
        for (var i = 0; i < 3; i++)
            after.Add(await queue.EnterAsync("after", default).WaitAsync(TimeSpan.FromMinutes(5)));
        Assert.All(after, Assert.NotNull);
        Assert.False(queue.EnterAsync("one more", default).IsCompleted);
    }
}
