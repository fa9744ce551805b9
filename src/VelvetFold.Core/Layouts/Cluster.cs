using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Layouts;

/// <summary>Some pieces of a layout by themselves, to be laid on another one.</summary>
public static class Cluster
{
    /// <summary>The layout with those pieces alone, where they lie: what leaned on a piece that is not among them is measured from its own
    /// page, and an arrangement is kept where all of it is among them.</summary>
    /// <exception cref="ArgumentException">A piece is not there.</exception>
    public static Layout Of(Layout layout, Kit kit, IReadOnlyCollection<string> ids)
    {
        ArgumentNullException.ThrowIfNull(layout);
        ArgumentNullException.ThrowIfNull(ids);
        if (ids.FirstOrDefault(id => layout.Piece(id) is null) is { } missing)
            throw new ArgumentException($"There is no {missing} in {layout.Id}.", nameof(ids));
        var resolved = Resolver.Resolve(layout, kit);
        bool Comes(string? id) => id is null || ids.Contains(id);
        var together = layout
            .Arrangements.Where(a => a.Members.All(ids.Contains) && Comes(a.Over) && Comes(a.Across?.LeansOn) && Comes(a.Down?.LeansOn))
            .ToList();
        AxisRule Rule(Piece piece, Axis axis)
        {
            var rule = piece.Rule(axis);
            if (Comes(rule.LeansOn) || together.Exists(a => a.Id == rule.LeansOn))
                return rule;
            return resolved.Piece(piece.Id) is { } placed
                ? new FromEdge(
                    axis == Axis.Across ? Edge.Left : Edge.Top,
                    placed.Box.Along(axis).Start - layout.PageBox(piece.Side).Along(axis).Start
                )
                : rule.Leaning(null);
        }
        return layout with
        {
            Pieces =
            [
                .. layout
                    .Pieces.Where(p => ids.Contains(p.Id))
                    .Select(p =>
                        p with
                        {
                            Across = Rule(p, Axis.Across),
                            Down = Rule(p, Axis.Down),
                            InsteadOf = Comes(p.InsteadOf) ? p.InsteadOf : null,
                        }
                    ),
            ],
            Arrangements = together,
            Variants = [],
            Accepted = [.. layout.Accepted.Where(a => ids.Contains(a.Piece))],
        };
    }

    /// <summary>The layout with a cluster laid on it, before all that is there; pieces whose label is taken get another one.</summary>
    public static Layout Onto(Layout layout, Layout cluster)
    {
        ArgumentNullException.ThrowIfNull(layout);
        ArgumentNullException.ThrowIfNull(cluster);
        var names = new Dictionary<string, string>();
        foreach (var piece in cluster.Pieces)
            names[piece.Id] =
                layout.Piece(piece.Id) is null && !names.ContainsValue(piece.Id)
                    ? piece.Id
                    : layout.FreeLabel(piece.Kind, [.. names.Values, .. cluster.Pieces.Select(p => p.Id)]);
        foreach (var arrangement in cluster.Arrangements)
            names[arrangement.Id] = layout.FreeArrangementLabel([.. names.Values]);
        string? Name(string? id) => id is null ? null : names.GetValueOrDefault(id, id);
        AxisRule Named(AxisRule rule, PageSide side) =>
            rule is Flush flush
                ? new FromEdge(flush.EdgeOn(cluster.Kind, side), flush.Distance)
                : (rule.LeansOn is { } on ? rule.Leaning(Name(on)) : rule);
        PageSide Side(PageSide side) => layout.Kind == LayoutKind.Single ? PageSide.Left : side;
        return layout with
        {
            Pieces =
            [
                .. layout.Pieces,
                .. cluster.Pieces.Select(p =>
                    p with
                    {
                        Id = names[p.Id],
                        Side = Side(p.Side),
                        Across = Named(p.Across, p.Side),
                        Down = Named(p.Down, p.Side),
                        InsteadOf = Name(p.InsteadOf),
                    }
                ),
            ],
            Arrangements =
            [
                .. layout.Arrangements,
                .. cluster.Arrangements.Select(a =>
                    a with
                    {
                        Id = names[a.Id],
                        Side = Side(a.Side),
                        Members = [.. a.Members.Select(m => names[m])],
                        Over = Name(a.Over),
                        Across = a.Across is { } across ? Named(across, a.Side) : null,
                        Down = a.Down is { } down ? Named(down, a.Side) : null,
                    }
                ),
            ],
            Accepted = [.. layout.Accepted, .. cluster.Accepted.Select(a => a with { Piece = names[a.Piece] })],
        };
    }
}
