using MimeKit;
using VelvetFold.Core.Wording;

namespace VelvetFold.Formats;

/// <summary>A message as the outbox shows it.</summary>
public sealed record MailRead(DateTimeOffset Date, string To, string Subject, string Text);

/// <summary>Messages in the internet's own format (RFC 5322).</summary>
public static class MailFile
{
    /// <summary>A message of plain text.</summary>
    /// <exception cref="FormatException">An address is none.</exception>
    public static MimeMessage Make(string from, string to, string name, string subject, string text, DateTimeOffset date)
    {
        if (!IsAddress(from))
            throw new FormatException(Saying.Of("fault.is-no-address-to", ("from", from)).ToString());
        if (!IsAddress(to))
            throw new FormatException(Saying.Of("fault.is-no-address-to-2", ("to", to)).ToString());
        var message = new MimeMessage
        {
            Subject = subject,
            Date = date,
            Body = new TextPart("plain") { Text = text },
        };
        message.From.Add(new MailboxAddress("Velvet Fold", from));
        message.To.Add(new MailboxAddress(name, to));
        return message;
    }

    /// <summary>Whether a text is an address: something, an at sign, a place.</summary>
    public static bool IsAddress(string text) =>
        MailboxAddress.TryParse(text, out var address)
        && address.Address == text
        && text.IndexOf('@', StringComparison.Ordinal) > 0
        && !text.EndsWith('@');

    /// <summary>Reads a message back.</summary>
    public static MailRead Read(byte[] bytes)
    {
        using var stream = new MemoryStream(bytes);
        using var message = MimeMessage.Load(stream);
        return new(message.Date, message.To.ToString(), message.Subject ?? "", message.TextBody ?? "");
    }
}
