using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Guides;

/// <summary>What is done to a piece by hand between cutting and laying, in words: outlines that no trimmer cuts, then its edges, and what
/// is left of it.</summary>
/// <param name="inRows">Pieces whose outlines are cut out of a row already.</param>
internal sealed class HandWork(Draft draft, IReadOnlySet<string> inRows)
{
    private static readonly EdgeWork[] Works =
    [
        EdgeWork.Torn,
        EdgeWork.Scalloped,
        EdgeWork.Punched,
        EdgeWork.Mitred,
        EdgeWork.Dovetailed,
        EdgeWork.Rounded,
    ];

    /// <summary>Whether anything is.</summary>
    public bool Has(Piece piece, string label) =>
        piece.IsCut && (Outlined(piece, label) || piece.Finishes.Any(f => Works.Contains(f.Work)));

    /// <summary>How a ready-made part is made ready to have its place tried: the sentence that says it; null where nothing is to be
    /// done.</summary>
    public static string? PrepareKey(Kit kit, Piece piece) =>
        kit.PartSheet(piece.Part?.Sheet)?.Kind switch
        {
            PartKind.Stickers => "prep.stickers",
            PartKind.Letters => "prep.letters",
            PartKind.ByLength => "prep.twine",
            _ => piece.Hole ? "prep.holes" : null,
        };

    /// <summary>From which sides a photo is trimmed: the sentence that says it.</summary>
    public static string TrimKey(Kit kit, Piece photo) =>
        photo.Opening?.Border is not null
            ? photo.Stack(kit) is { } stack && photo.BorderLeft(stack) is { } left && left.Across == left.Down && left.Across.IsPositive
                ? "trim.border"
                : "trim.round"
            : kit.Matting.Trim == PhotoTrim.AllRound
                ? "trim.round"
                : photo.Opening?.TrimmedSides switch
                {
                    (Measures.Edge.Left, _) => "trim.two.left",
                    (_, Measures.Edge.Top) => "trim.two.top",
                    _ => "trim.two",
                };

    private bool Outlined(Piece piece, string label) => piece.Shape is { Kind: not OutlineKind.Rectangle } && !inRows.Contains(label);

    /// <summary>The sentences for a piece, or for several to which the same is done.</summary>
    public Phrase Of(PlacedPiece placed, IReadOnlyList<string>? labels = null)
    {
        var (piece, label, sentences) = (placed.Piece, placed.Label, new List<Phrase>());
        var pieces = ("pieces", (Phrase)Draft.List(labels ?? [label]));
        if (Outlined(piece, label))
            sentences.Add(
                draft.Words.Say(
                    "hand." + System.Text.Json.JsonNamingPolicy.KebabCaseLower.ConvertName(piece.Shape!.Kind.ToString()),
                    pieces,
                    ("width", draft.Stated(FactKind.Width, label, piece.Size.Width)),
                    ("size", draft.Size(label, piece.Size))
                )
            );
        // The same work with as much off it is one sentence for all its edges.
        foreach (
            var group in piece
                .Finishes.Where(f => Works.Contains(f.Work))
                .GroupBy(f => (f.Work, Off: f.Uses(draft.Kit.Unit)))
                .OrderBy(g => Array.IndexOf(Works, g.Key.Work))
        )
        {
            sentences.Add(
                draft.Words.Say(
                    "hand." + group.Key.Work.ToString().ToLowerInvariant(),
                    pieces,
                    ("edges", draft.Edges(group.Select(f => f.Edge))),
                    ("angle", Words.Number(MitredFrame.CutAngle))
                )
            );
            if (group.Key.Off.IsPositive)
                sentences.Add(draft.Words.Say("hand.off", ("off", draft.Stated(FactKind.Amount, label, group.Key.Off))));
        }
        if (piece.CutSize(draft.Kit.Unit) != piece.Size)
            sentences.Add(draft.Words.Say("hand.left", ("size", draft.Size(label, piece.Size))));
        return Phrase.Join(" ", sentences);
    }
}
