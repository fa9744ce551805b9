using System.Text.Json.Serialization;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Fitting;

/// <summary>What is done with an opening for one guest.</summary>
[JsonConverter(typeof(TextEnum<OpeningMove>))]
public enum OpeningMove
{
    /// <summary>Upright becomes lying, lying upright; mats and whatever leans on it follow.</summary>
    [JsonStringEnumMemberName("turn")] Turn,

    /// <summary>No photo, no mats; its place stays.</summary>
    [JsonStringEnumMemberName("leave-empty")] LeaveEmpty,

    /// <summary>It takes another size; mats and whatever leans on it follow.</summary>
    [JsonStringEnumMemberName("resize")] Resize,

    /// <summary>Rows and columns of smaller openings with gutters take its place.</summary>
    [JsonStringEnumMemberName("split")] Split,

    /// <summary>It and the neighbour become one opening that covers both.</summary>
    [JsonStringEnumMemberName("join")] Join,

    /// <summary>A card to write on, out of its mat's paper, takes its place.</summary>
    [JsonStringEnumMemberName("card")] Card,

    /// <summary>A hinged pocket lies on it and holds more photos.</summary>
    [JsonStringEnumMemberName("pocket")] Pocket,
}

/// <summary>One change to one opening.</summary>
/// <param name="Rows">Split: into how many rows, 1 to 4, and <paramref name="Columns"/>.</param>
/// <param name="Gutter">Split: the gap between the new openings.</param>
/// <param name="With">Join: the id of the neighbour, to the right or below.</param>
/// <param name="Size">Resize: the photo's new size as it lies.</param>
/// <param name="Photos">The guest's photos that it holds then, in order; of a pocket those within.</param>
public sealed record OpeningChange(
    string Layout, string Piece, OpeningMove Move, int? Rows = null, int? Columns = null, Length? Gutter = null, string? With = null, Size? Size = null, IReadOnlyList<string>? Photos = null);

/// <summary>Adapts a kit to one guest.</summary>
public static class Adaptation
{
    /// <summary>The most openings one is split into along a side.</summary>
    public const int MostLanes = 4;

    /// <summary>The kit as that guest will make it.</summary>
    /// <exception cref="ArgumentException">A change names an opening that is not there; <see cref="Unknown"/> tells beforehand.</exception>
    public static Kit Apply(Kit kit, IReadOnlyList<OpeningChange> changes)
    {
        if (Unknown(kit, changes) is [var unknown, ..])
            throw new ArgumentException($"There is no photo opening {unknown.Layout}-{unknown.Piece}, or it cannot be changed like that.", nameof(changes));
        return changes.Aggregate(kit, Apply);
    }

    /// <summary>The changes that cannot be made: they name no opening of the kit as it then is, or leave nothing of it.</summary>
    public static IReadOnlyList<OpeningChange> Unknown(Kit kit, IReadOnlyList<OpeningChange> changes) => Sorted(kit, changes).Unknown;

    /// <summary>The changes that can be made: what a guest keeps of them when the designer has changed the kit since.</summary>
    public static IReadOnlyList<OpeningChange> Known(Kit kit, IReadOnlyList<OpeningChange> changes) => Sorted(kit, changes).Known;

    // One after the other, as each may speak of what the one before it has made.
    private static (List<OpeningChange> Known, List<OpeningChange> Unknown) Sorted(Kit kit, IReadOnlyList<OpeningChange> changes)
    {
        var (known, unknown) = (new List<OpeningChange>(), new List<OpeningChange>());
        foreach (var change in changes)
        {
            if (!CanApply(kit, change)) unknown.Add(change);
            else
            {
                known.Add(change);
                kit = Apply(kit, change);
            }
        }
        return (known, unknown);
    }

    private static bool CanApply(Kit kit, OpeningChange change)
    {
        if (kit.Layout(change.Layout) is not { } layout || layout.Piece(change.Piece) is not { Opening: not null } piece) return false;
        return change.Move switch
        {
            OpeningMove.Resize => change.Size is { IsReal: true } size && (piece with { Size = size }).Stack(kit.Matting) is not null,
            OpeningMove.Split => change is { Rows: > 0 and <= MostLanes, Columns: > 0 and <= MostLanes } && change.Rows * change.Columns > 1 && change.Gutter is not { IsPositive: false } and not null
                && Cell(kit, piece, change.Rows.Value, change.Columns.Value, change.Gutter.Value) is not null && !IsMember(piece),
            OpeningMove.Join => layout.Piece(change.With) is { Opening: not null } other && other.Id != piece.Id && Joined(kit, layout, piece, other) is not null,
            OpeningMove.Card => CardPaper(piece) is not null,
            _ => true,
        };
    }

    private static Kit Apply(Kit kit, OpeningChange change)
    {
        var layout = kit.Layout(change.Layout)!;
        var piece = layout.Piece(change.Piece)!;
        return change.Move switch
        {
            OpeningMove.Turn => kit.With(layout.With(piece with { Size = piece.Size.Turned })),
            OpeningMove.Resize => kit.With(layout.With(piece with { Size = change.Size!.Value })),
            OpeningMove.Split => kit.With(Split(kit, layout, piece, change.Rows!.Value, change.Columns!.Value, change.Gutter!.Value)),
            OpeningMove.Join => kit.With(Join(kit, layout, piece, layout.Piece(change.With)!)),
            OpeningMove.Card => kit.With(layout.With(Card(kit, piece))),
            OpeningMove.Pocket => kit.With(Pocket(layout, piece)),
            _ => kit.With(layout.With(piece with { Opening = piece.Opening! with { Use = OpeningUse.Empty } })),
        };
    }

    private static bool IsMember(Piece piece) => piece.Across is Member || piece.Down is Member;

    private static Length Shown(Piece piece) => piece.Opening!.Mats.Aggregate(Length.Zero, (sum, mat) => sum + mat.Reveal);

    private static bool Grows(Kit kit, Piece piece) => (piece.Opening!.School ?? kit.Matting.School) == MatSchool.GrowMat;

    /// <summary>The size of one photo of those that a split opening holds, to the ruler's step downwards; null where mats and gutters leave nothing of it.</summary>
    public static Size? Cell(Kit kit, Piece piece, int rows, int columns, Length gutter)
    {
        if (piece.Stack(kit.Matting) is not { } stack) return null;
        var around = Grows(kit, piece) ? Shown(piece) * 2 : Length.Zero;
        Length Share(Length whole, int n) => new((whole - gutter * (n - 1)).Ticks / n / kit.Ruler.Ticks * kit.Ruler.Ticks);
        var (width, height) = (Share(stack.Outer.Width, columns) - around, Share(stack.Outer.Height, rows) - around);
        var size = new Size(width, height);
        return width >= Length.Inches(1) && height >= Length.Inches(1) && (piece with { Size = size }).Stack(kit.Matting) is not null ? size : null;
    }

    // The new openings stand in a grid where the old one stood; what leaned on it leans on the grid.
    private static Layout Split(Kit kit, Layout layout, Piece piece, int rows, int columns, Length gutter)
    {
        var size = Cell(kit, piece, rows, columns, gutter)!.Value;
        var names = Enumerable.Range(0, rows * columns).Select(i => Free(layout, $"{piece.Id[..Math.Min(6, piece.Id.Length)]}{(char)('a' + i)}")).ToList();
        var group = Free(layout, $"{piece.Id[..Math.Min(6, piece.Id.Length)]}G");
        var cells = names.Select((name, i) => piece with { Id = name, Name = null, Size = size, Across = new Member(group), Down = new Member(group), Opening = piece.Opening! with { Focal = piece.Opening.Focal && i == 0 } });
        var at = layout.Pieces.ToList().FindIndex(p => p.Id == piece.Id);
        List<Piece> pieces = [.. layout.Pieces.Take(at), .. cells, .. layout.Pieces.Skip(at + 1)];
        var arrangement = new Arrangement { Id = group, Kind = ArrangementKind.Grid, Members = names, Columns = columns, Gutter = gutter, Side = piece.Side, Across = piece.Across, Down = piece.Down };
        return Leaning(layout with { Pieces = pieces, Arrangements = [.. layout.Arrangements, arrangement] }, piece.Id, group);
    }

    private static string Free(Layout layout, string wish)
    {
        for (var n = 0; ; n++)
        {
            var name = n == 0 ? wish : $"{wish}{n.ToString(System.Globalization.CultureInfo.InvariantCulture)}";
            if (layout.Piece(name) is null && layout.Arrangement(name) is null) return name;
        }
    }

    private static Layout Leaning(Layout layout, string from, string to) => layout with
    {
        Pieces = [.. layout.Pieces.Select(p => p.Id == to ? p : p with { Across = p.Across.LeansOn == from ? p.Across.Leaning(to) : p.Across, Down = p.Down.LeansOn == from ? p.Down.Leaning(to) : p.Down })],
        Arrangements = [.. layout.Arrangements.Select(a => a.Id == to ? a : a with { Over = a.Over == from ? to : a.Over, Across = a.Across?.LeansOn == from ? a.Across.Leaning(to) : a.Across, Down = a.Down?.LeansOn == from ? a.Down.Leaning(to) : a.Down })],
    };

    // One opening over both and the gap between them; only of two that stand beside or under each other, equally long where they meet.
    private static Size? Joined(Kit kit, Layout layout, Piece first, Piece second)
    {
        if (IsMember(first) || IsMember(second) || first.Side != second.Side || first.Across.LeansOn == second.Id || first.Down.LeansOn == second.Id) return null;
        var resolved = Resolver.Resolve(layout, kit);
        if (resolved.Piece(first.Id)?.Box is not { } a || resolved.Piece(second.Id)?.Box is not { } b) return null;
        var beside = a.Y == b.Y && a.Height == b.Height && b.X >= a.Right;
        var under = a.X == b.X && a.Width == b.Width && b.Y >= a.Bottom;
        if (!beside && !under) return null;
        // Nothing else may lie in the gap, and the first has to keep its place while it grows.
        var whole = new Box(a.X, a.Y, b.Right - a.X, b.Bottom - a.Y);
        var grows = beside ? first.Across : first.Down;
        if (grows is not (FromEdge { Edge: Edge.Left or Edge.Top } or Beside { Edge: Edge.Right or Edge.Bottom } or Flush { Flank: Flank.Seam })) return null;
        if (grows is Flush flush && flush.EdgeOn(layout.Kind, first.Side) != Edge.Left) return null;
        if (whole.Width - a.Width > Length.Inches(12)) return null;
        var around = Grows(kit, first) ? -Shown(first) : Length.Zero;
        return whole.Size.Grown(around);
    }

    private static Layout Join(Kit kit, Layout layout, Piece first, Piece second)
    {
        var joined = layout.With(first with { Size = Joined(kit, layout, first, second)!.Value });
        return Leaning(joined with { Pieces = [.. joined.Pieces.Where(p => p.Id != second.Id)] }, second.Id, first.Id);
    }

    private static string? CardPaper(Piece piece) => piece.Opening?.Mats is [.., var outer] ? outer.Paper : null;

    private static Piece Card(Kit kit, Piece piece) => piece with
    {
        Kind = PieceKind.Journaling,
        Name = "Card",
        Size = piece.Stack(kit.Matting)?.Outer ?? piece.Size,
        Paper = CardPaper(piece),
        Face = piece.Opening!.Mats[^1].Face,
        Opening = null,
    };

    // As large as the photo it lies on, hinged along its upper edge; it is bought, not cut.
    private static Layout Pocket(Layout layout, Piece piece)
    {
        var pocket = new Piece { Id = Free(layout, $"{piece.Id[..Math.Min(6, piece.Id.Length)]}K"), Name = "Hinged pocket", Kind = PieceKind.DieCut, Side = piece.Side, Size = piece.Size, Across = new Centred(piece.Id), Down = new Centred(piece.Id) };
        var at = layout.Pieces.ToList().FindIndex(p => p.Id == piece.Id);
        return layout with { Pieces = [.. layout.Pieces.Take(at + 1), pocket, .. layout.Pieces.Skip(at + 1)] };
    }
}
