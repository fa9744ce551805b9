using System.Text.RegularExpressions;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Kits;

/// <summary>A value of a document that cannot be accepted: its path (<c>layouts[0].pieces[3].size</c>) and a sentence a person can act
/// on.</summary>
public sealed record Fault(string Path, string Says);

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

    /// <summary>Whether a text may name a paper or a sheet of parts: 1 to 60 letters, digits, dashes, dots and underscores, a letter or
    /// digit first.</summary>
    public static bool IsId(string? id) => id is not null && IdPattern().IsMatch(id);

    /// <summary>Why a text may not.</summary>
    public static string NoId(string? id) =>
        $"'{id}' cannot be an id: it is 1 to 60 letters (a to z), digits, dashes, dots and underscores, and begins with a "
        + $"letter or a digit, such as spar-plaid.";

    /// <summary>All faults of a kit, in the order of the document.</summary>
    public static IReadOnlyList<Fault> Faults(Kit kit)
    {
        var faults = new List<Fault>();
        if (string.IsNullOrWhiteSpace(kit.Name) || kit.Name.Length > 120)
            faults.Add(new("name", "A kit needs a name of 1 to 120 characters."));
        if (!kit.Ruler.IsPositive || kit.Ruler > Length.Inches(1))
            faults.Add(new("ruler", $"The ruler's step is {kit.Ruler}; it must be more than 0 and at most 1 in."));
        if (kit.Kits is < 0 or > MostKits)
            faults.Add(new("kits", $"{kit.Kits} kits cannot be planned; the number is from 0 to {MostKits}."));
        if (kit.Layouts.Sum(l => l.Pieces.Count) > MostPieces)
            faults.Add(new("layouts", $"The kit has more than {MostPieces} pieces."));
        Twice(faults, kit.Papers.Select(p => p.Id), i => $"papers[{i}].id", "papers");
        Twice(faults, kit.Parts.Select(p => p.Id), i => $"parts[{i}].id", "sheets of parts");
        Twice(faults, kit.Layouts.Select(l => l.Id), i => $"layouts[{i}].id", "layouts");
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
                faults.Add(
                    new(
                        $"layouts[{i}].id",
                        $"'{layout.Id}' is not a layout's id: one to eight letters and digits, a letter first, such as L1."
                    )
                );
        for (var i = 0; i < kit.Papers.Count; i++)
            PaperFaults(faults, kit.Papers[i], $"papers[{i}]");
        for (var i = 0; i < kit.Parts.Count; i++)
            PartFaults(faults, kit.Parts[i], $"parts[{i}]");
        for (var i = 0; i < kit.Layouts.Count; i++)
            LayoutFaults(faults, kit.Layouts[i], $"layouts[{i}]");
        return faults;
    }

    private static void TrimmerFaults(List<Fault> faults, Kit kit)
    {
        if (kit.NarrowestStrip is { } narrow && (!narrow.IsPositive || narrow > Length.Inches(6)))
            faults.Add(
                new(
                    "narrowestStrip",
                    $"A trimmer whose fence cannot be set narrower than {narrow} cannot be planned for; it is more than 0 and at most 6 in."
                )
            );
        if (kit.CutsThrough is { } deep && (!deep.IsPositive || deep > Length.Inches(1)))
            faults.Add(
                new("cutsThrough", $"A trimmer that cuts through {deep} cannot be planned for; it is more than 0 and at most 1 in.")
            );
    }

    private static void GuideFaults(List<Fault> faults, Kit kit)
    {
        if (kit.Guide.Notes.Count > 1_000)
            faults.Add(new("guide.notes", $"{kit.Guide.Notes.Count} notes are more than the 1000 that can be."));
        if (kit.Guide.Moves.Count > 1_000)
            faults.Add(new("guide.moves", $"{kit.Guide.Moves.Count} moved steps are more than the 1000 that can be."));
        foreach (var (note, i) in kit.Guide.Notes.Select((note, i) => (note, i)))
            if (note.Words.Length is 0 or > 2_000)
                faults.Add(new($"guide.notes[{i}].words", "Your words at a step are from 1 to 2000 characters."));
    }

    private static void CostFaults(List<Fault> faults, Kit kit)
    {
        var costs = kit.Costs;
        if (costs.Currency.Length != 3 || !costs.Currency.All(char.IsAsciiLetterUpper))
            faults.Add(
                new("costs.currency", $"'{costs.Currency}' is no currency; ISO 4217 names each with three capital letters, such as EUR.")
            );
        MoneyFault(faults, costs.Hour, "costs.hour", "An hour of work");
        if (costs.SecondsPerCut is < 0 or > 3600)
            faults.Add(new("costs.secondsPerCut", $"A cut does not take {costs.SecondsPerCut} seconds; from 0 to 3600."));
        if (costs.MinutesPerBag is < 0 or > 600)
            faults.Add(new("costs.minutesPerBag", $"A bag does not take {costs.MinutesPerBag} minutes; from 0 to 600."));
        if (costs.MarginPercent is < 0 or > 1000)
            faults.Add(new("costs.marginPercent", $"A margin of {costs.MarginPercent} % cannot be; from 0 to 1000."));
        foreach (var (spare, i) in kit.Spares.Select((spare, i) => (spare, i)))
        {
            if (spare.Percent is < 0 or > 100)
                faults.Add(new($"spares[{i}].percent", $"Spares of {spare.Percent} % cannot be; from 0 to 100."));
            if (spare.Count is < 0 or > MostKits)
                faults.Add(new($"spares[{i}].count", $"{spare.Count} spares cannot be; from 0 to {MostKits}."));
            if (kit.Spares.Take(i).Any(s => s.Of == spare.Of))
                faults.Add(new($"spares[{i}].of", "Spares of one kind are said once."));
        }
    }

    private static void PackFault(List<Fault> faults, Pack? pack, string at)
    {
        if (pack is null)
            return;
        if (pack.Of is < 1 or > 10_000)
            faults.Add(new($"{at}.of", $"A pack does not hold {pack.Of}; from 1 to 10000."));
        MoneyFault(faults, pack.Price, $"{at}.price", "A pack");
    }

    private static void MoneyFault(List<Fault> faults, Money? money, string path, string what)
    {
        if (money is { } amount && (amount < Money.Zero || amount.Amount > 1_000_000 || amount.Rounded != amount))
            faults.Add(new(path, $"{what} does not cost {amount.Amount}; from 0 to 1000000, in hundredths."));
    }

    private static void KeptFaults(List<Fault> faults, Kit kit)
    {
        if (kit.KeptSheets.Count > 500)
            faults.Add(new("keptSheets", $"{kit.KeptSheets.Count} kept sheets are more than the 500 that can be."));
        if (kit.ChosenPlans.Count > 200)
            faults.Add(new("chosenPlans", $"{kit.ChosenPlans.Count} chosen plans are more than the 200 that can be."));
        foreach (var (chosen, i) in kit.ChosenPlans.Select((chosen, i) => (chosen, i)))
        {
            if (kit.Paper(chosen.Paper) is null)
                faults.Add(new($"chosenPlans[{i}].paper", $"There is no paper {chosen.Paper} in this kit."));
            if (chosen.Kits is < 1 or > MostKits)
                faults.Add(
                    new($"chosenPlans[{i}].kits", $"A plan for {chosen.Kits} kits cannot be chosen; the number is from 1 to {MostKits}.")
                );
            if (chosen.Sheets.Sum(s => s.Cuts.Count) > 20_000)
                faults.Add(new($"chosenPlans[{i}].sheets", "A plan has at most 20000 cuts and pieces."));
        }
        foreach (var (kept, i) in kit.KeptSheets.Select((kept, i) => (kept, i)))
        {
            var at = $"keptSheets[{i}]";
            if (kit.Paper(kept.Paper) is not { } paper)
                faults.Add(new($"{at}.paper", $"There is no paper {kept.Paper} in this kit."));
            else
                foreach (var (piece, p) in kept.Pieces.Select((piece, p) => (piece, p)))
                    if (!new Box(Length.Zero, Length.Zero, paper.Size).Contains(piece.Box) || !piece.Box.Size.IsReal)
                        faults.Add(new($"{at}.pieces[{p}].box", $"{piece.Piece} does not lie on a sheet of {paper.Name}, {paper.Size}."));
            if (kept.Times is < 1 or > MostKits)
                faults.Add(new($"{at}.times", $"A sheet cannot be cut {kept.Times} times like this; the number is from 1 to {MostKits}."));
            if (kept.Cut < 0 || kept.Cut > kept.Times)
                faults.Add(new($"{at}.cut", $"{kept.Cut} of {kept.Times} sheets cannot be cut already."));
            if (kept.Pieces.Count is 0 or > 2_000)
                faults.Add(new($"{at}.pieces", "A kept sheet has from 1 to 2000 pieces."));
        }
    }

    private static void PaperFaults(List<Fault> faults, Stock.Paper paper, string at)
    {
        SizeFault(faults, paper.Size, $"{at}.size");
        ColourFault(faults, paper.FaceA.Colour, $"{at}.faceA.colour");
        ColourFault(faults, paper.FaceA.Ink, $"{at}.faceA.ink");
        ColourFault(faults, paper.FaceB?.Colour, $"{at}.faceB.colour");
        ColourFault(faults, paper.FaceB?.Ink, $"{at}.faceB.ink");
        if (paper.OnHand is < 0 or > 100_000)
            faults.Add(new($"{at}.onHand", $"{paper.OnHand} sheets cannot be on hand; the number is from 0 to 100000."));
        if (paper.Promised is < 0 or > 1_000_000)
            faults.Add(new($"{at}.promised", $"{paper.Promised} sheets cannot be promised; the number is from 0 to 1000000."));
        foreach (var (offcut, i) in paper.Offcuts.Select((offcut, i) => (offcut, i)))
        {
            SizeFault(faults, offcut.Size, $"{at}.offcuts[{i}].size");
            if (!offcut.Size.FitsIn(paper.Size))
                faults.Add(
                    new($"{at}.offcuts[{i}].size", $"An offcut of {offcut.Size} is larger than a sheet of {paper.Name}, {paper.Size}.")
                );
            if (paper.Offcuts.Take(i).Any(o => o.Size == offcut.Size && o.Face == offcut.Face))
                faults.Add(new($"{at}.offcuts[{i}].size", $"Offcuts of {offcut.Size} are named twice. Say once how many there are."));
            if (offcut.Count is < 1 or > 1_000)
                faults.Add(new($"{at}.offcuts[{i}].count", $"{offcut.Count} offcuts cannot be on hand; the number is from 1 to 1000."));
        }
        if (paper.Offcuts.Count > 100)
            faults.Add(new($"{at}.offcuts", $"{paper.Name} has {paper.Offcuts.Count} sizes of offcuts; up to 100 can be."));
        if (paper.TearStrip is { } strip && (!strip.Width.IsPositive || strip.Width >= paper.Size.Along(strip.Edge.Axis())))
            faults.Add(new($"{at}.tearStrip.width", $"A tear strip of {strip.Width} does not fit a sheet of {paper.Size}."));
        if (paper.Squaring is { } squaring && (!squaring.Width.IsPositive || !paper.Usable.Size.IsReal))
            faults.Add(
                new($"{at}.squaring.width", $"With {squaring.Width} cut off to square it, nothing is left of a sheet of {paper.Size}.")
            );
        PackFault(faults, paper.Pack, $"{at}.pack");
        if (paper.Thickness is { IsPositive: false } thickness)
            faults.Add(new($"{at}.thickness", $"A sheet cannot be {thickness} thick."));
    }

    private static void PartFaults(List<Fault> faults, PartSheet sheet, string at)
    {
        if (sheet.Name.Length is 0 or > 120)
            faults.Add(new($"{at}.name", "A sheet of parts needs a name of 1 to 120 characters."));
        if (sheet.OnHand is < 0 or > 100_000)
            faults.Add(new($"{at}.onHand", $"{sheet.OnHand} cannot be on hand; the number is from 0 to 100000."));
        if (sheet.Promised is < 0 or > 1_000_000)
            faults.Add(new($"{at}.promised", $"{sheet.Promised} cannot be promised; the number is from 0 to 1000000."));
        PackFault(faults, sheet.Pack, $"{at}.pack");
        if (sheet.Parts.Count > 500)
            faults.Add(new($"{at}.parts", $"{sheet.Name} has {sheet.Parts.Count} parts; up to 500 can be."));
        Twice(faults, sheet.Parts.Select(p => p.Id), i => $"{at}.parts[{i}].id", $"parts of {sheet.Name}");
        foreach (var (part, i) in sheet.Parts.Select((part, i) => (part, i)))
            if (part.Count is < 1 or > 10_000)
                faults.Add(new($"{at}.parts[{i}].count", $"A sheet cannot hold {part.Count} of {part.Id}; the number is from 1 to 10000."));
        if (sheet.Kind == PartKind.ByLength && sheet.Length is not { IsPositive: true })
            faults.Add(new($"{at}.length", $"How long is a roll of {sheet.Name}? It must be more than 0."));
    }

    private static void LayoutFaults(List<Fault> faults, Layout layout, string at)
    {
        SizeFault(faults, layout.Page, $"{at}.page");
        foreach (var (arrangement, a) in layout.Arrangements.Select((arrangement, a) => (arrangement, a)))
        {
            if (arrangement.Members.Count is 0 or > 500)
                faults.Add(
                    new(
                        $"{at}.arrangements[{a}].members",
                        $"An arrangement has from 1 to 500 members; {arrangement.Id} has {arrangement.Members.Count}."
                    )
                );
            if (arrangement.Gutter < Length.Zero)
                faults.Add(new($"{at}.arrangements[{a}].gutter", $"A gutter of {arrangement.Gutter} is none; it is 0 or more."));
        }
        Twice(faults, layout.Pieces.Select(p => p.Id), i => $"{at}.pieces[{i}].id", $"pieces of {layout.Id}");
        for (var i = 0; i < layout.Pieces.Count; i++)
        {
            var piece = layout.Pieces[i];
            var path = $"{at}.pieces[{i}]";
            if (!LabelPattern().IsMatch(piece.Id))
                faults.Add(new($"{path}.id", $"'{piece.Id}' is not a label: one to eight letters and digits, such as B2."));
            SizeFault(faults, piece.Size, $"{path}.size");
            if (piece.Kind == PieceKind.Photo != piece.Opening is not null)
                faults.Add(
                    new(
                        $"{path}.opening",
                        piece.Opening is null
                            ? $"{piece.Id} is a photo, so it needs an opening."
                            : $"{piece.Id} is no photo, so it has no opening."
                    )
                );
            if (piece.Tilt is < -45 or > 45)
                faults.Add(new($"{path}.tilt", $"{piece.Id} is tilted by {piece.Tilt} degrees; from -45 to 45 can be."));
            if (piece.Gut is { } gut && (!gut.IsPositive || gut * 2 >= piece.Size.Shorter))
                faults.Add(new($"{path}.gut", $"A border of {gut} leaves nothing to cut out of {piece.Size}."));
            var along = piece.Size.Along(piece.LongAxis);
            foreach (var (join, j) in piece.Joins.Select((join, j) => (join, j)))
                if (!join.IsPositive || join >= along || (j > 0 && join <= piece.Joins[j - 1]))
                    faults.Add(
                        new(
                            $"{path}.joins[{j}]",
                            $"{piece.Id} is {along} long: it cannot be joined at {join}. Joins lie inside it, one after the other."
                        )
                    );
            if (piece.Wet is { } wet && (wet.Minutes is < 0 or > 2_880 || wet.Words is { Length: > 200 }))
                faults.Add(
                    new(
                        $"{path}.wet",
                        $"What dries does so in 0 to 2880 minutes, and is said in at most 200 characters; {piece.Id} has "
                            + $"{wet.Minutes} minutes."
                    )
                );
            if (piece.Joins.Count > 50)
                faults.Add(new($"{path}.joins", $"{piece.Id} has {piece.Joins.Count} joins; up to 50 can be."));
            if (piece.Part is { Part.Length: > 120 })
                faults.Add(new($"{path}.part.part", "A part's name or a text has at most 120 characters."));
            if (piece.Part?.More is { } more && (more < Length.Zero || more > Largest))
                faults.Add(new($"{path}.part.more", $"{more} more cannot be cut."));
            if (piece.Shape is { Kind: OutlineKind.Template, Points.Count: < 3 or > 500 })
                faults.Add(new($"{path}.shape.points", $"A template has from 3 to 500 points; {piece.Id} has {piece.Shape.Points.Count}."));
            foreach (var (finish, f) in piece.Finishes.Select((finish, f) => (finish, f)))
                if (finish.Allowance is { } uses && (uses < Length.Zero || uses > Largest))
                    faults.Add(new($"{path}.finishes[{f}].allowance", $"An edge cannot use up {uses}."));
            foreach (var (mat, m) in (piece.Opening?.Mats ?? []).Select((mat, m) => (mat, m)))
                if (mat.Frame is { IsPositive: false })
                    faults.Add(
                        new($"{path}.opening.mats[{m}].frame", $"A frame's strips are {mat.Frame} wide; they must be wider than 0.")
                    );
            foreach (var (mat, m) in (piece.Opening?.Mats ?? []).Select((mat, m) => (mat, m)))
                if (mat.Gut is { IsPositive: false })
                    faults.Add(new($"{path}.opening.mats[{m}].gut", $"A border of {mat.Gut} leaves nothing of the mat."));
            if (layout.Kind == LayoutKind.Single && piece.Side != PageSide.Left)
                faults.Add(new($"{path}.side", $"{layout.Id} is a single page and has no other."));
            foreach (var (mat, m) in (piece.Opening?.Mats ?? []).Select((mat, m) => (mat, m)))
                if (!mat.Reveal.IsPositive || mat.Reveal > Largest)
                    faults.Add(new($"{path}.opening.mats[{m}].reveal", $"A mat shows {mat.Reveal}; it must show more than 0."));
        }
    }

    private static void SizeFault(List<Fault> faults, Size size, string path)
    {
        if (!size.IsReal)
            faults.Add(new(path, $"{size} is no size: width and height must be more than 0."));
        else if (size.Longer > Largest)
            faults.Add(new(path, $"{size} is larger than {Largest}."));
    }

    private static void ColourFault(List<Fault> faults, string? colour, string path)
    {
        if (colour is not null && !ColourPattern().IsMatch(colour))
            faults.Add(new(path, $"'{colour}' is not a colour; write it as #rrggbb."));
    }

    private static void Twice(List<Fault> faults, IEnumerable<string> ids, Func<int, string> path, string what)
    {
        var seen = new HashSet<string>();
        foreach (var (id, i) in ids.Select((id, i) => (id, i)))
        {
            if (string.IsNullOrWhiteSpace(id) || id.Length > 60)
                faults.Add(new(path(i), "A name of 1 to 60 characters is needed."));
            else if (!seen.Add(id))
                faults.Add(new(path(i), $"Two {what} are called '{id}'. Give one of them another name."));
        }
    }

    [GeneratedRegex("^[A-Za-z0-9][A-Za-z0-9._-]{0,59}$")]
    private static partial Regex IdPattern();

    [GeneratedRegex("^#[0-9a-fA-F]{6}$")]
    private static partial Regex ColourPattern();

    [GeneratedRegex("^[A-Za-z][A-Za-z0-9]{0,7}$")]
    private static partial Regex LabelPattern();
}
