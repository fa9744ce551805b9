using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Proposing;

/// <summary>
/// Pages out of sizes and of nothing but what lies in the studio: <see cref="Proposals"/> with every paper of which there is a sheet or a
/// scrap, and of the pages only those that <see cref="StillMaking"/> cuts out of them.
/// </summary>
public static class LeftPages
{
    /// <summary>A kit without layouts, of the papers that are there; what is bought as it is needed is not.</summary>
    /// <param name="like">Whose unit, ruler, trimmer and way with mats it has.</param>
    public static Kit KitOf(Studio studio, Kit like)
    {
        ArgumentNullException.ThrowIfNull(studio);
        ArgumentNullException.ThrowIfNull(like);
        return like with
        {
            Name = "",
            Kits = 1,
            Notes = null,
            Parts = [],
            Layouts = [],
            KeptSheets = [],
            ChosenPlans = [],
            Spares = [],
            Guide = like.Guide with { Notes = [], Moves = [] },
            Papers =
            [
                .. studio
                    .Papers.Values.Where(p => !p.Paper.Preprinted && (p.Sheets > 0 || p.Scraps.Count > 0))
                    .OrderBy(p => p.Paper.Name, StringComparer.Ordinal)
                    .ThenBy(p => p.Key, StringComparer.Ordinal)
                    .Select(p => p.Paper with { Id = IdOf(p.Key), OnHand = p.Sheets ?? 0, Offcuts = p.Scraps })
                    .DistinctBy(p => p.Id),
            ],
        };
    }

    /// <summary>The same with one page, of the papers that it names; null where one of them is not there.</summary>
    public static Kit? KitOf(Kit left, Layout page)
    {
        ArgumentNullException.ThrowIfNull(left);
        ArgumentNullException.ThrowIfNull(page);
        HashSet<string> named = [.. page.Pieces.SelectMany(Bringing.PapersOf)];
        return named.All(p => left.Paper(p) is not null)
            ? left with
            {
                Papers = [.. left.Papers.Where(p => named.Contains(p.Id))],
                Layouts = [page],
            }
            : null;
    }

    /// <summary>What a paper of the studio is called in a kit of what is there.</summary>
    /// <param name="key">By what it is known in the studio.</param>
    public static string IdOf(string key) => $"there-{key?.Replace(' ', '-')}";

    /// <summary>By what key a paper of such a kit is known in the studio; null where it is not there.</summary>
    public static string? KeyOf(Studio studio, string paper)
    {
        ArgumentNullException.ThrowIfNull(studio);
        return studio.Papers.Keys.FirstOrDefault(k => IdOf(k) == paper);
    }

    /// <summary>What a layout of such a kit takes; null where it does not come out of the papers it names.</summary>
    /// <exception cref="OperationCanceledException">The work was cancelled.</exception>
    public static StillMade? Made(Kit kit, Layout layout, Studio studio, CancellationToken cancel = default) =>
        StillMaking.Of(kit, layout, Counted(studio), id => KeyOf(studio, id), _ => null, cancel) is { StandIns.Count: 0 } made
            ? made
            : null;

    // Of a paper that is bought as it is needed only its scraps are there.
    private static Studio Counted(Studio studio) =>
        studio with
        {
            Papers = studio.Papers.ToDictionary(p => p.Key, p => p.Value with { Sheets = p.Value.Sheets ?? 0 }),
        };

    /// <summary>Proposes pages that come out of what is there, the best first.</summary>
    /// <returns>The faults of the line where it cannot be read.</returns>
    /// <exception cref="OperationCanceledException">The work was cancelled.</exception>
    public static (ProposalAnswer? Answer, IReadOnlyList<SizeFault> Faults) Of(
        Kit kit,
        Studio studio,
        ProposalQuestion question,
        int count = Proposals.Most,
        CancellationToken cancel = default
    )
    {
        ArgumentNullException.ThrowIfNull(kit);
        return kit.Papers.Count == 0
            ? (new([], Saying.Of("proposal.nothing-counted")), [])
            : Proposals.Of(
                kit,
                question,
                count,
                // What it takes is cut from scraps first, and is all there: its base too, whoever thought of it.
                layout =>
                    Made(kit, layout, studio, cancel) is { } made ? [.. made.Takes.Select(t => new ProposedSheets(t.For, t.Sheets))] : null,
                cancel
            );
    }
}
