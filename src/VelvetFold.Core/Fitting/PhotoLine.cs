using System.Globalization;
using System.Text.RegularExpressions;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting;

/// <summary>Why an entry of a photo line cannot be read.</summary>
/// <param name="Entry">Its place, from 1.</param>
public sealed record PhotoFault(int Entry, Saying Says);

/// <summary>Photos as they were read, or every fault; and what is wished besides.</summary>
public sealed record PhotosRead(IReadOnlyList<GuestPhoto> Photos, IReadOnlyList<PhotoFault> Faults, FitWishes Wishes)
{
    public void Deconstruct(out IReadOnlyList<GuestPhoto> photos, out IReadOnlyList<PhotoFault> faults) =>
        (photos, faults) = (Photos, Faults);
}

/// <summary>
/// Photos said in one line: <c>2 of 4 x 6, 3 x 4 whole, 5 x 7 once focal, 4 x 3 left</c>. The first measure is the width as the photo
/// lies. <c>whole</c>: nothing may be cropped; <c>once</c>: one of a kind;
/// <c>focal</c>: the eye should meet it first; <c>left</c>, <c>right</c>: where the people look; <c>bw</c>: black and white; <c>faded</c>: paled;
/// <c>later</c>: not printed yet; <c>border 1/4</c>: with a white border so wide;
/// <c>room left</c>, <c>right</c>, <c>above</c> or <c>below</c>: which half is empty;
/// <c>faces left</c>, <c>right</c>, <c>above</c> or <c>below</c>: where nothing is trimmed off. They are
/// told in the order of the story. A bar parts stories: <c>3 of 3 x 4 | 3 of 4 x 3</c>. <c>one page</c> and <c>flap is fine</c> are wishes.
/// </summary>
public static partial class PhotoLine
{
    private static readonly Dictionary<string, Edge> Sides = new()
    {
        ["left"] = Edge.Left,
        ["right"] = Edge.Right,
        ["above"] = Edge.Top,
        ["below"] = Edge.Bottom,
    };

    /// <summary>Reads a line; either the photos or every fault. An empty line is no photos.</summary>
    public static PhotosRead Read(string text, LengthUnit unit)
    {
        ArgumentNullException.ThrowIfNull(text);
        var (photos, faults, pattern) = (new List<GuestPhoto>(), new List<PhotoFault>(), LengthPattern.Exact(unit));
        var (wishes, isTold) = (FitWishes.None, text.Contains('|', StringComparison.Ordinal));
        foreach (
            var (entry, story, i) in text.Split('|')
                .SelectMany((story, s) => story.Split([',', ';', '\n'], Tidy).Select(entry => (entry, s + 1)))
                .Select((e, i) => (e.entry, e.Item2, i + 1))
        )
        {
            if (Wish(entry, wishes) is { } wished)
            {
                wishes = wished;
                continue;
            }
            var match = Entry().Match(entry);
            if (!match.Success)
            {
                faults.Add(new(i, Saying.Of("fit.is-no-photo-say", ("entry", entry))));
                continue;
            }
            var read = CountedSize.Of(match, pattern);
            if (read.Fault is { } fault)
            {
                faults.Add(new(i, fault));
                continue;
            }
            if (read.Size is not { IsReal: true } size || read.Count is 0 or > 99)
            {
                faults.Add(new(i, Saying.Of("fit.cannot-be-sizes-are", ("entry", entry))));
                continue;
            }
            var border = Border(match, pattern, size);
            if (border.Fault is { } unfit)
            {
                faults.Add(new(i, unfit));
                continue;
            }
            var words = match.Groups["words"].Captures.Select(c => c.Value.Trim().ToLowerInvariant()).ToHashSet();
            for (var n = 0; n < read.Count; n++)
                photos.Add(
                    new()
                    {
                        Id = $"photo {(photos.Count + 1).ToString(CultureInfo.InvariantCulture)}",
                        Size = size,
                        Story = isTold ? story : null,
                        Run = read.Count > 1 ? i : null,
                        MayCrop = !words.Contains("whole"),
                        OneOfAKind = words.Contains("once"),
                        Focal = words.Contains("focal"),
                        BlackAndWhite = words.Contains("bw"),
                        Faded = words.Contains("faded"),
                        Later = words.Contains("later"),
                        Border = border.Width,
                        Room = Side(words, "room"),
                        Faces = Side(words, "faces"),
                        Facing =
                            words.Contains("left") ? Facing.Left
                            : words.Contains("right") ? Facing.Right
                            : Facing.Straight,
                    }
                );
        }
        return faults.Count > 0 ? new([], faults, wishes) : new(photos, [], wishes);
    }

    private static (Length? Width, Saying? Fault) Border(Match entry, LengthPattern pattern, Size size)
    {
        if (entry.Groups["border"] is not { Success: true } said)
            return (null, null);
        var read = pattern.Parse(said.Value.Trim());
        if (read.Fault is { } fault)
            return (null, Saying.Of("fit.in-entry", ("entry", entry.Value), ("says", fault.Says)));
        return PhotoOpening.IsBorder(read.OrThrow(), size)
            ? (read.OrThrow(), null)
            : (null, Saying.Of("fit.border-leaves-nothing", ("entry", entry.Value)));
    }

    private static Edge? Side(HashSet<string> words, string of) =>
        Sides.Where(s => words.Contains($"{of} {s.Key}")).Select(s => (Edge?)s.Value).FirstOrDefault();

    private const StringSplitOptions Tidy = StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries;

    // Said among the photos, as a guest writes them down.
    private static FitWishes? Wish(string entry, FitWishes wishes) =>
        string.Join(' ', entry.Split(' ', Tidy)).ToLowerInvariant() switch
        {
            "one page" => wishes with { OnePage = true },
            "flap is fine" or "a flap is fine" => wishes with { FlapIsFine = true },
            _ => null,
        };

    [GeneratedRegex(
        "^"
            + CountedSize.Written
            + @"(?:\s+(?<words>whole|once|focal|bw|faded|later|(?:room|faces) (?:left|right|above|below)|left|right)|\s+(?:white\s+)?border\s+(?<border>.+?))*$",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Entry();
}
