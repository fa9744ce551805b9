using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Judgement;

/// <summary>Are the ready-made parts there that pieces name?</summary>
internal static class PartCheck
{
    public static IEnumerable<Finding> PartOf(Kit kit, ResolvedLayout layout) =>
        from piece in layout.Layout.Pieces
        from taken in piece.Takes(layout.Layout.Label(piece))
        from finding in PartOf(kit, layout.Layout, piece, taken.Label, taken.Use)
        select finding;

    /// <summary>What serves as a mat has a size.</summary>
    public static IEnumerable<Finding> CardsOf(Kit kit, ResolvedLayout layout) =>
        from piece in layout.Layout.Pieces
        from mat in piece.Opening?.Mats ?? []
        let card = mat.Card
        where card is not null && kit.SizeOf(card) is null
        let sheet = kit.PartSheet(card.Sheet)
        where sheet?.Part(card.Part) is not null
        select new Finding(
            "card-without-size",
            Gravity.Fault,
            layout.Layout.Id,
            [piece.Id],
            sheet.Kind is PartKind.Letters or PartKind.ByLength
                ? Saying.Of("finding.no-mat-at-all", ("sheet", sheet.Name), ("label", layout.Layout.Label(piece)))
                : Saying.Of("finding.card-without-size", ("part", card.Part), ("sheet", sheet.Name), ("label", layout.Layout.Label(piece)))
        );

    private static IEnumerable<Finding> PartOf(Kit kit, Layout layout, Piece piece, string label, PartUse use)
    {
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
            var here = layout
                .Layout.Pieces.SelectMany(p => p.Takes(p.Id).Where(t => t.Use.Sheet == sheet.Id).Select(t => (p.Id, t.Use)))
                .ToList();
            if (here.Count == 0)
                continue;
            var all = kit.TakenOf(sheet).SelectMany(t => t.Use.Takes(sheet)).CountBy(t => t).ToDictionary();
            foreach (var part in sheet.Parts.Where(p => all.GetValueOrDefault(p.Id) > p.Count))
            {
                var users = here.Where(p => p.Use.Takes(sheet).Contains(part.Id)).Select(p => p.Id).Distinct().ToList();
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
