using VelvetFold.Core.Wording;

namespace VelvetFold.Store;

/// <summary>An archive that cannot be put back, or a studio that cannot be opened: one sentence that says why, and what to do.</summary>
public sealed class StudioException(Saying says) : Exception(says.ToString());
