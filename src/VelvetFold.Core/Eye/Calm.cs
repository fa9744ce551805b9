using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Eye;

/// <summary>What a page or spread shows, in percent of its area, rounded; what is bare or covered by parts of no known colour is the
/// rest.</summary>
/// <param name="Busy">Prints that draw the eye.</param>
/// <param name="Calm">Solid paper and dots.</param>
public sealed record PageShares(int Photos, int Busy, int Calm, Saying Says);

/// <summary>Busy and calm on a page.</summary>
internal static class Calm
{
    /// <summary>So many places along each side of a page are looked at.</summary>
    private const int Places = 32;

    /// <summary>The shares of photos, busy and calm paper.</summary>
    public static PageShares Of(SeenPage page)
    {
        var (photos, busy, calm, all) = (0, 0, 0, 0);
        foreach (var top in Tops(page))
        {
            all++;
            if (top is { IsPhoto: true })
                photos++;
            else if (top?.Face is { } face)
                (busy, calm) = face.IsBusy ? (busy + 1, calm) : (busy, calm + 1);
        }
        int Share(int n) => EyeCheck.Percent((double)n / all);
        return new(
            Share(photos),
            Share(busy),
            Share(calm),
            Saying.Of("finding.page-shares", ("photos", Share(photos)), ("busy", Share(busy)), ("calm", Share(calm)))
        );
    }

    /// <summary>A busy print as the largest piece behind: nothing that lies on it comes to rest (common practice, no source).</summary>
    public static IEnumerable<Finding> BusyBehind(Kit kit, SeenPage page)
    {
        var behind = page.Things.Where(t => t.Placed.Piece.Kind is PieceKind.Base or PieceKind.Panel).MaxBy(t => t.Box.Size.Area);
        if (behind?.Face is not { IsBusy: true } face)
            yield break;
        var tops = Tops(page).ToList();
        var share = (double)tops.Count(t => t?.Placed.Id == behind.Placed.Id) / tops.Count;
        if (share >= EyeLimits.BusyBehind)
            yield return EyeCheck.Say(
                page,
                "eye-busy-behind",
                [behind.Placed.Id],
                Saying.Of(
                    "finding.eye-busy-behind",
                    ("piece", behind.Placed.Label),
                    ("print", face.Paper.Name),
                    ("percent", EyeCheck.Percent(share))
                ),
                Prints.Calmed(kit, page, behind)
            );
    }

    // What lies uppermost in places spread evenly over each page; null where nothing does.
    private static IEnumerable<SeenThing?> Tops(SeenPage page)
    {
        foreach (var side in page.Layout.Layout.Sides)
        {
            var own = page.Layout.Layout.PageBox(side);
            for (var j = 0; j < Places; j++)
            {
                var y = own.Y + new Length(own.Height.Ticks * (2 * j + 1) / (2 * Places));
                var row = page.Things.Where(t => t.Box.Y <= y && y <= t.Box.Bottom).ToList();
                for (var i = 0; i < Places; i++)
                {
                    var x = own.X + new Length(own.Width.Ticks * (2 * i + 1) / (2 * Places));
                    yield return row.FindLast(t => t.Box.X <= x && x <= t.Box.Right);
                }
            }
        }
    }
}
