using System.Globalization;
using System.Reflection;
using Microsoft.AspNetCore.Localization;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;
using VelvetFold.Formats.Json;
using VelvetFold.Store;
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
        // By another name a page from elsewhere would be of the same origin as the studio (a name that is bound anew to this machine).
        builder.Configuration["AllowedHosts"] = string.Join(
            ';',
            ((string?[])["localhost", "127.0.0.1", "[::1]", start.Public?.Host]).OfType<string>()
        );
        builder.WebHost.ConfigureKestrel(kestrel =>
        {
            kestrel.AddServerHeader = false;
            kestrel.Limits.MaxRequestBodySize = LargestBody;
            kestrel.ListenLocalhost(start.Port);
        });
        builder
            .Logging.AddFilter("Microsoft.EntityFrameworkCore", LogLevel.None)
            .AddFilter("Microsoft.AspNetCore", LogLevel.Warning)
            .AddFilter("Microsoft.Hosting", LogLevel.Warning);
        // Computations hold their threads: what is asked beside them finds one at once, and none has to be made first.
        ThreadPool.SetMinThreads(Math.Max(32, 4 * Environment.ProcessorCount), 8);
        AddParts(builder, start);
        var app = builder.Build();
        Map(app);
        if (!IsDescribing)
            await PrepareAsync(app, start);
        app.Lifetime.ApplicationStarted.Register(() =>
            Console.WriteLine($"Velvet Fold is open at http://127.0.0.1:{start.Port} (data in {start.Data})")
        );
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
            .AddSingleton(new StudioAddress(start.Public))
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
            .AddScoped<DemoStudio>();
        builder.Services.AddSingleton(PostSettings.Of(builder.Configuration, start.Data)).AddSingleton<PostRoom>();
        builder.Services.ConfigureHttpJsonOptions(json => JsonText.Configure(json.SerializerOptions, LengthUnit.Inch));
        builder.Services.AddProblemDetails();
        // What is missing in an address is said by name.
        builder.Services.Configure<RouteHandlerOptions>(options => options.ThrowOnBadRequest = true);
        builder.Services.AddExceptionHandler<Problems.BadRequestHandler>();
        builder.Services.AddOpenApi("openapi", MeasureSchemas.Describe);
    }

    private static void Map(WebApplication app)
    {
        // Outermost: what is refused or goes wrong further in is said in the language asked for, too.
        app.UseRequestLocalization(Languages());
        app.UseExceptionHandler();
        app.UseStatusCodePages();
        app.Use(Headers);
        app.Use(OwnPagesOnly);
        app.UseStaticFiles(FrontEnd.Files(app.Environment));
        app.Use((context, next) => app.Services.GetRequiredService<LongWork>().RunAsync(context, next));
        var api = app.MapGroup("/api");
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
        api.MapCounts();
        api.MapStudio();
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

    private static async Task PrepareAsync(WebApplication app, StartOptions start)
    {
        await using var scope = app.Services.CreateAsyncScope();
        await StudioDatabase.PrepareAsync(scope.ServiceProvider.GetRequiredService<StudioContext>());
        if (start.Demo)
            await scope.ServiceProvider.GetRequiredService<DemoStudio>().OpenAsync(default);
    }

    // A page from elsewhere may neither write nor, where the browser tells where it comes from, read.
    private static Task OwnPagesOnly(HttpContext context, RequestDelegate next)
    {
        var origin = context.Request.Headers.Origin.ToString();
        var isOwn = origin.Length == 0 || context.RequestServices.GetRequiredService<StudioAddress>().IsOwn(origin, context.Request);
        return isOwn ? next(context) : Problems.Of(403, "problem.foreign-page", ("origin", origin)).ExecuteAsync(context);
    }

    // The application loads nothing from elsewhere, and no other page may frame it.
    private static Task Headers(HttpContext context, RequestDelegate next)
    {
        context.Response.Headers.ContentSecurityPolicy =
            "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; frame-ancestors 'none'; "
            + "base-uri 'none'; form-action 'self'";
        context.Response.Headers.XContentTypeOptions = "nosniff";
        context.Response.Headers["Referrer-Policy"] = "same-origin";
        // The pages and scripts are the same in every language; what the API says is not.
        if (context.Request.Path.StartsWithSegments("/api", StringComparison.Ordinal))
        {
            context.Response.Headers.Vary = "Accept-Language";
            // What is said of kits and guests stays in no cache on the way, nor in the browser's when the studio is left.
            context.Response.Headers.CacheControl = "no-store";
        }
        return next(context);
    }
}
