using System.Text.Json;

namespace Nightfrost.Web.Hosting;

/// <summary>Says of a body that could not be read which field is at fault, why, and what to do.</summary>
internal static class UnreadableBodies
{
    /// <summary>A body that is no JSON, or not of the shape that is asked for.</summary>
    public static IResult Answer(JsonException json)
    {
        var field = (json.Path ?? "$").TrimStart('$').TrimStart('.');
        var missing = json.Message.Contains("missing required", StringComparison.Ordinal);
        var name = field.Length == 0 ? "body" : field;
        var (reason, remedy) = missing
            ? (json.Message.Split('.')[0] is var said && said.Contains("including:", StringComparison.Ordinal)
                ? $"A field is missing: {said[(said.IndexOf("including:", StringComparison.Ordinal) + 10)..].Trim().TrimEnd('.')}." : "A field is missing.",
                "Send every field of this form.")
            : json.InnerException is FormatException or InvalidOperationException || field.Length > 0
                ? ("The value is of the wrong kind, or not one of those allowed.",
                    "Enter a number where a number belongs, and choose from the list where there is one.")
                : ("The body is not well-formed JSON.", "Send the form again from the page.");
        return Refusals.Answer(new Refusal
        {
            Type = "urn:nightfrost:invalid",
            Title = "The request could not be read.",
            Detail = $"{name}: {reason} {remedy}",
            Status = StatusCodes.Status400BadRequest,
            Problems = [new(name, reason, remedy)],
        });
    }

    /// <summary>A request that the server itself would not take: too large, broken off, too slow, of another kind.</summary>
    public static IResult Answer(BadHttpRequestException bad, HttpContext context) => bad.StatusCode switch
    {
        StatusCodes.Status413PayloadTooLarge => Refusals.TooLarge(Uploads.LimitOf(context)),
        StatusCodes.Status415UnsupportedMediaType => Refusals.Answer(new Refusal
        {
            Type = "urn:nightfrost:media-type",
            Title = "The body is of a kind this address does not take.",
            Detail = "Send JSON in UTF-8, as application/json.",
            Status = StatusCodes.Status415UnsupportedMediaType,
        }),
        _ => Refusals.Answer(new Refusal
        {
            Type = "urn:nightfrost:invalid",
            Title = bad.StatusCode == StatusCodes.Status408RequestTimeout ? "The request came too slowly." : "The request could not be read.",
            Detail = bad.StatusCode == StatusCodes.Status408RequestTimeout ? "Send it again over a better connection."
                : "Send a JSON body with every field it needs, and ids that exist.",
            Status = bad.StatusCode,
        }),
    };
}
