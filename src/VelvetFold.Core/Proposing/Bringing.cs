using VelvetFold.Core.Eye;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Proposing;

/// <summary>What stands for a paper of another kit.</summary>
/// <param name="From">The paper there.</param>
/// <param name="To">The paper here.</param>
/// <param name="Added">Whether it came along, as nothing here is like it.</param>
public sealed record BroughtPaper(string From, string To, bool Added, Saying Says);

/// <summary>What of a layout is brought.</summary>
/// <param name="Page">One page of a spread, as a single page; all of it where none is said.</param>
/// <param name="Pieces">Some of its pieces, by their ids there; all where none are said.</param>
/// <param name="Onto">The layout here that they are laid on; a layout of their own where none is said.</param>
public sealed record BroughtPart(PageSide? Page = null, IReadOnlyList<string>? Pieces = null, string? Onto = null)
{
    /// <summary>A whole layout as one of its own.</summary>
    public static BroughtPart Whole { get; } = new();
}

/// <summary>A kit with a layout of another one.</summary>
/// <param name="Layout">What the layout is called here.</param>
public sealed record Brought(Kit Kit, string Layout, IReadOnlyList<BroughtPaper> Papers);

/// <summary>
/// Uses a layout of one kit, a page of it or some of its pieces, in another. Its measures stay as they are; what the other kit takes for granted (school of matting, what a
/// stated size means) is said with each piece where this kit takes something else for granted. Papers and parts stand for those of the
/// same name; else the paper that looks like it, ground and print (CIEDE2000 under <see cref="EyeLimits.Alike"/>), and what
/// nothing here is like comes along, without its stock.
/// </summary>
public static class Bringing
{
    /// <summary>Brings a layout.</summary>
    /// <param name="papers">What is to stand for a paper, by the id there; an empty text where it is to come along. What is not said is
    /// chosen.</param>
    /// <exception cref="ArgumentException">The layout or a piece is not there, or a paper or the layout to lay it on is not here.</exception>
    /// <param name="part">What of it; all of it where nothing is said.</param>
    public static Brought Of(
        Kit into,
        Kit from,
        string layoutId,
        IReadOnlyDictionary<string, string>? papers = null,
        BroughtPart? part = null
    )
    {
        ArgumentNullException.ThrowIfNull(into);
        ArgumentNullException.ThrowIfNull(from);
        part ??= BroughtPart.Whole;
        var layout = Some(from, layoutId, part);
        var ground = part.Onto is { } onto
            ? into.Layout(onto) ?? throw new ArgumentException($"There is no layout {onto}.", nameof(part))
            : null;
        var (chosen, added) = (new List<BroughtPaper>(), new List<Paper>());
        foreach (var id in layout.Pieces.SelectMany(PapersOf).Distinct())
            if (from.Paper(id) is { } paper)
                chosen.Add(Stand(into, paper, papers?.GetValueOrDefault(id), added));
        var sheets = new Dictionary<string, PartSheet>();
        var more = new List<PartSheet>();
        foreach (var id in layout.Pieces.SelectMany(p => p.Takes(p.Id)).Select(t => t.Use.Sheet).Distinct())
            if (from.PartSheet(id) is { } sheet)
            {
                if (into.Parts.FirstOrDefault(p => IsCalled(p.Name, sheet.Name)) is not { } own)
                    more.Add(
                        own = sheet with
                        {
                            Id = Free(sheet.Id, [.. into.Parts.Select(p => p.Id), .. more.Select(p => p.Id)]),
                            OnHand = null,
                            Promised = null,
                        }
                    );
                sheets[id] = own;
            }
        var name = ground?.Id ?? Enumerable.Range(1, int.MaxValue).Select(n => $"L{n}").First(l => into.Layout(l) is null);
        var here = into with { Papers = [.. into.Papers, .. added], Parts = [.. into.Parts, .. more] };
        var mine = layout with { Id = name, Pieces = [.. layout.Pieces.Select(p => In(here, from, p, chosen, sheets))] };
        return new(ground is null ? here with { Layouts = [.. into.Layouts, mine] } : here.With(Cluster.Onto(ground, mine)), name, chosen);
    }

    private static Layout Some(Kit from, string id, BroughtPart part)
    {
        var layout = from.Layout(id) ?? throw new ArgumentException($"There is no layout {id}.", nameof(id));
        if (part.Page is { } page && layout.Kind == LayoutKind.Spread)
        {
            // What lies across the seam is no part of one page.
            var here = layout.Pieces.Where(p => p.Side == page && part.Pieces?.Contains(p.Id) != false).Select(p => p.Id).ToList();
            return LayoutWork.Page(Cluster.Of(layout, from, here), page);
        }
        // Its variants are of papers that are not here.
        return part.Pieces is { } pieces ? Cluster.Of(layout, from, pieces) : layout with { Variants = [] };
    }

    /// <summary>The papers that a piece names, its mats' too.</summary>
    internal static IEnumerable<string> PapersOf(Piece piece) =>
        (piece.Opening?.Mats.Select(m => m.Paper) ?? []).Append(piece.Paper).OfType<string>();

    private static BroughtPaper Stand(Kit into, Paper paper, string? said, List<Paper> added)
    {
        if (said is { Length: > 0 })
            return into.Paper(said) is { } own
                ? new(paper.Id, own.Id, false, Saying.Of("proposal.stands-for", ("paper", own.Name), ("from", paper.Name)))
                : throw new ArgumentException($"There is no paper {said}.", nameof(said));
        if (said is null)
        {
            if (into.Papers.FirstOrDefault(p => IsCalled(p.Name, paper.Name)) is { } same)
                return new(paper.Id, same.Id, false, Saying.Of("proposal.is-here", ("paper", same.Name)));
            if (
                into
                    .Papers.Where(p => Fronts(p).IsLike(Elsewhere(paper)) && (p.FaceB is null) == (paper.FaceB is null))
                    .MinBy(p => Colours.Difference(p.FaceA.Colour, paper.FaceA.Colour)) is
                { } like
            )
                return new(paper.Id, like.Id, false, Saying.Of("proposal.is-like", ("paper", like.Name), ("from", paper.Name)));
        }
        var brought = paper with
        {
            Id = Free(paper.Id, [.. into.Papers.Select(p => p.Id), .. added.Select(p => p.Id)]),
            OnHand = null,
            Promised = null,
            Offcuts = [],
        };
        added.Add(brought);
        return new(paper.Id, brought.Id, true, Saying.Of("proposal.comes-along", ("paper", brought.Name)));
    }

    private static SeenFace Fronts(Paper paper) => new(paper, SheetFace.A, paper.FaceA);

    // Ids of two kits say nothing of each other.
    private static SeenFace Elsewhere(Paper paper) => Fronts(paper with { Id = "" });

    private static bool IsCalled(string name, string other) => string.Equals(name.Trim(), other.Trim(), StringComparison.OrdinalIgnoreCase);

    private static string Free(string id, IReadOnlyCollection<string> taken) =>
        taken.Contains(id) ? Enumerable.Range(2, taken.Count + 1).Select(n => $"{id}-{n}").First(i => !taken.Contains(i)) : id;

    private static Piece In(
        Kit into,
        Kit from,
        Piece piece,
        IReadOnlyList<BroughtPaper> papers,
        IReadOnlyDictionary<string, PartSheet> sheets
    )
    {
        Mat Matted(Mat mat) =>
            mat switch
            {
                { Card: { } card } => sheets.TryGetValue(card.Sheet, out var its) ? mat with { Card = card with { Sheet = its.Id } } : mat,
                { Paper: { } own } => mat with { Paper = Paper(own), Face = Face(own, mat.Face) },
                _ => mat,
            };
        string Sheet(string id) => sheets.TryGetValue(id, out var its) ? its.Id : id;
        string Paper(string id) => papers.FirstOrDefault(p => p.From == id)?.To ?? id;
        // A paper that stands for another may have no printed back.
        SheetFace Face(string id, SheetFace face) => into.Paper(Paper(id))?.FaceB is null ? SheetFace.A : face;
        return piece with
        {
            Paper = piece.Paper is { } own ? Paper(own) : null,
            Face = piece.Paper is { } shown ? Face(shown, piece.Face) : piece.Face,
            // Another paper has nothing printed in that place.
            CutFrom =
                piece.Paper is { } its && IsCalled(into.Paper(Paper(its))?.Name ?? "", from.Paper(its)?.Name ?? "") ? piece.CutFrom : null,
            Stated = piece.Stated ?? (from.Stated == into.Stated ? null : from.Stated),
            Part = piece.Part is { } part
                ? part with
                {
                    Sheet = Sheet(part.Sheet),
                    Others = [.. part.Others.Select(o => o with { Sheet = Sheet(o.Sheet) })],
                }
                : null,
            Opening = piece.Opening is { } opening
                ? opening with
                {
                    School = opening.School ?? (from.Matting.School == into.Matting.School ? null : from.Matting.School),
                    Mats = [.. opening.Mats.Select(Matted)],
                }
                : null,
        };
    }
}
