namespace Nightfrost.Web.Tests;

/// <summary>A service of one's own with the demo's data, and somebody signed in.</summary>
/// <param name="cluster">The database server.</param>
public abstract class DemoVisit(Cluster cluster) : IAsyncLifetime
{
    /// <summary>The service.</summary>
    protected NightfrostApp App { get; private set; } = null!;

    /// <summary>Who is signed in.</summary>
    protected Visitor Me { get; private set; } = null!;

    public virtual async ValueTask InitializeAsync()
    {
        App = new NightfrostApp(await cluster.Database(demo: true), demo: true);
        Me = await App.Visit();
    }

    public async ValueTask DisposeAsync()
    {
        GC.SuppressFinalize(this);
        Me.Dispose();
        await App.DisposeAsync();
    }
}

/// <summary>A service with the demo's data for tests that leave it as it is.</summary>
public sealed class DemoService(Cluster cluster) : DemoVisit(cluster)
{
    /// <summary>The one who is signed in for all of them.</summary>
    public new Visitor Me => base.Me;
}
