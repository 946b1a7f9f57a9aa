using System.Text.Json.Serialization;
using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;

namespace Nightfrost.Core.Runsheet;

/// <summary>The parts of a set-up visit, in order.</summary>
public enum Phase
{
    Before,
    Power,
    Wire,
    Menu,
    Pair,
    Listen,
    Leave,
}

/// <summary>One ordered step of a visit.</summary>
public sealed record Step
{
    /// <summary>Stable for the same rig, so that what was ticked stays ticked.</summary>
    public required string Id { get; init; }
    public required Phase Phase { get; init; }

    /// <summary>Where to stand and which device's menu, switch or remote it is.</summary>
    public required string Place { get; init; }

    /// <summary>What is done, as the Bench carries it out; empty where a step only asks, reads or agrees.</summary>
    [JsonIgnore]
    public IReadOnlyList<Act> Acts { get; init; } = [];

    /// <summary>What is true once it has gone well; null where nothing of the devices changes.</summary>
    [JsonIgnore]
    public Goal? Goal { get; init; }

    /// <summary>What shows that it has, as the Bench answers it; empty where nothing is waited for.</summary>
    [JsonIgnore]
    public IReadOnlyList<Sign> Signs { get; init; } = [];

    /// <summary>What to do.</summary>
    public required string Action { get; init; }

    /// <summary>More about it; blank when the action says all.</summary>
    public string Detail { get; init; } = "";

    /// <summary>What to see or hear; blank when there is nothing to wait for.</summary>
    public string Expect { get; init; } = "";

    /// <summary>The step with the signs to wait for, said in <see cref="Expect"/>.</summary>
    internal Step Showing(Rig rig, params IReadOnlyList<Sign> signs) => this with { Signs = signs, Expect = SignWords.Of(rig, signs) };

    /// <summary>A caution that belongs to this step; blank for most.</summary>
    public string Caution { get; init; } = "";

    /// <summary>What has to be true first; blank for most.</summary>
    public string First { get; init; } = "";

    /// <summary>Why it stands here, where the order matters.</summary>
    public string Why { get; init; } = "";

    /// <summary>Seconds to hold a button; 0 for none.</summary>
    public double HoldSeconds { get; init; }

    /// <summary>Each must be ticked before the step is done, such as both ends of a cable.</summary>
    public IReadOnlyList<string> Ticks { get; init; } = [];

    /// <summary>Something to write down, such as the value met; blank for none.</summary>
    public string Note { get; init; } = "";

    /// <summary>Codecs that may be read off the box here; empty for any other step.</summary>
    public IReadOnlyList<Codec> Codecs { get; init; } = [];

    /// <summary>Ids of steps that must have gone as expected before this one may; empty for most.</summary>
    public IReadOnlyList<string> Needs { get; init; } = [];

    /// <summary>The listener it concerns; null for the whole site.</summary>
    public string? ListenerId { get; init; }

    /// <summary>May not be passed over.</summary>
    public bool Mandatory { get; init; }

    /// <summary>Its place among its neighbours is free.</summary>
    public bool OrderFree { get; init; }
}

/// <summary>How a step went.</summary>
public enum StepOutcome
{
    Open,
    AsExpected,
    NotAsExpected,
}
