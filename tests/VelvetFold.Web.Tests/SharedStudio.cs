using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.Extensions.DependencyInjection;
using VelvetFold.Store;

namespace VelvetFold.Web.Tests;

/// <summary>A studio that people sign in to.</summary>
public sealed class SharedStudio : IAsyncDisposable
{
    public const string Password = "seven kites over the pier";

    private readonly Studio _own = new();

    public SharedStudio(string? publicAddress = null)
    {
        Factory = _own.WithWebHostBuilder(b =>
        {
            b.UseSetting("sign-in", "true");
            if (publicAddress is not null)
                b.UseSetting("public-address", publicAddress);
        });
        IsSecure = publicAddress is not null;
    }

    public WebApplicationFactory<Program> Factory { get; }

    public string Folder => _own.Folder;

    private bool IsSecure { get; }

    /// <summary>A browser of its own, which nobody has signed in with.</summary>
    public HttpClient Browser() =>
        Factory.CreateClient(new() { BaseAddress = new(IsSecure ? "https://localhost" : "http://localhost"), AllowAutoRedirect = false });

    /// <summary>The secret of a link that lets somebody in.</summary>
    public async Task<string> LinkAsync(StudioRole role)
    {
        await using var scope = Factory.Services.CreateAsyncScope();
        return (await scope.ServiceProvider.GetRequiredService<Welcomes>().MakeAsync(role, null, "somebody", default)).Secret;
    }

    /// <summary>A browser that somebody of that role has come in with, by a link of their own.</summary>
    public async Task<HttpClient> ComeInAsync(StudioRole role, string? name = null)
    {
        var browser = Browser();
        var came = await browser.PostAsJsonAsync(
            $"/api/welcome/{await LinkAsync(role)}",
            new { name = name ?? role.ToString(), password = Password }
        );
        Assert.Equal(HttpStatusCode.Created, came.StatusCode);
        await TokenAsync(browser);
        return browser;
    }

    /// <summary>Signs in by name and password.</summary>
    public async Task<HttpClient> SignInAsync(string name, string password = Password)
    {
        var browser = Browser();
        var came = await browser.PostAsJsonAsync("/api/sign-in", new { name, password });
        Assert.Equal(HttpStatusCode.NoContent, came.StatusCode);
        await TokenAsync(browser);
        return browser;
    }

    public static async Task TokenAsync(HttpClient browser)
    {
        browser.DefaultRequestHeaders.Remove("X-Velvet-Token");
        var me = await browser.GetFromJsonAsync<JsonElement>("/api/me");
        browser.DefaultRequestHeaders.Add("X-Velvet-Token", me.GetProperty("token").GetString());
    }

    public async ValueTask DisposeAsync()
    {
        await Factory.DisposeAsync();
        await _own.DisposeAsync();
    }

    /// <summary>The title of a problem.</summary>
    public static async Task<string> TitleAsync(HttpResponseMessage answer) =>
        (await answer.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("title").GetString()!;
}
