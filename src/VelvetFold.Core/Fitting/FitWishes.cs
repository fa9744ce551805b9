namespace VelvetFold.Core.Fitting;

/// <summary>What a guest wishes besides their photos.</summary>
/// <param name="OnePage">Whether one page of the spread is enough.</param>
/// <param name="FlapIsFine">Whether a photo may lie under a flap.</param>
public sealed record FitWishes(bool OnePage = false, bool FlapIsFine = false)
{
    public static FitWishes None { get; } = new();
}
