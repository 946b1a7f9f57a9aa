using Microsoft.AspNetCore.Http.Extensions;
using Microsoft.Net.Http.Headers;

namespace Nightfrost.Web.Hosting;

/// <summary>
/// What holds for every request, whatever it asks: HEAD answers as GET does, and what is refused before an endpoint is reached is a problem document too.
/// </summary>
internal static class Manners
{
    /// <summary>Longest address that is looked at, in characters.</summary>
    public const int LongestAddress = 8 * 1024;

    /// <summary>Longest request line the server reads, in bytes: above the longest address, so that the refusal is ours.</summary>
    public const int LongestLine = 8 * LongestAddress;

    private static readonly Dictionary<int, (string Title, string Detail)> Words = new()
    {
        [StatusCodes.Status404NotFound] = ("There is no such address.", "It is mistyped, or what stood there is gone."),
        [StatusCodes.Status405MethodNotAllowed] = ("This address is not asked in this way.", "The Allow header of this answer names the ways it takes."),
        [StatusCodes.Status415UnsupportedMediaType] = ("The body is of a kind this address does not take.", "Send JSON in UTF-8, as application/json."),
    };

    /// <summary>HEAD is answered as GET would be, without the body.</summary>
    public static IApplicationBuilder UseHead(this IApplicationBuilder app) => app.Use(async (context, next) =>
    {
        if (!HttpMethods.IsHead(context.Request.Method))
        {
            await next(context);
            return;
        }

        var body = context.Response.Body;
        context.Request.Method = HttpMethods.Get;
        context.Response.Body = Stream.Null;
        try
        {
            await next(context);
        }
        finally
        {
            context.Request.Method = HttpMethods.Head;
            context.Response.Body = body;
        }
    });

    /// <summary>Refuses what no endpoint could read, and gives every bare refusal its words.</summary>
    public static IApplicationBuilder UseManners(this IApplicationBuilder app) => app
        .UseStatusCodePages(pages =>
        {
            var context = pages.HttpContext;
            return context.Request.Path.StartsWithSegments("/api") && Words.TryGetValue(context.Response.StatusCode, out var words)
                ? Answer(context, context.Response.StatusCode, words)
                : Task.CompletedTask;
        })
        .Use((context, next) =>
        {
            if (context.Request.GetEncodedPathAndQuery().Length > LongestAddress)
                return Answer(context, StatusCodes.Status414UriTooLong, ("The address is too long.", $"Keep it under {LongestAddress} characters."));
            return IsJsonInAnotherCharset(context.Request)
                ? Answer(context, StatusCodes.Status415UnsupportedMediaType, ("The body is not in UTF-8.", "Send JSON in UTF-8."))
                : next(context);
        });

    // JSON between systems is UTF-8 and nothing else (RFC 8259, section 8.1). The name may stand in quotes, which the framework's reader does not bear.
    private static bool IsJsonInAnotherCharset(HttpRequest request)
    {
        if (!request.HasJsonContentType() || !MediaTypeHeaderValue.TryParse(request.ContentType, out var type) || type.Charset.Length == 0)
            return false;
        if (!HeaderUtilities.RemoveQuotes(type.Charset).Equals("utf-8", StringComparison.OrdinalIgnoreCase))
            return true;
        type.Charset = "utf-8";
        request.ContentType = type.ToString();
        return false;
    }

    private static Task Answer(HttpContext context, int status, (string Title, string Detail) words) =>
        Refusals.Answer(new Refusal { Type = $"urn:nightfrost:http-{status}", Title = words.Title, Detail = words.Detail, Status = status })
            .ExecuteAsync(context);
}
