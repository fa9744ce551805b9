using System.Text.RegularExpressions;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Proposing;

/// <summary>What a piece of a given size is for on a page.</summary>
internal enum SizeRole
{
    /// <summary>The page's own background, where one is said or has to be added.</summary>
    Base,

    /// <summary>The largest piece, calm, which the others lie on.</summary>
    Ground,

    /// <summary>The piece that shows the large motif.</summary>
    Block,

    /// <summary>Long and narrow.</summary>
    Strip,

    /// <summary>A photo on a mat of that size, trimmed so that the mat shows.</summary>
    Photo,

    /// <summary>Something to write on, a tag.</summary>
    Small,
}

/// <summary>Why an entry of a line of sizes cannot be read.</summary>
/// <param name="Entry">Its place, from 1.</param>
public sealed record SizeFault(int Entry, Saying Says);

/// <summary>A size with what it is for.</summary>
internal readonly record struct SaidSize(Size Size, SizeRole Role);

/// <summary>
/// Sizes of pieces said in one line: <c>10 x 10, 6 x 8, 6 x 4 photo, 2 of 1/2 x 12</c>. Where a word (<c>ground</c>, <c>block</c>,
/// <c>photo</c>, <c>strip</c>, <c>card</c>) does not say what a piece is for, its size does: what is as large as the page is its base;
/// what is no wider than two inches (5 cm) and three times as long a strip; of the rest the largest is the ground, and the second the
/// block where two more follow or the photo is said, the next the photo's mat, the others cards (common practice, no source).
/// </summary>
public static partial class SizeLine
{
    /// <summary>The most pieces that are laid.</summary>
    public const int Most = 14;

    /// <summary>Reads a line; the faults where it cannot be read.</summary>
    /// <param name="page">The page that they are to lie on.</param>
    internal static (IReadOnlyList<SaidSize> Sizes, IReadOnlyList<SizeFault> Faults) Read(string text, LengthUnit unit, Size page)
    {
        var (said, faults, pattern) = (new List<(Size Size, string Word)>(), new List<SizeFault>(), LengthPattern.Exact(unit));
        foreach (var (entry, i) in text.Split([',', ';', '\n'], Tidy).Select((e, i) => (e, i + 1)))
        {
            var match = Entry().Match(entry);
            if (!match.Success)
            {
                faults.Add(new(i, Saying.Of("proposal.is-no-size", ("entry", entry))));
                continue;
            }
            var read = CountedSize.Of(match, pattern);
            if (read.Fault is { } fault)
            {
                faults.Add(new(i, fault));
                continue;
            }
            if (read.Size is not { IsReal: true } size || read.Count == 0)
                faults.Add(new(i, Saying.Of("proposal.is-no-size", ("entry", entry))));
            else if (!size.FitsIn(page) && !size.Turned.FitsIn(page))
                faults.Add(
                    new(i, Saying.Of("proposal.larger-than-the-page", ("entry", entry), ("page", LengthPattern.Exact(unit).Format(page))))
                );
            else
                said.AddRange(Enumerable.Repeat((size, match.Groups["word"].Value.ToLowerInvariant()), read.Count));
        }
        if (faults.Count == 0 && said.Count == 0)
            faults.Add(new(1, Saying.Of("proposal.no-size")));
        if (said.Count > Most)
            faults.Add(new(1, Saying.Of("proposal.too-many", ("n", said.Count), ("most", Most))));
        return faults.Count > 0 ? ([], faults) : (Roles(said, unit, page), []);
    }

    private static List<SaidSize> Roles(List<(Size Size, string Word)> said, LengthUnit unit, Size page)
    {
        var narrow = unit == LengthUnit.Inch ? Length.Inches(2) : Length.Millimetres(50);
        var roles = new SizeRole?[said.Count];
        for (var i = 0; i < said.Count; i++)
            roles[i] = said[i].Word switch
            {
                "ground" => SizeRole.Ground,
                "block" => SizeRole.Block,
                "photo" => SizeRole.Photo,
                "strip" => SizeRole.Strip,
                "card" => SizeRole.Small,
                _ when said[i].Size == page => SizeRole.Base,
                _ when said[i].Size is var size && size.Shorter <= narrow && size.Longer >= size.Shorter * 3 => SizeRole.Strip,
                _ => null,
            };
        var open = Enumerable.Range(0, said.Count).Where(i => roles[i] is null).OrderByDescending(i => said[i].Size.Area).ToList();
        // Of two, with the photo said beside them, the second is the block that it lies on; with none said it is the photo's mat.
        var most = roles.Contains(SizeRole.Photo) ? 1 : 2;
        Queue<SizeRole> usual = new(
            new[] { SizeRole.Ground, SizeRole.Block, SizeRole.Photo }.Where(r =>
                !roles.Contains(r) && (r != SizeRole.Block || open.Count > most)
            )
        );
        // A photo alone needs no ground of its own.
        if (open.Count == 1 && usual.Contains(SizeRole.Photo))
            usual = new([SizeRole.Photo]);
        foreach (var i in open)
            roles[i] = usual.TryDequeue(out var role) ? role : SizeRole.Small;
        return [.. said.Select((s, i) => new SaidSize(s.Size, roles[i]!.Value)).OrderBy(s => s.Role).ThenByDescending(s => s.Size.Area)];
    }

    private const StringSplitOptions Tidy = StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries;

    [GeneratedRegex("^" + CountedSize.Written + @"(?:\s+(?<word>ground|block|photo|strip|card))?$", RegexOptions.IgnoreCase)]
    private static partial Regex Entry();
}
