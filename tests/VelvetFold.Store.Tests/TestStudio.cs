using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Store.Tests;

/// <summary>A studio's database in a folder of its own, opened anew for each that asks, as each request does.</summary>
public sealed class TestStudio : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("velvet-store-").FullName;
    private readonly DbContextOptions<StudioContext> _options;

    public TestStudio()
    {
        _options = (DbContextOptions<StudioContext>)new DbContextOptionsBuilder<StudioContext>().UseStudio(_folder).Options;
        using var context = Open();
        StudioDatabase.PrepareAsync(context).GetAwaiter().GetResult();
    }

    /// <summary>The clock everybody goes by.</summary>
    public Clock At { get; } = new();

    public StudioContext Open() => new(_options);

    /// <summary>Does something with a shelf of its own.</summary>
    public async Task<T> With<T>(Func<StudioContext, Task<T>> act)
    {
        await using var context = Open();
        return await act(context);
    }

    public Task<T> Kits<T>(Func<KitShelf, Task<T>> act) => With(c => act(new(c, At)));

    public Task<T> Guests<T>(Func<GuestList, Task<T>> act) => With(c => act(new(c)));

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(_folder, recursive: true);
    }

    /// <summary>A kit with so many sheets and parts on hand.</summary>
    public static Kit Kit(string name = "Kite weekend", int? sheets = 12, int? parts = 3, params OffcutOnHand[] offcuts) =>
        new()
        {
            Name = name,
            Ruler = Length.Sixteenth,
            Matting = new() { Reveal = Length.Inches(0, 1, 8) },
            Papers =
            [
                new()
                {
                    Id = "plain",
                    Name = "Plain",
                    Size = new(Length.Inches(12), Length.Inches(12)),
                    FaceA = new() { Colour = "#112233" },
                    FaceB = new() { Colour = "#ddeeff" },
                    OnHand = sheets,
                    Offcuts = offcuts,
                },
            ],
            Parts =
            [
                new()
                {
                    Id = "dots",
                    Name = "Dots",
                    Kind = PartKind.Loose,
                    Parts = [new() { Id = "dot", Count = 30 }],
                    OnHand = parts,
                },
            ],
            Layouts =
            [
                new()
                {
                    Id = "L1",
                    Name = "One",
                    Page = new(Length.Inches(12), Length.Inches(12)),
                },
            ],
        };

    public sealed class Clock : TimeProvider
    {
        public DateTimeOffset Now { get; set; } = new(2026, 5, 1, 9, 0, 0, TimeSpan.Zero);

        public override DateTimeOffset GetUtcNow() => Now;
    }
}
