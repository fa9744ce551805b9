using VelvetFold.Core.Fitting;
using VelvetFold.Core.Fitting.Changes;
using VelvetFold.Core.Wording;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Fitting;

public sealed class ChangeKindTests
{
    public static TheoryData<OpeningMove> Moves => [.. Enum.GetValues<OpeningMove>()];

    // Whoever adds a kind of change gives it all three: whether, how, and words in every language.
    [Theory, MemberData(nameof(Moves))]
    public void Every_kind_of_change_has_its_words(OpeningMove move)
    {
        var kind = ChangeKind.Of(move);
        var change = new OpeningChange("L1", kind.IsWhole ? "" : "P1", move, 1, 2, L("1/4"), "P2", S("3", "4"), ["a"], new(L("1"), L("1")));
        Assert.Equal(move, kind.Move);
        Assert.Equal(kind.IsWhole, change.IsWhole);
        var kit = Kit(Layout(Core.Kits.LayoutKind.Single, Photo("P1", "4", "6", Left("1"), Top("1"))));
        Assert.All(Lexicon.All, lexicon => Assert.Contains("L1", change.Says(kit).In(lexicon), StringComparison.Ordinal));
    }

    [Fact]
    public void A_layout_that_is_not_there_takes_no_change() =>
        Assert.All(
            Enum.GetValues<OpeningMove>(),
            move => Assert.Single(Adaptation.Unknown(Kit(Layout(Core.Kits.LayoutKind.Single)), [new("L9", "P1", move)]))
        );
}
