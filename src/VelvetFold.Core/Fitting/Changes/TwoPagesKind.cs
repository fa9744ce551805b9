using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting.Changes;

/// <summary>A single page becomes a spread of itself twice; a card lies on the second title.</summary>
internal sealed class TwoPagesKind : ChangeKind
{
    public override OpeningMove Move => OpeningMove.TwoPages;

    public override bool IsWhole => true;

    public override bool CanApply(Kit kit, Layout layout, OpeningChange change) => layout.Kind == LayoutKind.Single;

    public override Layout Apply(Kit kit, Layout layout, OpeningChange change) => Doubled(layout);

    public override Saying Says(Kit kit, OpeningChange change) => Saying.Of("fit.is-made-twice-as-2", ("layout", change.Layout));

    // There are only as many ready-made parts as were packed: the second page has none of them, unless something leans on one.
    private static Layout Doubled(Layout single)
    {
        var left = LayoutWork.ToSpread(single);
        bool IsLeantOn(string id) => left.Pieces.Any(p => p.Across.LeansOn == id || p.Down.LeansOn == id);
        var again = left.Pieces.Where(p => p.Part is null || IsLeantOn(p.Id)).ToList();
        var names = new Dictionary<string, string>();
        foreach (var id in again.Select(p => p.Id).Concat(left.Arrangements.Select(a => a.Id)))
            names[id] = Making.Free(left, id, "R");
        AxisRule Leaning(AxisRule rule) => rule.LeansOn is { } on && names.TryGetValue(on, out var name) ? rule.Leaning(name) : rule;
        Piece Copy(Piece p) =>
            p with
            {
                Id = names[p.Id],
                Side = PageSide.Right,
                Across = Leaning(p.Across),
                Down = Leaning(p.Down),
                Kind = p.Kind == PieceKind.Title ? PieceKind.Journaling : p.Kind,
                Name = p.Kind == PieceKind.Title ? "Card in place of the title" : p.Name,
                Opening = p.Opening is { } opening ? opening with { Focal = false } : null,
            };
        Arrangement Again(Arrangement a) =>
            a with
            {
                Id = names[a.Id],
                Side = PageSide.Right,
                Members = [.. a.Members.Where(names.ContainsKey).Select(m => names[m])],
                Over = a.Over is { } over ? names.GetValueOrDefault(over, over) : null,
                Across = a.Across is { } across ? Leaning(across) : null,
                Down = a.Down is { } down ? Leaning(down) : null,
            };
        return left with
        {
            Pieces = [.. left.Pieces, .. again.Select(Copy)],
            Arrangements = [.. left.Arrangements, .. left.Arrangements.Select(Again)],
        };
    }
}
