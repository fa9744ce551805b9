using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Kits;

/// <summary>Sets a text in the letters of several sheets, where those of one do not suffice.</summary>
public static class LetterSheets
{
    /// <summary>A text of a piece with the letters that its own sheet has too few of taken from the kit's other sheets of letters, as far
    /// as they have them left in a bag that holds one sheet of each. What no sheet has left stays with its own.</summary>
    /// <param name="piece">The piece it is set for; what that takes by now is free again.</param>
    public static PartUse Filled(Kit kit, string layout, string piece, PartUse use)
    {
        ArgumentNullException.ThrowIfNull(kit);
        ArgumentNullException.ThrowIfNull(use);
        if (kit.PartSheet(use.Sheet) is not { Kind: PartKind.Letters } own || use.Part is not { } text)
            return use;
        var others = kit with
        {
            Layouts = [.. kit.Layouts.Select(l => l.Id == layout ? l with { Pieces = [.. l.Pieces.Where(p => p.Id != piece)] } : l)],
        };
        var sheets = kit.Parts.Where(s => s.Kind == PartKind.Letters && s != own).Prepend(own).ToList();
        var left = sheets.ToDictionary(
            s => s,
            s =>
            {
                var taken = others.TallyOf(s).Taken;
                return s.Parts.ToDictionary(p => p.Id, p => p.Count - taken.GetValueOrDefault(p.Id));
            }
        );
        var from = new Dictionary<PartSheet, string>();
        foreach (var letter in text.Where(c => !char.IsWhiteSpace(c)).Select(c => c.ToString()))
        {
            var sheet = sheets.FirstOrDefault(s => s.Part(letter) is { } part && left[s][part.Id] > 0) ?? own;
            if (sheet.Part(letter) is { } taken)
                left[sheet][taken.Id]--;
            if (sheet != own)
                from[sheet] = from.GetValueOrDefault(sheet, "") + letter;
        }
        return use with { Others = from.Count == 0 ? [] : [.. from.Select(f => new OtherLetters(f.Key.Id, f.Value))] };
    }
}
