using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Kits;

/// <summary>A slice that is cut off a part on one side.</summary>
/// <param name="Edge">The side it comes off.</param>
/// <param name="Off">How wide it is.</param>
public sealed record PartSlice(Edge Edge, Length Off);

/// <summary>The ready-made part a piece is: from which sheet, and which of it.</summary>
public sealed record PartUse
{
    /// <summary>The id of the sheet, pack or roll.</summary>
    public required string Sheet { get; init; }

    /// <summary>The part; of a sheet of letters the text that is set; nothing of a roll.</summary>
    public string? Part { get; init; }

    /// <summary>Of a roll: what is cut more than the piece is long, for a bow or a knot; none for nothing more.</summary>
    public Length? More { get; init; }

    /// <summary>Which half of the part it is, where that is cut in two; none where it is whole. Two halves make one.</summary>
    public Edge? Half { get; init; }

    /// <summary>What is cut off it; none for nothing. The part is used up by it.</summary>
    public PartSlice? Slice { get; init; }

    /// <summary>The size it has where the whole part has that one, as it stands on its sheet; null where nothing would be left.</summary>
    public Size? SizeOf(Size whole)
    {
        var half = Half?.Axis() switch
        {
            Axis.Across => new(whole.Width.Half, whole.Height),
            Axis.Down => new(whole.Width, whole.Height.Half),
            _ => whole,
        };
        var size = Slice switch
        {
            null => half,
            { Edge: var edge, Off: var off } when edge.Axis() == Axis.Across => Size.Of(half.Width - off, half.Height),
            { Off: var off } => Size.Of(half.Width, half.Height - off),
        };
        return size is { IsReal: true } ? size : null;
    }

    /// <summary>What it takes off that sheet: each part once, each letter of a text as often as it stands there, nothing of a
    /// roll.</summary>
    public IEnumerable<string> Takes(PartSheet sheet)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        if (sheet.Kind == PartKind.ByLength || Part is null)
            return [];
        return sheet.Kind == PartKind.Letters
            ? Part.Where(c => !char.IsWhiteSpace(c)).Select(c => sheet.Part(c.ToString())?.Id ?? c.ToString())
            : [sheet.Part(Part)?.Id ?? Part];
    }

    /// <summary>What it takes off a roll for a piece of that size: its longer side and what is cut more.</summary>
    public Length TakesLength(Size size) => size.Longer + (More ?? Length.Zero);
}
