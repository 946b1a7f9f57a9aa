using System.Diagnostics;
using Npgsql;

[assembly: AssemblyFixture(typeof(Nightfrost.Web.Tests.Cluster))]

namespace Nightfrost.Web.Tests;

/// <summary>
/// A real PostgreSQL for this run: loopback only, fsync off. A shell holds it; when this process ends, however it ends, the shell's
/// standard input closes and it stops and removes the cluster.
/// </summary>
public sealed class Cluster : IAsyncLifetime
{
    private const string Script = """
        set -eu
        for dir in $(ls -d /usr/lib/postgresql/*/bin | sort -Vr); do [ -x "$dir/initdb" ] && break; done
        place=$(mktemp -d /tmp/nightfrost-test.XXXXXX)
        as() { if [ "$(id -u)" = 0 ]; then runuser -u postgres -- "$@"; else "$@"; fi; }
        [ "$(id -u)" != 0 ] || chown postgres: "$place"
        stop() { as "$dir/pg_ctl" -D "$place/pg" -m immediate stop >/dev/null 2>&1 || true; rm -rf "$place"; }
        trap stop EXIT INT TERM HUP
        as "$dir/initdb" -D "$place/pg" -U nightfrost -A trust --encoding=UTF8 --locale=C.UTF-8 --no-sync >/dev/null
        port=$((20000 + $$ % 20000))
        while ! as "$dir/pg_ctl" -D "$place/pg" -w -l "$place/log" -o "-p $port -c listen_addresses=127.0.0.1 \
            -c unix_socket_directories='' -c fsync=off -c full_page_writes=off -c max_connections=200" start >/dev/null 2>&1; do
          port=$((port + 1)); [ $port -lt 60000 ] || exit 1
        done
        echo "port $port"
        cat >/dev/null
        """;

    private readonly SemaphoreSlim _making = new(1, 1);
    private Process? _shell;
    private int _port;
    private int _next;

    public async ValueTask InitializeAsync()
    {
        _shell = Process.Start(new ProcessStartInfo("bash", ["-c", Script]) { RedirectStandardInput = true, RedirectStandardOutput = true })
            ?? throw new InvalidOperationException("bash did not start.");
        var line = await _shell.StandardOutput.ReadLineAsync();
        _port = line?.StartsWith("port ", StringComparison.Ordinal) == true
            ? int.Parse(line[5..], System.Globalization.CultureInfo.InvariantCulture)
            : throw new InvalidOperationException("PostgreSQL did not start: is Debian's postgresql installed?");
        await MakeTemplate("template_empty", demo: false);
        await MakeTemplate("template_demo", demo: true);
    }

    /// <summary>A database without any table, and the connection to it.</summary>
    public Task<string> Blank() => From("template0");

    /// <summary>A fresh database, and the connection to it.</summary>
    public Task<string> Database(bool demo) => From(demo ? "template_demo" : "template_empty");

    private async Task<string> From(string template)
    {
        await _making.WaitAsync();
        try
        {
            var name = $"test_{++_next}";
            await Execute($"create database {name} template {template}");
            return Connection(name);
        }
        finally
        {
            _making.Release();
        }
    }

    public async ValueTask DisposeAsync()
    {
        if (_shell is null)
            return;
        _shell.StandardInput.Close();
        await _shell.WaitForExitAsync();
        _shell.Dispose();
    }

    private async Task MakeTemplate(string name, bool demo)
    {
        await Execute($"create database {name}");
        await using var app = new NightfrostApp(Connection(name), demo);
        await Hosting.Prepare.Run(app.Services, demo);
        await app.DisposeAsync();
        NpgsqlConnection.ClearAllPools();
    }

    private async Task Execute(string sql)
    {
        await using var connection = new NpgsqlConnection(Connection("postgres"));
        await connection.OpenAsync();
        await using var command = new NpgsqlCommand(sql, connection);
        await command.ExecuteNonQueryAsync();
    }

    private string Connection(string database) => $"Host=127.0.0.1;Port={_port};Username=nightfrost;Database={database};Pooling=true;Maximum Pool Size=20";
}
