using System.Text.Json.Serialization;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Fitting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Workshops;

/// <summary>Pieces of one paper, face and size for all guests together, and how many there would be were every kit as designed.</summary>
public sealed record TotalPieces(string Paper, SheetFace Face, Size Size, int Count, int AsDesigned);

/// <summary>Photos of one size for all guests together: the list for whoever prints them.</summary>
/// <param name="Border">The white border they end with; none where they are printed to their edges.</param>
public sealed record TotalPhotos(Size Size, int Count, Length? Border = null);

/// <summary>Sheets of one paper for all guests, cut kit by kit, and as designed.</summary>
public sealed record TotalSheets(string Paper, int Count, int AsDesigned);

/// <summary>Pieces of one paper, face and size that the host brings paper for.</summary>
public sealed record TotalMissing(string Paper, SheetFace Face, Size Size, int Count);

/// <summary>What a host has ready for a real roster in place of so many equal kits.</summary>
/// <param name="Changed">How many guests have a kit that is not as designed.</param>
/// <param name="Pockets">Hinged pockets to buy.</param>
/// <param name="Cards">Cards to write on that take the place of photos.</param>
/// <param name="Placeholders">Placeholder cards by size, for photos that are not printed yet.</param>
/// <param name="Missing">Pieces that no guest's bag has the paper for.</param>
public sealed record RosterTotals(
    int Guests,
    int Changed,
    IReadOnlyList<TotalPieces> Pieces,
    IReadOnlyList<TotalPhotos> Photos,
    IReadOnlyList<TotalSheets> Sheets,
    int Pockets,
    int Cards,
    IReadOnlyList<TotalPhotos> Placeholders,
    IReadOnlyList<TotalMissing> Missing
)
{
    /// <summary>How the guests' kits are cut, each with how many of them there are.</summary>
    [JsonIgnore]
    public IReadOnlyList<(CutPlan Plan, int Times)> Plans { get; init; } = [];

    /// <summary>Cuts that the host makes for all of them: all but those of what only guests cut.</summary>
    [JsonIgnore]
    public long HostCuts { get; init; }

    /// <summary>Adds a roster up.</summary>
    /// <param name="guests">The changes of each guest; those that name nothing in the kit any more are left aside.</param>
    /// <exception cref="OperationCanceledException">The work was cancelled.</exception>
    public static RosterTotals Of(Kit kit, IReadOnlyList<IReadOnlyList<OpeningChange>> guests, PlanTerms? terms = null)
    {
        ArgumentNullException.ThrowIfNull(kit);
        var known = guests.Select(g => Adaptation.Known(kit, g)).ToList();
        var bag = Bag.Of(kit, terms);
        var kits = known
            .GroupBy(changes => string.Join('|', changes))
            .Select(g => (Cut: bag.Cut(Adaptation.Apply(kit, g.First())), Count: g.Count(), Changes: g.First()))
            .ToList();
        var designed = Counted(kit, terms);
        var counted = kits.Select(k => (Own: k.Changes.Count == 0 ? designed : Counted(k.Cut.Kit, terms), k.Count)).ToList();
        var pieces = counted
            .SelectMany(c => c.Own.Pieces.Select(p => (p.Key, Count: p.Value * c.Count)))
            .GroupBy(p => p.Key)
            .ToDictionary(g => g.Key, g => g.Sum(p => p.Count));
        var keys = pieces
            .Keys.Union(designed.Pieces.Keys)
            .OrderBy(k => k.Paper, StringComparer.Ordinal)
            .ThenByDescending(k => k.Size.Area)
            .ThenBy(k => k.Face);
        IReadOnlyList<TotalPhotos> Sizes(Func<Own, Dictionary<(Size Size, Length? Border), int>> of) =>
            [
                .. counted
                    .SelectMany(c => of(c.Own).Select(p => (p.Key, Count: p.Value * c.Count)))
                    .GroupBy(p => p.Key)
                    .Select(g => new TotalPhotos(g.Key.Size, g.Sum(p => p.Count), g.Key.Border))
                    .OrderByDescending(p => p.Size.Area)
                    .ThenBy(p => p.Size.Width),
            ];
        var all = known.SelectMany(c => c).ToList();
        var missing = kits.SelectMany(k => k.Cut.Paper.Missing.Select(m => (Key: (m.Paper, m.Face, m.Size), k.Count))).GroupBy(m => m.Key);
        return new(
            guests.Count,
            known.Count(c => c.Count > 0),
            [
                .. keys.Select(k => new TotalPieces(
                    k.Paper,
                    k.Face,
                    k.Size,
                    pieces.GetValueOrDefault(k),
                    designed.Pieces.GetValueOrDefault(k) * guests.Count
                )),
            ],
            Sizes(own => own.Photos),
            [
                .. kit
                    .Papers.Select(p => new TotalSheets(
                        p.Id,
                        counted.Sum(c => c.Own.Sheets.GetValueOrDefault(p.Id) * c.Count),
                        designed.Sheets.GetValueOrDefault(p.Id) * guests.Count
                    ))
                    .Where(s => s.Count > 0 || s.AsDesigned > 0),
            ],
            all.Count(c => c.Move == OpeningMove.Pocket),
            all.Count(c => c.Move == OpeningMove.Card),
            Sizes(own => own.Placeholders),
            [
                .. missing
                    .Select(g => new TotalMissing(g.Key.Paper, g.Key.Face, g.Key.Size, g.Sum(m => m.Count)))
                    .OrderBy(m => m.Paper, StringComparer.Ordinal)
                    .ThenByDescending(m => m.Size.Area),
            ]
        )
        {
            Plans = [.. counted.SelectMany(c => c.Own.Run.Plans.Select(p => (p.Plan, p.Times * c.Count)))],
            HostCuts = counted.Sum(c => (long)c.Own.Run.Host.AllCuts * c.Count),
        };
    }

    private sealed record Own(
        Dictionary<(string Paper, SheetFace Face, Size Size), int> Pieces,
        Dictionary<(Size Size, Length? Border), int> Photos,
        Dictionary<(Size Size, Length? Border), int> Placeholders,
        Dictionary<string, int> Sheets,
        RunPlan Run
    );

    private static Own Counted(Kit kit, PlanTerms? terms)
    {
        var work = new KitWork(kit, terms);
        var (layouts, pieces, run) = (work.Layouts, work.Pieces, work.OneByOne);
        Dictionary<(Size Size, Length? Border), int> Sizes(Func<Piece, bool> which) =>
            layouts
                .SelectMany(l => l.Pieces)
                .Where(p => which(p.Piece))
                .CountBy(p => (p.Stack.Photo, p.Piece.HasPrint ? p.Piece.BorderLeft(p.Stack)?.Across : null))
                .ToDictionary();
        return new(
            pieces.CountBy(p => (p.Paper, p.Face, p.Size)).ToDictionary(),
            Sizes(p => p.HasPrint),
            Sizes(p => p.IsPlaceholder),
            kit.Papers.ToDictionary(p => p.Id, p => run.Sheets(p.Id)),
            run
        );
    }
}
