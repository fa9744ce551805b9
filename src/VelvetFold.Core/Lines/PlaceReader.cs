using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Lines;

/// <summary>Reads places and the names of what they lean on.</summary>
/// <param name="layout">The layout as the line has made it so far.</param>
internal sealed class PlaceReader(LineCursor cursor, Func<Layout> layout)
{
    // A place along one axis, or null where none begins here.
    public (Axis Axis, AxisRule Rule)? Place()
    {
        if (cursor.Take("flush to", "flush") is not null)
            return FlushPlace();
        if (cursor.Take("tucked") is not null)
        {
            var by = cursor.NeedLength();
            cursor.Need("under");
            var under = NeedPiece();
            cursor.Need("at");
            var at = LineWords.Sides[cursor.Need([.. LineWords.Sides.Keys])];
            return (at.Axis(), new Tucked(at, under, by));
        }
        if (cursor.Take("hanging") is not null)
        {
            var by = cursor.NeedLength();
            cursor.Need("over");
            var at = LineWords.Sides[cursor.Need([.. LineWords.Sides.Keys])];
            return (at.Axis(), new Hanging(at, by));
        }
        if (cursor.Take("across in", "down in") is { } which)
            return (which[0] == 'a' ? Axis.Across : Axis.Down, new Member(NeedArrangement()));
        if (cursor.Take("centred") is not null)
        {
            var axis = cursor.Need("across", "down") == "across" ? Axis.Across : Axis.Down;
            return (axis, new Centred(cursor.Take("in", "on") is null ? null : NeedPiece()));
        }
        if (cursor.Take("under", "over", "left of", "right of") is { } beyond)
        {
            var edge = beyond switch
            {
                "under" => Edge.Bottom,
                "over" => Edge.Top,
                "left of" => Edge.Left,
                _ => Edge.Right,
            };
            var of = NeedPiece();
            return (edge.Axis(), new Beside(edge, of, cursor.Take("gap") is null ? Length.Zero : cursor.NeedLength()));
        }
        if (cursor.Take("left as", "right as", "top as", "bottom as") is { } aligned)
        {
            var edge = LineWords.Sides[aligned.Split(' ')[0]];
            return (edge.Axis(), new FromEdge(edge, Length.Zero, NeedPiece()));
        }
        return cursor.Length() is { } distance ? FromPlace(distance) : null;
    }

    private (Axis, AxisRule) FromPlace(Length distance)
    {
        cursor.Need("from", "inside");
        if (cursor.Take("seam", "outer edge", "outer") is { } flank)
            return (Axis.Across, new Flush(flank == "seam" ? Flank.Seam : Flank.Outer, distance));
        var edge = LineWords.Sides[cursor.Need([.. LineWords.Sides.Keys])];
        return (edge.Axis(), new FromEdge(edge, distance, cursor.Take("of") is null ? null : NeedPiece()));
    }

    private (Axis, AxisRule) FlushPlace()
    {
        var edge = cursor.Need(["seam", "outer edge", "outer", .. LineWords.Sides.Keys]);
        if (LineWords.Sides.TryGetValue(edge, out var side))
            return (side.Axis(), new FromEdge(side, Length.Zero, cursor.Take("with", "of") is null ? null : NeedPiece()));
        return (Axis.Across, new Flush(edge == "seam" ? Flank.Seam : Flank.Outer, Length.Zero));
    }

    // A piece by its label or its name, or an arrangement; the longest that stands here.
    public Piece? PieceHere()
    {
        var names = layout().Pieces.Select(p => p.Id).Concat(layout().Pieces.Select(p => p.Name).OfType<string>());
        return cursor.Take(names) is { } name
            ? layout().Piece(layout().Pieces.FirstOrDefault(p => string.Equals(p.Id, name, StringComparison.OrdinalIgnoreCase))?.Id)
                ?? layout().Pieces.LastOrDefault(p => string.Equals(p.Name, name, StringComparison.OrdinalIgnoreCase))
            : null;
    }

    public string NeedPiece()
    {
        if (PieceHere() is { } piece)
            return piece.Id;
        if (layout().Arrangements.Count > 0 && cursor.Take(layout().Arrangements.Select(a => a.Id)) is { } arrangement)
            return arrangement;
        // A layout is read out back to front, and what lies behind may lean on what lies in front: a label is taken on trust, and a finding
        // tells of it if no such piece comes.
        var at = cursor.At;
        if (cursor.Word() is { } label && label.Length <= 8 && char.IsAsciiLetterUpper(label[0]) && label.Any(char.IsAsciiDigit))
            return label;
        cursor.GoTo(at);
        throw cursor.Fault();
    }

    // evenly 1 from sides; evenly 1 and 2 from top and bottom of B1
    public void ReadEvenly(LineGroup group)
    {
        group.Kind = ArrangementKind.Evenly;
        group.Start = cursor.NeedLength();
        group.End = cursor.Take("and") is null ? group.Start : cursor.NeedLength();
        cursor.Need("from");
        group.Axis = cursor.Need("sides", "top and bottom") == "sides" ? Axis.Across : Axis.Down;
        if (cursor.Take("of") is not null)
            group.Over = NeedPiece();
    }

    public string NeedArrangement() => cursor.Take(layout().Arrangements.Select(a => a.Id)) ?? cursor.Word() ?? throw cursor.Fault();
}
