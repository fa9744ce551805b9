using System.Globalization;
using System.IO.Compression;
using System.Text.Json;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;
using VelvetFold.Formats.Json;
using VelvetFold.Store;
using VelvetFold.Web.Doors;
using VelvetFold.Web.Post;

namespace VelvetFold.Web.Endpoints;

/// <summary>What is kept of a guest, and how many messages to them lie in the outbox.</summary>
internal sealed record KeptView(KeptOfGuest Kept, int Messages);

/// <summary>A copy of the studio that was made before; what is erased here stays in it.</summary>
internal sealed record OlderCopy(string Name, DateTime MadeAt);

/// <summary>What is kept of guests.</summary>
/// <param name="ErasedAfterDays">So many days after their workshop they are erased; none where they stay.</param>
/// <param name="Copies">Copies of the studio in its own folder, the oldest first; those that were saved elsewhere are not known.</param>
internal sealed record PrivacyView(int? ErasedAfterDays, IReadOnlyList<KeptView> Guests, IReadOnlyList<OlderCopy> Copies);

/// <param name="ErasedAfterDays">0 to 3650; none where what is kept stays.</param>
internal sealed record PrivacyEntry(int? ErasedAfterDays);

/// <summary>What is kept of guests: listed on one leaf, exported and erased for each.</summary>
internal static class PrivacyEndpoints
{
    private const int MostDays = 3_650;

    private static readonly JsonSerializerOptions ToBeRead = new(JsonText.In(LengthUnit.Inch)) { WriteIndented = true };

    public static void MapPrivacy(this RouteGroupBuilder api)
    {
        var privacy = api.MapGroup("/privacy").WithTags("Privacy").May(StudioRole.Designer);
        privacy.MapGet("/", ListAsync).Produces<PrivacyView>();
        privacy
            .MapPut("/", SetAsync)
            .May(StudioRole.Owner, "deed.privacy-set")
            .Accepts<PrivacyEntry>("application/json")
            .Produces(204)
            .ProducesProblem(400);
        privacy.MapGet("/guests/{id:int}.zip", ExportAsync).Produces<string>(200, "application/zip").ProducesProblem(404);
        privacy.MapDelete("/guests/{id:int}", EraseAsync).May(StudioRole.Designer, "deed.guest-erased").Produces(204).ProducesProblem(404);
    }

    private static async Task<IResult> ListAsync(GuestPrivacy privacy, PostRoom post, StudioFolder studio, CancellationToken cancel)
    {
        var guests = new List<KeptView>();
        var addressed = (await post.AllAsync(cancel)).ToLookup(m => m.To, StringComparer.OrdinalIgnoreCase);
        foreach (var kept in await privacy.ListAsync(cancel))
            guests.Add(new(kept, kept.Email is { } email ? addressed.Where(m => PostRoom.IsTo(m.Key, email)).Sum(m => m.Count()) : 0));
        return Results.Ok(new PrivacyView(await privacy.ErasedAfterDaysAsync(cancel), guests, Copies(studio.Path)));
    }

    // Daily backups, and what was there before a migration or a restore.
    private static List<OlderCopy> Copies(string folder)
    {
        var backups = Path.Combine(folder, "backups");
        return
        [
            .. Directory
                .GetFiles(folder, "studio.db.before-*")
                .Concat(Directory.GetDirectories(folder, "before-*"))
                .Concat(Directory.Exists(backups) ? Directory.GetFiles(backups, "*.zip") : [])
                .Select(f => new OlderCopy(Path.GetRelativePath(folder, f), File.GetLastWriteTimeUtc(f)))
                .OrderBy(c => c.MadeAt),
        ];
    }

    private static async Task<IResult> SetAsync(HttpRequest request, GuestPrivacy privacy, CancellationToken cancel)
    {
        var reading = await Body.ReadAsync<PrivacyEntry>(request);
        if (reading.Value is not { } entry)
            return Problems.Bad(reading.Faults);
        if (entry.ErasedAfterDays is < 0 or > MostDays)
            return Problems.Bad("erasedAfterDays", Saying.Of("problem.days-kept", ("most", MostDays)));
        await privacy.EraseAfterAsync(entry.ErasedAfterDays, cancel);
        return Results.NoContent();
    }

    // All of it in open formats: what was said as JSON, the pictures as they are kept, the messages as they were written.
    private static async Task<IResult> ExportAsync(int id, GuestPrivacy privacy, PostRoom post, CancellationToken cancel)
    {
        if (await privacy.FindAsync(id, cancel) is not { } guest)
            return GuestEndpoints.NoGuest();
        var kept = (await privacy.ListAsync(cancel)).Single(g => g.Id == id);
        using var file = new MemoryStream();
        await using (var zip = new ZipArchive(file, ZipArchiveMode.Create, leaveOpen: true))
        {
            await using (var text = await zip.CreateEntry("guest.json").OpenAsync(cancel))
                await JsonSerializer.SerializeAsync(
                    text,
                    new
                    {
                        kept.Name,
                        kept.Kit,
                        kept.Workshop,
                        kept.Date,
                        kept.Email,
                        kept.Needs,
                        Seat = guest.Seat is { } seat ? JsonSerializer.Deserialize<JsonElement>(seat) : (JsonElement?)null,
                        guest.AnsweredAt,
                        Photos = JsonSerializer.Deserialize<JsonElement>(guest.Photos),
                        Words = JsonSerializer.Deserialize<JsonElement>(guest.Words),
                        Changes = JsonSerializer.Deserialize<JsonElement>(guest.Changes),
                        Pictures = guest.Pictures.Select(p => new
                        {
                            p.Name,
                            p.Layout,
                            p.Said,
                        }),
                        Links = guest.Invitations.Select(i => new
                        {
                            i.CreatedAt,
                            i.MailedAt,
                            i.WithdrawnAt,
                        }),
                    },
                    ToBeRead,
                    cancel
                );
            foreach (var picture in guest.Pictures)
                await CopyAsync(zip, string.Create(CultureInfo.InvariantCulture, $"pictures/{picture.Id}.jpg"), picture.Small, cancel);
            if (guest.Email is { } email)
                foreach (var path in await post.ToAsync(email, cancel))
                    await CopyAsync(zip, $"messages/{Path.GetFileName(path)}", await File.ReadAllBytesAsync(path, cancel), cancel);
        }
        return Results.File(file.ToArray(), "application/zip", string.Create(CultureInfo.InvariantCulture, $"guest-{id}.zip"));
    }

    private static async Task CopyAsync(ZipArchive zip, string name, byte[] bytes, CancellationToken cancel)
    {
        await using var to = await zip.CreateEntry(name).OpenAsync(cancel);
        await to.WriteAsync(bytes, cancel);
    }

    private static async Task<IResult> EraseAsync(
        int id,
        GuestPrivacy privacy,
        PostRoom post,
        TableProgress tables,
        CancellationToken cancel
    ) => await Forgetting.EraseAsync(privacy, post, tables, id, cancel) ? Results.NoContent() : GuestEndpoints.NoGuest();
}
