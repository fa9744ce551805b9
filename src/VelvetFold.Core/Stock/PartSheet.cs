using System.Text.Json.Serialization;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Stock;

/// <summary>How parts that come ready-made are counted.</summary>
[JsonConverter(typeof(TextEnum<PartKind>))]
public enum PartKind
{
    /// <summary>A sheet of stickers; it goes into a kit whole.</summary>
    [JsonStringEnumMemberName("stickers")]
    Stickers,

    /// <summary>A sheet of die-cut parts, thin or of board; it goes into a kit whole.</summary>
    [JsonStringEnumMemberName("die-cuts")]
    DieCuts,

    /// <summary>A sheet of letters and numerals, each so many times; it goes into a kit whole.</summary>
    [JsonStringEnumMemberName("letters")]
    Letters,

    /// <summary>A pack of loose parts, shared out between kits: gems, dots, tags, placeholder cards.</summary>
    [JsonStringEnumMemberName("loose")]
    Loose,

    /// <summary>Twine, ribbon or thread, shared out by length.</summary>
    [JsonStringEnumMemberName("by-length")]
    ByLength,
}

/// <summary>One part of a sheet or pack: its name there, the layout it is labelled for, and how many of it there are.</summary>
public sealed record SheetPart
{
    /// <summary>Its short name on the sheet, or the letter.</summary>
    public required string Id { get; init; }

    /// <summary>The layout it is meant for; none where it is for any.</summary>
    public string? Layout { get; init; }

    /// <summary>How many of it one sheet or pack holds, 1 or more.</summary>
    public int Count { get; init; } = 1;

    /// <summary>How large it is; none where that is not known. What serves as a mat has a size.</summary>
    public Size? Size { get; init; }

    /// <summary>The colour most of it has, #rrggbb; none where that is not known.</summary>
    public string? Colour { get; init; }
}

/// <summary>A sheet, pack or roll of ready-made parts.</summary>
public sealed record PartSheet
{
    /// <summary>Its short name within the kit; pieces name it.</summary>
    public required string Id { get; init; }

    public required string Name { get; init; }

    public PartKind Kind { get; init; }

    /// <summary>What is on it; empty for a roll.</summary>
    public IReadOnlyList<SheetPart> Parts { get; init; } = [];

    /// <summary>How large a letter of it is, where none of its own says otherwise; only of letters. None where that is not
    /// known.</summary>
    public Size? Letter { get; init; }

    /// <summary>How long one roll is; only of what is counted by length.</summary>
    public Length? Length { get; init; }

    /// <summary>Sheets, packs or rolls on hand; none where as many as needed can be bought.</summary>
    /// <remarks>A count, no part of the kit's document: in a kit of the studio it is what the ledger adds up to.</remarks>
    public int? OnHand { get; init; }

    /// <summary>How many of them are promised to other kits; a count, like <see cref="OnHand"/>.</summary>
    public int? Promised { get; init; }

    /// <summary>What is on hand and promised to no other kit; none where it is not limited. Negative where more is promised than there
    /// is.</summary>
    [JsonIgnore]
    public int? Free => OnHand - (Promised ?? 0);

    /// <summary>How it is bought; none where that is not known.</summary>
    public Pack? Pack { get; init; }

    /// <summary>Whether it goes into a kit whole, rather than being shared out between kits.</summary>
    [JsonIgnore]
    public bool IsWhole => Kind is PartKind.Stickers or PartKind.DieCuts or PartKind.Letters;

    /// <summary>How long and how high a text set in these letters is, letter by letter, with a gap between them; a space is half a letter
    /// wide. Null where the size of one is not known.</summary>
    /// <param name="from">The sheets its letters come from, in the order of the text, blanks left out; this one where none are said.</param>
    public Size? Set(string text, Length gap, IReadOnlyList<PartSheet?>? from = null)
    {
        ArgumentNullException.ThrowIfNull(text);
        var (width, height, before, n) = (Measures.Length.Zero, Measures.Length.Zero, false, 0);
        foreach (var c in text.Trim())
        {
            if (char.IsWhiteSpace(c))
            {
                width += Letter is { } usual ? usual.Width.Half : height.Half;
                continue;
            }
            var sheet = from is null ? this : from[n++];
            if ((sheet?.Part(c.ToString())?.Size ?? sheet?.Letter) is not { } size)
                return null;
            width += size.Width + (before ? gap : Measures.Length.Zero);
            height = Measures.Length.Max(height, size.Height);
            before = true;
        }
        return before ? new(width, height) : null;
    }

    /// <summary>The part of that name, or null; letters are the same large and small where the sheet has only one of them.</summary>
    public SheetPart? Part(string? id) =>
        Parts.FirstOrDefault(p => p.Id == id) ?? Parts.FirstOrDefault(p => string.Equals(p.Id, id, StringComparison.OrdinalIgnoreCase));
}
