using VelvetFold.Core;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Days;
using VelvetFold.Core.Kits;
using VelvetFold.Store;
using VelvetFold.Web.Doors;

namespace VelvetFold.Web.Endpoints;

/// <summary>A day to plan.</summary>
/// <param name="Timed">How long kinds of steps take, as timed at the tables (<c>GET /api/kits/KIT/table</c>), in place of the
/// defaults.</param>
internal sealed record DayQuestion(Kit Kit, DaySetup Day, IReadOnlyList<DayGuest> Guests, IReadOnlyList<TimedKind>? Timed = null);

/// <summary>A day to play.</summary>
/// <param name="Days">How often; 2,000 where nothing is said.</param>
/// <param name="Seed">The same gives the same days.</param>
internal sealed record RehearsalQuestion(
    Kit Kit,
    DaySetup Day,
    IReadOnlyList<DayGuest> Guests,
    IReadOnlyList<TimedKind>? Timed = null,
    DayChances? Chances = null,
    int Days = 2_000,
    int Seed = 1
);

/// <summary>The agenda of a workshop day, and the day rehearsed.</summary>
internal static class DayEndpoints
{
    public static void MapDays(this RouteGroupBuilder api)
    {
        api.MapPost("/compute/day", DayAsync)
            .May(StudioRole.Helper)
            .IsLongWork()
            .WithTags("Compute")
            .Accepts<DayQuestion>("application/json")
            .Produces<DayAgenda>()
            .ProducesProblem(400)
            .ProducesProblem(503);
        api.MapPost("/compute/rehearsal", RehearseAsync)
            .May(StudioRole.Helper)
            .IsLongWork()
            .WithTags("Compute")
            .Accepts<RehearsalQuestion>("application/json")
            .Produces<DayRehearsed>()
            .ProducesProblem(400)
            .ProducesProblem(503);
    }

    private static async Task<IResult> DayAsync(HttpContext context, PlanMemory memory)
    {
        var reading = await Body.ReadAsync<DayQuestion>(context.Request, "kit.", q => q.Kit);
        if (reading.Value is not { } question)
            return Problems.Bad(reading.Faults);
        IReadOnlyList<Fault> faults =
        [
            .. DayRules.Faults([question.Kit], question.Day, question.Guests),
            .. DayRules.Faults(question.Timed ?? []),
        ];
        if (faults.Count > 0)
            return Problems.Bad(faults);
        var cancel = context.RequestAborted;
        var answer = KitAnswer.For(question.Kit, 1, new() { Memory = memory, Cancel = cancel });
        return Body.Json(
            PlannedDay.Of(Asked(question.Kit, answer, question.Day, question.Guests, question.Timed), cancel).Agenda(cancel: cancel),
            question.Kit.Unit
        );
    }

    private static async Task<IResult> RehearseAsync(HttpContext context, PlanMemory memory)
    {
        var reading = await Body.ReadAsync<RehearsalQuestion>(context.Request, "kit.", q => q.Kit);
        if (reading.Value is not { } question)
            return Problems.Bad(reading.Faults);
        var chances = question.Chances ?? new();
        IReadOnlyList<Fault> faults =
        [
            .. DayRules.Faults([question.Kit], question.Day, question.Guests),
            .. DayRules.Faults(question.Timed ?? []),
            .. DayRules.Faults(chances, question.Days),
        ];
        if (faults.Count > 0)
            return Problems.Bad(faults);
        var cancel = context.RequestAborted;
        var answer = KitAnswer.For(question.Kit, 1, new() { Memory = memory, Cancel = cancel });
        return Body.Json(
            PlannedDay
                .Of(Asked(question.Kit, answer, question.Day, question.Guests, question.Timed), cancel)
                .Rehearse(chances, question.Days, question.Seed, cancel),
            question.Kit.Unit
        );
    }

    private static DayAsked Asked(
        Kit kit,
        KitAnswer answer,
        DaySetup day,
        IReadOnlyList<DayGuest> guests,
        IReadOnlyList<TimedKind>? timed
    ) => new([new(kit, answer.Steps, answer.CutList)], day, guests, timed ?? []);
}
