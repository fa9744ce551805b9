using VelvetFold.Core.Drawing;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Guides;

/// <summary>Draws a mat stack apart: the outer mat lowest, every layer shifted up and to the right of the one below, the photo on
/// top.</summary>
public static class MatPicture
{
    /// <summary>The picture, to scale, with each layer's size.</summary>
    public static Scene Apart(Kit kit, PlacedPiece placed)
    {
        var reading = kit.GuideReading();
        var layers = placed
            .Stack.Layers.Reverse()
            .Select(
                (layer, i) =>
                    (
                        Label: MatStack.LabelOf(placed.Label, placed.Stack.Layers.Count - 1 - i, placed.Stack.Layers.Count),
                        layer.Size,
                        Mat: (Matting.Mat?)layer.Mat
                    )
            )
            .Concat(placed.Piece.HoldsPhoto ? [(placed.Label, placed.Stack.Photo, null)] : [])
            .ToList();
        // Far enough apart that the lower edge of each layer, with its size, can be seen.
        var step = Length.Max(placed.Stack.Outer.Shorter.Half.Half, Length.Inches(0, 3, 4));
        var (marks, outer) = (new List<Mark>(), placed.Stack.Outer);
        var shift = step * (layers.Count - 1);
        foreach (var (layer, i) in layers.Select((layer, i) => (layer, i)))
        {
            var inset = (outer.Width - layer.Size.Width).Half;
            var box = new Box(inset + step * i, shift - step * i + (outer.Height - layer.Size.Height), layer.Size);
            marks.Add(
                layer.Mat is { } mat
                    ? new BoxMark(
                        Role.Mat,
                        layer.Label,
                        box,
                        mat.Paper is { } paper ? new(paper, mat.Face.ToString(), false) : null,
                        Hole: mat.Frame is { } width ? box.Inset(width)
                            : mat.Gut is { } gut ? box.Inset(gut)
                            : null,
                        Colour: mat.Card is { } card ? kit.PartSheet(card.Sheet)?.Part(card.Part)?.Colour : null
                    )
                    : new BoxMark(placed.Piece.IsPlaceholder ? Role.Empty : Role.Photo, layer.Label, box)
            );
            // Along the lower edge, which no layer above it covers.
            var strip = new Box(
                box.X,
                box.Bottom - Length.Min(step, box.Height),
                Length.Min(box.Width, outer.Width),
                Length.Min(step, box.Height)
            );
            marks.Add(new TextMark(Role.Label, layer.Label, strip, $"{layer.Label} {reading.Format(layer.Size)}"));
        }
        return new(
            new(outer.Width + shift, outer.Height + shift),
            Saying.Of("picture.mats", ("layers", layers.Select(l => $"{l.Label} {reading.Format(l.Size)}"))),
            marks
        );
    }
}
