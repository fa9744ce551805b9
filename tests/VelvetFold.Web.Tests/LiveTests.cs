using System.Text.Json;
using VelvetFold.Formats;
using VelvetFold.Store;

namespace VelvetFold.Web.Tests;

/// <summary>Two in one kit: each sees the other, and each save as it happens.</summary>
public sealed class LiveTests : IAsyncDisposable
{
    private readonly SharedStudio _studio = new();

    public ValueTask DisposeAsync() => _studio.DisposeAsync();

    private static async Task<StreamReader> ListenAsync(HttpClient browser, Uri kit) => new(await browser.GetStreamAsync($"{kit}/live"));

    private static async Task<JsonElement> NextAsync(StreamReader live)
    {
        using var wait = new CancellationTokenSource(TimeSpan.FromMinutes(5));
        while (await live.ReadLineAsync(wait.Token) is { } line)
            if (line.StartsWith("data: ", StringComparison.Ordinal))
                return JsonSerializer.Deserialize<JsonElement>(line["data: ".Length..]);
        throw new InvalidOperationException("The stream ended.");
    }

    private static string?[] Others(JsonElement news) => [.. news.GetProperty("others").EnumerateArray().Select(o => o.GetString())];

    [Fact]
    public async Task Each_sees_the_other_come_save_and_go()
    {
        using var mara = await _studio.ComeInAsync(StudioRole.Owner, "Mara");
        using var ida = await _studio.ComeInAsync(StudioRole.Designer, "Ida");
        var document = KitFile.WriteDocument(DemoStudio.Kit("kite-weekend"));
        using var made = await mara.PostAsync("/api/kits", Studio.Json(document));
        var kit = made.Headers.Location!;

        using var maras = await ListenAsync(mara, kit);
        Assert.Empty(Others(await NextAsync(maras)));
        using (var idas = await ListenAsync(ida, kit))
        {
            Assert.Equal(["Mara"], Others(await NextAsync(idas)));
            Assert.Equal(["Ida"], Others(await NextAsync(maras)));
            using var save = new HttpRequestMessage(HttpMethod.Put, kit) { Content = Studio.Json(document) };
            save.Headers.IfMatch.Add(new("\"1\""));
            using var saved = await ida.SendAsync(save);
            saved.EnsureSuccessStatusCode();
            foreach (var live in new[] { maras, idas })
            {
                var news = await NextAsync(live);
                Assert.Equal(2, news.GetProperty("revision").GetInt32());
                Assert.Equal("Ida", news.GetProperty("by").GetString());
            }
        }
        Assert.Empty(Others(await NextAsync(maras)));
        using var none = await mara.GetAsync("/api/kits/nothing/live");
        Assert.Equal(System.Net.HttpStatusCode.NotFound, none.StatusCode);
    }
}
