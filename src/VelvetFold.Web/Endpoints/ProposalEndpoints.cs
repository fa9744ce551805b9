using VelvetFold.Core.Drawing;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Proposing;
using VelvetFold.Core.Wording;
using VelvetFold.Store;
using VelvetFold.Web.Doors;

namespace VelvetFold.Web.Endpoints;

/// <summary>Sizes that are to become a page.</summary>
/// <param name="Text">The sizes in a line: 10 x 10, 6 x 8, 6 x 4 photo, 2 of 1/2 x 12.</param>
/// <param name="Page">The page's size; that of the kit's first layout where left out, or of its first paper where it has none.</param>
/// <param name="Papers">The ids of the papers that may be used; all of the kit where left out.</param>
/// <param name="Sheets">How many sheets there are in all, 1 to 50; as many as it takes where left out.</param>
/// <param name="Count">How many pages are wanted, 1 to 6; 6 where left out.</param>
internal sealed record ProposalsQuestion(
    Kit Kit,
    string? Text = null,
    Size? Page = null,
    IReadOnlyList<string>? Papers = null,
    int? Sheets = null,
    int? Count = null
);

/// <summary>A page out of sizes.</summary>
/// <param name="Says">Why this paper for that piece, and what takes points off.</param>
/// <param name="Sheets">What its pieces are cut from; a base that was added is not counted.</param>
internal sealed record ProposalView(
    Layout Layout,
    decimal Score,
    IReadOnlyList<Saying> Says,
    IReadOnlyList<ProposedSheets> Sheets,
    Scene Picture
);

/// <summary>Pages that differ, the best first.</summary>
/// <param name="Why">Where there is none: what stands in the way.</param>
internal sealed record ProposalsAnswer(IReadOnlyList<ProposalView> Proposals, Saying? Why);

/// <summary>A layout of another kit that is to be used in this one.</summary>
/// <param name="From">The other kit.</param>
/// <param name="Layout">Its layout.</param>
/// <param name="Papers">What stands for a paper, by its id there: an id here, or an empty text where it comes along. What is not said is
/// chosen: the same name, a like one, else it comes along.</param>
/// <param name="Page">One page of a spread only.</param>
/// <param name="Pieces">Some of its pieces only, by their ids there.</param>
/// <param name="Onto">The layout of this kit that they are laid on; a layout of their own where left out.</param>
internal sealed record BringQuestion(
    Kit Kit,
    Kit From,
    string? Layout = null,
    IReadOnlyDictionary<string, string>? Papers = null,
    PageSide? Page = null,
    IReadOnlyList<string>? Pieces = null,
    string? Onto = null
);

/// <summary>An accent colour that is to come once more on a layout.</summary>
/// <param name="Colour">#rrggbb, as the page's answer has it.</param>
internal sealed record AgainQuestion(Kit Kit, string? Layout = null, string? Colour = null);

/// <summary>What it can be laid in, and where; the widest triangle first.</summary>
/// <param name="Why">Where there is nothing: why.</param>
internal sealed record AgainAnswer(IReadOnlyList<ColourAgain> Places, Saying? Why);

/// <summary>Proposes pages, without keeping anything.</summary>
internal static class ProposalEndpoints
{
    private const int MostSheets = 50;

    public static void MapProposals(this RouteGroupBuilder api)
    {
        api.MapPost("/compute/proposals", ProposeAsync)
            .May(StudioRole.Helper)
            .IsLongWork()
            .WithTags("Compute")
            .Accepts<ProposalsQuestion>("application/json")
            .Produces<ProposalsAnswer>()
            .ProducesProblem(400);
        api.MapPost("/compute/brought", BringAsync)
            .May(StudioRole.Helper)
            .WithTags("Compute")
            .Accepts<BringQuestion>("application/json")
            .Produces<Brought>()
            .ProducesProblem(400);
        api.MapPost("/compute/again", AgainAsync)
            .May(StudioRole.Helper)
            .WithTags("Compute")
            .Accepts<AgainQuestion>("application/json")
            .Produces<AgainAnswer>()
            .ProducesProblem(400);
    }

    private static async Task<IResult> BringAsync(HttpRequest request)
    {
        var reading = await Body.ReadAsync<BringQuestion>(request, "kit.", q => q.Kit);
        if (reading.Value is not { } question)
            return Problems.Bad(reading.Faults);
        if (KitRules.Faults(question.From) is { Count: > 0 } there)
            return Problems.Bad([.. there.Select(f => f with { Path = "from." + f.Path })]);
        if (question.From.Layout(question.Layout ?? "") is not { } layout)
            return Problems.Bad("layout", Saying.Of("problem.there-is-no-layout", ("layout", question.Layout ?? "")));
        if (question.Onto is { } onto && question.Kit.Layout(onto) is null)
            return Problems.Bad("onto", Saying.Of("problem.there-is-no-layout", ("layout", onto)));
        if (question.Pieces?.FirstOrDefault(p => layout.Piece(p) is null) is { } missing)
            return Problems.Bad("pieces", Saying.Of("problem.there-is-no-piece", ("piece", missing), ("layout", layout.Id)));
        if (question.Page is PageSide.Both || (question.Page is not null && layout.Kind == LayoutKind.Single))
            return Problems.Bad("page", Saying.Of("problem.not-one-of-two-pages", ("layout", layout.Id)));
        var unknown = (question.Papers ?? new Dictionary<string, string>())
            .Where(p => p.Value.Length > 0 && question.Kit.Paper(p.Value) is null)
            .Select(p => new Fault($"papers.{p.Key}", Saying.Of("problem.there-is-no-paper-2", ("paper", p.Value))))
            .ToList();
        return unknown.Count > 0
            ? Problems.Bad(unknown)
            : Body.Json(
                Bringing.Of(
                    question.Kit,
                    question.From,
                    question.Layout!,
                    question.Papers,
                    new(question.Page, question.Pieces, question.Onto)
                ),
                question.Kit.Unit
            );
    }

    private static async Task<IResult> AgainAsync(HttpRequest request, CancellationToken cancel)
    {
        var reading = await Body.ReadAsync<AgainQuestion>(request, "kit.", q => q.Kit);
        if (reading.Value is not { } question)
            return Problems.Bad(reading.Faults);
        if (question.Kit.Layout(question.Layout ?? "") is not { } layout)
            return Problems.Bad("layout", Saying.Of("problem.there-is-no-layout", ("layout", question.Layout ?? "")));
        if (!KitRules.IsColour(question.Colour))
            return Problems.Bad("colour", Saying.Of("problem.is-no-colour", ("colour", question.Colour ?? "")));
        var places = ThirdPlaces.Of(question.Kit, layout.Id, question.Colour!, cancel);
        return Body.Json(new AgainAnswer(places, places.Count == 0 ? Saying.Of("proposal.nothing-again") : null), question.Kit.Unit);
    }

    private static async Task<IResult> ProposeAsync(HttpRequest request, CancellationToken cancel)
    {
        var reading = await Body.ReadAsync<ProposalsQuestion>(request, "kit.", q => q.Kit);
        if (reading.Value is not { } question)
            return Problems.Bad(reading.Faults);
        var kit = question.Kit;
        var faults = Faults(question);
        if (faults.Count > 0)
            return Problems.Bad(faults);
        var page = question.Page ?? kit.Layouts.Select(l => (Size?)l.Page).FirstOrDefault() ?? kit.Papers[0].Size;
        var (answer, unread) = Proposals.Of(
            kit,
            new(question.Text ?? "", page, question.Papers, question.Sheets),
            question.Count ?? Proposals.Most,
            cancel: cancel
        );
        if (answer is null)
            return Problems.Bad([.. unread.Select(f => new Fault("text", f.Says))]);
        return Body.Json(
            new ProposalsAnswer(
                [
                    .. answer.Proposals.Select(p =>
                    {
                        var with = kit with { Layouts = [.. kit.Layouts, p.Layout] };
                        return new ProposalView(
                            p.Layout,
                            p.Score,
                            p.Says,
                            p.Sheets,
                            LayoutPicture.Draw(with, Resolver.Resolve(p.Layout, with))
                        );
                    }),
                ],
                answer.Why
            ),
            kit.Unit
        );
    }

    private static List<Fault> Faults(ProposalsQuestion question)
    {
        var faults = new List<Fault>();
        if (question.Kit.Papers.Count == 0)
            faults.Add(new("kit.papers", Saying.Of("proposal.no-papers")));
        if (question.Page is { } page && (!page.IsReal || page.Longer > KitRules.Largest))
            faults.Add(new("page", Saying.Of("problem.is-no-page", ("page", page))));
        if (question.Sheets is < 1 or > MostSheets)
            faults.Add(new("sheets", Saying.Of("problem.is-no-number-of-sheets", ("sheets", question.Sheets), ("most", MostSheets))));
        if (question.Count is < 1 or > Proposals.Most)
            faults.Add(new("count", Saying.Of("problem.pages-cannot-be-asked", ("count", question.Count), ("most", Proposals.Most))));
        faults.AddRange(
            (question.Papers ?? [])
                .Select((id, i) => (id, i))
                .Where(p => question.Kit.Paper(p.id) is null)
                .Select(p => new Fault($"papers[{p.i}]", Saying.Of("problem.there-is-no-paper-2", ("paper", p.id))))
        );
        return faults;
    }
}
