using VelvetFold.Core.Kits;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Guides;

/// <summary>What reads otherwise than when a guide was last printed.</summary>
public class ChangedStepsTests
{
    private static readonly Kit Before = Kit(
        Layout(
            LayoutKind.Single,
            Piece("B1", "6", "4", Left("1"), Top("1")),
            Piece("B2", "2", "2", RightOf("B1", "1/2"), Top("1")),
            Piece("J1", "2", "2", Left("1"), Top("8"), kind: PieceKind.Journaling)
        )
    );

    private static IReadOnlyList<string> Changed(Kit now) => GuideAnswer.For(now, Before).Changed;

    private static Kit With(string id, Func<Piece, Piece> change) =>
        Before.With(Before.Layouts[0].With(change(Before.Layouts[0].Piece(id)!)));

    [Fact]
    public void Nothing_changes_by_itself_or_by_what_is_not_printed()
    {
        Assert.Empty(Changed(Before));
        Assert.Empty(Changed(Before with { Notes = "Buy more.", Kits = 40 }));
        Assert.Empty(GuideAnswer.For(Before).Changed);
    }

    [Fact]
    public void A_piece_that_grows_changes_its_own_step_and_those_measured_by_it()
    {
        var changed = Changed(With("B1", p => p with { Size = S("5 1/2", "4") }));
        Assert.Contains("lay:L1:L1-B1,L1-B2", changed);
        Assert.DoesNotContain("lay:L1:L1-J1", changed);
        Assert.DoesNotContain("write:L1:L1-J1", changed);
    }

    [Fact]
    public void A_piece_that_moves_alone_changes_one_step_and_no_cut() =>
        Assert.Equal(["lay:L1:L1-J1"], Changed(With("J1", p => p with { Across = Left("2") })));

    [Fact]
    public void Words_of_ones_own_and_another_language_change_what_they_touch()
    {
        Assert.Equal(["dry-layout:L1"], Changed(Before with { Guide = new() { Notes = [new("dry-layout:L1", "Breathe.")] } }));
        var german = Changed(Before with { Guide = new() { Language = GuideLanguage.German } });
        Assert.Equal(KitAnswer.For(Before, 1).Steps.Count, german.Count);
    }
}
