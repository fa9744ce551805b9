using System.Globalization;
using System.Text.Json;
using VelvetFold.Core.Drawing;
using VelvetFold.Core.Fitting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;
using VelvetFold.Formats;
using VelvetFold.Formats.Json;
using VelvetFold.Store;
using VelvetFold.Web.Post;

namespace VelvetFold.Web.Endpoints;

/// <summary>A private link that was made.</summary>
/// <param name="Trouble">Why the mail did not leave; none where it did, or none was asked for.</param>
internal sealed record InvitationMade(string Address, bool Mailed, string? Trouble);

/// <summary>What is asked for with a link.</summary>
/// <param name="Mail">Whether it is mailed to the guest.</param>
/// <param name="Address">The address this studio is reached at, such as the browser's own.</param>
internal sealed record InvitationAsked(bool Mail, string Address);

/// <summary>A layout as a guest sees it before the workshop.</summary>
/// <param name="Openings">The sizes of its photos as they lie, to be read.</param>
internal sealed record InvitedLayout(string Id, string Name, Scene Picture, IReadOnlyList<string> Openings);

/// <summary>A picture a guest has given.</summary>
internal sealed record PictureView(int Id, string Layout, string Name, string Said, int PixelWidth, int PixelHeight);

/// <summary>What a guest sees behind their link: the workshop, the kit's pages, and what they have said themselves. The version goes into
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
    string? Needs,
    IReadOnlyList<PictureView> Pictures,
    DateTime? AnsweredAt,
    int Version
);

/// <summary>What a guest says.</summary>
internal sealed record InvitationAnswer(IReadOnlyDictionary<string, string>? Photos = null, string? Needs = null);

/// <summary>What is said of a picture, as in a photo line: 4 x 6 whole focal.</summary>
internal sealed record PictureSaid(string Said);

/// <summary>Private links: made, mailed and withdrawn by the host, and opened by a guest, who sees nothing of anybody else.</summary>
internal static class InvitationEndpoints
{
    public static void MapInvitations(this RouteGroupBuilder api)
    {
        var own = api.MapGroup("/kits/{slug}/guests/{id:int}").WithTags("Guests");
        own.MapPost("/invitation", MakeAsync)
            .Accepts<InvitationAsked>("application/json")
            .Produces<InvitationMade>(201)
            .ProducesProblem(400)
            .ProducesProblem(404);
        own.MapDelete("/invitation", WithdrawAsync).Produces(204).ProducesProblem(404);
        own.MapPost("/pictures", HostPictureAsync)
            .WithMetadata(Large)
            .Accepts<byte[]>("application/octet-stream", "image/jpeg", "image/png", "image/webp")
            .Produces<PictureView>(201)
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(413);
        own.MapPut("/pictures/{picture:int}", HostSaysAsync)
            .Accepts<PictureSaid>("application/json")
            .Produces<PictureView>()
            .ProducesProblem(400)
            .ProducesProblem(404);
        own.MapGet(
                "/pictures/{picture:int}",
                async (string slug, int id, int picture, GuestList list, Pictures pictures, CancellationToken cancel) =>
                    await list.FindAsync(slug, id, cancel) is { } guest
                        ? await SmallAsync(guest.Id, picture, pictures, cancel)
                        : GuestEndpoints.NoGuest()
            )
            .Produces<byte[]>(200, "image/jpeg")
            .ProducesProblem(404);
        own.MapDelete(
                "/pictures/{picture:int}",
                async (string slug, int id, int picture, GuestList list, Pictures pictures, CancellationToken cancel) =>
                    await list.FindAsync(slug, id, cancel) is { } guest && await pictures.RemoveAsync(guest.Id, picture, cancel)
                        ? Results.NoContent()
                        : NoPicture()
            )
            .Produces(204)
            .ProducesProblem(404);

        var open = api.MapGroup("/invitations/{secret}").WithTags("Invitations");
        open.MapGet("/", OpenAsync).Produces<InvitationView>().ProducesProblem(404);
        open.MapPut("/", AnswerAsync)
            .Accepts<InvitationAnswer>("application/json")
            .Produces<InvitationView>()
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(412)
            .ProducesProblem(428);
        open.MapPost("/pictures", GuestPictureAsync)
            .WithMetadata(Large)
            .Accepts<byte[]>("application/octet-stream", "image/jpeg", "image/png", "image/webp")
            .Produces<PictureView>(201)
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(413);
        open.MapPut("/pictures/{picture:int}", GuestSaysAsync)
            .Accepts<PictureSaid>("application/json")
            .Produces<PictureView>()
            .ProducesProblem(400)
            .ProducesProblem(404);
        open.MapGet(
                "/pictures/{picture:int}",
                async (string secret, int picture, Invitations invitations, Pictures pictures, CancellationToken cancel) =>
                    await invitations.OpenAsync(secret, cancel) is { } invited
                        ? await SmallAsync(invited.Guest.Id, picture, pictures, cancel)
                        : Closed()
            )
            .Produces<byte[]>(200, "image/jpeg")
            .ProducesProblem(404);
        open.MapDelete(
                "/pictures/{picture:int}",
                async (string secret, int picture, Invitations invitations, Pictures pictures, CancellationToken cancel) =>
                    await invitations.OpenAsync(secret, cancel) is not { } invited ? Closed()
                    : await pictures.RemoveAsync(invited.Guest.Id, picture, cancel) ? Results.NoContent()
                    : NoPicture()
            )
            .Produces(204)
            .ProducesProblem(404);
    }

    private static Microsoft.AspNetCore.Mvc.RequestSizeLimitAttribute Large => new(PictureFile.LargestBytes + 1024);

    private static async Task<IResult> MakeAsync(
        string slug,
        int id,
        HttpContext context,
        GuestList list,
        WorkshopShelf workshops,
        Invitations invitations,
        PostRoom post,
        CancellationToken cancel
    )
    {
        var reading = await Body.ReadAsync<InvitationAsked>(context.Request);
        if (reading.Value is not { } asked)
            return Problems.Bad(reading.Faults);
        if (!Uri.TryCreate(asked.Address, UriKind.Absolute, out var studio) || studio.Scheme is not ("http" or "https"))
            return Problems.Bad("address", Saying.Of("problem.is-no-address-of", ("address", asked.Address)));
        if (await list.FindAsync(slug, id, cancel) is not { } guest)
            return GuestEndpoints.NoGuest();
        if (guest.WorkshopId is not { } at)
            return Problems.Bad("workshop", Saying.Of("problem.sits-at-no-workshop", ("guest", guest.Name)));
        if (asked.Mail && (guest.Email is null || !MailFile.IsAddress(guest.Email)))
            return Problems.Bad("email", Saying.Of("problem.there-is-no-mail", ("guest", guest.Name)));
        var workshop = (await workshops.FindAsync((await list.WorkshopsAsync(cancel))[at], cancel))!;
        var (secret, row) = await invitations.MakeAsync(guest.Id, cancel);
        var address = new Uri(studio, $"/invite/{secret}").ToString();
        if (!asked.Mail)
            return Results.Json(new InvitationMade(address, false, null), statusCode: 201);
        var trouble = await post.SendAsync(
            guest.Email!,
            guest.Name,
            $"Your photos for {workshop.Name}, {Day(workshop.Date)}",
            Letter(guest.Name, workshop, address),
            cancel
        );
        if (trouble is null)
            await invitations.MailedAsync(row, cancel);
        return Results.Json(new InvitationMade(address, trouble is null, trouble), statusCode: 201);
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
                kit.Papers,
                [.. layouts],
                GuestEndpoints.PhotosOf(guest),
                guest.Needs,
                [.. guest.Pictures.OrderBy(p => p.Id).Select(View)],
                guest.AnsweredAt,
                guest.Version
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
        if (faults.Count > 0)
            return Problems.Bad(faults);
        var isKept = await invitations.AnswerAsync(
            invited.Guest,
            seen,
            answer.Photos is { } photos ? JsonSerializer.Serialize(photos, JsonText.In(LengthUnit.Inch)) : null,
            answer.Needs,
            cancel
        );
        return isKept ? await ViewAsync(invited, shelf, cancel) : Problems.Of(412, "problem.changed-meanwhile");
    }

    private static async Task<IResult> GuestPictureAsync(
        string secret,
        string layout,
        string? name,
        HttpRequest request,
        Invitations invitations,
        KitShelf shelf,
        Pictures pictures,
        CancellationToken cancel
    )
    {
        if (await invitations.OpenAsync(secret, cancel) is not { } invited)
            return Closed();
        return await AddAsync(
            invited.Guest.Id,
            layout,
            name,
            request,
            (await shelf.FindAsync(invited.Kit, invited.Revision, cancel))!.Kit,
            pictures,
            cancel
        );
    }

    private static async Task<IResult> HostPictureAsync(
        string slug,
        int id,
        string layout,
        string? name,
        HttpRequest request,
        GuestList list,
        KitShelf shelf,
        Pictures pictures,
        CancellationToken cancel
    )
    {
        if (await list.FindAsync(slug, id, cancel) is not { } guest)
            return GuestEndpoints.NoGuest();
        return await AddAsync(guest.Id, layout, name, request, (await shelf.FindAsync(slug, null, cancel))!.Kit, pictures, cancel);
    }

    private static async Task<IResult> AddAsync(
        int guest,
        string layout,
        string? name,
        HttpRequest request,
        Kit kit,
        Pictures pictures,
        CancellationToken cancel
    )
    {
        if (kit.Layout(layout) is null)
            return Problems.Bad("layout", Saying.Of("problem.there-is-no-page-2", ("layout", layout)));
        var (read, fault) = PictureFile.Read(await Body.BytesAsync(request, PictureFile.LargestBytes + 1024));
        if (read is null)
            return Problems.Bad("file", Saying.Of("problem.of-a-file", ("name", Called(name)), ("says", fault)));
        var size = StandardSizes.PrintFor(read.PixelWidth, read.PixelHeight, kit.Unit);
        var row = new PictureRow
        {
            GuestId = guest,
            Layout = layout,
            Name = Called(name),
            Said = kit.Reading().Format(size),
            PixelWidth = read.PixelWidth,
            PixelHeight = read.PixelHeight,
            Small = read.Small,
        };
        return await pictures.AddAsync(row, cancel) is { } added
            ? Results.Json(View(added), statusCode: 201)
            : Problems.Bad("file", Saying.Of("problem.pictures-are-the-most", ("mostOfAGuest", Pictures.MostOfAGuest)));
    }

    private static string Called(string? name) =>
        string.IsNullOrWhiteSpace(name) ? "photo"
        : Path.GetFileName(name.Trim()) is var file && file.Length > 120 ? file[..120]
        : Path.GetFileName(name.Trim());

    private static async Task<IResult> GuestSaysAsync(
        string secret,
        int picture,
        HttpRequest request,
        Invitations invitations,
        KitShelf shelf,
        Pictures pictures,
        CancellationToken cancel
    )
    {
        if (await invitations.OpenAsync(secret, cancel) is not { } invited)
            return Closed();
        return await SayAsync(
            invited.Guest.Id,
            picture,
            request,
            (await shelf.FindAsync(invited.Kit, invited.Revision, cancel))!.Kit.Unit,
            pictures,
            cancel
        );
    }

    private static async Task<IResult> HostSaysAsync(
        string slug,
        int id,
        int picture,
        HttpRequest request,
        GuestList list,
        KitShelf shelf,
        Pictures pictures,
        CancellationToken cancel
    )
    {
        if (await list.FindAsync(slug, id, cancel) is not { } guest)
            return GuestEndpoints.NoGuest();
        return await SayAsync(guest.Id, picture, request, (await shelf.FindAsync(slug, null, cancel))!.Kit.Unit, pictures, cancel);
    }

    private static async Task<IResult> SayAsync(
        int guest,
        int id,
        HttpRequest request,
        LengthUnit unit,
        Pictures pictures,
        CancellationToken cancel
    )
    {
        var reading = await Body.ReadAsync<PictureSaid>(request);
        if (reading.Value is not { } said)
            return Problems.Bad(reading.Faults);
        var (photos, faults) = PhotoLine.Read(said.Said, unit);
        if (faults.Count > 0)
            return Problems.Bad("said", faults[0].Says);
        if (photos.Count != 1 || said.Said.Length > 100)
            return Problems.Bad("said", Saying.Of("problem.is-not-one-photo", ("said", said.Said)));
        if (await pictures.FindAsync(guest, id, cancel) is not { } picture)
            return NoPicture();
        await pictures.SayAsync(picture, said.Said.Trim(), cancel);
        return Results.Json(View(picture));
    }

    private static async Task<IResult> SmallAsync(int guest, int id, Pictures pictures, CancellationToken cancel) =>
        await pictures.FindAsync(guest, id, cancel) is { } picture ? Results.Bytes(picture.Small, "image/jpeg") : NoPicture();

    public static PictureView View(PictureRow row) => new(row.Id, row.Layout, row.Name, row.Said, row.PixelWidth, row.PixelHeight);

    private static IResult NoPicture() => Problems.Of(404, "problem.no-such-picture");

    // One answer for all that opens nothing: nobody learns which secrets there were.
    private static IResult Closed() => Problems.Of(404, "problem.this-link-opens-nothing");
}
