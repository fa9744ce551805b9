using CsCheck;
using VelvetFold.Core.Days;

namespace VelvetFold.Core.Tests.Days;

/// <summary>What is done before the day, planned backwards from it.</summary>
public sealed class DaysBeforeTests
{
    private static readonly DateOnly Saturday = new(2027, 5, 15);

    private static readonly BeforeFacts Facts = new(14, 300, 20, ["Oat dot"], ["Ada"], ["Ada", "Ben"], ["Cleo"], ["Harbour"], 14);

    private static DaysBefore Plan(
        DateOnly today,
        BeforeFacts? facts = null,
        HostHours? hours = null,
        BeforeKind[]? done = null,
        MovedBefore[]? moved = null
    ) => DaysBefore.Plan(today, Saturday, facts ?? Facts, hours ?? HostHours.Usual, done ?? [], moved ?? []);

    private static BeforeTask Of(DaysBefore plan, BeforeKind kind) => plan.Tasks.Single(t => t.Kind == kind);

    // By hand: on 2 hours a day and none on Sunday. Friday 14: the room (60) and 60 of the 84 minutes of packing; Thursday 13: the other 24
    // and 96 of the 100 minutes of cutting (300 cuts at 20 s); the last 4 on Wednesday 12 beside the cards (42). Prints take 4 days: they
    // are ordered by Sunday 9, worked on on Saturday 8. Fits are before that, photos are asked for ten days earlier.
    [Fact]
    public void Each_thing_is_as_late_as_it_can_be_on_the_hours_given()
    {
        var plan = Plan(new(2027, 4, 1));
        Assert.Equal(new(2027, 5, 14), Of(plan, BeforeKind.RoomPrepared).Begin);
        Assert.Equal((new DateOnly(2027, 5, 13), new DateOnly(2027, 5, 14)), Span(plan, BeforeKind.BagsPacked));
        Assert.Equal((new DateOnly(2027, 5, 12), new DateOnly(2027, 5, 13)), Span(plan, BeforeKind.PiecesCut));
        Assert.Equal((new DateOnly(2027, 5, 8), new DateOnly(2027, 5, 9)), Span(plan, BeforeKind.PrintsOrdered));
        Assert.Equal(new(2027, 5, 7), Of(plan, BeforeKind.PapersBought).Due); // five days before cutting begins
        Assert.Equal(new(2027, 5, 8), Of(plan, BeforeKind.FitsTaken).Due);
        Assert.Equal(new(2027, 4, 28), Of(plan, BeforeKind.PhotosAsked).Due);
        Assert.All(plan.Tasks, t => Assert.Equal(0, t.LateDays));
    }

    private static (DateOnly, DateOnly) Span(DaysBefore plan, BeforeKind kind) => (Of(plan, kind).Begin, Of(plan, kind).Due);

    [Fact]
    public void What_is_late_says_what_it_holds_up()
    {
        var asked = Of(Plan(new(2027, 5, 1)), BeforeKind.PhotosAsked);
        Assert.Equal(3, asked.LateDays);
        Assert.Equal(
            [
                BeforeKind.PhotosIn,
                BeforeKind.FitsTaken,
                BeforeKind.PrintsOrdered,
                BeforeKind.Printed,
                BeforeKind.PiecesCut,
                BeforeKind.BagsPacked,
            ],
            asked.Endangers
        );
        Assert.Equal("Not asked yet: Ada.", asked.Open?.ToString());
        // Marked as done it is late no more, and holds up nothing.
        var done = Of(Plan(new(2027, 5, 1), done: [BeforeKind.PhotosAsked]), BeforeKind.PhotosAsked);
        Assert.True(done.Done && done.LateDays == 0 && done.Endangers.Count == 0);
    }

    [Fact]
    public void What_is_put_on_a_day_after_it_helps_is_late()
    {
        var cut = Of(Plan(new(2027, 4, 1), moved: [new(BeforeKind.PiecesCut, new(2027, 5, 16))]), BeforeKind.PiecesCut);
        Assert.True(cut.Moved);
        Assert.Equal(3, cut.LateDays);
        Assert.Equal([BeforeKind.BagsPacked], cut.Endangers);
    }

    [Fact]
    public void It_is_said_by_how_much_even_beginning_today_is_too_late()
    {
        // Ten days for answers, four for prints: begun on the 10th, bags are packed after the 24th.
        var plan = Plan(new(2027, 5, 10));
        Assert.True(plan.Ready >= new DateOnly(2027, 5, 24));
        Assert.Equal(
            $"Even begun today it is done {plan.Ready!.Value.DayNumber - Saturday.DayNumber + 1} days too late.",
            plan.Says.ToString()
        );
        Assert.Contains(
            "No hour",
            Plan(new(2027, 4, 1), hours: HostHours.Usual with { Minutes = [0, 0, 0, 0, 0, 0, 0] }).Says.ToString(),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void What_the_studio_sees_is_done_without_a_mark()
    {
        var plan = Plan(new(2027, 4, 1), new(14, 0, null, [], [], [], [], [], 0));
        Assert.Equal(
            [BeforeKind.RoomPrepared, BeforeKind.PrintsOrdered],
            plan.Tasks.Where(t => !t.Done).Select(t => t.Kind).OrderDescending()
        );
    }

    // Whatever the hours: nothing begins before what it waits for is due, and no day holds more than its hours.
    [Fact]
    public void Nothing_is_planned_before_what_it_waits_for()
    {
        var hours = Gen.Int[0, 240].Array[7].Where(m => m.Any(x => x > 20));
        Gen.Select(hours, Gen.Int[0, 12], Gen.Int[0, 14], Gen.Int[0, 10], Gen.Int[1, 60])
            .Sample(
                (minutes, delivery, answer, prints, guests) =>
                {
                    var facts = Facts with { Guests = guests, Cuts = guests * 20, Unpacked = guests };
                    var plan = Plan(new(2026, 1, 1), facts, new(minutes, delivery, answer, prints));
                    foreach (var task in plan.Tasks)
                    {
                        Assert.True(task.Begin <= task.Due && task.Due < Saturday);
                        foreach (var before in task.After.Select(k => Of(plan, k)))
                            Assert.True(before.Due.AddDays(before.WaitDays) <= task.Begin, $"{before.Kind} before {task.Kind}");
                    }
                    var most = (Saturday.DayNumber - plan.Tasks.Min(t => t.Begin).DayNumber) / 7 + 1;
                    Assert.True(plan.Tasks.Sum(t => t.Minutes) <= minutes.Sum() * most);
                }
            );
    }
}
