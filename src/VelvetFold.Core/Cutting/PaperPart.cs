using System.Globalization;
using System.Text.Json;
using System.Text.Json.Serialization;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Cutting;

/// <summary>What a part of paper on the trimmer's table is.</summary>
public enum PartRole
{
    /// <summary>A sheet, as it was first laid down.</summary>
    Sheet,

    /// <summary>A part still to be cut, which goes by a letter.</summary>
    Uncut,

    /// <summary>A piece, which goes by its label.</summary>
    Piece,

    TearStrip,

    /// <summary>Paper left over and worth keeping; numbered within its sheet.</summary>
    Offcut,

    /// <summary>Paper left over and not worth keeping.</summary>
    Scrap,

    /// <summary>The inside of a gutted piece.</summary>
    Inside,

    /// <summary>An offcut of earlier work; numbered as the paper lists them.</summary>
    OnHand,

    /// <summary>Paper that lies in a guest's bag, by its own name.</summary>
    InBag,
}

/// <summary>
/// A part of paper by what it is: a sheet, a piece, a tear strip, the inside of a piece, an offcut. What it is called is made from it
/// (<see cref="Says"/>, and by the
/// guide's words in its language) and never read back.
/// </summary>
/// <param name="Of">The label of a piece, the letter of an uncut part, the label of what an inside is cut out of, the size of an offcut
/// on hand in words, or what paper in a bag is called.</param>
/// <param name="Number">Of an offcut: its number, from 1.</param>
[JsonConverter(typeof(AsText))]
public sealed record PaperPart(PartRole Role, string? Of = null, int Number = 0)
{
    public static readonly PaperPart Sheet = new(PartRole.Sheet);
    public static readonly PaperPart TearStrip = new(PartRole.TearStrip);
    public static readonly PaperPart Scrap = new(PartRole.Scrap);

    public static PaperPart Piece(string label) => new(PartRole.Piece, label);

    public static PaperPart Uncut(string letter) => new(PartRole.Uncut, letter);

    public static PaperPart Inside(string of) => new(PartRole.Inside, of);

    public static PaperPart Offcut(int number) => new(PartRole.Offcut, null, number);

    public static PaperPart OnHand(int number, string size) => new(PartRole.OnHand, size, number);

    public static PaperPart InBag(string name) => new(PartRole.InBag, name);

    /// <summary>What it is called where it is told from others: in programmes that are replayed, and in files.</summary>
    public string Text =>
        Role switch
        {
            PartRole.Sheet => "sheet",
            PartRole.TearStrip => "tear strip",
            PartRole.Scrap => "scrap",
            PartRole.Offcut => $"offcut {Number.ToString(CultureInfo.InvariantCulture)}",
            PartRole.OnHand => $"offcut on hand {Number.ToString(CultureInfo.InvariantCulture)}, {Of}",
            PartRole.Inside => $"inside of {Of}",
            _ => Of ?? "",
        };

    /// <summary>The same in the language that is asked for; pieces, parts by letters and names of others stand as they are.</summary>
    [JsonIgnore]
    public Saying Says =>
        Role switch
        {
            PartRole.Sheet => Saying.Of("word.part-sheet"),
            PartRole.TearStrip => Saying.Of("word.part-tear-strip"),
            PartRole.Scrap => Saying.Of("word.part-scrap"),
            PartRole.Offcut => Saying.Of("word.part-offcut", ("n", Number)),
            PartRole.OnHand => Saying.Of("word.part-on-hand", ("n", Number), ("size", Of)),
            PartRole.Inside => Saying.Of("word.part-inside", ("piece", Of)),
            _ => Saying.Plain(Of ?? ""),
        };

    public override string ToString() => Text;

    /// <summary>Written as what it is called; an answer only, never read.</summary>
    private sealed class AsText : JsonConverter<PaperPart>
    {
        public override PaperPart Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            throw new NotSupportedException("What a part is called is not read back.");

        public override void Write(Utf8JsonWriter writer, PaperPart value, JsonSerializerOptions options) =>
            writer.WriteStringValue(value.Says.ToString());
    }
}
