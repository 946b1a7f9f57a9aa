using Microsoft.AspNetCore.Http.Metadata;

namespace Nightfrost.Web.Hosting;

/// <summary>Files sent as the body of a request.</summary>
internal static class Uploads
{
    /// <summary>Most bytes of a body that is no file.</summary>
    public const int MostBytesOfAForm = 1024 * 1024;

    private static readonly UploadLimit OfAForm = new(MostBytesOfAForm, "Send less at once.");

    /// <summary>What a body sent to this address may hold.</summary>
    public static UploadLimit LimitOf(HttpContext context) => context.GetEndpoint()?.Metadata.GetMetadata<UploadLimit>() ?? OfAForm;

    /// <summary>The whole file; null when it is larger than it may be.</summary>
    public static async Task<byte[]?> Read(HttpRequest request, CancellationToken cancel)
    {
        var mostBytes = LimitOf(request.HttpContext).MostBytes;
        using var file = new MemoryStream();
        var part = new byte[64 * 1024];
        int count;
        while ((count = await request.Body.ReadAsync(part, cancel)) > 0)
        {
            file.Write(part, 0, count);
            if (file.Length > mostBytes)
                return null;
        }

        return file.ToArray();
    }
}

/// <summary>An endpoint that takes a file: the server's own limit does not hold for it.</summary>
/// <param name="MostBytes">Most bytes of the file.</param>
/// <param name="Remedy">What to do with a larger one.</param>
internal sealed record UploadLimit(int MostBytes, string Remedy) : IRequestSizeLimitMetadata
{
    /// <inheritdoc/>
    public long? MaxRequestBodySize => null;
}
