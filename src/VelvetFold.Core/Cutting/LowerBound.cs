using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Cutting;

/// <summary>How many sheets any plan needs at the least, known from the pieces alone.</summary>
public static class LowerBound
{
    /// <summary>The larger of two bounds: by area, and by the pieces of which no two share a sheet.</summary>
    public static int Sheets(Size sheet, IReadOnlyList<Demand> pieces)
    {
        var area = pieces.Aggregate(Int128.Zero, (sum, p) => sum + p.Size.Area * p.Quantity);
        var byArea = (int)((area + sheet.Area - 1) / sheet.Area);
        return Math.Max(byArea, pieces.Where(p => IsAlone(p, sheet)).Sum(p => p.Quantity));
    }

    // More than half of the sheet both ways, however it is turned: two such pieces never share a sheet.
    private static bool IsAlone(Demand piece, Size sheet)
    {
        bool Big(Size size) => size.Width * 2 > sheet.Width && size.Height * 2 > sheet.Height;
        var straight = !piece.Size.FitsIn(sheet) || Big(piece.Size);
        var turned = piece.Turn == Turn.None || !piece.Size.Turned.FitsIn(sheet) || Big(piece.Size.Turned);
        return straight && turned;
    }
}
