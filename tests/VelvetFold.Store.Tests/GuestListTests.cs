namespace VelvetFold.Store.Tests;

/// <summary>Guests, workshops, private links and bags as they are kept.</summary>
public sealed class GuestListTests : IDisposable
{
    private readonly TestStudio _studio = new();
    private readonly string _slug;

    public GuestListTests() => _slug = _studio.Kits(s => s.AddAsync(TestStudio.Kit(), default)).GetAwaiter().GetResult().Slug;

    public void Dispose() => _studio.Dispose();

    private async Task<GuestRow> Add(string name, string? workshop = null)
    {
        var (outcome, guest) = await _studio.Guests(g => g.AddAsync(_slug, new(name, "[]", Workshop: workshop), default));
        Assert.Equal(GuestOutcome.Done, outcome);
        return guest!;
    }

    private Task<StoredWorkshop> Workshop(string name, DateOnly date) =>
        _studio.With(c => new WorkshopShelf(c, _studio.At).AddAsync(new(name, date, Kits: [_slug]), default));

    [Fact]
    public async Task A_name_is_there_once_in_a_kit_and_many_are_added_all_or_none()
    {
        await Add("Wren");
        Assert.Equal(GuestOutcome.NameTaken, (await _studio.Guests(g => g.AddAsync(_slug, new("Wren", "[]"), default))).Outcome);
        Assert.Equal(
            GuestOutcome.NameTaken,
            await _studio.Guests(g => g.AddAllAsync(_slug, [("Ash", "{}", "{}"), ("Wren", "{}", "{}")], null, default))
        );
        Assert.Equal(["Wren"], (await _studio.Guests(g => g.ListAsync(_slug, default)))!.Select(g => g.Name));
        Assert.Equal(
            GuestOutcome.Done,
            await _studio.Guests(g => g.AddAllAsync(_slug, [("Ash", "{}", "{}"), ("Bram", "{}", "{}")], null, default))
        );
        Assert.Equal(["Ash", "Bram", "Wren"], (await _studio.Guests(g => g.ListAsync(_slug, default)))!.Select(g => g.Name));
        Assert.Equal(GuestOutcome.NoKit, (await _studio.Guests(g => g.AddAsync("nothing", new("Wren", "[]"), default))).Outcome);
        Assert.Equal(
            GuestOutcome.NoWorkshop,
            (await _studio.Guests(g => g.AddAsync(_slug, new("Jory", "[]", Workshop: "nowhere"), default))).Outcome
        );
    }

    [Fact]
    public async Task What_is_not_said_stays_what_is_empty_goes_and_a_lost_race_changes_nothing()
    {
        var guest = await Add("Wren");
        await Save(1, new("Wren", "[]", """{"L1":"4 x 6"}""", "wren@example.org", "large print"));
        var (_, kept) = await Save(2, new("Wren", "[1]"));
        Assert.Equal(
            ("""{"L1":"4 x 6"}""", "wren@example.org", "large print", "[1]", 3),
            (kept!.Photos, kept.Email, kept.Needs, kept.Changes, kept.Version)
        );
        var (_, emptied) = await Save(3, new("Wren", "[]", Email: "", Needs: ""));
        Assert.Equal((null, null), (emptied!.Email, emptied.Needs));
        Assert.Equal(GuestOutcome.LostRace, (await Save(3, new("Wren", "[2]"))).Outcome);
        Assert.Equal("[]", (await _studio.Guests(g => g.FindAsync(_slug, guest.Id, default)))!.Changes);
        var both = await Task.WhenAll(Save(4, new("Wren", "[3]")), Save(4, new("Wren", "[4]")));
        Assert.Single(both, b => b.Outcome == GuestOutcome.Done);

        Task<(GuestOutcome Outcome, GuestRow? Guest)> Save(int seen, GuestSaid said) =>
            _studio.Guests(g => g.SaveAsync(_slug, guest.Id, seen, said, default));
    }

    [Fact]
    public async Task A_workshop_keeps_the_revision_that_was_handed_out_until_it_is_let_go()
    {
        var table = await Workshop("Saturday table", new(2026, 5, 9));
        await Add("Wren", table.Slug);
        Assert.True(await Hand(true));
        await _studio.Kits(s => s.SaveAsync(_slug, 1, TestStudio.Kit(sheets: 3), default));
        var kit = Assert.Single((await Find()).Kits);
        Assert.Equal((1, 2), (kit.Revision, kit.Newest));
        Assert.Equal(1, Assert.Single(await _studio.Guests(g => g.HandedOutAsync(_slug, default))).Value);
        // Changed in its name, the workshop hands out what it did.
        Assert.Null(
            await _studio.With(c =>
                new WorkshopShelf(c, _studio.At).SaveAsync(table.Slug, 7, new("Sunday table", table.Date, Kits: [_slug]), default)
            )
        );
        var saved = await _studio.With(c =>
            new WorkshopShelf(c, _studio.At).SaveAsync(table.Slug, 2, new("Sunday table", table.Date, Kits: [_slug]), default)
        );
        Assert.Equal(("Sunday table", 1, 1), (saved!.Name, saved.Kits[0].Revision, saved.Guests));
        Assert.True(await Hand(false));
        Assert.Null((await Find()).Kits[0].Revision);
        await Assert.ThrowsAsync<UnknownKitException>(() =>
            _studio.With(c => new WorkshopShelf(c, _studio.At).AddAsync(new("None", table.Date, Kits: ["nothing"]), default))
        );
        // Without its workshop a guest stays with the kit.
        var last = (await Find()).Version;
        Assert.True(await _studio.With(c => new WorkshopShelf(c, _studio.At).RemoveAsync(table.Slug, last, default)));
        Assert.Null(Assert.Single((await _studio.Guests(g => g.ListAsync(_slug, default)))!).WorkshopId);

        async Task<bool> Hand(bool handedOut)
        {
            var seen = (await Find()).Version;
            return await _studio.With(c => new WorkshopShelf(c, _studio.At).HandOutAsync(table.Slug, _slug, handedOut, seen, default))
                == seen + 1;
        }
        async Task<StoredWorkshop> Find() => (await _studio.With(c => new WorkshopShelf(c, _studio.At).FindAsync(table.Slug, default)))!;
    }

    [Fact]
    public async Task A_private_link_opens_one_guest_until_it_is_withdrawn_or_the_workshop_is_over()
    {
        var table = await Workshop("Saturday table", new(2026, 5, 9));
        var (wren, ash) = (await Add("Wren", table.Slug), await Add("Ash", table.Slug));
        var first = await Make(wren.Id);
        Assert.True(first.Length >= 43); // 256 bits in letters of 6 bits
        Assert.Equal("Wren", (await Open(first))!.Guest.Name);
        Assert.Equal("Ash", (await Open(await Make(ash.Id)))!.Guest.Name);
        // Only its hash lies in the database.
        Assert.DoesNotContain(
            await _studio.With(c => Task.FromResult(c.Invitations.Select(i => i.SecretHash).ToList())),
            hash => hash.Contains(first, StringComparison.Ordinal)
        );
        var second = await Make(wren.Id);
        Assert.NotEqual(first, second);
        Assert.Null(await Open(first));
        Assert.NotNull(await Open(second));
        foreach (var wrong in new[] { "", second[..^1], second + "A", second.ToUpperInvariant(), new string('x', 200) })
            Assert.Null(await Open(wrong));
        _studio.At.Now = new(2026, 5, 10, 11, 0, 0, TimeSpan.Zero);
        Assert.NotNull(await Open(second));
        _studio.At.Now = new(2026, 5, 10, 13, 0, 0, TimeSpan.Zero);
        Assert.Null(await Open(second));
        _studio.At.Now = new(2026, 5, 8, 9, 0, 0, TimeSpan.Zero);
        Assert.Equal(1, await _studio.With(c => new Invitations(c, _studio.At).WithdrawAsync(wren.Id, default)));
        Assert.Null(await Open(second));

        async Task<string> Make(int guest) => (await _studio.With(c => new Invitations(c, _studio.At).MakeAsync(guest, default))).Secret;
        Task<Invited?> Open(string secret) => _studio.With(c => new Invitations(c, _studio.At).OpenAsync(secret, default));
    }

    [Fact]
    public async Task A_bag_is_put_out_once_for_a_guest_and_keeps_what_lies_in_it_and_its_record()
    {
        var wren = await Add("Wren");
        Assert.Equal(3, await Put([(wren.Id, 1)], 2));
        Assert.Equal(1, await Put([(wren.Id, 1)], 1));
        var bags = await _studio.With(c => new BagShelf(c, _studio.At).ListAsync(_slug, default));
        Assert.Equal([1, 2, 3, 4], bags.Select(b => b.Number));
        Assert.Equal([wren.Id, null, null, null], bags.Select(b => b.GuestId));

        Assert.True(await Do(1, (s, bag) => s.PackAsync(bag, new Dictionary<string, int> { ["L1-A"] = 2, ["L1-B"] = 0 }, default)));
        Assert.Equal(new Dictionary<string, int> { ["L1-A"] = 2 }, BagShelf.PackedIn(await Bag(1)));
        Assert.True(await Do(1, (s, bag) => s.CloseAsync(bag, "Ada", "the rest in Slate", default)));
        _studio.At.Now += TimeSpan.FromDays(1);
        Assert.True(await Do(1, (s, bag) => s.OpenAsync(bag, "other photos", 2, default)));
        var opened = await Bag(1);
        Assert.Equal((null, 2), (opened.ClosedBy, opened.Revision));
        Assert.Equal(
            "2026-05-01 09:00Z closed by Ada, revision 1; instead: the rest in Slate\n2026-05-02 09:00Z opened: other photos\n",
            opened.Record
        );

        // Two who pack the same bag at once: one is told.
        await using var one = _studio.Open();
        await using var other = _studio.Open();
        var (shelf, second) = (new BagShelf(one, _studio.At), new BagShelf(other, _studio.At));
        var (bag, same) = ((await shelf.FindAsync(_slug, 2, default))!, (await second.FindAsync(_slug, 2, default))!);
        Assert.True(await shelf.PackAsync(bag, new Dictionary<string, int> { ["L1-A"] = 1 }, default));
        Assert.False(await second.PackAsync(same, new Dictionary<string, int> { ["L1-B"] = 1 }, default));
        Assert.Equal("L1-A", Assert.Single(BagShelf.PackedIn(await Bag(2))).Key);

        Task<int> Put(IReadOnlyList<(int, int)> guests, int more) =>
            _studio.With(c => new BagShelf(c, _studio.At).PutOutAsync(_slug, guests, more, 1, default));
        async Task<BagRow> Bag(int number) => (await _studio.With(c => new BagShelf(c, _studio.At).FindAsync(_slug, number, default)))!;
        Task<bool> Do(int number, Func<BagShelf, BagRow, Task<bool>> act) =>
            _studio.With(async c => new BagShelf(c, _studio.At) is var s && await act(s, (await s.FindAsync(_slug, number, default))!));
    }
}
