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

    /// <summary>A half, and what a slice is cut off, is as large as the part leaves it, where its size is known; letters and lengths are
    /// not halved.</summary>
    public static IEnumerable<Finding> CutOf(Kit kit, ResolvedLayout layout)
    {
        foreach (var piece in layout.Layout.Pieces)
        {
            if (piece.Part is not { } use || kit.PartSheet(use.Sheet) is not { } sheet)
                continue;
            var label = layout.Layout.Label(piece);
            if (use.Half is not null && sheet.Kind is PartKind.Letters or PartKind.ByLength)
                yield return new(
                    "not-halved",
                    Gravity.Fault,
                    layout.Layout.Id,
                    [piece.Id],
                    Saying.Of("finding.not-halved", ("label", label), ("sheet", sheet.Name)),
                    new(Saying.Of("finding.take-it-whole"), piece with { Part = use with { Half = null, Slice = null } })
                );
            if (kit.SizeOf(new(use.Sheet, use.Part ?? "")) is not { } whole)
                continue;
            if (use.SizeOf(whole) is not { } size)
                yield return new(
                    "nothing-left-of-part",
                    Gravity.Fault,
                    layout.Layout.Id,
                    [piece.Id],
                    Saying.Of(
                        "finding.nothing-left-of-part",
                        ("label", label),
                        ("part", use.Part),
                        ("size", kit.Reading().Format(whole)),
                        ("off", kit.Reading().Format(use.Slice!.Off))
                    ),
                    new(Saying.Of("finding.cut-nothing-off"), piece with { Part = use with { Slice = null } })
                );
            else if (piece.Size != size && piece.Size != size.Turned)
                yield return new(
                    "part-size",
                    Gravity.Note,
                    layout.Layout.Id,
                    [piece.Id],
                    Saying.Of(
                        "finding.part-size",
                        ("label", label),
                        ("size", kit.Reading().Format(piece.Size)),
                        ("part", use.Part),
                        ("has", kit.Reading().Format(size))
                    ),
                    new(Saying.Of("finding.give-it-that-size"), piece with { Size = size.LyingAs(piece.Size) })
                );
        }
    }

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

    /// <summary>A length that no roll has in one: it is knotted of two.</summary>
    public static IEnumerable<Finding> LongerThanItsRoll(Kit kit, ResolvedLayout layout)
    {
        foreach (var piece in layout.Layout.Pieces)
        {
            if (
                piece.Part is not { } use
                || kit.PartSheet(use.Sheet) is not { Kind: PartKind.ByLength, Length: { IsPositive: true } roll } sheet
                || piece.Lengths(use, kit.Unit).Max() is var longest && longest <= roll
            )
                continue;
            var half = piece.Size.Along(piece.LongAxis).Half.SnapTo(kit.Ruler);
            var knotted = piece with { Joins = [half] };
            yield return new(
                "longer-than-its-roll",
                Gravity.Fault,
                layout.Layout.Id,
                [piece.Id],
                Saying.Of(
                    "finding.longer-than-its-roll",
                    ("label", layout.Layout.Label(piece)),
                    ("length", kit.Reading().Format(longest)),
                    ("sheet", sheet.Name),
                    ("roll", kit.Reading().Format(roll))
                ),
                use.Tied is null && piece.Joins.Count == 0 && half.IsPositive && knotted.Lengths(use, kit.Unit).Max() <= roll
                    ? new(Saying.Of("finding.knot-it-at", ("place", kit.Reading().Format(half))), knotted)
                    : null
            );
        }
    }

    // A letter that a sheet has too few of, out of the others of the kit.
    private static Mend? OtherLetters(Kit kit, Layout layout, Piece piece, IEnumerable<string> lacking)
    {
        if (piece.Part is not { } use)
            return null;
        var filled = LetterSheets.Filled(kit, layout.Id, piece.Id, use);
        if (!lacking.Any(l => filled.Others.Any(o => Has(o, l)) && !use.Others.Any(o => Has(o, l))))
            return null;
        return new(
            Saying.Of(
                "finding.take-letters-of-others",
                (
                    "list",
                    filled.Others.Select(o =>
                        Saying.Of("finding.letters-of", ("letters", o.Letters), ("sheet", kit.PartSheet(o.Sheet)?.Name))
                    )
                )
            ),
            piece with
            {
                Part = filled,
            }
        );

        static bool Has(OtherLetters other, string letter) => other.Letters.Any(c => PartUse.Same(c, letter[0]));
    }

    private static IEnumerable<Finding> PartOf(Kit kit, Layout layout, Piece piece, string label, PartUse use)
    {
        Finding Fault(Saying says, Mend? mend = null) => new("no-part", Gravity.Fault, layout.Id, [piece.Id], says, mend);
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
                    ),
                sheet.Kind == PartKind.Letters ? OtherLetters(kit, layout, piece, missing) : null
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
            var all = kit.TallyOf(sheet).Taken;
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
                    ),
                    sheet.Kind == PartKind.Letters ? OtherLetters(kit, layout.Layout, layout.Layout.Piece(users[^1])!, [part.Id]) : null
                );
            }
        }
    }
}
