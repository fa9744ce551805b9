using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Kits;

/// <summary>The ready-made part a piece is: from which sheet, and which of it.</summary>
public sealed record PartUse
{
    /// <summary>The id of the sheet, pack or roll.</summary>
    public required string Sheet { get; init; }

    /// <summary>The part; of a sheet of letters the text that is set; nothing of a roll.</summary>
    public string? Part { get; init; }

    /// <summary>Of a roll: what is cut more than the piece is long, for a bow or a knot; none for nothing more.</summary>
    public Length? More { get; init; }

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
