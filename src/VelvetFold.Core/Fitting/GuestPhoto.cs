using System.Text.Json.Serialization;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Fitting;

/// <summary>A photo a guest brings for a layout, as it lies: wider than high is lying, higher than wide upright.</summary>
public sealed record GuestPhoto
{
    /// <summary>What it goes by in the answer; no other photo has the same.</summary>
    public required string Id { get; init; }

    public required Size Size { get; init; }

    /// <summary>Whether some of it may be cropped away.</summary>
    public bool MayCrop { get; init; } = true;

    /// <summary>Whether there is only one of it: it is never trimmed (a copy is printed).</summary>
    public bool OneOfAKind { get; init; }

    /// <summary>Whether it is the one the eye should meet first.</summary>
    public bool Focal { get; init; }

    public Facing Facing { get; init; }

    /// <summary>The half of it where nothing is to be seen, which something may lie on; none where all of it matters.</summary>
    public Edge? Room { get; init; }

    /// <summary>Where its faces or its writing are: nothing is trimmed off there. None where it does not matter.</summary>
    public Edge? Faces { get; init; }

    public bool BlackAndWhite { get; init; }

    /// <summary>Whether it is an old print that has paled.</summary>
    public bool Faded { get; init; }

    /// <summary>How strong its colours are.</summary>
    [JsonIgnore]
    public PhotoTone Tone =>
        BlackAndWhite ? PhotoTone.BlackAndWhite
        : Faded ? PhotoTone.Faded
        : PhotoTone.Colour;

    /// <summary>The width of the white border that it was printed with, within its size; none where none was said.</summary>
    public Length? Border { get; init; }

    /// <summary>Whether it is not printed yet: a placeholder card holds its place.</summary>
    public bool Later { get; init; }

    /// <summary>Which story it belongs to, where stories were told apart: photos of one belong together.</summary>
    public int? Story { get; init; }

    /// <summary>Which run of equal photos it was said in: they are likely to belong together.</summary>
    public int? Run { get; init; }

    /// <summary>The photo but for what it is called and what it was told with: two that are equal so are alike on a page.</summary>
    [JsonIgnore]
    internal GuestPhoto Unnamed => this with { Id = "", Story = null, Run = null };

    /// <summary>Whether any of it may be lost.</summary>
    [JsonIgnore]
    public bool MayLose => MayCrop && !OneOfAKind;
}
