using System.Text.Json.Serialization;

namespace VelvetFold.Core.Measures;

/// <summary>Writes an enumeration as its words, and refuses numbers in their place.</summary>
public sealed class TextEnum<T>() : JsonStringEnumConverter<T>(namingPolicy: null, allowIntegerValues: false)
    where T : struct, Enum;
