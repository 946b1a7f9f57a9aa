using Microsoft.AspNetCore.Mvc;

namespace Nightfrost.Web.Hosting;

/// <summary>Files sent as the body of a request.</summary>
internal static class Uploads
{
    /// <summary>For endpoints that measure a file while it is read, so that the refusal can say what is too large.</summary>
    public static readonly DisableRequestSizeLimitAttribute MeasuredWhileRead = new();

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
