namespace Nightfrost.Web.Tests;

/// <summary>The real service on a port of its own.</summary>
public sealed class ServedApp : NightfrostApp
{
    public ServedApp(string connection, bool demo = true) : base(connection, demo) => UseKestrel(0);

    /// <summary>Starts it and says where it is.</summary>
    public Uri Start()
    {
        StartServer();
        return ClientOptions.BaseAddress;
    }
}
