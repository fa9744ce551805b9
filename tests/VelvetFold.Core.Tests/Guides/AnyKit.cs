using CsCheck;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Guides;

/// <summary>Kits by chance, of everything a guide has to say: leaning rules, tucks, spreads, evenly spread runs, mats of both schools,
/// frames, raised and wet pieces, parts.</summary>
internal static class AnyKit
{
    private static readonly Gen<Length> Sixteenths = Gen.Int[0, 48].Select(n => Length.Sixteenth * n);

    private static Gen<AxisRule> Rule(Axis axis, int before) =>
        Gen.Select(Gen.Int[0, before == 0 ? 3 : 8], Gen.Int[0, Math.Max(0, before - 1)], Sixteenths, Gen.Bool)
            .Select(
                (kind, on, by, start) =>
                {
                    var edge =
                        axis == Axis.Across
                            ? start
                                ? Edge.Left
                                : Edge.Right
                            : start
                                ? Edge.Top
                                : Edge.Bottom;
                    var of = $"B{on}";
                    return (AxisRule)(
                        kind switch
                        {
                            0 => new FromEdge(edge, by),
                            1 => new Centred(),
                            2 => axis == Axis.Across ? new Flush(start ? Flank.Seam : Flank.Outer, by) : new FromEdge(edge, by),
                            3 => new Hanging(edge, by.Half),
                            4 => new FromEdge(edge, by, of),
                            5 => new Beside(edge, of, by),
                            6 => new Centred(of),
                            7 => new Beside(edge, of, Length.Zero),
                            _ => new FromEdge(edge, Length.Zero, of),
                        }
                    );
                }
            );

    private static Gen<Piece> Piece(int i) =>
        Gen.Select(
                Gen.Select(Gen.Int[2, 24], Gen.Int[2, 24], Rule(Axis.Across, i), Rule(Axis.Down, i)),
                Gen.Int[0, 27],
                Gen.Int[0, 2],
                Gen.Bool
            )
            .Select(
                (place, kind, side, other) =>
                {
                    var size = new Size(L("1/4") * place.Item1, L("1/4") * place.Item2);
                    var (across, down) = (place.Item3, place.Item4);
                    var piece = Kits.Piece($"B{i}", "1", "1", across, down, (PageSide)(side % 2), paper: other ? "other" : "plain") with
                    {
                        Size = size,
                        Face = !other && place.Item1 % 2 == 0 ? SheetFace.B : SheetFace.A,
                    };
                    return kind switch
                    {
                        0 or 1 => piece with
                        {
                            Kind = PieceKind.Photo,
                            Paper = null,
                            Opening = new()
                            {
                                School = MatSchool.GrowMat,
                                Mats =
                                [
                                    new()
                                    {
                                        Paper = other ? "plain" : "sheet",
                                        Face = other ? SheetFace.A : SheetFace.B,
                                        Reveal = L("1/8"),
                                    },
                                ],
                            },
                        },
                        // A ready-made card under it, larger all round by chance as much on every side; with a cut mat under that or not.
                        22 or 23 when size.FitsIn(S("3 3/4", "3 3/4")) => piece with
                        {
                            Kind = PieceKind.Photo,
                            Paper = null,
                            Opening = new()
                            {
                                School = other ? MatSchool.GrowMat : MatSchool.TrimPhoto,
                                Use = place.Item1 % 3 == 0 ? OpeningUse.Placeholder : OpeningUse.Photo,
                                Mats =
                                [
                                    new() { Card = new("cards", "sky 4"), Reveal = L("1/8") },
                                    .. kind == 22 ? (Mat[])[] : [new() { Paper = "plain", Reveal = L("1/8") }],
                                ],
                            },
                        },
                        2 when size.Shorter > L("1") => piece with
                        {
                            Kind = PieceKind.Photo,
                            Paper = null,
                            Opening = new()
                            {
                                School = MatSchool.TrimPhoto,
                                Border = other ? L("1/4") : null,
                                Mats = [new() { Paper = "plain", Reveal = L("1/16") }, new() { Paper = "other", Reveal = L("1/8") }],
                            },
                        },
                        3 when size.Shorter > L("1") => piece with
                        {
                            Kind = PieceKind.Photo,
                            Paper = null,
                            Opening = new()
                            {
                                Mats =
                                [
                                    new()
                                    {
                                        Paper = "other",
                                        Reveal = L("1/4"),
                                        Frame = L("1/2"),
                                    },
                                ],
                            },
                        },
                        4 => piece with { Mount = Mount.Raised },
                        5 => piece with
                        {
                            Wet = new() { Words = other ? "Stamp 3 stars on" : null, Minutes = 20 },
                        },
                        6 => piece with
                        {
                            Finishes = [new() { Edge = Edge.Top, Work = EdgeWork.Inked }, new() { Edge = Edge.Left, Work = EdgeWork.Torn }],
                        },
                        7 or 24 or 25 => piece with
                        {
                            Kind = PieceKind.Sticker,
                            Paper = null,
                            Part = new()
                            {
                                Sheet = "st",
                                Part = "star 7",
                                Half = place.Item1 % 3 == 0 ? null : (Edge)(place.Item2 % 4),
                                Slice = other ? new(Edge.Right, L("1/8")) : null,
                            },
                        },
                        8 => piece with
                        {
                            Kind = PieceKind.Title,
                            Paper = null,
                            Part = new()
                            {
                                Sheet = "abc",
                                Part = "SKY",
                                Others = other ? [new("foam", place.Item1 % 2 == 0 ? "Y" : "KY")] : [],
                            },
                        },
                        9 => piece with
                        {
                            Kind = PieceKind.Tie,
                            Paper = null,
                            Part = new()
                            {
                                Sheet = "twine",
                                More = other ? L("6") : null,
                                Tied = (place.Item1 % 4) switch
                                {
                                    0 => TieKind.Knot,
                                    1 => TieKind.Bow,
                                    2 => TieKind.DoubleBow,
                                    _ => null,
                                },
                            },
                            Joins = place.Item1 % 4 == 3 && size.Longer > L("1") ? [L("1/2")] : [],
                        },
                        10 when size.Shorter > L("2") => piece with { Gut = L("1/2") },
                        11 => piece with { CutBy = CutBy.Host },
                        12 => piece with { Tilt = other ? 3 : -2.5m },
                        13 when size.Width == size.Height || other => piece with
                        {
                            Shape = new() { Kind = size.Width == size.Height ? OutlineKind.Circle : OutlineKind.Oval },
                        },
                        14 => piece with
                        {
                            Finishes =
                            [
                                new() { Edge = Edge.Right, Work = EdgeWork.Scalloped },
                                new() { Edge = Edge.Left, Work = EdgeWork.Scalloped },
                                new() { Edge = Edge.Bottom, Work = other ? EdgeWork.Dovetailed : EdgeWork.Rounded },
                            ],
                        },
                        // A motif that is there once, or again and again.
                        26 or 27 when size.FitsIn(S("6", "6")) => piece with
                        {
                            Paper = "sheet",
                            Face = other ? SheetFace.B : SheetFace.A,
                            CutFrom = new()
                            {
                                X = L("1/4") * place.Item2,
                                Y = L("1/4") * place.Item1,
                                EveryAcross = kind == 26 ? null : L("3 1/4"),
                                EveryDown = kind == 26 || other ? null : L("6"),
                            },
                        },
                        15 => piece with { Paper = "sheet", Face = other ? SheetFace.B : SheetFace.A },
                        16 => piece with
                        {
                            Kind = PieceKind.Drawn,
                            Paper = null,
                            Face = SheetFace.A,
                            Roughly = other && size.Shorter < L("1"),
                            Wet = other ? null : new() { Minutes = 7 },
                            Drawn = new()
                            {
                                Kind = (DrawnKind)(place.Item2 % 5),
                                Tool = "fine pen",
                                Colour = other ? null : "blue",
                            },
                        },
                        17 when size.Shorter < L("3/4") => piece with { Roughly = true },
                        18 => piece with { Hole = true },
                        20 when i == 7 => piece with
                        {
                            Extra = true,
                            Across = new Centred(),
                            Down = new Centred(),
                            Hole = other,
                            Wet = other ? null : new() { Words = "Spatter", Minutes = 15 },
                        },
                        21 when i == 7 => piece with
                        {
                            Extra = true,
                            InsteadOf = "R0",
                            Across = new Centred(),
                            Down = new Centred(),
                            Finishes = other ? [] : [new() { Edge = Edge.Left, Work = EdgeWork.Torn }],
                        },
                        19 when size.Shorter > L("1") => piece with
                        {
                            Kind = PieceKind.Photo,
                            Paper = null,
                            Face = SheetFace.A,
                            Opening = new()
                            {
                                School = MatSchool.TrimPhoto,
                                Faces = (Edge)(place.Item1 % 4),
                                Mats = [new() { Paper = "plain", Reveal = L("1/8") }],
                            },
                        },
                        _ => piece,
                    };
                }
            );

    private static readonly Gen<Layout> AnyLayout = Gen.Select(
            Gen.Select(Piece(0), Piece(1), Piece(2), Piece(3)),
            Gen.Select(Piece(4), Piece(5), Piece(6), Piece(7)),
            Gen.Bool,
            Gen.Int[2, 5],
            Gen.Bool
        )
        .Select(
            (a, b, spread, run, tuck) =>
            {
                List<Piece> pieces = [a.Item1, a.Item2, a.Item3, a.Item4, b.Item1, b.Item2, b.Item3, b.Item4];
                var members = Enumerable.Range(0, run).Select(i => Kits.Piece($"R{i}", "1", "4", new Member("G1"), Top("2"))).ToList();
                // One that goes under the edge of the last one, which lies over it.
                if (tuck)
                    pieces.Insert(
                        0,
                        Kits.Piece(
                            "T0",
                            "2",
                            "3",
                            new Tucked(Edge.Right, "B7", L("1/4")),
                            new FromEdge(Edge.Top, Length.Zero, "B7"),
                            pieces[^1].Side
                        )
                    );
                return Layout(
                    spread ? LayoutKind.Spread : LayoutKind.Single,
                    [.. pieces.Select(p => spread ? p : p with { Side = PageSide.Left }), .. members]
                ) with
                {
                    Arrangements =
                    [
                        new()
                        {
                            Id = "G1",
                            Kind = ArrangementKind.Evenly,
                            Members = [.. members.Select(m => m.Id)],
                            Start = L("1"),
                            End = L("1"),
                            Axis = Axis.Across,
                        },
                    ],
                };
            }
        );

    public static readonly Gen<Kit> Kit = Gen.Select(AnyLayout, Gen.Bool, Gen.Bool, Gen.Bool)
        .Select(
            (layout, german, metric, usual) =>
                Kits.Kit(
                    layout,
                    Paper(
                        "plain",
                        tear: new()
                        {
                            Edge = Edge.Bottom,
                            Width = L("1/2"),
                            Extra = usual,
                        }
                    ) with
                    {
                        Name = "Plain 12",
                    },
                    Paper("other", PrintDirection.OneWay) with
                    {
                        FaceB = null,
                    },
                    Paper("sheet") with
                    {
                        Name = "Sheet",
                        FaceA = new()
                        {
                            Colour = "#445566",
                            Ink = "#ffffff",
                            Print = PrintKind.Plaid,
                        },
                        FaceB = new()
                        {
                            Colour = "#665544",
                            Ink = "#ffffff",
                            Print = PrintKind.Dot,
                        },
                    }
                ) with
                {
                    Unit = metric ? LengthUnit.Millimetre : LengthUnit.Inch,
                    Stated = usual ? StatedSize.Cut : StatedSize.Finished,
                    Ruler = metric ? Length.Millimetres(1) : Length.Sixteenth,
                    Guide = new()
                    {
                        Language = german ? GuideLanguage.German : GuideLanguage.English,
                        Laying = (LayingSchool)(layout.Pieces.Count % 3),
                        Parts = usual ? PartsSchool.OnSheets : PartsSchool.Sort,
                        Overhang =
                            layout.Kind == LayoutKind.Spread ? null
                            : metric ? OverhangSchool.Before
                            : OverhangSchool.After,
                        Date =
                            metric ? null
                            : usual ? DateSchool.Back
                            : DateSchool.Front,
                    },
                    Parts =
                    [
                        new()
                        {
                            Id = "st",
                            Name = "Stars 24",
                            Kind = PartKind.Stickers,
                            Parts = [new() { Id = "star 7", Count = 9 }],
                        },
                        new()
                        {
                            Id = "cards",
                            Name = "Cut cards 6",
                            Kind = PartKind.Loose,
                            Parts =
                            [
                                new()
                                {
                                    Id = "sky 4",
                                    Count = 6,
                                    Size = S("4", "6"),
                                },
                            ],
                        },
                        new()
                        {
                            Id = "abc",
                            Name = "Letters",
                            Kind = PartKind.Letters,
                            Parts = [new() { Id = "S", Count = 9 }, new() { Id = "K", Count = 9 }, new() { Id = "Y", Count = 9 }],
                        },
                        new()
                        {
                            Id = "foam",
                            Name = "Foam letters",
                            Kind = PartKind.Letters,
                            Parts = [new() { Id = "K", Count = 2 }, new() { Id = "Y", Count = 2 }],
                        },
                        new()
                        {
                            Id = "twine",
                            Name = "Twine",
                            Kind = PartKind.ByLength,
                            Length = L("100"),
                        },
                    ],
                }
        );
}
