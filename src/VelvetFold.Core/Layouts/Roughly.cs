using VelvetFold.Core.Kits;

namespace VelvetFold.Core.Layouts;

/// <summary>Pieces whose place is about right anywhere near.</summary>
public static class Roughly
{
    /// <summary>Whether a piece may lie roughly: its designer says so, and where it is shown it covers no photo, no title and nothing that
    /// is written on. One that does is measured like any other.</summary>
    public static bool May(ResolvedLayout layout, PlacedPiece placed) => placed.Piece.Roughly && !Covered(layout, placed).Any();

    /// <summary>The photos, titles and cards under a piece.</summary>
    public static IEnumerable<PlacedPiece> Covered(ResolvedLayout layout, PlacedPiece placed) =>
        layout
            .Pieces.TakeWhile(p => p.Id != placed.Id)
            .Where(p =>
                (p.Piece.HoldsPhoto || p.Piece.Kind is PieceKind.Title or PieceKind.Journaling)
                && (p.PhotoBox ?? p.Box).Overlaps(placed.Box)
            );
}
