using System.Globalization;
using System.Text.Json.Nodes;

namespace VelvetFold.Web.Tests.Oracle;

/// <summary>All that the application says about one kit: every answer and file, as JSON and as tables.</summary>
/// <param name="Run">Kits with their spares.</param>
internal sealed record Answers(
    JsonNode Kit,
    int Kits,
    int Run,
    JsonNode Whole,
    JsonNode Pages,
    JsonNode Each,
    JsonNode Batch,
    JsonNode OneMore,
    JsonNode Counts,
    JsonNode Reach,
    Dictionary<string, List<string[]>> Tables,
    int Labels
)
{
    public Answers Copy() =>
        this with
        {
            Whole = Whole.DeepClone(),
            Pages = Pages.DeepClone(),
            Each = Each.DeepClone(),
            Batch = Batch.DeepClone(),
            OneMore = OneMore.DeepClone(),
            Counts = Counts.DeepClone(),
            Reach = Reach.DeepClone(),
            Tables = Tables.ToDictionary(t => t.Key, t => t.Value.Select(r => (string[])r.Clone()).ToList()),
        };

    /// <summary>Puts a kit into the studio and asks for all of it.</summary>
    public static async Task<Answers> Of(HttpClient http, JsonNode document)
    {
        async Task<JsonNode> Post(string address, JsonObject question)
        {
            var response = await http.PostAsync(address, Studio.Json(question.ToJsonString()));
            var text = await response.Content.ReadAsStringAsync();
            return response.IsSuccessStatusCode
                ? JsonNode.Parse(text)!
                : throw new InvalidOperationException($"{address}: {text}\n{question}");
        }
        var made = await Post("/api/kits", (JsonObject)document);
        var slug = (string)made["slug"]!;
        var kit = JsonNode.Parse(await http.GetStringAsync($"/api/kits/{slug}"))!["kit"]!;
        var kits = Math.Max(1, (int)kit["kits"]!);
        var rule = (kit["spares"]?.AsArray() ?? []).FirstOrDefault(s => (string?)s!["of"] == "pieces");
        var run = kits + ((int?)rule?["count"] ?? (kits * ((int?)rule?["percent"] ?? 0) + 99) / 100);
        JsonObject Ask(int? n = null, string? mode = null)
        {
            var asked = new JsonObject { ["kit"] = kit.DeepClone() };
            if (n is { } number)
                asked["kits"] = number;
            if (mode is not null)
                asked["mode"] = mode;
            return asked;
        }
        var tables = new Dictionary<string, List<string[]>>();
        foreach (var name in new[] { "tables/counts.csv", "tables/shopping.csv", "tables/costs.csv", "cuts.csv" })
            tables[name] = Table(await http.GetStringAsync($"/api/kits/{slug}/{name}"));
        var labels = JsonNode.Parse(await http.GetStringAsync($"/api/kits/{slug}/labels?of=pieces"))!;
        return new(
            kit,
            kits,
            run,
            await Post("/api/compute/kit", Ask(kits)),
            await Post("/api/compute/pages", Ask()),
            await Post("/api/compute/batch", Ask(mode: "each-kit")),
            await Post("/api/compute/batch", Ask(run, "batch")),
            await Post("/api/compute/batch", Ask(run + 1, "batch")),
            await Post("/api/compute/counts", Ask(kits)),
            await Post("/api/compute/reach", Ask(kits)),
            tables,
            (int)labels["labels"]!
        );
    }

    // RFC 4180, its head left out.
    private static List<string[]> Table(string text)
    {
        using var reader = new StringReader(text);
        using var csv = new CsvHelper.CsvParser(reader, CultureInfo.InvariantCulture);
        var rows = new List<string[]>();
        while (csv.Read())
            rows.Add(csv.Record!);
        return [.. rows.Skip(1)];
    }
}
