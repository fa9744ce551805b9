using System.Globalization;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;

namespace VelvetFold.Web.Tests.Oracle;

/// <summary>
/// Holds everything the application says about a kit against a model of its own, which is written from docs/kit-format.md and knows the
/// product only by JSON and files.
/// </summary>
internal sealed partial class Oracle
{
    private readonly Answers _said;
    private readonly JsonNode _kit;
    private readonly List<PageModel> _pages;
    private readonly List<Cut> _cuts;
    private readonly List<string> _told = [];

    private Oracle(Answers said)
    {
        (_said, _kit) = (said, said.Kit);
        _pages = [.. (_kit["layouts"]?.AsArray() ?? []).Select(l => new PageModel(_kit, l!))];
        _cuts = [.. _pages.SelectMany(p => p.Cuts())];
    }

    /// <summary>What does not agree; nothing where all does.</summary>
    public static IReadOnlyList<string> Disagreements(Answers said)
    {
        var oracle = new Oracle(said);
        oracle.Places((JsonArray)said.Whole["layouts"]!, "kit");
        oracle.Places((JsonArray)said.Pages["layouts"]!, "pages");
        oracle.CutList();
        oracle.Plan(said.Each["plan"]!, 1, "host", "one kit");
        oracle.Plan(said.Whole["eachKit"]!["plan"]!, 1, "host", "the kit's answer");
        oracle.Plan(said.Batch["plan"]!, said.Run, "guest", "the run");
        oracle.Plan(said.OneMore["plan"]!, said.Run + 1, "guest", "one kit more");
        oracle.MoreTakesNoLess();
        oracle.CountsOf(said.Whole["counts"]!, "kit");
        oracle.CountsOf(said.Counts["counts"]!, "counts");
        oracle.Reconciled();
        oracle.ShoppingList();
        oracle.Costs();
        oracle.ReachOf();
        oracle.Guide();
        oracle.TableFiles();
        return oracle._told;
    }

    private void Say(bool holds, string what)
    {
        if (!holds)
            _told.Add(what);
    }

    private JsonNode Paper(string id) => _kit["papers"]!.AsArray().Single(p => (string?)p!["id"] == id)!;

    // What comes out of a sheet at all; of the rest findings tell.
    private IEnumerable<Cut> Cuttable =>
        _cuts.Where(c =>
            Replay.Usable(Paper(c.Paper)) is var room && ((c.W <= room.W && c.H <= room.H) || (c.Free && c.H <= room.W && c.W <= room.H))
        );

    private void Places(JsonArray layouts, string where)
    {
        foreach (var (page, said) in _pages.Zip(layouts))
        foreach (var id in page.Pieces)
        {
            var label = $"{page.Id}-{id}";
            var piece = said!["pieces"]!.AsArray().Single(p => (string?)p!["id"] == id)!;
            if (page.IsExtra(id))
            {
                Say(piece["placed"] is null, $"{where}: {label} is an extra and has a place");
                continue;
            }
            if (piece["placed"] is not { } placed)
            {
                _told.Add($"{where}: {label} has no place");
                continue;
            }
            var (box, stack) = (page.Place(id), page.Stack(id));
            Say(box.Is(Replay.RectOf(placed["box"]!)), $"{where}: {label} lies {box}, not {Replay.RectOf(placed["box"]!)}");
            var mats = placed["matBoxes"]!.AsArray();
            Say(mats.Count == stack.Mats.Count, $"{where}: {label} has {stack.Mats.Count} mats, not {mats.Count}");
            foreach (var (mat, size) in mats.Zip(stack.Mats))
                Say(box.Middle(size.W, size.H).Is(Replay.RectOf(mat!)), $"{where}: a mat of {label} lies {box.Middle(size.W, size.H)}");
            if (page.HasPhoto(id))
                Say(
                    placed["photoBox"] is { } photo && box.Middle(stack.W, stack.H).Is(Replay.RectOf(photo)),
                    $"{where}: the photo of {label} lies {box.Middle(stack.W, stack.H)}"
                );
            else
                Say(placed["photoBox"] is null, $"{where}: {label} has no photo");
        }
    }

    private void CutList()
    {
        var said = _said.Whole["cutList"]!.AsArray().ToDictionary(c => (string)c!["label"]!, c => c!);
        Say(said.Count == _cuts.Count, $"{_cuts.Count} pieces are cut, not {said.Count}");
        foreach (var cut in _cuts)
        {
            if (!said.TryGetValue(cut.Label, out var row))
            {
                _told.Add($"{cut.Label} is not on the cut list");
                continue;
            }
            var (w, h) = PageModel.Size(row["size"]!);
            Say(Rect.Near(w, cut.W) && Rect.Near(h, cut.H), $"{cut.Label} is cut {cut.W} x {cut.H}, not {w} x {h}");
            Say((string?)row["paper"] == cut.Paper && (string?)row["face"] == cut.Face, $"{cut.Label} is cut from {cut.Paper} {cut.Face}");
            Say((string?)row["turn"] == (cut.Free ? "free" : "none"), $"{cut.Label} may {(cut.Free ? "" : "not ")}be turned");
            Say((string?)row["by"] == cut.By, $"{cut.Label} is cut by {cut.By}");
        }
    }

    private void Plan(JsonNode plan, int times, string notBy, string where)
    {
        var wanted = Cuttable.Where(c => c.By != notBy).ToList();
        var cuts = wanted.ToDictionary(c => c.Label);
        var (counted, sheets) = (new Dictionary<string, int>(), 0);
        foreach (var sheet in plan["bySheet"]!.AsArray())
        {
            var (used, from, own) = (0, new Dictionary<string, int>(), new List<string>());
            foreach (var pattern in sheet!["patterns"]!.AsArray())
            {
                var often = (int)pattern!["times"]!;
                new Replay(_kit, cuts, own).Run(pattern);
                foreach (var label in pattern["placements"]!.AsArray().SelectMany(p => p!["labels"]!.AsArray()).Select(l => (string)l!))
                    counted[label] = counted.GetValueOrDefault(label) + often;
                if ((string?)pattern["from"] is { } remnant)
                    from[remnant] = from.GetValueOrDefault(remnant) + often;
                else
                    used += often;
            }
            _told.AddRange(own.Select(t => $"{where}, {sheet["sheet"]}: {t}"));
            Say(
                used == (int)sheet["sheetsUsed"]!,
                $"{where}: {sheet["sheet"]} takes {used} sheets by its patterns, not {sheet["sheetsUsed"]}"
            );
            Say((int)sheet["lowerBound"]! <= used, $"{where}: fewer sheets of {sheet["sheet"]} than the bound");
            Remnants(Paper((string)sheet["sheet"]!), from, used, times, where);
            Room(sheet, wanted, used, times, where);
            sheets += used;
        }
        Say(sheets == (int)plan["sheetsUsed"]!, $"{where}: {sheets} sheets in all, not {plan["sheetsUsed"]}");
        Say(
            plan["bySheet"]!.AsArray().Sum(s => s!["patterns"]!.AsArray().Sum(p => (int)p!["times"]! * p["cuts"]!.AsArray().Count))
                == (int)plan["allCuts"]!,
            $"{where}: the cuts do not add up"
        );
        foreach (var cut in wanted)
            Say(
                counted.GetValueOrDefault(cut.Label) == times,
                $"{where}: {cut.Label} is cut {counted.GetValueOrDefault(cut.Label)} times, not {times}"
            );
        Say(counted.Keys.All(cuts.ContainsKey), $"{where}: something is cut that nobody wants");
    }

    // There are as many of each remnant as are cut of it.
    private void Remnants(JsonNode paper, Dictionary<string, int> from, int sheets, int times, string where)
    {
        foreach (var (remnant, often) in from)
        {
            var there =
                remnant == "tear strip" ? sheets
                : remnant.StartsWith("inside of ", StringComparison.Ordinal) ? times
                : (int)paper["offcuts"]![Replay.NumberOf(remnant) - 1]!["count"]!;
            Say(often <= there, $"{where}: {often} of {remnant} are cut, and there are {there}");
            Say(
                where is not ("one kit" or "the kit's answer") || !remnant.StartsWith("offcut", StringComparison.Ordinal),
                $"{where}: a guest cuts {remnant}"
            );
        }
    }

    // No plan has more pieces than paper.
    private void Room(JsonNode sheet, List<Cut> wanted, int used, int times, string where)
    {
        var paper = Paper((string)sheet["sheet"]!);
        var room = Replay.Usable(paper);
        var pieces = wanted.Where(c => c.Paper == (string?)sheet["sheet"]).Aggregate(0.0, (sum, c) => sum + (c.W * c.H).ToDouble()) * times;
        var fed = sheet["patterns"]!
            .AsArray()
            .Where(p => p!["from"] is not null)
            .Sum(p =>
                (int)p!["times"]! * p["placements"]!.AsArray().Sum(x => Replay.RectOf(x!["box"]!) is var b ? (b.W * b.H).ToDouble() : 0)
            );
        Say(
            pieces - fed <= used * (room.W * room.H).ToDouble() + 1e-6,
            $"{where}: more pieces of {sheet["sheet"]} than {used} sheets have room for"
        );
    }

    private void MoreTakesNoLess()
    {
        foreach (var sheet in _said.OneMore["plan"]!["bySheet"]!.AsArray())
            Say(
                Sheets(_said.Batch, (string)sheet!["sheet"]!) <= (int)sheet["sheetsUsed"]!,
                $"{_said.Run + 1} kits take fewer sheets of {sheet["sheet"]} than {_said.Run}"
            );
    }

    private static int Sheets(JsonNode answer, string paper) =>
        (int?)answer["plan"]!["bySheet"]!.AsArray().FirstOrDefault(s => (string?)s!["sheet"] == paper)?["sheetsUsed"] ?? 0;

    private void CountsOf(JsonNode counts, string where)
    {
        Say((int)counts["kits"]! == _said.Kits && (int)counts["spareKits"]! == _said.Run - _said.Kits, $"{where}: kits and spares");
        Say((int)counts["pieces"]! == _cuts.Count, $"{where}: {_cuts.Count} pieces a kit, not {counts["pieces"]}");
        Say((long)counts["totalPieces"]! == (long)_cuts.Count * _said.Run, $"{where}: pieces of the run");
        var groups = _cuts.GroupBy(c => (c.Paper, c.Face, c.W, c.H)).ToList();
        var rows = counts["byPiece"]!.AsArray();
        Say(rows.Count == groups.Count, $"{where}: {groups.Count} kinds of pieces, not {rows.Count}");
        foreach (var row in rows)
        {
            var (w, h) = PageModel.Size(row!["size"]!);
            var own = groups.FirstOrDefault(g => g.Key == ((string)row["paper"]!, (string)row["face"]!, w, h));
            Say(
                own?.Count() == (int)row["perKit"]!
                    && (int)row["total"]! == own.Count() * _said.Run
                    && (int)row["spare"]! == own.Count() * (_said.Run - _said.Kits)
                    && own.Select(c => c.Label).SequenceEqual(row["labels"]!.AsArray().Select(l => (string)l!)),
                $"{where}: pieces {w} x {h} of {row["paper"]}"
            );
        }
        var photos = _pages
            .SelectMany(p => p.Pieces.Where(p.HasPrint).Select(l => (p.Stock(l), p.Border(l))))
            .GroupBy(s => s)
            .ToDictionary(g => g.Key, g => g.Count());
        Say(photos.Count == counts["photos"]!.AsArray().Count, $"{where}: sizes of photos");
        foreach (var row in counts["photos"]!.AsArray())
            Say(
                photos.GetValueOrDefault((PageModel.Size(row!["size"]!), PageModel.LengthOf(row["border"]))) is var n
                    && n == (int)row["perKit"]!
                    && n * _said.Kits == (int)row["total"]!,
                $"{where}: photos {row["size"]}"
            );
        foreach (var row in counts["sheets"]!.AsArray())
            SheetRow(row!, where);
        PartRows(counts["parts"]!.AsArray(), where);
    }

    private void SheetRow(JsonNode row, string where)
    {
        var (id, total, cut, missing) = ((string)row["paper"]!, (int)row["total"]!, (int)row["cut"]!, (int)row["missing"]!);
        Say(Sheets(_said.Each, id) == (int)row["perKit"]!, $"{where}: sheets of {id} a kit");
        var guests = total - Sheets(_said.Batch, id);
        var theirs = _cuts.Any(c => c.Paper == id && c.By == "guest");
        Say(
            theirs ? guests >= _said.Run && guests % _said.Run == 0 : guests == 0,
            $"{where}: {total} sheets of {id} for the run, of {Sheets(_said.Batch, id)} cut together; guests cut {theirs}"
        );
        var (hand, promised) = ((int?)Paper(id)["onHand"], (int?)Paper(id)["promised"] ?? 0);
        Say((int?)row["onHand"] == hand, $"{where}: {id} on hand");
        Say(missing == (hand is { } here ? Math.Max(0, total - cut - (here - promised)) : 0), $"{where}: {missing} of {id} missing");
        if ((int?)row["kitsPossible"] is { } possible)
            Say(
                missing > 0 ? possible < _said.Run : possible >= _said.Run,
                $"{where}: {id} suffices for {possible} kits and {missing} are missing"
            );
    }

    private void PartRows(JsonArray rows, string where)
    {
        foreach (var sheet in _kit["parts"]?.AsArray() ?? [])
        {
            var uses = _pages
                .SelectMany(p => p.Pieces.Select(id => (Page: p, Piece: p.Piece(id), Id: id)))
                .Where(u => (string?)u.Piece["part"]?["sheet"] == (string?)sheet!["id"])
                .ToList();
            var row = rows.Single(r => (string?)r!["sheet"] == (string?)sheet!["id"])!;
            var kind = (string)sheet!["kind"]!;
            int total;
            if (kind == "by-length")
            {
                var each = uses.Aggregate(
                    Exact.Zero,
                    (sum, u) =>
                        sum
                        + Tied((string?)u.Piece["part"]!["tied"], u.Page.Stock(u.Id) is var (w, h) && w > h ? w : h)
                        + ((string?)u.Piece["part"]!["more"] is { } more ? Exact.Parse(more) : Exact.Zero)
                );
                var onOne = each.IsPositive ? (int)(Exact.Parse((string)sheet["length"]!) / each).Floor() : 0;
                Say(
                    each.IsPositive == (row["lengthPerKit"] is { } length && Exact.Parse((string)length!).IsPositive),
                    $"{where}: length of {sheet["id"]}"
                );
                if (!each.IsPositive || onOne == 0)
                    continue;
                total = (_said.Kits + onOne - 1) / onOne;
            }
            else
            {
                var cards = _pages
                    .SelectMany(p => p.Pieces.SelectMany(id => p.Piece(id)["opening"]?["mats"]?.AsArray() ?? []))
                    .Where(m => (string?)m!["card"]?["sheet"] == (string?)sheet["id"])
                    .Select(m => (string)m!["card"]!["part"]!);
                var fromHere = _pages
                    .SelectMany(p => p.Pieces.SelectMany(id => p.Piece(id)["part"]?["others"]?.AsArray() ?? []))
                    .Where(o => (string?)o!["sheet"] == (string?)sheet["id"])
                    .SelectMany(o => Takes(kind, (string)o!["letters"]!));
                // Of halves the left ones go with right ones, the upper with lower ones: as many are cut as there are of the more frequent.
                var halves = uses.Where(u => u.Piece["part"]!["half"] is not null)
                    .Select(u => (Part: (string)u.Piece["part"]!["part"]!, Half: (string)u.Piece["part"]!["half"]!))
                    .GroupBy(h => h.Part)
                    .SelectMany(g =>
                        Enumerable.Repeat(
                            g.Key,
                            Math.Max(g.Count(h => h.Half == "left"), g.Count(h => h.Half == "right"))
                                + Math.Max(g.Count(h => h.Half == "top"), g.Count(h => h.Half == "bottom"))
                        )
                    );
                var taken = uses.Where(u => u.Piece["part"]!["half"] is null)
                    .SelectMany(u =>
                    {
                        // The letters that come off other sheets are not taken here.
                        var own = Takes(kind, (string)u.Piece["part"]!["part"]!).ToList();
                        foreach (var other in u.Piece["part"]!["others"]?.AsArray() ?? [])
                        foreach (var letter in Takes(kind, (string)other!["letters"]!))
                            own.Remove(letter);
                        return own;
                    })
                    .Concat(fromHere)
                    .Concat(cards)
                    .Concat(halves)
                    .GroupBy(t => t)
                    .ToDictionary(g => g.Key, g => g.Count());
                var on = sheet["parts"]!.AsArray().ToDictionary(p => (string)p!["id"]!, p => (int?)p!["count"] ?? 1);
                var known = taken.Where(t => on.ContainsKey(t.Key)).ToList();
                total =
                    known.Count == 0 ? 0
                    : kind == "loose" ? known.Max(t => (t.Value * _said.Kits + on[t.Key] - 1) / on[t.Key])
                    : known.Max(t => (t.Value + on[t.Key] - 1) / on[t.Key]) * _said.Kits;
            }
            var rule = (_kit["spares"]?.AsArray() ?? []).FirstOrDefault(s => (string?)s!["of"] == kind);
            var spare = total == 0 || rule is null ? 0 : (int?)rule["count"] ?? (total * ((int?)rule["percent"] ?? 0) + 99) / 100;
            Say(
                (int)row["total"]! == total + spare && (int)row["spare"]! == spare,
                $"{where}: {row["total"]} of {sheet["id"]}, not {total} and {spare}"
            );
        }
    }

    // What twine takes that is tied: a knot as much as two of its ends, a bow its loops out and back, two ends and a knot.
    private Exact Tied(string? tied, Exact along)
    {
        var knot = Exact.Parse((string?)_kit["unit"] == "mm" ? "50 mm" : "2 in");
        return tied switch
        {
            "knot" => along + knot,
            "bow" => along + along + along + knot,
            "double-bow" => along + along + along + along + along + knot,
            _ => along,
        };
    }

    private static IEnumerable<string> Takes(string kind, string part) =>
        kind == "letters" ? part.Where(c => !char.IsWhiteSpace(c)).Select(c => c.ToString()) : [part];

    private void Reconciled()
    {
        var three = _said.Counts["reconciliation"]!;
        var listed = (long)_cuts.Count * _said.Run;
        Say((long)three["listed"]! == listed, "the layouts' count of pieces");
        if (Cuttable.Count() == _cuts.Count)
            Say((bool)three["agrees"]! && (long)three["planned"]! == listed && (long)three["guided"]! == listed, $"three counts: {three}");
    }

    private void ShoppingList()
    {
        var sheets = _said.Counts["counts"]!["sheets"]!.AsArray().ToDictionary(s => (string)s!["paper"]!, s => s!);
        var parts = _said.Counts["counts"]!["parts"]!.AsArray().ToDictionary(s => (string)s!["sheet"]!, s => s!);
        foreach (var line in _said.Counts["shopping"]!.AsArray())
        {
            var (id, paper) = ((string)line!["item"]!, (bool)line["isPaper"]!);
            var stock = paper ? Paper(id) : _kit["parts"]!.AsArray().Single(p => (string?)p!["id"] == id)!;
            var needed = paper ? (int)sheets[id]["total"]! - (int)sheets[id]["cut"]! : (int)parts[id]["total"]!;
            var free = ((int?)stock["onHand"] ?? 0) - ((int?)stock["promised"] ?? 0);
            var of = (int?)stock["pack"]?["of"] ?? 1;
            var missing = Math.Max(0, needed - free);
            var packs = (missing + of - 1) / of;
            Say(
                (int)line["needed"]! == needed
                    && (int)line["missing"]! == missing
                    && (int)line["packs"]! == packs
                    && (int)line["leftAfter"]! == free + packs * of - needed,
                $"what to buy of {id}: {line}"
            );
            Say(
                (int)line["spare"]! >= 0 && (int)line["spare"]! <= needed && ((int)line["spare"]! == 0 || _said.Run > _said.Kits || !paper),
                $"spares of {id}"
            );
        }
    }

    private void Costs()
    {
        var cost = _said.Counts["cost"]!;
        decimal M(JsonNode? node) => decimal.Parse((string)node!, CultureInfo.InvariantCulture);
        var lines = cost["lines"]!.AsArray();
        Say(lines.Sum(l => M(l!["amount"])) == M(cost["total"]), "the costs do not add up");
        var each = Math.Ceiling(M(cost["total"]) / _said.Kits * 100) / 100;
        Say(M(cost["perKit"]) == each, $"a kit costs {each}, not {cost["perKit"]}");
        Say(M(cost["price"]) == Math.Ceiling(each * (100 + (int)cost["marginPercent"]!)) / 100, $"the price {cost["price"]}");
        foreach (var sheet in _said.Counts["counts"]!["sheets"]!.AsArray())
        {
            var paper = Paper((string)sheet!["paper"]!);
            if ((string?)paper["pack"]?["price"] is not { } price || (int)sheet["total"]! == 0)
                continue;
            var line = lines.Single(l => (string?)l!["what"] == (string?)paper["name"])!;
            var amount = decimal.Parse(price, CultureInfo.InvariantCulture) * (int)sheet["total"]! / ((int?)paper["pack"]!["of"] ?? 1);
            Say(Math.Abs(M(line["amount"]) - amount) <= 0.005m, $"{paper["name"]} costs {amount}, not {line["amount"]}");
            if (_cuts.Any(c => c.Paper == (string?)paper["id"] && c.By == "guest"))
                continue;
            var (w, h) = PageModel.Size(paper["size"]!);
            var plan = _said.Batch["plan"]!["bySheet"]!.AsArray().Single(s => (string?)s!["sheet"] == (string?)paper["id"])!;
            var used = plan["patterns"]!
                .AsArray()
                .Where(p => (string?)p!["from"] is null or "tear strip")
                .Sum(p =>
                    (int)p!["times"]! * p["placements"]!.AsArray().Sum(x => Replay.RectOf(x!["box"]!) is var b ? (b.W * b.H).ToDouble() : 0)
                );
            var waste = (1 - Math.Min(1, used / ((w * h).ToDouble() * (int)sheet["total"]!))) * (double)amount;
            Say(Math.Abs((double)M(line["waste"]) - waste) <= 0.0101, $"waste of {paper["name"]} is {waste}, not {line["waste"]}");
        }
    }

    private void ReachOf()
    {
        foreach (var paper in _said.Reach["papers"]!.AsArray())
        {
            var (id, kits) = ((string)paper!["paper"]!, (int)paper["kits"]!);
            if (_said.Counts["counts"]!["sheets"]!.AsArray().FirstOrDefault(s => (string?)s!["paper"] == id) is not { } row)
            {
                Say(kits >= _said.Run, $"{id} reaches {kits} kits, and the run takes none of its sheets");
                continue;
            }
            Say(
                (int)row["missing"]! > 0 == kits < _said.Run,
                $"{id} reaches {kits} kits, and {row["missing"]} are missing for {_said.Run}"
            );
            if ((int)row["missing"]! > 0)
                Say((int)row["kitsPossible"]! == kits, $"{id} suffices for {row["kitsPossible"]} kits and reaches {kits}");
            Say((int)paper["withOneMore"]! >= kits, $"one more sheet of {id} gives fewer kits");
        }
        var limits = _said.Reach["papers"]!
            .AsArray()
            .Select(p => (int)p!["kits"]!)
            .Concat(_said.Whole["counts"]!["parts"]!.AsArray().Select(p => (int?)p!["kitsPossible"]).OfType<int>())
            .ToList();
        Say((int?)_said.Reach["kits"] == (limits.Count == 0 ? null : limits.Min()), $"the stock gives {_said.Reach["kits"]} kits");
    }

    // The numbers of the printed sentences: every piece laid once at its size, mats at theirs, settings as planned.
    private void Guide()
    {
        var metric = (string?)_kit["unit"] == "mm";
        var steps = _said.Whole["steps"]!.AsArray();
        var laid = new List<string>();
        // A step lays one piece in its sentence, or several in a line each.
        foreach (var step in steps.Where(s => (string?)s!["kind"] == "lay"))
        {
            var lines = step!["lines"]!.AsArray().Select(l => (string)l!).ToList();
            foreach (var whole in lines.Count > 0 ? lines : [(string)step["text"]!])
            {
                // What may be laid instead is looked at by itself.
                var text = whole.Split(" Or lay ")[0];
                var label = LabelSaid().Match(text).Value;
                laid.Add(label);
                var page = _pages.Single(p => p.Id == label.Split('-')[0]);
                var box = page.Place(label.Split('-')[1]);
                SizeSaid(text, label, box.W, box.H, metric);
                Shown(text, label, page.Piece(label.Split('-')[1]));
            }
        }
        var all = _pages.SelectMany(p =>
            p.Pieces.Where(id => (string?)p.Piece(id)["kind"] != "printed" && !p.IsExtra(id)).Select(id => $"{p.Id}-{id}")
        );
        Extras(steps);
        Say(laid.Order(StringComparer.Ordinal).SequenceEqual(all.Order(StringComparer.Ordinal)), "the guide lays not every piece once");
        foreach (var step in steps.Where(s => (string?)s!["kind"] is "mat" or "frame"))
        foreach (var label in step!["pieces"]!.AsArray().Select(p => (string)p!))
        {
            var page = _pages.Single(p => p.Id == label.Split('-')[0]);
            var mats = page.Stack(label.Split('-')[1]).Mats;
            for (var i = 0; i < mats.Count; i++)
                SizeSaid((string)step["text"]!, mats.Count > 1 ? $"{label} mat {i + 1}" : $"{label} mat", mats[i].W, mats[i].H, metric);
        }
        ByHand(steps);
        Settings(steps, metric);
    }

    // The side of a two-sided paper, by its name or its print; and how far it is turned.
    private void Shown(string text, string label, JsonNode piece)
    {
        var paper = _kit["papers"]!.AsArray().FirstOrDefault(p => (string?)p!["id"] == (string?)piece["paper"]);
        if (paper?["faceB"] is { } back && (string?)piece["kind"] != "photo")
        {
            var (a, b) = (SideName(paper["faceA"]!), SideName(back));
            var shown = (string?)piece["face"] == "B" ? b : a;
            if (a == b)
                shown = (string?)piece["face"] == "B" ? "back" : "front";
            Say(
                text.Contains($", {shown} side showing)", StringComparison.Ordinal),
                $"the guide does not say that the {shown} of {label} shows: {text}"
            );
        }
        else
            Say(!text.Contains(" side showing", StringComparison.Ordinal), $"the guide names a side of {label}, which has one: {text}");
        var tilt = (decimal?)piece["tilt"] ?? 0;
        var turned = Turned().Match(text);
        var said = turned.Success
            ? decimal.Parse(turned.Groups[1].Value, CultureInfo.InvariantCulture) * (turned.Groups[2].Length > 0 ? -1 : 1)
            : 0;
        Say(said == tilt, $"the guide turns {label} by {said} degrees, and {tilt} is meant");
    }

    private static string SideName(JsonNode face) =>
        (string?)face["name"]
        ?? ((string?)face["print"] ?? "solid") switch
        {
            "solid" => "plain",
            "floral" => "flower",
            "figures" => "figure",
            var print => print,
        };

    // Every edge that is worked and every outline that no trimmer cuts has its sentence, with what comes off.
    private void ByHand(JsonArray steps)
    {
        var texts = steps.Where(s => (string?)s!["kind"] == "by-hand").ToList();
        foreach (var page in _pages)
        foreach (var id in page.Pieces)
        {
            var piece = page.Piece(id);
            var (label, cut) = (
                $"{page.Id}-{id}",
                (string?)piece["kind"] is "base" or "panel" or "strip" or "title" or "journaling" && piece["part"] is null
            );
            var said = string.Join(
                ' ',
                texts.Where(s => s!["pieces"]!.AsArray().Any(p => (string?)p == label)).Select(s => (string)s!["text"]!)
            );
            foreach (var finish in cut ? (piece["finishes"] as JsonArray ?? []) : [])
                if (Verb((string?)finish!["work"]) is { } verb)
                    Say(
                        Regex.IsMatch(
                            said,
                            $@"{verb}[^.]*{Regex.Escape(label)}[^.]*(?:all four edges|\b{(string?)finish["edge"]}\b[^.]*edge)"
                        ),
                        $"the guide does not work the {(string?)finish["edge"]} edge of {label}: {said}"
                    );
            if (cut && piece["shape"] is { } shape && (string?)shape["kind"] is "circle" or "oval" or "hexagon")
                Say(
                    said.Contains(
                        $"to a{((string?)piece["shape"]!["kind"] == "oval" ? "n" : "")} {(string?)piece["shape"]!["kind"]}",
                        StringComparison.Ordinal
                    ),
                    $"the guide does not cut {label} out: {said}"
                );
        }
    }

    private static string? Verb(string? work) =>
        work switch
        {
            "torn" => "Tear",
            "scalloped" => "Cut",
            "punched" => "Punch",
            "rounded" => "Round",
            "mitred" => "Cut",
            "dovetailed" => "notch",
            _ => null,
        };

    // Every setting of the plan is said, at the edge it is for; what the ruler does not show is said as about so much.
    // Each extra is offered once: in the sentence of the piece it may lie instead of, or with the others at the end of its layout.
    private void Extras(JsonArray steps)
    {
        foreach (var page in _pages)
        foreach (var id in page.Pieces.Where(page.IsExtra))
        {
            var label = $"{page.Id}-{id}";
            var instead = (string?)page.Piece(id)["insteadOf"];
            var texts = steps
                .Where(s => (string?)s!["kind"] == (instead is null ? "put-back" : "lay"))
                .SelectMany(s => s!["lines"]!.AsArray().Select(l => (string)l!).Append((string)s["text"]!))
                .Where(t => Regex.IsMatch(t, Regex.Escape(label) + @"(?!\w)"))
                .ToList();
            Say(
                texts.Count == 1 && (instead is null || LabelSaid().Match(texts[0]).Value == $"{page.Id}-{instead}"),
                $"the guide does not offer {label} once"
            );
        }
    }

    private void Settings(JsonArray steps, bool metric)
    {
        var (said, about) = (new List<(string, Exact)>(), 0);
        foreach (var step in steps.Where(s => (string?)s!["kind"] == "cut"))
        {
            var (setting, times) = (
                "",
                Alike().Match((string)step!["text"]!) is { Success: true } alike
                    ? int.Parse(alike.Groups[1].Value, CultureInfo.InvariantCulture)
                    : 1
            );
            foreach (var line in step["lines"]!.AsArray().Select(l => (string)l!))
            {
                if (SettingSaid().Match(line) is { Success: true } set)
                    setting = set.Groups[1].Value;
                if (EdgeSaid().Match(line) is not { Success: true } edge)
                    continue;
                if (setting.Contains('≈', StringComparison.Ordinal))
                    about += times;
                else if (Exact.Said(setting, metric) is { } exact)
                    said.AddRange(Enumerable.Repeat((edge.Groups[1].Value, exact), times));
                else
                    _told.Add($"the guide says {line}");
            }
        }
        var planned = _said.Whole["eachKit"]!["plan"]!["bySheet"]!
            .AsArray()
            .SelectMany(s => s!["patterns"]!.AsArray())
            .SelectMany(p => Enumerable.Repeat(p!["cuts"]!.AsArray(), (int)p["times"]!).SelectMany(c => c))
            .Select(c => ((string)c!["fence"]!, Exact.Parse((string)c["setting"]!)))
            .ToList();
        Say(said.TrueForAll(planned.Remove) && planned.Count == about, "the guide's settings are not the plan's");
    }

    private void SizeSaid(string text, string label, Exact w, Exact h, bool metric)
    {
        if (
            Regex.Match(text, Regex.Escape(label) + @"\b(?:[^(.;]*\(|.*? frame of )([^(),x]+) x ([^(),;]+)(?:[,;)]| \()")
            is not { Success: true } size
        )
        {
            _told.Add($"the guide does not say the size of {label}: {text}");
            return;
        }
        foreach (var (said, own) in new[] { (size.Groups[1].Value, w), (size.Groups[2].Value, h) })
            Say(
                said.Contains('≈', StringComparison.Ordinal) || (Exact.Said(said, metric) is { } value && Rect.Near(value, own)),
                $"the guide says {said} of {label}, which is {own}"
            );
    }

    private void TableFiles()
    {
        var counts = _said.Tables["tables/counts.csv"];
        var own = _said.Counts["counts"]!;
        List<(string, string, string)> expected =
        [
            .. own["byPiece"]!
                .AsArray()
                .Select(p =>
                    ("piece", $"{p!["perKit"]} {p["total"]} {p["spare"]}", string.Join(' ', p["labels"]!.AsArray().Select(l => (string)l!)))
                ),
            .. own["photos"]!.AsArray().Select(p => ("photo", $"{p!["perKit"]} {p["total"]} ", "")),
            .. own["sheets"]!.AsArray().Select(p => ("sheet", $"{p!["perKit"]} {p["total"]} ", "")),
            .. own["parts"]!.AsArray().Select(p => ("parts", $"{p!["perKit"]} {p["total"]} {p["spare"]}", "")),
        ];
        Say(expected.SequenceEqual(counts.Select(r => (r[0], $"{r[5]} {r[6]} {r[7]}", r[8]))), "counts.csv is not what is counted");
        var shopping = _said.Counts["shopping"]!
            .AsArray()
            .Select(l => $"{l!["item"]} {l["needed"]} {l["spare"]} {l["missing"]} {l["packs"]} {l["leftAfter"]}");
        Say(
            shopping.SequenceEqual(_said.Tables["tables/shopping.csv"].Select(r => $"{r[0]} {r[2]} {r[3]} {r[5]} {r[7]} {r[8]}")),
            "shopping.csv is not what is to buy"
        );
        var costs = _said.Counts["cost"]!["lines"]!.AsArray().Select(l => $"{l!["what"]} {l["amount"]}");
        Say(
            costs.SequenceEqual(_said.Tables["tables/costs.csv"].SkipLast(3).Select(r => $"{r[0]} {r[1]}")),
            "costs.csv is not what it costs"
        );
        var cuts = _said.Each["plan"]!["bySheet"]!
            .AsArray()
            .SelectMany(s => s!["patterns"]!.AsArray())
            .SelectMany(p => p!["cuts"]!.AsArray())
            .Select(c => $"{c!["order"]} {c["part"]} {c["fence"]} {Exact.Parse((string)c["setting"]!)}");
        Say(
            cuts.SequenceEqual(
                _said.Tables["cuts.csv"].Where(r => r[6].Length > 0).Select(r => $"{r[3]} {r[4]} {r[5]} {Exact.Parse(r[6])}")
            ),
            "cuts.csv is not the plan"
        );
        // A label for each stack of equal labels that goes into bags, for each paper guests cut, and for what is ready-made.
        var cards = _pages.Sum(p => p.Pieces.Count(id => p.HasPhoto(id) && !p.HasPrint(id)));
        var sheets = own["sheets"]!.AsArray().Count(s => (int)s!["total"]! > Sheets(_said.Batch, (string)s["paper"]!));
        var ready = _pages.Sum(p =>
            p.Pieces.Count(id =>
                p.Piece(id) is var q
                && q["part"] is null
                && q["paper"] is null
                && (string?)q["kind"] is "die-cut" or "sticker" or "tie" or "raised"
            )
        );
        var parts = own["parts"]!
            .AsArray()
            .Where(p => (int)p!["total"]! > 0)
            .Sum(p => p!["perKit"] is null && p["lengthPerKit"] is null ? p["needs"]!.AsArray().Count : 1);
        var labels = _cuts.Count(c => c.By != "guest") + sheets + cards + ready + parts;
        Say(_said.Labels == labels, $"{labels} labels, not {_said.Labels}");
    }

    // Take part a, left edge at the 10 mark; Same mark: part b, top edge. Turn it, right edge at the same mark.
    [GeneratedRegex(@", (left|top|right|bottom) edge(?: at|\.)")]
    private static partial Regex EdgeSaid();

    [GeneratedRegex(@"(\d+) sheets alike")]
    private static partial Regex Alike();

    [GeneratedRegex(@"edge at the (?!same)([^,]+) mark")]
    private static partial Regex SettingSaid();

    [GeneratedRegex(@"[A-Za-z][A-Za-z0-9]*-[A-Za-z][A-Za-z0-9]*")]
    private static partial Regex LabelSaid();

    [GeneratedRegex(@"Turn it ([\d.]+) degrees (anti)?clockwise")]
    private static partial Regex Turned();
}
