using System.Text.Json.Serialization;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Formats.Print;

/// <summary>The form a guide is printed in.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<GuideForm>))]
public enum GuideForm
{
    /// <summary>One sheet a layout: the finished page with its measures and a short list in front, the cutting at the back.</summary>
    [JsonStringEnumMemberName("sheets")]
    Sheets,

    /// <summary>Cutting, then assembly, pictures beside the words.</summary>
    [JsonStringEnumMemberName("guide")]
    Guide,

    /// <summary>Large letters, each picture as wide as the page.</summary>
    [JsonStringEnumMemberName("large")]
    Large,

    /// <summary>Pictures, numbers and signs alone.</summary>
    [JsonStringEnumMemberName("wordless")]
    Wordless,

    /// <summary>Picture and assembly in front, the cutting guide at the back.</summary>
    [JsonStringEnumMemberName("card")]
    Card,

    /// <summary>Half the size, two pages a side in folding order.</summary>
    [JsonStringEnumMemberName("booklet")]
    Booklet,

    /// <summary>The outlines of pieces at true size, with a line to check by.</summary>
    [JsonStringEnumMemberName("templates")]
    Templates,
}

/// <summary>The paper it is printed on.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<PrintPaper>))]
public enum PrintPaper
{
    /// <summary>8 1/2 x 11 in (ANSI/ASME Y14.1, size A).</summary>
    [JsonStringEnumMemberName("letter")]
    Letter,

    /// <summary>210 x 297 mm (ISO 216).</summary>
    [JsonStringEnumMemberName("a4")]
    A4,
}

/// <summary>Sizes of printing papers in points, upright.</summary>
public static class PrintPapers
{
    /// <summary>Its size to the last tick, upright.</summary>
    public static Size Sheet(this PrintPaper paper) =>
        paper == PrintPaper.A4 ? StandardSizes.IsoA(4) : new(Length.Inches(8, 1, 2), Length.Inches(11));

    public static (double Width, double Height) Size(this PrintPaper paper) =>
        paper == PrintPaper.A4 ? (210 / 25.4 * 72, 297 / 25.4 * 72) : (8.5 * 72, 11 * 72);
}
