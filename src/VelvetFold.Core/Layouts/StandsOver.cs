using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Layouts;

/// <summary>A photo that is larger than the band or panel it is centred on stands over it on both sides; that is often meant (common
/// practice, no source).</summary>
/// <param name="Ground">The band or panel.</param>
/// <param name="By">How far on each side.</param>
public sealed record StandsOver(Axis Axis, PlacedPiece Ground, Length By)
{
    /// <summary>What a placed piece stands over along an axis; null where it does not.</summary>
    public static StandsOver? Of(ResolvedLayout layout, PlacedPiece placed, Axis axis) =>
        placed.Piece.Kind == PieceKind.Photo
        && placed.Piece.Rule(axis) is Centred { In: { } on }
        && layout.Piece(on) is { } ground
        && ground.Piece.Kind is PieceKind.Strip or PieceKind.Panel
        && (placed.Box.Along(axis).Extent - ground.Box.Along(axis).Extent).Half is { IsPositive: true } by
            ? new(axis, ground, by)
            : null;

    /// <summary>What a placed piece stands over along either axis.</summary>
    public static IEnumerable<StandsOver> Of(ResolvedLayout layout, PlacedPiece placed) =>
        new[] { Axis.Across, Axis.Down }.Select(axis => Of(layout, placed, axis)).OfType<StandsOver>();
}
