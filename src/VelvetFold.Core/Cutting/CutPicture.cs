using VelvetFold.Core.Drawing;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Cutting;

/// <summary>Draws a sheet with its pieces, offcuts and numbered cuts, to scale.</summary>
public static class CutPicture
{
    /// <summary>The sheet as it lies on the trimmer, face A up.</summary>
    public static Scene Draw(Kit kit, Paper paper, CutPattern pattern)
    {
        var reading = kit.Reading();
        var marks = new List<Mark> { new BoxMark(Role.Sheet, null, pattern.Root.Box) };
        foreach (var node in pattern.Root.All())
        {
            switch (node)
            {
                case PieceNode { Piece.Row: { } row } several:
                    var laid = row.Outlines.Select(points => Laid(points, row.Size, several.Turned)).ToList();
                    marks.AddRange(
                        laid.Select(points => new BoxMark(
                            Role.Paper,
                            several.Piece.Id,
                            several.Box,
                            new(paper.Id, several.Piece.Face.ToString(), false),
                            "template",
                            points
                        ))
                    );
                    // Each by its own name, where it lies.
                    marks.AddRange(
                        laid.Zip(several.Piece.Labels)
                            .Select(l => new TextMark(Role.Label, l.Second, Around(l.First, several.Box), l.Second))
                    );
                    break;
                case PieceNode piece:
                    marks.Add(new BoxMark(Role.Paper, piece.Piece.Id, piece.Box, new(paper.Id, piece.Piece.Face.ToString(), false)));
                    marks.Add(new TextMark(Role.Label, piece.Piece.Id, piece.Box, piece.Piece.Id));
                    break;
                case OffcutNode offcut:
                    marks.Add(new BoxMark(offcut.IsTearStrip ? Role.TearStrip : Role.Offcut, null, offcut.Box));
                    break;
            }
        }
        foreach (var offcut in pattern.Offcuts)
            marks.Add(new TextMark(Role.Offcut, null, offcut.Box, $"{offcut.Name.Says} {reading.Format(offcut.Box.Size)}"));
        marks.AddRange(pattern.Cuts.Select(LineOf));
        return new(pattern.Root.Box.Size, Says(reading, paper, pattern), marks);
    }

    private static IReadOnlyList<ScenePoint> Laid(IReadOnlyList<OutlinePoint> points, Size size, bool turned) =>
        [.. points.Select(p => turned ? new ScenePoint(size.Height - p.Y, p.X) : new ScenePoint(p.X, p.Y))];

    private static Box Around(IReadOnlyList<ScenePoint> points, Box on)
    {
        var box = Outline.Bounds([.. points.Select(p => new OutlinePoint(p.X, p.Y))]);
        return box with { X = box.X + on.X, Y = box.Y + on.Y };
    }

    /// <summary>The line a cut makes.</summary>
    private static LineMark LineOf(TrimmerCut cut)
    {
        var box = cut.PartBox;
        var (off, _) = SplitNode.Halve(box, cut.Fence, cut.Setting);
        var (start, end) = cut.Plunge is { } run
            ? (run.Start, run.End)
            : (Length.Zero, box.Along(cut.Fence.Axis() == Axis.Across ? Axis.Down : Axis.Across).Extent);
        if (cut.Fence.Axis() == Axis.Across)
        {
            var x = cut.Fence.IsStart() ? off.Right : off.X;
            return new(Role.Cut, null, x, box.Y + start, x, box.Y + end, cut.Order);
        }
        var y = cut.Fence.IsStart() ? off.Bottom : off.Y;
        return new(Role.Cut, null, box.X + start, y, box.X + end, y, cut.Order);
    }

    private static Saying Says(LengthPattern reading, Paper paper, CutPattern pattern)
    {
        var pieces = pattern.Placements.Select(p => Scene.PieceAt(p.Piece, p.Box, reading));
        return pattern.From is { } from
            ? Saying.Of(
                "picture.part-of-sheet",
                ("from", from.Says),
                ("paper", paper.Name),
                ("size", reading.Format(pattern.Root.Box.Size)),
                ("pieces", pieces)
            )
            : Saying.Of("picture.sheet", ("paper", paper.Name), ("size", reading.Format(pattern.Root.Box.Size)), ("pieces", pieces));
    }
}
