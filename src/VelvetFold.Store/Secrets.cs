using System.Security.Cryptography;
using System.Text;

namespace VelvetFold.Store;

/// <summary>The secrets in links: only their SHA-256 is kept.</summary>
internal static class Secrets
{
    /// <summary>Bytes of chance in a link: 256 bits, which nobody guesses.</summary>
    private const int Bytes = 32;

    /// <summary>The longest that is looked up, in characters.</summary>
    private const int Longest = 100;

    /// <summary>A new one, in characters that an address carries as they are.</summary>
    public static string Make() =>
        Convert.ToBase64String(RandomNumberGenerator.GetBytes(Bytes)).TrimEnd('=').Replace('+', '-').Replace('/', '_');

    public static string Hash(string secret) => Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes(secret)));

    public static bool CanBe(string secret) => secret.Length is > 0 and <= Longest;
}
