using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Cutting.Search;

/// <summary>
/// How handy a sheet is to cut and how much of use it leaves, the first difference deciding: few fence settings and cuts, then large useful
/// offcuts (at least 2 x 3 in, or 1/2 in wide and 6 in long; one large one is worth more than two of half its size).
/// </summary>
internal readonly record struct Handiness(int Work, double Kept) : IComparable<Handiness>
{
    private static readonly double SquareInch = (double)Length.TicksPerInch * Length.TicksPerInch;

    /// <summary>Judges a sheet as it is handed over.</summary>
    public static Handiness Of(CutGrid grid, GridNode root)
    {
        var (settings, cuts, kept) = (new HashSet<int>(), 0, 0.0);
        Look(NormalForm.Plain(root));
        return new(settings.Count + cuts, kept);

        void Look(GridNode node)
        {
            if (node.IsFree)
            {
                var offcut = new OffcutNode(new(Length.Zero, Length.Zero, grid.Length(node.Width), grid.Length(node.Height)));
                if (!offcut.IsUseful)
                    return;
                var inches = (double)offcut.Box.Size.Area / SquareInch;
                kept += inches * inches;
            }
            else if (node.First is { } first)
            {
                settings.Add(node.Upright ? first.Width : first.Height);
                cuts++;
                Look(first);
                Look(node.Second!);
            }
        }
    }

    public int CompareTo(Handiness other) => Work != other.Work ? other.Work.CompareTo(Work) : Kept.CompareTo(other.Kept);

    public static bool operator >(Handiness a, Handiness b) => a.CompareTo(b) > 0;

    public static bool operator <(Handiness a, Handiness b) => a.CompareTo(b) < 0;

    public static bool operator >=(Handiness a, Handiness b) => a.CompareTo(b) >= 0;

    public static bool operator <=(Handiness a, Handiness b) => a.CompareTo(b) <= 0;
}
