using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Kits;

/// <summary>
/// A kit as its designer wrote it down. Everything else (boxes, cuts, counts, steps, pictures, fits) is computed from it.
/// </summary>
public sealed record Kit
{
    public required string Name { get; init; }

    /// <summary>The unit its lengths are shown in.</summary>
    public LengthUnit Unit { get; init; }

    /// <summary>The smallest step of the ruler it is measured with.</summary>
    public required Length Ruler { get; init; }

    /// <summary>How photos are matted unless a photo says otherwise.</summary>
    public required MatRule Matting { get; init; }

    /// <summary>What a stated size means where a piece says nothing else. Kits made on screen say <see cref="StatedSize.Cut"/>, as is usual
    /// (common practice, no source); documents that do not say keep their meaning.</summary>
    public StatedSize Stated { get; init; }

    /// <summary>How many kits are to be packed.</summary>
    public int Kits { get; init; }

    /// <summary>The longest cut of the trimmer; none where it is no limit.</summary>
    public Length? LongestCut { get; init; }

    /// <summary>The narrowest strip the trimmer's fence can be set to; none where it is no limit.</summary>
    public Length? NarrowestStrip { get; init; }

    /// <summary>Whether the trimmer's blade cannot be set down inside a sheet, so that insides are cut out with a knife and a
    /// ruler.</summary>
    public bool NoPlunge { get; init; }

    /// <summary>How thick a stack of sheets the trimmer cuts at once; none where sheets are cut singly.</summary>
    public Length? CutsThrough { get; init; }

    /// <summary>Whether the pages go into page protectors, which raised parts press on.</summary>
    public bool Protectors { get; init; }

    /// <summary>Whether nothing is said of how its pages look.</summary>
    public bool NoEye { get; init; }

    public IReadOnlyList<Paper> Papers { get; init; } = [];

    /// <summary>Sheets, packs and rolls of ready-made parts.</summary>
    public IReadOnlyList<PartSheet> Parts { get; init; } = [];

    /// <summary>Tools, inks, stamps, punches, pens and adhesive beyond what its pieces need by themselves.</summary>
    public IReadOnlyList<Supply> Supplies { get; init; } = [];

    /// <summary>Sizes this kit's photos can be ordered at besides the usual ones.</summary>
    public IReadOnlyList<NamedSize> Prints { get; init; } = [];

    public IReadOnlyList<Layout> Layouts { get; init; } = [];

    /// <summary>Sheets the designer has laid out by hand, keeps as they are, or has cut already.</summary>
    public IReadOnlyList<KeptSheet> KeptSheets { get; init; } = [];

    /// <summary>Plans that somebody chose after a longer search; each holds for as long as its instance does.</summary>
    public IReadOnlyList<ChosenPlan> ChosenPlans { get; init; } = [];

    /// <summary>The language of the guide, the designer's own words in it, and steps that were moved.</summary>
    public GuideWishes Guide { get; init; } = new();

    /// <summary>Spares beyond the run.</summary>
    public IReadOnlyList<SpareRule> Spares { get; init; } = [];

    /// <summary>What work costs, and the margin.</summary>
    public KitCosts Costs { get; init; } = new();

    /// <summary>The designer's own notes; they are not printed in the guide.</summary>
    public string? Notes { get; init; }

    /// <summary>The paper of that id, or null.</summary>
    public Paper? Paper(string? id) => Papers.FirstOrDefault(p => p.Id == id);

    /// <summary>The sheet, pack or roll of that id, or null.</summary>
    public PartSheet? PartSheet(string? id) => Parts.FirstOrDefault(p => p.Id == id);

    /// <summary>How large a ready-made card is; null where it is not there, or nothing says its size.</summary>
    public Size? SizeOf(ReadyCard card) =>
        PartSheet(card.Sheet) is { Kind: not (PartKind.Letters or PartKind.ByLength) } sheet ? sheet.Part(card.Part)?.Size : null;

    /// <summary>The ready-made parts that its layouts take of one sheet, pack or roll, extra pieces' too.</summary>
    public IEnumerable<(string Label, Piece Piece, PartUse Use)> TakenOf(PartSheet sheet) =>
        from layout in Layouts
        from piece in layout.Pieces
        from taken in piece.Takes(layout.Label(piece))
        where taken.Use.Sheet == sheet.Id
        select (taken.Label, piece, taken.Use);

    /// <summary>How many of each part of a sheet or pack its layouts take; two halves make one.</summary>
    public PartTally TallyOf(PartSheet sheet) => PartTally.Of(sheet, TakenOf(sheet).Select(t => (t.Label, t.Use)));

    /// <summary>The layout of that id, or null.</summary>
    public Layout? Layout(string? id) => Layouts.FirstOrDefault(l => l.Id == id);

    /// <summary>How its lengths are written for a reader.</summary>
    public LengthPattern Reading() => LengthPattern.ForReading(Unit, Ruler);

    /// <summary>How its lengths are written in its guide, in the guide's language.</summary>
    public LengthPattern GuideReading() => Guide.Language == GuideLanguage.German ? Reading().WithComma() : Reading();

    /// <summary>Kits' worth of cut pieces for a run of so many kits: the kits and the spares beyond them.</summary>
    public int WithSpares(int kits) => kits + (Spares.FirstOrDefault(s => s.Of == SpareOf.Pieces)?.For(kits) ?? 0);

    /// <summary>The kit with one layout exchanged for another of the same id.</summary>
    public Kit With(Layout layout) => this with { Layouts = [.. Layouts.Select(l => l.Id == layout.Id ? layout : l)] };
}
