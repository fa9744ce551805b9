using System.Text.Json.Serialization;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Eye;

/// <summary>What a solid paper is for beside prints.</summary>
[JsonConverter(typeof(TextEnum<SolidRole>))]
public enum SolidRole
{
    /// <summary>A light one that all lies on.</summary>
    [JsonStringEnumMemberName("ground")]
    Ground,

    /// <summary>A dark one that photos are matted on.</summary>
    [JsonStringEnumMemberName("mats")]
    Mats,

    /// <summary>One that takes up a colour of the prints.</summary>
    [JsonStringEnumMemberName("accent")]
    Accent,
}

/// <summary>A solid paper that is there.</summary>
/// <param name="Key">What the one who asks knows it by.</param>
/// <param name="Colour"><c>#rrggbb</c>.</param>
/// <param name="Free">Sheets that are free; none where as many as needed can be bought.</param>
public sealed record SolidPaper(string Key, string Name, string Colour, int? Free);

/// <summary>A solid paper for a set of prints.</summary>
/// <param name="Difference">To the nearest colour of the prints (CIEDE2000).</param>
/// <param name="Contrast">Of the ground to the mats, of the others to the ground, 1 to 21 (WCAG 2.2).</param>
public sealed record SolidChoice(SolidRole Role, SolidPaper Paper, decimal Difference, decimal Contrast, Saying Says);

/// <summary>
/// Solids for a set of prints: one light ground, one dark for mats, one accent (common practice, no source; the numbers are ours). The
/// ground is light and near grey and as far from the grounds of the prints as may be; the mats are dark and far from the ground; the
/// accent is far from grey and near a colour that the prints have. What is too little for one sheet a kit comes behind what is enough.
/// </summary>
public static class Solids
{
    /// <summary>A ground is as light as this at least, mats as dark at most (CIELAB lightness).</summary>
    public const double Light = 75,
        Dark = 45;

    /// <summary>Nearer than this to the ground of a print, and that print has no edge on it.</summary>
    public const double Same = 2;

    // So much farther away a paper may be that is enough for all kits.
    private const double TooFew = 15;

    /// <summary>The best paper for each use; a use that no paper is fit for is left out.</summary>
    /// <param name="prints">The faces they go with; those without a print count as colours too.</param>
    /// <param name="papers">Solid papers to choose from.</param>
    /// <param name="kits">How many kits it has to reach for.</param>
    public static IReadOnlyList<SolidChoice> For(IReadOnlyList<Face> prints, IReadOnlyList<SolidPaper> papers, int kits)
    {
        ArgumentNullException.ThrowIfNull(prints);
        ArgumentNullException.ThrowIfNull(papers);
        var grounds = prints.Select(p => Colours.LabOf(p.Colour)).ToList();
        var all = prints.SelectMany(SeenFace.ColoursOf).Select(Colours.LabOf).ToList();
        if (all.Count == 0)
            return [];
        var there = papers.Where(p => p.Free is not <= 0).Select(p => (Paper: p, Lab: Colours.LabOf(p.Colour))).ToList();
        double Nearest(Lab lab, List<Lab> to) => to.Min(o => Colours.Difference(lab, o));
        double Few(SolidPaper paper) => paper.Free < kits ? TooFew : 0;

        var ground = Best(
            p => p.Lab.L >= Light && Nearest(p.Lab, grounds) >= Same,
            p => Nearest(p.Lab, all) + p.Lab.Chroma / 2 - Math.Min(20, Nearest(p.Lab, grounds)) / 2
        );
        var mats = Best(
            p => p.Lab.L <= Dark,
            p => Nearest(p.Lab, all) - (ground is { } on ? Math.Min(60, Colours.Difference(p.Lab, on.Lab)) / 2 : 0)
        );
        var accent = Best(
            p => p.Lab.Chroma >= EyeLimits.Accent && p.Paper != ground?.Paper && p.Paper != mats?.Paper,
            p => Nearest(p.Lab, all) - p.Lab.Chroma / 4
        );
        return
        [
            .. new[]
            {
                Say(SolidRole.Ground, ground, mats),
                Say(SolidRole.Mats, mats, ground),
                Say(SolidRole.Accent, accent, ground),
            }.OfType<SolidChoice>(),
        ];

        (SolidPaper Paper, Lab Lab)? Best(Func<(SolidPaper Paper, Lab Lab), bool> fits, Func<(SolidPaper Paper, Lab Lab), double> cost) =>
            there
                .Where(fits)
                .OrderBy(p => cost(p) + Few(p.Paper))
                .ThenBy(p => p.Paper.Name, StringComparer.Ordinal)
                .Select(p => ((SolidPaper, Lab)?)p)
                .FirstOrDefault();

        SolidChoice? Say(SolidRole role, (SolidPaper Paper, Lab Lab)? one, (SolidPaper Paper, Lab Lab)? against)
        {
            if (one is not var (paper, lab))
                return null;
            var difference = Math.Round((decimal)Nearest(lab, all), 1);
            var contrast = against is var (other, _) ? Math.Round((decimal)Colours.Contrast(paper.Colour, other.Colour), 1) : 1;
            var reach =
                paper.Free is not { } free ? Saying.Of("finding.solid-bought")
                : free < kits ? Saying.Of("finding.solid-short", ("free", free), ("kits", kits))
                : Saying.Of("finding.solid-enough", ("free", free), ("kits", kits));
            var says = role switch
            {
                SolidRole.Ground => Saying.Of(
                    "finding.solid-ground",
                    ("paper", paper.Name),
                    ("away", Math.Round((decimal)Nearest(lab, grounds), 1)),
                    ("contrast", contrast),
                    ("reach", reach)
                ),
                SolidRole.Mats => Saying.Of("finding.solid-mats", ("paper", paper.Name), ("contrast", contrast), ("reach", reach)),
                _ => Saying.Of("finding.solid-accent", ("paper", paper.Name), ("difference", difference), ("reach", reach)),
            };
            return new(role, paper, difference, contrast, says);
        }
    }
}
