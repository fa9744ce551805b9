using VelvetFold.Core.Kits;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Guides;

/// <summary>What the two sides of a paper are called, on screen and in guides.</summary>
public sealed record PaperSides(string Paper, string A, string B)
{
    /// <summary>The papers that have two.</summary>
    public static IReadOnlyList<PaperSides> Of(Kit kit, Words words)
    {
        ArgumentNullException.ThrowIfNull(kit);
        return
        [
            .. kit
                .Papers.Where(p => p.FaceB is not null)
                .Select(p => new PaperSides(p.Id, FaceWords.Of(p, SheetFace.A, words)!, FaceWords.Of(p, SheetFace.B, words)!)),
        ];
    }
}

/// <summary>What the two sides of a sheet are called: as their designer calls them, or by their print.</summary>
internal static class FaceWords
{
    /// <summary>The name of a side; null where the sheet has only one. Two sides never bear one name: where their prints are alike and
    /// neither is named, they are the front and the back.</summary>
    public static string? Of(Paper paper, SheetFace face, Words words)
    {
        if (paper.FaceB is not { } back)
            return null;
        var (a, b) = (Own(paper.FaceA, words), Own(back, words));
        if (string.Equals(a, b, StringComparison.OrdinalIgnoreCase))
            return words.Text(face == SheetFace.A ? "face.front" : "face.back");
        return face == SheetFace.A ? a : b;
    }

    private static string Own(Face face, Words words) =>
        face.Name is { Length: > 0 } name
            ? name
            : words.Text("face." + System.Text.Json.JsonNamingPolicy.KebabCaseLower.ConvertName(face.Print.ToString()));
}
