using VelvetFold.Core.Judgement;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Eye;

/// <summary>What the eye says of a page: advice in the trade's words, with numbers, and a mend where there is one. Never a fault.</summary>
public static class EyeCheck
{
    private static readonly Func<Kit, SeenPage, IEnumerable<Finding>>[] Rules =
    [
        Contrast.Vanishes,
        Contrast.MatsAlike,
        Prints.OnPrint,
        Prints.PhotoOnPrint,
        Prints.MotifLost,
        Balance.Once,
        Returns.OnOnePage,
        Returns.OnALine,
        Parts.Opposite,
        Parts.Pairs,
        Balance.Weight,
        Balance.LooksLikeAPhoto,
        Balance.Tilted,
        Balance.FocalIsSmall,
        Titles.Long,
    ];

    /// <summary>All that it says, each with a code that begins with eye-; nothing where the kit has it switched off.</summary>
    public static IReadOnlyList<Finding> Of(Kit kit, ResolvedLayout layout) => Look(kit, layout).Says;

    /// <summary>All that it says, and where accent colours return; nothing where the kit has it switched off.</summary>
    public static (IReadOnlyList<Finding> Says, IReadOnlyList<ColourReturn> Returns) Look(Kit kit, ResolvedLayout layout)
    {
        ArgumentNullException.ThrowIfNull(kit);
        ArgumentNullException.ThrowIfNull(layout);
        if (kit.NoEye || layout.Pieces.Count == 0)
            return ([], []);
        var page = new SeenPage(kit, layout);
        return ([.. Rules.SelectMany(rule => rule(kit, page)).Select(f => PageCheck.Accept(layout.Layout, f))], [.. Returns.Of(page)]);
    }

    internal static Finding Say(SeenPage page, string code, IReadOnlyList<string> pieces, Saying says, Mend? mend = null) =>
        new(code, Gravity.Eye, page.Layout.Layout.Id, pieces, says, mend);

    internal static Piece Document(SeenPage page, PlacedPiece placed) => page.Layout.Layout.Piece(placed.Id)!;

    internal static int Percent(double share) => (int)Math.Round(share * 100);

    /// <summary>The paper of the kit that stands out most from a ground; solid ones first, those that are on the page before
    /// others.</summary>
    /// <param name="lying">What lies on it, and must not vanish in its turn.</param>
    internal static SeenFace? StandsOut(Kit kit, SeenPage page, SeenFace from, IReadOnlyList<SeenFace>? lying = null) =>
        kit
            .Papers.SelectMany(p => new[] { SheetFace.A, SheetFace.B }.Select(side => SeenPage.FaceOf(kit, p.Id, side)).OfType<SeenFace>())
            .Where(f =>
                f.IsSolid
                && Colours.Difference(f.Face.Colour, from.Face.Colour) >= EyeLimits.StandsOut
                && lying?.Any(l => l.IsLike(f)) != true
            )
            .OrderByDescending(f => page.Things.Any(t => t.Face?.Paper.Id == f.Paper.Id && t.Face.Side == f.Side))
            .ThenByDescending(f => Colours.Difference(f.Face.Colour, from.Face.Colour))
            .FirstOrDefault();
}
