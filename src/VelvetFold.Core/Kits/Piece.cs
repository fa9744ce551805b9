using System.Text.Json.Serialization;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Kits;

/// <summary>What a piece is.</summary>
[JsonConverter(typeof(TextEnum<PieceKind>))]
public enum PieceKind
{
    /// <summary>The sheet everything else lies on.</summary>
    [JsonStringEnumMemberName("base")]
    Base,

    /// <summary>A larger piece of paper.</summary>
    [JsonStringEnumMemberName("panel")]
    Panel,

    /// <summary>A long, narrow one.</summary>
    [JsonStringEnumMemberName("strip")]
    Strip,

    /// <summary>A place for a photo, with the mats it lies on.</summary>
    [JsonStringEnumMemberName("photo")]
    Photo,

    /// <summary>A card for the title.</summary>
    [JsonStringEnumMemberName("title")]
    Title,

    /// <summary>A card to write on.</summary>
    [JsonStringEnumMemberName("journaling")]
    Journaling,

    /// <summary>A die-cut part, which comes ready-made.</summary>
    [JsonStringEnumMemberName("die-cut")]
    DieCut,

    /// <summary>A sticker.</summary>
    [JsonStringEnumMemberName("sticker")]
    Sticker,

    /// <summary>Twine, ribbon or thread.</summary>
    [JsonStringEnumMemberName("tie")]
    Tie,

    /// <summary>Something that stands up from the page: foam letters, gems, a bow.</summary>
    [JsonStringEnumMemberName("raised")]
    Raised,

    /// <summary>An area printed on a base already; nothing is cut for it.</summary>
    [JsonStringEnumMemberName("printed")]
    Printed,

    /// <summary>Dashes, stitches, a doodle, a stamp or a stencil on what lies there already.</summary>
    [JsonStringEnumMemberName("drawn")]
    Drawn,
}

/// <summary>What is done on a page once its pieces lie.</summary>
[JsonConverter(typeof(TextEnum<DrawnKind>))]
public enum DrawnKind
{
    [JsonStringEnumMemberName("dashes")]
    Dashes,

    [JsonStringEnumMemberName("stitches")]
    Stitches,

    [JsonStringEnumMemberName("doodle")]
    Doodle,

    [JsonStringEnumMemberName("stamp")]
    Stamp,

    [JsonStringEnumMemberName("stencil")]
    Stencil,
}

/// <summary>What a drawn piece is done with.</summary>
public sealed record DrawnWork
{
    public DrawnKind Kind { get; init; }

    /// <summary>The tool, in the designer's words: a fine pen, the gull stamp.</summary>
    public required string Tool { get; init; }

    /// <summary>Its colour, in the designer's words; none where the tool says enough.</summary>
    public string? Colour { get; init; }

    /// <summary>Tool and colour as a sentence takes them.</summary>
    [JsonIgnore]
    public string With => Colour is null ? Tool : $"{Tool}, {Colour}";
}

/// <summary>What an opening holds.</summary>
[JsonConverter(typeof(TextEnum<OpeningUse>))]
public enum OpeningUse
{
    [JsonStringEnumMemberName("photo")]
    Photo,

    /// <summary>Left empty: it keeps its place and its mats, but has no photo.</summary>
    [JsonStringEnumMemberName("empty")]
    Empty,

    /// <summary>A card as large as the photo stands in for one that is not printed yet; its mats are cut.</summary>
    [JsonStringEnumMemberName("placeholder")]
    Placeholder,
}

/// <summary>What a photo opening adds to a piece. The piece's size is then the photo's stock size as it lies, before any
/// trimming.</summary>
public sealed record PhotoOpening
{
    /// <summary>The school of matting; none where the kit's own holds.</summary>
    public MatSchool? School { get; init; }

    /// <summary>The mats, inner one first.</summary>
    public IReadOnlyList<Mat> Mats { get; init; } = [];

    /// <summary>The photo the eye should meet first.</summary>
    public bool Focal { get; init; }

    public OpeningUse Use { get; init; }

    /// <summary>Where its faces or its writing are: nothing is trimmed off there. None where it does not matter.</summary>
    public Edge? Faces { get; init; }

    /// <summary>Which way the people in it look: into the page, at best.</summary>
    public Facing Looks { get; init; }

    /// <summary>How strong its colours are.</summary>
    public PhotoTone Tone { get; init; }

    /// <summary>The width of the white border that is printed with the photo, within its size; none where it is printed to its
    /// edges.</summary>
    public Length? Border { get; init; }

    /// <summary>Whether a white border of that width leaves something of a photo of that size.</summary>
    public static bool IsBorder(Length width, Size photo) => width.IsPositive && width * 2 < photo.Shorter;

    /// <summary>The two sides that trimming takes from: the right and the lower one, unless its faces are there.</summary>
    [JsonIgnore]
    public (Edge Across, Edge Down) TrimmedSides =>
        (Faces == Edge.Right ? Edge.Left : Edge.Right, Faces == Edge.Bottom ? Edge.Top : Edge.Bottom);
}

/// <summary>One piece of a layout.</summary>
public sealed record Piece
{
    /// <summary>Its short label within the layout: B2, P1.</summary>
    public required string Id { get; init; }

    /// <summary>What the designer calls it; none where the kind says enough.</summary>
    public string? Name { get; init; }

    public required PieceKind Kind { get; init; }

    /// <summary>The page it lies on, in a spread.</summary>
    public PageSide Side { get; init; }

    /// <summary>Its size, finished or as it is cut (<see cref="Stated"/>); of a photo opening, the stock size of the photo as it
    /// lies.</summary>
    public required Size Size { get; init; }

    /// <summary>The paper it is cut from; none for a photo.</summary>
    public string? Paper { get; init; }

    /// <summary>The face of the paper that shows.</summary>
    public SheetFace Face { get; init; }

    /// <summary>The place on its sheet it is cut from, for a motif or what is printed there; none where it is cut anywhere.</summary>
    public SheetPlace? CutFrom { get; init; }

    /// <summary>Whether the print is meant to lie a quarter turned on the page.</summary>
    public bool PrintTurned { get; init; }

    /// <summary>Where it lies from left to right.</summary>
    public required AxisRule Across { get; init; }

    /// <summary>Where it lies from top to bottom.</summary>
    public required AxisRule Down { get; init; }

    /// <summary>Its outline; none for a rectangle.</summary>
    public Outline? Shape { get; init; }

    /// <summary>The edges that are not simply straight.</summary>
    public IReadOnlyList<EdgeFinish> Finishes { get; init; } = [];

    /// <summary>What its size means; none where the kit's own rule holds.</summary>
    public StatedSize? Stated { get; init; }

    /// <summary>How it is stuck down.</summary>
    public Mount Mount { get; init; }

    /// <summary>Turned so many degrees clockwise about its middle, -45 to 45; none where it lies straight.</summary>
    public decimal? Tilt { get; init; }

    /// <summary>The border that is kept where its inside is cut out for other pieces; none where it stays whole.</summary>
    public Length? Gut { get; init; }

    /// <summary>Where it may be pieced together from shorter paper: distances along its longer side, from its left or top end.</summary>
    public IReadOnlyList<Length> Joins { get; init; } = [];

    /// <summary>What is done to it that has to dry before it is laid; none where nothing is.</summary>
    public WetWork? Wet { get; init; }

    /// <summary>Who cuts it; of a photo, who cuts its mats.</summary>
    public CutBy CutBy { get; init; }

    /// <summary>Whether its place is about right anywhere near: its picture shows it, and no sentence measures it.</summary>
    public bool Roughly { get; init; }

    /// <summary>Whether it is there for those who want more: it is cut, packed, counted and paid for, and has no place on the
    /// page.</summary>
    public bool Extra { get; init; }

    /// <summary>Of an extra piece: the piece that it may be laid instead of; none where it goes anywhere.</summary>
    public string? InsteadOf { get; init; }

    /// <summary>Whether it has a hole for twine or a brad, which is reinforced before it is laid.</summary>
    public bool Hole { get; init; }

    /// <summary>Of a drawn piece: what it is done with.</summary>
    public DrawnWork? Drawn { get; init; }

    /// <summary>The ready-made part it is; none for what is cut from paper.</summary>
    public PartUse? Part { get; init; }

    /// <summary>For a photo: its mats and what may be done with it.</summary>
    public PhotoOpening? Opening { get; init; }

    /// <summary>The rule of one axis.</summary>
    public AxisRule Rule(Axis axis) => axis == Axis.Across ? Across : Down;

    /// <summary>The piece with the rule of one axis exchanged.</summary>
    public Piece With(Axis axis, AxisRule rule) => axis == Axis.Across ? this with { Across = rule } : this with { Down = rule };

    /// <summary>The finish of one edge.</summary>
    public EdgeFinish Finish(Edge edge) => Finishes.FirstOrDefault(f => f.Edge == edge) ?? new() { Edge = edge };

    /// <summary>
    /// The piece by its finished size, as places, cuts and guides take it: where its stated size is what is cut, what its edges use is
    /// taken
    /// off. Pieces with an outline are drawn as they are finished, and ready-made parts come so.
    /// </summary>
    public Piece AsFinished(Kit kit) =>
        IsStatedAsCut(kit)
            ? this with
            {
                Size = new(Size.Width - Uses(kit.Unit, Axis.Across), Size.Height - Uses(kit.Unit, Axis.Down)),
                Stated = StatedSize.Finished,
            }
            : this;

    /// <summary>Whether its stated size is the size it is cut to, and its edges take something off that.</summary>
    public bool IsStatedAsCut(Kit kit) =>
        (Stated ?? kit.Stated) == StatedSize.Cut
        && IsCut
        && Shape is null or { Kind: OutlineKind.Rectangle }
        && Finishes.Any(f => f.Uses(kit.Unit).IsPositive);

    /// <summary>What its two edges along an axis use up together.</summary>
    public Length Uses(LengthUnit unit, Axis axis) =>
        Finishes.Where(f => f.Edge.Axis() == axis).Aggregate(Length.Zero, (sum, f) => sum + f.Uses(unit));

    /// <summary>The size it is cut to: its finished size and what its edges use up, what is usual in that unit.</summary>
    public Size CutSize(LengthUnit unit) => new(Size.Width + Uses(unit, Axis.Across), Size.Height + Uses(unit, Axis.Down));

    /// <summary>
    /// Where it is cut apart along its longer side, from its cut left or top end: at its joins, the allowance of that end before them.
    /// </summary>
    public IReadOnlyList<Length> CutJoins(LengthUnit unit)
    {
        var before = Finish(LongAxis == Axis.Across ? Edge.Left : Edge.Top).Uses(unit);
        return [.. Joins.Select(j => j + before)];
    }

    /// <summary>The sizes of the parts it is cut in, where it is joined: from its left or top end. One part where it is not
    /// joined.</summary>
    public IReadOnlyList<Size> CutParts(LengthUnit unit) => CutSize(unit).Apart(LongAxis, CutJoins(unit));

    /// <summary>Whether it is cut from paper by this kit's plan, rather than coming ready-made or being a photo.</summary>
    [JsonIgnore]
    public bool IsCut =>
        Part is null && Kind is (PieceKind.Base or PieceKind.Panel or PieceKind.Strip or PieceKind.Title or PieceKind.Journaling);

    /// <summary>The axis its longer side lies along, which joins are measured on.</summary>
    [JsonIgnore]
    public Axis LongAxis => Size.Width >= Size.Height ? Axis.Across : Axis.Down;

    /// <summary>How long it dries before it is laid, in minutes: what is said, or 5 where its edges are inked (common practice, no
    /// source); 0 where nothing is wet.</summary>
    [JsonIgnore]
    public int DryingMinutes => Kind == PieceKind.Drawn ? 0 : Wet?.Minutes ?? (Finishes.Any(f => f.Work == EdgeWork.Inked) ? 5 : 0);

    /// <summary>Whether it holds a photo, or the card that stands in for one.</summary>
    [JsonIgnore]
    public bool HoldsPhoto => Kind == PieceKind.Photo && Opening?.Use != OpeningUse.Empty;

    /// <summary>Whether a card stands in for its photo.</summary>
    [JsonIgnore]
    public bool IsPlaceholder => Kind == PieceKind.Photo && Opening?.Use == OpeningUse.Placeholder;

    /// <summary>Whether there is a photo to print for it.</summary>
    [JsonIgnore]
    public bool HasPrint => HoldsPhoto && !IsPlaceholder;

    /// <summary>The photo on its mats, or the mats that an opening left empty keeps; null where trimming leaves nothing, or a ready-made
    /// card is too small. A piece that is no photo is a stack of its own size.</summary>
    public MatStack? Stack(Kit kit) =>
        Opening is { } opening ? MatStack.Build(Size, opening.School ?? kit.Matting.School, opening.Mats, kit.SizeOf) : new(Size, []);

    /// <summary>What trimming leaves of the white border printed with its photo, at its sides and above and below: it is trimmed alike
    /// all round, so that the border stays even. None where none is printed; not positive where nothing is left.</summary>
    public (Length Across, Length Down)? BorderLeft(MatStack stack) =>
        Opening?.Border is { } border
            ? (border - (Size.Width - stack.Photo.Width).Half, border - (Size.Height - stack.Photo.Height).Half)
            : null;

    /// <summary>The lengths that are cut for it where it is twine, ribbon or thread; see <see cref="PartUse.Lengths"/>.</summary>
    public IReadOnlyList<Length> Lengths(PartUse use, LengthUnit unit)
    {
        ArgumentNullException.ThrowIfNull(use);
        return use.Lengths(Size.Along(LongAxis), Joins, unit);
    }

    /// <summary>The ready-made parts it takes, each with what it is called: the part that it is itself, those its other letters come from,
    /// and the cards that serve as its mats.</summary>
    /// <param name="label">Its own label, L1-P1.</param>
    public IEnumerable<(string Label, PartUse Use)> Takes(string label)
    {
        if (Part is { } own)
        {
            yield return (label, own);
            foreach (var other in own.Others)
                yield return (label, new() { Sheet = other.Sheet, Part = other.Letters });
        }
        if (Opening?.Mats is { } mats)
            for (var i = 0; i < mats.Count; i++)
                if (mats[i].Card is { } card)
                    yield return (MatStack.LabelOf(label, i, mats.Count), new() { Sheet = card.Sheet, Part = card.Part });
    }
}
