using System.Globalization;
using System.Text.Json.Nodes;

namespace VelvetFold.Web.Tests.Oracle;

/// <summary>Follows a trimmer's programme with a sheet in hand, cut by cut, and tells where it does not come out.</summary>
internal sealed class Replay(JsonNode kit, IReadOnlyDictionary<string, Cut> cuts, List<string> told)
{
    /// <summary>What lies on the table after it, by name; scrap is left out.</summary>
    public List<(string Name, Rect Box)> Parts { get; } = [];

    public static Rect RectOf(JsonNode box) =>
        new(
            Exact.Parse((string)box["x"]!),
            Exact.Parse((string)box["y"]!),
            Exact.Parse((string)box["width"]!),
            Exact.Parse((string)box["height"]!)
        );

    /// <summary>Follows one pattern of a plan; what is wrong is added to what is told.</summary>
    public void Run(JsonNode pattern)
    {
        var paper = kit["papers"]!.AsArray().Single(p => (string?)p!["id"] == (string?)pattern["sheet"])!;
        var from = (string?)pattern["from"];
        var sheet = from is null ? Whole(paper) : Remnant(paper, from);
        var programme = pattern["cuts"]!.AsArray();
        Parts.Clear();
        Parts.Add(("sheet", sheet));
        if (programme.Count == 0 || programme[0]!["plunge"] is not null)
            Parts[0] = ((string)pattern["placements"]![0]!["piece"]!, sheet);
        foreach (var cut in programme)
            if (cut!["plunge"] is null)
                Through(cut);
        foreach (var four in programme.Where(c => c!["plunge"] is not null).Chunk(4))
            Inside(four);
        var usable = from is null ? Usable(paper, sheet) : sheet;
        var placed = pattern["placements"]!.AsArray().ToList();
        foreach (var (name, box) in Parts.Where(p => cuts.ContainsKey(p.Name)))
        {
            var at = placed.FindIndex(p => (string?)p!["piece"] == name && RectOf(p["box"]!) == box);
            if (at < 0)
            {
                told.Add($"{name} comes off as {box}, and no placement says so");
                continue;
            }
            Piece(cuts[name], placed[at]!, box, usable);
            if (cuts[name].From is { } place)
                Say(
                    told,
                    from is null && IsAt(place, cuts[name].Face == "A" ? box.X : sheet.Right - box.Right, box.Y),
                    $"{name} does not come from its place on the sheet"
                );
            placed.RemoveAt(at);
        }
        foreach (var left in placed)
            told.Add($"{left!["piece"]} is placed and never comes off");
        foreach (var offcut in pattern["offcuts"]!.AsArray())
            if (!Parts.Exists(p => p.Name == (string?)offcut!["name"] && p.Box == RectOf(offcut["box"]!)))
                told.Add($"{offcut!["name"]} does not come off as it is said to lie");
        ByKnife(pattern, programme);
    }

    private static void Say(List<string> told, bool holds, string what)
    {
        if (!holds)
            told.Add(what);
    }

    // There, or so many times as far on as it comes again.
    private static bool IsAt(JsonNode place, Exact x, Exact y)
    {
        static bool Is(Exact at, JsonNode said, JsonNode? every)
        {
            var by = at - Exact.Parse((string)said!);
            return by.IsZero
                || (every is not null && by / Exact.Parse((string)every!) is var steps && steps == Exact.Of((int)steps.Floor()));
        }
        return Is(x, place["x"]!, place["everyAcross"]) && Is(y, place["y"]!, place["everyDown"]);
    }

    private void Piece(Cut cut, JsonNode placement, Rect box, Rect usable)
    {
        var turned = (bool)placement["turned"]!;
        Say(
            told,
            (turned ? box.H : box.W) == cut.W && (turned ? box.W : box.H) == cut.H,
            $"{cut.Label} is cut {box.W} x {box.H}, and has to be {cut.W} x {cut.H}"
        );
        Say(told, cut.Free || !turned || cut.W == cut.H, $"{cut.Label} is turned against its print");
        Say(told, (string?)placement["face"] == cut.Face, $"{cut.Label} shows the wrong face");
        Say(told, usable.Contains(box), $"{cut.Label} lies on the tear strip or on what squares the sheet");
    }

    private void Through(JsonNode cut)
    {
        var (name, box) = ((string)cut["part"]!, RectOf(cut["partBox"]!));
        var at = Parts.FindIndex(p => p.Name == name && p.Box == box);
        if (at < 0)
        {
            told.Add($"cut {cut["order"]} takes {name}, {box}, which is not on the table");
            return;
        }
        Parts.RemoveAt(at);
        var setting = Exact.Parse((string)cut["setting"]!);
        var (off, rest) = Split(box, (string)cut["fence"]!, setting);
        Say(told, setting.IsPositive && rest.W.IsPositive && rest.H.IsPositive, $"cut {cut["order"]} is set beyond {name}");
        Put((string)cut["gives"]![0]!, off);
        Put((string)cut["gives"]![1]!, rest);
    }

    private void Put(string name, Rect box)
    {
        if (name != "scrap")
            Parts.Add((name, box));
    }

    private static (Rect Off, Rect Kept) Split(Rect box, string fence, Exact by) =>
        fence switch
        {
            "left" => (box with { W = by }, box with { X = box.X + by, W = box.W - by }),
            "top" => (box with { H = by }, box with { Y = box.Y + by, H = box.H - by }),
            "right" => (box with { X = box.Right - by, W = by }, box with { W = box.W - by }),
            _ => (box with { Y = box.Bottom - by, H = by }, box with { H = box.H - by }),
        };

    // Four cuts, the piece turned between them, leave its border and set its inside free.
    private void Inside(JsonNode?[] four)
    {
        var (name, box) = ((string)four[0]!["part"]!, RectOf(four[0]!["partBox"]!));
        Say(
            told,
            four.Length == 4 && Parts.Exists(p => p.Name == name && p.Box == box),
            $"the inside of {name} is cut out of what is not there"
        );
        if (!cuts.TryGetValue(name, out var cut) || cut.Gut is not { } border)
        {
            told.Add($"the inside of {name} is cut out, and it stays whole");
            return;
        }
        Say(told, four.Select(c => (string)c!["fence"]!).Distinct().Count() == 4, $"the four cuts of {name} do not go round it");
        foreach (var side in four)
        {
            var run = (string?)side!["fence"] is "left" or "right" ? box.H : box.W;
            var plunge = side["plunge"]!;
            Say(
                told,
                Exact.Parse((string)side["setting"]!) == border
                    && Exact.Parse((string)plunge["start"]!) == border
                    && Exact.Parse((string)plunge["end"]!) == run - border,
                $"{name} keeps another border than {border} at its {side["fence"]}"
            );
        }
        Say(told, (string?)four[^1]!["gives"]![0] == $"inside of {name}", $"the inside of {name} has another name");
    }

    private void ByKnife(JsonNode pattern, JsonArray programme)
    {
        if ((string?)kit["longestCut"] is not { } longest)
            return;
        var knife = pattern["byKnife"]!.AsArray().Select(n => (int)n!).ToHashSet();
        foreach (var cut in programme.Where(c => c!["plunge"] is null))
        {
            var box = RectOf(cut!["partBox"]!);
            var run = (string?)cut["fence"] is "left" or "right" ? box.H : box.W;
            Say(told, run > Exact.Parse(longest) == knife.Contains((int)cut["order"]!), $"cut {cut["order"]} of {run} and the knife");
        }
    }

    private static Rect Whole(JsonNode paper) => PageModel.Size(paper["size"]!) is var (w, h) ? new(Exact.Zero, Exact.Zero, w, h) : default;

    /// <summary>The part of a new sheet that pieces may be cut from.</summary>
    public static Rect Usable(JsonNode paper, Rect? whole = null)
    {
        var sheet = whole ?? Whole(paper);
        if (paper["tearStrip"] is { } strip)
            sheet = Split(sheet, (string?)strip["edge"] ?? "left", Exact.Parse((string)strip["width"]!)).Kept;
        if (paper["squaring"] is not { } squaring)
            return sheet;
        var by = Exact.Parse((string)squaring["width"]!);
        foreach (var edge in (string[])((bool?)squaring["allRound"] == true ? ["left", "top", "right", "bottom"] : ["left", "top"]))
            sheet = Split(sheet, edge, by).Kept;
        return sheet;
    }

    /// <summary>A remnant as it lies on the table.</summary>
    public Rect Remnant(JsonNode paper, string from)
    {
        static Rect At((Exact W, Exact H) size) => new(Exact.Zero, Exact.Zero, size.W, size.H);
        if (from == "tear strip")
        {
            var strip = paper["tearStrip"]!;
            var off = Split(Whole(paper), (string?)strip["edge"] ?? "left", Exact.Parse((string)strip["width"]!)).Off;
            return At((off.W, off.H));
        }
        if (from.StartsWith("inside of ", StringComparison.Ordinal) && cuts.TryGetValue(from["inside of ".Length..], out var cut))
            return At((cut.W - cut.Gut!.Value * Exact.Of(2), cut.H - cut.Gut.Value * Exact.Of(2)));
        if (from.StartsWith("offcut on hand ", StringComparison.Ordinal))
            return At(PageModel.Size(paper["offcuts"]![NumberOf(from) - 1]!["size"]!));
        told.Add($"{from} is cut, which there is not");
        return default;
    }

    public static int NumberOf(string from) => int.Parse(from["offcut on hand ".Length..].Split(',')[0], CultureInfo.InvariantCulture);
}
