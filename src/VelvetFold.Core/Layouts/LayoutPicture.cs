using System.Text.Json;
using VelvetFold.Core.Drawing;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Layouts;

/// <summary>Draws a resolved layout to scale.</summary>
public static class LayoutPicture
{
    /// <summary>The page or spread with all its pieces, back to front, each with its label.</summary>
    public static Scene Draw(Kit kit, ResolvedLayout resolved)
    {
        var layout = resolved.Layout;
        var marks = new List<Mark>();
        foreach (var side in layout.Sides)
            marks.Add(new BoxMark(Role.Page, null, layout.PageBox(side)));
        if (layout.Kind == LayoutKind.Spread)
            marks.Add(new LineMark(Role.Seam, null, layout.Page.Width, Length.Zero, layout.Page.Width, layout.Page.Height));
        foreach (var placed in resolved.Pieces)
            marks.AddRange(MarksOf(kit, placed));
        marks.AddRange(Labels(resolved.Pieces));
        return new(layout.Size, Says(kit, resolved), marks);
    }

    /// <summary>The dimension lines of a piece: its own size, and the distances its rules are measured by.</summary>
    public static IReadOnlyList<Mark> Dimensions(LengthPattern reading, ResolvedLayout resolved, PlacedPiece placed)
    {
        ArgumentNullException.ThrowIfNull(reading);
        var (box, label) = (placed.Box, placed.Label);
        var marks = new List<Mark>
        {
            new DimensionMark(Role.Dimension, label, Axis.Across, box.Y, box.X, box.Right, reading.Format(box.Width)),
            new DimensionMark(Role.Dimension, label, Axis.Down, box.Right, box.Y, box.Bottom, reading.Format(box.Height)),
        };
        foreach (var axis in new[] { Axis.Across, Axis.Down })
        {
            if (Gap(resolved, placed, axis) is not { } gap)
                continue;
            var other = box.Along(axis == Axis.Across ? Axis.Down : Axis.Across);
            marks.Add(
                new DimensionMark(
                    Role.Dimension,
                    label,
                    axis,
                    other.Start + other.Extent.Half,
                    gap.Start,
                    gap.End,
                    reading.Format(gap.Extent)
                )
            );
        }
        return marks;
    }

    /// <summary>The stretch a rule speaks of, between what it leans on and the piece; none where they touch.</summary>
    internal static Span? Gap(ResolvedLayout resolved, PlacedPiece placed, Axis axis)
    {
        var layout = resolved.Layout;
        var rule = placed.Piece.Rule(axis);
        var piece = placed.Box.Along(axis);
        // An arrangement's own block has no edge a ruler could find: its members are measured from the page.
        var other = resolved.Piece(rule.LeansOn);
        if (rule.LeansOn is not null && other is null)
            rule = new FromEdge(axis == Axis.Across ? Edge.Left : Edge.Top, Length.Zero);
        var ground = other?.Box.Along(axis) ?? layout.PageBox(placed.Piece.Side).Along(axis);
        var atStart = rule switch
        {
            FromEdge from => from.Edge.IsStart(),
            Flush flush => flush.EdgeOn(layout.Kind, placed.Piece.Side).IsStart(),
            Beside beside => !beside.Edge.IsStart(),
            Tucked tucked => !tucked.Edge.IsStart(),
            Hanging hanging => hanging.Edge.IsStart(),
            _ => true,
        };
        var near =
            rule is Beside or Tucked ? (atStart ? ground.End : ground.Start)
            : atStart ? ground.Start
            : ground.End;
        var edge = atStart ? piece.Start : piece.End;
        var extent = (edge - near).Magnitude;
        return extent.IsPositive ? new Span(Length.Min(near, edge), extent) : null;
    }

    /// <summary>The colour of a border that is printed with a photo.</summary>
    private const string White = "#ffffff";

    private static IEnumerable<Mark> MarksOf(Kit kit, PlacedPiece placed)
    {
        var (piece, label) = (placed.Piece, placed.Label);
        if (piece.Drawn is { } drawn)
        {
            foreach (var line in Drawing(placed, drawn.Kind))
                yield return line;
        }
        else if (piece.Kind != PieceKind.Photo)
        {
            yield return new BoxMark(
                Role.Paper,
                label,
                placed.Box,
                FillOf(piece.Paper, piece.Face.ToString(), piece.PrintTurned),
                ShapeOf(piece.Shape),
                piece.Shape is { Kind: OutlineKind.Template } shape ? [.. shape.Points.Select(p => new ScenePoint(p.X, p.Y))] : null,
                piece.Tilt,
                EdgesOf(piece),
                piece.Gut is { } border ? placed.Box.Inset(border) : null,
                piece.Part is { Part: { } part } use ? kit.PartSheet(use.Sheet)?.Part(part)?.Colour : null,
                piece.CutFrom is { } from ? new(from.X, from.Y) : null
            );
            foreach (var join in piece.Joins)
                yield return Join(placed, join);
            if (piece is { Kind: PieceKind.Journaling, Tilt: null, Shape: null })
                foreach (var (x1, x2, y) in Ruling.Of(kit.Unit).On(placed.Box))
                    yield return new LineMark(Role.Ruled, label, x1, y, x2, y);
        }
        else
        {
            for (var i = placed.MatBoxes.Count - 1; i >= 0; i--)
            {
                var mat = placed.Stack.Layers[i].Mat;
                yield return new BoxMark(
                    Role.Mat,
                    label,
                    placed.MatBoxes[i],
                    FillOf(mat.Paper, mat.Face.ToString(), false),
                    Tilt: piece.Tilt,
                    Hole: mat.Frame is { } width ? placed.MatBoxes[i].Inset(width) : null,
                    Colour: mat.Card is { } card ? kit.PartSheet(card.Sheet)?.Part(card.Part)?.Colour : null
                );
            }
            yield return placed.PhotoBox is { } photo
                ? new BoxMark(piece.IsPlaceholder ? Role.Empty : Role.Photo, label, photo, Tilt: piece.Tilt)
                : new BoxMark(Role.Empty, label, placed.Box.Centred(placed.Stack.Photo), Tilt: piece.Tilt);
            if (piece.HasPrint && placed.PhotoBox is { } print && piece.BorderLeft(placed.Stack) is { } left)
                if (left.Across.IsPositive && left.Down.IsPositive)
                    yield return new BoxMark(
                        Role.Mat,
                        label,
                        print,
                        Tilt: piece.Tilt,
                        Hole: new(print.X + left.Across, print.Y + left.Down, print.Width - left.Across * 2, print.Height - left.Down * 2),
                        Colour: White
                    );
        }
    }

    // Dashes and stitches run along the middle of their longer side; of the others the place is marked.
    private static IEnumerable<LineMark> Drawing(PlacedPiece placed, DrawnKind kind)
    {
        LineMark Line(Length x1, Length y1, Length x2, Length y2) => new(Role.Seam, placed.Label, x1, y1, x2, y2);
        var (box, middle) = (placed.Box, (X: placed.Box.X + placed.Box.Width.Half, Y: placed.Box.Y + placed.Box.Height.Half));
        return kind is DrawnKind.Dashes or DrawnKind.Stitches
            ?
            [
                placed.Piece.LongAxis == Axis.Across
                    ? Line(box.X, middle.Y, box.Right, middle.Y)
                    : Line(middle.X, box.Y, middle.X, box.Bottom),
            ]
            :
            [
                Line(box.X, box.Y, box.Right, box.Y),
                Line(box.Right, box.Y, box.Right, box.Bottom),
                Line(box.X, box.Bottom, box.Right, box.Bottom),
                Line(box.X, box.Y, box.X, box.Bottom),
            ];
    }

    private static List<SceneEdge>? EdgesOf(Piece piece) =>
        piece.Finishes.Any(f => f.Work != EdgeWork.Straight)
            ? [.. piece.Finishes.Where(f => f.Work != EdgeWork.Straight).Select(f => new SceneEdge(f.Edge, WorkWords[f.Work]))]
            : null;

    private static readonly Dictionary<EdgeWork, string> WorkWords = Enum.GetValues<EdgeWork>()
        .ToDictionary(w => w, w => JsonNamingPolicy.KebabCaseLower.ConvertName(w.ToString()));

    private static LineMark Join(PlacedPiece placed, Length at)
    {
        var (box, across) = (placed.Box, placed.Piece.LongAxis == Axis.Across);
        return across
            ? new(Role.Seam, placed.Label, box.X + at, box.Y, box.X + at, box.Bottom)
            : new(Role.Seam, placed.Label, box.X, box.Y + at, box.Right, box.Y + at);
    }

    // A label stands where most of its piece is still to be seen; a piece that is wholly covered has none.
    private static IEnumerable<Mark> Labels(IReadOnlyList<PlacedPiece> pieces)
    {
        for (var i = 0; i < pieces.Count; i++)
        {
            var seen = Uncovered.Rectangles(pieces[i].PhotoBox ?? pieces[i].Box, pieces.Skip(i + 1).Select(p => p.Box));
            if (seen.Count == 0)
                continue;
            yield return new TextMark(Role.Label, pieces[i].Label, seen.MaxBy(Roominess), pieces[i].Id);
        }
    }

    // Labels are about twice as wide as high, and a wide strip serves them as well as a square.
    private static Length Roominess(Box box) => Length.Min(box.Height * 2, Length.Min(box.Width, box.Height * 8));

    private static string? ShapeOf(Outline? outline) =>
        outline?.Kind switch
        {
            OutlineKind.Circle => "circle",
            OutlineKind.Oval => "oval",
            OutlineKind.Hexagon => "hexagon",
            OutlineKind.Template => "template",
            _ => null,
        };

    private static Fill? FillOf(string? paper, string face, bool turned) => paper is null ? null : new(paper, face, turned);

    private static Saying Says(Kit kit, ResolvedLayout resolved)
    {
        var reading = kit.Reading();
        var layout = resolved.Layout;
        var pieces = resolved.Pieces.Select(p => Scene.PieceAt(p.Id, p.Box, reading));
        return Saying.Of(
            "picture.page",
            ("kind", layout.Kind == LayoutKind.Spread ? "spread" : "single"),
            ("layout", layout.Name),
            ("size", reading.Format(layout.Page)),
            ("pieces", pieces)
        );
    }
}
