using System.Net;
using System.Security.Cryptography;
using System.Security.Cryptography.X509Certificates;

namespace VelvetFold.Web.Doors;

/// <summary>The certificate the studio is served with: a given one, or one made at the first start, which browsers ask about
/// once.</summary>
internal static class OwnCertificate
{
    private const int Days = 825; // the longest that browsers of phones take
    private const int RenewedBefore = 30; // days before its end

    /// <summary>Reads the given certificate, or the one made for these addresses before; makes one where there is none.</summary>
    /// <exception cref="CryptographicException">A given certificate cannot be read, or has no key.</exception>
    public static X509Certificate2 For(StartOptions start, DateTimeOffset now)
    {
        if (start.Certificate is { } given)
            return Given(given, start.CertificateKey);
        var file = Path.Combine(start.Data, "certificate.pfx");
        var addresses = StudioAddress.Own(start.Listens!);
        if (File.Exists(file))
        {
            var kept = X509CertificateLoader.LoadPkcs12FromFile(file, null);
            if (
                kept.NotAfter > now.AddDays(RenewedBefore)
                && addresses.All(a => kept.MatchesHostname(a.ToString(), allowCommonName: false))
            )
                return kept;
        }
        var made = Make(addresses, start.Public?.Host, now);
        // Another user of this machine could read the key.
        using (var to = new FileStream(file + ".unfinished", Private()))
            to.Write(made.Export(X509ContentType.Pkcs12));
        File.Move(file + ".unfinished", file, overwrite: true);
        return X509CertificateLoader.LoadPkcs12FromFile(file, null);
    }

    /// <summary>What a browser shows of it, to be compared by eye: SHA-256 in pairs.</summary>
    public static string Fingerprint(X509Certificate2 certificate) =>
        string.Join(':', Convert.ToHexString(certificate.GetCertHash(HashAlgorithmName.SHA256)).Chunk(2).Select(pair => new string(pair)));

    private static FileStreamOptions Private()
    {
        var options = new FileStreamOptions { Mode = FileMode.Create, Access = FileAccess.Write };
        if (!OperatingSystem.IsWindows())
            options.UnixCreateMode = UnixFileMode.UserRead | UnixFileMode.UserWrite;
        return options;
    }

    private static X509Certificate2 Given(string file, string? key)
    {
        var isPem = File.ReadAllText(file).Contains("-----BEGIN", StringComparison.Ordinal);
        var read = isPem
            ? X509Certificate2.CreateFromPemFile(file, key)
            : X509CertificateLoader.LoadPkcs12FromFile(file, Environment.GetEnvironmentVariable("VELVET_CERTIFICATE_PASSWORD"));
        return read.HasPrivateKey ? read : throw new CryptographicException("it has no key.");
    }

    private static X509Certificate2 Make(IReadOnlyList<IPAddress> addresses, string? name, DateTimeOffset now)
    {
        using var key = ECDsa.Create(ECCurve.NamedCurves.nistP256);
        var asked = new CertificateRequest($"CN={name ?? Environment.MachineName}", key, HashAlgorithmName.SHA256);
        var names = new SubjectAlternativeNameBuilder();
        foreach (
            var one in new[] { name, Environment.MachineName, Environment.MachineName + ".local", "localhost" }.OfType<string>().Distinct()
        )
            names.AddDnsName(one);
        foreach (var address in addresses)
            names.AddIpAddress(address);
        asked.CertificateExtensions.Add(names.Build());
        asked.CertificateExtensions.Add(new X509BasicConstraintsExtension(false, false, 0, true));
        asked.CertificateExtensions.Add(new X509KeyUsageExtension(X509KeyUsageFlags.DigitalSignature, true));
        asked.CertificateExtensions.Add(new X509EnhancedKeyUsageExtension([new("1.3.6.1.5.5.7.3.1")], false)); // serves by TLS
        return asked.CreateSelfSigned(now.AddDays(-1), now.AddDays(Days));
    }
}
