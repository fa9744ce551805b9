using System.Text.Json.Serialization;
using VelvetFold.Core.Fitting.Changes;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting;

/// <summary>What is done for one guest: to an opening, to another piece, or to a whole layout.</summary>
[JsonConverter(typeof(TextEnum<OpeningMove>))]
public enum OpeningMove
{
    /// <summary>Upright becomes lying, lying upright; mats and whatever leans on it follow.</summary>
    [JsonStringEnumMemberName("turn")]
    Turn,

    /// <summary>No photo, no mats; its place stays.</summary>
    [JsonStringEnumMemberName("leave-empty")]
    LeaveEmpty,

    /// <summary>It takes another size; mats and whatever leans on it follow.</summary>
    [JsonStringEnumMemberName("resize")]
    Resize,

    /// <summary>Rows and columns of smaller openings with gutters take its place.</summary>
    [JsonStringEnumMemberName("split")]
    Split,

    /// <summary>It and the neighbour become one opening that covers both.</summary>
    [JsonStringEnumMemberName("join")]
    Join,

    /// <summary>A card to write on, out of its mat's paper, takes its place.</summary>
    [JsonStringEnumMemberName("card")]
    Card,

    /// <summary>A card as large as the photo holds its place until that is printed; its mats are cut.</summary>
    [JsonStringEnumMemberName("placeholder")]
    Placeholder,

    /// <summary>A patch of another paper takes its place, as large as its mats.</summary>
    [JsonStringEnumMemberName("patch")]
    Patch,

    /// <summary>A ready-made part of the kit lies in the middle of a patch of its mat's paper.</summary>
    [JsonStringEnumMemberName("part")]
    Part,

    /// <summary>A hinged pocket lies on it and holds more photos.</summary>
    [JsonStringEnumMemberName("pocket")]
    Pocket,

    /// <summary>Four mitred strips take the place of its outer mat.</summary>
    [JsonStringEnumMemberName("frame")]
    Frame,

    /// <summary>Its outer mat, or the card in its place, is cut from another paper.</summary>
    [JsonStringEnumMemberName("paper")]
    Paper,

    /// <summary>So much of its outer mat shows on every side.</summary>
    [JsonStringEnumMemberName("reveal")]
    Reveal,

    /// <summary>The other school of matting: the mat keeps the photo's size and the photo is trimmed, or the mat grows around it.</summary>
    [JsonStringEnumMemberName("school")]
    School,

    /// <summary>It is laid without the ready-made cards among its mats.</summary>
    [JsonStringEnumMemberName("no-card")]
    NoCard,

    /// <summary>It is laid straight on the page, without a mat.</summary>
    [JsonStringEnumMemberName("no-mat")]
    NoMat,

    /// <summary>An opening, a card or a part takes another size and another place, measured from the page.</summary>
    [JsonStringEnumMemberName("place")]
    Place,

    /// <summary>A new opening, matted like the one named, comes to lie on the page.</summary>
    [JsonStringEnumMemberName("add")]
    Add,

    /// <summary>An opening, a card or a part is taken out; what leaned on it stays where it is, measured from the page.</summary>
    [JsonStringEnumMemberName("remove")]
    Remove,

    /// <summary>Any piece moves along its own relations; what leans on it follows.</summary>
    [JsonStringEnumMemberName("shift")]
    Shift,

    /// <summary>The whole layout, or one page of a spread, as its mirror image.</summary>
    [JsonStringEnumMemberName("mirror")]
    Mirror,

    /// <summary>Only one page of a spread is used.</summary>
    [JsonStringEnumMemberName("one-page")]
    OnePage,

    /// <summary>A single page becomes a spread of itself twice; a card lies on the second title.</summary>
    [JsonStringEnumMemberName("two-pages")]
    TwoPages,

    /// <summary>Its photo has its faces or its writing elsewhere: nothing is trimmed off there.</summary>
    [JsonStringEnumMemberName("faces")]
    Faces,

    /// <summary>Its photo is printed with a white border of another width.</summary>
    [JsonStringEnumMemberName("border")]
    Border,

    /// <summary>The guest's own words take the place of the designer's.</summary>
    [JsonStringEnumMemberName("words")]
    Words,
}

/// <summary>A distance right and down, or left and up where negative.</summary>
public sealed record Offset(Length Across, Length Down);

/// <summary>One change to a layout for one guest.</summary>
/// <param name="Piece">The opening; of a shift any piece, of what is added its new id; empty where the whole layout is meant.</param>
/// <param name="Rows">Split: into how many rows, 1 to 4, and <paramref name="Columns"/>.</param>
/// <param name="Gutter">Split: the gap between the new openings. Reveal: how much of the outer mat shows. Border: how wide it is.</param>
/// <param name="With">Join: the id of the neighbour, to the right or below. Add: the opening it is matted like. One page, mirror: left
/// or right. Faces: left, right, top or bottom. Paper, patch: the paper and face, as in sand B; of a patch none where it is the opening's own ready-made card. Part: the sheet and
/// the part on it, as in shapes S3.</param>
/// <param name="Size">Resize, place, add: the photo's new size as it lies. Part: how large it is, where no piece of the kit is that
/// part.</param>
/// <param name="At">Place, add: where its mats begin, from the layout's top left corner. Shift: by how much it moves.</param>
/// <param name="Take">One page: what is taken along from the other page, its title or a card.</param>
/// <param name="Words">Words: the guest's own; what is not said stays as it is.</param>
/// <param name="Photos">The guest's photos that it holds then, in order; of a pocket those within.</param>
public sealed record OpeningChange(
    string Layout,
    string Piece,
    OpeningMove Move,
    int? Rows = null,
    int? Columns = null,
    Length? Gutter = null,
    string? With = null,
    Size? Size = null,
    IReadOnlyList<string>? Photos = null,
    Offset? At = null,
    IReadOnlyList<string>? Take = null,
    LayoutWords? Words = null
)
{
    /// <summary>Whether it speaks of the whole layout.</summary>
    [JsonIgnore]
    public bool IsWhole => ChangeKind.Of(Move).IsWhole;

    /// <summary>It in a few words.</summary>
    public Saying Says(Kit kit) => ChangeKind.Of(Move).Says(kit, this);
}
