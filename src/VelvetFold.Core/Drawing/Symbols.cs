using System.Text.Json.Serialization;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Drawing;

/// <summary>A sign that says without words what is done.</summary>
[JsonConverter(typeof(TextEnum<Symbol>))]
public enum Symbol
{
    [JsonStringEnumMemberName("gather")]
    Gather,

    [JsonStringEnumMemberName("caution")]
    Caution,

    [JsonStringEnumMemberName("cut")]
    Cut,

    [JsonStringEnumMemberName("plunge")]
    Plunge,

    [JsonStringEnumMemberName("fold")]
    Fold,

    [JsonStringEnumMemberName("trim")]
    Trim,

    [JsonStringEnumMemberName("mat")]
    Mat,

    [JsonStringEnumMemberName("look")]
    Look,

    [JsonStringEnumMemberName("stick")]
    Stick,

    [JsonStringEnumMemberName("tuck")]
    Tuck,

    [JsonStringEnumMemberName("keep-free")]
    KeepFree,

    [JsonStringEnumMemberName("press")]
    Press,

    [JsonStringEnumMemberName("raise")]
    Raise,

    [JsonStringEnumMemberName("wet")]
    Wet,

    [JsonStringEnumMemberName("dry")]
    Dry,

    [JsonStringEnumMemberName("turn-over")]
    TurnOver,

    [JsonStringEnumMemberName("repeat")]
    Repeat,

    [JsonStringEnumMemberName("write")]
    Write,

    [JsonStringEnumMemberName("put-back")]
    PutBack,

    [JsonStringEnumMemberName("keep")]
    Keep,

    [JsonStringEnumMemberName("by-hand")]
    ByHand,
}

/// <summary>The signs as lines to draw, in a field of 24 by 24, made for this application.</summary>
public static class Symbols
{
    /// <summary>The path of a sign: M, L, C and Z with absolute places, stroked about 1.6 wide, not filled.</summary>
    public static string Path(Symbol symbol) =>
        symbol switch
        {
            Symbol.Gather => "M3 15 L12 19 L21 15 M3 11 L12 15 L21 11 M12 3 L21 7 L12 11 L3 7 Z",
            // The triangle of a general warning (ISO 7010 W001 keeps this shape).
            Symbol.Caution => "M12 3 L22 21 L2 21 Z M12 9 L12 15 M12 17.5 L12 18.5",
            Symbol.Cut => "M3 4 L21 4 L21 20 L3 20 Z M14 1 L14 7 M14 9 L14 11 M14 13 L14 15 M14 17 L14 23 M11 23 L14 20 L17 23",
            Symbol.Plunge => "M3 3 L21 3 L21 21 L3 21 Z M8 8 L16 8 L16 16 L8 16 Z M8 5 L8 8 M16 16 L16 19",
            Symbol.Fold => "M3 6 L12 10 L21 6 L21 18 L12 22 L3 18 Z M12 10 L12 22 M8 4 C10 1 14 1 16 4 M16 4 L16 1 M16 4 L13 4",
            Symbol.Trim => "M5 5 L19 5 L19 19 L5 19 Z M2 8 L22 8 M8 2 L8 22 M2 16 L22 16 M16 2 L16 22",
            Symbol.Mat => "M2 4 L22 4 L22 20 L2 20 Z M6 8 L18 8 L18 16 L6 16 Z M6 14 L10 11 L13 14 L15 12.5 L18 15",
            Symbol.Look => "M2 12 C6 5 18 5 22 12 C18 19 6 19 2 12 Z M9 12 C9 8 15 8 15 12 C15 16 9 16 9 12 Z",
            Symbol.Stick => "M4 17 L20 17 L20 21 L4 21 Z M7 9 L17 9 L17 12 L7 12 Z M12 1 L12 6 M9 4 L12 7 L15 4 M7 14.5 L17 14.5",
            Symbol.Tuck => "M2 8 L13 8 L13 12 L2 12 Z M10 14 L22 14 M10 18 L22 18 M22 14 L22 18 M16 16 L6 16 M9 13.5 L6 16 L9 18.5",
            Symbol.KeepFree => "M3 19 L21 19 M3 15 L14 15 C18 15 20 12 21 7 M17 4 L23 10 M23 4 L17 10",
            Symbol.Press => "M3 20 L21 20 M3 16 L21 16 M8 2 L8 10 M5 7 L8 11 L11 7 M16 2 L16 10 M13 7 L16 11 L19 7",
            Symbol.Raise =>
                "M3 21 L21 21 M6 17 L6 14 L10 14 L10 17 Z M14 17 L14 14 L18 14 L18 17 Z M4 11 L20 11 M12 9 L12 2 M9 5 L12 2 L15 5",
            Symbol.Wet => "M12 2 C15 8 19 11 19 15 C19 19 16 22 12 22 C8 22 5 19 5 15 C5 11 9 8 12 2 Z",
            Symbol.Dry => "M12 3 C17 3 21 7 21 12 C21 17 17 21 12 21 C7 21 3 17 3 12 C3 7 7 3 12 3 Z M12 7 L12 12 L16 14",
            Symbol.TurnOver => "M4 12 C4 6 9 3 14 4 C18 5 20 8 20 12 M17 9 L20 12 L23 9 M8 14 L16 14 L16 21 L8 21 Z",
            Symbol.Repeat => "M6 6 L18 6 C22 6 22 18 18 18 L6 18 C2 18 2 6 6 6 M9 3 L6 6 L9 9",
            Symbol.Write => "M3 21 L5 15 L16 4 L20 8 L9 19 Z M13 7 L17 11 M3 21 L9 19",
            Symbol.PutBack => "M4 9 L4 21 L20 21 L20 9 M4 9 L9 12 L15 12 L20 9 M12 2 L12 9 M9 6 L12 9 L15 6",
            Symbol.ByHand => "M4 10 L7 7 L10 11 L13 7 L16 11 L20 7 L20 21 L4 21 Z M12 2 C14 3 15 5 14 7",
            _ => "M4 5 L20 5 L20 19 L4 19 Z M8 12 L11 15 L17 8",
        };
}
