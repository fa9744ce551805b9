using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Kits;

/// <summary>One change between two revisions: what it is about (L1-B2, a paper's or a layout's id), and a sentence.</summary>
public sealed record Change(string About, string Says);

/// <summary>Compares two revisions of a kit in words.</summary>
public static class Revisions
{
    /// <summary>What changed, layout by layout and paper by paper; empty where the two say the same.</summary>
    /// <param name="line">How a piece is written in one line, for whatever there is no sentence for.</param>
    public static IReadOnlyList<Change> Compare(Kit before, Kit after, Func<Kit, Layout, Piece, string> line) =>
        [
            .. Heads(before, after),
            .. Papers(before, after),
            .. Parts(before, after),
            .. after.Layouts.SelectMany(l => Layouts(before, after, l, line)),
            .. Gone(before, after),
        ];

    private static IEnumerable<Change> Heads(Kit before, Kit after)
    {
        if (before.Name != after.Name)
            yield return new("kit", $"The kit is called {after.Name}, no longer {before.Name}.");
        if (before.Kits != after.Kits)
            yield return new("kit", $"The number of kits went from {before.Kits} to {after.Kits}.");
        if (before.Matting.School != after.Matting.School)
            yield return new(
                "kit",
                after.Matting.School == Matting.MatSchool.TrimPhoto
                    ? "Photos are now trimmed, their mats keep their size."
                    : "Photos now keep their size, the mats grow round them."
            );
        if (before.Ruler != after.Ruler)
            yield return new("kit", $"The ruler's step went from {before.Ruler} to {after.Ruler}.");
    }

    private static IEnumerable<Change> Papers(Kit before, Kit after)
    {
        foreach (var paper in after.Papers)
        {
            if (before.Paper(paper.Id) is not { } old)
                yield return new(paper.Id, $"{paper.Name} is new in the stock.");
            else
            {
                if (old.Name != paper.Name)
                    yield return new(paper.Id, $"{old.Name} is now called {paper.Name}.");
                if (old.Size != paper.Size)
                    yield return new(
                        paper.Id,
                        $"Sheets of {paper.Name} went from {after.Reading().Format(old.Size)} to {after.Reading().Format(paper.Size)}."
                    );
                if (old.FaceA != paper.FaceA || old.FaceB != paper.FaceB)
                    yield return new(paper.Id, $"The faces of {paper.Name} look different.");
                if (old.TearStrip != paper.TearStrip)
                    yield return new(paper.Id, $"The tear strip of {paper.Name} changed.");
            }
        }
        foreach (var paper in before.Papers.Where(p => after.Paper(p.Id) is null))
            yield return new(paper.Id, $"{paper.Name} is no longer in the stock.");
    }

    private static IEnumerable<Change> Parts(Kit before, Kit after)
    {
        foreach (var sheet in after.Parts)
        {
            if (before.PartSheet(sheet.Id) is not { } old)
                yield return new(sheet.Id, $"{sheet.Name} is new in the stock.");
            else
            {
                if (old.Name != sheet.Name)
                    yield return new(sheet.Id, $"{old.Name} is now called {sheet.Name}.");
                if (old.Length != sheet.Length || !old.Parts.SequenceEqual(sheet.Parts))
                    yield return new(sheet.Id, $"What {sheet.Name} holds changed.");
            }
        }
        foreach (var sheet in before.Parts.Where(p => after.PartSheet(p.Id) is null))
            yield return new(sheet.Id, $"{sheet.Name} is no longer in the stock.");
    }

    private static IEnumerable<Change> Gone(Kit before, Kit after) =>
        before
            .Layouts.Where(l => after.Layout(l.Id) is null)
            .Select(l => new Change(l.Id, $"{l.Id} {l.Name} is gone, with its {l.Pieces.Count} pieces."));

    private static IEnumerable<Change> Layouts(Kit before, Kit after, Layout now, Func<Kit, Layout, Piece, string> line)
    {
        if (before.Layout(now.Id) is not { } old)
        {
            yield return new(now.Id, $"{now.Id} {now.Name} is new, with {now.Pieces.Count} pieces.");
            yield break;
        }
        var reading = after.Reading();
        if (old.Name != now.Name)
            yield return new(now.Id, $"{now.Id} is called {now.Name}, no longer {old.Name}.");
        if (old.Page != now.Page)
            yield return new(now.Id, $"The page of {now.Id} went from {reading.Format(old.Page)} to {reading.Format(now.Page)}.");
        if (old.Kind != now.Kind)
            yield return new(now.Id, $"{now.Id} is now {(now.Kind == LayoutKind.Spread ? "a spread" : "a single page")}.");
        foreach (var piece in now.Pieces)
        {
            if (old.Piece(piece.Id) is not { } was)
                yield return new(now.Label(piece), $"{Called(now, piece)} is new: {reading.Format(piece.Size)}.");
            else
                foreach (var says in Pieces(before, after, now, was, piece, line))
                    yield return new(now.Label(piece), $"{Called(now, piece)} {says}.");
        }
        foreach (var piece in old.Pieces.Where(p => now.Piece(p.Id) is null))
            yield return new(old.Label(piece), $"{Called(old, piece)} is gone.");
        var common = now.Pieces.Select(p => p.Id).Where(id => old.Piece(id) is not null).ToList();
        if (!common.SequenceEqual(old.Pieces.Select(p => p.Id).Where(id => now.Piece(id) is not null)))
            yield return new(now.Id, $"The layers of {now.Id} are in another order.");
    }

    private static string Called(Layout layout, Piece piece) =>
        piece.Name is { } name ? $"{name} ({layout.Label(piece)})" : layout.Label(piece);

    private static IEnumerable<string> Pieces(
        Kit before,
        Kit after,
        Layout now,
        Piece was,
        Piece piece,
        Func<Kit, Layout, Piece, string> line
    )
    {
        var reading = after.Reading();
        if (was.Size.Width != piece.Size.Width)
            yield return $"went from {reading.Format(was.Size.Width)} to {reading.Format(piece.Size.Width)} wide";
        if (was.Size.Height != piece.Size.Height)
            yield return $"went from {reading.Format(was.Size.Height)} to {reading.Format(piece.Size.Height)} high";
        if (was.Across != piece.Across)
            yield return $"lies {PlaceWords.Say(piece.Across, Axis.Across, reading)}, no longer "
                + $"{PlaceWords.Say(was.Across, Axis.Across, reading)}";
        if (was.Down != piece.Down)
            yield return $"lies {PlaceWords.Say(piece.Down, Axis.Down, reading)}, no longer {PlaceWords.Say(was.Down, Axis.Down, reading)}";
        if (was.Side != piece.Side)
            yield return "changed pages";
        if (was.Paper != piece.Paper || was.Face != piece.Face)
            yield return $"is cut from {PaperOf(after, piece)}, no longer from {PaperOf(before, was)}";
        // Whatever else there is to say of a piece stands in its measure line.
        Piece Plain(Piece p) =>
            p with
            {
                Size = piece.Size,
                Across = piece.Across,
                Down = piece.Down,
                Side = piece.Side,
                Paper = piece.Paper,
                Face = piece.Face,
            };
        var (lineBefore, lineNow) = (line(after, now, Plain(was)), line(after, now, piece));
        if (lineBefore != lineNow)
            yield return $"now reads \"{lineNow}\", and read \"{lineBefore}\"";
    }

    private static string PaperOf(Kit kit, Piece piece) =>
        kit.Paper(piece.Paper) is { } paper
            ? paper.FaceB is null
                ? paper.Name
                : $"{paper.Name}, face {piece.Face}"
            : piece.Paper ?? "no paper";
}
