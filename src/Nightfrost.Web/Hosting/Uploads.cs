using Microsoft.AspNetCore.Http.Metadata;

namespace Nightfrost.Web.Hosting;

/// <summary>Files sent as the body of a request.</summary>
internal static class Uploads
{
    /// <summary>Most bytes of a body that is no file.</summary>
    public const int MostBytesOfAForm = 1024 * 1024;

    /// <summary>For endpoints that take a file of so many bytes at the most.</summary>
    public static UploadLimit UpTo(int mostBytes) => new(mostBytes);

    /// <summary>Most bytes that a body sent to this address may have.</summary>
    public static int MostBytes(HttpContext context) => context.GetEndpoint()?.Metadata.GetMetadata<UploadLimit>()?.MostBytes ?? MostBytesOfAForm;

    /// <summary>The whole file; null when it is larger than it may be.</summary>
    /// <param name="request">The request.</param>
    /// <param name="mostBytes">Most bytes.</param>
    /// <param name="cancel">Stops the reading.</param>
    public static async Task<byte[]?> Read(HttpRequest request, int mostBytes, CancellationToken cancel)
    {
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
internal sealed record UploadLimit(int MostBytes) : IRequestSizeLimitMetadata
{
    /// <inheritdoc/>
    public long? MaxRequestBodySize => null;
}
