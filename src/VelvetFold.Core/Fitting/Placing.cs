using static VelvetFold.Core.Fitting.FitWeights;

namespace VelvetFold.Core.Fitting;

/// <summary>Gives photos to the openings and pockets that are there: which goes where, of a page that stands.</summary>
internal static class Placing
{
    /// <summary>A hinged pocket holds so many.</summary>
    public const int InAPocket = 4;

    private const double Never = 1e6;

    /// <summary>
    /// The cheapest by what each photo takes off by itself (Kuhn, The Hungarian Method for the Assignment Problem, 1955; in the form of
    /// shortest paths), photos that are alike in the order of the story; then photos change places as long as that is better.
    /// </summary>
    /// <returns>Of every photo the opening or pocket; null where there is none left for it.</returns>
    public static string?[] Best(Evaluator evaluator, IReadOnlyList<Lying> things)
    {
        var photos = evaluator.Photos;
        var places = things
            .Where(t => t.Role == PageRole.Opening && t.Piece.HoldsPhoto)
            .OrderBy(t => evaluator.Design.SideOf(t.Box))
            .ThenBy(t => t, Reading.Order)
            .Concat(things.Where(t => t.Role == PageRole.Pocket).SelectMany(p => Enumerable.Repeat(p, InAPocket)))
            .ToList();
        var (n, m) = (photos.Count, places.Count);
        if (n == 0)
            return [];
        // Openings that may be empty and photos that may be left out have partners of their own.
        var size = n + m;
        var costs = new double[size, size];
        for (var i = 0; i < size; i++)
        for (var j = 0; j < size; j++)
            costs[i, j] =
                i < n && j < m ? Cost(evaluator, photos[i], places[j], things) + Math.Abs(i - j * (double)n / m) * 1e-4
                : i < n ? LeftOut * 4
                : j < m ? (places[j].Role == PageRole.Pocket || places[j].Piece.IsPlaceholder ? 0 : Empty)
                : 0;
        var given = Assign(costs, size);
        var at = new string?[n];
        for (var i = 0; i < n; i++)
            at[i] = given[i] < m ? places[given[i]].Id : null;
        InOrder(photos, places, at);
        return Swapped(evaluator, things, at);
    }

    private static double Cost(Evaluator evaluator, GuestPhoto photo, Lying place, IReadOnlyList<Lying> things)
    {
        if (place.Role == PageRole.Pocket)
            return photo.OneOfAKind || !(photo.Size.FitsIn(place.Box.Size) || photo.Size.Turned.FitsIn(place.Box.Size))
                ? Never / 2
                : Hidden + (photo.Focal ? 1 : 0);
        var tally = new Tally(false);
        evaluator.Alone(photo, place, things, tally);
        return tally.Points;
    }

    // Photos of one size and one kind are told in their order.
    private static void InOrder(IReadOnlyList<GuestPhoto> photos, List<Lying> places, string?[] at)
    {
        foreach (var alike in Enumerable.Range(0, photos.Count).GroupBy(i => photos[i].Unnamed))
        {
            var own = alike.Select(i => at[i]).OrderBy(id => id is null ? int.MaxValue : places.FindIndex(p => p.Id == id)).ToList();
            foreach (var (photo, id) in alike.Zip(own))
                at[photo] = id;
        }
    }

    private static string?[] Swapped(Evaluator evaluator, IReadOnlyList<Lying> things, string?[] at)
    {
        var best = evaluator.Of(things, at, false).Points;
        for (var round = 0; round < 3 && best > 0; round++)
        {
            var better = false;
            for (var i = 0; i < at.Length; i++)
            for (var j = i + 1; j < at.Length; j++)
            {
                if (at[i] == at[j])
                    continue;
                (at[i], at[j]) = (at[j], at[i]);
                var points = evaluator.Of(things, at, false).Points;
                if (points < best - 1e-6)
                    (best, better) = (points, true);
                else
                    (at[i], at[j]) = (at[j], at[i]);
            }
            if (!better)
                break;
        }
        return at;
    }

    /// <summary>Row by row the shortest way to a free column, potentials kept; of a square table.</summary>
    /// <returns>Of every row its column.</returns>
    internal static int[] Assign(double[,] costs, int size)
    {
        var (rows, columns) = (new double[size + 1], new double[size + 1]);
        var (owner, way) = (new int[size + 1], new int[size + 1]);
        for (var row = 1; row <= size; row++)
        {
            owner[0] = row;
            var (column, least, used) = (0, new double[size + 1], new bool[size + 1]);
            Array.Fill(least, double.MaxValue);
            do
            {
                used[column] = true;
                var (from, delta, next) = (owner[column], double.MaxValue, 0);
                for (var j = 1; j <= size; j++)
                {
                    if (used[j])
                        continue;
                    var now = costs[from - 1, j - 1] - rows[from] - columns[j];
                    if (now < least[j])
                        (least[j], way[j]) = (now, column);
                    if (least[j] < delta)
                        (delta, next) = (least[j], j);
                }
                for (var j = 0; j <= size; j++)
                    if (used[j])
                    {
                        rows[owner[j]] += delta;
                        columns[j] -= delta;
                    }
                    else
                        least[j] -= delta;
                column = next;
            } while (owner[column] != 0);
            do
            {
                var before = way[column];
                owner[column] = owner[before];
                column = before;
            } while (column != 0);
        }
        var given = new int[size];
        for (var j = 1; j <= size; j++)
            given[owner[j] - 1] = j - 1;
        return given;
    }
}
