using VelvetFold.Core.Counting;
using VelvetFold.Core.Kits;
using VelvetFold.Store;

namespace VelvetFold.Web.Endpoints;

/// <summary>The bags of a run, and what goes into them: the kits by revision and guest, each computed once.</summary>
internal sealed class RunBags(string slug, KitShelf shelf, IReadOnlyList<GuestRow> guests, CancellationToken cancel)
{
    private readonly Dictionary<(int Revision, int? Guest), IReadOnlyList<PackItem>> _items = [];
    private readonly Dictionary<int, Kit> _kits = [];

    public GuestRow? Guest(BagRow bag) => bag.GuestId is { } id ? guests.FirstOrDefault(g => g.Id == id) : null;

    public async Task<IReadOnlyList<PackItem>> ItemsAsync(BagRow bag)
    {
        var guest = Guest(bag);
        if (_items.TryGetValue((bag.Revision, guest?.Id), out var known))
            return known;
        if (!_kits.TryGetValue(bag.Revision, out var kit))
            kit = _kits[bag.Revision] = (await shelf.FindAsync(slug, bag.Revision, cancel))!.Kit;
        return _items[(bag.Revision, guest?.Id)] = Packing.Of(guest is null ? kit : GuestEndpoints.AdaptedFor(kit, guest));
    }

    public async Task<BagLine> LineAsync(BagRow bag)
    {
        var (items, packed) = (await ItemsAsync(bag), BagShelf.PackedIn(bag));
        var state = Packing.State(items, packed);
        var wanted = items.Sum(i => i.Count);
        // Closed with what differs said is as it should be, until something changes for its guest.
        return new(
            bag.Number,
            Guest(bag)?.Name,
            bag.Revision,
            wanted,
            wanted - state.Missing.Sum(m => m.Count),
            bag.ClosedAt,
            bag.ClosedBy,
            bag.ClosedAt is not null && !state.IsComplete && bag.Substitutions is null
        );
    }

    public async Task<BagView> ViewAsync(BagRow bag)
    {
        var (items, packed) = (await ItemsAsync(bag), BagShelf.PackedIn(bag));
        return new(
            await LineAsync(bag),
            items,
            packed,
            Packing.State(items, packed),
            bag.Substitutions,
            bag.Record.Split('\n', StringSplitOptions.RemoveEmptyEntries)
        );
    }

    /// <summary>The bags of a kit; null where there is no such kit.</summary>
    public static async Task<RunBags?> OfAsync(string slug, KitShelf shelf, GuestList list, CancellationToken cancel) =>
        await list.ListAsync(slug, cancel) is { } guests ? new(slug, shelf, guests, cancel) : null;
}
