using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting.Changes;

/// <summary>The guest's own words take the place of the designer's; a title that is set from letters takes those of its own.</summary>
internal sealed class WordsKind : ChangeKind
{
    public override OpeningMove Move => OpeningMove.Words;

    public override bool IsWhole => true;

    public override bool CanApply(Kit kit, Layout layout, OpeningChange change) =>
        change.Words is { } words && words.All.Any() && !words.Faults("").Any();

    public override Layout Apply(Kit kit, Layout layout, OpeningChange change)
    {
        var own = change.Words!;
        var made = layout with { Words = own.Over(layout.Words) };
        // A title in several runs of letters says all of itself in the first.
        var set = layout.Pieces.FirstOrDefault(p =>
            p.Kind == PieceKind.Title && kit.PartSheet(p.Part?.Sheet) is { Kind: Stock.PartKind.Letters } && !p.Extra
        );
        return set is not null && !string.IsNullOrWhiteSpace(own.Title)
            ? made.With(
                set with
                {
                    Part = LetterSheets.Filled(kit.With(made), made.Id, set.Id, set.Part! with { Part = own.Title.Trim() }),
                }
            )
            : made;
    }

    public override Saying Says(Kit kit, OpeningChange change) =>
        Saying.Of("fit.own-words", ("layout", change.Layout), ("list", (change.Words?.All ?? []).Select(w => w.Text)));
}
