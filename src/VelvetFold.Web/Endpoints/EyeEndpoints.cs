using VelvetFold.Core.Cutting;
using VelvetFold.Core.Eye;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;
using VelvetFold.Formats;
using VelvetFold.Store;
using VelvetFold.Web.Doors;

namespace VelvetFold.Web.Endpoints;

/// <summary>A paper of the studio that is near a colour.</summary>
/// <param name="Difference">CIEDE2000, to a tenth.</param>
/// <param name="Says">What that is like: the same, nearly, or another.</param>
/// <param name="OnHand">None where it is not counted.</param>
/// <param name="Free">On hand and promised to no other kit.</param>
/// <param name="Reaches">For so many kits the free sheets reach in place of the paper that was asked for; none where that is not known.</param>
internal sealed record AlikePaper(
    string Slug,
    string Kit,
    string Paper,
    string Name,
    SheetFace Face,
    string Colour,
    decimal Difference,
    Saying Says,
    int? OnHand,
    int? Free,
    int? Reaches = null
);

/// <summary>A solid paper of the studio that goes with prints.</summary>
/// <param name="Difference">To the nearest colour of the prints, CIEDE2000.</param>
/// <param name="Contrast">Of the ground to the mats, of the others to the ground (WCAG 2.2).</param>
/// <param name="Free">On hand and promised to no other kit; none where it is not counted.</param>
internal sealed record SolidView(
    SolidRole Role,
    string Slug,
    string Kit,
    string Paper,
    string Name,
    SheetFace Face,
    string Colour,
    decimal Difference,
    decimal Contrast,
    int? Free,
    Saying Says
);

/// <summary>Colours: of a picture, and of the papers of the studio.</summary>
internal static class EyeEndpoints
{
    /// <summary>The most papers that are named.</summary>
    private const int MostAlike = 40;

    public static void MapEye(this RouteGroupBuilder api)
    {
        api.MapPost("/compute/colours", ColoursAsync)
            .May(StudioRole.Helper)
            .WithTags("Compute")
            .WithMetadata(new Microsoft.AspNetCore.Mvc.RequestSizeLimitAttribute(PictureFile.LargestBytes + 1024))
            .Accepts<string>("image/jpeg", "image/png", "image/webp", "application/octet-stream")
            .Produces<PictureLook>()
            .ProducesProblem(400)
            .ProducesProblem(413);
        api.MapGet("/stock/alike", AlikeAsync)
            .May(StudioRole.Helper)
            .WithTags("Stock")
            .Produces<IReadOnlyList<AlikePaper>>()
            .ProducesProblem(400)
            .ProducesProblem(404);
        api.MapGet("/stock/solids", SolidsAsync)
            .May(StudioRole.Helper)
            .WithTags("Stock")
            .Produces<IReadOnlyList<SolidView>>()
            .ProducesProblem(400)
            .ProducesProblem(404);
    }

    private sealed record StudioFace(string Slug, string Kit, Paper Paper, SheetFace Side, Face Look);

    // Every face of every paper; a thing that several kits use is named once: by the studio's own number, where the ledger has one; else by
    // the kit that has it.
    private static async Task<IReadOnlyList<StudioFace>> FacesAsync(
        IReadOnlyList<StoredKit> kits,
        Func<StoredKit, Paper, bool> which,
        Things things,
        CancellationToken cancel
    )
    {
        var found = new Dictionary<(string, SheetFace), StudioFace>();
        foreach (var stored in kits)
        {
            var numbers = await things.NumbersAsync(stored.Id, cancel);
            foreach (var own in stored.Kit.Papers.Where(p => which(stored, p)))
            foreach (var side in new[] { SheetFace.A, SheetFace.B })
                if (own[side] is { } look)
                    found.TryAdd(
                        (numbers.TryGetValue(own.Id, out var thing) ? $"{thing}" : $"{stored.Slug} {own.Id}", side),
                        new(stored.Slug, stored.Kit.Name, own, side, look)
                    );
        }
        return [.. found.Values];
    }

    // Solids of the studio for the prints of a kit, or for some of its papers.
    private static async Task<IResult> SolidsAsync(string kit, string? papers, KitShelf shelf, Things things, CancellationToken cancel)
    {
        var all = await shelf.ListAsync(cancel);
        if (all.FirstOrDefault(k => k.Slug == kit) is not { Kit: var own })
            return Problems.NoKit(kit);
        var named = papers?.Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        if (named?.FirstOrDefault(p => own.Paper(p) is null) is { } unknown)
            return Problems.Bad("papers", Saying.Of("fault.there-is-no-paper", ("paper", unknown)));
        var prints = own
            .Papers.Where(p => named is null || named.Contains(p.Id))
            .SelectMany(p => new[] { p.FaceA, p.FaceB })
            .OfType<Face>()
            .Where(f => named is not null || f.Print != PrintKind.Solid)
            .ToList();
        var faces = (await FacesAsync(all, (stored, _) => stored.Kit.Unit == own.Unit, things, cancel))
            .Where(f => f.Look.Print == PrintKind.Solid && !f.Paper.Preprinted)
            .ToList();
        var chosen = Solids.For(
            prints,
            [.. faces.Select((f, i) => new SolidPaper($"{i}", f.Paper.Name, f.Look.Colour, f.Paper.Free))],
            Math.Max(1, own.Kits)
        );
        return Body.Json(
            chosen
                .Select(c =>
                {
                    var face = faces[int.Parse(c.Paper.Key, System.Globalization.CultureInfo.InvariantCulture)];
                    return new SolidView(
                        c.Role,
                        face.Slug,
                        face.Kit,
                        face.Paper.Id,
                        face.Paper.Name,
                        face.Side,
                        face.Look.Colour,
                        c.Difference,
                        c.Contrast,
                        face.Paper.Free,
                        c.Says
                    );
                })
                .ToList(),
            LengthUnit.Inch
        );
    }

    // The picture is the body; its sheet's size and whether the light's cast is taken out are said beside it.
    private static async Task<IResult> ColoursAsync(string? width, string? height, bool? balance, HttpRequest request)
    {
        Size? sheet = null;
        if (width is not null || height is not null)
        {
            var pattern = LengthPattern.Exact(LengthUnit.Inch);
            var (w, h) = (pattern.Parse(width ?? ""), pattern.Parse(height ?? ""));
            if ((w.Fault ?? h.Fault) is { } wrong)
                return Problems.Bad(w.Fault is not null ? "width" : "height", wrong.Says);
            if (Size.Of(w.OrThrow(), h.OrThrow()) is not { IsReal: true } size || size.Longer > KitRules.Largest)
                return Problems.Bad("width", Saying.Of("problem.paper-has-a-width"));
            sheet = size;
        }
        var (read, fault) = PictureFile.Read(await Body.BytesAsync(request, PictureFile.LargestBytes + 1024));
        if (read is null)
            return Problems.Bad("file", fault!);
        var (pixelsAcross, pixelsDown, pixels) = PictureFile.PixelsOf(read.Small);
        return Body.Json(PictureColours.Read(pixelsAcross, pixelsDown, pixels, sheet, balance ?? false), LengthUnit.Inch);
    }

    // The nearest papers of all kits to a colour, or to one face of a paper; a thing that several kits use is named once.
    private static async Task<IResult> AlikeAsync(
        string? colour,
        string? kit,
        string? paper,
        SheetFace? face,
        KitShelf shelf,
        Things things,
        PlanMemory memory,
        CancellationToken cancel
    )
    {
        var all = await shelf.ListAsync(cancel);
        var (takes, inPlace) = ((int?)null, (Paper?)null);
        if (colour is null)
        {
            var own = all.FirstOrDefault(k => k.Slug == kit);
            if (own is null)
                return kit is null ? Problems.Bad("colour", Saying.Of("problem.say-a-colour")) : Problems.NoKit(kit);
            inPlace = own.Kit.Paper(paper);
            takes = new KitWork(own.Kit, new() { Memory = memory, Cancel = cancel })
                .EachKit.BySheet.FirstOrDefault(s => s.Sheet == paper)
                ?.SheetsUsed;
            colour = own.Kit.Paper(paper)?[face ?? SheetFace.A]?.Colour;
            if (colour is null)
                return Problems.Bad("paper", Saying.Of("fault.there-is-no-paper", ("paper", paper ?? "")));
        }
        else if (!KitRules.IsColour(colour))
            return Problems.Bad("colour", Saying.Of("fault.is-not-a-colour", ("colour", colour)));
        var lab = Colours.LabOf(colour);
        var faces = await FacesAsync(all, (stored, own) => stored.Slug != kit || own.Id != paper, things, cancel);
        return Body.Json(
            faces
                .Select(f => (Face: f, Difference: Colours.Difference(lab, Colours.LabOf(f.Look.Colour))))
                .OrderBy(f => Math.Round((decimal)f.Difference, 1))
                .ThenBy(f => f.Face.Paper.Name, StringComparer.Ordinal)
                .Take(MostAlike)
                .Select(f => View(f.Face, f.Difference))
                .ToList(),
            LengthUnit.Inch
        );

        AlikePaper View(StudioFace face, double difference) =>
            new(
                face.Slug,
                face.Kit,
                face.Paper.Id,
                face.Paper.Name,
                face.Side,
                face.Look.Colour,
                Math.Round((decimal)difference, 1),
                Saying.Of(
                    difference < Solids.Same ? "finding.alike-same"
                        : difference < EyeLimits.Alike ? "finding.alike-nearly"
                        : "finding.alike-other",
                    ("paper", face.Paper.Name)
                ),
                face.Paper.OnHand,
                face.Paper.Free,
                takes is > 0 and var sheets && inPlace is not null && inPlace.Size.FitsIn(face.Paper.Size) && face.Paper.Free is { } free
                    ? Math.Max(0, free / sheets)
                    : null
            );
    }
}
