using System.Text.Json.Serialization;
using VelvetFold.Core;
using VelvetFold.Core.Drawing;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;
using VelvetFold.Formats;

namespace VelvetFold.Web.Endpoints;

/// <summary>What is done to a layout.</summary>
[JsonConverter(typeof(TextEnum<LayoutDeed>))]
internal enum LayoutDeed
{
    [JsonStringEnumMemberName("mirror")]
    Mirror,

    [JsonStringEnumMemberName("duplicate")]
    Duplicate,

    [JsonStringEnumMemberName("to-spread")]
    ToSpread,

    [JsonStringEnumMemberName("to-pages")]
    ToPages,

    [JsonStringEnumMemberName("swap")]
    Swap,

    [JsonStringEnumMemberName("facing")]
    Facing,

    [JsonStringEnumMemberName("keep")]
    Keep,

    [JsonStringEnumMemberName("choose")]
    Choose,

    [JsonStringEnumMemberName("drop")]
    Drop,

    [JsonStringEnumMemberName("add")]
    Add,
}

/// <summary>A layout of a kit, and what is done to it.</summary>
/// <param name="Piece">To swap: the first piece, and <paramref name="With"/> the second. To lay once more on the facing page: the piece;
/// <paramref name="With"/> the label of the copy, where it is to have another than the first that is free.</param>
/// <param name="With">To keep the arrangement as a variant, to choose one or to drop one: its name.</param>
/// <param name="KeptAs">To choose a variant: the name that the arrangement which gives way is kept under; left out, it is not kept.</param>
/// <param name="Kind">To add a piece: what it is; it begins like the last of its kind.</param>
/// <param name="Side">To add a piece: the page it lies on.</param>
internal sealed record LayoutQuestion(
    Kit Kit,
    string Layout,
    LayoutDeed Do,
    string? Piece = null,
    string? With = null,
    string? KeptAs = null,
    PieceKind? Kind = null,
    PageSide Side = PageSide.Left
);

/// <summary>A layout whose variants are to be compared.</summary>
internal sealed record VariantsQuestion(Kit Kit, string Layout);

/// <summary>Two pieces to measure between.</summary>
internal sealed record DistancesQuestion(Kit Kit, string Layout, string From, string To);

/// <summary>The distances between their edges, and the shortest dimension line across and down.</summary>
internal sealed record DistancesAnswer(IReadOnlyList<EdgeDistance> Distances, IReadOnlyList<Mark> Lines);

/// <summary>The kit afterwards, and the id of the layout to look at.</summary>
/// <param name="Piece">The label of the piece that was made, where one was.</param>
internal sealed record LayoutWorkAnswer(Kit Kit, string Layout, string? Piece = null);

/// <summary>A piece to move along its relations, in steps of the kit's ruler: right and down, or left and up where negative.</summary>
internal sealed record MoveQuestion(Kit Kit, string Layout, string Piece, int Across, int Down);

/// <summary>A piece that was moved by hand and let go, about where it is to lie.</summary>
/// <param name="Across">How far it was moved to the right; to the left where negative. At most 1,000 in, as all of these.</param>
/// <param name="Down">How far it was moved down; up where negative.</param>
/// <param name="Reach">How far from there a relation may draw it.</param>
internal sealed record RestQuestion(Kit Kit, string Layout, string Piece, Length Across, Length Down, Length Reach);

/// <summary>The kit with the piece come to rest, where it then lies, and its place in words.</summary>
internal sealed record RestAnswer(Kit Kit, string Layout, Box Box, Saying Place);

/// <summary>A piece to measure from an edge of another piece, or of the page where none is named; it stays where it is.</summary>
internal sealed record MeasuredFromQuestion(Kit Kit, string Layout, string Piece, Edge Edge, string? Of = null);

/// <summary>An SVG drawing or the text of a path, and the size the outline is to have.</summary>
internal sealed record OutlineQuestion(string Path, Size Size);

/// <summary>The outline's corners, and what was left out of the drawing.</summary>
internal sealed record OutlineAnswer(Outline Shape, Saying? Note);

internal static class LayoutEndpoints
{
    public static void MapLayouts(this RouteGroupBuilder compute)
    {
        compute
            .MapPost("/layouts", LayoutsAsync)
            .Accepts<LayoutQuestion>("application/json")
            .Produces<LayoutWorkAnswer>()
            .ProducesProblem(400);
        compute
            .MapPost("/variants", VariantsAsync)
            .Accepts<VariantsQuestion>("application/json")
            .Produces<IReadOnlyList<VariantAnswer>>()
            .ProducesProblem(400);
        compute.MapPost("/move", MoveAsync).Accepts<MoveQuestion>("application/json").Produces<LayoutWorkAnswer>().ProducesProblem(400);
        compute.MapPost("/rest", RestAsync).Accepts<RestQuestion>("application/json").Produces<RestAnswer>().ProducesProblem(400);
        compute
            .MapPost("/distances", DistancesAsync)
            .Accepts<DistancesQuestion>("application/json")
            .Produces<DistancesAnswer>()
            .ProducesProblem(400);
        compute
            .MapPost("/measured-from", MeasuredFromAsync)
            .Accepts<MeasuredFromQuestion>("application/json")
            .Produces<LayoutWorkAnswer>()
            .ProducesProblem(400);
        compute
            .MapPost("/outline", OutlineAsync)
            .Accepts<OutlineQuestion>("application/json")
            .Produces<OutlineAnswer>()
            .ProducesProblem(400);
    }

    private static async Task<IResult> LayoutsAsync(HttpRequest request)
    {
        var reading = await Body.ReadAsync<LayoutQuestion>(request, "kit.", q => q.Kit);
        if (reading.Value is not { } question)
            return Problems.Bad(reading.Faults);
        var kit = question.Kit;
        if (kit.Layout(question.Layout) is not { } layout)
            return Problems.Bad("layout", Saying.Of("problem.there-is-no-layout", ("layout", question.Layout)));
        if (question.Do == LayoutDeed.Swap && (layout.Piece(question.Piece) is null || layout.Piece(question.With) is null))
            return Problems.Bad(
                layout.Piece(question.Piece) is null ? "piece" : "with",
                Saying.Of("problem.two-pieces-of-change", ("layout", layout.Id))
            );
        if (question.Do == LayoutDeed.Facing)
        {
            var copy =
                question.With is { Length: > 0 } said ? said
                : layout.Piece(question.Piece) is { } original ? layout.FreeLabel(original.Kind)
                : "";
            return
                question.Piece is { } piece
                && copy != ""
                && layout.Piece(copy) is null
                && LayoutWork.OnFacingPage(layout, kit, piece, copy) is { } faced
                ? Body.Json(new LayoutWorkAnswer(kit.With(faced), layout.Id, copy), kit.Unit)
                : Problems.Bad("piece", Saying.Of("problem.no-facing", ("piece", question.Piece ?? ""), ("layout", layout.Id)));
        }
        if (question.Do == LayoutDeed.Add)
        {
            if (question.Kind is not { } kind)
                return Problems.Bad("kind", Saying.Of("problem.add-what"));
            if (layout.Kind == LayoutKind.Single && question.Side != PageSide.Left)
                return Problems.Bad("side", Saying.Of("problem.a-page-has-one-side", ("layout", layout.Id)));
            var (added, id) = NewPiece.Lay(layout, kit, kind, question.Side);
            return Body.Json(new LayoutWorkAnswer(kit.With(added), layout.Id, id), kit.Unit);
        }
        if (question.Do is LayoutDeed.Keep or LayoutDeed.Choose or LayoutDeed.Drop)
            return Variant(kit, layout, question);
        var free = Enumerable.Range(1, kit.Layouts.Count + 1).Select(n => $"L{n}").First(id => kit.Layout(id) is null);
        var (after, look) = question.Do switch
        {
            LayoutDeed.Mirror => (kit.With(LayoutWork.Mirror(layout)), layout.Id),
            LayoutDeed.Duplicate => (After(kit, layout, LayoutWork.Duplicate(layout, free)), free),
            LayoutDeed.Swap => (kit.With(LayoutWork.Swap(layout, question.Piece!, question.With!)), layout.Id),
            LayoutDeed.ToSpread => (kit.With(LayoutWork.ToSpread(layout)), layout.Id),
            _ when layout.Kind == LayoutKind.Spread && LayoutWork.ToSinglePages(layout, free) is var (left, right) => (
                After(kit.With(left), left, right),
                layout.Id
            ),
            _ => (kit, layout.Id),
        };
        return Body.Json(new LayoutWorkAnswer(after, look), kit.Unit);
    }

    private static IResult Variant(Kit kit, Layout layout, LayoutQuestion question)
    {
        var name = question.With?.Trim() ?? "";
        if (question.Do == LayoutDeed.Keep)
            return name.Length is 0 or > 60 ? Problems.Bad("with", Saying.Of("problem.a-variant-is-called"))
                : layout.Variant(name) is null && layout.Variants.Count >= KitRules.MostVariants
                    ? Problems.Bad(
                        "with",
                        Saying.Of(
                            "fault.too-many-variants",
                            ("layout", layout.Id),
                            ("n", layout.Variants.Count + 1),
                            ("most", KitRules.MostVariants)
                        )
                    )
                : Body.Json(new LayoutWorkAnswer(kit.With(LayoutWork.Keep(layout, name)), layout.Id), kit.Unit);
        if (layout.Variant(name) is not { } variant)
            return Problems.Bad("with", Saying.Of("problem.no-such-variant", ("layout", layout.Id), ("variant", name)));
        var keptAs = question.KeptAs?.Trim() is { Length: > 0 } kept ? kept : null;
        if (keptAs?.Length > 60)
            return Problems.Bad("keptAs", Saying.Of("problem.a-variant-is-called"));
        var after =
            question.Do == LayoutDeed.Choose
                ? LayoutWork.Choose(layout, name, keptAs)
                : layout with
                {
                    Variants = [.. layout.Variants.Where(v => v != variant)],
                };
        return Body.Json(new LayoutWorkAnswer(kit.With(after), layout.Id), kit.Unit);
    }

    private static async Task<IResult> VariantsAsync(HttpRequest request, CancellationToken cancel)
    {
        var reading = await Body.ReadAsync<VariantsQuestion>(request, "kit.", q => q.Kit);
        if (reading.Value is not { } question)
            return Problems.Bad(reading.Faults);
        return question.Kit.Layout(question.Layout) is { } layout
            ? Body.Json(KitAnswer.Variants(question.Kit, layout, cancel), question.Kit.Unit)
            : Problems.Bad("layout", Saying.Of("problem.there-is-no-layout", ("layout", question.Layout)));
    }

    private static async Task<IResult> MoveAsync(HttpRequest request)
    {
        var reading = await Body.ReadAsync<MoveQuestion>(request, "kit.", q => q.Kit);
        if (reading.Value is not { } question)
            return Problems.Bad(reading.Faults);
        var kit = question.Kit;
        if (kit.Layout(question.Layout) is not { } layout)
            return Problems.Bad("layout", Saying.Of("problem.there-is-no-layout", ("layout", question.Layout)));
        if (layout.Piece(question.Piece) is not { } piece)
            return Problems.Bad("piece", Saying.Of("problem.there-is-no-piece", ("piece", question.Piece), ("layout", layout.Id)));
        if (Math.Abs((long)question.Across) > 10_000 || Math.Abs((long)question.Down) > 10_000)
            return Problems.Bad("across", Saying.Of("problem.a-piece-is-moved"));
        return Body.Json(
            new LayoutWorkAnswer(
                kit.With(Nudge.Move(layout, kit, piece, kit.Ruler * question.Across, kit.Ruler * question.Down)),
                layout.Id
            ),
            kit.Unit
        );
    }

    private static readonly Length Farthest = Length.Inches(1000);

    private static async Task<IResult> RestAsync(HttpRequest request)
    {
        var reading = await Body.ReadAsync<RestQuestion>(request, "kit.", q => q.Kit);
        if (reading.Value is not { } question)
            return Problems.Bad(reading.Faults);
        var kit = question.Kit;
        if (kit.Layout(question.Layout) is not { } layout)
            return Problems.Bad("layout", Saying.Of("problem.there-is-no-layout", ("layout", question.Layout)));
        if (question.Reach < Length.Zero || new[] { question.Across, question.Down, question.Reach }.Any(l => l.Magnitude > Farthest))
            return Problems.Bad("across", Saying.Of("problem.a-piece-is-let-go"));
        return
            Resting.Near(layout, kit, question.Piece, question.Across, question.Down, question.Reach) is { } rested
            && Resolver.Resolve(rested, kit).Piece(question.Piece) is { } placed
            ? Body.Json(
                new RestAnswer(kit.With(rested), layout.Id, placed.Box, PlaceWords.Say(rested.Piece(question.Piece)!, kit.Reading())),
                kit.Unit
            )
            : Problems.Bad("piece", Saying.Of("problem.has-no-place-in", ("from", question.Piece), ("layout", layout.Id)));
    }

    private static async Task<IResult> DistancesAsync(HttpRequest request)
    {
        var reading = await Body.ReadAsync<DistancesQuestion>(request, "kit.", q => q.Kit);
        if (reading.Value is not { } question)
            return Problems.Bad(reading.Faults);
        if (question.Kit.Layout(question.Layout) is not { } layout)
            return Problems.Bad("layout", Saying.Of("problem.there-is-no-layout", ("layout", question.Layout)));
        var resolved = Resolver.Resolve(layout, question.Kit);
        if (resolved.Piece(question.From) is not { } from)
            return Problems.Bad("from", Saying.Of("problem.has-no-place-in", ("from", question.From), ("layout", layout.Id)));
        if (resolved.Piece(question.To) is not { } to)
            return Problems.Bad("to", Saying.Of("problem.has-no-place-in-2", ("to", question.To), ("layout", layout.Id)));
        return Body.Json(new DistancesAnswer(Distances.Between(from, to), Distances.Lines(question.Kit, from, to)), question.Kit.Unit);
    }

    private static Kit After(Kit kit, Layout layout, Layout added) =>
        kit with
        {
            Layouts = [.. kit.Layouts.SelectMany(l => l.Id == layout.Id ? new[] { l, added } : [l])],
        };

    private static async Task<IResult> MeasuredFromAsync(HttpRequest request)
    {
        var reading = await Body.ReadAsync<MeasuredFromQuestion>(request, "kit.", q => q.Kit);
        if (reading.Value is not { } question)
            return Problems.Bad(reading.Faults);
        var kit = question.Kit;
        if (kit.Layout(question.Layout) is not { } layout)
            return Problems.Bad("layout", Saying.Of("problem.there-is-no-layout", ("layout", question.Layout)));
        if (layout.Piece(question.Piece) is null)
            return Problems.Bad("piece", Saying.Of("problem.there-is-no-piece", ("piece", question.Piece), ("layout", layout.Id)));
        return MeasuredFrom.Edge(layout, kit, question.Piece, question.Edge, question.Of) is { } changed
            ? Body.Json(new LayoutWorkAnswer(kit.With(changed), layout.Id), kit.Unit)
            : Problems.Bad(
                "of",
                Saying.Of(
                    "problem.cannot-be-measured-from",
                    ("piece", question.Piece),
                    ("edge", question.Edge.Word()),
                    ("of", question.Of ?? "page")
                )
            );
    }

    private static async Task<IResult> OutlineAsync(HttpRequest request)
    {
        var reading = await Body.ReadAsync<OutlineQuestion>(request);
        if (reading.Value is not { } question)
            return Problems.Bad(reading.Faults);
        var outline = SvgOutline.Read(question.Path, question.Size);
        return outline.Fault is { } fault
            ? Problems.Bad("path", fault)
            : Body.Json(new OutlineAnswer(new() { Kind = OutlineKind.Template, Points = outline.Points }, outline.Note), LengthUnit.Inch);
    }
}
