using System.Collections.Concurrent;
using System.Text.Json;
using System.Threading.Channels;
using VelvetFold.Core;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Measures;
using VelvetFold.Formats.Json;

namespace VelvetFold.Web;

/// <summary>Searches under way, by the name who asked gave them: they tell how they go, and can be stopped with the best so far
/// kept.</summary>
internal sealed class PlanSearches
{
    private readonly ConcurrentDictionary<Guid, CancellationTokenSource> _running = [];

    /// <summary>Wishes a search to stop.</summary>
    /// <returns>Whether it was under way.</returns>
    public bool Stop(Guid name)
    {
        if (!_running.TryGetValue(name, out var stop))
            return false;
        stop.Cancel();
        return true;
    }

    /// <summary>Runs a search and answers in lines of JSON: <c>{"progress": …}</c> as it goes, and <c>{"answer": …}</c> in the
    /// end.</summary>
    public IResult Follow(Guid name, LengthUnit unit, Func<Action<PlanProgress>, CancellationToken, PlanAnswer> search) =>
        Results.Stream(
            async stream =>
            {
                using var stop = new CancellationTokenSource();
                _running[name] = stop;
                try
                {
                    var said = Channel.CreateUnbounded<PlanProgress>();
                    var work = Task.Run(() =>
                    {
                        try
                        {
                            return search(p => said.Writer.TryWrite(p), stop.Token);
                        }
                        finally
                        {
                            said.Writer.Complete();
                        }
                    });
                    await foreach (var progress in said.Reader.ReadAllAsync())
                        await LineAsync(stream, new { progress }, unit);
                    await LineAsync(stream, new { answer = await work }, unit);
                }
                finally
                {
                    _running.TryRemove(name, out _);
                }
            },
            "application/x-ndjson"
        );

    private static async Task LineAsync<T>(Stream stream, T value, LengthUnit unit)
    {
        await JsonSerializer.SerializeAsync(stream, value, JsonText.In(unit));
        await stream.WriteAsync("\n"u8.ToArray());
        await stream.FlushAsync();
    }
}
