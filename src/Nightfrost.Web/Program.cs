using System.Text.Json.Serialization;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.StaticFiles;
using Nightfrost.Core;
using Nightfrost.Data;
using Nightfrost.Data.Identity;
using Nightfrost.Web.Bench;
using Nightfrost.Web.Cases;
using Nightfrost.Web.Handover;
using Nightfrost.Web.Hosting;
using Nightfrost.Web.Kit;
using Nightfrost.Web.Routing;
using Nightfrost.Web.Runsheet;
using Nightfrost.Web.Session;
using Nightfrost.Web.Sites;
using Nightfrost.Web.Timing;
using Serilog;

var builder = WebApplication.CreateBuilder(args);
builder.Configuration.AddEnvironmentVariables("NIGHTFROST_");
var demo = builder.Configuration.GetValue("Demo", false);

builder.Host.UseSerilog((context, services, log) => Logs.Configure(log.ReadFrom.Services(services), quiet: context.Configuration.GetValue("Quiet", false)),
    preserveStaticLogger: true);
builder.WebHost.ConfigureKestrel(kestrel =>
{
    kestrel.AddServerHeader = false;
    kestrel.Limits.MaxRequestBodySize = Uploads.MostBytesRead;
    kestrel.Limits.MaxRequestLineSize = Manners.LongestLine;
    kestrel.ConfigureEndpointDefaults(ServersOwnRefusals.PutIntoWords);
});

var services = builder.Services;
services.AddSingleton(TimeProvider.System);
services.AddSingleton(new Mode(demo));
services.AddDbContext<NightfrostDb>(options => options.UseNightfrost(builder.Configuration["Connection"] ?? "Host=127.0.0.1;Database=nightfrost"));
services.AddDataProtection().SetApplicationName("Nightfrost").PersistKeysToDbContext<NightfrostDb>();
services.AddIdentityCore<Person>(identity =>
    {
        // Our own rule is asked instead: letters of every script count.
        identity.Password.RequiredLength = PasswordRule.Shortest;
        identity.Password.RequireNonAlphanumeric = identity.Password.RequireDigit = identity.Password.RequireUppercase =
            identity.Password.RequireLowercase = false;
    })
    .AddEntityFrameworkStores<NightfrostDb>()
    .AddClaimsPrincipalFactory<OneTimePasswords.Claims>()
    .AddSignInManager();
services.AddAuthentication(IdentityConstants.ApplicationScheme).AddIdentityCookies();
services.ConfigureApplicationCookie(cookie =>
{
    cookie.Cookie.Name = "nightfrost";
    cookie.Cookie.HttpOnly = true;
    cookie.Cookie.SameSite = SameSiteMode.Strict;
    cookie.Cookie.SecurePolicy = CookieSecurePolicy.SameAsRequest;
    cookie.ExpireTimeSpan = TimeSpan.FromHours(12);
    cookie.Events.OnValidatePrincipal = Sessions.Validate;
    cookie.Events.OnRedirectToLogin = context => Refusals.Answer(new Refusal
    {
        Type = "urn:nightfrost:sign-in",
        Title = "Nobody is signed in.",
        Detail = "Sign in, then try again.",
        Status = StatusCodes.Status401Unauthorized,
    }).ExecuteAsync(context.HttpContext);
    cookie.Events.OnRedirectToAccessDenied = context => Refusals.Answer(new Refusal
    {
        Type = "urn:nightfrost:own-password",
        Title = "This password opens nothing yet.",
        Detail = "Choose a password of your own first.",
        Status = StatusCodes.Status403Forbidden,
    }).ExecuteAsync(context.HttpContext);
});
services.AddSingleton<Planning>();
services.AddSingleton<KeptShelf>();
services.AddSingleton<CaseMemory>();
services.AddSingleton<SignInTries>();
services.AddSingleton<KnownBrowsers>();
services.AddScoped<Strangers>();
services.AddAuthorizationBuilder().SetDefaultPolicy(OneTimePasswords.OwnPassword).SetFallbackPolicy(OneTimePasswords.OwnPassword);
services.AddAntiforgery(antiforgery =>
{
    antiforgery.HeaderName = Walls.TokenHeader;
    antiforgery.Cookie.Name = "nightfrost-token";
    antiforgery.Cookie.HttpOnly = true;
    antiforgery.Cookie.SameSite = SameSiteMode.Strict;
    antiforgery.Cookie.SecurePolicy = CookieSecurePolicy.SameAsRequest;
});
services.ConfigureHttpJsonOptions(json =>
{
    CoreJson.Configure(json.SerializerOptions);
    json.SerializerOptions.UnmappedMemberHandling = JsonUnmappedMemberHandling.Skip;
});
services.Configure<RouteHandlerOptions>(options => options.ThrowOnBadRequest = true);
services.AddHostedService<Forgetting>();
services.AddExceptionHandler<Thrown>();
services.AddProblemDetails();
services.AddHealth(builder.Configuration["Place"]);
services.AddOpenApi();

// A plan that gives way keeps its threads while it waits for its next turn. With more threads from the start, other requests need not wait for one.
ThreadPool.SetMinThreads(64, 64);
var app = builder.Build();
if (args.Contains("prepare"))
    return await Prepare.Run(app.Services, demo, newPassword: args.Contains("new-password"));

app.UseSerilogRequestLogging(log => Logs.Requests(log, app.Services));
app.UseSecurityHeaders();
app.UseExceptionHandler();
app.UseHsts();
app.UseManners();
app.UseDefaultFiles();
// The test clips are of a sort that is not served by itself.
app.UseStaticFiles(new StaticFileOptions
{
    ContentTypeProvider = new FileExtensionContentTypeProvider { Mappings = { [".mkv"] = "video/x-matroska" } },
});
app.UseHead();
app.UseRouting();
app.UseCookiePolicy(new CookiePolicyOptions { OnAppendCookie = Walls.SecureOffLoopback });
app.UseAuthentication();
app.UseAuthorization();
app.UseTokenOnWrites();
app.UseWhen(context => context.Request.Path.StartsWithSegments("/api"), writes => writes.UseMiddleware<RepeatedWrites>());

app.MapHealth();
var api = app.MapGroup("api").RequireAuthorization().ProducesProblem(StatusCodes.Status400BadRequest).ProducesProblem(StatusCodes.Status404NotFound)
    .ProducesProblem(StatusCodes.Status409Conflict);
app.MapSession();
api.MapKit();
api.MapMarkings();
api.MapManuals();
var cases = api.MapCases();
cases.MapLook();
cases.MapRouting();
cases.MapRunSheet();
cases.MapBench(api);
cases.MapPreparation(api);
cases.MapTune();
cases.MapHandover();
// Pages are the interface's own; what is asked of the service and not there is refused.
app.MapFallbackToFile("{*path:regex(^(?!api(/|$)).*$):nonfile}", "index.html").AllowAnonymous();

await app.RunAsync();
return 0;

/// <summary>Entry point, public for the tests that start the real service.</summary>
public partial class Program;
