using System.Text.RegularExpressions;
using CsCheck;
using VelvetFold.Core.Guides;
using VelvetFold.Core.Kits;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Guides;

/// <summary>A guide is followed on a virtual table: it works as written, and every fault that is put into it is caught.</summary>
public partial class GuideProofTests
{
    [Fact]
    public void Every_guide_works_as_written() =>
        AnyKit.Kit.Sample(
            kit =>
            {
                var written = Written.Of(kit);
                var proof = written.Proof();
                Assert.True(proof.Holds, written.Told(proof));
                Assert.Equal((written.Pieces.Count, written.Pieces.Count, 0), (proof.Cut, proof.Placed, proof.LeftOver));
            },
            iter: 150
        );

    [Fact]
    public void A_step_that_is_dropped_is_missed() =>
        Gen.Select(AnyKit.Kit, Gen.Int[0, 999])
            .Sample(
                (kit, at) =>
                {
                    var written = Written.Of(kit);
                    var needed = written
                        .Steps.Where(s =>
                            s.Kind
                                is StepKind.Cut
                                    or StepKind.Trim
                                    or StepKind.Mat
                                    or StepKind.Frame
                                    or StepKind.Lay
                                    or StepKind.Press
                                    or StepKind.Wet
                                    or StepKind.Dry
                                    or StepKind.ByHand
                                    or StepKind.Prepare
                                    or StepKind.Keep
                                    or StepKind.Gather
                        )
                        .ToList();
                    var dropped = needed[at % needed.Count];
                    Assert.False(written.Proof([.. written.Steps.Where(s => s != dropped)]).Holds, dropped.Text);
                },
                iter: 150
            );

    [Fact]
    public void A_number_that_is_changed_is_noticed() =>
        Gen.Select(AnyKit.Kit, Gen.Int[0, 9999])
            .Sample(
                (kit, at) =>
                {
                    var written = Written.Of(kit);
                    var texts = written
                        .Steps.SelectMany(s =>
                            Enumerable
                                .Range(-1, s.Lines.Count + 1)
                                .Select(line => (Step: s, Line: line, Text: line < 0 ? s.Text : s.Lines[line]))
                        )
                        .SelectMany(t => Numbers().Matches(t.Text).Select(m => (t.Step, t.Line, t.Text, Match: m)))
                        .ToList();
                    var (step, line, text, match) = texts[at % texts.Count];
                    var other = match.Value == "7" ? "8" : "7";
                    var changed = text[..match.Index] + other + text[(match.Index + match.Length)..];
                    var mutant =
                        line < 0
                            ? step with
                            {
                                Text = changed,
                            }
                            : step with
                            {
                                Lines = [.. step.Lines.Select((l, i) => i == line ? changed : l)],
                            };
                    Assert.False(written.Proof([.. written.Steps.Select(s => s == step ? mutant : s)]).Holds, changed);
                },
                iter: 200
            );

    // A number of its own, not of a label, a name or an offcut.
    [GeneratedRegex(
        @"(?<![\w⁄½¼¾⅛⅜⅝⅞-])(?<!mat |part |strip |Teil |ffcut |Rest |hand |tar |ain |tars |3 )\d+(?![\w.⁄½¼¾⅛⅜⅝⅞]| stars| [⁰¹²³⁴-⁹])"
    )]
    private static partial Regex Numbers();

    // A word or a sentence of another kind than a number: a side, an edge, a page, a tilt, a work left out. What stands on the left of a
    // pair becomes what stands on the right. (A part that is cut from its other side at the same mark gives the same pieces: no fault.)
    private static readonly (string Name, string Find, string Put)[] Seeds =
    [
        ("a side is left out", @", (?:plaid|dot) side showing", ""),
        ("a side is left out, in German", @", (?:Karo|Punkte)-Seite sichtbar", ""),
        ("the wrong side", @"plaid side showing", "dot side showing"),
        ("the wrong side, in German", @"Punkte-Seite sichtbar", "Karo-Seite sichtbar"),
        ("a label on the side that shows", @"label on the plaid side", "label on the dot side"),
        ("a side that lies down is not said to", @"will show, which lies down now:", "will show:"),
        ("a sheet the wrong way up", @"Lay it plaid side up", "Lay it dot side up"),
        ("a sheet's side unsaid", @" Lay it plaid side up\.", ""),
        ("nothing said of where the labels go", @" Write its label on the back of each piece as it falls\.", ""),
        ("another mark's edge", @", left edge at the", ", top edge at the"),
        ("another edge at the same mark", @"Same mark: (.*?), top edge", "Same mark: $1, left edge"),
        ("parts that change places", @"cut\. (.*?) comes off; (.*?) stays", "cut. $2 comes off; $1 stays"),
        ("an edge named wrong", @"its top edge", "its bottom edge"),
        ("an edge of the page named wrong", @"left edge ([^ ]+) from the left", "right edge $1 from the right"),
        ("another edge measured", @"\(left edge", "(top edge"),
        ("beside it on the other side", @"to the right of", "to the left of"),
        ("centred the other way", @"centred from side to side on", "centred from top to bottom on"),
        ("the other page", @"on the left page", "on the right page"),
        ("no page", @" on the right page", ""),
        ("the other page, in German", @"auf die linke Seite", "auf die rechte Seite"),
        ("an edge torn that is not", @"along the left edge", "along the right edge"),
        ("another work", @"^Tear (.*?) along", "Punch $1 along"),
        ("what comes off is unsaid", @" [^ ]+ (?:mm )?comes off there\.", ""),
        ("what is left is unsaid", @" [^.]+ is left\.", ""),
        ("another outline", @"to a circle, (.*?) across", "to a hexagon with points above and below, $1 from side to side"),
        ("a tilt unsaid", @" Turn it [^ ]+ degrees clockwise about its middle\.", ""),
        ("a tilt the other way", @"degrees clockwise", "degrees anticlockwise"),
        ("how far it stands over is unsaid", @" It stands [^ ]+ (?:mm )?over L1-B\d (?:above and below|on both sides)\.", ""),
        ("it stands over another way", @"stands ([^.]*) above and below", "stands $1 on both sides"),
        ("foam unsaid", @" Raise it on foam\.", ""),
        ("a sticker's stick left on", @"^Dust the sticky backs of [^;]*; later a drop of glue holds them\. ?", ""),
        (
            "letters with their insides",
            @"Push the insides out of the letters of [^.]*\.",
            "Draw L1-B0 over the back of a tool until it lies straight; for a bow cut more than you measure."
        ),
        ("an edge stuck that has to stay free", @" Stick it down, but leave the right edge free\.", ""),
        ("another mat", @"mat 1 \(", "mat 2 ("),
        ("from another paper", @", other\)", ", Sheet)"),
        (
            "trimmed where the faces are",
            @"off the left side and off the lower side, two cuts; the right side stays, their faces are there",
            "off the right side and off the lower side, two cuts"
        ),
        ("a hole not reinforced", @"^Punch the hole of [^;]*back\. ?", ""),
        ("another kind of drawing", @"Add dashes", "Add stitches"),
        ("another colour", @"fine pen, blue\)", "fine pen)"),
        ("drying left out", @" Let it dry for 7 minutes, [^.]*\.", ""),
        (
            "a place made up",
            @", about where the picture shows it, as it pleases you",
            ": flush with the left edge of the page; flush with the top edge of the page"
        ),
        ("a place left out", @"^Add ([^:]*): .*?\.( Let|$)", "Add $1, about where the picture shows it, as it pleases you.$2"),
        ("an extra unsaid", @"^For those who want more there are [^.]*\. ", ""),
        ("an alternative left out", @" Or lay [^.]* in its place\.", ""),
        ("where it is printed is unsaid", @" [^ ]+ is printed [^.]*: it is cut out there\.", ""),
        ("printed on the other side", @"seen on the plaid side", "seen on the dot side"),
        ("a piece of a run left out", @"; L1-B\d mat \([^;]*\)\.$", "."),
    ];

    // Each is put into the first guide by chance that has such a sentence; none is without one.
    [Fact]
    public void A_word_that_is_wrong_or_left_out_is_noticed()
    {
        var left = Seeds.ToList();
        var told = new List<string>();
        AnyKit.Kit.Sample(
            kit =>
            {
                if (left.Count == 0)
                    return;
                var written = Written.Of(kit);
                foreach (var seed in left.ToList())
                foreach (var step in written.Steps)
                {
                    var text = Regex.Replace(step.Text, seed.Find, seed.Put);
                    var lines = step.Lines.Select(l => Regex.Replace(l, seed.Find, seed.Put)).ToList();
                    if ((text == step.Text && lines.SequenceEqual(step.Lines)) || IsInTheMiddle(written, step))
                        continue;
                    left.Remove(seed);
                    if (written.Proof([.. written.Steps.Select(s => s == step ? step with { Text = text, Lines = lines } : s)]).Holds)
                        told.Add($"{seed.Name}: {step.Text} {string.Join(' ', step.Lines)}");
                    break;
                }
            },
            iter: 3_000,
            threads: 1
        );
        Assert.True(told.Count == 0, string.Join('\n', told));
        Assert.True(left.Count == 0, "never met: " + string.Join(", ", left.Select(s => s.Name)));
    }

    // As far from the left as from the right: the other edge with the same number is no fault.
    private static bool IsInTheMiddle(Written written, Step step) =>
        written
            .Layouts.SelectMany(l => l.Pieces.Select(p => (Piece: p, l.Layout)))
            .Where(p => step.Pieces.Contains(p.Piece.Label))
            .Any(p => p.Layout.PageBox(p.Piece.Piece.Side) is var page && p.Piece.Box.X - page.X == page.Right - p.Piece.Box.Right);

    [Fact]
    public void Steps_that_wait_for_each_other_cannot_change_places() =>
        Gen.Select(AnyKit.Kit, Gen.Int[0, 9999])
            .Sample(
                (kit, at) =>
                {
                    var written = Written.Of(kit);
                    var lays = written.Steps.Where(s => s.Kind == StepKind.Lay).ToList();
                    var before = LayOrder.Before(written.Layouts[0]);
                    bool Waits(Step b, Step a) => b.Pieces.Any(p => a.Pieces.Any(q => before[p[3..]].Contains(q[3..])));
                    var pairs = lays.SelectMany(a => lays.Where(b => b != a && Waits(b, a)).Select(b => (a, b)))
                        .Concat(
                            written
                                .Steps.Where(s => s.Kind == StepKind.Cut)
                                .SelectMany(a => lays.Where(b => a.Pieces.Intersect(b.Pieces).Any()).Select(b => (a, b)))
                        )
                        .ToList();
                    if (pairs.Count == 0)
                        return;
                    var (first, second) = pairs[at % pairs.Count];
                    Assert.False(
                        written
                            .Proof([
                                .. written.Steps.Select(s =>
                                    s == first ? second
                                    : s == second ? first
                                    : s
                                ),
                            ])
                            .Holds,
                        $"{first.Text} / {second.Text}"
                    );
                },
                iter: 150
            );

    // Small pages: the computed order is one of those that full enumeration finds to work.
    [Fact]
    public void On_small_pages_the_order_is_one_of_those_that_keep_all_layers() =>
        Gen.Select(Gen.Int[0, 40], Gen.Int[0, 40], Gen.Int[4, 30], Gen.Int[4, 30])
            .Array[2, 5]
            .Sample(
                boxes =>
                {
                    var pieces = boxes
                        .Select(
                            (b, i) =>
                                Piece($"B{i}", "1", "1", Left("0"), Top("0")) with
                                {
                                    Size = new(L("1/4") * b.Item3, L("1/4") * b.Item4),
                                    Across = new FromEdge(Core.Measures.Edge.Left, L("1/8") * b.Item1),
                                    Down = new FromEdge(Core.Measures.Edge.Top, L("1/8") * b.Item2),
                                }
                        )
                        .ToArray();
                    var layout = Resolve(Layout(LayoutKind.Single, pieces));
                    string[] order = [.. LayOrder.Of(layout).Select(l => l.Placed.Id)];
                    bool Works(IReadOnlyList<string> ids) =>
                        !Enumerable
                            .Range(0, ids.Count)
                            .Any(i =>
                                Enumerable
                                    .Range(i + 1, ids.Count - i - 1)
                                    .Any(j =>
                                        string.CompareOrdinal(ids[i], ids[j]) > 0
                                        && layout.Piece(ids[i])!.Box.Overlaps(layout.Piece(ids[j])!.Box)
                                    )
                            );
                    var working = Permutations([.. pieces.Select(p => p.Id)]).Where(Works).Select(p => string.Join(" ", p)).ToHashSet();
                    Assert.Contains(string.Join(" ", order), working);
                    Assert.Equal(pieces.Length, order.Distinct().Count());
                },
                iter: 80
            );

    private static IEnumerable<string[]> Permutations(string[] items) =>
        items.Length <= 1
            ? [items]
            : items.SelectMany(first => Permutations([.. items.Where(i => i != first)]).Select(rest => (string[])[first, .. rest]));

    [Fact]
    public void An_edge_stays_free_until_its_tuck_in_is_done()
    {
        var layout = Layout(
            LayoutKind.Single,
            Piece("B1", "4", "4", new Tucked(Core.Measures.Edge.Right, "B2", L("1/2")), Top("2")),
            Piece("B2", "5", "5", Left("1"), Top("1"))
        );
        var written = Written.Of(Kit(layout));
        var order = written.Steps.Where(s => s.Kind is StepKind.Lay or StepKind.Press).ToList();
        Assert.Equal(
            [(StepKind.Lay, "L1-B2"), (StepKind.Lay, "L1-B1"), (StepKind.Press, "L1-B2")],
            order.Select(s => (s.Kind, s.Pieces[0]))
        );
        Assert.Contains("leave the right edge free", order[0].Text, StringComparison.Ordinal);
        Assert.Contains(
            "tucked ½ under the right edge of L1-B2 (left edge 5½ from that of the page)",
            order[1].Text,
            StringComparison.Ordinal
        );
        Assert.Equal("Now stick down the right edge of L1-B2, which was left free.", order[2].Text);
        Assert.Equal("After L1-B2, whose edge is free for it.", order[1].Why);
        // Stuck too early, the proof says what is still to come.
        var early = written.Proof([
            .. written.Steps.Where(s => s != order[2]).SelectMany(s => s == order[1] ? new[] { order[2], s } : [s]),
        ]);
        Assert.Contains(early.Faults, f => f.Code == "tuck-to-come");
        Assert.Contains(early.Faults, f => f.Code == "under-what-is-stuck");
    }

    // Foam keeps away from an edge that something is slipped under, and nothing is stuck down later.
    [Fact]
    public void The_foam_of_a_raised_piece_leaves_the_slit_open()
    {
        var layout = Layout(
            LayoutKind.Single,
            Piece("B1", "4", "4", new Tucked(Core.Measures.Edge.Right, "B2", L("1/2")), Top("2")),
            Piece("B2", "5", "5", Left("1"), Top("1")) with
            {
                Mount = Mount.Raised,
            }
        );
        var written = Written.Of(Kit(layout));
        Assert.True(written.Proof().Holds, written.Told(written.Proof()));
        Assert.Contains(
            written.Steps,
            s => s.Text.EndsWith("Raise it on foam, set back from the right edge, so that the slit stays open.", StringComparison.Ordinal)
        );
        Assert.DoesNotContain(written.Steps, s => s.Kind == StepKind.Press);
    }

    [Fact]
    public void The_outer_two_of_an_even_run_come_first_and_what_is_raised_last()
    {
        var members = new[] { "A", "B", "C", "D" }.Select(id => Piece(id, "2", "7", new Member("G1"), Top("2"))).ToArray();
        members[1] = members[1] with { Mount = Mount.Raised };
        var layout = Layout(LayoutKind.Single, members) with
        {
            Arrangements =
            [
                new()
                {
                    Id = "G1",
                    Kind = ArrangementKind.Evenly,
                    Members = ["A", "B", "C", "D"],
                    Start = L("1"),
                    End = L("1"),
                },
            ],
        };
        Assert.Equal(["A", "D", "C", "B"], LayOrder.Of(Resolve(layout)).Select(l => l.Placed.Id));
    }

    [Fact]
    public void A_stack_is_built_from_its_fixed_edge()
    {
        var members = new[] { "A", "B", "C" }.Select(id => Piece(id, "4", "1", new Member("G1"), new Member("G1"))).ToArray();
        var layout = Layout(LayoutKind.Single, members) with
        {
            Arrangements =
            [
                new()
                {
                    Id = "G1",
                    Kind = ArrangementKind.Column,
                    Members = ["A", "B", "C"],
                    Across = Left("1"),
                    Down = Bottom("1"),
                },
            ],
        };
        Assert.Equal(["C", "B", "A"], LayOrder.Of(Resolve(layout)).Select(l => l.Placed.Id));
    }

    [Fact]
    public void What_is_wet_is_done_once_early_and_dry_before_it_is_laid()
    {
        var layout = Layout(
            LayoutKind.Spread,
            Piece("B1", "4", "4", Left("1"), Top("1")) with
            {
                Wet = new() { Words = "Spatter", Minutes = 30 },
            },
            Piece("B2", "4", "4", Left("1"), Top("1"), PageSide.Right) with
            {
                Wet = new() { Words = "Spatter", Minutes = 30 },
            }
        );
        var written = Written.Of(Kit(layout));
        var wet = Assert.Single(written.Steps, s => s.Kind == StepKind.Wet);
        Assert.StartsWith("Spatter: L1-B1, L1-B2; let dry for 30 minutes", wet.Text, StringComparison.Ordinal);
        var dry = Assert.Single(written.Steps, s => s.Kind == StepKind.Dry);
        Assert.True(wet.Number < dry.Number && dry.Number < written.Steps.First(s => s.Kind == StepKind.Lay).Number);
        Assert.Contains(
            written
                .Proof([
                    .. written.Steps.Select(s => s == dry ? s with { Text = s.Text.Replace("30", "10", StringComparison.Ordinal) } : s),
                ])
                .Faults,
            f => f.Code == "too-short"
        );
    }

    [Fact]
    public void A_step_the_designer_moves_stays_moved_and_a_wrong_place_is_told_with_its_reason()
    {
        var kit = Kit(
            Layout(
                LayoutKind.Single,
                Piece("B1", "6", "6", Left("1"), Top("1")),
                Piece("B2", "2", "2", Left("2"), Top("2")),
                Piece("B3", "2", "2", Left("8"), Top("8"))
            )
        );
        var good = Written.Of(kit with { Guide = new() { Moves = [new("lay:L1:L1-B3", "dry-layout:L1")] } });
        Assert.Equal("L1-B3", good.Steps.First(s => s.Kind == StepKind.Lay).Pieces[0]);
        Assert.True(good.Steps.First(s => s.Kind == StepKind.Lay).IsMoved && good.Proof().Holds);
        var bad = Written.Of(kit with { Guide = new() { Moves = [new("lay:L1:L1-B2", "dry-layout:L1")] } }).Proof();
        Assert.Contains(
            bad.Faults,
            f => f.Says.ToString().EndsWith("lays L1-B2 before L1-B1, which lies under it.", StringComparison.Ordinal)
        );
        // A step that is no longer there moves nothing.
        Assert.DoesNotContain(Written.Of(kit with { Guide = new() { Moves = [new("lay:L1:L1-Z9", null)] } }).Steps, s => s.IsMoved);
    }

    [Fact]
    public void The_designers_words_follow_a_step_or_stand_in_its_place_and_survive()
    {
        var kit = Kit(Layout(LayoutKind.Single, Piece("B1", "6", "6", Left("1"), Top("1")))) with
        {
            Guide = new() { Notes = [new("lay:L1:L1-B1", "Press it for 10 seconds."), new("dry-layout:L1", "Breathe.", Instead: true)] },
        };
        var written = Written.Of(kit);
        Assert.EndsWith("Press it for 10 seconds.", written.Steps.Single(s => s.Kind == StepKind.Lay).Text, StringComparison.Ordinal);
        Assert.Equal("Breathe.", written.Steps.Single(s => s.Kind == StepKind.DryLayout).Text);
        Assert.True(written.Proof().Holds);
        var moved = Written.Of(kit.With(kit.Layouts[0].With(kit.Layouts[0].Pieces[0] with { Across = Left("2") })));
        Assert.EndsWith("Press it for 10 seconds.", moved.Steps.Single(s => s.Kind == StepKind.Lay).Text, StringComparison.Ordinal);
    }

    [Fact]
    public void Words_at_a_run_follow_its_lines_and_keep_it_as_it_is()
    {
        var pieces = new[] { "B1", "B2", "B3" }.Select((id, i) => Piece(id, "2", "2", Left($"{1 + 3 * i}"), Top("1"))).ToArray();
        var kit = Kit(Layout(LayoutKind.Single, pieces)) with { Guide = new() { Notes = [new("lay:L1:L1-B1,L1-B2", "Press both.")] } };
        var written = Written.Of(kit);
        var lays = written.Steps.Where(s => s.Kind == StepKind.Lay).ToList();
        Assert.Equal(
            [
                ["L1-B1", "L1-B2"],
                ["L1-B3"],
            ],
            lays.Select(s => s.Pieces)
        );
        Assert.Equal("Press both.", lays[0].Lines[^1]);
        Assert.True(written.Proof().Holds, written.Told(written.Proof()));
    }

    [Fact]
    public void A_row_begins_a_step_of_its_own_rather_than_be_torn_apart()
    {
        Piece Small(int i) => Piece($"S{i}", "2", "7", Left($"{1 + 2 * i}"), Top("3"), kind: PieceKind.Strip);
        var written = Written.Of(
            Kit(
                Layout(
                    LayoutKind.Single,
                    [
                        Piece("B1", "12", "12", Left("0"), Top("0")),
                        Piece("B2", "11", "11", Left("1/2"), Top("1/2")),
                        .. Enumerable.Range(0, 4).Select(Small),
                    ]
                )
            )
        );
        Assert.Equal(
            [
                ["L1-B1", "L1-B2"],
                ["L1-S0", "L1-S1", "L1-S2", "L1-S3"],
            ],
            written.Steps.Where(s => s.Kind == StepKind.Lay).Select(s => s.Pieces)
        );
        Assert.Equal(
            "L1-B1 (12 x 12, plain, front side showing): it covers the page.",
            written.Steps.First(s => s.Kind == StepKind.Lay).Lines[0]
        );
    }

    // Common practice, no source: two equal sheets are cut at one go, and mats of one kind are one sentence.
    [Fact]
    public void What_is_alike_is_one_step()
    {
        var written = Written.Of(
            Kit(
                Layout(
                    LayoutKind.Spread,
                    Piece("A1", "11 1/2", "11", Seam(), new Centred()),
                    Piece("C1", "11 1/2", "11", Seam(), new Centred(), PageSide.Right),
                    Piece("B1", "12", "12", Left("0"), Top("0"), paper: "other"),
                    Photo("P1", "4", "6", Left("1"), Top("1"), ("other", "1/8")),
                    Photo("P2", "3", "4", Left("6"), Top("1"), ("other", "1/8")),
                    Photo("P3", "3", "4", Left("6"), Top("6"), ("other", "1/4"))
                )
            )
        );
        Assert.True(written.Proof().Holds, written.Told(written.Proof()));
        Assert.Contains(written.Steps, s => s.Text.StartsWith("Cut plain, 2 sheets alike: sheets 1 and 2 of 2.", StringComparison.Ordinal));
        Assert.Contains(
            written.Steps,
            s =>
                s.Lines.Contains("Same mark: part a, left edge. L1-A1 / L1-C1 comes off; offcut 2 stays.")
                || s.Lines.Any(l => l.Contains("L1-A1 / L1-C1 comes off", StringComparison.Ordinal))
        );
        Assert.Contains(
            written.Steps,
            s => s.Text.StartsWith("Take as it is, without a cut: other, front side showing as L1-B1.", StringComparison.Ordinal)
        );
        Assert.Equal(
            [
                ["L1-P1", "L1-P2"],
                ["L1-P3"],
            ],
            written.Steps.Where(s => s.Kind == StepKind.Mat).Select(s => s.Pieces)
        );
        Assert.Single(written.Steps, s => s.Kind == StepKind.Keep);
    }
}
