using CsCheck;
using VelvetFold.Core.Counting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Store.Tests;

/// <summary>Movements of stock: written with what they move, adding up to what is on hand, never taken out.</summary>
public sealed class LedgerTests : IDisposable
{
    private readonly TestStudio _studio = new();

    public void Dispose() => _studio.Dispose();

    private static readonly Gen<Kit> AnyStock = Gen.Select(Gen.Int[0, 40], Gen.Bool, Gen.Int[0, 9], Gen.Select(Gen.Int[2, 5], Gen.Int[1, 3]).Array[0, 3]).Select((sheets, counted, parts, offcuts) =>
        TestStudio.Kit("Any", counted ? sheets : null, parts, [.. offcuts.DistinctBy(o => o.Item1).Select(o => new OffcutOnHand { Size = new(Length.Inches(o.Item1), Length.Inches(2)), Count = o.Item2 })]));

    // Whatever is saved, in whatever order, by whoever lost a race: the movements add up to what the document says, and none is ever gone.
    [Fact]
    public void Movements_always_add_up_to_what_is_on_hand() => AnyStock.Array[1, 6].Sample(states =>
    {
        var slug = _studio.Kits(s => s.AddAsync(states[0], default)).GetAwaiter().GetResult().Slug;
        var (revision, seen) = (1, 0);
        foreach (var state in states.Skip(1))
        {
            Assert.Null(_studio.Kits(s => s.SaveAsync(slug, revision + 1, TestStudio.Kit("Any", 99), "too early", default)).GetAwaiter().GetResult());
            revision = _studio.Kits(s => s.SaveAsync(slug, revision, state, "counted", default)).GetAwaiter().GetResult()!.Revision;
            var movements = _studio.With(c => new Ledger(c).ListAsync(slug, null, null, default)).GetAwaiter().GetResult();
            Assert.True(movements.Count >= seen);
            seen = movements.Count;
            var balances = _studio.With(c => new Ledger(c).BalancesAsync(slug, default)).GetAwaiter().GetResult();
            var paper = state.Papers[0];
            Assert.Equal(paper.OnHand ?? 0, Sum(StockItem.Sheets, null));
            Assert.Equal(state.Parts[0].OnHand ?? 0, Sum(StockItem.Parts, null));
            foreach (var offcut in paper.Offcuts) Assert.Equal(offcut.Count, Sum(StockItem.Offcuts, offcut.Size));
            Assert.Equal(paper.Offcuts.Count, balances.Count(b => b.Item == StockItem.Offcuts));

            int Sum(StockItem item, Size? size) => balances.Where(b => b.Item == item && b.Size == size).Sum(b => b.OnHand);
        }
    }, iter: 20, threads: 1);

    [Fact]
    public async Task They_are_found_by_name_reason_and_kit_page_by_page()
    {
        var slug = (await _studio.Kits(s => s.AddAsync(TestStudio.Kit("Kite weekend", 1, null), default))).Slug;
        for (var i = 1; i <= 230; i++) await _studio.Kits(s => s.SaveAsync(slug, i, TestStudio.Kit("Kite weekend", i % 2 == 0 ? 1 : 2, null), i == 7 ? "one was damp" : "counted", default));
        var newest = await List(null, null);
        Assert.Equal(Ledger.Page, newest.Count);
        Assert.Equal(newest.OrderByDescending(m => m.Id).Select(m => m.Id), newest.Select(m => m.Id));
        var older = await List(null, newest[^1].Id);
        Assert.Equal(31, older.Count);
        Assert.Equal("as the kit begins", older[^1].Reason);
        Assert.Equal(8, Assert.Single(await List("damp", null)).Revision);
        Assert.Equal(Ledger.Page, (await List("plai", null)).Count);
        // A sign that means anything else to a database is looked for as it is.
        Assert.Empty(await List("%damp%x", null));
        Assert.Empty(await _studio.With(c => new Ledger(c).ListAsync("another", null, null, default)));

        Task<IReadOnlyList<Movement>> List(string? find, long? before) => _studio.With(c => new Ledger(c).ListAsync(slug, find, before, default));
    }

    [Fact]
    public async Task An_offcut_is_booked_with_its_size_its_paper_and_its_faces()
    {
        var offcut = new OffcutOnHand { Size = new(Length.Inches(3, 1, 2), Length.Inches(6)), Count = 2 };
        var slug = (await _studio.Kits(s => s.AddAsync(TestStudio.Kit("Offcuts", 12, 3, offcut), default))).Slug;
        var booked = Assert.Single(await _studio.With(c => new Ledger(c).ListAsync(slug, "A/B", null, default)));
        Assert.Equal((StockItem.Offcuts, "plain", "Plain A/B", 2), (booked.Item, booked.ItemId, booked.Name, booked.Count));
        Assert.Equal(offcut.Size, booked.Size);
    }
}
