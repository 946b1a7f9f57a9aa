using System.Globalization;
using System.IO.Pipelines;
using System.Text;
using System.Text.Json;
using Microsoft.AspNetCore.Server.Kestrel.Core;
using Nightfrost.Core;

namespace Nightfrost.Web.Hosting;

/// <summary>
/// What the server refuses before any code of ours runs (an address with a zero byte, a request line or headers beyond its limits, a form of address that
/// its method does not take) it answers with a bare status. On its way out such an answer gets the words of a problem document.
/// </summary>
internal static class ServersOwnRefusals
{
    private static readonly Dictionary<string, (string Title, string Detail)> Words = new()
    {
        ["400"] = ("The request could not be read.", "Its address or its headers are malformed. Load the page again, then repeat what you did."),
        ["405"] = ("This form of address is not asked in this way.", "The Allow header of this answer names the way it takes."),
        ["408"] = ("The request came too slowly.", "Send it again over a better connection."),
        ["413"] = ("That is too large.", "Send less at once."),
        ["414"] = ("The address is too long.", FormattableString.Invariant($"Keep it under {Manners.LongestAddress} characters.")),
        ["431"] = ("The headers of the request are too long.", "Delete the cookies of this address in the browser, then load the page again."),
        ["505"] = ("This version of HTTP is not spoken here.", "Ask in HTTP/1.1."),
    };

    private static readonly JsonSerializerOptions Json = CoreJson.Configure(new(JsonSerializerDefaults.Web));

    /// <summary>Watches every connection of an endpoint.</summary>
    public static void PutIntoWords(ListenOptions endpoint) => endpoint.Use(next => connection =>
    {
        connection.Transport = new Watched(connection.Transport.Input, new Writer(connection.Transport.Output));
        return next(connection);
    });

    /// <summary>The same answer with a body, or null when it is no bare refusal of the server's.</summary>
    /// <param name="answer">What is about to be sent.</param>
    internal static byte[]? InWords(ReadOnlySpan<byte> answer)
    {
        // "HTTP/1.1 400 Bad Request": only such answers are looked at any closer.
        if (answer.Length is < 13 or > 1024 || !answer.StartsWith("HTTP/1."u8) || !answer.EndsWith("\r\n\r\n"u8) || answer[9] is not ((byte)'4' or (byte)'5'))
            return null;
        var text = Encoding.ASCII.GetString(answer);
        const string empty = "Content-Length: 0\r\n";
        if (!Words.TryGetValue(text[9..12], out var words) || !text.Contains(empty, StringComparison.OrdinalIgnoreCase)
            || !text.Contains("Connection: close\r\n", StringComparison.OrdinalIgnoreCase))
            return null;
        var status = int.Parse(text.AsSpan(9, 3), CultureInfo.InvariantCulture);
        var body = JsonSerializer.SerializeToUtf8Bytes(
            new Refusal { Type = $"urn:nightfrost:http-{status}", Title = words.Title, Detail = words.Detail, Status = status }, Json);
        var head = text.Replace(empty,
            FormattableString.Invariant($"Content-Type: application/problem+json\r\nContent-Length: {body.Length}\r\n"), StringComparison.OrdinalIgnoreCase);
        return [.. Encoding.ASCII.GetBytes(head), .. body];
    }

    private sealed record Watched(PipeReader Input, PipeWriter Output) : IDuplexPipe;

    // The server writes a bare answer in one piece: it is looked at as it is handed over.
    private sealed class Writer(PipeWriter inner) : PipeWriter
    {
        private Memory<byte> _piece;

        public override bool CanGetUnflushedBytes => inner.CanGetUnflushedBytes;

        public override long UnflushedBytes => inner.UnflushedBytes;

        public override Memory<byte> GetMemory(int sizeHint = 0) => _piece = inner.GetMemory(sizeHint);

        public override Span<byte> GetSpan(int sizeHint = 0) => GetMemory(sizeHint).Span;

        public override void Advance(int bytes)
        {
            if (bytes <= _piece.Length && InWords(_piece.Span[..bytes]) is { } worded && worded.Length <= _piece.Length)
            {
                worded.CopyTo(_piece);
                bytes = worded.Length;
            }

            inner.Advance(bytes);
        }

        public override void CancelPendingFlush() => inner.CancelPendingFlush();

        public override void Complete(Exception? exception = null) => inner.Complete(exception);

        public override ValueTask CompleteAsync(Exception? exception = null) => inner.CompleteAsync(exception);

        public override ValueTask<FlushResult> FlushAsync(CancellationToken cancellationToken = default) => inner.FlushAsync(cancellationToken);
    }
}
