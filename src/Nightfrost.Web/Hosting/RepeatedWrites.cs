using System.Security.Claims;
using System.Security.Cryptography;
using System.Text;
using Microsoft.EntityFrameworkCore;
using Nightfrost.Core;
using Nightfrost.Data;
using Nightfrost.Data.Cases;

namespace Nightfrost.Web.Hosting;

/// <summary>Marks an endpoint that is asked with a body and changes nothing, so that its answers are not kept.</summary>
internal sealed class AsksOnly;

/// <summary>
/// A write sent again with the same Idempotency-Key does nothing twice: the first answer is given again. The whole body is read before anything is
/// begun, and key, write and answer are one transaction, kept only when the write went well: what was broken off, or refused, may be sent again.
/// A repeat that comes in meanwhile waits for the first to end.
/// </summary>
internal sealed class RepeatedWrites(RequestDelegate next)
{
    public const string Header = "Idempotency-Key";
    private const int LongestKey = 100;
    private const int InMemoryBytes = 256 * 1024;

    public async Task InvokeAsync(HttpContext context, NightfrostDb db, TimeProvider clock)
    {
        var key = context.Request.Headers[Header].ToString();
        var owner = context.User.FindFirstValue(ClaimTypes.NameIdentifier);
        if (!IsWrite(context.Request.Method))
        {
            await next(context);
            return;
        }

        if (await Fingerprint(context.Request, context.RequestAborted) is not { } fingerprint)
        {
            await Refusals.TooLarge(Uploads.LimitOf(context)).ExecuteAsync(context);
            return;
        }

        if (key.Length == 0 || owner is null || context.GetEndpoint()?.Metadata.GetMetadata<AsksOnly>() is not null)
        {
            await next(context);
            return;
        }

        if (PlainText.Problem(Header, key, LongestKey) is { } problem)
        {
            await Refusals.Invalid(problem).ExecuteAsync(context);
            return;
        }

        await using var transaction = await db.Database.BeginTransactionAsync(context.RequestAborted);
        var write = new DoneWrite { Owner = owner, Key = key, Fingerprint = fingerprint, At = clock.GetUtcNow() };
        db.DoneWrites.Add(write);
        try
        {
            await db.SaveChangesAsync(context.RequestAborted);
        }
        catch (DbUpdateException e) when (e.IsConflict())
        {
            db.ChangeTracker.Clear();
            await transaction.RollbackAsync(context.RequestAborted);
            await Again(context, await db.DoneWrites.AsNoTracking().FirstAsync(d => d.Owner == owner && d.Key == key, context.RequestAborted), fingerprint);
            return;
        }

        var body = context.Response.Body;
        using var answer = new MemoryStream();
        context.Response.Body = answer;
        try
        {
            await next(context);
        }
        finally
        {
            context.Response.Body = body;
        }

        if (context.Response.StatusCode < StatusCodes.Status400BadRequest)
        {
            var (status, text) = (context.Response.StatusCode, Encoding.UTF8.GetString(answer.GetBuffer(), 0, (int)answer.Length));
            await db.DoneWrites.Where(d => d.Owner == owner && d.Key == key)
                .ExecuteUpdateAsync(set => set.SetProperty(d => d.Status, status).SetProperty(d => d.Body, text), CancellationToken.None);
            await transaction.CommitAsync(CancellationToken.None);
        }

        answer.Position = 0;
        await answer.CopyToAsync(body, context.RequestAborted);
    }

    // Of method, address and body; null when the body is larger than this address takes. A body that breaks off throws here, before anything is kept.
    private static async Task<byte[]?> Fingerprint(HttpRequest request, CancellationToken cancel)
    {
        var most = Uploads.LimitOf(request.HttpContext).MostBytes;
        request.EnableBuffering(InMemoryBytes, most + 1L);
        using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        hash.AppendData(Encoding.UTF8.GetBytes($"{request.Method} {request.PathBase}{request.Path}{request.QueryString}\n"));
        var part = new byte[64 * 1024];
        var length = 0L;
        int count;
        while ((count = await request.Body.ReadAsync(part.AsMemory(0, (int)Math.Min(part.Length, most + 1 - length)), cancel)) > 0)
        {
            hash.AppendData(part, 0, count);
            if ((length += count) > most)
                return null;
        }

        request.Body.Position = 0;
        return hash.GetHashAndReset();
    }

    private static async Task Again(HttpContext context, DoneWrite done, byte[] fingerprint)
    {
        // A key from before fingerprints were kept has none.
        if (done.Fingerprint.Length > 0 && !done.Fingerprint.AsSpan().SequenceEqual(fingerprint))
        {
            await Refusals.NotNow("This key was used for another write.", "Send a new Idempotency-Key with every new write.").ExecuteAsync(context);
            return;
        }

        // Answers are kept for a shorter time than keys: after that a repeat is told that it was done, and reads anew.
        context.Response.StatusCode = done.Body.Length > 0 ? done.Status : StatusCodes.Status204NoContent;
        if (done.Body.Length > 0)
        {
            context.Response.ContentType = "application/json; charset=utf-8";
            await context.Response.WriteAsync(done.Body, context.RequestAborted);
        }
    }

    private static bool IsWrite(string method) =>
        HttpMethods.IsPost(method) || HttpMethods.IsPut(method) || HttpMethods.IsPatch(method) || HttpMethods.IsDelete(method);
}
