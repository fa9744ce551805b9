namespace VelvetFold.Formats.Print;

/// <summary>The typefaces things are printed in. Measurements are set in the sans alone, which has every fraction.</summary>
public enum Typeface
{
    Sans,
    Bold,
    Serif,
}

/// <summary>What a group of marks is for a reader who cannot see it.</summary>
public enum Part
{
    Title,
    Heading,
    Paragraph,

    /// <summary>A picture; its words stand for it.</summary>
    Picture,

    /// <summary>Rules and page numbers, which are not read out.</summary>
    Ornament,
}

/// <summary>A point on a page, in points (1/72 in) from its top left corner.</summary>
public readonly record struct Spot(double X, double Y);

/// <summary>Something on a printed page.</summary>
public abstract record Ink;

/// <summary>A line of text; <paramref name="At"/> is the left end of its base line, or its middle where it is centred.</summary>
/// <param name="Turned">Whether it runs upwards.</param>
public sealed record TextInk(Spot At, string Text, double Size, Typeface Type, string Colour, bool Centred = false, bool Turned = false)
    : Ink;

/// <summary>Closed or open figures of straight lines, filled and stroked.</summary>
public sealed record PathInk(
    IReadOnlyList<IReadOnlyList<Spot>> Figures,
    string? Fill,
    string? Stroke,
    double Width = 0.5,
    bool Closed = true,
    double? Dash = null
) : Ink;

/// <summary>Cubic curves, stroked: each figure a start and then triples of two handles and an end.</summary>
public sealed record CurveInk(IReadOnlyList<IReadOnlyList<Spot>> Figures, string Stroke, double Width) : Ink;

/// <summary>Marks that are cut off at an outline.</summary>
public sealed record ClippedInk(IReadOnlyList<IReadOnlyList<Spot>> Outline, IReadOnlyList<Ink> Marks) : Ink;

/// <summary>Marks that belong together.</summary>
/// <param name="Says">For a picture, what it shows in words.</param>
public sealed record PartInk(Part Part, IReadOnlyList<Ink> Marks, string? Says = null) : Ink;

/// <summary>Another page drawn smaller, as a booklet's.</summary>
public sealed record PageInk(Spot At, double Scale, IReadOnlyList<Ink> Marks) : Ink;

/// <summary>A page as it comes out, in points.</summary>
public sealed record PrintedPage(double Width, double Height, IReadOnlyList<Ink> Marks);

/// <summary>The inks of the house, as they print.</summary>
public static class Inks
{
    public const string Ink = "#221A20";
    public const string Soft = "#6B5F66";
    public const string Velvet = "#5B2240";
    public const string Brass = "#8A5A10";
    public const string Line = "#C9BDB2";
    public const string Linen = "#EFE8DF";
    public const string White = "#FFFFFF";
}
