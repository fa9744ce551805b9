namespace VelvetFold.Core.Cutting.Search;

/// <summary>A rectangle of a sheet in the search: cut in two, holding a piece in its top left corner exactly, or free.</summary>
internal sealed class GridNode(int width, int height)
{
    public int Width { get; } = width;

    public int Height { get; } = height;

    /// <summary>The kind of piece it is, or -1.</summary>
    public int Kind { get; private set; } = -1;

    public bool Turned { get; private set; }

    /// <summary>Whether the cut runs down (the parts lie beside each other) or across.</summary>
    public bool Upright { get; private set; }

    /// <summary>The left or upper part, and the other; null while it is not cut.</summary>
    public GridNode? First { get; private set; }

    public GridNode? Second { get; private set; }

    public bool IsFree => Kind < 0 && First is null;

    /// <summary>Cuts it at so many steps from the left (upright) or the top.</summary>
    public void Cut(bool upright, int at)
    {
        Upright = upright;
        First = upright ? new(at, Height) : new(Width, at);
        Second = upright ? new(Width - at, Height) : new(Width, Height - at);
    }

    /// <summary>Cuts it so that its two parts are these.</summary>
    public void Join(bool upright, GridNode first, GridNode second) => (Upright, First, Second) = (upright, first, second);

    public void Hold(int kind, bool turned) => (Kind, Turned) = (kind, turned);

    /// <summary>Takes over all that another rectangle of the same size holds.</summary>
    public void Become(GridNode other) =>
        (Kind, Turned, Upright, First, Second) = (other.Kind, other.Turned, other.Upright, other.First, other.Second);

    /// <summary>The same tree, to be changed by itself.</summary>
    public GridNode Copy()
    {
        var copy = new GridNode(Width, Height) { Kind = Kind, Turned = Turned };
        if (First is not null)
            copy.Join(Upright, First.Copy(), Second!.Copy());
        return copy;
    }

    /// <summary>Lays a piece in its top left corner; one cut or two set it free, the upright one first if so wished.</summary>
    public void Lay(int kind, int width, int height, bool turned, bool uprightFirst, List<GridNode> free)
    {
        var (right, below) = (Width - width, Height - height);
        if (right == 0 && below == 0)
        {
            Hold(kind, turned);
            return;
        }
        if (right > 0 && (uprightFirst || below == 0))
            Cut(true, width);
        else
            Cut(false, height);
        free.Add(Second!);
        First!.Lay(kind, width, height, turned, uprightFirst, free);
    }

    /// <summary>Adds up how often each kind lies in it.</summary>
    public void Count(int[] counts)
    {
        if (Kind >= 0)
            counts[Kind]++;
        First?.Count(counts);
        Second?.Count(counts);
    }

    /// <summary>Adds the kinds that lie in it to a list, each as often as it does.</summary>
    public void Collect(List<int> kinds)
    {
        if (Kind >= 0)
            kinds.Add(Kind);
        First?.Collect(kinds);
        Second?.Collect(kinds);
    }

    /// <summary>How many cuts it takes.</summary>
    public int Cuts => First is null ? 0 : 1 + First.Cuts + Second!.Cuts;

    /// <summary>The same tree without the pieces that are not wanted any more; their places become free, and free neighbours one.</summary>
    public GridNode Without(int[] surplus)
    {
        var node = new GridNode(Width, Height);
        if (Kind >= 0)
        {
            if (surplus[Kind] > 0)
                surplus[Kind]--;
            else
                node.Hold(Kind, Turned);
        }
        else if (First is not null)
        {
            var (first, second) = (First.Without(surplus), Second!.Without(surplus));
            if (!first.IsFree || !second.IsFree)
                node.Join(Upright, first, second);
        }
        return node;
    }
}

/// <summary>One way to cut a sheet, and how often each kind of piece comes out of it.</summary>
internal sealed record GridPattern(GridNode Root, int[] Counts)
{
    public static GridPattern Of(GridNode root, int kinds)
    {
        var counts = new int[kinds];
        root.Count(counts);
        return new(root, counts);
    }

    /// <summary>What of the sheet is pieces, in square steps.</summary>
    public long Used(CutGrid grid)
    {
        var used = 0L;
        for (var k = 0; k < Counts.Length; k++)
            used += (long)Counts[k] * grid.Pieces[k].Width * grid.Pieces[k].Height;
        return used;
    }
}
