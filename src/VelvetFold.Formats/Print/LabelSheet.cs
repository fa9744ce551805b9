using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;

namespace VelvetFold.Formats.Print;

/// <summary>A sheet of labels: the page, the labels on it, where the first begins and how far it is from one to the next.</summary>
public sealed record LabelSheet(
    string Name,
    Size Page,
    Size Label,
    int Columns,
    int Rows,
    Length Left,
    Length Top,
    Length PitchAcross,
    Length PitchDown
)
{
    private static readonly Size Letter = new(Length.Inches(8, 1, 2), Length.Inches(11));

    /// <summary>Sheets that are sold everywhere (common practice, no source).</summary>
    public static readonly IReadOnlyList<LabelSheet> Common =
    [
        new(
            "30 on Letter, 2⅝ x 1 in",
            Letter,
            new(Length.Inches(2, 5, 8), Length.Inches(1)),
            3,
            10,
            Length.Inches(0, 3, 16),
            Length.Inches(0, 1, 2),
            Length.Inches(2, 3, 4),
            Length.Inches(1)
        ),
        new(
            "10 on Letter, 4 x 2 in",
            Letter,
            new(Length.Inches(4), Length.Inches(2)),
            2,
            5,
            Length.Inches(0, 5, 32),
            Length.Inches(0, 1, 2),
            Length.Inches(4, 3, 16),
            Length.Inches(2)
        ),
        new(
            "24 on A4, 70 x 37 mm",
            StandardSizes.IsoA(4),
            new(Length.Millimetres(70), Length.Millimetres(37)),
            3,
            8,
            Length.Zero,
            Tenths(5),
            Length.Millimetres(70),
            Length.Millimetres(37)
        ),
        new(
            "21 on A4, 63.5 x 38.1 mm",
            StandardSizes.IsoA(4),
            new(Tenths(635), Tenths(381)),
            3,
            7,
            Tenths(72.5m),
            Tenths(151.5m),
            Length.Millimetres(66),
            Tenths(381)
        ),
        new(
            "one on a roll, 62 x 29 mm",
            new(Length.Millimetres(62), Length.Millimetres(29)),
            new(Length.Millimetres(62), Length.Millimetres(29)),
            1,
            1,
            Length.Zero,
            Length.Zero,
            Length.Millimetres(62),
            Length.Millimetres(29)
        ),
    ];

    // Tenths of a millimetre.
    private static Length Tenths(decimal tenths) => new((long)(Length.Millimetres(1).Ticks * tenths / 10));

    /// <summary>How many labels a sheet has.</summary>
    public int Count => Columns * Rows;

    /// <summary>Where a label lies, counted from 0 by rows.</summary>
    public Box Place(int label) => new(Left + PitchAcross * (label % Columns), Top + PitchDown * (label / Columns % Rows), Label);

    /// <summary>Why there is no such sheet, or null.</summary>
    public Saying? WhyNot()
    {
        if (!Page.IsReal || !Label.IsReal || Columns is < 1 or > 50 || Rows is < 1 or > 100)
            return Saying.Of("fault.label-sheet-has");
        if (Page.Longer > Length.Millimetres(1200))
            return Saying.Of("fault.label-page-too-large", ("page", Page));
        if (Columns > 1 && PitchAcross < Label.Width)
            return Saying.Of("fault.labels-overlap-across", ("width", Label.Width), ("pitch", PitchAcross));
        if (Rows > 1 && PitchDown < Label.Height)
            return Saying.Of("fault.labels-overlap-down", ("height", Label.Height), ("pitch", PitchDown));
        var last = Place(Count - 1);
        if (Left < Length.Zero || Top < Length.Zero || last.Right > Page.Width || last.Bottom > Page.Height)
            return Saying.Of("fault.labels-run-off", ("page", Page), ("right", last.Right), ("bottom", last.Bottom));
        return Label.Shorter < Length.Millimetres(12) ? Saying.Of("fault.label-too-small", ("label", Label)) : null;
    }
}
