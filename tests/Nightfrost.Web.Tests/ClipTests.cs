using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Runtime.InteropServices;
using System.Text;

namespace Nightfrost.Web.Tests;

/// <summary>The test clips that ship, taken apart: each click starts with its flash, seldom enough and small enough for whoever watches.</summary>
/// <param name="cluster">The database server.</param>
public class ClipTests(Cluster cluster)
{
    private const int Rate = 48_000;
    private const double Every = 2.5;

    /// <summary>Allowed between the start of a flash and of its click, s.</summary>
    private const double Apart = 0.001;

    public static TheoryData<string, int, int> Films => new()
    {
        { "flash-click-50-aac.mp4", 50, 60 },
        { "flash-click-60-aac.mp4", 60, 60 },
        { "flash-click-50-pcm.mkv", 50, 20 },
        { "flash-click-60-pcm.mkv", 60, 20 },
    };

    [Theory]
    [MemberData(nameof(Films))]
    public async Task Each_click_starts_with_its_flash_whether_or_not_a_player_drops_what_a_coder_put_before(string film, int perSecond, int seconds)
    {
        var flashes = await Flashes(film);
        Assert.Equal((int)(seconds / Every) - 1, flashes.Count);
        Assert.Equal(seconds * perSecond, (await Times(film, "v:0")).Count);
        string[][] players = [[], ["-flags2", "+skip_manual"], ["-ignore_editlist", "1"]];
        foreach (var player in film.EndsWith(".mp4", StringComparison.Ordinal) ? players : [[]])
        {
            var clicks = await Clicks(film, player);
            Assert.Equal(flashes.Count, clicks.Count);
            Assert.All(flashes.Zip(clicks), pair => Assert.True(Math.Abs(pair.First - pair.Second) < Apart, $"{pair.First} and {pair.Second} s in {film}"));
        }

        Assert.All(flashes.Zip(flashes.Skip(1)), pair => Assert.True(pair.Second - pair.First >= 2, $"two flashes in {pair.Second - pair.First} s"));
    }

    [Theory]
    [MemberData(nameof(Films))]
    public async Task A_flash_fills_a_small_part_of_the_field(string film, int perSecond, int seconds)
    {
        Assert.True(seconds > Every);
        var at = FormattableString.Invariant($"{Every + 0.5 / perSecond}");
        var picture = await Decoded(film, ["-ss", at], ["-map", "0:v", "-frames:v", "1", "-vf", "scale=128:72", "-pix_fmt", "gray", "-f", "rawvideo"]);
        var bright = picture.Count(p => p > 128) / (double)picture.Length;
        Assert.True(bright is > 0.02 and < 0.15, $"{bright:0.00} of the field");
    }

    [Fact]
    public async Task The_clicks_alone_come_as_regularly_and_none_is_loud()
    {
        var clicks = await Clicks("click.wav", []);
        Assert.Equal(7, clicks.Count);
        Assert.All(clicks.Select((at, i) => at - (i + 1) * Every), off => Assert.True(Math.Abs(off) < Apart, $"{off}"));
        var sound = MemoryMarshal.Cast<byte, short>(await Decoded("click.wav", [], Sound)).ToArray();
        Assert.True(sound.Max(s => Math.Abs((int)s)) <= 8192, "a click louder than -12 dB of full scale");
    }

    [Fact]
    public async Task They_are_small_and_served_with_their_sort()
    {
        var files = new DirectoryInfo(Folder).GetFiles();
        Assert.True(files.Sum(f => f.Length) < 8_000_000);
        Assert.Equal(Films.Select(row => row.Data.Item1).Append("click.wav").Order(StringComparer.Ordinal),
            files.Select(f => f.Name).Order(StringComparer.Ordinal));
        await using var app = new NightfrostApp(await cluster.Database(demo: true), demo: true);
        using var me = await app.Visit();
        foreach (var file in files)
        {
            using var answer = await me.Get($"/clips/{file.Name}");
            Assert.Equal((HttpStatusCode.OK, file.Length), (answer.StatusCode, answer.Content.Headers.ContentLength));
            Assert.StartsWith(file.Extension == ".wav" ? "audio/" : "video/", answer.Content.Headers.ContentType!.MediaType, StringComparison.Ordinal);
        }
    }

    private static readonly string[] Sound = ["-map", "0:a", "-ac", "1", "-ar", "48000", "-f", "s16le"];

    private static string Folder => Path.Combine(ArchitectureTests.Root(), "src", "web", "public", "clips");

    // Starts of the bursts, s: where the sound first exceeds a fifth of its peak after a tenth of a second without.
    private static async Task<IReadOnlyList<double>> Clicks(string file, string[] player)
    {
        var sound = MemoryMarshal.Cast<byte, short>(await Decoded(file, player, Sound)).ToArray();
        var threshold = sound.Max(s => Math.Abs((int)s)) / 5;
        var (starts, last, begin) = (new List<double>(), -Rate, (await Times(file, "a:0"))[0]);
        for (var i = 0; i < sound.Length; i++)
        {
            if (Math.Abs((int)sound[i]) <= threshold)
                continue;
            if (i - last > Rate / 10)
                starts.Add(begin + i / (double)Rate);
            last = i;
        }

        return starts;
    }

    // Starts of the flashes, s: pictures whose middle is bright after one whose is not, by the time each carries.
    private static async Task<IReadOnlyList<double>> Flashes(string film)
    {
        var times = await Times(film, "v:0");
        var middles = await Decoded(film, [], ["-map", "0:v", "-fps_mode", "passthrough", "-vf", "crop=100:100:590:310,scale=1:1", "-pix_fmt", "gray", "-f",
            "rawvideo"]);
        Assert.Equal(times.Count, middles.Length);
        return [.. Enumerable.Range(1, middles.Length - 1).Where(i => middles[i] > 128 && middles[i - 1] <= 128).Select(i => times[i])];
    }

    // When each packet of a stream is due, s, in the order in which they are shown.
    private static async Task<IReadOnlyList<double>> Times(string file, string stream)
    {
        var said = await Run("ffprobe", ["-v", "error", "-select_streams", stream, "-show_entries", "packet=pts_time", "-of", "csv=p=0",
            Path.Combine(Folder, file)]);
        return [.. Encoding.ASCII.GetString(said).Split('\n', StringSplitOptions.RemoveEmptyEntries)
            .Select(line => double.Parse(line.TrimEnd(','), CultureInfo.InvariantCulture)).Order()];
    }

    private static Task<byte[]> Decoded(string file, string[] before, string[] after) =>
        Run("ffmpeg", ["-v", "error", "-nostdin", .. before, "-i", Path.Combine(Folder, file), .. after, "-"]);

    private static async Task<byte[]> Run(string program, string[] arguments)
    {
        using var process = Process.Start(new ProcessStartInfo(program, arguments) { RedirectStandardOutput = true })!;
        using var bytes = new MemoryStream();
        await process.StandardOutput.BaseStream.CopyToAsync(bytes);
        await process.WaitForExitAsync();
        Assert.Equal(0, process.ExitCode);
        return bytes.ToArray();
    }
}
