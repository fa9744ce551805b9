using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Judgement;

/// <summary>Are the ready-made parts there that pieces name?</summary>
internal static class PartCheck
{
    public static IEnumerable<Finding> PartOf(Kit kit, ResolvedLayout layout) =>
        layout.Layout.Pieces.Where(p => p.Part is not null).SelectMany(p => PartOf(kit, layout.Layout, p, p.Part!));

    private static IEnumerable<Finding> PartOf(Kit kit, Layout layout, Piece piece, PartUse use)
    {
        var label = layout.Label(piece);
        Finding Fault(Saying says) => new("no-part", Gravity.Fault, layout.Id, [piece.Id], says);
        if (kit.PartSheet(use.Sheet) is not { } sheet)
        {
            yield return Fault(Saying.Of("finding.no-part", ("label", label), ("sheet", use.Sheet)));
            yield break;
        }
        if (sheet.Kind == PartKind.ByLength)
            yield break;
        if (string.IsNullOrWhiteSpace(use.Part))
        {
            yield return Fault(Saying.Of("finding.which-part-of-is", ("sheet", sheet.Name), ("label", label)));
            yield break;
        }
        var missing = use.Takes(sheet).Where(t => sheet.Part(t) is null).Distinct().ToList();
        if (missing.Count > 0)
            yield return Fault(
                sheet.Kind == PartKind.Letters
                    ? Saying.Of("finding.has-no-for-set", ("sheet", sheet.Name), ("list", missing), ("label", label))
                    : Saying.Of(
                        "finding.there-is-no-on",
                        ("part", use.Part),
                        ("sheet", sheet.Name),
                        ("label", label),
                        ("list", sheet.Parts.Select(p => p.Id))
                    )
            );
        if (sheet.Kind != PartKind.Letters && sheet.Part(use.Part)?.Layout is { } meant && meant != layout.Id)
            yield return new(
                "part-of-another-layout",
                Gravity.Note,
                layout.Id,
                [piece.Id],
                Saying.Of("finding.part-of-another-layout", ("part", use.Part), ("sheet", sheet.Name), ("meant", meant), ("label", label))
            );
    }

    /// <summary>A part that one sheet holds too few of for one kit: a second sheet goes into every kit for it.</summary>
    public static IEnumerable<Finding> UsedUp(Kit kit, ResolvedLayout layout)
    {
        foreach (var sheet in kit.Parts.Where(s => s.IsWhole))
        {
            var here = layout.Layout.Pieces.Where(p => p.Part?.Sheet == sheet.Id).ToList();
            if (here.Count == 0)
                continue;
            var all = kit
                .Layouts.SelectMany(l => l.Pieces)
                .Where(p => p.Part?.Sheet == sheet.Id)
                .SelectMany(p => p.Part!.Takes(sheet))
                .CountBy(t => t)
                .ToDictionary();
            foreach (var part in sheet.Parts.Where(p => all.GetValueOrDefault(p.Id) > p.Count))
            {
                var users = here.Where(p => p.Part!.Takes(sheet).Contains(part.Id)).Select(p => p.Id).ToList();
                if (users.Count == 0)
                    continue;
                yield return new(
                    "part-used-up",
                    Gravity.Note,
                    layout.Layout.Id,
                    [users[^1], .. users.SkipLast(1)],
                    Saying.Of(
                        "finding.one-kit-takes-of",
                        ("n", all[part.Id]),
                        ("part", part.Id),
                        ("sheet", sheet.Name),
                        ("has", part.Count)
                    )
                );
            }
        }
    }
}
