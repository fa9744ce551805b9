namespace VelvetFold.Core.Lines;

/// <summary>The colours that plain words name, so that a paper that is only named is drawn as it is meant.</summary>
internal static class PlainColours
{
    private static readonly Dictionary<string, string> Known = new(StringComparer.OrdinalIgnoreCase)
    {
        ["white"] = "#fdfcf8",
        ["cream"] = "#f4ead2",
        ["ivory"] = "#f6f0de",
        ["kraft"] = "#c4a57b",
        ["brown"] = "#7a5638",
        ["black"] = "#26242a",
        ["grey"] = "#8f8f8c",
        ["gray"] = "#8f8f8c",
        ["navy"] = "#25385a",
        ["blue"] = "#4a76a8",
        ["teal"] = "#2f7f80",
        ["green"] = "#5f8a54",
        ["yellow"] = "#ecc94f",
        ["gold"] = "#c9a14a",
        ["orange"] = "#df8a3f",
        ["red"] = "#b5382f",
        ["pink"] = "#e6a3b3",
        ["purple"] = "#7b5790",
        ["weiß"] = "#fdfcf8",
        ["creme"] = "#f4ead2",
        ["schwarz"] = "#26242a",
        ["grau"] = "#8f8f8c",
        ["blau"] = "#4a76a8",
        ["grün"] = "#5f8a54",
        ["gelb"] = "#ecc94f",
        ["rot"] = "#b5382f",
        ["rosa"] = "#e6a3b3",
        ["braun"] = "#7a5638",
    };

    /// <summary>The colour that a name says by one of its words, as #rrggbb; null where none does.</summary>
    public static string? Of(string name) =>
        name.Split(' ', '-').Select(w => Known.GetValueOrDefault(w)).FirstOrDefault(c => c is not null);
}
