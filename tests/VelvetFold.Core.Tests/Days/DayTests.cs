using VelvetFold.Core.Days;
using VelvetFold.Core.Guides;
using VelvetFold.Core.Kits;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Days;

/// <summary>The workshop day: its order, and what plays of it come to.</summary>
public sealed class DayTests
{
    private static DaySetup Setup(int trimmers = 1, int minutes = 480, params DayBreak[] breaks) =>
        new(new(10, 0), new TimeOnly(10, 0).AddMinutes(minutes), [new(SharedTool.Trimmer, trimmers)], breaks);

    private static List<DayGuest> Guests(int count, Pace pace = Pace.Practised) =>
        [.. Enumerable.Range(1, count).Select(i => new DayGuest($"Guest {i}", pace))];

    // Three pages of one kit, each with two photos on mats, strips and a card.
    private static Kit ThreePages()
    {
        var page = Layout(
            LayoutKind.Single,
            Piece("A1", "11 1/2", "11", Left("1/4"), Top("1/2")),
            Piece("S1", "11 1/2", "1", Left("1/4"), Top("2"), paper: "other"),
            Photo("P1", "4", "6", Left("1"), Under("S1", "1/4"), ("other", "1/8")),
            Photo("P2", "4", "3", RightOf("P1", "1"), Top("0", "P1"), ("other", "1/8")),
            Piece("J1", "4", "3", RightOf("P1", "1"), Under("P2", "1/2"), kind: PieceKind.Journaling)
        );
        return Kit(page, Paper("plain"), Paper("other")) with { Layouts = [page, page with { Id = "L2" }, page with { Id = "L3" }] };
    }

    private static DayTask Task(string? layout, DayPhase phase, int minutes, SharedTool? tool = null) =>
        new(layout, phase, minutes * 60, tool, [1], 1);

    private static DayOrdered Ordered(DaySetup setup, IReadOnlyList<DayGuest> guests, double effort, params DayTask[] tasks) =>
        DayPlanner.Order(setup, guests, [.. guests.Select(_ => (IReadOnlyList<DayTask>)tasks)], effort);

    private static DayAsked Asked(Kit kit, DaySetup setup, IReadOnlyList<DayGuest> guests)
    {
        var answer = KitAnswer.For(kit, 1);
        return new([new(kit, answer.Steps, answer.CutList)], setup, guests, []);
    }

    private static int[] Ends(DayOrdered plan) => DayPlanner.Ends(plan.Order, plan.Order.Play(plan.Minutes), plan.Work.Count);

    // A single queue: the k-th of n waits k - 1 times (closed formula).
    [Theory]
    [InlineData(1, 7, 12)]
    [InlineData(2, 7, 12)]
    [InlineData(3, 10, 5)]
    public void Who_waits_for_one_tool_waits_for_those_before(int trimmers, int guests, int minutes)
    {
        var plan = Ordered(Setup(trimmers), Guests(guests), 0.2, Task(null, DayPhase.Cut, minutes, SharedTool.Trimmer));
        Assert.Equal(Enumerable.Range(0, guests).Sum(i => i / trimmers * minutes), plan.Order.Play(plan.Minutes).Waits.Sum());
        Assert.Equal(plan.Bound, plan.Lost); // proved: nothing waits less
    }

    [Fact]
    public void While_one_layout_dries_another_is_worked_on()
    {
        DayTask[] tasks =
        [
            Task("L1", DayPhase.Wet, 5, SharedTool.Stamp),
            Task("L1", DayPhase.Dry, 30),
            Task("L1", DayPhase.Lay, 10),
            Task("L2", DayPhase.Lay, 25),
        ];
        Assert.Equal([45], Ends(Ordered(Setup(), Guests(1), 0.2, tasks)));
    }

    [Fact]
    public void Nothing_runs_into_a_break()
    {
        var lunch = new DayBreak("Lunch", new(11, 0), 45);
        var plan = Ordered(
            Setup(1, 480, lunch),
            Guests(4),
            0.2,
            Task(null, DayPhase.Cut, 25, SharedTool.Trimmer),
            Task(null, DayPhase.Lay, 20)
        );
        var times = plan.Order.Play(plan.Minutes);
        Assert.All(times.Starts.Zip(times.Ends), t => Assert.True(t.Second <= 60 || t.First >= 105, $"{t}"));
    }

    // All orders of a few guests by brute force: the plan is as good as the best of them.
    [Theory]
    [InlineData(1, false)]
    [InlineData(2, false)]
    [InlineData(3, true)]
    [InlineData(4, true)]
    [InlineData(5, true)]
    public void No_order_of_a_small_day_is_better(int seed, bool cutsFirst)
    {
        var random = new Random(seed);
        var guests = Enumerable.Range(0, 4).Select(i => new DayGuest($"{i}")).ToList();
        var work = guests
            .Select(_ =>
                (IReadOnlyList<DayTask>)
                    [
                        Task(null, DayPhase.Gather, random.Next(1, 9)),
                        // One in three brings what is cut already.
                        Task(cutsFirst ? null : "L1", DayPhase.Cut, random.Next(5, 30), random.Next(3) > 0 ? SharedTool.Trimmer : null),
                        Task("L1", DayPhase.Lay, random.Next(5, 40)),
                    ]
            )
            .ToList();
        var plan = DayPlanner.Order(Setup(), guests, work, 0.5);
        var least = Orders([0, 1, 2, 3])
            .Min(order =>
            {
                var (tool, sum) = (0, 0);
                int End(int end, int g) => end + 2 * Math.Max(0, end - plan.Minutes[g].Sum() - 30);
                foreach (var g in order)
                {
                    if (work[g][1].Tool is null)
                    {
                        sum += plan.Minutes[g].Sum();
                        continue;
                    }
                    tool = Math.Max(tool, plan.Minutes[g][0]) + plan.Minutes[g][1];
                    sum += End(tool + plan.Minutes[g][2], g);
                }
                return sum;
            });
        Assert.Equal(least, Cost(plan));
        Assert.Equal(plan.Bound, plan.Lost);
    }

    // What one waits beyond half an hour counts three times.
    private static int Cost(DayOrdered plan) =>
        Ends(plan).Select((end, g) => end + 2 * Math.Max(0, end - plan.Minutes[g].Sum() - 30)).Sum();

    private static IEnumerable<List<int>> Orders(List<int> items) =>
        items.Count == 0
            ?
            [
                [],
            ]
            : items.SelectMany(first => Orders([.. items.Where(i => i != first)]).Select(rest => (List<int>)[first, .. rest]));

    [Fact]
    public void The_same_day_is_ordered_the_same_again()
    {
        DayTask[] tasks = [Task(null, DayPhase.Cut, 18, SharedTool.Trimmer), Task("L1", DayPhase.Lay, 30), Task("L2", DayPhase.Lay, 20)];
        var guests = Guests(8).Concat(Guests(4, Pace.Beginner)).ToList();
        string Told() => string.Join(' ', Ordered(Setup(2), guests, 0.3, tasks).Order.Goes);
        Assert.Equal(Told(), Told());
    }

    [Fact]
    public void A_day_without_chance_is_the_agenda_itself()
    {
        var kit = ThreePages();
        var answer = KitAnswer.For(kit, 1);
        var guests = Guests(5);
        var setup = Setup(2, 480, new DayBreak("Lunch", new(12, 30), 45));
        var plan = Asked(kit, setup, guests).Order(0.2, default);
        var played = Rehearsal.Of(Asked(kit, setup, guests), plan, DayChances.None).Play(3, 1);
        Assert.All(played, d => Assert.Equal(Ends(plan).Select(e => (double)e), d.Ends));
        Assert.All(played, d => Assert.Equal(plan.Order.Play(plan.Minutes).Waits.Sum(), d.Waits.Sum(), 1e-9));
        Assert.All(played, d => Assert.All(d.Needed, n => Assert.Equal(0, n)));

        // What is played is the order that the agenda shows.
        var day = PlannedDay.Of(Asked(kit, setup, guests));
        var (agenda, rehearsed) = (day.Agenda(), day.Rehearse(DayChances.None, 1, 1));
        Assert.Equal(agenda.Ends, setup.Clock((int)rehearsed.Ends.Middle));
        Assert.Equal(agenda.Guests.Select(g => g.Ends), rehearsed.Guests.Select(g => setup.Clock((int)g.Ends.Middle)));
    }

    // Binomial: of n pieces each is spoiled with the same chance, and one sheet suffices for any of them. The share of days on which
    // none is must be (1 - p)^n, and with p small nearly e^-np (Poisson); four standard errors are allowed.
    [Theory]
    [InlineData(0.01, 6)]
    [InlineData(0.002, 20)]
    public void What_is_spoiled_follows_the_closed_formulas(double chance, int guestCount)
    {
        const int days = 4_000;
        var kit = ThreePages();
        var answer = KitAnswer.For(kit, 1);
        var asked = Asked(kit, Setup(2) with { PreCut = true }, Guests(guestCount));
        var plan = asked.Order(0, default);
        var chances = DayChances.None with { Spoiled = chance };
        var played = Rehearsal.Of(asked, plan, chances).Play(days, 11);
        var paper = kit.Papers.Select((p, i) => (i, Pieces: answer.CutList.Count(c => c.Paper == p.Id))).MaxBy(p => p.Pieces);
        var pieces = paper.Pieces * guestCount;
        var none = played.Count(d => d.Needed[paper.i] == 0) / (double)days;
        var expected = Math.Pow(1 - chance, pieces);
        Assert.InRange(none, expected - 4 * Error(expected, days), expected + 4 * Error(expected, days));
        Assert.InRange(none, Math.Exp(-chance * pieces) - 0.03, Math.Exp(-chance * pieces) + 0.03);
    }

    private static double Error(double share, int of) => Math.Sqrt(share * (1 - share) / of);

    [Fact]
    public void The_spares_chosen_suffice_on_other_days_and_none_of_them_can_be_spared()
    {
        var kit = ThreePages();
        var answer = KitAnswer.For(kit, 1);
        var guests = Guests(14);
        var asked = Asked(kit, Setup(2), guests);
        DayRehearsed Played(int seed) => PlannedDay.Of(asked).Rehearse(new(), 1_000, seed);
        var rehearsed = Played(5);
        Assert.True(rehearsed.Spares.Chosen >= 0.95);
        Assert.InRange(rehearsed.Spares.Verified.To, 0.93, 1);
        Assert.True(rehearsed.Spares.IsProved);
        var again = Played(5);
        Assert.Equal(rehearsed.Ends, again.Ends);
        Assert.Equal(rehearsed.Spares.Items, again.Spares.Items);
        Assert.NotEqual(rehearsed.Ends, Played(6).Ends);

        var plan = asked.Order(0.2, default);
        var items = new SpareItems(asked);
        var days = new Rehearsal(asked, plan, items, new()).Play(1_000, 5);
        var (spares, _) = items.Choose(days, 0.95, default);
        for (var i = 0; i < spares.Length; i++)
        {
            var fewer = spares.ToArray();
            if (fewer[i]-- > 0)
                Assert.True(days.Count(d => SpareItems.Suffice(fewer, d)) < 950, $"one fewer of {i} would do");
        }
    }

    // Interval of 8 in 10, as in the tables of Wilson's: 0.490 to 0.943.
    [Fact]
    public void A_share_has_its_margin()
    {
        var share = DayShare.Of(8, 10);
        Assert.Equal((0.490, 0.943), (Math.Round(share.From, 3), Math.Round(share.To, 3)));
    }

    [Fact]
    public void Cut_beforehand_nobody_waits_to_cut_and_the_agenda_says_what_it_saves()
    {
        var kit = ThreePages();
        var answer = KitAnswer.For(kit, 1);
        var setup = Setup(1, 75);
        var agenda = PlannedDay.Of(Asked(kit, setup, Guests(6))).Agenda();
        Assert.True(agenda.Ends > setup.Ends);
        Assert.Contains("too short", agenda.Says[0].ToString(), StringComparison.Ordinal);
        var option = agenda.Options.Single(o => o.Says.ToString() == "Cut the papers beforehand.");
        Assert.True(option.Saves > 0 && option.Lost < agenda.Waits);
        Assert.Equal(agenda.Lines.Count, agenda.Lines.Select(l => (l.Guest, l.From, l.Layout, l.Phase)).Distinct().Count());
        // Every step of the guide is somebody's at some time, for everybody.
        var steps = answer.Steps.Where(s => s.Minutes is not 0).Select(s => s.Number).ToHashSet();
        for (var g = 0; g < 6; g++)
            Assert.Superset(steps, agenda.Lines.Where(l => l.Guest == g).SelectMany(l => l.Steps).ToHashSet());
    }

    [Fact]
    public void A_child_cuts_only_while_the_grown_up_beside_them_does_nothing_else()
    {
        DayTask[] tasks =
        [
            Task(null, DayPhase.Gather, 2),
            Task(null, DayPhase.Cut, 20, SharedTool.Trimmer),
            Task("L1", DayPhase.Mat, 10),
            Task("L1", DayPhase.Lay, 30),
        ];
        DayGuest[] guests = [new("Ada"), new("Ben", Beside: 0), new("Cleo")];
        foreach (var effort in new[] { 0.0, 0.3 })
        {
            var plan = Ordered(Setup(3), guests, effort, tasks);
            var times = plan.Order.Play(plan.Minutes);
            int At(int guest, int task) => plan.Order.Goes.ToList().FindIndex(g => g.Guest == guest && g.Task == task);
            var cut = At(1, 1);
            for (var t = 0; t < tasks.Length; t++)
                Assert.True(times.Ends[At(0, t)] <= times.Starts[cut] || times.Starts[At(0, t)] >= times.Ends[cut]);
            // Either waits while the other cuts, unless the grown-up helps first; Cleo beside them waits for nobody.
            Assert.InRange(times.Waits.Sum(), 0, 20);
            Assert.Equal(0, times.Waits.Where((_, i) => plan.Order.Goes[i].Guest == 2).Sum());
            Assert.True(plan.Bound <= plan.Lost);
        }
    }

    [Fact]
    public void With_hot_air_what_is_wet_does_not_lie_and_a_rack_holds_only_so_many()
    {
        Step Of(int number, StepKind kind, int? minutes = null) =>
            new(number, $"{kind}", GuideHalf.Assembly, kind, "", [], [], "L1") { Minutes = minutes };
        Step[] steps = [Of(1, StepKind.Wet), Of(2, StepKind.Dry, 30), Of(3, StepKind.Lay)];
        IReadOnlyList<DayTask> Work(params ToolCount[] tools) => DayWork.Of(steps, [], Setup() with { Tools = tools });
        Assert.Equal((DayPhase.Dry, null, 1_800), Second(Work()));
        Assert.Equal((DayPhase.Dry, SharedTool.Rack, 1_800), Second(Work(new ToolCount(SharedTool.Rack, 2))));
        Assert.Equal((DayPhase.Heat, SharedTool.Heat, 180), Second(Work(new ToolCount(SharedTool.Heat, 1))));

        var setup = Setup() with { Tools = [new(SharedTool.Stamp, 4), new(SharedTool.Rack, 1)] };
        DayTask[] tasks = [Task("L1", DayPhase.Wet, 5, SharedTool.Stamp), Task("L1", DayPhase.Dry, 30, SharedTool.Rack)];
        Assert.Equal([35, 65, 95], Ends(Ordered(setup, Guests(3), 0.3, tasks)).Order());
        static (DayPhase, SharedTool?, int) Second(IReadOnlyList<DayTask> work) => (work[1].Phase, work[1].Tool, work[1].Seconds);
    }

    [Fact]
    public void Minutes_lost_move_who_is_at_something_and_all_that_follows()
    {
        var kit = ThreePages();
        var setup = Setup(2, 480, new DayBreak("Lunch", new(12, 30), 45));
        var day = PlannedDay.Of(Asked(kit, setup, [.. Guests(5).Select((g, i) => g with { Table = i < 2 ? "A" : "B" })]));
        var before = day.Agenda();
        var late = day.Agenda([new(new(10, 20), 15)]);
        // Nothing that was over moves; the order stays, and nobody is done before.
        Assert.Equal(before.Lines.Where(l => l.To <= new TimeOnly(10, 20)), late.Lines.Where(l => l.To <= new TimeOnly(10, 20)));
        Assert.All(before.Guests.Zip(late.Guests), g => Assert.InRange((g.Second.Ends - g.First.Ends).TotalMinutes, 0, 90));
        Assert.Contains(before.Guests.Zip(late.Guests), g => g.Second.Ends - g.First.Ends >= TimeSpan.FromMinutes(15));
        Assert.All(
            late.Lines.Where(l => l.Phase != DayPhase.Dry),
            l => Assert.True(l.To <= new TimeOnly(12, 30) || l.From >= new TimeOnly(13, 15))
        );
        // One table alone: the other does what it did, as far as it waits for nobody there.
        var other = PlannedDay.Of(
            Asked(
                kit,
                setup with
                {
                    PreCut = true,
                    Tools = [new(SharedTool.Trimmer, 9), new(SharedTool.Punch, 9)],
                },
                [.. Guests(4).Select((g, i) => g with { Table = i < 2 ? "A" : "B" })]
            )
        );
        Assert.Equal(
            other.Agenda().Lines.Where(l => l.Guest > 1),
            other.Agenda([new(new(10, 20), 15, "A")]).Lines.Where(l => l.Guest > 1),
            (a, b) => a.Guest == b.Guest && a.From == b.From && a.To == b.To
        );
    }

    [Fact]
    public void Too_late_it_says_what_still_can_be_left_out()
    {
        var kit = ThreePages();
        var free = PlannedDay.Of(Asked(kit, Setup(3), Guests(3))).Agenda();
        var setup = Setup(3, (int)(free.Ends - new TimeOnly(10, 0)).TotalMinutes + 10);
        var late = PlannedDay.Of(Asked(kit, setup, Guests(3))).Agenda([new(new(10, 5), 60)]);
        Assert.True(late.Ends > setup.Ends);
        Assert.NotEmpty(late.Options);
        Assert.All(late.Options, o => Assert.True(o.Saves > 0));
        // What everybody has begun is not left out any more.
        var gone = PlannedDay.Of(Asked(kit, setup, Guests(3))).Agenda([new(setup.Ends.AddMinutes(-1), 60)]);
        Assert.Empty(gone.Options);
    }

    [Fact]
    public void More_of_a_tool_are_wished_for_until_nobody_waits_longer_than_is_let_pass()
    {
        var day = PlannedDay.Of(Asked(ThreePages(), Setup(1), Guests(4)));
        var few = day.ToolsFor(240, DayChances.None).Single(w => w.Tool == SharedTool.Trimmer);
        Assert.Equal(1, few.Count);
        var many = day.ToolsFor(1, DayChances.None).Single(w => w.Tool == SharedTool.Trimmer);
        Assert.Equal((4, 0), (many.Count, many.Waits));
    }

    [Fact]
    public void Two_kits_share_the_tools_of_one_day()
    {
        var kit = ThreePages();
        var answer = KitAnswer.For(kit, 1);
        var one = new DayKit(kit, answer.Steps, answer.CutList);
        var two = new DayKit(
            kit with
            {
                Layouts = [kit.Layouts[0]],
            },
            [.. answer.Steps.Where(s => s.Layout is null or "L1")],
            answer.CutList
        );
        var day = PlannedDay.Of(new([one, two], Setup(1), [new("Ada"), new("Ben", Kit: 1)], []));
        var agenda = day.Agenda();
        Assert.DoesNotContain(agenda.Lines, l => l.Guest == 1 && l.Layout is not (null or "L1"));
        var cuts = agenda.Lines.Where(l => l.Tool == SharedTool.Trimmer).OrderBy(l => l.From).ToList();
        Assert.All(cuts.Zip(cuts.Skip(1)), c => Assert.True(c.First.To <= c.Second.From));
    }
}
