using System.Globalization;
using System.Text.RegularExpressions;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Lines;

/// <summary>
/// Papers as they are said, a line each, or as rows of a table: <c>Gulls: figures one way / stripe, 12 sheets, tear strip</c>. The name
/// first; after a colon what is printed on the front and, after a stroke, on the back; then how many sheets are on hand, a size, a tear
/// strip, in any order. A name without more is cardstock.
/// </summary>
public static partial class PaperLines
{
    /// <summary>More lines than these are refused.</summary>
    public const int Most = 200;

    private const int LongestName = 120;

    private static readonly Dictionary<string, PrintKind> Prints = new(StringComparer.OrdinalIgnoreCase)
    {
        ["solid"] = PrintKind.Solid,
        ["plain"] = PrintKind.Solid,
        ["stripe"] = PrintKind.Stripe,
        ["stripes"] = PrintKind.Stripe,
        ["striped"] = PrintKind.Stripe,
        ["plaid"] = PrintKind.Plaid,
        ["check"] = PrintKind.Plaid,
        ["dot"] = PrintKind.Dot,
        ["dots"] = PrintKind.Dot,
        ["dotted"] = PrintKind.Dot,
        ["floral"] = PrintKind.Floral,
        ["flowers"] = PrintKind.Floral,
        ["figures"] = PrintKind.Figures,
        ["motif"] = PrintKind.Figures,
        ["lettering"] = PrintKind.Lettering,
        ["letters"] = PrintKind.Lettering,
        ["words"] = PrintKind.Lettering,
    };

    /// <summary>Reads papers; empty lines are passed over. Where a line cannot be read, none is taken.</summary>
    /// <param name="taken">The ids that papers of the kit have already.</param>
    public static (IReadOnlyList<Paper> Papers, IReadOnlyList<Fault> Faults) Read(string text, LengthUnit unit, IEnumerable<string> taken)
    {
        ArgumentNullException.ThrowIfNull(text);
        var (papers, faults, ids) = (new List<Paper>(), new List<Fault>(), taken.ToHashSet(StringComparer.Ordinal));
        var lines = text.ReplaceLineEndings("\n").Split('\n');
        if (lines.Length > Most)
            return ([], [new("text", Saying.Of("line.papers-many", ("most", Most)))]);
        for (var n = 0; n < lines.Length; n++)
        {
            if (string.IsNullOrWhiteSpace(lines[n]))
                continue;
            try
            {
                papers.Add(One(lines[n], unit, ids.Add));
            }
            catch (LineException fault)
            {
                faults.Add(new(string.Create(CultureInfo.InvariantCulture, $"lines[{n}]"), fault.Says));
            }
        }
        return faults.Count > 0 ? ([], faults) : (papers, []);
    }

    /// <summary>Plain cardstock of 12 x 12 in, in the colour that its name says, the same on both sides.</summary>
    /// <param name="isFree">Whether no other paper has an id.</param>
    internal static Paper Cardstock(string name, Func<string, bool> isFree)
    {
        var wish = NoLetter().Replace(name.ToLowerInvariant(), "-").Trim('-') is { Length: > 0 } id ? id : "paper";
        var face = new Face { Colour = PlainColours.Of(name) ?? "#e4d2b0" };
        return new()
        {
            Id = Enumerable.Range(1, int.MaxValue).Select(n => n == 1 ? wish : $"{wish}-{n}").First(isFree),
            Name = name,
            Size = StandardSizes.All[0].Size,
            FaceA = face,
            FaceB = face,
        };
    }

    private static Paper One(string line, LengthUnit unit, Func<string, bool> isFree)
    {
        var parts = line.Split(',', ';', '\t').Select(p => p.Trim()).Where(p => p.Length > 0).ToList();
        var head = parts.Count == 0 ? "" : parts[0];
        var colon = head.IndexOf(':', StringComparison.Ordinal);
        var name = (colon < 0 ? head : head[..colon]).Trim();
        if (name.Length is 0 or > LongestName || !name.Any(char.IsLetter) || Sheets().IsMatch(name))
            throw new LineException(1, Saying.Of("line.paper-name", ("line", line.Trim())));
        var faces = colon < 0 ? [] : head[(colon + 1)..].Split('/').Select(f => f.Trim()).ToList();
        if (faces.Count > 2)
            throw new LineException(1, Saying.Of("line.paper-faces", ("paper", name)));
        var paper = Cardstock(name, isFree);
        if (faces.Count > 0)
            paper = paper with { FaceA = FaceOf(faces[0], name) };
        // Cardstock is the same on both sides; of a print whose back nobody names, the back is plain.
        paper = paper with
        {
            FaceB =
                faces.Count == 2 ? FaceOf(faces[1], name)
                : paper.FaceA.Print == PrintKind.Solid ? paper.FaceA
                : new() { Colour = "#fffdf8" },
        };
        return parts.Skip(1).Aggregate(paper, (made, part) => With(made, part, unit));
    }

    private static Face FaceOf(string said, string paper)
    {
        var face = new Face { Colour = "#e4d2b0" };
        var direction = face.Direction;
        var rest = Direction()
            .Replace(
                said,
                m =>
                {
                    direction =
                        m.Value.StartsWith("one", StringComparison.OrdinalIgnoreCase) ? PrintDirection.OneWay
                        : m.Value.StartsWith("half", StringComparison.OrdinalIgnoreCase) ? PrintDirection.HalfTurn
                        : PrintDirection.Free;
                    return " ";
                }
            );
        var hasPrint = false;
        foreach (var word in rest.Split(' ', StringSplitOptions.RemoveEmptyEntries))
            if (Prints.TryGetValue(word, out var print))
                (face, hasPrint) = (face with { Print = print }, true);
            else if (PlainColours.Of(word) is { } colour)
                face = face with { Colour = colour };
            else if (!word.Equals("on", StringComparison.OrdinalIgnoreCase) && !word.Equals("print", StringComparison.OrdinalIgnoreCase))
                throw new LineException(1, Saying.Of("line.paper-face", ("word", word), ("paper", paper), ("list", Prints.Keys)));
        if (hasPrint && face.Print != PrintKind.Solid)
            face = face with { Ink = "#6a5e62" };
        // A stripe may be turned by a half (common practice, no source); figures and letters one way only where that is said.
        return face with
        {
            Direction = direction == PrintDirection.Free && face.Print == PrintKind.Stripe ? PrintDirection.HalfTurn : direction,
        };
    }

    private static Paper With(Paper paper, string part, LengthUnit unit)
    {
        if (Sheets().Match(part) is { Success: true } sheets)
            return int.TryParse(sheets.Groups[1].Value, NumberStyles.None, CultureInfo.InvariantCulture, out var count) && count <= 100_000
                ? paper with
                {
                    OnHand = count,
                }
                : throw new LineException(1, Saying.Of("line.paper-sheets", ("part", part)));
        if (Strip().IsMatch(part))
            return paper with
            {
                TearStrip = new()
                {
                    Edge = part.Contains("top", StringComparison.OrdinalIgnoreCase) ? Edge.Top : Edge.Bottom,
                    Width = Length.Inches(0, 1, 2),
                    Extra = true,
                },
            };
        var cursor = new LineCursor(part, unit);
        if (
            cursor.Length() is { IsPositive: true } width
            && cursor.Take("x", "×", "by") is not null
            && cursor.Length() is { IsPositive: true } height
            && cursor.IsAtEnd
        )
            return paper with { Size = new(width, height) };
        throw new LineException(1, Saying.Of("line.paper-part", ("part", part), ("paper", paper.Name)));
    }

    [GeneratedRegex(@"^(\d+)\s*(?:sheets?|on hand|bogen|bögen)?(?:\s+on hand)?$", RegexOptions.IgnoreCase)]
    private static partial Regex Sheets();

    [GeneratedRegex(
        @"^tear[ -]?strip(?: (?:at|on) (?:the )?(?:top|bottom)| top| bottom)?$|^(?:top|bottom) tear[ -]?strip$",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Strip();

    [GeneratedRegex(@"\b(?:one[ -]way(?: up)?|half[ -]turn|any way(?: round)?)\b", RegexOptions.IgnoreCase)]
    private static partial Regex Direction();

    [GeneratedRegex(@"[^\p{L}\p{Nd}]+")]
    private static partial Regex NoLetter();
}
