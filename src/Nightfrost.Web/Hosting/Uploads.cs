namespace Nightfrost.Web.Hosting;

/// <summary>Files sent as the body of a request.</summary>
internal static class Uploads
{
    /// <summary>
    /// Most bytes the server reads of any body, above every limit of ours: what is larger is read to its end, so that whoever sends it gets our words and no
    /// broken connection.
    /// </summary>
    public const int MostBytesRead = 64 * 1024 * 1024;

    private static readonly UploadLimit OfAForm = new(1024 * 1024, "Send less at once.");

    /// <summary>What a body sent to this address may hold.</summary>
    public static UploadLimit LimitOf(HttpContext context) => context.GetEndpoint()?.Metadata.GetMetadata<UploadLimit>() ?? OfAForm;

    /// <summary>The whole file. It was measured before the endpoint was reached.</summary>
    public static async Task<byte[]> Read(HttpRequest request, CancellationToken cancel)
    {
        using var file = new MemoryStream();
        await request.Body.CopyToAsync(file, cancel);
        return file.ToArray();
    }
}

/// <summary>What an endpoint takes in a body; without one, what a form holds.</summary>
/// <param name="MostBytes">Most bytes.</param>
/// <param name="Remedy">What to do with more.</param>
internal sealed record UploadLimit(int MostBytes, string Remedy);
