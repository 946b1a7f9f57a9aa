using System.Net;
using System.Net.Sockets;
using Npgsql;

namespace Nightfrost.Web.Tests;

/// <summary>Stands between the service and its database and can cut the way, as a killed server would.</summary>
internal sealed class Relay : IDisposable
{
    private readonly int _to;
    private readonly List<TcpClient> _open = [];
    private TcpListener? _listener;

    public Relay(string connection)
    {
        var to = new NpgsqlConnectionStringBuilder(connection);
        _to = to.Port;
        _listener = Listen(0);
        Port = ((IPEndPoint)_listener.LocalEndpoint).Port;
        to.Port = Port;
        Connection = to.ConnectionString;
    }

    /// <summary>The same database by way of this relay.</summary>
    public string Connection { get; }

    private int Port { get; }

    /// <summary>Drops every connection and takes no new one.</summary>
    public void Cut()
    {
        _listener?.Stop();
        _listener = null;
        lock (_open)
        {
            foreach (var client in _open)
                client.Close();
            _open.Clear();
        }
    }

    public void Mend() => _listener = Listen(Port);

    public void Dispose() => Cut();

    private TcpListener Listen(int port)
    {
        var listener = new TcpListener(IPAddress.Loopback, port);
        listener.Start();
        _ = Accept(listener);
        return listener;
    }

    private async Task Accept(TcpListener listener)
    {
        try
        {
            while (true)
            {
                var (near, far) = (await listener.AcceptTcpClientAsync(), new TcpClient());
                await far.ConnectAsync(IPAddress.Loopback, _to);
                lock (_open)
                    _open.AddRange([near, far]);
                _ = Pass(near, far);
                _ = Pass(far, near);
            }
        }
        catch (Exception e) when (e is SocketException or ObjectDisposedException or InvalidOperationException)
        {
            // Cut.
        }
    }

    private static async Task Pass(TcpClient from, TcpClient to)
    {
        try
        {
            await from.GetStream().CopyToAsync(to.GetStream());
        }
        catch (Exception e) when (e is IOException or ObjectDisposedException or InvalidOperationException)
        {
            // Cut.
        }

        from.Close();
        to.Close();
    }
}
