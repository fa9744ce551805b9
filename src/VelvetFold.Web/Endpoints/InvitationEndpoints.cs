using System.Globalization;
using System.Text.Json;
using VelvetFold.Core.Counting;
using VelvetFold.Core.Drawing;
using VelvetFold.Core.Fitting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;
using VelvetFold.Core.Workshops;
using VelvetFold.Formats;
using VelvetFold.Formats.Json;
using VelvetFold.Store;
using VelvetFold.Web.Doors;
using VelvetFold.Web.Post;

namespace VelvetFold.Web.Endpoints;

/// <summary>A private link that was made.</summary>
/// <param name="Trouble">Why the mail did not leave; none where it did, or none was asked for.</param>
internal sealed record InvitationMade(string Address, bool Mailed, string? Trouble);

/// <summary>What is asked for with a link.</summary>
/// <param name="Mail">Whether it is mailed to the guest.</param>
/// <param name="Address">The address this studio is reached at on this machine, the browser's own; where another was named at the start,
/// that one is taken.</param>
internal sealed record InvitationAsked(bool Mail, string Address);

/// <summary>A layout as a guest sees it before the workshop.</summary>
/// <param name="Openings">The sizes of its photos as they lie, to be read.</param>
internal sealed record InvitedLayout(string Id, string Name, Scene Picture, IReadOnlyList<string> Openings);

/// <summary>What a guest sees behind their link: the workshop, the kit's pages, what they bring, and what they have said themselves. The
/// version goes into
/// If-Match of an answer.</summary>
internal sealed record InvitationView(
    string Guest,
    string Workshop,
    DateOnly Date,
    TimeOnly? Starts,
    TimeOnly? Ends,
    string? Place,
    string Kit,
    LengthUnit Unit,
    IReadOnlyList<Paper> Papers,
    IReadOnlyList<InvitedLayout> Layouts,
    IReadOnlyDictionary<string, string> Photos,
    IReadOnlyDictionary<string, LayoutWords> Words,
    string? Needs,
    IReadOnlyList<PictureView> Pictures,
    DateTime? AnsweredAt,
    int Version,
    IReadOnlyList<string> Brings,
    IReadOnlyList<Saying> Letters
);

/// <summary>What a guest says.</summary>
internal sealed record InvitationAnswer(
    IReadOnlyDictionary<string, string>? Photos = null,
    string? Needs = null,
    IReadOnlyDictionary<string, LayoutWords>? Words = null
);

/// <summary>Private links: made, mailed and withdrawn by the host, and opened by a guest, who sees nothing of anybody else.</summary>
internal static class InvitationEndpoints
{
    public static void MapInvitations(this RouteGroupBuilder api)
    {
        var own = api.MapGroup("/kits/{slug}/guests/{id:int}").May(StudioRole.Designer).WithTags("Guests");
        own.MapPost("/invitation", MakeAsync)
            .May(StudioRole.Designer, "deed.guest-invited")
            .Accepts<InvitationAsked>("application/json")
            .Produces<InvitationMade>(201)
            .ProducesProblem(400)
            .ProducesProblem(404);
        own.MapDelete("/invitation", WithdrawAsync)
            .May(StudioRole.Designer, "deed.invitation-withdrawn")
            .Produces(204)
            .ProducesProblem(404);

        var open = api.MapGroup("/invitations/{secret}").Anybody().WithTags("Invitations");
        open.MapGet("/", OpenAsync).Produces<InvitationView>().ProducesProblem(404);
        open.MapPut("/", AnswerAsync)
            .Accepts<InvitationAnswer>("application/json")
            .Produces<InvitationView>()
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(412)
            .ProducesProblem(428);
    }

    private static async Task<IResult> MakeAsync(
        string slug,
        int id,
        HttpContext context,
        GuestList list,
        WorkshopShelf workshops,
        Invitations invitations,
        PostRoom post,
        StudioAddress address,
        CancellationToken cancel
    )
    {
        var reading = await Body.ReadAsync<InvitationAsked>(context.Request);
        if (reading.Value is not { } asked)
            return Problems.Bad(reading.Faults);
        if (address.For(asked.Address) is not { } studio)
            return Problems.Bad("address", Saying.Of("problem.is-no-address-of", ("address", asked.Address)));
        if (await list.FindAsync(slug, id, cancel) is not { } guest)
            return GuestEndpoints.NoGuest();
        if (guest.WorkshopId is not { } at)
            return Problems.Bad("workshop", Saying.Of("problem.sits-at-no-workshop", ("guest", guest.Name)));
        if (asked.Mail && (guest.Email is null || !MailFile.IsAddress(guest.Email)))
            return Problems.Bad("email", Saying.Of("problem.there-is-no-mail", ("guest", guest.Name)));
        var workshop = (await workshops.FindAsync((await list.WorkshopsAsync(cancel))[at], cancel))!;
        var (secret, row) = await invitations.MakeAsync(guest.Id, cancel);
        var link = new Uri(studio, $"/invite/{secret}").ToString();
        if (!asked.Mail)
            return Results.Json(new InvitationMade(link, false, null), statusCode: 201);
        var trouble = await post.SendAsync(
            guest.Email!,
            guest.Name,
            $"Your photos for {workshop.Name}, {Day(workshop.Date)}",
            Letter(guest.Name, workshop, link),
            cancel
        );
        if (trouble is null)
            await invitations.MailedAsync(row, cancel);
        return Results.Json(new InvitationMade(link, trouble is null, trouble), statusCode: 201);
    }

    private static string Day(DateOnly date) => date.ToString("d MMMM yyyy", CultureInfo.InvariantCulture);

    private static string Letter(string name, StoredWorkshop workshop, string address)
    {
        var where = workshop.Place is { } place ? $", {place}" : "";
        var when = workshop.Starts is { } starts ? $" at {starts.ToString("HH\\:mm", CultureInfo.InvariantCulture)}" : "";
        return $"""
            Dear {name},

            {workshop.Name} is on {Day(workshop.Date)}{when}{where}.

            So that the papers in your bag suit your photos, say here which ones you bring, and what you need:

            {address}

            The link is yours alone and ends with the workshop. You need no account.
            """;
    }

    private static async Task<IResult> WithdrawAsync(string slug, int id, GuestList list, Invitations invitations, CancellationToken cancel)
    {
        if (await list.FindAsync(slug, id, cancel) is not { } guest)
            return GuestEndpoints.NoGuest();
        await invitations.WithdrawAsync(guest.Id, cancel);
        return Results.NoContent();
    }

    private static async Task<IResult> OpenAsync(string secret, Invitations invitations, KitShelf shelf, CancellationToken cancel) =>
        await invitations.OpenAsync(secret, cancel) is { } invited ? await ViewAsync(invited, shelf, cancel) : Closed();

    // What a paper looks like; what lies in the studio and what it cost is nobody else's business.
    private static Paper Seen(Paper paper) => paper with { OnHand = null, Promised = null, Offcuts = [], Pack = null };

    private static async Task<IResult> ViewAsync(Invited invited, KitShelf shelf, CancellationToken cancel)
    {
        var (guest, workshop) = (invited.Guest, invited.Workshop);
        var kit = (await shelf.FindAsync(invited.Kit, invited.Revision, cancel))!.Kit;
        var layouts = kit
            .Layouts.Where(l => l.Pieces.Any(p => p.HoldsPhoto))
            .Select(l => new InvitedLayout(
                l.Id,
                l.Name,
                LayoutPicture.Draw(kit, Resolver.Resolve(l, kit)),
                [.. l.Pieces.Where(p => p.HoldsPhoto).Select(p => kit.Reading().Format(p.Size))]
            ));
        return Body.Json(
            new InvitationView(
                guest.Name,
                workshop.Name,
                workshop.Date,
                workshop.Starts,
                workshop.Ends,
                workshop.Place,
                kit.Name,
                kit.Unit,
                [.. kit.Papers.Select(Seen)],
                [.. layouts],
                GuestEndpoints.PhotosOf(guest),
                GuestEndpoints.WordsOf(guest),
                guest.Needs,
                [.. guest.Pictures.OrderBy(p => p.Id).Select(PictureEndpoints.View)],
                guest.AnsweredAt,
                guest.Version,
                SupplyList.ForGuest(kit),
                GuestWords.Letters(kit, Adaptation.Apply(kit, Adaptation.Known(kit, GuestWords.Changes(GuestEndpoints.WordsOf(guest)))))
            ),
            kit.Unit
        );
    }

    private static async Task<IResult> AnswerAsync(
        string secret,
        HttpRequest request,
        Invitations invitations,
        KitShelf shelf,
        CancellationToken cancel
    )
    {
        if (Body.SeenRevision(request) is not { } seen)
            return Problems.NotSeen();
        var reading = await Body.ReadAsync<InvitationAnswer>(request);
        if (reading.Value is not { } answer)
            return Problems.Bad(reading.Faults);
        if (await invitations.OpenAsync(secret, cancel) is not { } invited)
            return Closed();
        var kit = (await shelf.FindAsync(invited.Kit, invited.Revision, cancel))!.Kit;
        if (answer.Needs?.Length > 1000)
            return Problems.Bad("needs", Saying.Of("problem.please-say-it-in"));
        var faults = new List<Fault>();
        foreach (var (layout, text) in answer.Photos ?? new Dictionary<string, string>())
        {
            if (kit.Layout(layout) is null)
                faults.Add(new($"photos.{layout}", Saying.Of("problem.there-is-no-page", ("layout", layout))));
            else if (text.Length > 1000)
                faults.Add(new($"photos.{layout}", Saying.Of("problem.please-say-it-in")));
            else
                faults.AddRange(PhotoLine.Read(text, kit.Unit).Faults.Select(f => new Fault($"photos.{layout}", f.Says)));
        }
        faults.AddRange(GuestWords.Faults(answer.Words));
        faults.AddRange(
            (answer.Words?.Keys ?? [])
                .Where(l => kit.Layout(l) is null)
                .Select(l => new Fault($"words.{l}", Saying.Of("problem.there-is-no-page", ("layout", l))))
        );
        if (faults.Count > 0)
            return Problems.Bad(faults);
        var isKept = await invitations.AnswerAsync(
            invited.Guest,
            seen,
            answer.Photos is { } photos ? JsonSerializer.Serialize(photos, JsonText.In(LengthUnit.Inch)) : null,
            answer.Needs,
            answer.Words is { } words ? JsonSerializer.Serialize(words, JsonText.In(LengthUnit.Inch)) : null,
            cancel
        );
        return isKept ? await ViewAsync(invited, shelf, cancel) : Problems.Of(412, "problem.changed-meanwhile");
    }

    // One answer for all that opens nothing: nobody learns which secrets there were.
    public static IResult Closed() => Problems.Of(404, "problem.this-link-opens-nothing");
}
