using System.Text;
using System.Text.Json.Nodes;
using CsCheck;
using Json.Schema;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Formats.Json;

namespace VelvetFold.Formats.Tests;

public class KitFileTests
{
    private static readonly Gen<Length> AnyLength = Gen.Int[1, 4000].Select(n => new Length(n * 3175L));
    private static readonly Gen<Core.Measures.Size> AnySize = Gen.Select(AnyLength, AnyLength)
        .Select((w, h) => new Core.Measures.Size(w, h));

    private static readonly Gen<AxisRule> Across = Gen.OneOf<AxisRule>(
        Gen.Select(Pick(Edge.Left, Edge.Right), AnyLength, Pick<string?>(null, "B1"))
            .Select((e, d, of) => (AxisRule)new FromEdge(e, d, of)),
        Pick<string?>(null, "B1").Select(on => (AxisRule)new Centred(on)),
        Gen.Select(Pick(Edge.Left, Edge.Right), AnyLength).Select((e, d) => (AxisRule)new Beside(e, "B1", d)),
        Gen.Select(Pick(Flank.Seam, Flank.Outer), AnyLength).Select((f, d) => (AxisRule)new Flush(f, d))
    );

    private static readonly Gen<Piece> AnyPiece = Gen.Select(AnySize, Across, Gen.Bool, AnyLength, Pick(PageSide.Left, PageSide.Right))
        .Select(
            (size, across, photo, reveal, side) =>
                new Piece
                {
                    Id = "X",
                    Kind = photo ? PieceKind.Photo : PieceKind.Strip,
                    Side = side,
                    Size = size,
                    Paper = photo ? null : "plain",
                    Across = across,
                    Down = new FromEdge(Edge.Top, reveal),
                    Opening = photo
                        ? new()
                        {
                            School = MatSchool.TrimPhoto,
                            Mats =
                            [
                                new()
                                {
                                    Paper = "plain",
                                    Face = SheetFace.B,
                                    Reveal = reveal,
                                },
                                new() { Card = new("cards", "sky"), Reveal = reveal },
                            ],
                            Focal = true,
                        }
                        : null,
                }
        );

    private static readonly Gen<Kit> AnyKit = Gen.Select(AnyPiece.Array[0, 8], Pick(LengthUnit.Inch, LengthUnit.Millimetre))
        .Select(
            (pieces, unit) =>
                new Kit
                {
                    Name = "Über \"alles\" & <more>",
                    Unit = unit,
                    Ruler = Length.Sixteenth,
                    Matting = new() { Reveal = Length.Inches(0, 1, 8) },
                    Kits = 14,
                    Papers =
                    [
                        new()
                        {
                            Id = "plain",
                            Name = "Plain",
                            Size = new(Length.Inches(12), Length.Inches(12)),
                            FaceA = new() { Colour = "#ffffff" },
                            TearStrip = new() { Edge = Edge.Top, Width = Length.Millimetres(12) },
                            OnHand = 3,
                        },
                    ],
                    Layouts =
                    [
                        new()
                        {
                            Id = "L1",
                            Name = "One",
                            Kind = LayoutKind.Spread,
                            Page = new(Length.Inches(12), Length.Inches(12)),
                            Pieces = [.. pieces.Select((p, i) => p with { Id = $"B{i + 1}" })],
                        },
                    ],
                }
        );

    private static Gen<T> Pick<T>(params T[] values) => Gen.Int[0, values.Length - 1].Select(i => values[i]);

    [Fact]
    public void What_is_written_reads_back_the_same() =>
        AnyKit.Sample(kit =>
        {
            var file = KitFile.Write(kit);
            var reading = KitFile.Read(file);
            Assert.Empty(reading.Faults);
            Assert.Equal(file, KitFile.Write(reading.Value!));
            Assert.Equal(
                kit.Layouts[0].Pieces.Select(p => (p.Size, p.Across, p.Down)),
                reading.Value!.Layouts[0].Pieces.Select(p => (p.Size, p.Across, p.Down))
            );
        });

    [Fact]
    public void What_is_written_keeps_to_the_published_schema()
    {
        var schema = JsonSchema.FromText(SchemaOf.Json(typeof(KitFile)).ToJsonString());
        AnyKit.Sample(
            kit => Assert.True(schema.Evaluate(JsonNode.Parse(KitFile.Write(kit)), new() { RequireFormatValidation = true }).IsValid),
            iter: 30
        );
    }

    [Fact]
    public void Metric_kits_are_written_in_millimetres()
    {
        var kit = AnyKit.Single() with { Unit = LengthUnit.Millimetre, Ruler = Length.Millimetres(1) };
        Assert.Contains("\"ruler\": \"1 mm\"", Encoding.UTF8.GetString(KitFile.Write(kit)), StringComparison.Ordinal);
        Assert.Contains("\"width\": \"304.8 mm\"", Encoding.UTF8.GetString(KitFile.Write(kit)), StringComparison.Ordinal);
    }

    [Fact]
    public void Every_fault_is_listed_with_its_path()
    {
        var file = JsonNode.Parse(KitFile.Write(AnyKit.Single() with { Layouts = [] }))!;
        var kit = file["kit"]!;
        kit["ruler"] = "a thumb";
        kit["unit"] = "cubit";
        kit["kits"] = "many";
        kit["colour"] = "red";
        kit["papers"]![0]!["size"]!["width"] = "12 in wide";
        kit["papers"]![0]!.AsObject().Remove("name");
        var faults = KitFile.Read(Encoding.UTF8.GetBytes(file.ToJsonString())).Faults.ToDictionary(f => f.Path, f => f.Says.ToString());
        Assert.Equal(
            ["kit.colour", "kit.kits", "kit.papers[0].name", "kit.papers[0].size.width", "kit.ruler", "kit.unit"],
            faults.Keys.Order()
        );
        Assert.Contains("'a thumb' is not a length", faults["kit.ruler"], StringComparison.Ordinal);
        Assert.Equal("'cubit' is none of the words that may stand here.", faults["kit.unit"]);
        Assert.Equal("'colour' is not known here.", faults["kit.colour"]);
    }

    [Fact]
    public void A_fault_inside_one_kind_of_rule_is_not_blurred_by_the_others()
    {
        const string piece =
            """{"id":"B1","kind":"panel","size":{"width":"1 in","height":"1 in"},"across":{"rule":"beside","edge":"up","of":"B2","gap":"x"},"down":{"rule":"centred"}}""";
        var kit = JsonNode.Parse(KitFile.Write(AnyKit.Single() with { Layouts = [] }))!;
        kit["kit"]!["layouts"] = JsonNode.Parse(
            $$"""[{"id":"L1","name":"One","page":{"width":"12 in","height":"12 in"},"pieces":[{{piece}}]}]"""
        );
        var paths = KitFile.Read(Encoding.UTF8.GetBytes(kit.ToJsonString())).Faults.Select(f => f.Path);
        Assert.Equal(["kit.layouts[0].pieces[0].across.edge", "kit.layouts[0].pieces[0].across.gap"], paths.Order());
    }

    [Theory]
    [InlineData("", "not JSON")]
    [InlineData("{\"kit\":", "not JSON")]
    [InlineData("[1,2]", "is not a group of values")]
    [InlineData("null", "empty")]
    public void What_is_no_kit_file_is_refused_in_words(string text, string says) =>
        Assert.Contains(
            says,
            string.Join(" ", KitFile.Read(Encoding.UTF8.GetBytes(text)).Faults.Select(f => f.Says.ToString())),
            StringComparison.Ordinal
        );

    [Fact]
    public void Rules_beyond_the_schema_are_listed_too()
    {
        var kit = AnyKit.Single();
        var layout = kit.Layouts[0] with { Pieces = [] };
        var bad = kit with
        {
            Kits = 20_000,
            Layouts = [layout, layout],
            Papers = [kit.Papers[0] with { FaceA = new() { Colour = "red" } }],
        };
        Assert.Equal(
            ["kit.kits", "kit.layouts[1].id", "kit.papers[0].faceA.colour"],
            KitFile.Read(KitFile.Write(bad)).Faults.Select(f => f.Path).Order()
        );
    }

    [Fact]
    public void A_later_version_is_refused_and_named()
    {
        var file = JsonNode.Parse(KitFile.Write(AnyKit.Single()))!;
        file["version"] = 2;
        Assert.Equal("version", Assert.Single(KitFile.Read(Encoding.UTF8.GetBytes(file.ToJsonString())).Faults).Path);
    }

    // ./velvet types writes the file; here it is only compared.
    [Fact]
    public void The_schema_in_the_docs_is_current()
    {
        var path = Path.Combine(Root(), "docs", "kit.schema.json");
        var current = SchemaOf.Json(typeof(KitFile)).ToJsonString(new() { WriteIndented = true }) + "\n";
        if (Environment.GetEnvironmentVariable("VELVET_WRITE_SCHEMA") == "1")
            File.WriteAllText(path, current);
        Assert.Equal(current, File.ReadAllText(path));
    }

    private static string Root()
    {
        var folder = AppContext.BaseDirectory;
        while (!File.Exists(Path.Combine(folder, "VelvetFold.slnx")))
            folder = Path.GetDirectoryName(folder)!;
        return folder;
    }
}
