using System.Globalization;
using System.IO.Compression;
using System.Text.Json.Nodes;
using Microsoft.Data.Sqlite;
using VelvetFold.Store;

namespace VelvetFold.Web.Tests;

/// <summary>A studio is saved whole while it is written to, and put back whole or not at all.</summary>
public sealed class ArchiveTests : IDisposable
{
    private static readonly DateTimeOffset Now = new(2026, 11, 28, 12, 0, 0, TimeSpan.Zero);
    private readonly string _folder = Directory.CreateTempSubdirectory("velvet-archive-").FullName;

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(_folder, recursive: true);
    }

    private string In(string name) => Path.Combine(_folder, name);

    // Saved over the wire, with the demo in it.
    private async Task<string> SavedAsync(Studio studio, string name)
    {
        using var http = studio.CreateClient();
        (await http.PostAsync("/api/demo", null)).EnsureSuccessStatusCode();
        var guests = JsonNode.Parse(await http.GetStringAsync("/api/kits/kite-weekend/guests"))!.AsArray();
        var wren = guests.Single(g => (string?)g!["name"] == "Wren")!["id"];
        (
            await http.PostAsync(
                $"/api/kits/kite-weekend/guests/{wren}/invitation",
                Studio.Json("""{"mail":true,"address":"http://127.0.0.1:5080"}""")
            )
        ).EnsureSuccessStatusCode();
        await File.WriteAllBytesAsync(In(name), await http.GetByteArrayAsync("/api/studio/backup.zip"));
        return In(name);
    }

    private static List<string> Kits(string folder)
    {
        using var connection = new SqliteConnection($"Data Source={StudioDatabase.PathIn(folder)};Mode=ReadOnly;Pooling=False");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = "SELECT Slug FROM Kits ORDER BY Slug";
        using var reader = command.ExecuteReader();
        var kits = new List<string>();
        while (reader.Read())
            kits.Add(reader.GetString(0));
        return kits;
    }

    [Fact]
    public async Task What_was_saved_comes_back_with_its_outbox()
    {
        await using var studio = new Studio();
        var archive = await SavedAsync(studio, "a.zip");
        Assert.Null(await StudioArchive.RestoreAsync(archive, In("new"), Now));
        Assert.Equal(["a-year-of-bread", "kite-weekend"], Kits(In("new")));
        Assert.Equal(
            Directory.GetFiles(Path.Combine(studio.Folder, "outbox")).Select(Path.GetFileName).Order(),
            Directory.GetFiles(Path.Combine(In("new"), "outbox")).Select(Path.GetFileName).Order()
        );
        // What was there is kept.
        File.WriteAllText(Path.Combine(In("new"), "outbox", "own.eml"), "");
        var aside = await StudioArchive.RestoreAsync(archive, In("new"), Now);
        Assert.True(File.Exists(Path.Combine(aside!, "outbox", "own.eml")));
        Assert.False(File.Exists(Path.Combine(In("new"), "outbox", "own.eml")));
        Assert.Equal(["a-year-of-bread", "kite-weekend"], Kits(aside!));
    }

    [Fact]
    public async Task A_studio_is_saved_whole_while_it_is_written_to()
    {
        await using var studio = new Studio();
        await SavedAsync(studio, "a.zip");
        using var http = studio.CreateClient();
        using var done = new CancellationTokenSource();
        var writing = Task.Run(async () =>
        {
            for (var i = 0; !done.IsCancellationRequested; i++)
                (
                    await http.PostAsync(
                        "/api/workshops",
                        Studio.Json($$"""{"name":"Day {{i.ToString(CultureInfo.InvariantCulture)}}","date":"2031-05-01","kits":[]}""")
                    )
                ).EnsureSuccessStatusCode();
        });
        for (var i = 0; i < 5; i++)
        {
            await File.WriteAllBytesAsync(In("b.zip"), await http.GetByteArrayAsync("/api/studio/backup.zip"));
            await StudioArchive.RestoreAsync(In("b.zip"), In("b"), Now.AddSeconds(i));
            Assert.Equal(["a-year-of-bread", "kite-weekend"], Kits(In("b")));
        }
        await done.CancelAsync();
        await writing;
    }

    private static void Change(string archive, Action<ZipArchive> change)
    {
        using var zip = ZipFile.Open(archive, ZipArchiveMode.Update);
        change(zip);
    }

    private static void Write(ZipArchive zip, string name, Func<byte[], byte[]> change)
    {
        var entry = zip.GetEntry(name);
        using var was = new MemoryStream();
        if (entry is not null)
        {
            using (var reading = entry.Open())
                reading.CopyTo(was);
            entry.Delete();
        }
        using var into = zip.CreateEntry(name).Open();
        into.Write(change(was.ToArray()));
    }

    public static TheoryData<string> Faults =>
        ["cut off", "changed", "more in it", "elsewhere", "newer format", "newer studio", "none", "missing"];

    [Theory]
    [MemberData(nameof(Faults))]
    public async Task What_is_wrong_changes_nothing(string fault)
    {
        await using var studio = new Studio();
        var archive = await SavedAsync(studio, "a.zip");
        await StudioArchive.RestoreAsync(archive, In("there"), Now);
        var before = await File.ReadAllBytesAsync(StudioDatabase.PathIn(In("there")));
        switch (fault)
        {
            case "cut off":
                var all = await File.ReadAllBytesAsync(archive);
                await File.WriteAllBytesAsync(archive, all[..(all.Length / 2)]);
                break;
            case "changed":
                Change(archive, zip => Write(zip, "studio.db", b => [.. b[..5000], (byte)(b[5000] ^ 1), .. b[5001..]]));
                break;
            case "more in it":
                Change(archive, zip => Write(zip, "more.txt", _ => [1]));
                break;
            case "elsewhere":
                Change(archive, zip => Write(zip, "outbox/../../away.eml", _ => [1]));
                break;
            case "newer format":
                Change(
                    archive,
                    zip =>
                        Write(
                            zip,
                            "manifest.json",
                            b =>
                                System.Text.Encoding.UTF8.GetBytes(
                                    System
                                        .Text.Encoding.UTF8.GetString(b)
                                        .Replace("\"version\": 1", "\"version\": 2", StringComparison.Ordinal)
                                )
                        )
                );
                break;
            case "newer studio":
                await using (var made = File.Create(archive))
                {
                    using (var connection = new SqliteConnection($"Data Source={StudioDatabase.PathIn(studio.Folder)};Pooling=False"))
                    {
                        await connection.OpenAsync();
                        await using var command = connection.CreateCommand();
                        command.CommandText = "INSERT INTO __EFMigrationsHistory VALUES ('29991231000000_Later', '99')";
                        await command.ExecuteNonQueryAsync();
                    }
                    await StudioArchive.WriteAsync(studio.Folder, made, Now);
                }
                break;
            case "none":
                await File.WriteAllTextAsync(archive, "no archive");
                break;
            default:
                File.Delete(archive);
                break;
        }
        var refused = await Assert.ThrowsAsync<StudioException>(() => StudioArchive.RestoreAsync(archive, In("there"), Now.AddHours(1)));
        Assert.Contains(archive, refused.Message, StringComparison.Ordinal);
        Assert.Equal(before, await File.ReadAllBytesAsync(StudioDatabase.PathIn(In("there"))));
        Assert.DoesNotContain(
            Directory.GetFileSystemEntries(In("there")),
            e => Path.GetFileName(e).StartsWith(".restoring", StringComparison.Ordinal)
        );
    }

    [Fact]
    public async Task Nothing_is_put_back_into_a_studio_that_is_open()
    {
        await using var studio = new Studio();
        var archive = await SavedAsync(studio, "a.zip");
        var refused = await Assert.ThrowsAsync<StudioException>(() => StudioArchive.RestoreAsync(archive, studio.Folder, Now));
        Assert.Contains("is open in another program", refused.Message, StringComparison.Ordinal);
    }

    private sealed class Clock(DateTimeOffset now) : TimeProvider
    {
        public DateTimeOffset Now { get; set; } = now;

        public override DateTimeOffset GetUtcNow() => Now;
    }

    [Fact]
    public async Task A_backup_a_day_is_kept_and_the_oldest_go()
    {
        await using var studio = new Studio();
        await SavedAsync(studio, "a.zip");
        var clock = new Clock(Now);
        using var daily = new DailyBackups(
            new(studio.Folder),
            2,
            clock,
            Microsoft.Extensions.Logging.Abstractions.NullLogger<DailyBackups>.Instance
        );
        foreach (var hours in (int[])[0, 3, 24, 48, 50])
        {
            clock.Now = Now.AddHours(hours);
            await daily.SaveAsync(default);
        }
        var kept = Directory.GetFiles(Path.Combine(studio.Folder, "backups")).Order().ToList();
        Assert.Equal(["studio-2026-11-29.zip", "studio-2026-11-30.zip"], kept.Select(Path.GetFileName));
        await StudioArchive.RestoreAsync(kept[0], In("back"), Now);
        Assert.Equal(["a-year-of-bread", "kite-weekend"], Kits(In("back")));
    }

    [Fact]
    public async Task All_kits_leave_as_kit_files_that_are_read_again()
    {
        await using var studio = new Studio();
        using var http = studio.CreateClient();
        await http.PostAsync("/api/demo", null);
        await using var zip = new ZipArchive(new MemoryStream(await http.GetByteArrayAsync("/api/studio/kits.zip")));
        Assert.Equal(["a-year-of-bread.kit.json", "kite-weekend.kit.json"], zip.Entries.Select(e => e.FullName).Order());
        foreach (var entry in zip.Entries)
        {
            using var file = new MemoryStream();
            await using (var reading = await entry.OpenAsync())
                await reading.CopyToAsync(file);
            Assert.Empty(Formats.KitFile.Read(file.ToArray()).Faults);
        }
    }

    [Fact]
    public void A_database_that_is_none_is_told()
    {
        File.WriteAllText(In("studio.db"), "");
        Assert.Contains(
            "is empty",
            Assert.Throws<StudioException>(() => StudioArchive.Check(In("studio.db"))).Message,
            StringComparison.Ordinal
        );
        File.WriteAllText(In("studio.db"), new string('x', 10_000));
        Assert.Contains(
            "is damaged",
            Assert.Throws<StudioException>(() => StudioArchive.Check(In("studio.db"))).Message,
            StringComparison.Ordinal
        );
    }
}
