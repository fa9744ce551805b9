using System.Text;
using System.Text.Json;
using VelvetFold.Core.Fitting;
using VelvetFold.Core.Tests.Fitting;
using VelvetFold.Formats.Json;

namespace VelvetFold.Formats.Tests;

/// <summary>Layouts with guests' photos, each with a solution made by hand.</summary>
public class FitCasesTests
{
    public static TheoryData<string> Cases
    {
        get
        {
            var folder = AppContext.BaseDirectory;
            while (!File.Exists(Path.Combine(folder, "VelvetFold.slnx")))
                folder = Path.GetDirectoryName(folder)!;
            return
            [
                .. new[] { "cases", "own" }
                    .SelectMany(set => Directory.GetFiles(Path.Combine(folder, "bench", "fits", set), "*.json"))
                    .Order(StringComparer.Ordinal),
            ];
        }
    }

    [Theory, MemberData(nameof(Cases))]
    public void The_first_offer_is_without_fault_and_worth_what_the_hand_made_one_is(string file)
    {
        using var document = JsonDocument.Parse(File.ReadAllText(file));
        var root = document.RootElement;
        var kit = KitFile
            .Read(Encoding.UTF8.GetBytes($$"""{"format":"velvet-fold-kit","version":1,"kit":{{root.GetProperty("kit").GetRawText()}}}"""))
            .Value!;
        var (layout, line) = (root.GetProperty("layout").GetString()!, root.GetProperty("photos").GetString()!);
        var photos = PhotoLine.Read(line, kit.Unit).Photos;
        var byHand = root.GetProperty("reference").GetProperty("changes").Deserialize<IReadOnlyList<OpeningChange>>(JsonText.In(kit.Unit))!;
        Assert.Empty(Adaptation.Unknown(kit, byHand));
        var bag = Bag.Of(kit);
        var best = FitSearch.Find(kit, layout, photos, 3, bag).Fits[0];
        Assert.Empty(new PageJudge(kit, layout, photos).Faults(best));
        Assert.Equal(best.Score, FitJudge.Of(kit, layout, photos, best.Changes, bag: bag).Score);
        Assert.True(best.Score >= FitJudge.Of(kit, layout, photos, byHand, bag: bag).Score, $"{best.Score} is less than by hand");
    }
}
