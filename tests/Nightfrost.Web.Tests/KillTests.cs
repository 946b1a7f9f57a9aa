using System.Diagnostics;
using System.Net;
using System.Net.Sockets;
using Microsoft.AspNetCore.Mvc.Testing.Handlers;
using Nightfrost.Data.Demo;

namespace Nightfrost.Web.Tests;

/// <summary>Started as its users start it, and killed in every part while people write: what was acknowledged is there afterwards, once.</summary>
public class KillTests
{
    private static readonly TimeSpan Patience = TimeSpan.FromMinutes(4);

    [Fact]
    public async Task What_was_acknowledged_survives_every_kill()
    {
        var place = Directory.CreateTempSubdirectory("nightfrost-kill-").FullName;
        // The database's own user must be able to enter.
        await Run("chmod", "755", place);
        var address = new Uri($"http://127.0.0.1:{FreePort()}");
        var script = await Start(place, address.Port);
        using var done = new CancellationTokenSource();
        try
        {
            Guid lounge, rig;
            int before;
            using (var me = await Enter(address))
                (lounge, rig, before) = await GroundTests.Shared(me);
            var walkers = Enumerable.Range(1, 3).Select(i => new Walker(() => Enter(address), i)).ToList();
            var walks = walkers.Select(w => w.Walk(lounge, rig, int.MaxValue, done.Token)).ToList();
            foreach (var victim in Enumerable.Repeat(Victims, GroundTests.Long ? 4 : 1).SelectMany(v => v))
            {
                await More(walkers, walks, 10);
                if (victim == "database")
                    Kill(int.Parse((await File.ReadAllLinesAsync(Path.Combine(place, "demo", "pg", "postmaster.pid")))[0],
                        System.Globalization.CultureInfo.InvariantCulture));
                else if (victim == "service")
                {
                    // The script starts it again by itself: the walkers go on, and the script is still there.
                    Kill(await ServiceId(place));
                    await More(walkers, walks, 5);
                    Assert.False(script.HasExited, "The script ended with its service.");
                }
                else
                {
                    Kill(script.Id);
                    using var patience = new CancellationTokenSource(Patience);
                    await script.WaitForExitAsync(patience.Token);
                    script.Dispose();
                    script = await Start(place, address.Port);
                }

                await More(walkers, walks, 5);
            }

            await done.CancelAsync();
            await Task.WhenAll(walks);
            using var after = await Enter(address);
            Assert.Equal(before + walkers.Sum(w => w.Takes), await GroundTests.Takes(after, lounge));
            foreach (var walker in walkers)
                await walker.Check();
        }
        catch (Exception e)
        {
            // What the service wrote of its own faults is gone with the place.
            var log = Path.Combine(place, "demo", "service.log");
            var faults = File.Exists(log)
                ? (await File.ReadAllLinesAsync(log)).Where(line => line.Contains("A request failed", StringComparison.Ordinal)).ToArray() : [];
            throw new InvalidOperationException($"{e.Message}\n{string.Join('\n', faults)}", e);
        }
        finally
        {
            await done.CancelAsync();
            await Run("kill", "-TERM", script.Id.ToString(System.Globalization.CultureInfo.InvariantCulture));
            await script.WaitForExitAsync();
            script.Dispose();
            Directory.Delete(place, recursive: true);
        }
    }

    private static readonly string[] Victims = ["database", "service", "script"];

    // Ends when so many more writes were acknowledged, whoever made them; fails when somebody's walk has failed.
    private static async Task More(List<Walker> walkers, List<Task> walks, int writes)
    {
        var (goal, watch) = (walkers.Sum(w => w.Acknowledged) + writes, Stopwatch.StartNew());
        while (walkers.Sum(w => w.Acknowledged) < goal)
        {
            foreach (var failed in walks.Where(w => w.IsFaulted))
                await failed;
            Assert.True(watch.Elapsed < Patience, "Nothing was acknowledged for minutes.");
            await Task.Delay(50);
        }
    }

    [Fact]
    public async Task A_service_that_ends_again_and_again_is_given_up_with_one_clear_line()
    {
        Assert.SkipUnless(GroundTests.Long, "Its pauses take half a minute: in the long run.");
        var place = Directory.CreateTempSubdirectory("nightfrost-kill-").FullName;
        await Run("chmod", "755", place);
        using var script = await Start(place, FreePort());
        try
        {
            for (var kills = 0; kills < 6; kills++)
            {
                var before = await ServiceId(place);
                Kill(before);
                var watch = Stopwatch.StartNew();
                while (!script.HasExited && await ServiceId(place) == before && watch.Elapsed < Patience)
                    await Task.Delay(100);
            }

            using var patience = new CancellationTokenSource(Patience);
            await script.WaitForExitAsync(patience.Token);
            Assert.Equal(1, script.ExitCode);
            var log = await File.ReadAllTextAsync(Path.Combine(place, "demo", "service.log"));
            Assert.Equal(5, log.Split("The service ended by itself (code 137)").Length - 1);
        }
        finally
        {
            await Run("bash", "-c", $"kill -TERM {script.Id} 2>/dev/null || true");
            Directory.Delete(place, recursive: true);
        }
    }

    // 0 once the script has given up and put its note of it away.
    private static async Task<int> ServiceId(string place)
    {
        var note = Path.Combine(place, "demo", "service.pid");
        return File.Exists(note) && int.TryParse(await File.ReadAllTextAsync(note), out var id) ? id : 0;
    }

    private static async Task<Process> Start(string place, int port)
    {
        var start = new ProcessStartInfo("bash",
            [Path.Combine(ArchitectureTests.Root(), "nightfrost"), "demo", "--port",
                port.ToString(System.Globalization.CultureInfo.InvariantCulture)])
        { RedirectStandardOutput = true, RedirectStandardError = true };
        start.Environment["NIGHTFROST_DATA"] = place;
        var script = Process.Start(start)!;
        var said = new List<string>();
        script.ErrorDataReceived += (_, line) => said.Add(line.Data ?? "");
        script.BeginErrorReadLine();
        while (await script.StandardOutput.ReadLineAsync() is { } line)
        {
            said.Add(line);
            if (line.StartsWith("Ctrl-C", StringComparison.Ordinal))
            {
                // Read on, so that the script never waits for a reader.
                _ = script.StandardOutput.ReadToEndAsync();
                return script;
            }
        }

        throw new InvalidOperationException($"It did not start:\n{string.Join('\n', said)}");
    }

    private static async Task Run(string command, params string[] arguments)
    {
        using var process = Process.Start(command, arguments);
        await process.WaitForExitAsync();
    }

    private static void Kill(int id)
    {
        using var process = Process.GetProcessById(id);
        process.Kill();
    }

    private static async Task<Visitor> Enter(Uri address)
    {
        var cookies = new CookieContainer();
        var visitor = new Visitor(new HttpClient(new CookieContainerHandler(cookies)
        {
            InnerHandler =
            new SocketsHttpHandler { UseCookies = false }
        })
        { BaseAddress = address, Timeout = TimeSpan.FromSeconds(20) }, cookies);
        await visitor.RefreshToken();
        await visitor.SignIn(DemoData.SignInName, DemoData.Password);
        return visitor;
    }

    // Not one that the system lends to outgoing connections: it must still be free when the service comes back.
    private static int FreePort()
    {
        for (var port = 26000 + Environment.ProcessId % 1000; ; port++)
        {
            using var listener = new TcpListener(IPAddress.Loopback, port);
            try
            {
                listener.Start();
                return port;
            }
            catch (SocketException)
            {
                // Held by somebody: the next one.
            }
        }
    }
}
