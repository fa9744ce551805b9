using System.Text.Json.Nodes;

namespace VelvetFold.Web.Tests.Oracle;

/// <summary>Kit documents by chance, as JSON: inch and metric, two-faced papers and prints with one way up, double mats and frames, joins,
/// the seam, ready-made parts, offcuts, spares, guests who cut. The same seed gives the same kit.</summary>
internal sealed class KitsByChance(int seed)
{
    private readonly Random _random = new(seed);
    private bool _metric;

    public JsonNode Next()
    {
        _metric = _random.Next(3) == 0;
        var kit = new JsonObject
        {
            ["name"] = $"Chance {seed}",
            ["unit"] = _metric ? "mm" : "in",
            ["ruler"] = _metric ? "1 mm" : Any("1/16 in", "1/8 in"),
            ["matting"] = new JsonObject { ["school"] = School(), ["reveal"] = Short() },
            ["kits"] = _random.Next(1, 8),
            ["papers"] = new JsonArray([.. Papers()]),
            ["parts"] = new JsonArray([.. Parts()]),
            ["layouts"] = new JsonArray([.. Enumerable.Range(1, _random.Next(1, 3)).Select(Layout)]),
        };
        if (Often(3))
            kit["spares"] = new JsonArray(
                new JsonObject { ["of"] = "pieces", [Any("percent", "count")] = _random.Next(1, 4) },
                new JsonObject { ["of"] = "stickers", ["count"] = 1 }
            );
        if (Often(4))
            kit["longestCut"] = _metric ? "320 mm" : Any("12 in", "13 in", "9 in");
        kit["costs"] = new JsonObject
        {
            ["currency"] = "EUR",
            ["hour"] = "24.00",
            ["marginPercent"] = _random.Next(0, 60),
        };
        return kit;
    }

    private bool Often(int of) => _random.Next(of) == 0;

    private string Any(params string[] texts) => texts[_random.Next(texts.Length)];

    private string School() => Any("grow-mat", "trim-photo");

    /// <summary>A length of so many sixteenths of an inch, or of as many millimetres and a half.</summary>
    private string L(int sixteenths)
    {
        if (_metric)
            return $"{sixteenths * 3 / 2} mm";
        var (whole, rest) = (sixteenths / 16, sixteenths % 16);
        var down = 16;
        while (rest > 0 && rest % 2 == 0)
            (rest, down) = (rest / 2, down / 2);
        return rest == 0 ? $"{whole} in"
            : whole == 0 ? $"{rest}/{down} in"
            : $"{whole} {rest}/{down} in";
    }

    private string Short() => L(_random.Next(1, 6));

    private JsonObject Size(int least, int most) =>
        new() { ["width"] = L(_random.Next(least, most)), ["height"] = L(_random.Next(least, most)) };

    private IEnumerable<JsonNode> Papers()
    {
        foreach (var (id, direction) in new[] { ("plain", "free"), ("faced", "free"), ("way", "one-way") })
        {
            var paper = new JsonObject
            {
                ["id"] = id,
                ["name"] = $"{id} paper",
                ["size"] = _metric
                    ? new JsonObject { ["width"] = "305 mm", ["height"] = "305 mm" }
                    : new JsonObject { ["width"] = "12 in", ["height"] = "12 in" },
                ["faceA"] = new JsonObject
                {
                    ["colour"] = "#3D4F63",
                    ["print"] = id == "way" ? "figures" : "solid",
                    ["direction"] = direction,
                },
            };
            if (id != "plain")
                paper["faceB"] = new JsonObject
                {
                    ["colour"] = "#E4D2B0",
                    ["print"] = "stripe",
                    ["direction"] = Any("free", "half-turn"),
                };
            if (id == "faced" && Often(2))
                paper["tearStrip"] = new JsonObject { ["edge"] = Any("left", "top", "right", "bottom"), ["width"] = L(8) };
            if (Often(5))
                paper["squaring"] = new JsonObject { ["width"] = L(2), ["allRound"] = Often(2) };
            if (Often(2))
                paper["onHand"] = _random.Next(0, 12);
            if (Often(2))
                paper["pack"] = new JsonObject
                {
                    ["of"] = _random.Next(1, 13),
                    ["price"] = $"{_random.Next(1, 20)}.{_random.Next(10, 99)}",
                };
            if (Often(3))
                paper["offcuts"] = new JsonArray(
                    new JsonObject { ["size"] = Size(40, 90), ["count"] = _random.Next(1, 3) },
                    new JsonObject { ["size"] = Size(90, 150), ["count"] = 1 }
                );
            yield return paper;
        }
    }

    private IEnumerable<JsonNode> Parts()
    {
        JsonArray Of(params (string Id, int Count)[] parts) =>
            new([.. parts.Select(p => (JsonNode)new JsonObject { ["id"] = p.Id, ["count"] = p.Count })]);
        yield return new JsonObject
        {
            ["id"] = "st",
            ["name"] = "Stickers",
            ["kind"] = "stickers",
            ["onHand"] = _random.Next(0, 9),
            ["parts"] = Of(("sun", 1), ("kite", 2)),
        };
        yield return new JsonObject
        {
            ["id"] = "dots",
            ["name"] = "Dots",
            ["kind"] = "loose",
            ["parts"] = Of(("dot", 10)),
        };
        yield return new JsonObject
        {
            ["id"] = "cards",
            ["name"] = "Cards",
            ["kind"] = "loose",
            ["parts"] = new JsonArray(
                new JsonObject
                {
                    ["id"] = "board",
                    ["count"] = 4,
                    ["size"] = new JsonObject { ["width"] = L(112), ["height"] = L(128) },
                }
            ),
        };
        yield return new JsonObject
        {
            ["id"] = "abc",
            ["name"] = "Letters",
            ["kind"] = "letters",
            ["parts"] = Of(("A", 3), ("B", 1)),
        };
        yield return new JsonObject
        {
            ["id"] = "foam",
            ["name"] = "Foam letters",
            ["kind"] = "letters",
            ["parts"] = Of(("A", 2), ("B", 2)),
        };
        yield return new JsonObject
        {
            ["id"] = "twine",
            ["name"] = "Twine",
            ["kind"] = "by-length",
            ["length"] = L(960),
        };
    }

    private JsonNode Layout(int number)
    {
        var spread = Often(2);
        var (pieces, arrangements) = (new List<JsonObject>(), new JsonArray());
        var count = _random.Next(3, 8);
        for (var i = 0; i < count; i++)
            pieces.Add(Piece(i, pieces, spread));
        if (Often(3))
            pieces.Add(Extra(pieces, spread));
        if (Often(3))
            Arrange(pieces, arrangements, "evenly", _random.Next(2, 5));
        if (Often(3))
            Arrange(pieces, arrangements, Any("row", "column", "grid"), _random.Next(2, 7));
        if (Often(5))
            Arrange(pieces, arrangements, "honeycomb", _random.Next(2, 9));
        return new JsonObject
        {
            ["id"] = $"L{number}",
            ["name"] = $"Page {number}",
            ["kind"] = spread ? "spread" : "single",
            ["page"] = _metric
                ? new JsonObject { ["width"] = "305 mm", ["height"] = "305 mm" }
                : new JsonObject { ["width"] = "12 in", ["height"] = "12 in" },
            ["pieces"] = new JsonArray([.. pieces]),
            ["arrangements"] = arrangements,
        };
    }

    private void Arrange(List<JsonObject> pieces, JsonArray arrangements, string kind, int count)
    {
        var (id, members) = ($"G{arrangements.Count + 1}", new JsonArray());
        var alike = Size(8, 30);
        var axis = Any("across", "down");
        for (var n = 0; n < count; n++)
        {
            var piece = new JsonObject
            {
                ["id"] = $"M{arrangements.Count}{n}",
                ["kind"] = "panel",
                ["size"] = kind == "honeycomb" ? alike.DeepClone() : Size(8, 30),
                ["paper"] = "plain",
                ["across"] = new JsonObject { ["rule"] = "member", ["of"] = id },
                ["down"] = new JsonObject { ["rule"] = "member", ["of"] = id },
            };
            if (kind == "honeycomb")
                piece["shape"] = new JsonObject { ["kind"] = "hexagon" };
            if (kind == "evenly")
                piece[axis == "across" ? "down" : "across"] = new JsonObject { ["rule"] = "centred" };
            members.Add((string)piece["id"]!);
            pieces.Add(piece);
        }
        var group = new JsonObject
        {
            ["id"] = id,
            ["kind"] = kind,
            ["members"] = members,
        };
        if (kind == "evenly")
            (group["axis"], group["start"], group["end"]) = (axis, L(_random.Next(0, 16)), L(_random.Next(0, 16)));
        else
            (group["gutter"], group["across"], group["down"]) = (
                L(_random.Next(0, 4)),
                Rule("across", null, false),
                Rule("down", null, false)
            );
        if (kind is "grid" or "honeycomb")
            group["columns"] = _random.Next(1, 4);
        if (kind == "honeycomb")
            group["firstRowIn"] = Often(2);
        arrangements.Add((JsonNode)group);
    }

    private JsonObject Rule(string axis, string? on, bool spread)
    {
        var edge = axis == "across" ? Any("left", "right") : Any("top", "bottom");
        var rule = on is null
            ? Any("from", "from", "centred", axis == "across" && spread ? "flush" : "from", "hanging")
            : Any("from", "centred", "beside", "tucked");
        var made = new JsonObject { ["rule"] = rule };
        switch (rule)
        {
            case "from":
                (made["edge"], made["distance"]) = (edge, L(_random.Next(0, 60)));
                break;
            case "beside":
                (made["edge"], made["gap"]) = (edge, L(_random.Next(0, 6)));
                break;
            case "tucked":
                (made["edge"], made["by"], made["under"]) = (edge, L(_random.Next(1, 6)), on);
                return made;
            case "hanging":
                (made["edge"], made["by"]) = (edge, L(_random.Next(1, 8)));
                break;
            case "flush":
                (made["flank"], made["distance"]) = (Any("seam", "outer"), L(_random.Next(0, 20)));
                break;
            default:
                break;
        }
        if (on is not null)
            made[rule == "centred" ? "in" : "of"] = on;
        return made;
    }

    private JsonObject Extra(List<JsonObject> before, bool spread)
    {
        JsonObject piece;
        do piece = Piece(before.Count, [], spread);
        while ((string)piece["kind"]! is "photo" or "drawn");
        piece["extra"] = true;
        if (Often(2))
            piece["insteadOf"] = (string)before[0]["id"]!;
        return piece;
    }

    private JsonObject Piece(int i, List<JsonObject> before, bool spread)
    {
        string? On() => before.Count > 0 && Often(2) ? (string)before[_random.Next(before.Count)]["id"]! : null;
        var kind = Any("panel", "panel", "strip", "photo", "photo", "title", "journaling", "sticker", "tie", "drawn");
        var piece = new JsonObject
        {
            ["id"] = $"X{i}",
            ["kind"] = kind,
            ["size"] =
                kind == "strip"
                    ? new JsonObject { ["width"] = L(_random.Next(60, 190)), ["height"] = L(_random.Next(6, 30)) }
                    : Size(24, 110),
            ["across"] = Rule("across", On(), spread),
            ["down"] = Rule("down", On(), spread),
        };
        // What lies on both pages has no page of its own to lie flush in.
        if (spread)
            piece["side"] = (string?)piece["across"]!["rule"] == "flush" ? Any("left", "right") : Any("left", "right", "both");
        if (Often(5))
            piece["cutBy"] = Any("host", "guest");
        switch (kind)
        {
            case "photo":
                piece["opening"] = Opening();
                break;
            case "sticker":
                var part = new JsonObject { ["sheet"] = "st", ["part"] = Any("sun", "kite") };
                if (Often(2))
                    part["half"] = Any("left", "right", "top", "bottom");
                if (Often(4))
                    part["slice"] = new JsonObject { ["edge"] = Any("left", "right", "top", "bottom"), ["off"] = Short() };
                piece["part"] = part;
                break;
            case "tie":
                piece["part"] = new JsonObject { ["sheet"] = "twine", ["more"] = L(_random.Next(0, 30)) };
                if (Often(2))
                    piece["part"]!["tied"] = Any("knot", "bow", "double-bow");
                break;
            case "drawn":
                piece["drawn"] = new JsonObject { ["kind"] = Any("dashes", "stitches", "stamp"), ["tool"] = "pen" };
                break;
            case "title" when Often(2):
                piece["part"] = new JsonObject { ["sheet"] = "abc", ["part"] = Any("A", "AB", "A B A") };
                if (Often(3))
                    piece["part"]!["others"] = new JsonArray(new JsonObject { ["sheet"] = "foam", ["letters"] = "A" });
                break;
            default:
                OfPaper(piece, kind);
                break;
        }
        return piece;
    }

    private void OfPaper(JsonObject piece, string kind)
    {
        (piece["paper"], piece["face"]) = Any("plain A", "faced A", "faced B", "way A", "way B").Split(' ') is [var paper, var face]
            ? (paper, face)
            : ("plain", "A");
        piece["printTurned"] = Often(4);
        if (kind == "strip" && Often(2))
            piece["joins"] = new JsonArray(L(20), L(48));
        if (kind == "panel" && Often(4))
            piece["gut"] = L(8);
        // On the sheet in every case: no tear strip nor squaring is as wide as an inch.
        if (kind != "strip" && (string?)piece["side"] is not "both" && Often(5))
        {
            var place = new JsonObject { ["x"] = L(_random.Next(16, 60)), ["y"] = L(_random.Next(16, 60)) };
            if (Often(2))
                place["everyAcross"] = L(_random.Next(20, 90));
            if (Often(3))
                place["everyDown"] = L(_random.Next(20, 90));
            piece["cutFrom"] = place;
        }
        if (Often(4))
        {
            var finish = new JsonObject
            {
                ["edge"] = Any("left", "top", "right", "bottom"),
                ["work"] = Any("torn", "scalloped", "punched", "inked"),
            };
            if (Often(2))
                finish["allowance"] = L(_random.Next(0, 5));
            piece["finishes"] = new JsonArray(finish);
        }
    }

    private JsonObject Opening()
    {
        var mats = new JsonArray();
        for (var n = _random.Next(0, 3); n > 0; n--)
        {
            var mat = new JsonObject
            {
                ["paper"] = Any("plain", "faced", "way"),
                ["face"] = "A",
                ["reveal"] = Short(),
            };
            if (Often(4) && mats.Count == 0)
                mat = new JsonObject
                {
                    ["card"] = new JsonObject { ["sheet"] = "cards", ["part"] = "board" },
                    ["reveal"] = Short(),
                };
            else if (Often(4))
                mat["frame"] = L(_random.Next(6, 9));
            else if (Often(5))
                mat["gut"] = L(8);
            mats.Add((JsonNode)mat);
        }
        var opening = new JsonObject { ["mats"] = mats, ["use"] = Any("photo", "photo", "photo", "placeholder", "empty") };
        if (Often(3))
            opening["school"] = School();
        if (Often(4))
            opening["border"] = L(_random.Next(1, 5));
        return opening;
    }
}
