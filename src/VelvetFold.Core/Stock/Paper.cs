using System.Text.Json.Serialization;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Stock;

/// <summary>Which face of a sheet.</summary>
[JsonConverter(typeof(TextEnum<SheetFace>))]
public enum SheetFace
{
    A,
    B,
}

/// <summary>Which ways round a print may lie without looking wrong.</summary>
[JsonConverter(typeof(TextEnum<PrintDirection>))]
public enum PrintDirection
{
    /// <summary>Any way round: a dot print, a solid colour.</summary>
    [JsonStringEnumMemberName("free")]
    Free,

    /// <summary>May be turned by a half, not by a quarter: a stripe.</summary>
    [JsonStringEnumMemberName("half-turn")]
    HalfTurn,

    /// <summary>One way up only: lettering, a row of figures.</summary>
    [JsonStringEnumMemberName("one-way")]
    OneWay,
}

/// <summary>The kind of print, for the picture.</summary>
[JsonConverter(typeof(TextEnum<PrintKind>))]
public enum PrintKind
{
    [JsonStringEnumMemberName("solid")]
    Solid,

    [JsonStringEnumMemberName("stripe")]
    Stripe,

    [JsonStringEnumMemberName("plaid")]
    Plaid,

    [JsonStringEnumMemberName("dot")]
    Dot,

    [JsonStringEnumMemberName("floral")]
    Floral,

    [JsonStringEnumMemberName("figures")]
    Figures,

    [JsonStringEnumMemberName("lettering")]
    Lettering,
}

/// <summary>A colour of a print (<c>#rrggbb</c>), and the share of the face that has it, 0 to 1.</summary>
public sealed record PrintColour(string Colour, double Share);

/// <summary>One face of a sheet: its ground colour (<c>#rrggbb</c>), the colour printed on it, the kind of print and its
/// direction.</summary>
public sealed record Face
{
    public required string Colour { get; init; }

    /// <summary>The colour of the print (<c>#rrggbb</c>); none on a solid face.</summary>
    public string? Ink { get; init; }

    public PrintKind Print { get; init; }

    /// <summary>The colours of its print with their shares, the largest first, up to six; none where only its ink is known.</summary>
    public IReadOnlyList<PrintColour> Colours { get; init; } = [];

    /// <summary>What guides call this side of a sheet that has two; none where its print says enough.</summary>
    public string? Name { get; init; }

    public PrintDirection Direction { get; init; }

    /// <summary>How large the motif is; a large one must stay in a big piece.</summary>
    public Length? Motif { get; init; }

    /// <summary>Where whole motifs stand on the sheet as one looks at this face, before anything is cut off; none where that is not known,
    /// or the print is the same all over.</summary>
    public IReadOnlyList<Box> Motifs { get; init; } = [];

    /// <summary>Whether both look the same, colour by colour and motif by motif.</summary>
    public bool Equals(Face? other) =>
        other is not null
        && (Colour, Ink, Print, Name, Direction, Motif) == (other.Colour, other.Ink, other.Print, other.Name, other.Direction, other.Motif)
        && Colours.SequenceEqual(other.Colours)
        && Motifs.SequenceEqual(other.Motifs);

    public override int GetHashCode() =>
        HashCode.Combine(Colour, Ink, Print, Name, Direction, Motif, HashCode.Combine(Colours.Count, Motifs.Count));
}

/// <summary>A strip along one edge, printed with the maker's name, that is cut off first; its back is usable.</summary>
public sealed record TearStrip
{
    public required Edge Edge { get; init; }

    public required Length Width { get; init; }

    /// <summary>Whether it comes on top of the size the sheet is sold by, as is usual (common practice, no source): a 12 x 12 in sheet is
    /// 12 x 12 1/2 in before it is off. Otherwise it is part of that size.</summary>
    public bool Extra { get; init; }
}

/// <summary>Rectangles of one size left over from earlier cutting; their height runs as the sheet's did.</summary>
public sealed record OffcutOnHand
{
    public required Size Size { get; init; }

    /// <summary>How many there are, 1 or more.</summary>
    public int Count { get; init; } = 1;

    /// <summary>The one face that may be used, where the other bears the maker's name; both where none is named.</summary>
    public SheetFace? Face { get; init; }
}

/// <summary>A paper that sheets are bought of.</summary>
public sealed record Paper
{
    /// <summary>Its short name within the kit, in small letters; pieces name it.</summary>
    public required string Id { get; init; }

    public required string Name { get; init; }

    /// <summary>The size it is sold by.</summary>
    public required Size Size { get; init; }

    /// <summary>The front.</summary>
    public required Face FaceA { get; init; }

    /// <summary>The back; none where it is not printed and not meant to be seen.</summary>
    public Face? FaceB { get; init; }

    public TearStrip? TearStrip { get; init; }

    /// <summary>What is cut off to square it first; none where its edges are true.</summary>
    public Squaring? Squaring { get; init; }

    /// <summary>Sheets on hand; none where as many as needed can be bought.</summary>
    /// <remarks>A count, no part of the kit's document: in a kit of the studio it is what the ledger adds up to.</remarks>
    public int? OnHand { get; init; }

    /// <summary>How many of them are promised to other kits; a count, like <see cref="OnHand"/>.</summary>
    public int? Promised { get; init; }

    /// <summary>Sheets that are on hand and promised to no other kit; none where they are not limited. Negative where more is promised
    /// than there is.</summary>
    [JsonIgnore]
    public int? Free => OnHand - (Promised ?? 0);

    /// <summary>How it is bought; none where that is not known.</summary>
    public Pack? Pack { get; init; }

    /// <summary>Whether its sheets are bases printed for a page already, which need no piecing and are not cut up.</summary>
    public bool Preprinted { get; init; }

    /// <summary>Offcuts on hand and free for this kit, used before a new sheet where that saves one; counts, like <see
    /// cref="OnHand"/>.</summary>
    public IReadOnlyList<OffcutOnHand> Offcuts { get; init; } = [];

    /// <summary>How thick a sheet is.</summary>
    public Length? Thickness { get; init; }

    /// <summary>The face's print, or null where the sheet has no such face.</summary>
    public Face? this[SheetFace face] => face == SheetFace.A ? FaceA : FaceB;

    /// <summary>What comes off before pieces are cut from it.</summary>
    [JsonIgnore]
    public SheetTrims Trims => new(TearStrip, Squaring);

    /// <summary>The sheet as it lies on the table before anything is off: the size it is sold by, and a tear strip that comes on top of
    /// it.</summary>
    [JsonIgnore]
    public Size Sheet =>
        TearStrip is not { Extra: true } strip ? Size
        : strip.Edge.Axis() == Axis.Across ? new(Size.Width + strip.Width, Size.Height)
        : new(Size.Width, Size.Height + strip.Width);

    /// <summary>What is left of the sheet once its tear strip is off and it is squared.</summary>
    [JsonIgnore]
    public Box Usable => Trims.Usable(Sheet);
}
