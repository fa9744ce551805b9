using System.Text.RegularExpressions;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Kits;

/// <summary>A value of a document that cannot be accepted: its path (<c>layouts[0].pieces[3].size</c>) and a sentence a person can act
/// on.</summary>
public sealed record Fault(string Path, Saying Says);

/// <summary>
/// What every kit document must keep to before it is taken in. What is merely unfinished or does not add up is not refused: findings
/// tell of it.
/// </summary>
public static partial class KitRules
{
    /// <summary>The largest length of a sheet, page or piece: 10 m, more than any table holds.</summary>
    public static readonly Length Largest = Length.Millimetres(10_000);

    /// <summary>The most kits in one run.</summary>
    public const int MostKits = 10_000;

    /// <summary>The most pieces in one kit.</summary>
    public const int MostPieces = 2_000;

    /// <summary>Print sizes of its own that a kit has at most.</summary>
    public const int MostPrints = 40;

    /// <summary>Whether a text may name a paper or a sheet of parts: 1 to 60 letters, digits, dashes, dots and underscores, a letter or
    /// digit first.</summary>
    public static bool IsId(string? id) => id is not null && IdPattern().IsMatch(id);

    /// <summary>Whether a text is a colour: #rrggbb.</summary>
    public static bool IsColour(string? colour) => colour is not null && ColourPattern().IsMatch(colour);

    /// <summary>Why a text may not.</summary>
    public static Saying NoId(string? id) => Saying.Of("fault.cannot-be-an-id", ("id", id));

    /// <summary>The longest name of a paper, a sheet of parts, a layout or a piece, in characters.</summary>
    public const int LongestName = 120;

    /// <summary>The longest notes, in characters.</summary>
    public const int LongestNotes = 20_000;

    /// <summary>All faults of a kit, in the order of the document.</summary>
    public static IReadOnlyList<Fault> Faults(Kit kit)
    {
        var faults = new List<Fault>();
        if (string.IsNullOrWhiteSpace(kit.Name) || kit.Name.Length > 120)
            faults.Add(new("name", Saying.Of("fault.a-kit-needs-a")));
        if (!kit.Ruler.IsPositive || kit.Ruler > Length.Inches(1))
            faults.Add(new("ruler", Saying.Of("fault.the-rulers-step-is", ("ruler", kit.Ruler))));
        if (kit.Kits is < 0 or > MostKits)
            faults.Add(new("kits", Saying.Of("fault.kits-cannot-be-planned", ("kits", kit.Kits), ("mostKits", MostKits))));
        if (kit.Layouts.Sum(l => l.Pieces.Count) > MostPieces)
            faults.Add(new("layouts", Saying.Of("fault.the-kit-has-more", ("mostPieces", MostPieces))));
        foreach (var (path, name) in Names(kit).Where(n => n.Name.Length > LongestName))
            faults.Add(new(path, Saying.Of("fault.a-name-so-long", ("n", name.Length), ("most", LongestName))));
        if (kit.Notes?.Length > LongestNotes)
            faults.Add(new("notes", Saying.Of("fault.notes-so-long", ("n", kit.Notes.Length), ("most", LongestNotes))));
        Twice(faults, kit.Papers.Select(p => p.Id), i => $"papers[{i}].id", Saying.Of("fault.papers"));
        Twice(faults, kit.Parts.Select(p => p.Id), i => $"parts[{i}].id", Saying.Of("fault.sheets-of-parts"));
        Twice(faults, kit.Layouts.Select(l => l.Id), i => $"layouts[{i}].id", Saying.Of("fault.layouts"));
        TrimmerFaults(faults, kit);
        KeptFaults(faults, kit);
        GuideFaults(faults, kit);
        CostFaults(faults, kit);
        foreach (var (paper, i) in kit.Papers.Select((paper, i) => (paper, i)))
            if (!IsId(paper.Id))
                faults.Add(new($"papers[{i}].id", NoId(paper.Id)));
        foreach (var (sheet, i) in kit.Parts.Select((sheet, i) => (sheet, i)))
            if (!IsId(sheet.Id))
                faults.Add(new($"parts[{i}].id", NoId(sheet.Id)));
        foreach (var (layout, i) in kit.Layouts.Select((layout, i) => (layout, i)))
            if (!LabelPattern().IsMatch(layout.Id))
                faults.Add(new($"layouts[{i}].id", Saying.Of("fault.is-not-a-layouts", ("layout", layout.Id))));
        SupplyFaults(faults, kit.Supplies);
        for (var i = 0; i < kit.Papers.Count; i++)
            PaperFaults(faults, kit.Papers[i], $"papers[{i}]");
        for (var i = 0; i < kit.Parts.Count; i++)
            PartFaults(faults, kit.Parts[i], $"parts[{i}]");
        for (var i = 0; i < kit.Layouts.Count; i++)
            LayoutFaults(faults, kit, kit.Layouts[i], $"layouts[{i}]");
        return faults;
    }

    // What things are called where that is read, each with its path.
    private static IEnumerable<(string Path, string Name)> Names(Kit kit)
    {
        foreach (var (paper, i) in kit.Papers.Select((paper, i) => (paper, i)))
            yield return ($"papers[{i}].name", paper.Name);
        foreach (var (sheet, i) in kit.Parts.Select((sheet, i) => (sheet, i)))
            yield return ($"parts[{i}].name", sheet.Name);
        foreach (var (layout, l) in kit.Layouts.Select((layout, l) => (layout, l)))
        {
            yield return ($"layouts[{l}].name", layout.Name);
            foreach (var (piece, p) in layout.Pieces.Select((piece, p) => (piece, p)))
                if (piece.Name is { } name)
                    yield return ($"layouts[{l}].pieces[{p}].name", name);
        }
    }

    private static void TrimmerFaults(List<Fault> faults, Kit kit)
    {
        if (kit.NarrowestStrip is { } narrow && (!narrow.IsPositive || narrow > Length.Inches(6)))
            faults.Add(new("narrowestStrip", Saying.Of("fault.a-trimmer-whose-fence", ("narrow", narrow))));
        if (kit.CutsThrough is { } deep && (!deep.IsPositive || deep > Length.Inches(1)))
            faults.Add(new("cutsThrough", Saying.Of("fault.a-trimmer-that-cuts", ("deep", deep))));
    }

    private static void GuideFaults(List<Fault> faults, Kit kit)
    {
        if (kit.Guide.Notes.Count > 1_000)
            faults.Add(new("guide.notes", Saying.Of("fault.notes-are-more-than", ("notes", kit.Guide.Notes.Count))));
        if (kit.Guide.Moves.Count > 1_000)
            faults.Add(new("guide.moves", Saying.Of("fault.moved-steps-are-more", ("moves", kit.Guide.Moves.Count))));
        foreach (var (note, i) in kit.Guide.Notes.Select((note, i) => (note, i)))
            if (note.Words.Length is 0 or > 2_000)
                faults.Add(new($"guide.notes[{i}].words", Saying.Of("fault.your-words-at-a")));
    }

    private static void CostFaults(List<Fault> faults, Kit kit)
    {
        var costs = kit.Costs;
        if (costs.Currency.Length != 3 || !costs.Currency.All(char.IsAsciiLetterUpper))
            faults.Add(new("costs.currency", Saying.Of("fault.is-no-currency-iso", ("currency", costs.Currency))));
        MoneyFault(faults, costs.Hour, "costs.hour", Saying.Of("fault.an-hour-of-work"));
        if (costs.SecondsPerCut is < 0 or > 3600)
            faults.Add(new("costs.secondsPerCut", Saying.Of("fault.a-cut-does-not", ("secondsPerCut", costs.SecondsPerCut))));
        if (costs.MinutesPerBag is < 0 or > 600)
            faults.Add(new("costs.minutesPerBag", Saying.Of("fault.a-bag-does-not", ("minutesPerBag", costs.MinutesPerBag))));
        if (costs.MarginPercent is < 0 or > 1000)
            faults.Add(new("costs.marginPercent", Saying.Of("fault.a-margin-of-cannot", ("marginPercent", costs.MarginPercent))));
        foreach (var (spare, i) in kit.Spares.Select((spare, i) => (spare, i)))
        {
            if (spare.Percent is < 0 or > 100)
                faults.Add(new($"spares[{i}].percent", Saying.Of("fault.spares-of-cannot-be", ("percent", spare.Percent))));
            if (spare.Count is < 0 or > MostKits)
                faults.Add(
                    new($"spares[{i}].count", Saying.Of("fault.spares-cannot-be-from", ("spare", spare.Count), ("mostKits", MostKits)))
                );
            if (kit.Spares.Take(i).Any(s => s.Of == spare.Of))
                faults.Add(new($"spares[{i}].of", Saying.Of("fault.spares-of-one-kind")));
        }
    }

    // How many letters a text says that it takes from another sheet.
    private static int Others(PartUse use, string sheet) =>
        use.Others.Where(o => o.Sheet == sheet).Sum(o => o.Letters.Count(c => !char.IsWhiteSpace(c)));

    private static void LayoutFaults(List<Fault> faults, Kit kit, Layout layout, string at)
    {
        SizeFault(faults, layout.Page, $"{at}.page");
        VariantFaults(faults, kit, layout, at);
        faults.AddRange(layout.Words?.Faults($"{at}.words") ?? []);
        foreach (var (arrangement, a) in layout.Arrangements.Select((arrangement, a) => (arrangement, a)))
        {
            if (arrangement.Members.Count is 0 or > 500)
                faults.Add(
                    new(
                        $"{at}.arrangements[{a}].members",
                        Saying.Of("fault.an-arrangement-has-from", ("arrangement", arrangement.Id), ("members", arrangement.Members.Count))
                    )
                );
            if (arrangement.Gutter < Length.Zero)
                faults.Add(new($"{at}.arrangements[{a}].gutter", Saying.Of("fault.a-gutter-of-is", ("gutter", arrangement.Gutter))));
        }
        Twice(faults, layout.Pieces.Select(p => p.Id), i => $"{at}.pieces[{i}].id", Saying.Of("fault.pieces-of", ("layout", layout.Id)));
        for (var i = 0; i < layout.Pieces.Count; i++)
        {
            var piece = layout.Pieces[i];
            var path = $"{at}.pieces[{i}]";
            if (!LabelPattern().IsMatch(piece.Id))
                faults.Add(new($"{path}.id", Saying.Of("fault.is-not-a-label", ("piece", piece.Id))));
            SizeFault(faults, piece.Size, $"{path}.size");
            if (piece.Kind == PieceKind.Photo != piece.Opening is not null)
                faults.Add(
                    new(
                        $"{path}.opening",
                        piece.Opening is null
                            ? Saying.Of("fault.is-a-photo-so", ("piece", piece.Id))
                            : Saying.Of("fault.is-no-photo-so", ("piece", piece.Id))
                    )
                );
            if (piece.Kind == PieceKind.Drawn != piece.Drawn is not null)
                faults.Add(new($"{path}.drawn", Saying.Of("fault.what-is-drawn-says", ("piece", piece.Id))));
            if (piece.Drawn is not null && (piece.Paper is not null || piece.Part is not null))
                faults.Add(new($"{path}.drawn", Saying.Of("fault.what-is-drawn-takes", ("piece", piece.Id))));
            if (piece.Drawn is { } drawn && (!IsTool(drawn.Tool) || (drawn.Colour is { } colour && !IsTool(colour))))
                faults.Add(new($"{path}.drawn.tool", Saying.Of("fault.a-tool-is-named", ("piece", piece.Id))));
            if (piece is { Extra: true, Kind: PieceKind.Photo or PieceKind.Drawn or PieceKind.Printed })
                faults.Add(new($"{path}.extra", Saying.Of("fault.what-is-no-extra", ("piece", piece.Id))));
            if (piece.InsteadOf is { } other && (!piece.Extra || layout.Piece(other) is not { Extra: false }))
                faults.Add(new($"{path}.insteadOf", Saying.Of("fault.instead-of-what", ("piece", piece.Id), ("other", other))));
            if (piece.Tilt is < -45 or > 45)
                faults.Add(new($"{path}.tilt", Saying.Of("fault.is-tilted-by-degrees", ("piece", piece.Id), ("tilt", piece.Tilt))));
            if (piece.Gut is { } gut && (!gut.IsPositive || gut * 2 >= piece.Size.Shorter))
                faults.Add(new($"{path}.gut", Saying.Of("fault.a-border-of-leaves", ("gut", gut), ("size", piece.Size))));
            var along = piece.Size.Along(piece.LongAxis);
            foreach (var (join, j) in piece.Joins.Select((join, j) => (join, j)))
                if (!join.IsPositive || join >= along || (j > 0 && join <= piece.Joins[j - 1]))
                    faults.Add(
                        new(
                            $"{path}.joins[{j}]",
                            Saying.Of("fault.is-long-it-cannot", ("piece", piece.Id), ("along", along), ("join", join))
                        )
                    );
            if (piece.Wet is { } wet && (wet.Minutes is < 0 or > 2_880 || wet.Words is { Length: > 200 }))
                faults.Add(new($"{path}.wet", Saying.Of("fault.what-dries-does-so", ("piece", piece.Id), ("minutes", wet.Minutes))));
            if (piece.Joins.Count > 50)
                faults.Add(new($"{path}.joins", Saying.Of("fault.has-joins-up-to", ("piece", piece.Id), ("joins", piece.Joins.Count))));
            if (piece.Part is { Part.Length: > 120 })
                faults.Add(new($"{path}.part.part", Saying.Of("fault.a-parts-name-or")));
            if (piece.Part?.More is { } more && (more < Length.Zero || more > Largest))
                faults.Add(new($"{path}.part.more", Saying.Of("fault.more-cannot-be-cut", ("more", more))));
            if (piece.Part is { Tied: not null } && piece.Joins.Count > 0)
                faults.Add(new($"{path}.part.tied", Saying.Of("fault.tied-of-one-length", ("piece", piece.Id))));
            foreach (var (from, o) in (piece.Part?.Others ?? []).Select((from, o) => (from, o)))
                if (
                    string.IsNullOrWhiteSpace(from.Letters)
                    || from.Sheet == piece.Part!.Sheet
                    || piece.Part.Letters().Count(l => l.Sheet == from.Sheet) != Others(piece.Part, from.Sheet)
                )
                    faults.Add(
                        new(
                            $"{path}.part.others[{o}]",
                            Saying.Of(
                                "fault.letters-of-others",
                                ("piece", piece.Id),
                                ("letters", from.Letters),
                                ("sheet", from.Sheet),
                                ("text", piece.Part!.Part ?? "")
                            )
                        )
                    );
            if (piece.Part?.Slice is { } slice && (!slice.Off.IsPositive || slice.Off > Largest))
                faults.Add(new($"{path}.part.slice.off", Saying.Of("fault.a-slice-is-wide", ("off", slice.Off))));
            if (piece.Shape is { Kind: OutlineKind.Template, Points.Count: < 3 or > 500 })
                faults.Add(
                    new(
                        $"{path}.shape.points",
                        Saying.Of("fault.a-template-has-from", ("piece", piece.Id), ("points", piece.Shape.Points.Count))
                    )
                );
            foreach (var (finish, f) in piece.Finishes.Select((finish, f) => (finish, f)))
                if (finish.Allowance is { } uses && (uses < Length.Zero || uses > Largest))
                    faults.Add(new($"{path}.finishes[{f}].allowance", Saying.Of("fault.an-edge-cannot-use", ("uses", uses))));
            if (
                piece.IsStatedAsCut(kit)
                && (piece.Uses(kit.Unit, Axis.Across) >= piece.Size.Width || piece.Uses(kit.Unit, Axis.Down) >= piece.Size.Height)
            )
                faults.Add(new($"{path}.finishes", Saying.Of("fault.its-edges-leave-nothing", ("piece", piece.Id), ("size", piece.Size))));
            foreach (var (mat, m) in (piece.Opening?.Mats ?? []).Select((mat, m) => (mat, m)))
                if (mat.Frame is { IsPositive: false })
                    faults.Add(new($"{path}.opening.mats[{m}].frame", Saying.Of("fault.a-frames-strips-are", ("frame", mat.Frame))));
            foreach (var (mat, m) in (piece.Opening?.Mats ?? []).Select((mat, m) => (mat, m)))
                if (mat.Gut is { IsPositive: false })
                    faults.Add(new($"{path}.opening.mats[{m}].gut", Saying.Of("fault.a-border-of-leaves-2", ("gut", mat.Gut))));
            if (piece.CutFrom is not null && !piece.IsCut)
                faults.Add(new($"{path}.cutFrom", Saying.Of("fault.is-not-cut-from", ("piece", piece.Id))));
            if (piece.CutFrom is { } place)
                foreach (var (name, length, isStep) in PlaceLengths(place))
                    if (length.Ticks < 0 || length > Largest || (isStep && length < LeastStep))
                        faults.Add(
                            new(
                                $"{path}.cutFrom.{name}",
                                Saying.Of("fault.no-place-on-a-sheet", ("length", length), ("most", Largest), ("step", LeastStep))
                            )
                        );
            if (piece.Opening?.Border is { } white && !PhotoOpening.IsBorder(white, piece.Size))
                faults.Add(new($"{path}.opening.border", Saying.Of("fault.a-white-border-of", ("border", white), ("size", piece.Size))));
            if (layout.Kind == LayoutKind.Single && piece.Side != PageSide.Left)
                faults.Add(new($"{path}.side", Saying.Of("fault.is-a-single-page", ("layout", layout.Id))));
            foreach (var (mat, m) in (piece.Opening?.Mats ?? []).Select((mat, m) => (mat, m)))
                if (mat.Paper is null == mat.Card is null)
                    faults.Add(new($"{path}.opening.mats[{m}].card", Saying.Of("fault.a-mat-is-cut-or-a-card", ("piece", piece.Id))));
                else if (mat.Card is not null && (mat.Frame is not null || mat.Gut is not null))
                    faults.Add(new($"{path}.opening.mats[{m}].card", Saying.Of("fault.a-card-is-whole", ("piece", piece.Id))));
            foreach (var (mat, m) in (piece.Opening?.Mats ?? []).Select((mat, m) => (mat, m)))
                if (mat.Card is { } card && (card.Sheet is not { Length: >= 1 and <= 60 } || card.Part is not { Length: >= 1 and <= 120 }))
                    faults.Add(new($"{path}.opening.mats[{m}].card", Saying.Of("fault.which-card", ("piece", piece.Id))));
            foreach (var (mat, m) in (piece.Opening?.Mats ?? []).Select((mat, m) => (mat, m)))
                if (!mat.Reveal.IsPositive || mat.Reveal > Largest)
                    faults.Add(new($"{path}.opening.mats[{m}].reveal", Saying.Of("fault.a-mat-shows-it", ("reveal", mat.Reveal))));
        }
    }

    private static void VariantFaults(List<Fault> faults, Kit kit, Layout layout, string at)
    {
        if (layout.Variants.Count > MostVariants)
            faults.Add(
                new(
                    $"{at}.variants",
                    Saying.Of("fault.too-many-variants", ("layout", layout.Id), ("n", layout.Variants.Count), ("most", MostVariants))
                )
            );
        Twice(
            faults,
            layout.Variants.Select(v => v.Name),
            i => $"{at}.variants[{i}].name",
            Saying.Of("fault.variants-of", ("layout", layout.Id))
        );
        foreach (var (variant, i) in layout.Variants.Select((variant, i) => (variant, i)))
        {
            if (variant.Name.Trim() != variant.Name || variant.Name.Length is 0 or > 60)
                faults.Add(new($"{at}.variants[{i}].name", Saying.Of("fault.a-variant-needs-a-name", ("layout", layout.Id))));
            LayoutFaults(faults, kit, layout.As(variant) with { Words = null, Variants = [] }, $"{at}.variants[{i}]");
        }
    }

    /// <summary>Variants kept of one layout, at most.</summary>
    public const int MostVariants = 6;

    /// <summary>What is printed again and again comes no closer than this.</summary>
    private static readonly Length LeastStep = Length.Inches(0, 1, 4);

    private static IEnumerable<(string Name, Length Length, bool IsStep)> PlaceLengths(SheetPlace place)
    {
        yield return ("x", place.X, false);
        yield return ("y", place.Y, false);
        if (place.EveryAcross is { } across)
            yield return ("everyAcross", across, true);
        if (place.EveryDown is { } down)
            yield return ("everyDown", down, true);
    }

    private static void SizeFault(List<Fault> faults, Size size, string path)
    {
        if (!size.IsReal)
            faults.Add(new(path, Saying.Of("fault.is-no-size-width", ("size", size))));
        else if (size.Longer > Largest)
            faults.Add(new(path, Saying.Of("fault.is-larger-than", ("size", size), ("largest", Largest))));
    }

    // Words that stand in a sentence end neither it nor a part of it.
    private static bool IsTool(string text) =>
        text.Length is >= 1 and <= 60 && text.Trim() == text && !text.Any(c => char.IsControl(c) || c is ';' or ':');

    private static void ColourFault(List<Fault> faults, string? colour, string path)
    {
        if (colour is not null && !IsColour(colour))
            faults.Add(new(path, Saying.Of("fault.is-not-a-colour", ("colour", colour))));
    }

    private static void Twice(List<Fault> faults, IEnumerable<string> ids, Func<int, string> path, Saying what)
    {
        var seen = new HashSet<string>();
        foreach (var (id, i) in ids.Select((id, i) => (id, i)))
        {
            if (string.IsNullOrWhiteSpace(id) || id.Length > 60)
                faults.Add(new(path(i), Saying.Of("fault.a-name-of-to")));
            else if (!seen.Add(id))
                faults.Add(new(path(i), Saying.Of("fault.two-are-called-give", ("what", what), ("id", id))));
        }
    }

    [GeneratedRegex("^[A-Za-z0-9][A-Za-z0-9._-]{0,59}$")]
    private static partial Regex IdPattern();

    [GeneratedRegex("^#[0-9a-fA-F]{6}$")]
    private static partial Regex ColourPattern();

    [GeneratedRegex("^[A-Za-z][A-Za-z0-9]{0,7}$")]
    private static partial Regex LabelPattern();
}
