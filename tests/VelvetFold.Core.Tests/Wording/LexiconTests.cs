using System.Runtime.CompilerServices;
using System.Text.RegularExpressions;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Tests.Wording;

public sealed partial class LexiconTests
{
    [Fact]
    public void Both_languages_have_the_same_sentences()
    {
        Assert.Equal(Lexicon.English.Keys.Order(), Lexicon.German.Keys.Order());
    }

    [Fact]
    public void What_the_code_says_stands_in_the_word_files_and_fills_their_blanks()
    {
        var said = Sources()
            .SelectMany(text => Said().Matches(text))
            .Select(m => (Key: m.Groups["key"].Value, Blanks: m.Groups["blanks"].Value))
            .ToList();
        Assert.NotEmpty(said);
        Assert.Equal(Sources().Sum(text => Begun().Count(text)), said.Count);
        Assert.DoesNotContain(said, s => !Lexicon.English.Has(s.Key));
        Assert.Multiple([
            .. said.Select(s =>
                (Action)(
                    () =>
                    {
                        var filled = Blank().Matches(s.Blanks).Select(b => b.Groups[1].Value).ToHashSet();
                        Assert.True(
                            Lexicon.English.Blanks(s.Key).Concat(Lexicon.German.Blanks(s.Key)).All(filled.Contains),
                            $"{s.Key} is filled with {string.Join(", ", filled)}."
                        );
                    }
                )
            ),
        ]);
    }

    // What joins a list is looked up by its name when the sentence is said: {list&and} in every language.
    [Fact]
    public void Every_list_is_joined_by_a_word_that_is_there() =>
        Assert.DoesNotContain(
            Lexicon.All.SelectMany(l => l.Keys.SelectMany(k => l.Template(k).Joins.Select(j => (Lexicon: l, Key: k, Join: j)))),
            j => !j.Lexicon.Has("word." + j.Join)
        );

    [Fact]
    public void Every_sentence_is_said_somewhere()
    {
        var sources = string.Concat(Sources());
        Assert.DoesNotContain(
            Lexicon
                .English.Keys.Where(k => k.Split('.')[0] is not ("guide" or "word"))
                .Select(k => k.Replace(".detail", "", StringComparison.Ordinal)),
            key => !sources.Contains($"\"{key}", StringComparison.Ordinal)
        );
    }

    [Theory]
    [InlineData("{n#one sheet|{n} sheets}", 1, "one sheet")]
    [InlineData("{n#one sheet|{n} sheets}", 3, "3 sheets")]
    [InlineData("{n#one sheet|{n} sheets}", 0, "0 sheets")]
    public void A_number_chooses_its_words(string template, int n, string text) => Assert.Equal(text, Filled(template, ("n", n)));

    [Theory]
    [InlineData("left", "am linken Rand")]
    [InlineData("top", "am oberen Rand")]
    [InlineData("else", "am Rand")]
    public void A_word_chooses_its_words(string edge, string text) =>
        Assert.Equal(text, Filled("am {edge?left=linken Rand|top=oberen Rand|Rand}", ("edge", edge)));

    [Fact]
    public void Alternatives_have_blanks_of_their_own() =>
        Assert.Equal("2 of B1", Filled("{n#{piece}|{of?yes={n} of {piece}|{n}}}", ("n", 2), ("of", "yes"), ("piece", "B1")));

    [Fact]
    public void A_list_has_commas_and_a_word_before_its_last()
    {
        Assert.Equal("B1, B2 and B3", Filled("{all&and}", ("all", new[] { "B1", "B2", "B3" })));
        Assert.Equal("B1", Filled("{all&and}", ("all", new[] { "B1" })));
        Assert.Equal("B1, B2", Filled("{all}", ("all", new[] { "B1", "B2" })));
    }

    [Fact]
    public void Sayings_are_equal_by_what_they_say()
    {
        static Saying One(string piece) => Saying.Of("word.and", ("piece", piece), ("list", new[] { "a", piece }), ("n", 3));
        Assert.Equal(One("B1"), One("B1"));
        Assert.Equal(One("B1").GetHashCode(), One("B1").GetHashCode());
        Assert.NotEqual(One("B1"), One("B2"));
        // Another sentence, another blank, another list of as many: each says something else.
        Assert.NotEqual(Saying.Of("word.and", ("a", "1")), Saying.Of("word.or", ("a", "1")));
        Assert.NotEqual(Saying.Of("word.and", ("a", "1")), Saying.Of("word.and", ("b", "1")));
        Assert.NotEqual(Saying.Of("word.and", ("a", new[] { "1", "2" })), Saying.Of("word.and", ("a", new[] { "1", "3" })));
    }

    [Fact]
    public void An_equals_sign_within_words_is_no_alternative()
    {
        Assert.Equal("so x = y", Filled("{n?a=one|so x = y}", ("n", "b")));
        Assert.Equal("one", Filled("{n?a=one|so x = y}", ("n", "a")));
    }

    [Fact]
    public void A_blank_that_nothing_fills_is_told_with_its_sentence() =>
        Assert.Contains("piece", Assert.Throws<KeyNotFoundException>(() => Filled("{piece}")).Message, StringComparison.Ordinal);

    private static string Filled(string template, params (string, object?)[] blanks)
    {
        var text = new System.Text.StringBuilder();
        Template.Read(template).Fill(text, Saying.Of("test", blanks), Lexicon.English);
        return text.ToString();
    }

    private static IEnumerable<string> Sources([CallerFilePath] string here = "")
    {
        var root = Path.GetFullPath(Path.Combine(Path.GetDirectoryName(here)!, "../../../src"));
        return Directory
            .EnumerateFiles(root, "*.cs", SearchOption.AllDirectories)
            .Where(f => !f.Contains("/obj/", StringComparison.Ordinal))
            .Select(File.ReadAllText);
    }

    [GeneratedRegex(
        """(?=(?:Saying\.Of\(|Problems\.Of\(\d+,)\s*"(?<key>[a-z0-9.-]+[a-z0-9])"(?<blanks>(?>[^()]|(?<open>\()|(?<-open>\)))*(?(open)(?!)))\))"""
    )]
    private static partial Regex Said();

    [GeneratedRegex("""(?:Saying\.Of\(|Problems\.Of\(\d+,)\s*"[a-z]+\.[a-z]""")]
    private static partial Regex Begun();

    [GeneratedRegex("""\(\s*"([a-zA-Z0-9]+)",""")]
    private static partial Regex Blank();
}
