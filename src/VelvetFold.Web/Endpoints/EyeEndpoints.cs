using VelvetFold.Core.Eye;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;
using VelvetFold.Formats;
using VelvetFold.Store;

namespace VelvetFold.Web.Endpoints;

/// <summary>A paper of the studio that is near a colour.</summary>
/// <param name="Difference">CIEDE2000, to a tenth.</param>
/// <param name="Says">What that is like: the same, nearly, or another.</param>
/// <param name="OnHand">None where it is not counted.</param>
/// <param name="Free">On hand and promised to no other kit.</param>
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
    int? Free
);

/// <summary>Colours: of a picture, and of the papers of the studio.</summary>
internal static class EyeEndpoints
{
    /// <summary>The most papers that are named.</summary>
    private const int MostAlike = 40;

    /// <summary>Two papers nearer than this look the same.</summary>
    private const double Same = 2;

    public static void MapEye(this RouteGroupBuilder api)
    {
        api.MapPost("/compute/colours", ColoursAsync)
            .WithTags("Compute")
            .WithMetadata(new Microsoft.AspNetCore.Mvc.RequestSizeLimitAttribute(PictureFile.LargestBytes + 1024))
            .Accepts<string>("image/jpeg", "image/png", "image/webp", "application/octet-stream")
            .Produces<PictureLook>()
            .ProducesProblem(400)
            .ProducesProblem(413);
        api.MapGet("/stock/alike", AlikeAsync)
            .WithTags("Stock")
            .Produces<IReadOnlyList<AlikePaper>>()
            .ProducesProblem(400)
            .ProducesProblem(404);
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
        CancellationToken cancel
    )
    {
        var all = await shelf.ListAsync(cancel);
        if (colour is null)
        {
            var own = all.FirstOrDefault(k => k.Slug == kit);
            if (own is null)
                return kit is null ? Problems.Bad("colour", Saying.Of("problem.say-a-colour")) : Problems.NoKit(kit);
            colour = own.Kit.Paper(paper)?[face ?? SheetFace.A]?.Colour;
            if (colour is null)
                return Problems.Bad("paper", Saying.Of("fault.there-is-no-paper", ("paper", paper ?? "")));
        }
        else if (!KitRules.IsColour(colour))
            return Problems.Bad("colour", Saying.Of("fault.is-not-a-colour", ("colour", colour)));
        var lab = Colours.LabOf(colour);
        // By the studio's own number, where the ledger has one; else by the kit that has it.
        var found = new Dictionary<(string, SheetFace), AlikePaper>();
        foreach (var stored in all)
        {
            var numbers = await things.NumbersAsync(stored.Id, cancel);
            foreach (var own in stored.Kit.Papers)
            foreach (var side in new[] { SheetFace.A, SheetFace.B })
            {
                if (own[side] is not { } look || (stored.Slug == kit && own.Id == paper))
                    continue;
                var difference = Colours.Difference(lab, Colours.LabOf(look.Colour));
                found.TryAdd(
                    (numbers.TryGetValue(own.Id, out var thing) ? $"{thing}" : $"{stored.Slug} {own.Id}", side),
                    new(
                        stored.Slug,
                        stored.Kit.Name,
                        own.Id,
                        own.Name,
                        side,
                        look.Colour,
                        Math.Round((decimal)difference, 1),
                        Saying.Of(
                            difference < Same ? "finding.alike-same"
                                : difference < EyeLimits.Alike ? "finding.alike-nearly"
                                : "finding.alike-other",
                            ("paper", own.Name)
                        ),
                        own.OnHand,
                        own.Free
                    )
                );
            }
        }
        return Body.Json(
            found.Values.OrderBy(p => p.Difference).ThenBy(p => p.Name, StringComparer.Ordinal).Take(MostAlike).ToList(),
            LengthUnit.Inch
        );
    }
}
