using VelvetFold.Core.Judgement;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Eye;

/// <summary>All that the eye sees on a page.</summary>
/// <param name="Returns">Where accent colours return.</param>
/// <param name="Focal">Where its focal photos lie.</param>
/// <param name="Shares">What its area shows; null where nothing lies on it, or the eye is switched off.</param>
public sealed record EyeLook(
    IReadOnlyList<Finding> Says,
    IReadOnlyList<ColourReturn> Returns,
    IReadOnlyList<FocalPlace> Focal,
    PageShares? Shares
)
{
    /// <summary>Of a page without pieces, or with the eye switched off.</summary>
    public static EyeLook Nothing { get; } = new([], [], [], null);
}

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
        Motifs.CutThrough,
        Calm.BusyBehind,
        Balance.Once,
        Returns.OnOnePage,
        Returns.OnALine,
        Parts.Opposite,
        Parts.Pairs,
        Balance.Weight,
        Balance.LooksLikeAPhoto,
        Balance.Tilted,
        Balance.FocalIsSmall,
        PhotosSeen.Out,
        PhotosSeen.Swallowed,
        Titles.Long,
    ];

    /// <summary>All that it says, each with a code that begins with eye-; nothing where the kit has it switched off.</summary>
    public static IReadOnlyList<Finding> Of(Kit kit, ResolvedLayout layout) => Look(kit, layout).Says;

    /// <summary>All that it sees; nothing where the kit has it switched off.</summary>
    public static EyeLook Look(Kit kit, ResolvedLayout layout)
    {
        ArgumentNullException.ThrowIfNull(kit);
        ArgumentNullException.ThrowIfNull(layout);
        if (kit.NoEye || layout.Pieces.Count == 0)
            return EyeLook.Nothing;
        var page = new SeenPage(kit, layout);
        return new(
            [.. Rules.SelectMany(rule => rule(kit, page)).Select(f => PageCheck.Accept(layout.Layout, f))],
            [.. Returns.Of(page)],
            [.. PhotosSeen.Focal(kit, page)],
            Calm.Of(page)
        );
    }

    /// <param name="mends">What can be done about it, the nearest first.</param>
    internal static Finding Say(SeenPage page, string code, IReadOnlyList<string> pieces, Saying says, params IEnumerable<Mend?> mends)
    {
        var all = mends.OfType<Mend>().ToList();
        return new(code, Gravity.Eye, page.Layout.Layout.Id, pieces, says, all.FirstOrDefault()) { OtherMends = [.. all.Skip(1)] };
    }

    internal static Piece Document(SeenPage page, PlacedPiece placed) => page.Layout.Layout.Piece(placed.Id)!;

    internal static int Percent(double share) => (int)Math.Round(share * 100);

    /// <summary>The paper of the kit that stands out most from a ground; solid ones first, those that are on the page before
    /// others.</summary>
    /// <param name="lying">What lies on it, and must not vanish in its turn.</param>
    internal static SeenFace? StandsOut(Kit kit, SeenPage page, SeenFace from, IReadOnlyList<SeenFace>? lying = null) =>
        Solids(kit, page)
            .Where(f => Colours.Difference(f.Ground, from.Ground) >= EyeLimits.StandsOut && lying?.Any(l => l.IsLike(f)) != true)
            .OrderByDescending(f => IsOn(page, f))
            .ThenByDescending(f => Colours.Difference(f.Ground, from.Ground))
            .FirstOrDefault();

    /// <summary>The solid faces of the kit's papers, those that are on the page first.</summary>
    internal static IEnumerable<SeenFace> Solids(Kit kit, SeenPage page) =>
        kit
            .Papers.SelectMany(p => new[] { SheetFace.A, SheetFace.B }.Select(side => SeenPage.FaceOf(kit, p.Id, side)).OfType<SeenFace>())
            .Where(f => f.IsSolid)
            .OrderByDescending(f => IsOn(page, f));

    private static bool IsOn(SeenPage page, SeenFace face) =>
        page.Things.Any(t => t.Face?.Paper.Id == face.Paper.Id && t.Face.Side == face.Side);
}
