namespace VelvetFold.Core.Guides;

/// <summary>A piece of a sentence with the facts it states, in the order they stand in it.</summary>
internal readonly record struct Phrase(string Text, IReadOnlyList<StepFact> Facts)
{
    public static implicit operator Phrase(string text) => new(text, []);

    /// <summary>Several phrases in a row.</summary>
    public static Phrase Join(string between, IEnumerable<Phrase> phrases)
    {
        var all = phrases.ToList();
        return new(string.Join(between, all.Select(p => p.Text)), [.. all.SelectMany(p => p.Facts)]);
    }

    /// <summary>The same with the first letter large.</summary>
    public Phrase Sentence() => this with { Text = char.ToUpperInvariant(Text[0]) + Text[1..] };

    /// <summary>The phrase with facts that are meant but bear no number.</summary>
    public Phrase With(params IReadOnlyList<StepFact> unsaid) =>
        this with
        {
            Facts = [.. Facts, .. unsaid.Select(f => f with { IsSaid = false })],
        };

    public static Phrase operator +(Phrase a, Phrase b) => new(a.Text + b.Text, [.. a.Facts, .. b.Facts]);
}
