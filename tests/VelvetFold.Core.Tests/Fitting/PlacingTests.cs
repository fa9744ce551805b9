using CsCheck;
using VelvetFold.Core.Fitting;

namespace VelvetFold.Core.Tests.Fitting;

/// <summary>Photos are given to openings at the least loss.</summary>
public class PlacingTests
{
    [Fact]
    public void No_way_to_pair_rows_and_columns_is_cheaper() =>
        Gen.Int[1, 6]
            .SelectMany(n => Gen.Int[0, 30].Array[n * n].Select(costs => (n, costs)))
            .Sample(
                (n, costs) =>
                {
                    var table = new double[n, n];
                    for (var i = 0; i < n * n; i++)
                        table[i / n, i % n] = costs[i];
                    var given = Placing.Assign(table, n);
                    Assert.Equal(Enumerable.Range(0, n), given.Order());
                    Assert.Equal(Ways(n).Min(way => way.Select((column, row) => table[row, column]).Sum()), Sum(given));
                    double Sum(int[] way) => way.Select((column, row) => table[row, column]).Sum();
                },
                iter: 300
            );

    private static IEnumerable<int[]> Ways(int n) =>
        n == 0
            ?
            [
                [],
            ]
            : Ways(n - 1).SelectMany(way => Enumerable.Range(0, n).Select(at => (int[])[.. way.Take(at), n - 1, .. way.Skip(at)]));
}
