using System.Text.Json;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;
using VelvetFold.Formats.Json;

namespace VelvetFold.Formats;

/// <summary>A picture of one side of a paper, as a kit file carries it where that is asked for.</summary>
/// <param name="Paper">The paper's id within the kit.</param>
/// <param name="Shown">Whether it is shown in place of the drawn print.</param>
/// <param name="Jpeg">The picture, base64.</param>
public sealed record FilePicture(string Paper, SheetFace Face, bool Shown, byte[] Jpeg);

/// <summary>A kit as a file that anyone may keep, read and write: what it is, which version of the format, and the kit document.</summary>
public sealed record KitFile(string Format, int Version, Kit Kit)
{
    /// <summary>Pictures of its papers; left out where they were not asked for.</summary>
    public IReadOnlyList<FilePicture>? Pictures { get; init; }

    /// <summary>The word that every kit file says it is.</summary>
    public const string FormatName = "velvet-fold-kit";

    /// <summary>The version this application writes and reads.</summary>
    public const int CurrentVersion = 1;

    private static readonly JsonWriterOptions Indented = new() { Indented = true, Encoder = JsonText.In(LengthUnit.Inch).Encoder };

    /// <summary>Writes a kit file, indented, with lengths in the kit's own unit where it says them exactly.</summary>
    /// <param name="pictures">Pictures of its papers that go with it.</param>
    public static byte[] Write(Kit kit, IReadOnlyList<FilePicture>? pictures = null)
    {
        using var buffer = new MemoryStream();
        using (var writer = new Utf8JsonWriter(buffer, Indented))
            JsonSerializer.Serialize(
                writer,
                new KitFile(FormatName, CurrentVersion, kit) { Pictures = pictures is { Count: > 0 } ? pictures : null },
                JsonText.In(kit.Unit)
            );
        buffer.WriteByte((byte)'\n');
        return buffer.ToArray();
    }

    /// <summary>Reads a kit file; a bad one is refused with every fault it has.</summary>
    public static DocumentReading<Kit> Read(ReadOnlySpan<byte> utf8)
    {
        var reading = ReadWhole(utf8);
        return new(reading.Value?.Kit, reading.Faults);
    }

    /// <summary>Reads a kit file with the pictures that it carries, each made small as pictures are kept.</summary>
    public static DocumentReading<KitFile> ReadWhole(ReadOnlySpan<byte> utf8)
    {
        var reading = Document.Read<KitFile>(utf8);
        if (reading.Value is not { } file)
            return new(null, reading.Faults);
        if (file.Format != FormatName)
            return new(null, [new("format", Saying.Of("fault.is-not-a-kit", ("format", file.Format), ("formatName", FormatName)))]);
        if (file.Version != CurrentVersion)
            return new(
                null,
                [new("version", Saying.Of("fault.the-file-is-of", ("version", file.Version), ("currentVersion", CurrentVersion)))]
            );
        var faults = KitRules.Faults(file.Kit);
        if (faults.Count > 0)
            return new(null, [.. faults.Select(f => f with { Path = "kit." + f.Path })]);
        var (pictures, unfit) = (new List<FilePicture>(), new List<Fault>());
        foreach (var (picture, i) in (file.Pictures ?? []).Select((picture, i) => (picture, i)))
            if (
                file.Kit.Paper(picture.Paper)?[picture.Face] is null
                || pictures.Exists(p => (p.Paper, p.Face) == (picture.Paper, picture.Face))
            )
                unfit.Add(
                    new($"pictures[{i}].paper", Saying.Of("fault.a-picture-of-a-side", ("paper", picture.Paper), ("face", picture.Face)))
                );
            else if (PictureFile.Read(picture.Jpeg) is var (read, says) && read is null)
                unfit.Add(new($"pictures[{i}].jpeg", says!));
            else
                pictures.Add(picture with { Jpeg = read!.Small });
        return unfit.Count > 0 ? new(null, unfit) : new(file with { Pictures = pictures }, []);
    }

    /// <summary>A kit document alone, as it is stored: compact.</summary>
    public static string WriteDocument(Kit kit) => JsonSerializer.Serialize(kit, JsonText.In(kit.Unit));

    /// <summary>Reads a stored kit document.</summary>
    /// <exception cref="InvalidDataException">It cannot be read; the message names every fault.</exception>
    public static Kit ReadDocument(string json)
    {
        var reading = Document.Read<Kit>(System.Text.Encoding.UTF8.GetBytes(json));
        return reading.Value ?? throw new InvalidDataException(string.Join(" ", reading.Faults.Select(f => $"{f.Path}: {f.Says}")));
    }
}
