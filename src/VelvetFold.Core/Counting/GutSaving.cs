using VelvetFold.Core.Cutting;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Counting;

/// <summary>A piece as it would be with its hidden middle cut out.</summary>
public sealed record GutPiece(string Layout, Piece Piece);

/// <summary>Sheets of one paper that a run of kits does not take, where hidden middles of that paper are cut out for other pieces.</summary>
public sealed record GutSaving(string Paper, int Sheets, IReadOnlyList<GutPiece> Pieces)
{
    /// <summary>Tries it paper by paper: first with every hidden middle, and where that saves a sheet, with as few of them as save as many, the largest first.</summary>
    /// <exception cref="OperationCanceledException">The work was cancelled.</exception>
    public static IReadOnlyList<GutSaving> Of(Kit kit, int kits, PlanTerms? terms = null)
    {
        var layouts = kit.Layouts.Select(l => Resolver.Resolve(l, kit)).ToList();
        var middles = layouts.SelectMany(l => l.Pieces.SelectMany(p => Middles(kit, l, p))).OrderByDescending(m => m.Inside.Area).ToList();
        var savings = new List<GutSaving>();
        foreach (var paper in middles.Select(m => m.Paper).Distinct())
        {
            IReadOnlyList<Middle> own = [.. middles.Where(m => m.Paper == paper)];
            var (without, with) = (Needed(kit, paper, kits, terms), Needed(Gutted(kit, own), paper, kits, terms));
            if (with >= without) continue;
            var few = own.Take(1).ToList();
            while (few.Count < own.Count && Needed(Gutted(kit, few), paper, kits, terms) > with) few.Add(own[few.Count]);
            savings.Add(new(paper, without - with, [.. Changed(few)]));
        }
        return savings;
    }

    private sealed record Middle(string Paper, string Layout, Piece Before, Func<Piece, Piece> Gut, Size Inside);

    // The border is the same all round, so that it is as wide as the widest part of it that shows or lies at the rim of what covers it.
    private static IEnumerable<Middle> Middles(Kit kit, ResolvedLayout layout, PlacedPiece placed)
    {
        var piece = placed.Piece;
        if (piece.Kind == PieceKind.Photo)
        {
            foreach (var (layer, i) in placed.Stack.Layers.Select((layer, i) => (layer, i)))
            {
                var border = layer.Mat.Reveal + Hidden.Lap(kit.Unit);
                if (layer.Mat is { Gut: null, Frame: null } && layer.Size.Grown(-border) is { } inside && inside.Shorter >= Hidden.Smallest)
                    yield return new(layer.Mat.Paper, layout.Layout.Id, piece, p => p with { Opening = p.Opening! with { Mats = [.. p.Opening.Mats.Select((m, at) => at == i ? m with { Gut = border } : m)] } }, inside);
            }
        }
        else if (piece is { IsCut: true, Gut: null, Shape: null, Joins.Count: 0, Paper: { } paper } && piece.Side != PageSide.Both && Hidden.Of(layout, placed, Hidden.Lap(kit.Unit)) is [var hidden, ..])
        {
            var (box, middle) = (placed.Box, hidden.Box);
            var border = new[] { middle.X - box.X, middle.Y - box.Y, box.Right - middle.Right, box.Bottom - middle.Bottom }.Aggregate(Length.Max);
            if (border.IsPositive && piece.CutSize.Grown(-border) is { } inside && inside.Shorter >= Hidden.Smallest)
                yield return new(paper, layout.Layout.Id, piece, p => p with { Gut = border }, inside);
        }
    }

    private static IEnumerable<GutPiece> Changed(IEnumerable<Middle> middles) => middles
        .GroupBy(m => (m.Layout, m.Before.Id))
        .Select(g => new GutPiece(g.Key.Layout, g.Aggregate(g.First().Before, (piece, middle) => middle.Gut(piece))));

    private static Kit Gutted(Kit kit, IEnumerable<Middle> middles) => Changed(middles).Aggregate(kit, (k, gut) => k.With(k.Layout(gut.Layout)!.With(gut.Piece)));

    private static int Needed(Kit kit, string paper, int kits, PlanTerms? terms)
    {
        var pieces = CutList.Of(kit, [.. kit.Layouts.Select(l => Resolver.Resolve(l, kit))]);
        return RunDemand.Of(kit, [.. pieces.Where(p => p.Paper == paper)], kits, terms).Sheets(paper);
    }
}
