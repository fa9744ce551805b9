using VelvetFold.Core.Counting;

namespace VelvetFold.Store.Tests;

/// <summary>Kits and their revisions: written whole, never changed, never lost to a race.</summary>
public sealed class KitShelfTests : IDisposable
{
    private readonly TestStudio _studio = new();

    public void Dispose() => _studio.Dispose();

    [Theory]
    [InlineData("Kite weekend", "kite-weekend")]
    [InlineData("  Ein Jahr voll Brot & Öl! ", "ein-jahr-voll-brot-ol")]
    [InlineData("Crème brûlée – no. 2", "creme-brulee-no-2")]
    [InlineData("凧", "kit")]
    public async Task A_kit_gets_an_address_that_can_be_typed(string name, string slug) =>
        Assert.Equal(slug, (await _studio.Kits(s => s.AddAsync(TestStudio.Kit(name), default))).Slug);

    [Fact]
    public async Task Kits_of_one_name_get_numbers_and_long_names_are_cut()
    {
        Assert.Equal("kite-weekend", (await _studio.Kits(s => s.AddAsync(TestStudio.Kit(), default))).Slug);
        Assert.Equal("kite-weekend-2", (await _studio.Kits(s => s.AddAsync(TestStudio.Kit(), default))).Slug);
        Assert.Equal("kite-weekend-3", (await _studio.Kits(s => s.AddAsync(TestStudio.Kit("Kite — weekend"), default))).Slug);
        Assert.InRange((await _studio.Kits(s => s.AddAsync(TestStudio.Kit(new('k', 120)), default))).Slug.Length, 1, 60);
    }

    // Ten saves a day for forty days: the newest 200 stay, of the days before that the last each, the first, and what was printed.
    [Fact]
    public async Task Of_old_days_the_last_revision_is_kept_and_what_was_printed()
    {
        var slug = (await _studio.Kits(s => s.AddAsync(TestStudio.Kit(), default))).Slug;
        for (var n = 1; n <= 400; n++)
        {
            if (n % 10 == 0)
                _studio.At.Now += TimeSpan.FromHours(23);
            _studio.At.Now += TimeSpan.FromMinutes(6);
            Assert.NotNull(await _studio.Kits(s => s.SaveAsync(slug, n, TestStudio.Kit($"Kites {n}"), default)));
            if (n == 33)
                Assert.True(await _studio.Kits(s => s.MarkPrintedAsync(slug, 34, default)));
        }
        var kept = (await _studio.Kits(s => s.RevisionsAsync(slug, default))).ToList();
        Assert.Equal(Enumerable.Range(0, KitShelf.NewestKept).Select(n => 401 - n), kept.Take(KitShelf.NewestKept).Select(r => r.Number));
        var old = kept.Skip(KitShelf.NewestKept).ToList();
        Assert.InRange(old.Count, 20, 25);
        Assert.Contains(old, r => r.Number == 34);
        Assert.Equal(1, old[^1].Number);
        Assert.All(old.Where(r => r.Number is not (1 or 34)).GroupBy(r => r.SavedAt.Date), day => Assert.Single(day));
    }

    [Fact]
    public async Task A_revision_stays_as_it_was_when_the_kit_goes_on()
    {
        var slug = (await _studio.Kits(s => s.AddAsync(TestStudio.Kit(), default))).Slug;
        _studio.At.Now += TimeSpan.FromHours(1);
        Assert.Equal(2, (await _studio.Kits(s => s.SaveAsync(slug, 1, TestStudio.Kit("Kites, again", sheets: 9), default)))!.Revision);
        // Counts that a document carries change nothing: they are the ledger's.
        Assert.Equal(("Kites, again", 12), await Read(null));
        Assert.Equal(("Kite weekend", 12), await Read(1));
        Assert.Equal([2, 1], (await _studio.Kits(s => s.RevisionsAsync(slug, default))).Select(r => r.Number));
        // The address stays, so that a printed code goes on opening it.
        Assert.Equal([slug], (await _studio.Kits(s => s.ListAsync(default))).Select(k => k.Slug));
        Assert.True(await _studio.Kits(s => s.MarkPrintedAsync(slug, 1, default)));
        Assert.False(await _studio.Kits(s => s.MarkPrintedAsync(slug, 7, default)));
        Assert.Equal(
            [null, _studio.At.Now.UtcDateTime],
            (await _studio.Kits(s => s.RevisionsAsync(slug, default))).Select(r => r.PrintedAt)
        );

        async Task<(string, int?)> Read(int? revision) =>
            (await _studio.Kits(s => s.FindAsync(slug, revision, default)))!.Kit is var kit ? (kit.Name, kit.Papers[0].OnHand) : default;
    }

    [Fact]
    public async Task Of_two_who_have_seen_the_same_one_saves_and_the_other_is_told()
    {
        var slug = (await _studio.Kits(s => s.AddAsync(TestStudio.Kit(), default))).Slug;
        var saved = await Task.WhenAll(
            Enumerable.Range(0, 8).Select(i => _studio.Kits(s => s.SaveAsync(slug, 1, TestStudio.Kit($"Kit {i}", sheets: 12 + i), default)))
        );
        var won = Assert.Single(saved, s => s is not null)!;
        Assert.Equal(won.Kit.Name, (await _studio.Kits(s => s.FindAsync(slug, null, default)))!.Kit.Name);
        // Nothing of it moved any stock.
        Assert.Equal(
            12,
            Assert.Single(await _studio.With(c => new Ledger(c).BalancesAsync(slug, default)), b => b.ItemId == "plain").OnHand
        );
        Assert.Null(await _studio.Kits(s => s.SaveAsync("nothing", 1, TestStudio.Kit(), default)));
    }

    [Fact]
    public async Task A_kit_goes_with_its_guests_only_at_the_revision_that_was_seen()
    {
        var slug = (await _studio.Kits(s => s.AddAsync(TestStudio.Kit(), default))).Slug;
        await _studio.Guests(g => g.AddAsync(slug, new("Wren", "[]"), default));
        await _studio.Kits(s => s.SaveAsync(slug, 1, TestStudio.Kit(sheets: 5), default));
        Assert.False(await _studio.Kits(s => s.RemoveAsync(slug, 1, default)));
        Assert.True(await _studio.Kits(s => s.RemoveAsync(slug, 2, default)));
        Assert.Null(await _studio.Kits(s => s.FindAsync(slug, null, default)));
        Assert.Null(await _studio.Guests(g => g.ListAsync(slug, default)));
        // Its stock is the studio's and stays, with its movements; no kit uses it now.
        Assert.Empty(await _studio.With(c => new Ledger(c).BalancesAsync(slug, default)));
        var left = Assert.Single(await _studio.With(c => new Ledger(c).BalancesAsync(null, default)), b => b.Item == StockItem.Sheets);
        Assert.Equal(("Plain", 12), (left.Name, left.OnHand));
        Assert.Empty(left.UsedBy);
    }
}
