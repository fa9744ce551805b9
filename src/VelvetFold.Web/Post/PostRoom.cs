using System.Globalization;
using System.Text.RegularExpressions;
using MailKit.Net.Smtp;
using MailKit.Security;
using MimeKit;
using VelvetFold.Core.Wording;
using VelvetFold.Formats;

namespace VelvetFold.Web.Post;

/// <summary>Where mail goes beside the outbox.</summary>
/// <param name="Host">The mail server; none where mail only goes into the outbox folder.</param>
internal sealed record PostSettings(string Folder, string From, string? Host, int Port, string? User, string? Password)
{
    public static PostSettings Of(IConfiguration configuration, string data) =>
        new(
            Path.Combine(data, "outbox"),
            configuration["mail:from"] ?? "studio@localhost.localdomain",
            configuration["mail:host"],
            int.TryParse(configuration["mail:port"], out var port) ? port : 587,
            configuration["mail:user"],
            configuration["mail:password"]
        );
}

/// <summary>A message in the outbox, by the name of its file.</summary>
internal sealed record OutboxMail(string Id, DateTimeOffset Date, string To, string Subject, string Text);

/// <summary>
/// Sends mail. Every message is written to the outbox folder as a file in the open format; where a mail server is configured it then
/// goes there. Without one the folder stands in for it.
/// </summary>
internal sealed partial class PostRoom(PostSettings settings, TimeProvider clock)
{
    private const int MostShown = 200;

    /// <summary>Whether messages leave the house.</summary>
    public bool Leaves => settings.Host is not null;

    /// <summary>Sends a message.</summary>
    /// <returns>Why it could not be sent, in a sentence; null where it was. It is in the outbox either way.</returns>
    public async Task<string?> SendAsync(string to, string name, string subject, string text, CancellationToken cancel)
    {
        var now = clock.GetUtcNow();
        using var message = MailFile.Make(settings.From, to, name, subject, text, now);
        Directory.CreateDirectory(settings.Folder);
        var path = Path.Combine(
            settings.Folder,
            $"{now.ToString("yyyyMMdd-HHmmss-fff", CultureInfo.InvariantCulture)}-{Guid.NewGuid().ToString("N")[..8]}.eml"
        );
        // Under another name until it is whole: what was cut off is no message.
        await message.WriteToAsync(path + ".unfinished", cancel);
        File.Move(path + ".unfinished", path);
        if (settings.Host is not { } host)
            return null;
        var trouble = await DeliverAsync(host, message, cancel);
        // What has left the house is kept without the guest's secret, which the studio itself keeps only as a hash.
        if (trouble is null)
        {
            using var kept = MailFile.Make(settings.From, to, name, subject, Secret().Replace(text, "/invite/…"), now);
            await kept.WriteToAsync(path + ".unfinished", cancel);
            File.Move(path + ".unfinished", path, overwrite: true);
        }
        return trouble;
    }

    /// <summary>The last messages, the newest first.</summary>
    public async Task<IReadOnlyList<OutboxMail>> ListAsync(CancellationToken cancel)
    {
        if (!Directory.Exists(settings.Folder))
            return [];
        var found = new List<OutboxMail>();
        foreach (var path in Directory.GetFiles(settings.Folder, "*.eml").OrderDescending(StringComparer.Ordinal).Take(MostShown))
        {
            var id = Path.GetFileNameWithoutExtension(path);
            try
            {
                var mail = MailFile.Read(await File.ReadAllBytesAsync(path, cancel));
                found.Add(new(id, mail.Date, mail.To, mail.Subject, mail.Text));
            }
            catch (Exception cut) when (cut is FormatException or IOException)
            {
                // Empty, or cut off: told in its place, and the others are shown.
                found.Add(new(id, File.GetLastWriteTimeUtc(path), "", id, Saying.Of("problem.unreadable-mail").ToString()));
            }
        }
        return found;
    }

    /// <summary>Whom all messages are to, and their files; what was cut off holds no whole message, and is left out.</summary>
    public async Task<IReadOnlyList<(string To, string Path)>> AllAsync(CancellationToken cancel)
    {
        var found = new List<(string, string)>();
        if (!Directory.Exists(settings.Folder))
            return found;
        foreach (var path in Directory.GetFiles(settings.Folder, "*.eml"))
            try
            {
                found.Add((MailFile.Read(await File.ReadAllBytesAsync(path, cancel)).To, path));
            }
            catch (FormatException)
            {
                // Cut off while it was written.
            }
        return found;
    }

    /// <summary>Whether what a message says it is to holds an address.</summary>
    public static bool IsTo(string to, string address) => to.Contains(address, StringComparison.OrdinalIgnoreCase);

    /// <summary>The files of all messages to an address.</summary>
    public async Task<IReadOnlyList<string>> ToAsync(string address, CancellationToken cancel) =>
        [.. (await AllAsync(cancel)).Where(m => IsTo(m.To, address)).Select(m => m.Path)];

    /// <summary>Erases all messages to an address.</summary>
    public async Task EraseToAsync(string address, CancellationToken cancel)
    {
        foreach (var path in await ToAsync(address, cancel))
            File.Delete(path);
    }

    /// <summary>The file of a message; null where there is none of that name.</summary>
    public string? PathOf(string id) =>
        id.All(c => char.IsAsciiLetterOrDigit(c) || c == '-') && Path.Combine(settings.Folder, $"{id}.eml") is var path && File.Exists(path)
            ? path
            : null;

    [GeneratedRegex("/invite/[A-Za-z0-9_-]+")]
    private static partial Regex Secret();

    private async Task<string?> DeliverAsync(string host, MimeMessage message, CancellationToken cancel)
    {
        try
        {
            using var client = new SmtpClient { Timeout = 20_000 };
            // A server on this machine may do without encryption; any other may not.
            var isNear = host is "localhost" or "127.0.0.1" or "::1";
            await client.ConnectAsync(
                host,
                settings.Port,
                isNear ? SecureSocketOptions.StartTlsWhenAvailable
                    : settings.Port == 465 ? SecureSocketOptions.SslOnConnect
                    : SecureSocketOptions.StartTls,
                cancel
            );
            if (settings.User is { } user)
                await client.AuthenticateAsync(user, settings.Password ?? "", cancel);
            await client.SendAsync(message, cancel);
            await client.DisconnectAsync(true, cancel);
            return null;
        }
        catch (Exception refused)
            when (refused
                    is MailKit.ServiceNotConnectedException
                        or MailKit.ProtocolException
                        or MailKit.CommandException
                        or AuthenticationException
                        or SslHandshakeException
                        or System.Net.Sockets.SocketException
                        or IOException
                        or TimeoutException
            )
        {
            return Saying.Of("problem.the-mail-server-did", ("host", host), ("why", refused.Message.TrimEnd('.'))).ToString();
        }
    }
}
