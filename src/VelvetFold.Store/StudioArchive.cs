using System.Globalization;
using System.IO.Compression;
using System.Security.Cryptography;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using VelvetFold.Core.Wording;

namespace VelvetFold.Store;

/// <summary>
/// The whole studio in one zip archive: its database with everything in it, its outbox, and a manifest with the size and the checksum
/// (SHA-256) of each file. It is written while the studio is open, by SQLite's online backup, and put back only when all of it is right.
/// </summary>
public static class StudioArchive
{
    private const string Database = "studio.db";
    private const string ManifestName = "manifest.json";
    private const string Outbox = "outbox/";

    /// <summary>What an archive says of itself.</summary>
    private const string Format = "velvet-fold-studio";

    private const int Version = 1;

    /// <summary>The largest that an archive may unpack to, in bytes.</summary>
    private const long Largest = 20L * 1024 * 1024 * 1024;

    private sealed record Manifest(string Format, int Version, DateTimeOffset MadeAt, string Newest, IReadOnlyList<Entry> Files);

    private sealed record Entry(string Name, long Size, string Sha256);

    /// <summary>Writes the studio of a folder; it may be open and written to meanwhile.</summary>
    /// <param name="to">Where it goes; it need not be one that can be wound back.</param>
    public static async Task WriteAsync(string folder, Stream to, DateTimeOffset now, CancellationToken cancel = default)
    {
        var copy = Path.Combine(folder, $".copy-{Guid.NewGuid():N}.db");
        try
        {
            Copy(StudioDatabase.PathIn(folder), copy);
            var outbox = Path.Combine(folder, "outbox");
            List<(string Name, string Path)> files =
            [
                (Database, copy),
                .. (Directory.Exists(outbox) ? Directory.GetFiles(outbox, "*.eml") : [])
                    .Order(StringComparer.Ordinal)
                    .Select(f => (Outbox + Path.GetFileName(f), f)),
            ];
            var entries = new List<Entry>();
            await using var zip = new ZipArchive(to, ZipArchiveMode.Create, leaveOpen: true);
            foreach (var (name, path) in files)
            {
                await using var from = new FileStream(path, FileMode.Open, FileAccess.Read, FileShare.ReadWrite | FileShare.Delete);
                await using var into = await zip.CreateEntry(name, CompressionLevel.Fastest).OpenAsync(cancel);
                entries.Add(await CopiedAsync(name, from, into, cancel));
            }
            await using var manifest = await zip.CreateEntry(ManifestName).OpenAsync(cancel);
            await JsonSerializer.SerializeAsync(manifest, new Manifest(Format, Version, now, Newest(copy), entries), Json, cancel);
        }
        finally
        {
            File.Delete(copy);
        }
    }

    /// <summary>Puts an archive back into a folder in which no studio is open. All of it is looked at before anything is changed; what was
    /// there is kept beside it, and comes back where putting back fails.</summary>
    /// <returns>The folder that what was there is kept in; null where there was nothing.</returns>
    /// <exception cref="StudioException">It is none, is damaged, or is newer than this program.</exception>
    public static async Task<string?> RestoreAsync(string archive, string folder, DateTimeOffset now, CancellationToken cancel = default)
    {
        Directory.CreateDirectory(folder);
        using var alone = StudioLock.Take(folder);
        var stage = Path.Combine(folder, $".restoring-{Guid.NewGuid():N}");
        try
        {
            await UnpackAsync(archive, stage, cancel);
            Check(Path.Combine(stage, Database), archive);
            return Exchange(stage, folder, now);
        }
        finally
        {
            if (Directory.Exists(stage))
                Directory.Delete(stage, recursive: true);
        }
    }

    /// <summary>Looks at a database before it is opened.</summary>
    /// <exception cref="StudioException">It is empty, damaged, or newer than this program.</exception>
    public static void Check(string file, string? archive = null)
    {
        if (!File.Exists(file))
            return;
        var name = archive ?? file;
        if (new FileInfo(file).Length == 0)
            throw new StudioException(Saying.Of("problem.studio-empty", ("file", name)));
        try
        {
            using var connection = Open(file, SqliteOpenMode.ReadOnly);
            if (Asked(connection, "PRAGMA quick_check(1)") is not ["ok"])
                throw new StudioException(Saying.Of("problem.studio-damaged", ("file", name)));
            var applied =
                Asked(connection, "SELECT name FROM sqlite_master WHERE name = '__EFMigrationsHistory'").Count == 0
                    ? []
                    : Asked(connection, "SELECT MigrationId FROM __EFMigrationsHistory");
            if (archive is not null && applied.Count == 0)
                throw new StudioException(Saying.Of("problem.no-studio-in-it", ("file", name)));
            if (applied.Except(Known()).Any())
                throw new StudioException(Saying.Of("problem.studio-newer", ("file", name)));
        }
        catch (SqliteException damaged) when (damaged.SqliteErrorCode is 11 or 26)
        {
            throw new StudioException(Saying.Of("problem.studio-damaged", ("file", name)));
        }
    }

    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web) { WriteIndented = true };

    private static async Task UnpackAsync(string archive, string stage, CancellationToken cancel)
    {
        StudioException Wrong(string what) => new(Saying.Of("problem.archive-wrong", ("file", archive), ("what", what)));
        try
        {
            await using var zip = await ZipFile.OpenReadAsync(archive, cancel);
            if (zip.GetEntry(ManifestName) is not { } listed)
                throw new StudioException(Saying.Of("problem.no-studio-in-it", ("file", archive)));
            await using var reading = await listed.OpenAsync(cancel);
            var manifest = await JsonSerializer.DeserializeAsync<Manifest>(reading, Json, cancel);
            if (manifest is not { Format: Format, Files: { } files })
                throw new StudioException(Saying.Of("problem.no-studio-in-it", ("file", archive)));
            if (manifest.Version > Version)
                throw new StudioException(Saying.Of("problem.studio-newer", ("file", archive)));
            var unlisted = zip.Entries.Select(e => e.FullName).Except(files.Select(f => f.Name)).FirstOrDefault(n => n != ManifestName);
            if (unlisted is not null || files.All(f => f.Name != Database) || files.Sum(f => f.Size) > Largest)
                throw Wrong(unlisted ?? Database);
            Directory.CreateDirectory(Path.Combine(stage, "outbox"));
            foreach (var file in files)
            {
                // Nothing else than these two kinds of names is written, wherever an archive would like it.
                if (
                    file.Name != Database
                    && !(file.Name.StartsWith(Outbox, StringComparison.Ordinal) && IsPlain(file.Name[Outbox.Length..]))
                )
                    throw Wrong(file.Name);
                if (zip.GetEntry(file.Name) is not { } entry)
                    throw Wrong(file.Name);
                await using var from = await entry.OpenAsync(cancel);
                await using var into = File.Create(Path.Combine(stage, file.Name));
                if (await CopiedAsync(file.Name, from, into, cancel, file.Size) != file)
                    throw Wrong(file.Name);
            }
        }
        catch (FileNotFoundException)
        {
            throw new StudioException(Saying.Of("problem.no-such-archive", ("file", archive)));
        }
        catch (Exception broken) when (broken is InvalidDataException or JsonException or EndOfStreamException)
        {
            throw Wrong(broken.Message);
        }
    }

    private static bool IsPlain(string name) =>
        name.Length is > 0 and < 200 && name.All(c => char.IsAsciiLetterOrDigit(c) || c is '-' or '.');

    private static async Task<Entry> CopiedAsync(string name, Stream from, Stream into, CancellationToken cancel, long most = long.MaxValue)
    {
        using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        var (chunk, size) = (new byte[128 * 1024], 0L);
        int read;
        // What unpacks to more than it says is not unpacked further.
        while (size <= most && (read = await from.ReadAsync(chunk, cancel)) > 0)
        {
            hash.AppendData(chunk, 0, read);
            await into.WriteAsync(chunk.AsMemory(0, read), cancel);
            size += read;
        }
        return new(name, size, Convert.ToHexStringLower(hash.GetHashAndReset()));
    }

    // What was there goes aside first; where the rest fails it comes back.
    private static string? Exchange(string stage, string folder, DateTimeOffset now)
    {
        var aside = Path.Combine(folder, "before-" + now.ToString("yyyyMMdd-HHmmss", CultureInfo.InvariantCulture));
        var moved = new List<(string From, string To)>();
        void Move(string from, string to)
        {
            if (!File.Exists(from) && !Directory.Exists(from))
                return;
            Directory.Move(from, to);
            moved.Add((from, to));
        }
        try
        {
            string[] own = [Database, Database + "-wal", Database + "-shm", "outbox"];
            var isThere = own.Any(n => Path.Exists(Path.Combine(folder, n)));
            if (isThere)
                Directory.CreateDirectory(aside);
            foreach (var name in own)
                Move(Path.Combine(folder, name), Path.Combine(aside, name));
            foreach (var name in own)
                Move(Path.Combine(stage, name), Path.Combine(folder, name));
            return isThere ? aside : null;
        }
        catch (Exception failed) when (failed is IOException or UnauthorizedAccessException)
        {
            foreach (var (from, to) in moved.AsEnumerable().Reverse())
                Directory.Move(to, from);
            throw new StudioException(Saying.Of("problem.not-put-back", ("why", failed.Message.TrimEnd('.'))));
        }
    }

    private static void Copy(string from, string to)
    {
        using var source = Open(from, SqliteOpenMode.ReadOnly);
        using var target = Open(to, SqliteOpenMode.ReadWriteCreate);
        source.BackupDatabase(target);
        using var command = target.CreateCommand();
        command.CommandText = "PRAGMA journal_mode=DELETE";
        command.ExecuteNonQuery();
    }

    private static string Newest(string file)
    {
        using var connection = Open(file, SqliteOpenMode.ReadOnly);
        return Asked(connection, "SELECT max(MigrationId) FROM __EFMigrationsHistory") is [var newest] ? newest : "";
    }

    private static SqliteConnection Open(string file, SqliteOpenMode mode)
    {
        var connection = new SqliteConnection(
            new SqliteConnectionStringBuilder
            {
                DataSource = file,
                Mode = mode,
                Pooling = false,
            }.ToString()
        );
        connection.Open();
        return connection;
    }

    private static List<string> Asked(SqliteConnection connection, string question)
    {
        using var command = connection.CreateCommand();
        command.CommandText = question;
        using var reader = command.ExecuteReader();
        var said = new List<string>();
        while (reader.Read())
            said.Add(reader.GetString(0));
        return said;
    }

    private static IEnumerable<string> Known()
    {
        using var context = new StudioContext(
            (DbContextOptions<StudioContext>)new DbContextOptionsBuilder<StudioContext>().UseStudio(Path.GetTempPath()).Options
        );
        return [.. context.Database.GetMigrations()];
    }
}
