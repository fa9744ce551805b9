using VelvetFold.Core.Fitting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Matting;

namespace VelvetFold.Core.Tests.Fitting;

/// <summary>
/// Judges a guest's page from the boxes of its pieces and nothing else: what a fit says of itself is not asked. What the design itself does
/// is no fault. Lengths are inches in doubles: a sixteenth is far from their last digit.
/// </summary>
internal sealed class PageJudge
{
    private const double Step = 1 / 16.0 + 1e-6;
    private const double Near = 3 / 8.0 - 1e-6;

    private readonly Kit _kit;
    private readonly string _layoutId;
    private readonly Paged _design;
    private readonly IReadOnlyList<GuestPhoto> _photos;

    public PageJudge(Kit kit, string layout, IReadOnlyList<GuestPhoto> photos) =>
        (_kit, _layoutId, _design, _photos) = (kit, layout, Paged.Of(kit, layout), photos);

    private readonly record struct Rect(double X, double Y, double R, double B)
    {
        public double W => R - X;
        public double H => B - Y;
        public double Area => Math.Max(0, W) * Math.Max(0, H);
        public double Cx => (X + R) / 2;
        public double Cy => (Y + B) / 2;

        public double Shared(Rect o) => Math.Max(0, Math.Min(R, o.R) - Math.Max(X, o.X)) * Math.Max(0, Math.Min(B, o.B) - Math.Max(Y, o.Y));

        public bool Holds(Rect o) => o.X >= X - 1e-6 && o.Y >= Y - 1e-6 && o.R <= R + 1e-6 && o.B <= B + 1e-6;

        public Rect Inset(double by) => new(X + by, Y + by, R - by, B - by);
    }

    private sealed record Thing(Piece Piece, Rect Box, Rect Print, int Rank)
    {
        public bool IsContent => Piece.Kind is PieceKind.Photo or PieceKind.Title or PieceKind.Journaling || Piece.Name == "Patch";
        public bool IsDecor =>
            Piece.Kind is PieceKind.DieCut or PieceKind.Sticker or PieceKind.Tie or PieceKind.Raised or PieceKind.Printed;
    }

    private sealed record Paged(Layout Layout, double Width, double Height, List<Thing> Things)
    {
        public static Paged Of(Kit kit, string id)
        {
            static double In(Core.Measures.Length l) => (double)l.Ticks / Core.Measures.Length.TicksPerInch;
            static Rect Of(Core.Measures.Box b) => new(In(b.X), In(b.Y), In(b.Right), In(b.Bottom));
            var layout = kit.Layout(id)!;
            return new(
                layout,
                In(layout.Page.Width),
                In(layout.Page.Height),
                [.. Resolver.Resolve(layout, kit).Pieces.Select((p, i) => new Thing(p.Piece, Of(p.Box), Of(p.PhotoBox ?? p.Box), i))]
            );
        }

        public Thing? this[string id] => Things.Find(t => t.Piece.Id == id);

        public int Side(Rect box) => Layout.Kind == LayoutKind.Spread && box.Cx >= Width - 1e-9 ? 1 : 0;

        public Rect Page(int side) => new(side * Width, 0, (side + 1) * Width, Height);
    }

    /// <summary>What is wrong with a fit, each by its kind first.</summary>
    public List<string> Faults(Fit fit)
    {
        var adapted = Adaptation.Apply(_kit, fit.Changes);
        var page = Paged.Of(adapted, _layoutId);
        var design = Base(fit);
        var faults = new List<string>();
        var at = fit.Places.ToDictionary(p => p.Photo, p => p.Opening[(_layoutId.Length + 1)..]);
        var seen = new List<(GuestPhoto Photo, Thing On)>();
        foreach (var photo in _photos)
            if (!at.TryGetValue(photo.Id, out var id) || page[id] is not { } on)
                faults.Add($"left-out {photo.Id}");
            else if (on.Piece.Kind != PieceKind.Photo)
                Pocket(page, photo, on, faults);
            else
                seen.Add((photo, on));
        foreach (var (photo, on) in seen)
            Photo(adapted, page, design, photo, on, faults);
        Overlaps(page, design, faults);
        if (design.Things.Count(t => t.Piece.Kind == PieceKind.Title) > page.Things.Count(t => t.Piece.Kind == PieceKind.Title))
            faults.Add("title lost");
        foreach (var title in page.Things.Where(t => t.Piece.Kind is PieceKind.Title or PieceKind.Journaling))
            if (
                !page.Page(page.Side(title.Box)).Holds(title.Box)
                && design[title.Piece.Id] is { } was
                && design.Page(design.Side(was.Box)).Holds(was.Box)
            )
                faults.Add($"off-page {title.Piece.Id}");
        var most = seen.Select(s => s.On.Box.Area).DefaultIfEmpty(1e9).Max();
        foreach (var filled in page.Things.Where(t => design[t.Piece.Id]?.Piece.Kind == PieceKind.Photo && t.Piece.Kind != PieceKind.Photo))
            if (filled.Box.Area > most + 1e-6)
                faults.Add($"large-patch {filled.Piece.Id}");
        foreach (var empty in page.Things.Where(t => t.Piece.HasPrint && seen.TrueForAll(s => s.On != t)))
            faults.Add($"empty {empty.Piece.Id}");
        foreach (var side in seen.GroupBy(s => page.Side(s.On.Box)))
            Lines(page, design, [.. side.Select(s => s.On)], faults);
        return faults;
    }

    // What was done to the whole first is where the rest starts from.
    private Paged Base(Fit fit)
    {
        var whole = fit.Changes.TakeWhile(c => c.IsWhole).ToList();
        return whole.Count == 0 ? _design : Paged.Of(Adaptation.Apply(_kit, whole), _layoutId);
    }

    private static void Photo(Kit kit, Paged page, Paged design, GuestPhoto photo, Thing on, List<string> faults)
    {
        double W(Core.Measures.Length l) => (double)l.Ticks / Core.Measures.Length.TicksPerInch;
        var (bw, bh) = (W(photo.Size.Width), W(photo.Size.Height));
        var trims = (on.Piece.Opening!.School ?? kit.Matting.School) == MatSchool.TrimPhoto;
        var (sw, sh) = trims && photo.MayLose ? (on.Box.W, on.Box.H) : (on.Print.W, on.Print.H);
        var crop = 1 - Math.Min(bw / bh, sw / sh) / Math.Max(bw / bh, sw / sh);
        if (photo.OneOfAKind && (Math.Abs(sw - bw) > 1e-6 || Math.Abs(sh - bh) > 1e-6))
            faults.Add($"original-cut {photo.Id}");
        if (!photo.MayLose && crop > 0.02)
            faults.Add($"whole-cut {photo.Id}");
        if (crop > 0.05)
            faults.Add($"cropped {photo.Id} {crop:0.00}");
        if (sw * sh < 0.6 * bw * bh)
            faults.Add($"small {photo.Id} {sw * sh / bw / bh:0.00}");
        var own = page.Page(page.Side(on.Box));
        double Margin(Rect b, Rect p) => Math.Min(Math.Min(b.X - p.X, p.R - b.R), Math.Min(b.Y - p.Y, p.B - b.B));
        var least = design.Things.Where(t => t.Piece.HoldsPhoto).Min(t => Margin(t.Box, design.Page(design.Side(t.Box))));
        if (Margin(on.Box, own) < Math.Min(least, kit.Unit == Core.Measures.LengthUnit.Inch ? 1 / 8.0 : 3 / 25.4) - 1e-6)
            faults.Add($"edge {on.Piece.Id}");
        foreach (var ground in page.Things.Where(g => IsGround(g)))
            if (
                Straddles(on.Box, ground.Box)
                && !(design[ground.Piece.Id] is { } g && design.Things.Any(t => t.Piece.HoldsPhoto && Straddles(t.Box, g.Box)))
            )
                faults.Add($"half-off {on.Piece.Id} {ground.Piece.Id}");
        var under = page.Things.Where(t =>
            t.Rank > on.Rank && t.Piece.Kind is PieceKind.Base or PieceKind.Panel or PieceKind.Strip && t.Rank > on.Rank
        );
        foreach (var paper in under)
            if (
                paper.Box.Shared(on.Print) > 0.02 * on.Print.Area
                && !(design[on.Piece.Id] is { } was && design[paper.Piece.Id] is { } had && had.Box.Shared(was.Print) > 0)
            )
                faults.Add($"under-paper {on.Piece.Id} {paper.Piece.Id}");
        foreach (var decor in page.Things.Where(t => t.IsDecor && t.Rank > on.Rank))
        {
            var before =
                design[on.Piece.Id] is { } was && design[decor.Piece.Id] is { } had ? had.Box.Shared(was.Print) / was.Print.Area : 0;
            if (!IsPocket(decor, design) && decor.Box.Shared(on.Print) / on.Print.Area > Math.Max(before, 0.15) + 0.011)
                faults.Add($"decor-on {on.Piece.Id} {decor.Piece.Id}");
        }
    }

    private static bool IsPocket(Thing thing, Paged design) => thing.Piece.Kind == PieceKind.DieCut && design[thing.Piece.Id] is null;

    private static bool IsGround(Thing g) =>
        g.Piece.Kind is PieceKind.Panel or PieceKind.Base
        && g.Piece.Name != "Patch"
        && g.Piece.Shape is null or { Kind: OutlineKind.Rectangle }
        && g.Piece.Tilt is null
        && g.Box.Area >= 12;

    private static bool Straddles(Rect photo, Rect ground) => photo.Shared(ground) > 1e-6 && !ground.Holds(photo) && !photo.Holds(ground);

    private static void Pocket(Paged page, GuestPhoto photo, Thing pocket, List<string> faults)
    {
        faults.Add($"hidden {photo.Id}");
        var under = page.Things.LastOrDefault(t => t.Piece.Kind == PieceKind.Photo && t.Rank < pocket.Rank && t.Box.Shared(pocket.Box) > 0);
        if (under is null || !under.Box.Inset(-Step).Holds(pocket.Box))
            faults.Add($"pocket-out {pocket.Piece.Id}");
    }

    private static void Overlaps(Paged page, Paged design, List<string> faults)
    {
        double Share(Paged of, string a, string b) =>
            of[a] is { } x && of[b] is { } y ? x.Box.Shared(y.Box) / Math.Min(x.Box.Area, y.Box.Area) : 0;
        var things = page.Things.Where(t => (t.IsContent || t.IsDecor) && !IsPocket(t, design)).ToList();
        for (var i = 0; i < things.Count; i++)
        for (var j = i + 1; j < things.Count; j++)
        {
            var (a, b) = (things[i], things[j]);
            if (a.IsDecor && b.IsDecor)
                continue;
            var (now, was) = (Share(page, a.Piece.Id, b.Piece.Id), Share(design, a.Piece.Id, b.Piece.Id));
            if (now > 0.01 && now > (a.IsDecor || b.IsDecor ? Math.Max(was, 0.15) : was) + 0.011)
                faults.Add($"overlap {a.Piece.Id} {b.Piece.Id} {now:0.00}");
        }
    }

    private static void Lines(Paged page, Paged design, List<Thing> own, List<string> faults)
    {
        var gaps = (Across: new List<double>(), Down: new List<double>());
        foreach (var a in own)
        foreach (var b in own)
        {
            if (a == b)
                continue;
            if (
                a.Box.R <= b.Box.X + 1e-6
                && Common(a.Box.Y, a.Box.B, b.Box.Y, b.Box.B)
                && !own.Exists(c =>
                    c != a && c != b && c.Box.X >= a.Box.R - 1e-6 && c.Box.R <= b.Box.X + 1e-6 && c.Box.Y < a.Box.B && a.Box.Y < c.Box.B
                )
            )
            {
                gaps.Across.Add(b.Box.X - a.Box.R);
                Near2(a.Box.Y, a.Box.B, b.Box.Y, b.Box.B, a, b);
            }
            if (
                a.Box.B <= b.Box.Y + 1e-6
                && Common(a.Box.X, a.Box.R, b.Box.X, b.Box.R)
                && !own.Exists(c =>
                    c != a && c != b && c.Box.Y >= a.Box.B - 1e-6 && c.Box.B <= b.Box.Y + 1e-6 && c.Box.X < a.Box.R && a.Box.X < c.Box.R
                )
            )
            {
                gaps.Down.Add(b.Box.Y - a.Box.B);
                Near2(a.Box.X, a.Box.R, b.Box.X, b.Box.R, a, b);
            }
        }
        foreach (var list in new[] { gaps.Across, gaps.Down })
            if (list.Count > 1 && list.Max() - list.Min() > 2 * Step && IsNew())
                faults.Add($"gaps {list.Min():0.00} to {list.Max():0.00}");
        return;

        // A page as designed is as it was designed.
        bool IsNew() => own.Exists(o => design[o.Piece.Id] is not { } was || was.Box != o.Box);

        static bool Common(double a, double aEnd, double b, double bEnd) =>
            (Math.Min(aEnd, bEnd) - Math.Max(a, b)) * 2 >= Math.Min(aEnd - a, bEnd - b) - 1e-6;

        void Near2(double a, double aEnd, double b, double bEnd, Thing one, Thing other)
        {
            var off = Math.Min(Math.Abs(a - b), Math.Min(Math.Abs(aEnd - bEnd), Math.Abs(a + aEnd - b - bEnd) / 2));
            if (off > Step && off < Near && IsNew())
                faults.Add($"near {one.Piece.Id} {other.Piece.Id} {off:0.00}");
        }
    }
}
