using VelvetFold.Core.Fitting.Changes;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using static VelvetFold.Core.Fitting.FitWeights;

namespace VelvetFold.Core.Fitting;

/// <summary>
/// Finds title, cards and decoration their places once the photos of a page lie: where they were or where their rules put them if that is
/// free, else the nearest free place on the lines of the page. Decoration gives way first, and a card may become smaller before it is lost.
/// </summary>
internal sealed class Settling
{
    /// <summary>Costs nearer than this are one, as sums of them are rounded.</summary>
    private const double Alike = 1e-6;

    /// <summary>What a card may become of its sides: 60 % at least.</summary>
    private static readonly double[] Shares = [1, 0.8, 0.7, 0.6];

    private readonly Design _design;
    private readonly PageSide _side;
    private readonly FreePlaces _places;
    private readonly List<Unit> _units;
    private readonly List<Lying> _fixed;

    // Where its things lie, how much of them photos may cover, and what it takes off that one moves.
    private readonly (Box Box, double Allowed, double Cost)[] _met;

    public Settling(Design design, PageSide side, IReadOnlyDictionary<string, Lying> held)
    {
        (_design, _side, _places) = (design, side, new(design, side));
        var own = _design
            .Content.Where(t => t.Role is PageRole.Title or PageRole.Card or PageRole.Decor)
            .Select(t => held.GetValueOrDefault(t.Id) ?? t)
            .Where(t => _design.SideOf(t.Box) == side)
            .ToList();
        _fixed = [.. own.Where(t => t.Piece.Kind == PieceKind.Printed || held.ContainsKey(t.Id))];
        own = [.. own.Except(_fixed).OrderBy(Rank).ThenByDescending(t => t.Box.Size.Area)];
        _units = [];
        var taken = new HashSet<string>();
        foreach (var main in own)
        {
            if (!taken.Add(main.Id))
                continue;
            var attached = own.Where(o =>
                    o.Role == PageRole.Decor
                    && !taken.Contains(o.Id)
                    && _design.Lap(o.Id, main.Id)
                    && (main.Role != PageRole.Decor || !_design.Openings.Any(p => _design.Lap(p.Id, o.Id)))
                )
                .ToList();
            taken.UnionWith(attached.Select(a => a.Id));
            _units.Add(new(main, attached));
        }
        // What leans on another is placed after it.
        _units = [.. _units.OrderBy(u => Rank(u.Main)).ThenBy(u => Depth(u.Main, 0))];
        _met =
        [
            .. _units.Select(u =>
                (
                    u.Main.Box,
                    (u.Main.Role == PageRole.Decor ? Evaluator.MostDecor : 0) + Boxes.Nothing,
                    u.Main.Role switch
                    {
                        PageRole.Title => TitleMoved,
                        PageRole.Card => CardMoved,
                        _ => ClusterMoved,
                    }
                )
            ),
        ];
        Obstacles = [.. own.Where(t => t.Role is PageRole.Title or PageRole.Card)];
    }

    /// <summary>Title and cards where they were designed.</summary>
    public IReadOnlyList<Lying> Obstacles { get; }

    private static int Rank(Lying thing) =>
        thing.Role switch
        {
            PageRole.Title => 0,
            PageRole.Card => 1,
            _ => 2,
        };

    private int Depth(Lying thing, int so) =>
        so > 8
            ? so
            : new[] { thing.Piece.Across.LeansOn, thing.Piece.Down.LeansOn }
                .OfType<string>()
                .Select(id => _design[id])
                .Where(t => t is { Role: PageRole.Title or PageRole.Card or PageRole.Decor })
                .Select(t => Depth(t!, so + 1))
                .DefaultIfEmpty(so)
                .Max();

    /// <summary>What it most likely takes off that photos lie where title, cards and decoration were: some of them may follow a
    /// photo.</summary>
    public double Disturbed(Box[] photos)
    {
        var likely = 0.0;
        foreach (var (at, allowed, cost) in _met)
        foreach (var box in photos)
        {
            if (!box.Overlaps(at) || Boxes.Share(box, at) <= allowed)
                continue;
            likely += cost;
            break;
        }
        return likely;
    }

    /// <summary>The page with all that lies on it but its grounds; null where the title finds no place.</summary>
    public List<Lying>? Of(IReadOnlyList<(int Photo, Lying On)> photos)
    {
        var placed = new List<Lying>(photos.Count + _units.Count + 4);
        foreach (var (_, on) in photos)
            placed.Add(on);
        placed.AddRange(_fixed);
        foreach (var unit in _units)
            if (!Settle(unit, placed))
                if (unit.Main.Role == PageRole.Title)
                    return null;
        GiveUp(photos, placed);
        return placed;
    }

    // Openings without a photo: a spare mat stands where it was if that is free, else it is left out.
    private void GiveUp(IReadOnlyList<(int Photo, Lying On)> photos, List<Lying> placed)
    {
        var largest = photos.Select(p => p.On.Box.Size.Area).DefaultIfEmpty(Int128.MaxValue).Max();
        var canWrite = _design.Things.Any(t => t.Role == PageRole.Card);
        foreach (var opening in _design.Openings)
        {
            if (_design.SideOf(opening.Box) != _side || placed.Exists(p => p.Id == opening.Id))
                continue;
            // A card holds its place already: it goes on waiting.
            if (opening.Piece.IsPlaceholder && _places.IsFree(opening, placed))
            {
                placed.Add(opening);
                continue;
            }
            var isFree =
                opening.Piece.Opening!.Mats.Count > 0
                && opening.Box.Size.Area <= largest
                && placed.TrueForAll(p => Boxes.Share(p.Box, opening.Box) <= _design.MayShare(p, opening))
                && !placed.Exists(p => p.Role == PageRole.Opening && Boxes.Between(p.Box, opening.Box) < _design.Same);
            if (!isFree)
                continue;
            var mat = opening.Piece.Opening!.Mats[^1];
            var isSeen = GroundUnder(opening) != (mat.Paper, mat.Face);
            var card = isSeen && !canWrite && !placed.Exists(p => p.Role == PageRole.Card);
            if (isSeen && !canWrite && !card)
                continue;
            if (!isSeen)
            {
                // On its own paper nobody would see it: in that of another mat, once.
                if (placed.Exists(p => p.Role == PageRole.Patch) || OtherMat(opening) is not { } other)
                    continue;
                mat = other;
            }
            placed.Add(
                opening with
                {
                    Role = card ? PageRole.Card : PageRole.Patch,
                    Piece = opening.Piece with
                    {
                        Kind = card ? PieceKind.Journaling : PieceKind.Panel,
                        Paper = mat.Paper,
                        Face = mat.Face,
                        Part = Making.PartOf(mat),
                        Size = opening.Box.Size,
                        Opening = null,
                    },
                    Print = null,
                }
            );
        }
    }

    private (string? Paper, SheetFace Face)? GroundUnder(Lying opening) =>
        _design
            .Things.TakeWhile(t => t.Id != opening.Id)
            .LastOrDefault(t => t.Role == PageRole.Ground && t.Piece.Paper is not null && t.Box.Contains(opening.Box))
            is { Piece: var ground }
            ? (ground.Paper, ground.Face)
            : null;

    // The paper that most other mats are cut from and that is seen there.
    private Mat? OtherMat(Lying opening) =>
        _design
            .Openings.Select(o => o.Piece.Opening!.Mats is [.., { Card: null, Paper: not null } mat] ? mat : null)
            .OfType<Mat>()
            .Where(m => (m.Paper, m.Face) != GroundUnder(opening))
            .GroupBy(m => (m.Paper, m.Face))
            .MaxBy(g => g.Count())
            ?.First();

    private bool Settle(Unit unit, List<Lying> placed)
    {
        var main = unit.Main;
        var natural = Natural(main, placed);
        if (_places.Fits(unit, main, natural, placed))
            return Put(unit, main.At(natural), placed);
        if (natural != main.Box && _places.Fits(unit, main, main.Box, placed))
            return Put(unit, main, placed);
        if (main.Role == PageRole.Card)
            return Card(unit, placed) is { } card && Put(unit, card, placed);
        return _places.Best(main, placed, unit) is { } best && Put(unit, main.At(best.Box), placed);
    }

    // The best place of all sizes, as large as it may be there.
    private Lying? Card(Unit unit, List<Lying> placed)
    {
        var (best, least) = ((Lying?)null, double.MaxValue);
        foreach (var share in Shares)
        foreach (var turned in unit.Main.Box.Width == unit.Main.Box.Height ? [false] : new[] { false, true })
        {
            // A smaller one costs as much at the least.
            if ((share < 1 && least <= CardResized) || Resized(unit.Main, share, turned) is not { } card)
                continue;
            var by = share < 1 ? CardResized : CardMoved;
            if (_places.Best(card, placed, unit, least - by + Alike) is { } spot && spot.Cost + by < least)
                (best, least) = (card.At(spot.Box), spot.Cost + by);
        }
        return best;
    }

    private Lying? Resized(Lying card, double share, bool turned)
    {
        // What is printed on it is as large as it is, and has one way up.
        if (card.Piece.CutFrom is not null && (share < 1 || turned))
            return null;
        // Cards are cut in eighths of an inch (3 mm).
        var eighth = _design.Eighth.Ticks;
        Length Of(Length side) => Length.Min(side, new((long)Math.Ceiling(side.Ticks * share / eighth) * eighth));
        var size = share >= 1 ? card.Box.Size : new Size(Of(card.Box.Width), Of(card.Box.Height));
        if (turned)
            size = size.Turned;
        // Less than an inch and a half is nothing to write on.
        return size.Shorter >= Length.Min(card.Box.Size.Shorter, Length.Inches(1, 1, 2))
            ? card with
            {
                Box = new(card.Box.X, card.Box.Y, size),
            }
            : null;
    }

    // Where its rules put it among what lies there now.
    private Box Natural(Lying thing, List<Lying> placed)
    {
        var x = Leaning.Start(_design, thing.Piece, Axis.Across, thing.Box.Width, placed);
        var y = Leaning.Start(_design, thing.Piece, Axis.Down, thing.Box.Height, placed);
        return new(x ?? thing.Box.X, y ?? thing.Box.Y, thing.Box.Size);
    }

    private static bool Put(Unit unit, Lying main, List<Lying> placed)
    {
        placed.Add(main);
        foreach (var one in unit.Attached)
            placed.Add(one.At(one.Box.Moved(main.Box.X - unit.Main.Box.X, main.Box.Y - unit.Main.Box.Y)));
        return true;
    }
}
