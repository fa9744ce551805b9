using VelvetFold.Core.Cutting;
using VelvetFold.Core.Drawing;
using VelvetFold.Core.Fitting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Wording;
using VelvetFold.Store;
using VelvetFold.Web.Doors;

namespace VelvetFold.Web.Endpoints;

/// <summary>A guest's photos to be put on a layout.</summary>
/// <param name="Layout">The id of the layout.</param>
/// <param name="Photos">The photos; or <paramref name="Text"/> says them in one line.</param>
/// <param name="Count">How many fits are wanted, 1 to 10; 3 where left out.</param>
/// <param name="Leftovers">The paper that new pieces are cut from; what the kit's own cut plan leaves where left out.</param>
/// <param name="Changes">What has been done by hand, to be weighed as it stands.</param>
/// <param name="OnePage">Whether one page of the spread is enough; as the line says where left out.</param>
/// <param name="FlapIsFine">Whether a photo may lie under a flap; as the line says where left out.</param>
internal sealed record FitsQuestion(
    Kit Kit,
    string Layout,
    IReadOnlyList<GuestPhoto>? Photos = null,
    string? Text = null,
    int? Count = null,
    IReadOnlyList<Leftover>? Leftovers = null,
    IReadOnlyList<OpeningChange>? Changes = null,
    bool? OnePage = null,
    bool? FlapIsFine = null
);

/// <summary>A fit with the layout as it then is, the kit document with it, and the paper its new pieces come out of.</summary>
/// <param name="Says">What it does, in one sentence.</param>
/// <param name="Picture">The page as it would be.</param>
/// <param name="Changed">The labels of the pieces that lie otherwise than as designed, or are new.</param>
internal sealed record FitView(Fit Fit, Layout Layout, Kit Kit, BagPaper Bag, Saying Says, Scene Picture, IReadOnlyList<string> Changed);

/// <summary>A piece of a guest's page that was dragged.</summary>
/// <param name="Changes">What is done for the guest until now.</param>
/// <param name="Piece">Its id on its layout.</param>
/// <param name="By">How far.</param>
internal sealed record ByHandQuestion(Kit Kit, string Layout, IReadOnlyList<OpeningChange> Changes, string Piece, Offset By);

/// <summary>The guest's changes with the piece where it was dragged to, snapped to the lines of the page, and what made room.</summary>
internal sealed record ByHandAnswer(IReadOnlyList<OpeningChange> Changes);

/// <summary>A guest's page of which some pieces are to stay where they are.</summary>
/// <param name="Text">The guest's photos, in one line.</param>
/// <param name="Changes">What is done for the guest until now.</param>
/// <param name="Held">The ids of the pieces that stay.</param>
internal sealed record AroundQuestion(
    Kit Kit,
    string Layout,
    string Text,
    IReadOnlyList<OpeningChange> Changes,
    IReadOnlyList<string> Held
);

/// <summary>The best fits, the best first.</summary>
/// <param name="Photos">The photos as they were read.</param>
/// <param name="IsExact">Whether nothing better is possible.</param>
/// <param name="Most">What no way to lay these photos can exceed.</param>
/// <param name="AsItStands">What has been done by hand, weighed; none where nothing was said of it.</param>
/// <param name="Says">What that is, change by change.</param>
internal sealed record FitsAnswer(
    IReadOnlyList<FitView> Fits,
    IReadOnlyList<GuestPhoto> Photos,
    bool IsExact,
    decimal Most,
    Saying? Why,
    Fit? AsItStands,
    IReadOnlyList<Saying> Says
);

/// <summary>Fits photos to layouts, without keeping anything.</summary>
internal static class FitEndpoints
{
    public static void MapFits(this RouteGroupBuilder api)
    {
        api.MapPost("/compute/moved", MovedAsync)
            .May(StudioRole.Helper)
            .WithTags("Compute")
            .Accepts<ByHandQuestion>("application/json")
            .Produces<ByHandAnswer>()
            .ProducesProblem(400);
        api.MapPost("/compute/around", AroundAsync)
            .May(StudioRole.Helper)
            .IsLongWork()
            .WithTags("Compute")
            .Accepts<AroundQuestion>("application/json")
            .Produces<ByHandAnswer>()
            .ProducesProblem(400);
        api.MapPost("/compute/fits", FitsAsync)
            .May(StudioRole.Helper)
            .IsLongWork()
            .WithTags("Compute")
            .Accepts<FitsQuestion>("application/json")
            .Produces<FitsAnswer>()
            .ProducesProblem(400);
    }

    private static async Task<IResult> MovedAsync(HttpRequest request)
    {
        var reading = await Body.ReadAsync<ByHandQuestion>(request, "kit.", q => q.Kit);
        if (reading.Value is not { } question)
            return Problems.Bad(reading.Faults);
        if (question.Kit.Layout(question.Layout) is null)
            return Problems.Bad([new("layout", Saying.Of("problem.there-is-no-layout", ("layout", question.Layout)))]);
        return FitHand.Moved(question.Kit, question.Layout, question.Changes, question.Piece, question.By) is { } changes
            ? Body.Json(new ByHandAnswer(changes), question.Kit.Unit)
            : Problems.Bad([new("piece", Saying.Of("problem.cannot-be-moved", ("piece", question.Piece)))]);
    }

    private static async Task<IResult> AroundAsync(HttpRequest request)
    {
        var reading = await Body.ReadAsync<AroundQuestion>(request, "kit.", q => q.Kit);
        if (reading.Value is not { } question)
            return Problems.Bad(reading.Faults);
        if (question.Kit.Layout(question.Layout) is not { } layout)
            return Problems.Bad([new("layout", Saying.Of("problem.there-is-no-layout", ("layout", question.Layout)))]);
        var (photos, unread, wishes) = PhotoLine.Read(question.Text, question.Kit.Unit);
        if (unread.Count > 0)
            return Problems.Bad([.. unread.Select(f => new Fault("text", f.Says))]);
        var faults = Faults(new(question.Kit, question.Layout), photos);
        var known = Adaptation.Known(question.Kit, [.. question.Changes.Where(c => c.Layout == layout.Id)]);
        var there = Adaptation.Apply(question.Kit, known).Layout(layout.Id)!;
        faults.AddRange(
            question
                .Held.Select((id, i) => (id, i))
                .Where(h => there.Piece(h.id) is null)
                .Select(h => new Fault($"held[{h.i}]", Saying.Of("problem.cannot-be-moved", ("piece", h.id))))
        );
        return faults.Count > 0
            ? Problems.Bad(faults)
            : Body.Json(
                new ByHandAnswer(FitHand.Around(question.Kit, layout.Id, photos, question.Changes, question.Held, wishes)),
                question.Kit.Unit
            );
    }

    private static async Task<IResult> FitsAsync(HttpRequest request, PlanMemory memory, FitMemories fits, CancellationToken cancel)
    {
        var reading = await Body.ReadAsync<FitsQuestion>(request, "kit.", q => q.Kit);
        if (reading.Value is not { } question)
            return Problems.Bad(reading.Faults);
        var (photos, unread, said) = question.Photos is { } listed
            ? new(listed, [], FitWishes.None)
            : PhotoLine.Read(question.Text ?? "", question.Kit.Unit);
        var wishes = new FitWishes(question.OnePage ?? said.OnePage, question.FlapIsFine ?? said.FlapIsFine);
        if (unread.Count > 0)
            return Problems.Bad([.. unread.Select(f => new Fault("text", f.Says))]);
        var faults = Faults(question, photos);
        if (faults.Count > 0)
            return Problems.Bad(faults);
        var kit = question.Kit;
        var designed = Resolver.Resolve(kit.Layout(question.Layout)!, kit);
        var bag = question.Leftovers is { } leftovers ? Bag.With(kit, leftovers) : Bag.Of(kit, new() { Memory = memory, Cancel = cancel });
        var answer = FitSearch.Find(kit, question.Layout, photos, question.Count ?? 3, bag, wishes, fits.Of(kit));
        var stands = question.Changes is { } changes ? FitJudge.Of(kit, question.Layout, photos, changes, wishes, bag) : null;
        return Body.Json(
            new FitsAnswer(
                [.. answer.Fits.Select(View)],
                photos,
                answer.IsExact,
                answer.Most,
                answer.Why,
                stands,
                [.. (stands?.Changes ?? []).Select(c => c.Says(kit))]
            ),
            kit.Unit
        );

        FitView View(Fit fit)
        {
            var (adapted, paper) = bag.Cut(Adaptation.Apply(kit, fit.Changes));
            var layout = adapted.Layout(question.Layout)!;
            var resolved = Resolver.Resolve(layout, adapted);
            return new(
                fit,
                layout,
                adapted,
                paper,
                FitHeadline.Of(kit, question.Layout, photos, fit),
                LayoutPicture.Draw(adapted, resolved),
                [
                    .. resolved
                        .Pieces.Where(p =>
                            designed.Piece(p.Id)?.Box != p.Box || layout.Piece(p.Id)!.Kind != designed.Piece(p.Id)!.Piece.Kind
                        )
                        .Select(p => p.Label),
                ]
            );
        }
    }

    private static List<Fault> Faults(FitsQuestion question, IReadOnlyList<GuestPhoto> photos)
    {
        var faults = new List<Fault>();
        if (question.Kit.Layout(question.Layout) is null)
            faults.Add(new("layout", Saying.Of("problem.there-is-no-layout", ("layout", question.Layout))));
        if (question.Count is < 1 or > 10)
            faults.Add(new("count", Saying.Of("problem.fits-cannot-be-asked", ("count", question.Count))));
        if (photos.Count > FitSearch.MostPhotos)
            faults.Add(
                new("photos", Saying.Of("problem.photos-are-more-than", ("photos", photos.Count), ("mostPhotos", FitSearch.MostPhotos)))
            );
        foreach (var (left, i) in (question.Leftovers ?? []).Select((left, i) => (left, i)))
        {
            if (question.Kit.Paper(left.Paper) is null)
                faults.Add(new($"leftovers[{i}].paper", Saying.Of("problem.there-is-no-paper-2", ("paper", left.Paper))));
            else if (!left.Size.IsReal || !left.Size.FitsIn(question.Kit.Paper(left.Paper)!.Size))
                faults.Add(new($"leftovers[{i}].size", Saying.Of("problem.is-no-leftover-of", ("size", left.Size), ("paper", left.Paper))));
            if (left.Count is < 1 or > 10_000)
                faults.Add(new($"leftovers[{i}].count", Saying.Of("problem.is-no-number-of", ("left", left.Count))));
        }
        foreach (var (photo, i) in photos.Select((photo, i) => (photo, i)))
        {
            if (!photo.Size.IsReal || photo.Size.Longer > KitRules.Largest)
                faults.Add(new($"photos[{i}].size", Saying.Of("problem.is-no-size-of", ("size", photo.Size))));
            else if (photo.Border is { } border && !PhotoOpening.IsBorder(border, photo.Size))
                faults.Add(new($"photos[{i}].border", Saying.Of("fault.a-white-border-of", ("border", border), ("size", photo.Size))));
            if (photo.Id.Length is 0 or > 60)
                faults.Add(new($"photos[{i}].id", Saying.Of("problem.a-photo-goes-by")));
            if (photos.Take(i).Any(p => p.Id == photo.Id))
                faults.Add(new($"photos[{i}].id", Saying.Of("problem.two-photos-are-called", ("photo", photo.Id))));
        }
        return faults;
    }
}
