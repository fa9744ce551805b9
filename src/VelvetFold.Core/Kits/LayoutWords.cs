using System.Text.Json.Serialization;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Kits;

/// <summary>What is to be read on a layout: the designer's words, or a guest's own.</summary>
public sealed record LayoutWords
{
    /// <summary>The longest that each of them may be.</summary>
    public const int Longest = 120;

    /// <summary>The title; where it is set from letters of a sheet, these letters are taken.</summary>
    public string? Title { get; init; }

    /// <summary>Who is on the photos.</summary>
    public string? Names { get; init; }

    /// <summary>When it was, in words: summer 2019.</summary>
    public string? Date { get; init; }

    public string? Place { get; init; }

    /// <summary>What may be said, by the names that tables and files have for it.</summary>
    public static readonly IReadOnlyList<string> Members = ["title", "names", "date", "place"];

    /// <summary>The words with one of them said.</summary>
    /// <exception cref="ArgumentException">There is no such member.</exception>
    public LayoutWords With(string member, string? text) =>
        member switch
        {
            "title" => this with { Title = text },
            "names" => this with { Names = text },
            "date" => this with { Date = text },
            "place" => this with { Place = text },
            _ => throw new ArgumentException($"There is no {member}.", nameof(member)),
        };

    /// <summary>These words laid over others: what is not said here stays as it is there.</summary>
    public LayoutWords Over(LayoutWords? others) => All.Aggregate(others ?? new(), (words, own) => words.With(own.Member, own.Text));

    /// <summary>The words with what each of them is.</summary>
    [JsonIgnore]
    public IEnumerable<(string Member, string Text)> All =>
        new[] { ("title", Title), ("names", Names), ("date", Date), ("place", Place) }
            .Where(w => !string.IsNullOrWhiteSpace(w.Item2))
            .Select(w => (w.Item1, w.Item2!.Trim()));

    /// <summary>Why they cannot be taken: the member and a sentence; nothing where they can.</summary>
    public IEnumerable<Fault> Faults(string path) =>
        All.Where(w => w.Text.Length > Longest || w.Text.Any(char.IsControl))
            .Select(w => new Fault($"{path}.{w.Member}", Saying.Of("fault.words-of-a-layout", ("most", Longest))));
}
