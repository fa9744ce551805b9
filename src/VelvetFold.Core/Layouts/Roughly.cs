using VelvetFold.Core.Kits;

namespace VelvetFold.Core.Layouts;

/// <summary>Pieces whose place is about right anywhere near.</summary>
public static class Roughly
{
    /// <summary>Whether a piece may lie roughly: its designer says so, where it is shown it covers no photo, no title and nothing that is
    /// written on, and no other piece leans on it. One that does, or is leant on, is measured like any other.</summary>
    public static bool May(ResolvedLayout layout, PlacedPiece placed) =>
        placed.Piece.Roughly && !Covered(layout, placed).Any() && !Leaning(layout, placed).Any();

    /// <summary>The pieces and arrangements that are measured from a piece.</summary>
    public static IEnumerable<string> Leaning(ResolvedLayout layout, PlacedPiece placed) =>
        layout
            .Layout.Pieces.Where(p => !p.Extra && (p.Across.LeansOn == placed.Id || p.Down.LeansOn == placed.Id))
            .Select(p => p.Id)
            .Concat(
                layout
                    .Layout.Arrangements.Where(a =>
                        a.Over == placed.Id
                        || a.Across?.LeansOn == placed.Id
                        || a.Down?.LeansOn == placed.Id
                        || a.Members.Contains(placed.Id)
                    )
                    .Select(a => a.Id)
            );

    /// <summary>The photos, titles and cards under a piece.</summary>
    public static IEnumerable<PlacedPiece> Covered(ResolvedLayout layout, PlacedPiece placed) =>
        layout
            .Pieces.TakeWhile(p => p.Id != placed.Id)
            .Where(p =>
                (p.Piece.HoldsPhoto || p.Piece.Kind is PieceKind.Title or PieceKind.Journaling)
                && (p.PhotoBox ?? p.Box).Overlaps(placed.Box)
            );
}
