using System.Globalization;
using System.Text.RegularExpressions;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting;

/// <summary>Why an entry of a photo line cannot be read.</summary>
/// <param name="Entry">Its place, from 1.</param>
public sealed record PhotoFault(int Entry, Saying Says);

/// <summary>
/// Photos said in one line: <c>2 of 4 x 6, 3 x 4 whole, 5 x 7 once focal, 4 x 3 left</c>. The first measure is the width as the photo
/// lies. <c>whole</c>: nothing may be cropped; <c>once</c>: one of a kind;
/// <c>focal</c>: the eye should meet it first; <c>left</c>, <c>right</c>: where the people look; <c>bw</c>: black and white;
/// <c>later</c>: not printed yet; <c>room left</c>, <c>right</c>, <c>above</c> or <c>below</c>: which half is empty. They are told in
/// the order of the story.
/// </summary>
public static partial class PhotoLine
{
    private static readonly Dictionary<string, Edge> Rooms = new()
    {
        ["left"] = Edge.Left,
        ["right"] = Edge.Right,
        ["above"] = Edge.Top,
        ["below"] = Edge.Bottom,
    };

    /// <summary>Reads a line; either the photos or every fault. An empty line is no photos.</summary>
    public static (IReadOnlyList<GuestPhoto> Photos, IReadOnlyList<PhotoFault> Faults) Read(string text, LengthUnit unit)
    {
        ArgumentNullException.ThrowIfNull(text);
        var (photos, faults, pattern) = (new List<GuestPhoto>(), new List<PhotoFault>(), LengthPattern.Exact(unit));
        foreach (
            var (entry, i) in text.Split([',', ';', '\n'], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
                .Select((entry, i) => (entry, i + 1))
        )
        {
            var match = Entry().Match(entry);
            if (!match.Success)
            {
                faults.Add(new(i, Saying.Of("fit.is-no-photo-say", ("entry", entry))));
                continue;
            }
            var (width, height) = (pattern.Parse(match.Groups["width"].Value.Trim()), pattern.Parse(match.Groups["height"].Value.Trim()));
            if ((width.Fault ?? height.Fault) is { } fault)
            {
                faults.Add(new(i, Saying.Of("fit.in-entry", ("entry", entry), ("says", fault.Says))));
                continue;
            }
            var count = match.Groups["count"].Success ? int.Parse(match.Groups["count"].Value, CultureInfo.InvariantCulture) : 1;
            if (Size.Of(width.OrThrow(), height.OrThrow()) is not { IsReal: true } size || count is 0 or > 99)
            {
                faults.Add(new(i, Saying.Of("fit.cannot-be-sizes-are", ("entry", entry))));
                continue;
            }
            var words = match.Groups["words"].Captures.Select(c => c.Value.Trim().ToLowerInvariant()).ToHashSet();
            for (var n = 0; n < count; n++)
                photos.Add(
                    new()
                    {
                        Id = $"photo {(photos.Count + 1).ToString(CultureInfo.InvariantCulture)}",
                        Size = size,
                        MayCrop = !words.Contains("whole"),
                        OneOfAKind = words.Contains("once"),
                        Focal = words.Contains("focal"),
                        BlackAndWhite = words.Contains("bw"),
                        Later = words.Contains("later"),
                        Room = Rooms.Where(r => words.Contains($"room {r.Key}")).Select(r => (Edge?)r.Value).FirstOrDefault(),
                        Facing =
                            words.Contains("left") ? Facing.Left
                            : words.Contains("right") ? Facing.Right
                            : Facing.Straight,
                    }
                );
        }
        return faults.Count > 0 ? ([], faults) : (photos, []);
    }

    [GeneratedRegex(
        @"^(?:(?<count>\d{1,3})\s+of\s+)?(?<width>.+?)\s*[x×]\s*(?<height>.+?)(?:\s+(?<words>whole|once|focal|bw|later|room (?:left|right|above|below)|left|right))*$",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Entry();
}
