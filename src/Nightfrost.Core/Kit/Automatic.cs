namespace Nightfrost.Core.Kit;

/// <summary>When a device waits for a partner without being told to.</summary>
public enum WindowOpens
{
    /// <summary>Never: it is told by hand.</summary>
    ByHand,

    /// <summary>Once it has power, as long as it knows nobody.</summary>
    WhileNobodyIsKnown,

    /// <summary>Each time it gets power.</summary>
    WithPower,
}

/// <summary>Whom a device looks for when it comes on.</summary>
public enum Seeks
{
    /// <summary>Nobody has read it.</summary>
    NotRead,

    /// <summary>Nobody: it waits to be found by those who know it.</summary>
    Nobody,

    /// <summary>The partner it was joined to last.</summary>
    LastPartner,

    /// <summary>Every partner it knows, one after another.</summary>
    EveryPartner,
}

/// <summary>What a device does by itself.</summary>
public sealed record Automatic
{
    /// <summary>Nothing that anybody has read.</summary>
    public static Automatic Unread { get; } = new();

    public WindowOpens Window { get; init; }

    /// <summary>How long it waits for a partner, s, 0 to 3600; 0 without end.</summary>
    public double WindowSeconds { get; init; }

    public Seeks Seeks { get; init; }

    /// <summary>Minutes without sound or partner after which it switches itself off, 0 to 600; 0 for never, null while nobody has read it.</summary>
    public int? IdleOffMinutes { get; init; }

    /// <summary>Finds by itself which of its inputs is in use.</summary>
    public bool SensesInput { get; init; }

    /// <summary>Label of the input it goes over to once the plug in use is pulled; blank when it stays.</summary>
    public string FallsBackTo { get; init; } = "";
}
