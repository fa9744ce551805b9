using System.Globalization;
using System.Net;
using System.Reflection;
using System.Security.Cryptography;
using System.Security.Cryptography.X509Certificates;
using Microsoft.AspNetCore.HttpOverrides;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Localization;
using Microsoft.EntityFrameworkCore;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;
using VelvetFold.Formats.Json;
using VelvetFold.Store;
using VelvetFold.Web.Doors;
using VelvetFold.Web.Endpoints;
using VelvetFold.Web.Post;

namespace VelvetFold.Web;

/// <summary>Builds and runs the application.</summary>
internal static class Application
{
    /// <summary>The largest body a request may have; a kit of two thousand pieces stays well under it.</summary>
    public const long LargestBody = 8 * 1024 * 1024;

    // Making the OpenAPI document at build time starts the program without running it: nothing may be opened then.
    private static bool IsDescribing => Assembly.GetEntryAssembly()?.GetName().Name == "GetDocument.Insider";

    public static async Task<int> RunAsync(string[] args)
    {
        if (args is [var wanted and ("backup" or "restore"), .. var rest])
            return await KeepAsync(wanted, rest is [var named, ..] && !named.StartsWith('-') ? named : null, [.. rest.Skip(1)]);
        var builder = WebApplication.CreateBuilder(new WebApplicationOptions { Args = args, ContentRootPath = AppContext.BaseDirectory });
        var start = StartOptions.From(builder.Configuration);
        if (!IsDescribing && start.WhyNot() is { } why)
        {
            await Console.Error.WriteLineAsync(why);
            return 1;
        }
        IDisposable? alone = null;
        if (!IsDescribing)
            try
            {
                alone = StudioLock.Take(start.Data);
                StudioArchive.Check(StudioDatabase.PathIn(start.Data));
            }
            catch (StudioException fault)
            {
                await Console.Error.WriteLineAsync(fault.Message);
                return 1;
            }
        using var held = alone;
        builder.Configuration["AllowedHosts"] = string.Join(';', StudioAddress.Hosts(start));
        X509Certificate2? certificate = null;
        if (!IsDescribing && start.IsSecured)
            try
            {
                certificate = OwnCertificate.For(start, TimeProvider.System.GetUtcNow());
            }
            catch (CryptographicException unreadable)
            {
                await Console.Error.WriteLineAsync(
                    $"The certificate {start.Certificate} cannot be used: {unreadable.Message.TrimEnd('.')}."
                );
                return 1;
            }
        builder.WebHost.ConfigureKestrel(kestrel =>
        {
            kestrel.AddServerHeader = false;
            kestrel.Limits.MaxRequestBodySize = LargestBody;
            if (start.IsOfThisMachine)
                kestrel.ListenLocalhost(start.Port);
            else
                kestrel.Listen(
                    start.Listens ?? IPAddress.Loopback,
                    start.Port,
                    at =>
                    {
                        if (certificate is not null)
                            at.UseHttps(certificate);
                    }
                );
        });
        builder
            .Logging.AddFilter("Microsoft.EntityFrameworkCore", LogLevel.None)
            .AddFilter("Microsoft.AspNetCore", LogLevel.Warning)
            // Keys lie in the studio's own folder, which nobody else may read; what a forged page lacks is answered.
            .AddFilter("Microsoft.AspNetCore.DataProtection", LogLevel.Error)
            .AddFilter("Microsoft.AspNetCore.Antiforgery", LogLevel.Critical)
            .AddFilter("Microsoft.Hosting", LogLevel.Warning);
        // Computations hold their threads: what is asked beside them finds one at once, and none has to be made first.
        ThreadPool.SetMinThreads(Math.Max(32, 4 * Environment.ProcessorCount), 8);
        AddParts(builder, start);
        var app = builder.Build();
        Map(app, start);
        var owner = IsDescribing ? null : await PrepareAsync(app, start);
        app.Lifetime.ApplicationStopping.Register(app.Services.GetRequiredService<KitRooms>().Close);
        app.Lifetime.ApplicationStarted.Register(() => Tell(app, start, certificate, owner));
        await app.RunAsync();
        return 0;
    }

    // Saves a studio to a file, or puts one back from it, without opening it to anybody.
    private static async Task<int> KeepAsync(string wanted, string? file, string[] args)
    {
        if (file is null)
        {
            await Console.Error.WriteLineAsync($"Name the file: {wanted} FILE --data FOLDER.");
            return 1;
        }
        var data = StartOptions.From(new ConfigurationBuilder().AddCommandLine(args).Build()).Data;
        try
        {
            if (wanted == "backup")
            {
                if (!File.Exists(StudioDatabase.PathIn(data)))
                    throw new StudioException(Saying.Of("problem.no-studio-there", ("folder", data)));
                // Under another name until it is whole.
                await using (var to = File.Create(file + ".unfinished"))
                    await StudioArchive.WriteAsync(data, to, TimeProvider.System.GetUtcNow());
                File.Move(file + ".unfinished", file, overwrite: true);
                Console.WriteLine($"The studio in {data} is saved to {Path.GetFullPath(file)}.");
                return 0;
            }
            var aside = await StudioArchive.RestoreAsync(file, data, TimeProvider.System.GetUtcNow());
            Console.WriteLine($"The studio of {Path.GetFullPath(file)} is put back into {data}.");
            if (aside is not null)
                Console.WriteLine($"What was there is kept in {aside}.");
            return 0;
        }
        catch (Exception refused) when (refused is StudioException or IOException or UnauthorizedAccessException)
        {
            await Console.Error.WriteLineAsync(refused.Message);
            return 1;
        }
    }

    private static void AddParts(WebApplicationBuilder builder, StartOptions start)
    {
        builder
            .Services.AddSingleton(TimeProvider.System)
            .AddSingleton<PlanMemory>()
            .AddSingleton<FitMemories>()
            .AddSingleton<PlanSearches>()
            .AddSingleton<LongWork>()
            .AddSingleton<KitRooms>()
            .AddSingleton<DayMemory>()
            .AddSingleton<TableProgress>()
            .AddSingleton(StudioAddress.Of(start))
            .AddSingleton(new StudioFolder(start.Data));
        if (start.KeepBackups > 0 && !IsDescribing)
            builder.Services.AddHostedService(services => new DailyBackups(
                new(start.Data),
                start.KeepBackups,
                services.GetRequiredService<TimeProvider>(),
                services.GetRequiredService<ILogger<DailyBackups>>()
            ));
        builder.Services.AddDbContext<StudioContext>(options => options.UseStudio(start.Data));
        builder
            .Services.AddScoped<KitShelf>()
            .AddScoped<GuestList>()
            .AddScoped<WorkshopShelf>()
            .AddScoped<Invitations>()
            .AddScoped<Pictures>()
            .AddScoped<FacePictures>()
            .AddScoped<Ledger>()
            .AddScoped<StockBook>()
            .AddScoped<Things>()
            .AddScoped<BagShelf>()
            .AddScoped<TableShelf>()
            .AddScoped<DayShelf>()
            .AddScoped<SleeveShelf>()
            .AddScoped<WorkshopDays>()
            .AddScoped<Welcomes>()
            .AddScoped<Deeds>()
            .AddScoped<GuestPrivacy>()
            .AddScoped<DemoStudio>();
        builder.Services.AddSingleton(PostSettings.Of(builder.Configuration, start.Data)).AddSingleton<PostRoom>();
        if (!IsDescribing)
            builder.Services.AddHostedService<Forgetting>().AddHostedService<Reminding>();
        builder.Services.ConfigureHttpJsonOptions(json => JsonText.Configure(json.SerializerOptions, LengthUnit.Inch));
        SignIn.Add(builder.Services, start);
        builder.Services.AddRateLimiter(Limits.Say);
        builder.Services.Configure<ForwardedHeadersOptions>(forwarded =>
        {
            forwarded.ForwardedHeaders = ForwardedHeaders.XForwardedFor | ForwardedHeaders.XForwardedProto;
            forwarded.KnownProxies.Clear();
            foreach (var proxy in start.Proxies)
                forwarded.KnownProxies.Add(proxy);
        });
        builder.Services.AddProblemDetails();
        // What is missing in an address is said by name.
        builder.Services.Configure<RouteHandlerOptions>(options => options.ThrowOnBadRequest = true);
        builder.Services.AddExceptionHandler<Problems.BadRequestHandler>();
        builder.Services.AddOpenApi("openapi", MeasureSchemas.Describe);
    }

    private static void Map(WebApplication app, StartOptions start)
    {
        if (start.Proxies is { Count: > 0 } proxies)
        {
            app.Use((context, next) => Guards.FromTheProxy(context, proxies, next));
            app.UseForwardedHeaders();
        }
        // Outermost: what is refused or goes wrong further in is said in the language asked for, too.
        app.UseRequestLocalization(Languages());
        app.UseExceptionHandler();
        app.UseStatusCodePages();
        app.Use(Headers);
        if (start.NeedsHttps)
            app.Use(Guards.ByHttps);
        app.Use(Guards.OwnPagesOnly);
        app.UseStaticFiles(FrontEnd.Files(app.Environment));
        app.UseRouting();
        app.UseAuthentication();
        if (!start.IsAlone)
            app.UseRateLimiter();
        app.UseAuthorization();
        app.Use(Guards.NotForged);
        app.Use(Guards.WriteDown);
        app.Use(Disk.RoomForFiles);
        app.Use((context, next) => app.Services.GetRequiredService<LongWork>().RunAsync(context, next));
        var api = app.MapGroup("/api");
        api.AreSaid();
        api.MapKits();
        api.MapKitFiles();
        api.MapGuests();
        api.MapWorkshops();
        api.MapInvitations();
        api.MapPictures();
        api.MapPacking();
        api.MapTable();
        api.MapEye();
        api.MapFacePictures();
        api.MapLabels();
        api.MapStock();
        api.MapStill();
        api.MapPlots();
        api.MapStockBooks();
        api.MapCompute();
        api.MapGuides();
        api.MapFits();
        api.MapProposals();
        api.MapDays();
        api.MapWorkshopDays();
        api.MapCounts();
        api.MapStudio();
        api.MapSignIn();
        api.MapPeople();
        api.MapPrivacy();
        app.MapOpenApi("/api/{documentName}.json").ExcludeFromDescription();
        app.MapFallback("/api/{**rest}", NothingHere.Answer).ExcludeFromDescription();
        app.MapFallback(FrontEnd.Page).ExcludeFromDescription();
    }

    // What is said follows Accept-Language; what is computed and written into files follows nothing of the kind.
    private static RequestLocalizationOptions Languages() =>
        new()
        {
            DefaultRequestCulture = new(CultureInfo.InvariantCulture, new CultureInfo(Lexicon.English.Language)),
            SupportedCultures = [CultureInfo.InvariantCulture],
            SupportedUICultures = [.. Lexicon.All.Select(l => new CultureInfo(l.Language))],
            RequestCultureProviders = [new CustomRequestCultureProvider(Asked)],
            ApplyCurrentCultureToResponseHeaders = true,
        };

    // The first of the languages asked for that there is (RFC 9110, 12.5.4); the framework's own reading knows no de-AT without the
    // tables of cultures, which are left out.
    private static Task<ProviderCultureResult?> Asked(HttpContext context) =>
        Task.FromResult(
            context
                .Request.GetTypedHeaders()
                .AcceptLanguage.Where(l => l.Quality is null or > 0)
                .OrderByDescending(l => l.Quality ?? 1)
                .Select(l => Lexicon.For(l.Value.ToString()))
                .OfType<Lexicon>()
                .Select(l => new ProviderCultureResult(CultureInfo.InvariantCulture.Name, l.Language))
                .FirstOrDefault()
        );

    // Returns the secret of a link for the owner, where one is needed.
    private static async Task<string?> PrepareAsync(WebApplication app, StartOptions start)
    {
        await using var scope = app.Services.CreateAsyncScope();
        await StudioDatabase.PrepareAsync(scope.ServiceProvider.GetRequiredService<StudioContext>());
        if (start.Demo)
            await scope.ServiceProvider.GetRequiredService<DemoStudio>().OpenAsync(default);
        var needsOwner =
            !start.IsAlone
            && (
                start.OwnerLink
                || !await scope.ServiceProvider.GetRequiredService<UserManager<Person>>().Users.AnyAsync(p => p.Role == StudioRole.Owner)
            );
        return needsOwner ? await scope.ServiceProvider.GetRequiredService<Welcomes>().ForOwnerAsync(default) : null;
    }

    // What whoever starts it must know: where it is, who gets in, and by what.
    private static void Tell(WebApplication app, StartOptions start, X509Certificate2? certificate, string? owner)
    {
        var at = app.Services.GetRequiredService<StudioAddress>().Public ?? new Uri($"http://127.0.0.1:{start.Port}");
        Console.WriteLine($"Velvet Fold is open at {at.ToString().TrimEnd('/')} (data in {start.Data})");
        if (start.IsAlone)
            return;
        Console.WriteLine(start.NeedsHttps ? "People sign in by name, over HTTPS only." : "People sign in by name.");
        if (start.Proxies.Count > 0)
            Console.WriteLine(
                $"It answers the proxy at {string.Join(", ", start.Proxies)} only, which must say X-Forwarded-For and X-Forwarded-Proto."
            );
        if (certificate is not null)
            Console.WriteLine($"Its certificate has the SHA-256 fingerprint {OwnCertificate.Fingerprint(certificate)}");
        if (owner is not null)
            Console.WriteLine($"To set up its owner, open this once, within {Welcomes.Days} days: {new Uri(at, $"/welcome/{owner}")}");
    }

    // The application loads nothing from elsewhere, and no other page may frame it. Said when the answer begins: an error clears what was
    // said before it.
    private static Task Headers(HttpContext context, RequestDelegate next)
    {
        context.Response.OnStarting(() =>
        {
            var headers = context.Response.Headers;
            headers.ContentSecurityPolicy =
                "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; frame-ancestors 'none'; "
                + "base-uri 'none'; form-action 'self'";
            headers.XContentTypeOptions = "nosniff";
            headers["Referrer-Policy"] = "same-origin";
            // The camera reads labels; nothing else of the device is asked for.
            headers["Permissions-Policy"] = "camera=(self), microphone=(), geolocation=(), payment=(), usb=()";
            headers["Cross-Origin-Opener-Policy"] = "same-origin";
            headers["Cross-Origin-Resource-Policy"] = "same-origin";
            if (context.Request.IsHttps)
                headers.StrictTransportSecurity = "max-age=31536000";
            // The pages and scripts are the same in every language; what the API says is not.
            if (context.Request.Path.StartsWithSegments("/api", StringComparison.Ordinal))
            {
                headers.Vary = "Accept-Language";
                // What is said of kits and guests stays in no cache on the way, nor in the browser's when the studio is left.
                headers.CacheControl = "no-store";
            }
            return Task.CompletedTask;
        });
        return next(context);
    }
}
