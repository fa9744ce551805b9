using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;

namespace VelvetFold.Core.Counting;

/// <summary>What a run takes of stock, as one short text: two runs that take the same have the same, so that a confirmed run is told
/// from what the kit became since.</summary>
public static class RunInstance
{
    /// <summary>The text for so many kits: of the sizes and numbers of what is cut and of the parts that are used, whatever they are
    /// called and wherever they lie.</summary>
    public static string Of(Kit kit, IReadOnlyList<CutPiece> pieces, int kits)
    {
        ArgumentNullException.ThrowIfNull(kit);
        var text = new StringBuilder(kits.ToString(CultureInfo.InvariantCulture));
        if (kit.WithSpares(kits) is var run && run > kits)
            text.Append(CultureInfo.InvariantCulture, $" and {run - kits}");
        var cut = pieces
            .Select(p =>
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{p.Paper} {p.Face} {p.Size.Width.Ticks}x{p.Size.Height.Ticks} {p.Turn} {p.Gut?.Ticks} {p.By}"
                )
            )
            .Concat(
                kit.Papers.Select(p =>
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"{p.Id} {p.Size.Width.Ticks}x{p.Size.Height.Ticks} {p.TearStrip} {p.Squaring}"
                    )
                )
            )
            .Concat(
                PartCounts
                    .Of(kit, kits, spares: true)
                    .Where(c => c.Total > 0)
                    .Select(c => string.Create(CultureInfo.InvariantCulture, $"{c.Sheet} {c.Total}"))
            );
        foreach (var line in cut.Order(StringComparer.Ordinal))
            text.Append('\n').Append(line);
        return Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes(text.ToString())))[..32];
    }
}
