using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Lines;

/// <summary>Reads one measure line against a kit: it makes a layout, pieces or an arrangement, or changes a piece.</summary>
internal sealed class LineReader
{
    private static readonly string[] Shorthands = ["row", "column", "grid", "honeycomb"];

    private readonly LineCursor _cursor;
    private readonly PlaceReader _places;
    private readonly OptionReader _options;
    private readonly bool _newPapers;
    private Kit _kit;
    private Layout _layout;

    public LineReader(string text, Kit kit, string layoutId, bool newPapers)
    {
        _cursor = new(text, kit.Unit);
        _places = new(_cursor, () => _layout!);
        _options = new(_cursor, () => _kit!, () => _layout!, PaperHere, newPapers);
        _newPapers = newPapers;
        _kit = kit;
        _layout = MeasureLines.LayoutOf(kit, layoutId);
    }

    public IReadOnlyList<string> Completions => _cursor.Completions;

    public (Kit Kit, string Layout, IReadOnlyList<string> Touched) Read()
    {
        var touched = ReadLine();
        if (!_cursor.IsAtEnd)
            throw _cursor.Fault();
        var kit = _kit.Layout(_layout.Id) is null ? _kit with { Layouts = [.. _kit.Layouts, _layout] } : _kit.With(_layout);
        return (kit, _layout.Id, touched);
    }

    private IReadOnlyList<string> ReadLine()
    {
        if (_cursor.Take("spread", "page") is { } kind)
            return ReadLayout(kind);
        var mark = _cursor.At;
        if (_cursor.Word() is { } label && _cursor.Colon())
            return ReadLabelled(label);
        _cursor.GoTo(mark);
        if (_places.PieceHere() is { } piece)
            return ReadChange(piece);
        return ReadPieces(null, _cursor.Count() ?? 1);
    }

    // spread 12 x 12 "Up on the dune": the layout at hand becomes this, if it is still blank; otherwise a new one is begun.
    private IReadOnlyList<string> ReadLayout(string kind)
    {
        var page = NeedSize();
        var name = _cursor.Quoted() ?? _layout.Name;
        var made = new Layout
        {
            Id = _layout.Pieces.Count == 0 ? _layout.Id : FreeLayoutId(),
            Name = name,
            Kind = kind == "spread" ? LayoutKind.Spread : LayoutKind.Single,
            Page = page,
        };
        _layout = made;
        return [];
    }

    private string FreeLayoutId()
    {
        for (var n = 1; ; n++)
            if (_kit.Layout($"L{n}") is null)
                return $"L{n}";
    }

    private IReadOnlyList<string> ReadLabelled(string label)
    {
        if (_cursor.Take(["evenly", .. Shorthands]) is { } kind)
            return ReadArrangement(label, kind);
        return ReadPieces(label, 1);
    }

    private List<string> ReadPieces(string? label, int count)
    {
        if (count is < 1 or > 200)
            throw new LineException(1, Saying.Of("line.pieces-cannot-be-made", ("count", count)));
        var kind = LineWords.Kinds[_cursor.Need([.. LineWords.Kinds.Keys])];
        var name = _cursor.Quoted();
        var sizeAt = _cursor.Column;
        var size = Oriented(SizeOrWidth());
        var (paper, face) = kind == PieceKind.Photo ? (null, SheetFace.A) : PaperHere() ?? (null, SheetFace.A);
        var zero = Length.Zero;
        var piece = new Piece
        {
            Id = label ?? _layout.FreeLabel(kind),
            Name = name,
            Kind = kind,
            Size = size,
            Paper =
                paper
                ?? (
                    kind
                        is PieceKind.Photo
                            or PieceKind.DieCut
                            or PieceKind.Sticker
                            or PieceKind.Tie
                            or PieceKind.Raised
                            or PieceKind.Printed
                            or PieceKind.Drawn
                        ? null
                    : _kit.Papers.Count == 1 ? _kit.Papers[0].Id
                    : null
                ),
            Face = face,
            Across = kind == PieceKind.Base ? new FromEdge(Edge.Left, zero) : new Centred(),
            Down = kind == PieceKind.Base ? new FromEdge(Edge.Top, zero) : new Centred(),
            Opening = kind == PieceKind.Photo ? new() : null,
        };
        var group = new LineGroup();
        piece = AsHigh(ReadClauses(piece, group), sizeAt);
        if (piece is { Kind: PieceKind.Drawn, Drawn: null })
            throw new LineException(_cursor.Column, Saying.Of("line.what-is-drawn", ("list", LineWords.Drawings.Keys)));
        if (label is not null && _layout.Piece(label) is not null)
        {
            _layout = _layout.With(piece);
            return [label];
        }
        return Lay(piece, count, count > 1 && group.Kind is null ? Tidy(piece, count) : group);
    }

    // Several that say no more than what they lean on lie beside or under one another from there; those that say no place lie in a row, or
    // in a grid where the page is too narrow for one.
    private LineGroup Tidy(Piece piece, int count)
    {
        if (piece.Down is Beside)
            return new() { Kind = ArrangementKind.Column };
        if (piece.Across is Beside)
            return new() { Kind = ArrangementKind.Row };
        var gap = _kit.Unit == LengthUnit.Inch ? Length.Inches(0, 1, 8) : Length.Millimetres(3);
        var room = _layout.Page.Width;
        var columns = 1;
        while (columns < count && piece.Size.Width * (columns + 1) + gap * columns <= room)
            columns++;
        return columns == count
            ? new() { Kind = ArrangementKind.Row, Gutter = gap }
            : new()
            {
                Kind = columns == 1 ? ArrangementKind.Column : ArrangementKind.Grid,
                Columns = columns == 1 ? null : columns,
                Gutter = gap,
            };
    }

    private List<string> Lay(Piece piece, int count, LineGroup group)
    {
        var ids = new List<string> { piece.Id };
        while (ids.Count < count)
            ids.Add(_layout.FreeLabel(piece.Kind, ids));
        if (group.Kind is { } kind)
        {
            var id = _layout.FreeArrangementLabel();
            var block = kind != ArrangementKind.Evenly;
            _layout = _layout with
            {
                Arrangements =
                [
                    .. _layout.Arrangements,
                    new()
                    {
                        Id = id,
                        Kind = kind,
                        Members = ids,
                        Side = piece.Side,
                        Axis = group.Axis,
                        Start = group.Start,
                        End = group.End,
                        Over = group.Over,
                        Gutter = group.Gutter,
                        Columns = group.Columns,
                        Trimmed = group.Trimmed,
                        FirstRowIn = group.FirstRowIn,
                        Across = block ? piece.Across : null,
                        Down = block ? piece.Down : null,
                    },
                ],
            };
            if (block || group.Axis == Axis.Across)
                piece = piece with { Across = new Member(id) };
            if (block || group.Axis == Axis.Down)
                piece = piece with { Down = new Member(id) };
        }
        _layout = _layout with { Pieces = [.. _layout.Pieces, .. ids.Select(id => piece with { Id = id })] };
        return ids;
    }

    private IReadOnlyList<string> ReadChange(Piece piece)
    {
        if (_cursor.Take("remove") is not null)
        {
            _layout = _layout with { Pieces = [.. _layout.Pieces.Where(p => p.Id != piece.Id)] };
            return [piece.Id];
        }
        var mark = _cursor.At;
        if (_cursor.Length() is not null && _cursor.Take("x", "×", "by") is not null)
        {
            _cursor.GoTo(mark);
            piece = piece with { Size = Oriented(NeedSize()) };
        }
        else
        {
            _cursor.GoTo(mark);
        }
        if (piece.Kind != PieceKind.Photo && PaperHere() is { } paper)
            piece = piece with { Paper = paper.Paper, Face = paper.Face };
        var changed = ReadClauses(piece, null);
        _layout = _layout.With(changed);
        return [changed.Id];
    }

    private List<string> ReadArrangement(string label, string kind)
    {
        var columns = kind is "grid" or "honeycomb"
            ? _cursor.Count() ?? throw new LineException(_cursor.Column, Saying.Of("line.say-how-many-stand"))
            : (int?)null;
        var members = new List<string>();
        while (_places.PieceHere() is { } piece)
            members.Add(piece.Id);
        if (members.Count == 0)
            throw _cursor.Fault();
        var arrangement = new Arrangement
        {
            Id = label,
            Kind = kind switch
            {
                "evenly" => ArrangementKind.Evenly,
                "row" => ArrangementKind.Row,
                "column" => ArrangementKind.Column,
                "grid" => ArrangementKind.Grid,
                _ => ArrangementKind.Honeycomb,
            },
            Members = members,
            Columns = columns,
            Side = _layout.Piece(members[0])!.Side,
        };
        while (_cursor.Comma() || !_cursor.IsAtEnd)
            arrangement = ArrangementClause(arrangement);
        _layout = _layout with
        {
            Arrangements = [.. _layout.Arrangements.Where(a => a.Id != label), arrangement],
            Pieces = [.. _layout.Pieces.Select(p => JoinedTo(p, arrangement))],
        };
        return members;
    }

    private static Piece JoinedTo(Piece piece, Arrangement arrangement)
    {
        if (!arrangement.Members.Contains(piece.Id))
            return piece;
        if (arrangement.Puts(Axis.Across))
            piece = piece with { Across = new Member(arrangement.Id) };
        return arrangement.Puts(Axis.Down) ? piece with { Down = new Member(arrangement.Id) } : piece;
    }

    private Arrangement ArrangementClause(Arrangement arrangement)
    {
        if (_cursor.Take("on") is not null)
            return arrangement with { Side = LineWords.Pages[_cursor.Need([.. LineWords.Pages.Keys])] };
        if (arrangement.Kind == ArrangementKind.Evenly)
        {
            var group = new LineGroup();
            _places.ReadEvenly(group);
            return arrangement with { Axis = group.Axis, Start = group.Start, End = group.End, Over = group.Over };
        }
        if (_cursor.Take("gap") is not null)
            return arrangement with { Gutter = _cursor.NeedLength() };
        if (_cursor.Take("trimmed") is not null)
            return arrangement with { Trimmed = true };
        if (_cursor.Take("first row in") is not null)
            return arrangement with { FirstRowIn = true };
        var (axis, rule) = _places.Place() ?? throw _cursor.Fault();
        return axis == Axis.Across ? arrangement with { Across = rule } : arrangement with { Down = rule };
    }

    private Piece ReadClauses(Piece piece, LineGroup? group)
    {
        _cursor.Comma();
        while (!_cursor.IsAtEnd)
        {
            piece = Clause(piece, group);
            _cursor.Comma();
        }
        return piece;
    }

    // One clause: an option, or a place on one axis or both.
    private Piece Clause(Piece piece, LineGroup? group)
    {
        if (_options.Read(piece) is { } changed)
            return changed;
        if (_cursor.Take("in the") is not null)
            return Corner(piece);
        if (group is not null && _cursor.Take("in a") is not null)
            return InA(piece, group);
        if (group is not null && _cursor.Take("evenly") is not null)
        {
            _places.ReadEvenly(group);
            return piece;
        }
        if (_cursor.Take("in") is not null && _places.NeedArrangement() is var block)
            return piece with { Across = new Member(block), Down = new Member(block) };
        if (_cursor.Take("centred") is not null)
            return CentredClause(piece);
        var (axis, rule) = _places.Place() ?? throw _cursor.Fault();
        return piece.With(axis, rule);
    }

    private Piece Corner(Piece piece)
    {
        var down = LineWords.Sides[_cursor.Need("top", "bottom")];
        var across = LineWords.Sides[_cursor.Need("left", "right")];
        _cursor.Need("corner");
        var of = _cursor.Take("of") is null ? null : _places.NeedPiece();
        return piece with { Across = new FromEdge(across, Length.Zero, of), Down = new FromEdge(down, Length.Zero, of) };
    }

    private Piece InA(Piece piece, LineGroup group)
    {
        group.Kind = _cursor.Need(Shorthands) switch
        {
            "row" => ArrangementKind.Row,
            "column" => ArrangementKind.Column,
            "grid" => ArrangementKind.Grid,
            _ => ArrangementKind.Honeycomb,
        };
        if (group.Kind is ArrangementKind.Grid or ArrangementKind.Honeycomb)
        {
            _cursor.Need("of");
            group.Columns = _cursor.Count() ?? throw new LineException(_cursor.Column, Saying.Of("line.say-how-many-stand-2"));
        }
        if (_cursor.Take("gap") is not null)
            group.Gutter = _cursor.NeedLength();
        if (group.Kind == ArrangementKind.Honeycomb && _cursor.Take("trimmed") is not null)
            group.Trimmed = true;
        if (group.Kind == ArrangementKind.Honeycomb && _cursor.Take("first row in") is not null)
            group.FirstRowIn = true;
        return piece;
    }

    private Piece CentredClause(Piece piece)
    {
        var axis = _cursor.Take("across", "down");
        var on = _cursor.Take("in", "on") is null ? null : _places.NeedPiece();
        if (axis != "down")
            piece = piece with { Across = new Centred(on) };
        return axis == "across" ? piece : piece with { Down = new Centred(on) };
    }

    private (string? Paper, SheetFace Face)? PaperHere()
    {
        var id = KnownPaper() ?? (_newPapers ? NewPaper() : null);
        if (id is null)
            return null;
        return (id, _cursor.Take("face A", "face B", "A", "B") is { } face && face[^1] == 'B' ? SheetFace.B : SheetFace.A);
    }

    private string? KnownPaper()
    {
        if (_cursor.Take(_kit.Papers.SelectMany(p => (IEnumerable<string>)[p.Name, p.Id, .. Short(p)])) is not { } name)
            return null;
        return (
            _kit.Papers.FirstOrDefault(p =>
                string.Equals(p.Name, name, StringComparison.OrdinalIgnoreCase)
                || string.Equals(p.Id, name, StringComparison.OrdinalIgnoreCase)
            ) ?? _kit.Papers.First(p => Short(p).Contains(name, StringComparer.OrdinalIgnoreCase))
        ).Id;
    }

    // "Ember" for "Ember cardstock", where no other paper begins so.
    private IEnumerable<string> Short(Paper paper)
    {
        var first = paper.Name.Split(' ')[0];
        return first != paper.Name && _kit.Papers.Count(p => p.Name.Split(' ')[0].Equals(first, StringComparison.OrdinalIgnoreCase)) == 1
            ? [first]
            : [];
    }

    private string? NewPaper()
    {
        if (_cursor.Phrase(LineWords.ClauseStarts) is not { } name)
            return null;
        _kit = MeasureLines.WithPaper(_kit, name);
        return _kit.Papers[^1].Id;
    }

    private Size NeedSize()
    {
        var at = _cursor.Column;
        var width = _cursor.NeedLength();
        _cursor.Need("x", "×", "by");
        var height = _cursor.NeedLength();
        if (!width.IsPositive || !height.IsPositive)
            throw new LineException(at, Saying.Of("line.width-and-height-must"));
        return new(width, height);
    }

    // A circle and a regular hexagon are said by their width alone: hexagon 2 wide.
    private Size SizeOrWidth()
    {
        var mark = _cursor.At;
        if (_cursor.Length() is { IsPositive: true } width && _cursor.Take("wide") is not null)
            return new(width, Length.Zero);
        _cursor.GoTo(mark);
        return NeedSize();
    }

    private static Piece AsHigh(Piece piece, int at) =>
        piece.Size.Height != Length.Zero
            ? piece
            : piece.Shape?.Kind switch
            {
                OutlineKind.Hexagon => piece with { Size = new(piece.Size.Width, Outline.HexagonHeight(piece.Size.Width)) },
                OutlineKind.Circle => piece with { Size = new(piece.Size.Width, piece.Size.Width) },
                _ => throw new LineException(at, Saying.Of("line.only-a-circle-or")),
            };

    private Size Oriented(Size size) =>
        _cursor.Take("upright", "lying") switch
        {
            "upright" => new(size.Shorter, size.Longer),
            "lying" => new(size.Longer, size.Shorter),
            _ => size,
        };
}
