using System.Net;
using Nightfrost.Web.Cases;
using Nightfrost.Web.Sites;
using Nightfrost.Web.Timing;

namespace Nightfrost.Web.Tests;

/// <summary>Somebody who works without pause: writes, sends again what got no answer, and remembers what was acknowledged.</summary>
/// <param name="enter">Signs in; asked again after the service was away.</param>
/// <param name="number">Which walker this is; also the seed of what it does.</param>
internal sealed class Walker(Func<Task<Visitor>> enter, int number)
{
    // What passes by itself: away, busy, signed out, or a token of before.
    private static readonly HttpStatusCode[] Passing =
        [HttpStatusCode.ServiceUnavailable, HttpStatusCode.TooManyRequests, HttpStatusCode.RequestTimeout, HttpStatusCode.Unauthorized];

    // One case takes 200 at most, and several walkers share it.
    private const int MostTakes = 25;
    private readonly Random _random = new(number);
    private Visitor? _me;
    private CaseDetail? _own;

    /// <summary>Writes that were acknowledged.</summary>
    public int Acknowledged { get; private set; }

    /// <summary>Takes that were acknowledged, on the case everybody shares.</summary>
    public int Takes { get; private set; }

    /// <summary>Works until it is told to stop, or so many writes were acknowledged.</summary>
    public async Task Walk(Guid sharedCase, Guid rig, int mostWrites, CancellationToken stop)
    {
        while (!stop.IsCancellationRequested && Acknowledged < mostWrites)
        {
            if (_own is null)
                _own = await Send<CaseDetail>(HttpMethod.Post, "/api/cases", new NewCase($"Walk {number}", "Title 0"));
            else if (_random.Next(4) == 0)
                _own = await Send<CaseDetail>(HttpMethod.Patch, $"/api/cases/{_own.Id}",
                    new RenameCase(_own.Site, $"Title {Acknowledged}", _own.Site, _own.Title));
            else if (Takes == MostTakes || _random.Next(3) == 0)
                _own = await Send<CaseDetail>(HttpMethod.Put, $"/api/cases/{_own.Id}/look",
                    new SaveLook(_own.Version, _own.Look with { Set = _own.Look.Set with { Model = $"Model {Acknowledged}" } }));
            else
            {
                await Send<TuneView>(HttpMethod.Post, $"/api/cases/{sharedCase}/tune/takes", new NewTake(rig, "edda", 240, number, false));
                Takes++;
            }
        }
    }

    /// <summary>Fails unless everything acknowledged is there, and once.</summary>
    public async Task Check()
    {
        using var me = await enter();
        var mine = (await me.Cases()).Where(c => c.Site == $"Walk {number}").ToList();
        var there = await me.Read<CaseDetail>($"/api/cases/{Assert.Single(mine).Id}");
        Assert.Equal((_own!.Title, _own.Look.Set.Model, _own.Version), (there.Title, there.Look.Set.Model, there.Version));
    }

    private async Task<T> Send<T>(HttpMethod method, string path, object body)
    {
        var key = Guid.NewGuid().ToString();
        while (true)
        {
            try
            {
                _me ??= await enter();
                using var answer = await _me.Send(method, path, body, key);
                // Now and then an answer gets lost on its way.
                if (answer.IsSuccessStatusCode && _random.Next(5) > 0)
                {
                    Acknowledged++;
                    return await Visitor.Body<T>(answer);
                }

                if (answer.IsSuccessStatusCode)
                    continue;
                if (!Passing.Contains(answer.StatusCode))
                    Assert.Fail($"{method} {path} was refused with {(int)answer.StatusCode}: {await answer.Content.ReadAsStringAsync()}");
                if (answer.StatusCode == HttpStatusCode.Unauthorized)
                    _me = null;
            }
            catch (Exception e) when (e is HttpRequestException or IOException or TaskCanceledException)
            {
                _me = null;
            }

            await Task.Delay(100);
        }
    }
}
