using CsCheck;
using Google.OrTools.Sat;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Cutting.Search;
using VelvetFold.Core.Measures;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Cutting;

/// <summary>The search for the fewest sheets: its parts against published values, other models and full enumeration, and its plans
/// against the rules.</summary>
public class PlanSearchTests
{
    private static CutGrid Grid(int width, int height, params (int W, int H, int N, bool Turn)[] pieces) =>
        CutGrid.Of(
            new(Length.Inches(width), Length.Inches(height)),
            [
                .. pieces.Select(
                    (p, i) => new Demand($"P{i}", "S", new(Length.Inches(p.W), Length.Inches(p.H)), p.N, p.Turn ? Turn.Free : Turn.None)
                ),
            ]
        );

    private static readonly Gen<CutGrid> SmallGrid = Gen.Select(Gen.Int[1, 9], Gen.Int[1, 9], Gen.Int[1, 3], Gen.Bool)
        .Array[1, 6]
        .Select(pieces => Grid(9, 9, pieces));

    // N. Christofides and C. Whitlock, "An algorithm for two-dimensional cutting problems", Operations Research 25 (1977), instance 1, data
    // from memory: optimum 244. There every piece may be cut only so often; the table prices pieces without that limit, so its value is an
    // upper bound, and a plan of it that keeps the limits is the optimum.
    [Fact]
    public void The_pattern_table_bounds_the_published_value_of_Christofides_and_Whitlock()
    {
        (int W, int H, int Most, double Value)[] pieces =
        [
            (8, 4, 2, 66),
            (3, 7, 1, 35),
            (8, 2, 3, 24),
            (3, 4, 5, 17),
            (3, 3, 2, 11),
            (3, 2, 2, 8),
            (2, 1, 1, 2),
        ];
        var grid = Grid(15, 10, [.. pieces.Select(p => (p.W, p.H, p.Most, false))]);
        var table = PatternTable.For(grid, long.MaxValue)!;
        double ValueOf(int k) =>
            pieces
                .Single(p => p.W == grid.Length(grid.Pieces[k].Width).ToInches() && p.H == grid.Length(grid.Pieces[k].Height).ToInches())
                .Value;
        var values = Enumerable.Range(0, grid.Pieces.Count).Select(ValueOf).ToArray();
        var best = table.Fill(values);
        Assert.True(best >= 244);
        var counts = GridPattern.Of(table.Pattern(), grid.Pieces.Count).Counts;
        Assert.Equal(best, counts.Select((n, k) => n * values[k]).Sum(), 1e-6);
        // Sheets laid one by one keep the limits: none is worth more than the published optimum, and one is worth as much.
        var packer = new SheetPacker(grid, new WorkBudget(1_000, 60_000), seed: 1);
        var laid = Enumerable.Range(0, 20_000).Select(_ => packer.PackOne(packer.All()).Pieces.Sum(k => values[k])).Max();
        Assert.Equal(244, laid);
    }

    [Fact]
    public void The_best_pattern_is_that_of_full_recursion() =>
        Gen.Select(SmallGrid, Gen.Int[1, 40].Array[6, 6])
            .Sample(
                (grid, prices) =>
                {
                    var values = grid.Pieces.Select((_, k) => (double)prices[k]).ToArray();
                    var table = PatternTable.For(Unlimited(grid), long.MaxValue)!;
                    Assert.Equal(Best(grid, values, grid.Width, grid.Height, []), table.Fill(values), 1e-9);
                },
                iter: 60
            );

    private static CutGrid Unlimited(CutGrid grid) =>
        CutGrid.Of(
            new(grid.Length(grid.Width), grid.Length(grid.Height)),
            [.. Enumerable.Range(0, grid.Pieces.Count).Select(k => grid.DemandsOf(k)[0] with { Quantity = 81 })]
        );

    // Every cut at every step, no cleverness.
    private static double Best(CutGrid grid, double[] values, int width, int height, Dictionary<(int, int), double> known)
    {
        if (known.TryGetValue((width, height), out var value))
            return value;
        for (var k = 0; k < grid.Pieces.Count; k++)
        {
            var p = grid.Pieces[k];
            if ((p.Width <= width && p.Height <= height) || (p.MayTurn && p.Height <= width && p.Width <= height))
                value = Math.Max(value, values[k]);
        }
        for (var x = 1; x <= width / 2; x++)
            value = Math.Max(value, Best(grid, values, x, height, known) + Best(grid, values, width - x, height, known));
        for (var y = 1; y <= height / 2; y++)
            value = Math.Max(value, Best(grid, values, width, y, known) + Best(grid, values, width, height - y, known));
        return known[(width, height)] = value;
    }

    // CP-SAT packs without regard to cuts: what it proves impossible in fewer sheets is impossible, and no plan beats it.
    [Fact]
    public void Bounds_never_pass_what_a_general_packing_model_reaches() =>
        SmallGrid.Sample(
            grid =>
            {
                if (grid.Wanted > 9)
                    return;
                var packed = Enumerable.Range(1, 9).FirstOrDefault(n => CanPack(grid, n));
                Assert.True(packed > 0, $"{grid.Width}x{grid.Height}: {string.Join("; ", grid.Pieces)}");
                Assert.True(GridBounds.Sheets(grid) <= packed);
                var found = PlanSearch.Run(grid, new WorkBudget(40, 10_000));
                Assert.True(found.AtLeast <= found.Patterns.Sum(p => p.Times));
                Assert.True(packed <= found.Patterns.Sum(p => p.Times));
            },
            iter: 40
        );

    private static bool CanPack(CutGrid grid, int sheets)
    {
        var model = new CpModel();
        var across = new List<IntervalVar>();
        var down = new List<IntervalVar>();
        foreach (var piece in grid.Pieces)
            for (var n = 0; n < piece.Wanted; n++)
            {
                // Sheets lie beside each other with a wall of one step between them.
                var (x, y, sheet) = (
                    model.NewIntVar(0, sheets * (grid.Width + 1), "x"),
                    model.NewIntVar(0, grid.Height, "y"),
                    model.NewIntVar(0, sheets - 1, "s")
                );
                var turned = model.NewBoolVar("t");
                if (!piece.MayTurn)
                    model.Add(turned == 0);
                var (w, h) = (model.NewIntVar(1, grid.Width, "w"), model.NewIntVar(1, grid.Height, "h"));
                model.Add(w == piece.Width + (piece.Height - piece.Width) * turned);
                model.Add(h == piece.Height + (piece.Width - piece.Height) * turned);
                var (right, bottom) = (model.NewIntVar(0, sheets * (grid.Width + 1), "r"), model.NewIntVar(0, grid.Height, "b"));
                model.Add(x >= sheet * (grid.Width + 1));
                model.Add(right <= sheet * (grid.Width + 1) + grid.Width);
                across.Add(model.NewIntervalVar(x, w, right, "i"));
                down.Add(model.NewIntervalVar(y, h, bottom, "j"));
            }
        var free = model.AddNoOverlap2D();
        for (var i = 0; i < across.Count; i++)
            free.AddRectangle(across[i], down[i]);
        var status = new CpSolver { StringParameters = "num_workers:1" }.Solve(model);
        Assert.True(
            status is CpSolverStatus.Optimal or CpSolverStatus.Feasible or CpSolverStatus.Infeasible,
            $"{status} {model.Validate()}"
        );
        return status != CpSolverStatus.Infeasible;
    }

    [Fact]
    public void The_plan_covers_what_is_wanted_exactly_once_its_surplus_is_left_off() =>
        SmallGrid.Sample(
            grid =>
            {
                var found = PlanSearch.Run(grid, new WorkBudget(15, 10_000));
                var exact = PlanSearch.Exactly(grid, found.Patterns);
                Assert.True(exact.Sum(p => p.Times) <= found.Patterns.Sum(p => p.Times));
                for (var k = 0; k < grid.Pieces.Count; k++)
                    Assert.Equal(grid.Pieces[k].Wanted, exact.Sum(p => p.Times * p.Pattern.Counts[k]));
            },
            iter: 100
        );

    [Fact]
    public void Cut_plainly_a_sheet_gives_the_same_pieces_with_no_more_cuts() =>
        SmallGrid.Sample(
            grid =>
            {
                foreach (var (pattern, _) in PlanSearch.Run(grid, new WorkBudget(5, 10_000)).Patterns)
                {
                    var plain = NormalForm.Plain(pattern.Root);
                    Assert.Equal(pattern.Counts, GridPattern.Of(plain, grid.Pieces.Count).Counts);
                    Assert.Equal((pattern.Root.Width, pattern.Root.Height), (plain.Width, plain.Height));
                }
            },
            iter: 100
        );

    // Common practice, no source: waste is worth most in one piece. Beside two 6 x 6 lies one 6 x 12, not two 6 x 6.
    [Fact]
    public void Of_equally_handy_sheets_the_one_with_the_largest_offcut_is_cut()
    {
        var plan = CutPlanner.Plan(new([new StockSheet("S", S("12", "12"))], [new("P", "S", S("6", "6"), 2)]));
        Assert.Equal(
            S("6", "12"),
            Assert.Single(plan.BySheet[0].Patterns[0].Offcuts).Box.Size is var size ? new Size(size.Shorter, size.Longer) : default
        );
    }

    [Fact]
    public void A_handier_sheet_comes_first_and_of_equal_ones_that_with_larger_offcuts() =>
        SmallGrid.Sample(
            grid =>
            {
                var packer = new SheetPacker(grid, new WorkBudget(50, 10_000), 3);
                var (a, b) = (Handiness.Of(grid, packer.PackOne(packer.All()).Root), Handiness.Of(grid, packer.PackOne(packer.All()).Root));
                Assert.Equal(a.Work < b.Work || (a.Work == b.Work && a.Kept > b.Kept), a > b);
                Assert.Equal(a > b, b < a);
            },
            iter: 60
        );

    // Two strips of 11 1/2 x 1/2 can only lie along a 12 x 1 1/2, and beside none of them is room for the two others, which are 9 3/4
    // high together: by hand.
    [Fact]
    public void What_one_sheet_is_too_small_for_is_proved()
    {
        Demand[] pieces =
        [
            new("A", "S", S("11 1/2", "1/2"), 2),
            new("B", "S", S("10 1/4", "2 3/4"), 1, Turn.None),
            new("C", "S", S("12", "1 1/2"), 1, Turn.None),
            new("D", "S", S("2", "7"), 1, Turn.None),
        ];
        Assert.True(OneSheet.IsTooSmall(CutGrid.Of(S("12", "12"), pieces), 1, 10));
        Assert.False(OneSheet.IsTooSmall(CutGrid.Of(S("12", "12 1/4"), pieces), 1, 10));
        Assert.True(CutPlanner.Plan(new([new StockSheet("S", S("12", "12"))], pieces), new() { BudgetMs = 2_000 }).Proved);
    }

    // Six 4 x 6 fill a 12 x 12: two settings, 4 in and 6 in, by hand.
    [Fact]
    public void A_field_of_equal_pieces_takes_two_settings()
    {
        var plan = CutPlanner.Plan(new([new StockSheet("S", S("12", "12"))], [new("P", "S", S("4", "6"), 6, Turn.None)]));
        var settings = Assert.Single(plan.BySheet[0].Patterns).Cuts.Select(c => c.Setting).ToList();
        Assert.Equal(2, settings.Distinct().Count());
        Assert.Equal(1, settings.Zip(settings.Skip(1), (a, b) => a == b ? 0 : 1).Sum());
    }

    // A 10 x 6 fits an 8 1/2 x 11 only turned.
    [Fact]
    public void A_piece_that_fits_its_sheet_only_turned_is_turned()
    {
        var sheet = new StockSheet("S", S("8 1/2", "11"));
        var plan = CutPlanner.Plan(new([sheet], [new("P", "S", S("10", "6"), 3), new("Q", "S", S("2", "2"), 5)])).BySheet[0];
        Assert.Equal((3, true), (plan.SheetsUsed, plan.Proved));
        Assert.All(
            plan.Patterns.SelectMany(p => p.Placements).Where(p => p.Piece == "P"),
            p => Assert.Equal((true, S("6", "10")), (p.Turned, p.Box.Size))
        );
        Assert.Single(CutPlanner.Unfit(new([sheet], [new("P", "S", S("10", "6"), 1, Turn.None)])));
    }

    [Fact]
    public void A_thorough_search_proves_what_a_quick_one_leaves_open()
    {
        // A kit of mixed sizes times 12, made up.
        (string W, string H)[] sizes =
        [
            ("11 1/2", "11"),
            ("5", "7"),
            ("4 1/4", "6 1/4"),
            ("3 1/4", "4 1/4"),
            ("11 1/2", "1"),
            ("9", "1 1/2"),
            ("2", "7"),
            ("6", "1/2"),
            ("3", "2"),
        ];
        var order = new CuttingInstance(
            [new("S", S("12", "12"))],
            [.. sizes.Select((s, i) => new Demand($"P{i}", "S", S(s.W, s.H), 12, i % 3 == 0 ? Turn.None : Turn.Free))]
        );
        var (quick, thorough) = (CutPlanner.Plan(order), CutPlanner.Plan(order, new() { BudgetMs = 1_500, ClockMs = 20_000 }));
        Assert.True(thorough.SheetsUsed <= quick.SheetsUsed);
        Assert.True(thorough.Proved);
    }

    [Fact]
    public void A_trimmer_that_is_short_is_never_asked_for_a_longer_cut() =>
        Gen.Select(Gen.Select(Gen.Int[1, 20], Gen.Int[1, 11], Gen.Int[1, 4]).Array[1, 6], Gen.Int[12, 24])
            .Sample(
                (pieces, longest) =>
                {
                    var order = new CuttingInstance(
                        [new("S", S("12", "24"))],
                        [
                            .. pieces.Select(
                                (p, i) => new Demand($"P{i}", "S", new(Length.Inches(p.Item2), Length.Inches(p.Item1)), p.Item3, Turn.None)
                            ),
                        ],
                        Length.Inches(longest)
                    );
                    var unfit = CutPlanner.Unfit(order).ToHashSet();
                    var plan = CutPlanner.Plan(order with { Pieces = [.. order.Pieces.Where(p => !unfit.Contains(p))] });
                    foreach (var cut in plan.BySheet.SelectMany(s => s.Patterns).SelectMany(p => p.Cuts))
                        Assert.True(
                            cut.PartBox.Along(cut.Fence.Axis() == Axis.Across ? Axis.Down : Axis.Across).Extent <= Length.Inches(longest)
                        );
                },
                iter: 100
            );

    [Fact]
    public void A_search_that_is_stopped_answers_with_the_best_so_far()
    {
        using var stop = new CancellationTokenSource();
        stop.Cancel();
        var order = new CuttingInstance([new("S", S("12", "12"))], [new("P", "S", S("5", "7"), 40), new("Q", "S", S("3", "4"), 33)]);
        var plan = CutPlanner.Plan(order, new() { BudgetMs = 60_000, Stop = stop.Token }).BySheet[0];
        Assert.Equal(73, plan.Patterns.Sum(p => p.Times * p.Placements.Count));
        Assert.True(plan.LowerBound <= plan.SheetsUsed);
    }

    [Fact]
    public void What_was_planned_is_remembered_whatever_was_searched_for_in_between()
    {
        var memory = new PlanMemory();
        var order = new CuttingInstance(
            [new("S", S("12", "12"))],
            [new("P", "S", S("5", "7"), 9), new("Q", "S", S("3", "4"), 7), new("R", "S", S("6 1/2", "2"), 8)]
        );
        var first = CutPlanner.Plan(order, new() { Memory = memory }).BySheet[0];
        Assert.Same(first, CutPlanner.Plan(order, new() { Memory = memory }).BySheet[0]);
        var longer = CutPlanner.Plan(order, new() { BudgetMs = 300, Memory = memory }).BySheet[0];
        Assert.Same(first, CutPlanner.Plan(order, new() { Memory = memory }).BySheet[0]);
        Assert.Equal(first.Patterns.Select(p => p.Times), CutPlanner.Plan(order).BySheet[0].Patterns.Select(p => p.Times));
        Assert.True(longer.SheetsUsed <= first.SheetsUsed);
    }
}
