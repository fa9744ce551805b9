using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting;

/// <summary>What was taken off, why, and how many rules without exception are broken.</summary>
internal sealed class Tally(bool tells)
{
    private readonly List<FitReason> _reasons = [];

    public double Points { get; private set; }

    public int Faults { get; private set; }

    public IReadOnlyList<FitReason> Reasons => _reasons;

    public void Take(double points, Func<Saying> says)
    {
        points = Math.Round(points, 1, MidpointRounding.AwayFromZero);
        if (points <= 0)
            return;
        Points += points;
        if (tells)
            _reasons.Add(new((decimal)points, says()));
    }

    public void Fault(Func<Saying> says)
    {
        Faults++;
        Take(FitWeights.Broken, says);
    }

    /// <summary>Told, though it takes nothing off.</summary>
    public void Tell(Func<Saying> says)
    {
        if (tells)
            _reasons.Add(new(0, says()));
    }
}
