using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Kits;

// What lies in the stock, what is needed besides, and the sheets that are kept.
public static partial class KitRules
{
    private const int MostMotifs = 40;

    private const int MostColours = 6;

    private static void SupplyFaults(List<Fault> faults, IReadOnlyList<Supply> supplies)
    {
        if (supplies.Count > 500)
            faults.Add(new("supplies", Saying.Of("fault.too-many-supplies", ("supplies", supplies.Count))));
        foreach (var (supply, i) in supplies.Select((supply, i) => (supply, i)))
        {
            if (string.IsNullOrWhiteSpace(supply.Name) || supply.Name.Length > 120)
                faults.Add(new($"supplies[{i}].name", Saying.Of("fault.a-supply-needs-a-name")));
            if (supply.Size is { } size && (!size.IsPositive || size > Largest))
                faults.Add(new($"supplies[{i}].size", Saying.Of("fault.a-supply-is-no", ("supply", supply.Name), ("size", size))));
            if (supply.SharedBy is < 2 or > 1_000)
                faults.Add(
                    new($"supplies[{i}].sharedBy", Saying.Of("fault.a-supply-is-shared", ("supply", supply.Name), ("n", supply.SharedBy)))
                );
            foreach (
                var (text, member) in new[]
                {
                    (supply.ForOne, "forOne"),
                    (supply.ForTable, "forTable"),
                    (supply.Source, "source"),
                    (supply.Number, "number"),
                    (supply.Substitute, "substitute"),
                }
            )
                if (text is { Length: 0 or > 120 })
                    faults.Add(new($"supplies[{i}].{member}", Saying.Of("fault.a-supplys-words", ("supply", supply.Name))));
        }
    }

    private static void PackFault(List<Fault> faults, Pack? pack, string at)
    {
        if (pack is null)
            return;
        if (pack.Of is < 1 or > 10_000)
            faults.Add(new($"{at}.of", Saying.Of("fault.a-pack-does-not", ("of", pack.Of))));
        MoneyFault(faults, pack.Price, $"{at}.price", Saying.Of("fault.a-pack"));
    }

    private static void MoneyFault(List<Fault> faults, Money? money, string path, Saying what)
    {
        if (money is { } amount && (amount < Money.Zero || amount.Amount > 1_000_000 || amount.Rounded != amount))
            faults.Add(new(path, Saying.Of("fault.does-not-cost-from", ("what", what), ("amount", amount.Amount))));
    }

    private static void KeptFaults(List<Fault> faults, Kit kit)
    {
        if (kit.Prints.Count > MostPrints)
            faults.Add(new("prints", Saying.Of("fault.print-sizes-are-more", ("prints", kit.Prints.Count), ("most", MostPrints))));
        foreach (var (print, i) in kit.Prints.Select((print, i) => (print, i)))
        {
            SizeFault(faults, print.Size, $"prints[{i}].size");
            if (!IsTool(print.Name))
                faults.Add(new($"prints[{i}].name", Saying.Of("fault.a-print-size-is-called", ("name", print.Name))));
        }
        if (kit.KeptSheets.Count > 500)
            faults.Add(new("keptSheets", Saying.Of("fault.kept-sheets-are-more", ("keptSheets", kit.KeptSheets.Count))));
        if (kit.ChosenPlans.Count > 200)
            faults.Add(new("chosenPlans", Saying.Of("fault.chosen-plans-are-more", ("chosenPlans", kit.ChosenPlans.Count))));
        foreach (var (chosen, i) in kit.ChosenPlans.Select((chosen, i) => (chosen, i)))
        {
            if (kit.Paper(chosen.Paper) is null)
                faults.Add(new($"chosenPlans[{i}].paper", Saying.Of("fault.there-is-no-paper", ("paper", chosen.Paper))));
            if (chosen.Kits is < 1 or > MostKits)
                faults.Add(
                    new($"chosenPlans[{i}].kits", Saying.Of("fault.a-plan-for-kits", ("kits", chosen.Kits), ("mostKits", MostKits)))
                );
            if (chosen.Sheets.Sum(s => s.Cuts.Count) > 20_000)
                faults.Add(new($"chosenPlans[{i}].sheets", Saying.Of("fault.a-plan-has-at")));
        }
        foreach (var (kept, i) in kit.KeptSheets.Select((kept, i) => (kept, i)))
        {
            var at = $"keptSheets[{i}]";
            if (kit.Paper(kept.Paper) is not { } paper)
                faults.Add(new($"{at}.paper", Saying.Of("fault.there-is-no-paper", ("paper", kept.Paper))));
            else
                foreach (var (piece, p) in kept.Pieces.Select((piece, p) => (piece, p)))
                    if (!new Box(Length.Zero, Length.Zero, paper.Sheet).Contains(piece.Box) || !piece.Box.Size.IsReal)
                        faults.Add(
                            new(
                                $"{at}.pieces[{p}].box",
                                Saying.Of("fault.does-not-lie-on", ("piece", piece.Piece), ("paper", paper.Name), ("size", paper.Sheet))
                            )
                        );
            if (kept.Times is < 1 or > MostKits)
                faults.Add(new($"{at}.times", Saying.Of("fault.a-sheet-cannot-be", ("times", kept.Times), ("mostKits", MostKits))));
            if (kept.Cut < 0 || kept.Cut > kept.Times)
                faults.Add(new($"{at}.cut", Saying.Of("fault.of-sheets-cannot-be", ("cut", kept.Cut), ("times", kept.Times))));
            if (kept.Pieces.Count is 0 or > 2_000)
                faults.Add(new($"{at}.pieces", Saying.Of("fault.a-kept-sheet-has")));
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
            faults.Add(new($"{at}.onHand", Saying.Of("fault.sheets-cannot-be-on", ("onHand", paper.OnHand))));
        if (paper.Promised is < 0 or > 1_000_000)
            faults.Add(new($"{at}.promised", Saying.Of("fault.sheets-cannot-be-promised", ("promised", paper.Promised))));
        foreach (var (face, member) in new[] { (paper.FaceA, "faceA"), (paper.FaceB, "faceB") })
            if (
                face?.Name is { } side
                && (side.Trim().Length is < 1 or > 40 || side.Any(c => char.IsControl(c) || c is ',' or ';' or ':' or '(' or ')'))
            )
                faults.Add(new($"{at}.{member}.name", Saying.Of("fault.a-side-is-called", ("name", side))));
        foreach (var (face, member) in new[] { (paper.FaceA, "faceA"), (paper.FaceB, "faceB") })
        {
            if (face?.Colours.Count > MostColours)
                faults.Add(
                    new($"{at}.{member}.colours", Saying.Of("fault.too-many-colours", ("n", face.Colours.Count), ("most", MostColours)))
                );
            foreach (var (colour, i) in (face?.Colours ?? []).Select((colour, i) => (colour, i)))
            {
                ColourFault(faults, colour.Colour, $"{at}.{member}.colours[{i}].colour");
                if (!(colour.Share is >= 0 and <= 1))
                    faults.Add(new($"{at}.{member}.colours[{i}].share", Saying.Of("fault.no-share", ("colour", colour.Colour))));
            }
            if (face?.Motifs.Count > MostMotifs)
                faults.Add(
                    new($"{at}.{member}.motifs", Saying.Of("fault.too-many-motifs", ("n", face.Motifs.Count), ("most", MostMotifs)))
                );
            foreach (var (motif, i) in (face?.Motifs ?? []).Select((motif, i) => (motif, i)))
                if (!motif.Size.IsReal || !new Box(Length.Zero, Length.Zero, paper.Sheet).Contains(motif))
                    faults.Add(
                        new($"{at}.{member}.motifs[{i}]", Saying.Of("fault.motif-off-sheet", ("size", motif.Size), ("sheet", paper.Sheet)))
                    );
        }
        foreach (var (offcut, i) in paper.Offcuts.Select((offcut, i) => (offcut, i)))
        {
            SizeFault(faults, offcut.Size, $"{at}.offcuts[{i}].size");
            if (!offcut.Size.FitsIn(paper.Sheet))
                faults.Add(
                    new(
                        $"{at}.offcuts[{i}].size",
                        Saying.Of("fault.an-offcut-of-is", ("size", offcut.Size), ("paper", paper.Name), ("sheet", paper.Sheet))
                    )
                );
            if (paper.Offcuts.Take(i).Any(o => o.Size == offcut.Size && o.Face == offcut.Face))
                faults.Add(new($"{at}.offcuts[{i}].size", Saying.Of("fault.offcuts-of-are-named", ("size", offcut.Size))));
            if (offcut.Count is < 1 or > 1_000)
                faults.Add(new($"{at}.offcuts[{i}].count", Saying.Of("fault.offcuts-cannot-be-on", ("offcut", offcut.Count))));
        }
        if (paper.Offcuts.Count > 100)
            faults.Add(
                new($"{at}.offcuts", Saying.Of("fault.has-sizes-of-offcuts", ("paper", paper.Name), ("offcuts", paper.Offcuts.Count)))
            );
        if (paper.TearStrip is { } strip && (!strip.Width.IsPositive || strip.Width >= paper.Size.Along(strip.Edge.Axis())))
            faults.Add(new($"{at}.tearStrip.width", Saying.Of("fault.a-tear-strip-of", ("width", strip.Width), ("size", paper.Size))));
        if (paper.Squaring is { } squaring && (!squaring.Width.IsPositive || !paper.Usable.Size.IsReal))
            faults.Add(new($"{at}.squaring.width", Saying.Of("fault.with-cut-off-to", ("width", squaring.Width), ("size", paper.Size))));
        PackFault(faults, paper.Pack, $"{at}.pack");
        if (paper.Thickness is { IsPositive: false } thickness)
            faults.Add(new($"{at}.thickness", Saying.Of("fault.a-sheet-cannot-be-2", ("thickness", thickness))));
    }

    private static void PartFaults(List<Fault> faults, PartSheet sheet, string at)
    {
        if (sheet.Name.Length is 0 or > 120)
            faults.Add(new($"{at}.name", Saying.Of("fault.a-sheet-of-parts")));
        if (sheet.OnHand is < 0 or > 100_000)
            faults.Add(new($"{at}.onHand", Saying.Of("fault.cannot-be-on-hand", ("onHand", sheet.OnHand))));
        if (sheet.Promised is < 0 or > 1_000_000)
            faults.Add(new($"{at}.promised", Saying.Of("fault.cannot-be-promised-the", ("promised", sheet.Promised))));
        PackFault(faults, sheet.Pack, $"{at}.pack");
        if (sheet.Parts.Count > 500)
            faults.Add(new($"{at}.parts", Saying.Of("fault.has-parts-up-to", ("sheet", sheet.Name), ("parts", sheet.Parts.Count))));
        Twice(faults, sheet.Parts.Select(p => p.Id), i => $"{at}.parts[{i}].id", Saying.Of("fault.parts-of", ("sheet", sheet.Name)));
        foreach (var (part, i) in sheet.Parts.Select((part, i) => (part, i)))
        {
            if (part.Count is < 1 or > 10_000)
                faults.Add(new($"{at}.parts[{i}].count", Saying.Of("fault.a-sheet-cannot-hold", ("count", part.Count), ("part", part.Id))));
            if (part.Size is { } size)
                SizeFault(faults, size, $"{at}.parts[{i}].size");
            ColourFault(faults, part.Colour, $"{at}.parts[{i}].colour");
        }
        if (sheet.Letter is { } letter)
            SizeFault(faults, letter, $"{at}.letter");
        if (sheet.Kind == PartKind.ByLength && sheet.Length is not { IsPositive: true })
            faults.Add(new($"{at}.length", Saying.Of("fault.how-long-is-a", ("sheet", sheet.Name))));
    }
}
