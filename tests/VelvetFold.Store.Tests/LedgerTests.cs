using CsCheck;
using Microsoft.EntityFrameworkCore;
using VelvetFold.Core.Counting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Store.Tests;

/// <summary>Movements of stock: written by bookings, adding up to what is on hand, never taken out.</summary>
public sealed class LedgerTests : IDisposable
{
    private static readonly Pile Plain = Pile.Sheets("plain");

    private readonly TestStudio _studio = new();

    public void Dispose() => _studio.Dispose();

    private async Task<string> Add(string name = "Kite weekend", int? sheets = 12, params OffcutOnHand[] offcuts) =>
        (await _studio.Kits(s => s.AddAsync(TestStudio.Kit(name, sheets, 3, offcuts), default))).Slug;

    private Task<Booked> Book(string slug, Func<KitStock, Booking> make, string? key = null, int seen = 1, string reason = "counted") =>
        _studio.With(c => new StockBook(c, _studio.At).BookAsync(slug, seen, reason, key, make, default));

    private Task<Booked> Count(string slug, int count, string? key = null, string reason = "counted") =>
        Book(slug, stock => Booking.Counted([(Plain, count)], stock), key, reason: reason);

    private async Task<int?> OnHand(string slug) => (await Kit(slug)).Papers[0].OnHand;

    private async Task<Kit> Kit(string slug) => (await _studio.Kits(s => s.FindAsync(slug, null, default)))!.Kit;

    private Task<IReadOnlyList<Movement>> Movements(string slug, string? find = null, long? before = null) =>
        _studio.With(c => new Ledger(c).ListAsync(slug, find, before, default));

    // Whatever is booked, repeated, refused or taken back: what a kit shows is what the movements add up to, and none is ever gone.
    [Fact]
    public void Movements_always_add_up_to_what_is_on_hand() =>
        Gen.Select(Gen.Int[0, 20], Gen.Select(Gen.Int[0, 3], Gen.Int[0, 30]).Array[1, 8])
            .Sample(
                (begins, steps) =>
                {
                    var slug = Add("Any", begins).GetAwaiter().GetResult();
                    var (expected, seen) = (begins, 0);
                    foreach (var ((kind, n), i) in steps.Select((step, i) => (step, i)))
                    {
                        var done =
                            (
                                kind switch
                                {
                                    0 => Count(slug, n, $"{slug} {i}"),
                                    1 => Book(slug, _ => Booking.Bought([(Plain, n + 1)])),
                                    2 => Book(slug, _ => new Booking(BookingKind.Cut, [new(Plain, -(n + 1))])),
                                    _ => TakeLastBack(slug),
                                }
                            )
                                .GetAwaiter()
                                .GetResult()
                                .Outcome == BookingOutcome.Done;
                        // The second press of the same button books nothing.
                        if (kind == 0)
                            Assert.Equal(
                                done && expected != n ? BookingOutcome.Repeated : BookingOutcome.Done,
                                Count(slug, n, $"{slug} {i}").GetAwaiter().GetResult().Outcome
                            );
                        var movements = Movements(slug).GetAwaiter().GetResult();
                        expected = movements.Where(m => m is { Item: StockItem.Sheets, IsPromise: false }).Sum(m => m.Count);
                        Assert.True(expected >= 0 && movements.Count >= seen);
                        Assert.Equal(expected, OnHand(slug).GetAwaiter().GetResult());
                        seen = movements.Count;
                    }
                },
                iter: 25,
                threads: 1
            );

    private async Task<Booked> TakeLastBack(string slug)
    {
        var last = (await Movements(slug)).FirstOrDefault(m => m.MayGoBack);
        return last is null
            ? new(BookingOutcome.NotThere)
            : await _studio.With(c => new StockBook(c, _studio.At).TakeBackAsync(last.Booking!.Value, null, default));
    }

    [Fact]
    public async Task They_are_found_by_name_reason_and_kit_page_by_page()
    {
        var slug = await Add(sheets: 1);
        for (var i = 1; i <= 230; i++)
            await Count(slug, i % 2 == 0 ? 1 : 2, reason: i == 7 ? "one was damp" : "counted");
        var newest = await Movements(slug);
        Assert.Equal(Ledger.Page, newest.Count);
        Assert.Equal(newest.OrderByDescending(m => m.Id).Select(m => m.Id), newest.Select(m => m.Id));
        var older = await Movements(slug, null, newest[^1].Id);
        Assert.Equal(32, older.Count);
        Assert.Equal("as the kit begins", older[^1].Reason);
        Assert.Equal(BookingKind.Correction, Assert.Single(await Movements(slug, "damp")).Kind);
        Assert.Equal(Ledger.Page, (await Movements(slug, "plai")).Count);
        // A sign that means anything else to a database is looked for as it is.
        Assert.Empty(await Movements(slug, "%damp%x"));
        Assert.Empty(await Movements("another"));
    }

    [Fact]
    public async Task An_offcut_is_booked_with_its_size_and_its_face()
    {
        var (size, both) = (
            new Size(Length.Inches(3, 1, 2), Length.Inches(6)),
            new OffcutOnHand { Size = new(Length.Inches(3, 1, 2), Length.Inches(6)), Count = 2 }
        );
        var slug = await Add("Offcuts", 12, both, both with { Face = SheetFace.B, Count = 1 });
        Assert.Equal([(null, 2), (SheetFace.B, 1)], (await Kit(slug)).Papers[0].Offcuts.Select(o => (o.Face, o.Count)).Order());
        Assert.Equal(
            BookingOutcome.Done,
            (await Book(slug, s => Booking.Counted([(Pile.Offcuts("plain", size, SheetFace.B), 4)], s))).Outcome
        );
        Assert.Equal([(null, 2), (SheetFace.B, 4)], (await Kit(slug)).Papers[0].Offcuts.Select(o => (o.Face, o.Count)).Order());
        // Two lines of one pile cannot be: the ledger adds them up.
        var booked = (await Movements(slug)).Where(m => m.Item == StockItem.Offcuts).ToList();
        Assert.Equal([3, 1, 2], booked.Select(m => m.Count));
        Assert.All(booked, m => Assert.Equal(size, m.Size));
    }

    [Fact]
    public async Task Two_kits_on_one_pile_see_what_is_promised_to_the_other()
    {
        var (kites, bread) = (await Add("Kites", 24), await Add("Bread", 0));
        var thing = (await _studio.With(c => new Ledger(c).BalancesAsync(kites, default))).Single(b => b.Item == StockItem.Sheets).Thing;
        var other = (await _studio.With(c => new Things(c).OfKitAsync(2, default))).Single(t => t.IsPaper);
        Assert.Equal([thing], other.Alike);
        byte[] picture = [1, 2, 3];
        Assert.True(await _studio.With(c => new FacePictures(c).KeepAsync(2, "plain", SheetFace.A, picture, default)));
        Assert.True(await _studio.With(c => new Things(c).JoinAsync(other.Thing, thing, default)));
        // What is known of the one is known of both, once they are one thing.
        Assert.Equal(picture, await _studio.With(c => new FacePictures(c).FindAsync(1, "plain", SheetFace.A, default)));
        Assert.Equal((24, 24), (await OnHand(kites), await OnHand(bread)));
        Assert.Equal(
            ["Bread", "Kites"],
            (await _studio.With(c => new Ledger(c).BalancesAsync(null, default))).Single(b => b.Item == StockItem.Sheets).UsedBy.Order()
        );

        await Book(kites, _ => new Booking(BookingKind.Confirmed, []) { Promises = [new(Plain, 17)], Kits = 17 });
        Assert.Equal((24, 17, 7), (await Kit(bread)).Papers[0] is var seen ? (seen.OnHand, seen.Promised, seen.Free) : default);
        Assert.Equal((24, 24), (await Kit(kites)).Papers[0] is var own ? (own.OnHand, own.Free) : default);
        // Both may promise more than there is; each then sees that it is short.
        await Book(bread, _ => new Booking(BookingKind.Confirmed, []) { Promises = [new(Plain, 10)], Kits = 10 });
        Assert.Equal((14, 7), ((await Kit(kites)).Papers[0].Free, (await Kit(bread)).Papers[0].Free));
        // With the kit goes what was promised to it, not what lies there.
        Assert.True(await _studio.Kits(s => s.RemoveAsync(kites, 1, default)));
        Assert.Equal((24, 24), (await Kit(bread)).Papers[0] is var free ? (free.OnHand, free.Free) : default);
        Assert.Single(await _studio.With(c => new FacePictures(c).OfKitAsync(2, default)));
        Assert.True(await _studio.Kits(s => s.RemoveAsync(bread, 1, default)));
        Assert.Empty(await _studio.With(c => c.FacePictures.ToListAsync()));
    }

    [Fact]
    public async Task A_revision_that_comes_back_moves_nothing_and_its_paper_is_the_same_thing()
    {
        var slug = await Add();
        var document = TestStudio.Kit();
        await Book(slug, _ => new Booking(BookingKind.Cut, [new(Plain, -4)]));
        await _studio.Kits(s => s.SaveAsync(slug, 1, document with { Papers = [] }, default));
        await _studio.Kits(s => s.SaveAsync(slug, 2, document, default));
        Assert.Equal(8, await OnHand(slug));
        // An id that is taken up for another paper means another thing, of which nothing lies there.
        await _studio.Kits(s => s.SaveAsync(slug, 3, document with { Papers = [] }, default));
        await _studio.Kits(s =>
            s.SaveAsync(slug, 4, document with { Papers = [document.Papers[0] with { Name = "Moss", FaceB = null }] }, default)
        );
        Assert.Null(await OnHand(slug));
        Assert.Equal(2, (await _studio.With(c => Task.FromResult(c.Things.Count(t => t.Kind == ThingRow.Paper)))));
    }

    [Fact]
    public async Task Of_bookings_at_once_none_takes_what_another_took()
    {
        var slug = await Add(sheets: 10);
        var outcomes = await Task.WhenAll(
            Enumerable.Range(0, 8).Select(_ => Book(slug, _ => new Booking(BookingKind.Cut, [new(Plain, -3)])))
        );
        Assert.Equal(
            (3, 5),
            (
                outcomes.Count(o => o.Outcome == BookingOutcome.Done),
                outcomes.Count(o => o is { Outcome: BookingOutcome.Short, Name: "Plain", OnHand: 1 })
            )
        );
        Assert.Equal(1, await OnHand(slug));
        var same = await Task.WhenAll(Enumerable.Range(0, 6).Select(_ => Book(slug, _ => Booking.Bought([(Plain, 5)]), "one press")));
        Assert.Equal(1, same.Count(o => o.Outcome == BookingOutcome.Done));
        Assert.Equal(6, await OnHand(slug));
        Assert.Equal(BookingOutcome.LostRace, (await Book(slug, _ => Booking.Bought([(Plain, 5)]), seen: 7)).Outcome);
        Assert.Equal(BookingOutcome.NoKit, (await Book("nothing", _ => Booking.Bought([(Plain, 5)]))).Outcome);
    }
}
