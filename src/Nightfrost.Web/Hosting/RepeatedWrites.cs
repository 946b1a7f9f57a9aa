using System.Security.Claims;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Storage;
using Nightfrost.Core;
using Nightfrost.Data;
using Nightfrost.Data.Cases;

namespace Nightfrost.Web.Hosting;

/// <summary>Marks an endpoint that is asked with a body and changes nothing, so that its answers are not kept.</summary>
internal sealed class AsksOnly;

/// <summary>
/// A write sent again with the same Idempotency-Key does nothing twice: the first answer is given again. The key is kept in the same transaction as
/// what the write does, so that both are there or neither is; a repeat that comes in meanwhile waits for the first to end.
/// </summary>
internal sealed class RepeatedWrites(RequestDelegate next)
{
    public const string Header = "Idempotency-Key";
    private const int LongestKey = 100;

    public async Task InvokeAsync(HttpContext context, NightfrostDb db, TimeProvider clock)
    {
        var key = context.Request.Headers[Header].ToString();
        var owner = context.User.FindFirstValue(ClaimTypes.NameIdentifier);
        if (key.Length == 0 || owner is null || !IsWrite(context.Request.Method) || context.GetEndpoint()?.Metadata.GetMetadata<AsksOnly>() is not null)
        {
            await next(context);
            return;
        }

        if (PlainText.Problem(Header, key, LongestKey) is { } problem)
        {
            await Refusals.Invalid(problem).ExecuteAsync(context);
            return;
        }

        var request = $"{context.Request.Method} {context.Request.Path}";
        await using var transaction = await db.Database.BeginTransactionAsync(context.RequestAborted);
        var write = new DoneWrite { Owner = owner, Key = key, Request = request.Length > 400 ? request[..400] : request, At = clock.GetUtcNow() };
        db.DoneWrites.Add(write);
        try
        {
            await db.SaveChangesAsync(context.RequestAborted);
        }
        catch (DbUpdateException e) when (e.IsConflict())
        {
            db.ChangeTracker.Clear();
            await Again(context, await db.DoneWrites.AsNoTracking().FirstAsync(d => d.Owner == owner && d.Key == key, context.RequestAborted), write.Request);
            return;
        }

        await Record(context, db, write, transaction);
    }

    private async Task Record(HttpContext context, NightfrostDb db, DoneWrite write, IDbContextTransaction transaction)
    {
        var body = context.Response.Body;
        using var copy = new MemoryStream();
        context.Response.Body = copy;
        try
        {
            await next(context);
        }
        finally
        {
            context.Response.Body = body;
        }

        await db.DoneWrites.Where(d => d.Owner == write.Owner && d.Key == write.Key).ExecuteUpdateAsync(set => set
            .SetProperty(d => d.Status, context.Response.StatusCode)
            .SetProperty(d => d.Body, System.Text.Encoding.UTF8.GetString(copy.ToArray())), CancellationToken.None);
        await transaction.CommitAsync(CancellationToken.None);
        copy.Position = 0;
        await copy.CopyToAsync(body, context.RequestAborted);
    }

    private static async Task Again(HttpContext context, DoneWrite done, string request)
    {
        if (done.Request != request)
        {
            await Refusals.NotNow("This key was used for another write.", "Send a new Idempotency-Key with every new write.").ExecuteAsync(context);
            return;
        }

        context.Response.StatusCode = done.Status;
        if (done.Body.Length > 0)
        {
            context.Response.ContentType = done.Status < 400 ? "application/json; charset=utf-8" : "application/problem+json";
            await context.Response.WriteAsync(done.Body, context.RequestAborted);
        }
    }

    private static bool IsWrite(string method) => HttpMethods.IsPost(method) || HttpMethods.IsPut(method) || HttpMethods.IsPatch(method) || HttpMethods.IsDelete(method);
}
