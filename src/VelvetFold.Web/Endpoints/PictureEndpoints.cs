using System.Buffers.Binary;
using System.Security.Cryptography;
using System.Text;
using VelvetFold.Core.Fitting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;
using VelvetFold.Formats;
using VelvetFold.Store;
using VelvetFold.Web.Doors;

namespace VelvetFold.Web.Endpoints;

/// <summary>A picture a guest has given.</summary>
internal sealed record PictureView(int Id, string Layout, string Name, string Said, int PixelWidth, int PixelHeight, int Version);

/// <summary>What is said of a picture, as in a photo line: 4 x 6 whole focal.</summary>
internal sealed record PictureSaid(string Said);

/// <summary>Pictures of guests: given by them behind their link, or by the host for them.</summary>
internal static class PictureEndpoints
{
    public static void MapPictures(this RouteGroupBuilder api)
    {
        var own = api.MapGroup("/kits/{slug}/guests/{id:int}").May(StudioRole.Designer).WithTags("Guests");
        own.MapPost("/pictures", HostPictureAsync)
            .May(StudioRole.Designer, "deed.picture-added")
            .TakesFiles()
            .WithMetadata(Large)
            .Accepts<byte[]>("application/octet-stream", "image/jpeg", "image/png", "image/webp")
            .Produces<PictureView>(201)
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(413);
        own.MapPut("/pictures/{picture:int}", HostSaysAsync)
            .May(StudioRole.Designer, "deed.picture-said")
            .Accepts<PictureSaid>("application/json")
            .Produces<PictureView>()
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(412)
            .ProducesProblem(428);
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
                async (
                    string slug,
                    int id,
                    int picture,
                    HttpRequest request,
                    GuestList list,
                    Pictures pictures,
                    CancellationToken cancel
                ) =>
                    await list.FindAsync(slug, id, cancel) is { } guest
                        ? await RemoveAsync(guest.Id, picture, request, pictures, cancel)
                        : NoPicture()
            )
            .May(StudioRole.Designer, "deed.picture-removed")
            .Produces(204)
            .ProducesProblem(404)
            .ProducesProblem(412)
            .ProducesProblem(428);

        var open = api.MapGroup("/invitations/{secret}").Anybody().WithTags("Invitations");
        open.MapPost("/pictures", GuestPictureAsync)
            .TakesFiles()
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
            .ProducesProblem(404)
            .ProducesProblem(412)
            .ProducesProblem(428);
        open.MapGet(
                "/pictures/{picture:int}",
                async (string secret, int picture, Invitations invitations, Pictures pictures, CancellationToken cancel) =>
                    await invitations.OpenAsync(secret, cancel) is { } invited
                        ? await SmallAsync(invited.Guest.Id, picture, pictures, cancel)
                        : InvitationEndpoints.Closed()
            )
            .Produces<byte[]>(200, "image/jpeg")
            .ProducesProblem(404);
        open.MapDelete(
                "/pictures/{picture:int}",
                async (
                    string secret,
                    int picture,
                    HttpRequest request,
                    Invitations invitations,
                    Pictures pictures,
                    CancellationToken cancel
                ) =>
                    await invitations.OpenAsync(secret, cancel) is { } invited
                        ? await RemoveAsync(invited.Guest.Id, picture, request, pictures, cancel)
                        : InvitationEndpoints.Closed()
            )
            .Produces(204)
            .ProducesProblem(404)
            .ProducesProblem(412)
            .ProducesProblem(428);
    }

    private static Microsoft.AspNetCore.Mvc.RequestSizeLimitAttribute Large => new(PictureFile.LargestBytes + 1024);

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
            return InvitationEndpoints.Closed();
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
        var size = StandardSizes.PrintFor(read.PixelWidth, read.PixelHeight, kit.Unit, kit.Prints);
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
            return InvitationEndpoints.Closed();
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
        if (Body.SeenRevision(request) is not { } seen)
            return Problems.NotSeen();
        if (VersionOf(picture) != seen || !await pictures.SayAsync(picture, said.Said.Trim(), cancel))
            return Problems.LostRace(null);
        return Results.Json(View(picture));
    }

    private static async Task<IResult> RemoveAsync(int guest, int id, HttpRequest request, Pictures pictures, CancellationToken cancel)
    {
        if (await pictures.FindAsync(guest, id, cancel) is not { } picture)
            return NoPicture();
        if (Body.SeenRevision(request) is not { } seen)
            return Problems.NotSeen();
        return VersionOf(picture) == seen && await pictures.RemoveAsync(picture, cancel) ? Results.NoContent() : Problems.LostRace(null);
    }

    // What can change of a picture is what is said of it; so that tells one version from another.
    private static int VersionOf(PictureRow picture) =>
        BinaryPrimitives.ReadInt32BigEndian(SHA256.HashData(Encoding.UTF8.GetBytes(picture.Said))) & int.MaxValue;

    private static async Task<IResult> SmallAsync(int guest, int id, Pictures pictures, CancellationToken cancel) =>
        await pictures.FindAsync(guest, id, cancel) is { } picture ? Results.Bytes(picture.Small, "image/jpeg") : NoPicture();

    public static PictureView View(PictureRow row) =>
        new(row.Id, row.Layout, row.Name, row.Said, row.PixelWidth, row.PixelHeight, VersionOf(row));

    private static IResult NoPicture() => Problems.Of(404, "problem.no-such-picture");
}
