using VelvetFold.Core.Kits;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Lines;

/// <summary>Reads the options of a piece: its page, its mats, its edges and shape, how it is stuck down, its joins and its ready-made
/// part.</summary>
internal sealed class OptionReader(
    LineCursor cursor,
    Func<Kit> kit,
    Func<Layout> layout,
    Func<(string? Paper, SheetFace Face)?> paper,
    bool newPapers
)
{
    /// <summary>The piece with what one option says of it; null where no option stands here.</summary>
    /// <exception cref="LineException">An option is begun and cannot be read to its end.</exception>
    public Piece? Read(Piece piece)
    {
        var mark = cursor.At;
        if (cursor.Take("called") is not null)
            return piece with { Name = cursor.Quoted() ?? throw new LineException(cursor.Column, Saying.Of("line.the-name-after-called")) };
        if (cursor.Take("on mat", "on mats") is not null)
            return OnMat(piece);
        if (cursor.Take("on") is not null)
            return piece with { Side = NeedPage() };
        if (cursor.Take(LineWords.Schools.Keys) is { } school)
            return Photo(piece, mark, o => o with { School = LineWords.Schools[school] });
        if (cursor.Take("focal") is not null)
            return Photo(piece, mark, o => o with { Focal = true });
        if (cursor.Take("left empty") is not null)
            return Photo(piece, mark, o => o with { Use = OpeningUse.Empty });
        if (cursor.Take("placeholder") is not null)
            return Photo(piece, mark, o => o with { Use = OpeningUse.Placeholder });
        if (cursor.Take(LineWords.Faces.Keys) is { } faces)
            return Photo(piece, mark, o => o with { Faces = LineWords.Faces[faces] });
        if (cursor.Take(LineWords.Looks.Keys) is { } looks)
            return Photo(piece, mark, o => o with { Looks = LineWords.Looks[looks] });
        if (cursor.Take(LineWords.Tones.Keys) is { } tone)
            return Photo(piece, mark, o => o with { Tone = LineWords.Tones[tone] });
        if (cursor.Take("from sheet at") is not null)
            return piece with { CutFrom = NeedSheetPlace() };
        if (cursor.Take("white border") is not null)
            return WithBorder(piece, mark);
        if (cursor.Take("roughly") is not null)
            return piece with { Roughly = true };
        if (cursor.Take("extra instead of") is not null)
            return piece with { Extra = true, InsteadOf = NeedOther(piece) };
        if (cursor.Take("extra") is not null)
            return piece with { Extra = true };
        if (cursor.Take("with a hole") is not null)
            return piece with { Hole = true };
        if (cursor.Take(LineWords.Drawings.Keys) is { } drawn)
            return Drawn(piece, mark, LineWords.Drawings[drawn]);
        if (cursor.Take("print turned") is not null)
            return piece with { PrintTurned = true };
        if (cursor.Take("raised") is not null)
            return piece with { Mount = Mount.Raised };
        if (cursor.Take("flat") is not null)
            return piece with { Mount = Mount.Flat };
        if (cursor.Take("joined at") is not null)
            return piece with { Joins = NeedJoins(piece) };
        if (cursor.Take("part") is not null)
            return piece with { Part = NeedPart(), Paper = null, CutFrom = null };
        if (cursor.Take("tilted") is not null)
            return piece with { Tilt = cursor.NeedNumber() };
        if (cursor.Take("gutted") is not null)
            return piece with { Gut = cursor.NeedLength() };
        if (cursor.Take(LineWords.Shapes.Keys) is { } shape)
            return piece with
            {
                Shape = LineWords.Shapes[shape] == OutlineKind.Rectangle ? null : new() { Kind = LineWords.Shapes[shape] },
            };
        if (cursor.Take("template") is not null)
            return piece with
            {
                Shape = new() { Kind = OutlineKind.Template, Points = NeedPoints() },
            };
        if (cursor.Take(LineWords.Stated.Keys) is { } stated)
            return piece with { Stated = LineWords.Stated[stated] };
        if (cursor.Take(LineWords.Works.Keys) is { } work)
            return Finished(piece, LineWords.Works[work]);
        return null;
    }

    private string NeedOther(Piece piece)
    {
        var at = cursor.Column;
        var id = cursor.Word();
        return
            layout().Pieces.FirstOrDefault(p => string.Equals(p.Id, id, StringComparison.OrdinalIgnoreCase)) is { Extra: false } other
            && other.Id != piece.Id
            ? other.Id
            : throw new LineException(at, Saying.Of("line.instead-of-what", ("piece", id ?? "")));
    }

    // stitches with "needle" in "white thread"
    private Piece Drawn(Piece piece, int at, DrawnKind kind)
    {
        if (piece.Kind != PieceKind.Drawn)
            throw new LineException(at + 1, Saying.Of("line.is-not-drawn", ("piece", piece.Id)));
        cursor.Need("with");
        var tool = cursor.Quoted() ?? throw new LineException(cursor.Column, Saying.Of("line.the-tool-after-with"));
        var before = cursor.At;
        var colour = cursor.Take("in") is null ? null : cursor.Quoted();
        if (colour is null)
            cursor.GoTo(before);
        return piece with
        {
            Drawn = new()
            {
                Kind = kind,
                Tool = tool,
                Colour = colour,
            },
        };
    }

    private List<Length> NeedJoins(Piece piece)
    {
        var at = cursor.Column;
        var joins = new List<Length> { cursor.NeedLength() };
        while (cursor.Take("and") is not null)
            joins.Add(cursor.NeedLength());
        var along = piece.Size.Along(piece.LongAxis);
        if (joins.Any(j => !j.IsPositive || j >= along) || joins.Zip(joins.Skip(1), (a, b) => a >= b).Any(wrong => wrong))
            throw new LineException(at, Saying.Of("line.is-long-joins-lie", ("piece", piece.Id), ("along", along)));
        return joins;
    }

    // part "Weather stickers" "sun", of which left half or sliced 1/4 at right
    // of a roll: part "Bakers' twine" tied in a bow with 4 more
    // of two sheets of letters: part "Letters" "Sunny" with "ny" of "Foam letters"
    private PartUse NeedPart()
    {
        var at = cursor.Column;
        var name = cursor.Quoted() ?? throw new LineException(at, Saying.Of("line.the-sheet-the-part"));
        var sheet = SheetCalled(name, at);
        var use = new PartUse { Sheet = sheet?.Id ?? name, Part = cursor.Quoted() };
        if (cursor.Take(LineWords.Halves.Keys) is { } half)
            use = use with { Half = LineWords.Halves[half] };
        if (Sliced() is { } slice)
            use = use with { Slice = slice };
        if (cursor.Take(LineWords.Ties.Keys) is { } tied)
            use = use with { Tied = LineWords.Ties[tied] };
        while (cursor.Take("with") is not null)
            if (cursor.Quoted() is { } letters)
            {
                cursor.Need("of");
                var from = cursor.Column;
                var other = cursor.Quoted() ?? throw new LineException(from, Saying.Of("line.the-sheet-of-letters", ("letters", letters)));
                use = use with { Others = [.. use.Others, new(SheetCalled(other, from)?.Id ?? other, letters)] };
            }
            else
            {
                use = use with { More = cursor.NeedLength() };
                cursor.Need("more");
            }
        return use;
    }

    // sliced 1/4 at right
    private PartSlice? Sliced()
    {
        if (cursor.Take("sliced") is null)
            return null;
        var off = cursor.NeedLength();
        cursor.Need("at");
        return new(LineWords.Sides[cursor.Need([.. LineWords.Sides.Keys])], off);
    }

    private PartSheet? SheetCalled(string name, int at) =>
        kit().Parts.FirstOrDefault(s => s.Id == name)
        ?? kit().Parts.FirstOrDefault(s => string.Equals(s.Name, name, StringComparison.OrdinalIgnoreCase))
        ?? (
            newPapers
                ? null
                : throw new LineException(
                    at,
                    Saying.Of("line.no-sheet-of-parts", ("name", name), ("n", kit().Parts.Count), ("list", kit().Parts.Select(s => s.Name)))
                )
        );

    private PageSide NeedPage()
    {
        var at = cursor.Column;
        var side = LineWords.Pages[cursor.Need([.. LineWords.Pages.Keys])];
        if (layout().Kind == LayoutKind.Single && side != PageSide.Left)
            throw new LineException(at, Saying.Of("line.is-a-single-page", ("layout", layout().Id)));
        return side;
    }

    private static Piece Photo(Piece piece, int at, Func<PhotoOpening, PhotoOpening> change) =>
        piece.Opening is { } opening
            ? piece with
            {
                Opening = change(opening),
            }
            : throw new LineException(at + 1, Saying.Of("line.is-no-photo", ("piece", piece.Id)));

    // from sheet at (3 1/2, 2), again every 6 across, every 4 down
    private SheetPlace NeedSheetPlace()
    {
        var (x, y) = cursor.Point() ?? throw new LineException(cursor.Column, Saying.Of("line.which-place"));
        var place = new SheetPlace { X = x, Y = y };
        while (cursor.Take("again every") is not null)
        {
            var every = cursor.NeedLength();
            place = cursor.Need("across", "down") == "across" ? place with { EveryAcross = every } : place with { EveryDown = every };
        }
        return place;
    }

    private Piece WithBorder(Piece piece, int at)
    {
        var width = cursor.NeedLength();
        return Photo(piece, at, o => o with { Border = width });
    }

    private Piece OnMat(Piece piece)
    {
        var at = cursor.At;
        var reveal = cursor.Length() ?? kit().Matting.Reveal;
        var before = cursor.At;
        if (cursor.Take("card") is not null && cursor.Quoted() is { } sheet)
            return OnCard(piece, at, reveal, sheet);
        cursor.GoTo(before);
        var (from, face) = paper() ?? throw cursor.Fault();
        var frame = cursor.Take("framed") is null ? (Length?)null : cursor.NeedLength();
        return Photo(
            piece,
            at,
            o =>
                o with
                {
                    Mats =
                    [
                        .. o.Mats,
                        new Mat
                        {
                            Paper = from!,
                            Face = face,
                            Reveal = reveal,
                            Frame = frame,
                        },
                    ],
                }
        );
    }

    // on mat 1/8 card "Cut cards" "4 x 6 sky"
    private Piece OnCard(Piece piece, int at, Length reveal, string named)
    {
        var sheet = SheetCalled(named, cursor.Column);
        var which =
            cursor.Quoted() ?? throw new LineException(cursor.Column, Saying.Of("line.which-card", ("sheet", sheet?.Name ?? named)));
        return Photo(
            piece,
            at,
            o => o with { Mats = [.. o.Mats, new Mat { Card = new(sheet?.Id ?? named, sheet?.Part(which)?.Id ?? which), Reveal = reveal }] }
        );
    }

    private Piece Finished(Piece piece, EdgeWork work)
    {
        var edges = cursor.Take("all round") is not null ? Edges.All : [LineWords.Sides[cursor.Need([.. LineWords.Sides.Keys])]];
        var uses = cursor.Take("uses") is null ? (Length?)null : cursor.NeedLength();
        return piece with
        {
            Finishes =
            [
                .. piece.Finishes.Where(f => !edges.Contains(f.Edge)),
                .. edges.Select(e => new EdgeFinish
                {
                    Edge = e,
                    Work = work,
                    Allowance = uses,
                }),
            ],
        };
    }

    private List<OutlinePoint> NeedPoints()
    {
        var points = new List<OutlinePoint>();
        while (cursor.Point() is var (x, y))
            points.Add(new(x, y));
        return points.Count >= 3 ? points : throw new LineException(cursor.Column, Saying.Of("line.a-template-needs-at"));
    }
}
