using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Kits;

/// <summary>One change between two revisions: what it is about (L1-B2, a paper's or a layout's id), and a sentence.</summary>
public sealed record Change(string About, Saying Says);

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
            .. Supplies(before, after),
            .. after.Layouts.SelectMany(l => Layouts(before, after, l, line)),
            .. Gone(before, after),
        ];

    private static IEnumerable<Change> Heads(Kit before, Kit after)
    {
        if (before.Name != after.Name)
            yield return new("kit", Saying.Of("change.kit-name", ("name", after.Name), ("was", before.Name)));
        if (before.Kits != after.Kits)
            yield return new("kit", Saying.Of("change.kits", ("was", before.Kits), ("kits", after.Kits)));
        if (before.Matting.School != after.Matting.School)
            yield return new(
                "kit",
                after.Matting.School == Matting.MatSchool.TrimPhoto
                    ? Saying.Of("change.photos-are-now-trimmed")
                    : Saying.Of("change.photos-now-keep-their")
            );
        if (before.Ruler != after.Ruler)
            yield return new("kit", Saying.Of("change.ruler", ("was", before.Ruler), ("ruler", after.Ruler)));
    }

    private static IEnumerable<Change> Supplies(Kit before, Kit after)
    {
        foreach (var supply in after.Supplies.Where(s => !before.Supplies.Contains(s)))
            yield return new(
                "kit",
                before.Supplies.Any(s => s.Name == supply.Name)
                    ? Saying.Of("change.supply", ("supply", supply.Name))
                    : Saying.Of("change.new-supply", ("supply", supply.Name))
            );
        foreach (var supply in before.Supplies.Where(s => after.Supplies.All(a => a.Name != s.Name)))
            yield return new("kit", Saying.Of("change.gone-supply", ("supply", supply.Name)));
    }

    private static IEnumerable<Change> Papers(Kit before, Kit after)
    {
        foreach (var paper in after.Papers)
        {
            if (before.Paper(paper.Id) is not { } old)
                yield return new(paper.Id, Saying.Of("change.new-in-stock", ("name", paper.Name)));
            else
            {
                if (old.Name != paper.Name)
                    yield return new(paper.Id, Saying.Of("change.name", ("was", old.Name), ("name", paper.Name)));
                if (old.Size != paper.Size)
                    yield return new(
                        paper.Id,
                        Saying.Of(
                            "change.sheet-size",
                            ("paper", paper.Name),
                            ("was", after.Reading().Format(old.Size)),
                            ("size", after.Reading().Format(paper.Size))
                        )
                    );
                if (old.FaceA != paper.FaceA || old.FaceB != paper.FaceB)
                    yield return new(paper.Id, Saying.Of("change.the-faces-of-look", ("paper", paper.Name)));
                if (old.TearStrip != paper.TearStrip)
                    yield return new(paper.Id, Saying.Of("change.the-tear-strip-of", ("paper", paper.Name)));
            }
        }
        foreach (var paper in before.Papers.Where(p => after.Paper(p.Id) is null))
            yield return new(paper.Id, Saying.Of("change.gone-from-stock", ("name", paper.Name)));
    }

    private static IEnumerable<Change> Parts(Kit before, Kit after)
    {
        foreach (var sheet in after.Parts)
        {
            if (before.PartSheet(sheet.Id) is not { } old)
                yield return new(sheet.Id, Saying.Of("change.new-in-stock", ("name", sheet.Name)));
            else
            {
                if (old.Name != sheet.Name)
                    yield return new(sheet.Id, Saying.Of("change.name", ("was", old.Name), ("name", sheet.Name)));
                if (old.Length != sheet.Length || !old.Parts.SequenceEqual(sheet.Parts))
                    yield return new(sheet.Id, Saying.Of("change.what-holds-changed", ("sheet", sheet.Name)));
            }
        }
        foreach (var sheet in before.Parts.Where(p => after.PartSheet(p.Id) is null))
            yield return new(sheet.Id, Saying.Of("change.gone-from-stock", ("name", sheet.Name)));
    }

    private static IEnumerable<Change> Gone(Kit before, Kit after) =>
        before
            .Layouts.Where(l => after.Layout(l.Id) is null)
            .Select(l => new Change(
                l.Id,
                Saying.Of("change.is-gone-with-its", ("layout", l.Id), ("name", l.Name), ("pieces", l.Pieces.Count))
            ));

    private static IEnumerable<Change> Layouts(Kit before, Kit after, Layout now, Func<Kit, Layout, Piece, string> line)
    {
        if (before.Layout(now.Id) is not { } old)
        {
            yield return new(
                now.Id,
                Saying.Of("change.is-new-with-pieces", ("layout", now.Id), ("name", now.Name), ("pieces", now.Pieces.Count))
            );
            yield break;
        }
        var reading = after.Reading();
        if (old.Name != now.Name)
            yield return new(now.Id, Saying.Of("change.is-called-no-longer", ("layout", now.Id), ("name", now.Name), ("old", old.Name)));
        if (old.Page != now.Page)
            yield return new(
                now.Id,
                Saying.Of("change.page-size", ("layout", now.Id), ("was", reading.Format(old.Page)), ("size", reading.Format(now.Page)))
            );
        if (old.Kind != now.Kind)
            yield return new(
                now.Id,
                Saying.Of("change.kind", ("layout", now.Id), ("kind", now.Kind == LayoutKind.Spread ? "spread" : "single"))
            );
        if (now.Words != old.Words)
            yield return new(
                now.Id,
                Saying.Of("change.words", ("layout", now.Id), ("list", (now.Words?.All ?? []).Select(w => w.Text).DefaultIfEmpty("-")))
            );
        foreach (var variant in now.Variants.Where(v => old.Variant(v.Name) is null))
            yield return new(now.Id, Saying.Of("change.variant-kept", ("layout", now.Id), ("variant", variant.Name)));
        foreach (var variant in old.Variants.Where(v => now.Variant(v.Name) is null))
            yield return new(now.Id, Saying.Of("change.variant-gone", ("layout", now.Id), ("variant", variant.Name)));
        foreach (var piece in now.Pieces)
        {
            if (old.Piece(piece.Id) is not { } was)
                yield return new(
                    now.Label(piece),
                    Saying.Of("change.is-new", ("piece", Called(now, piece)), ("size", reading.Format(piece.Size)))
                );
            else
                foreach (var says in Pieces(before, after, now, was, piece, line))
                    yield return new(now.Label(piece), Saying.Of("change.of-a-piece", ("piece", Called(now, piece)), ("says", says)));
        }
        foreach (var piece in old.Pieces.Where(p => now.Piece(p.Id) is null))
            yield return new(old.Label(piece), Saying.Of("change.is-gone", ("piece", Called(old, piece))));
        var common = now.Pieces.Select(p => p.Id).Where(id => old.Piece(id) is not null).ToList();
        if (!common.SequenceEqual(old.Pieces.Select(p => p.Id).Where(id => now.Piece(id) is not null)))
            yield return new(now.Id, Saying.Of("change.layers", ("layout", now.Id)));
    }

    private static string Called(Layout layout, Piece piece) =>
        piece.Name is { } name ? $"{name} ({layout.Label(piece)})" : layout.Label(piece);

    private static IEnumerable<Saying> Pieces(
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
            yield return Saying.Of("change.width", ("was", reading.Format(was.Size.Width)), ("width", reading.Format(piece.Size.Width)));
        if (was.Size.Height != piece.Size.Height)
            yield return Saying.Of(
                "change.height",
                ("was", reading.Format(was.Size.Height)),
                ("height", reading.Format(piece.Size.Height))
            );
        if (was.Across != piece.Across)
            yield return Saying.Of(
                "change.place",
                ("place", PlaceWords.Say(piece.Across, Axis.Across, reading)),
                ("was", PlaceWords.Say(was.Across, Axis.Across, reading))
            );
        if (was.Down != piece.Down)
            yield return Saying.Of(
                "change.place",
                ("place", PlaceWords.Say(piece.Down, Axis.Down, reading)),
                ("was", PlaceWords.Say(was.Down, Axis.Down, reading))
            );
        if (was.Side != piece.Side)
            yield return Saying.Of("change.changed-pages");
        if (was.Paper != piece.Paper || was.Face != piece.Face)
            yield return Saying.Of("change.cut-from", ("paper", PaperOf(after, piece)), ("was", PaperOf(before, was)));
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
            yield return Saying.Of("change.line", ("line", lineNow), ("was", lineBefore));
    }

    private static Saying PaperOf(Kit kit, Piece piece) =>
        kit.Paper(piece.Paper) is { } paper
            ? Saying.Of("change.face", ("paper", paper.Name), ("face", paper.FaceB is null ? "" : piece.Face.ToString()))
        : piece.Paper is { } id ? Saying.Plain(id)
        : Saying.Of("change.no-paper");
}
