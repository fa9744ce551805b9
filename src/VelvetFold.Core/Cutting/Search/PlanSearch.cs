namespace VelvetFold.Core.Cutting.Search;

/// <summary>What the search found: patterns and how often each is cut, and how few sheets are possible at all.</summary>
/// <param name="CutShort">Whether the clock ended it rather than the work it was given.</param>
internal sealed record Found(IReadOnlyList<(GridPattern Pattern, int Times)> Patterns, int AtLeast, bool CutShort);

/// <summary>
/// Searches the fewest sheets for one grid. Bounds by the sizes alone come first, then sheets laid by chance and rule; where these do not
/// meet, patterns are priced by the linear master's duals (column generation, Gilmore and Gomory, 1961), rounded, laid again, and chosen
/// among by integer programming, as long as work is left.
/// </summary>
internal sealed class PlanSearch
{
    /// <summary>The most patterns the integer master chooses among; more make it slower than they make it better.</summary>
    private const int MostPatterns = 1_500;

    /// <summary>How often sheets are laid again to be handier to cut, all together.</summary>
    private const int MostLightened = 600;

    private readonly CutGrid _grid;
    private readonly WorkBudget _budget;
    private readonly PatternPool _pool;
    private readonly SheetPacker _packer;
    private List<(GridPattern Pattern, int Times)> _best = [];
    private int _atLeast;
    private int _seed;

    private PlanSearch(CutGrid grid, WorkBudget budget) =>
        (_grid, _budget, _pool, _packer) = (grid, budget, new(grid, budget, MostPatterns), new(grid, budget, seed: 0));

    private int Sheets => _best.Sum(p => p.Times);

    /// <summary>Searches within a budget. Every piece fits the sheet.</summary>
    public static Found Run(CutGrid grid, WorkBudget budget, Action<int, int>? told = null, bool polish = true)
    {
        var search = new PlanSearch(grid, budget);
        search.Run(told);
        // As many sheets are found whether their cuts are polished or not: what polishing spends is not missed by what is searched next.
        if (polish)
            budget.Aside(search.Polish);
        return new(search._best, search._atLeast, budget.WasCutShort);
    }

    private void Run(Action<int, int>? told)
    {
        _atLeast = GridBounds.Sheets(_grid);
        Begin();
        told?.Invoke(Sheets, _atLeast);
        if (Sheets > _atLeast)
            Relay(0.08);
        told?.Invoke(Sheets, _atLeast);
        if (Sheets > _atLeast && !_budget.IsSpent)
            Price();
        told?.Invoke(Sheets, _atLeast);
        if (_atLeast == 1 && Sheets == 2 && _grid.Wanted <= OneSheet.MostPieces && _budget.LeftMilliseconds > 50)
            TryOneSheet();
        for (var round = 0; Sheets > _atLeast && !_budget.IsSpent; round++)
        {
            var seconds = Math.Min(0.2, _budget.LeftMilliseconds / 5_000);
            if (_pool.Fewest(Sheets, _atLeast, seconds) is { } fewer)
                Take(fewer);
            Spend(seconds);
            told?.Invoke(Sheets, _atLeast);
            if (Sheets > _atLeast)
                Relay(_budget.Left < 0.25 ? 1 : 0.5);
            told?.Invoke(Sheets, _atLeast);
        }
    }

    private void Polish()
    {
        Tidy();
        Lighten();
    }

    private void TryOneSheet()
    {
        var seconds = Math.Min(1, _budget.LeftMilliseconds / 3_000);
        if (OneSheet.IsTooSmall(_grid, seconds, _budget.ClockSeconds))
            _atLeast = 2;
        Spend(seconds / 2);
    }

    // The integer master's own time is not counted in our steps: it is charged by what it may have taken.
    private void Spend(double seconds) => _budget.Spend((long)(seconds * 2_000 * 60_000));

    // A sheet is laid and cut that way as often as the demand allows; what one try leaves over the next one takes.
    private void Begin()
    {
        for (var attempt = 0; attempt == 0 || (attempt < 24 && !_budget.IsSpent); attempt++)
        {
            var plan = new List<(GridPattern, int)>();
            var left = _grid.Pieces.Select(p => p.Wanted).ToArray();
            while (left.Any(n => n > 0))
            {
                // As many of each kind as one pattern could ever use, so that long runs need few patterns.
                int[] pieces = [.. left.SelectMany((n, k) => Enumerable.Repeat(k, Math.Min(n, PerSheet(k))))];
                var sheet = _packer.PackOne(pieces);
                var counts = new int[left.Length];
                sheet.Root.Count(counts);
                var times = Enumerable.Range(0, left.Length).Where(k => counts[k] > 0).Min(k => left[k] / counts[k]);
                for (var k = 0; k < left.Length; k++)
                    left[k] -= times * counts[k];
                plan.Add((new(sheet.Root, counts), times));
            }
            if (_best.Count == 0 || IsBetter(plan))
                Take(plan);
            if (Sheets <= _atLeast && attempt >= 6)
                return;
        }
    }

    private int PerSheet(int kind) =>
        (int)Math.Min(int.MaxValue, _grid.Area / ((long)_grid.Pieces[kind].Width * _grid.Pieces[kind].Height));

    private bool IsBetter(List<(GridPattern Pattern, int Times)> plan) =>
        (plan.Sum(p => p.Times), plan.Count).CompareTo((Sheets, _best.Count)) < 0;

    private void Take(IReadOnlyList<(GridPattern Pattern, int Times)> plan)
    {
        _best = [.. plan];
        foreach (var (pattern, _) in plan)
            _pool.Add(pattern);
    }

    // The plan's sheets taken apart and laid again, by two packers side by side with chances of their own; the better one's sheets are
    // taken.
    private void Relay(double share)
    {
        // What a covering plan has too much is left off first, so that sheets hold only what is wanted.
        var sheets = Exactly(_grid, _best)
            .SelectMany(p => Enumerable.Repeat(p.Pattern, p.Times))
            .Select(PackedOf)
            .Where(s => s.Pieces.Length > 0)
            .ToList();
        var tries = Enumerable
            .Range(0, 2)
            .Select(_ => (Budget: _budget.Part(share), Sheets: sheets.ToList(), Met: new List<GridPattern>(), Seed: ++_seed))
            .ToList();
        Parallel.ForEach(
            tries,
            t =>
            {
                var packer = new SheetPacker(_grid, t.Budget, t.Seed);
                if (t.Seed % 2 == 0)
                    packer.Improve(t.Sheets, _atLeast, t.Met);
                else
                    packer.Squeeze(t.Sheets, _atLeast, t.Met);
            }
        );
        _budget.Join(tries.Select(t => t.Budget));
        foreach (var pattern in tries.SelectMany(t => t.Met))
            _pool.Add(pattern);
        var best = tries.MinBy(t => t.Sheets.Count);
        if (best.Sheets.Count < Sheets)
            Take(Grouped(best.Sheets.Select(s => GridPattern.Of(s.Root, _grid.Pieces.Count))));
    }

    private SheetPacker.Packed PackedOf(GridPattern pattern) =>
        new(pattern.Root, [.. pattern.Counts.SelectMany((n, k) => Enumerable.Repeat(k, n))], pattern.Used(_grid));

    private static List<(GridPattern, int)> Grouped(IEnumerable<GridPattern> patterns) =>
        [.. patterns.GroupBy(p => string.Join(',', p.Counts)).Select(g => (g.MinBy(p => p.Root.Cuts)!, g.Count()))];

    // Column generation: the bound rises, the pool fills; every solution is rounded and what is left of it laid.
    private void Price()
    {
        if (PatternTable.For(_grid, (long)(_budget.LeftMilliseconds * 20_000)) is not { } table)
            return;
        using var master = new PatternMaster(_grid);
        foreach (var pattern in _pool.Patterns.OrderByDescending(p => p.Used(_grid)).Take(400))
            master.Add(pattern);
        for (var round = 0; !_budget.IsSpent && _budget.Left > 0.2; round++)
        {
            if (master.Solve() is not { } relaxed)
                return;
            var most = table.Fill(relaxed.Prices);
            _budget.Spend(table.Work / 25 + 20_000 + 800L * _grid.Pieces.Count);
            // Prices divided by the dearest pattern are dual feasible: a bound at every step (Farley, 1990).
            _atLeast = Math.Max(_atLeast, (int)Math.Ceiling(relaxed.Sheets / Math.Max(1, most) - 1e-6));
            if (_atLeast >= Sheets)
                return;
            if (most <= 1 + 1e-7)
            {
                Round(master.Solution);
                return;
            }
            var found = GridPattern.Of(table.Pattern(), _grid.Pieces.Count);
            master.Add(found);
            if (_grid.LongestCut is null)
                _pool.Add(found);
            if (round % 12 == 11 && _grid.LongestCut is null)
                Round(master.Solution);
            if (_atLeast >= Sheets)
                return;
        }
    }

    // Whole sheets of the fractional plan stay, and the rest is laid afresh.
    private void Round(IReadOnlyList<(GridPattern Pattern, double Times)> fractional)
    {
        if (_grid.LongestCut is not null)
            return;
        foreach (var threshold in new[] { 1.0, 0.7, 0.45 })
        {
            var left = _grid.Pieces.Select(p => p.Wanted).ToArray();
            var plan = new List<(GridPattern Pattern, int Times)>();
            foreach (var (pattern, times) in fractional.OrderByDescending(f => f.Times))
            {
                var whole = (int)Math.Floor(times + 1 - threshold + 1e-6);
                // No oftener than it is of use.
                while (
                    whole > 0
                    && !Enumerable.Range(0, left.Length).All(k => pattern.Counts[k] == 0 || left[k] >= (whole - 1) * pattern.Counts[k] + 1)
                )
                    whole--;
                if (whole == 0)
                    continue;
                plan.Add((pattern, whole));
                for (var k = 0; k < left.Length; k++)
                    left[k] = Math.Max(0, left[k] - whole * pattern.Counts[k]);
            }
            int[] rest = [.. left.SelectMany((n, k) => Enumerable.Repeat(k, n))];
            if (rest.Length > 0)
            {
                var laid = Enumerable.Range(0, 8).Select(_ => _packer.Pack([.. rest])).MinBy(s => s.Count)!;
                var least = Math.Max(1, _atLeast - plan.Sum(p => p.Times));
                var (part, met) = (_budget.Part(0.03), new List<GridPattern>());
                new SheetPacker(_grid, part, ++_seed).Improve(laid, least, met);
                _budget.Join([part]);
                foreach (var pattern in met)
                    _pool.Add(pattern);
                plan.AddRange(Grouped(laid.Select(s => GridPattern.Of(s.Root, _grid.Pieces.Count))));
            }
            if (plan.Sum(p => p.Times) < Sheets)
                Take(plan);
            if (Sheets <= _atLeast)
                return;
        }
    }

    // Of plans with as many sheets, one with fewer different patterns and fewer cuts.
    private void Tidy()
    {
        if (_best.Count < 3 || Sheets < 4 || _budget.Left < 0.05)
            return;
        var seconds = Math.Min(0.15, _budget.LeftMilliseconds / 4_000);
        if (_pool.Plainest(Sheets, seconds) is not { } plain)
            return;
        Spend(seconds);
        if (plain.Count < _best.Count || (plain.Count == _best.Count && Cuts(plain) < Cuts(_best)))
            _best = [.. plain];
    }

    // The same pieces laid again on the same sheet, where that is handier to cut or leaves larger offcuts.
    private void Lighten()
    {
        var plan = Exactly(_grid, _best).ToList();
        var tries = Math.Clamp(MostLightened / plan.Count, 6, 200);
        for (var i = 0; i < plan.Count && !_budget.IsSpent; i++)
        {
            var (pattern, times) = plan[i];
            int[] pieces = [.. pattern.Counts.SelectMany((n, k) => Enumerable.Repeat(k, n))];
            var (best, handiest) = (pattern, Handiness.Of(_grid, pattern.Root));
            for (var attempt = 0; attempt < tries && !_budget.IsSpent; attempt++)
            {
                _budget.Spend(400 + 60 * pieces.Length);
                var sheet = _packer.PackOne([.. pieces]);
                if (sheet.Pieces.Length < pieces.Length || Handiness.Of(_grid, sheet.Root) is var handy && handy <= handiest)
                    continue;
                (best, handiest) = (new(sheet.Root, pattern.Counts), handy);
            }
            plan[i] = (best, times);
        }
        _best = plan;
    }

    private static long Cuts(IReadOnlyList<(GridPattern Pattern, int Times)> plan) => plan.Sum(p => (long)p.Pattern.Root.Cuts * p.Times);

    /// <summary>The plan without what it cuts too much: patterns that lose pieces are told apart.</summary>
    public static IReadOnlyList<(GridPattern Pattern, int Times)> Exactly(
        CutGrid grid,
        IReadOnlyList<(GridPattern Pattern, int Times)> plan
    )
    {
        var surplus = grid.Pieces.Select((p, k) => plan.Sum(q => q.Pattern.Counts[k] * q.Times) - p.Wanted).ToArray();
        var exact = new List<(GridPattern, int)>();
        // The rarest patterns lose first: the long runs stay as they are.
        foreach (var (pattern, times) in plan.OrderBy(p => p.Times))
        {
            var whole = times;
            while (whole > 0 && Enumerable.Range(0, surplus.Length).Any(k => surplus[k] > 0 && pattern.Counts[k] > 0))
            {
                var before = surplus.ToArray();
                var less = GridPattern.Of(pattern.Root.Without(surplus), grid.Pieces.Count);
                // As often again as the same pieces are too many.
                var lost = before.Zip(surplus, (b, a) => b - a).ToArray();
                var again = Math.Min(whole - 1, Enumerable.Range(0, lost.Length).Where(k => lost[k] > 0).Min(k => surplus[k] / lost[k]));
                for (var k = 0; k < lost.Length; k++)
                    surplus[k] -= again * lost[k];
                if (less.Counts.Any(n => n > 0))
                    exact.Add((less, again + 1));
                whole -= again + 1;
            }
            if (whole > 0)
                exact.Add((pattern, whole));
        }
        return exact;
    }
}
