using System.Diagnostics;

namespace VelvetFold.Core.Cutting.Search;

/// <summary>
/// How much work the search may do. It is counted in steps, not in seconds, so that the same order and budget give the same plan on any
/// machine; a clock stands behind it, so that a machine far slower than usual still answers in time.
/// </summary>
internal sealed class WorkBudget
{
    /// <summary>Elementary steps to the millisecond: what a slow core does of them, so that the clock is seldom needed.</summary>
    private const long StepsPerMillisecond = 60_000;

    private readonly Stopwatch _clock = Stopwatch.StartNew();
    private readonly long _steps;
    private readonly double _milliseconds;
    private readonly double _work;
    private readonly CancellationToken _stop;
    private readonly CancellationToken _cancel;
    private long _spent;

    /// <param name="milliseconds">The work, in milliseconds of a usual core.</param>
    /// <param name="clock">When the clock ends it, in milliseconds.</param>
    /// <param name="stop">A wish to stop: the best so far is kept.</param>
    /// <param name="cancel">Nobody waits any more: the search ends at once, and what it found is not looked at.</param>
    public WorkBudget(double milliseconds, double clock, CancellationToken stop = default, CancellationToken cancel = default) =>
        (_work, _steps, _milliseconds, _stop, _cancel) = (milliseconds, (long)(milliseconds * StepsPerMillisecond), clock, stop, cancel);

    /// <summary>Whether the clock or a wish to stop, not the counted work, ended it: another run may then find another plan.</summary>
    public bool WasCutShort { get; private set; }

    public void Spend(long steps) => _spent += steps;

    /// <summary>Does work with what is left, and has as much left after it.</summary>
    public void Aside(Action work)
    {
        ArgumentNullException.ThrowIfNull(work);
        var spent = _spent;
        work();
        _spent = spent;
    }

    /// <summary>A part of what is left, for work beside this one; it ends with the same clock and wish to stop.</summary>
    public WorkBudget Part(double share) => new(this, (long)(Math.Max(0, _steps - _spent) * share));

    private WorkBudget(WorkBudget whole, long steps) =>
        (_clock, _milliseconds, _work, _stop, _cancel, _steps) = (
            whole._clock,
            whole._milliseconds,
            whole._work,
            whole._stop,
            whole._cancel,
            steps
        );

    /// <summary>Takes over what work beside this one has spent, the longest of it, and whether it was cut short.</summary>
    public void Join(IEnumerable<WorkBudget> parts)
    {
        _spent += parts.Max(p => p._spent);
        WasCutShort |= parts.Any(p => p.WasCutShort);
    }

    /// <summary>What is left of it, from 1 to 0.</summary>
    public double Left => IsSpent ? 0 : 1 - (double)_spent / _steps;

    /// <summary>What the clock still allows, in seconds; what must not take longer asks it.</summary>
    public double ClockSeconds => Math.Max(0.001, (_milliseconds - _clock.Elapsed.TotalMilliseconds) / 1_000);

    /// <summary>What was spent of it in milliseconds of a usual core.</summary>
    public double Used => Math.Min(_work, (double)_spent / StepsPerMillisecond);

    /// <summary>What is left of it in milliseconds of a usual machine.</summary>
    public double LeftMilliseconds => Left * _work;

    public bool IsSpent
    {
        get
        {
            if (_spent >= _steps)
                return true;
            if (!_stop.IsCancellationRequested && !_cancel.IsCancellationRequested && _clock.ElapsedMilliseconds < _milliseconds)
                return false;
            WasCutShort = true;
            return true;
        }
    }
}
