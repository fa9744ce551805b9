using System.Runtime.ExceptionServices;

namespace VelvetFold.Core;

/// <summary>Two pieces of work done beside each other, on as many cores as there are.</summary>
internal static class AtOnce
{
    /// <summary>What both come to. What one of them throws is thrown as it was, once both have ended.</summary>
    public static (TFirst First, TSecond Second) Run<TFirst, TSecond>(Func<TFirst> first, Func<TSecond> second)
    {
        var (one, other) = (default(TFirst)!, default(TSecond)!);
        try
        {
            Parallel.Invoke(() => one = first(), () => other = second());
        }
        catch (AggregateException thrown)
        {
            ExceptionDispatchInfo.Throw(thrown.InnerExceptions[0]);
        }
        return (one, other);
    }
}
