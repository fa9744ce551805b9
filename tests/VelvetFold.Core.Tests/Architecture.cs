using NetArchTest.Rules;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Tests;

/// <summary>The order of the house: a stage may use those above it, never those below, and Core knows nobody.</summary>
public class Architecture
{
    private static readonly string[] Stages =
    [
        "Wording",
        "Measures",
        "Drawing",
        "Stock",
        "Matting",
        "Kits",
        "Layouts",
        "Lines",
        "Cutting",
        "Judgement",
        "Eye",
        "Guides",
        "Fitting",
        "Proposing",
        "Counting",
        "Workshops",
        "Days",
    ];

    public static TheoryData<string> StageNames => [.. Stages];

    [Theory, MemberData(nameof(StageNames))]
    public void A_stage_uses_only_stages_above_it(string stage)
    {
        var below = Stages.SkipWhile(s => s != stage).Skip(1).Select(s => $"VelvetFold.Core.{s}").ToArray();
        var result = Types
            .InAssembly(typeof(Length).Assembly)
            .That()
            .ResideInNamespace($"VelvetFold.Core.{stage}")
            .ShouldNot()
            .HaveDependencyOnAny(below)
            .GetResult();
        Assert.True(below.Length == 0 || result.IsSuccessful, string.Join(", ", result.FailingTypeNames ?? []));
    }

    [Fact]
    public void Core_knows_no_web_no_database_no_files_and_no_clock()
    {
        var result = Types
            .InAssembly(typeof(Length).Assembly)
            .ShouldNot()
            .HaveDependencyOnAny(
                "Microsoft.AspNetCore",
                "Microsoft.EntityFrameworkCore",
                "System.IO.File",
                "System.IO.Directory",
                "System.Net.Http",
                "System.DateTime",
                "VelvetFold.Formats",
                "VelvetFold.Store",
                "VelvetFold.Web"
            )
            .GetResult();
        Assert.True(result.IsSuccessful, string.Join(", ", result.FailingTypeNames ?? []));
    }
}
