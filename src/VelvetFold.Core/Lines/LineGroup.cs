using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Lines;

/// <summary>What a line says of several pieces at once.</summary>
internal sealed class LineGroup
{
    public ArrangementKind? Kind { get; set; }

    public Axis Axis { get; set; }

    public Length Start { get; set; }

    public Length End { get; set; }

    public string? Over { get; set; }

    public Length Gutter { get; set; }

    public int? Columns { get; set; }

    public bool FirstRowIn { get; set; }

    public bool Trimmed { get; set; }
}
