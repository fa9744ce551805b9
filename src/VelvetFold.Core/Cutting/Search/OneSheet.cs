using System.Globalization;
using Google.OrTools.Sat;

namespace VelvetFold.Core.Cutting.Search;

/// <summary>
/// Whether all pieces of a small order find room on one sheet, however they are cut: a constraint model over their places. Where they do
/// not, no cuts from edge to edge bring them onto one either.
/// </summary>
internal static class OneSheet
{
    /// <summary>The most pieces it is asked for.</summary>
    public const int MostPieces = 18;

    /// <summary>Whether it is certain that they do not.</summary>
    public static bool IsTooSmall(CutGrid grid, double seconds, double clock)
    {
        var model = new CpModel();
        var (across, down) = (new List<IntervalVar>(), new List<IntervalVar>());
        foreach (var piece in grid.Pieces)
        {
            IntVar? before = null;
            for (var n = 0; n < piece.Wanted; n++)
            {
                var (x, y) = (model.NewIntVar(0, grid.Width, ""), model.NewIntVar(0, grid.Height, ""));
                var turned = model.NewBoolVar("");
                if (!piece.MayTurn)
                    model.Add(turned == (piece.Width <= grid.Width && piece.Height <= grid.Height ? 0 : 1));
                var (width, height) = (
                    piece.Width + (piece.Height - piece.Width) * turned,
                    piece.Height + (piece.Width - piece.Height) * turned
                );
                across.Add(model.NewIntervalVar(x, width, model.NewIntVar(0, grid.Width, ""), ""));
                down.Add(model.NewIntervalVar(y, height, model.NewIntVar(0, grid.Height, ""), ""));
                // Equal pieces in one order only.
                if (before is not null)
                    model.Add(before <= x);
                before = x;
            }
        }
        var none = model.AddNoOverlap2D();
        for (var i = 0; i < across.Count; i++)
            none.AddRectangle(across[i], down[i]);
        var solver = new CpSolver
        {
            StringParameters = string.Create(
                CultureInfo.InvariantCulture,
                $"num_workers:1,random_seed:1,max_deterministic_time:{seconds},max_time_in_seconds:{clock},use_energetic_reasoning_in_no_overlap_2d:true,use_area_energetic_reasoning_in_no_overlap_2d:true"
            ),
        };
        return solver.Solve(model) == CpSolverStatus.Infeasible;
    }
}
