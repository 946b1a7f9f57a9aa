using Nightfrost.Core.Routing;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using Nightfrost.Data.Documents;

namespace Nightfrost.Data.Cases;

/// <summary>A place where a television stands. It may have successive cases.</summary>
public sealed class SiteRow
{
    public required Guid Id { get; init; }
    public required string Name { get; set; }
    public ICollection<CaseRow> Cases { get; init; } = [];
}

/// <summary>One site and its rig, from the first look to the hand-over.</summary>
public sealed class CaseRow
{
    public required Guid Id { get; init; }
    public Guid SiteId { get; set; }
    public SiteRow? Site { get; set; }
    public required string Title { get; set; }
    public required Stored<Look> Look { get; set; }

    /// <summary>Rises with every change of the look; a look made from an older one is refused.</summary>
    public int LookVersion { get; set; } = 1;

    /// <summary>Rises with every change of the case and of what hangs on it. The database checks it in the save itself.</summary>
    public int RowToken { get; set; } = 1;
    public DateTimeOffset CreatedAt { get; init; }
    public DateTimeOffset ChangedAt { get; set; }

    /// <summary>When it was deleted; null while it stands. It can be put back.</summary>
    public DateTimeOffset? DeletedAt { get; set; }

    /// <summary>Day of the visit, in the site's time; null while none is planned.</summary>
    public DateOnly? VisitOn { get; set; }

    /// <summary>Hour of the visit.</summary>
    public TimeOnly? VisitTime { get; set; }

    /// <summary>When it was handed over.</summary>
    public DateTimeOffset? HandedOverAt { get; set; }

    /// <summary>It was handed over while steps that must not be passed over were open, and some still are.</summary>
    public bool HandedOverInPart { get; set; }

    /// <summary>Names of its people and devices, and ids of its devices, for looking a case up: worked out by the database from look and rig.</summary>
    public string SearchWords { get; private set; } = "";

    /// <summary>The rig fixed to this case.</summary>
    public Stored<RigPlan>? Rig { get; set; }

    /// <summary>New with every choice, so that ticks and takes of an older rig are told apart.</summary>
    public Guid? RigId { get; set; }
    public DateTimeOffset? RigChosenAt { get; set; }

    /// <summary>The camera's own skew, ms, found on a hand clap.</summary>
    public double CameraOffsetMs { get; set; }

    /// <summary>Standard uncertainty of that offset, ms.</summary>
    public double CameraUncertaintyMs { get; set; }
    public ICollection<CaseRevision> Revisions { get; init; } = [];
    public ICollection<StepRow> Steps { get; init; } = [];
    public ICollection<TakeRow> Takes { get; init; } = [];
}

/// <summary>A look as it stood at one version, to say what changed since.</summary>
public sealed class CaseRevision
{
    public Guid CaseId { get; set; }
    public int Version { get; set; }
    public required Stored<Look> Look { get; init; }
    public DateTimeOffset SavedAt { get; init; }
}

/// <summary>How one step of the run sheet went.</summary>
public sealed class StepRow
{
    public Guid CaseId { get; set; }
    public Guid RigId { get; set; }
    public required string StepId { get; init; }
    public StepOutcome Outcome { get; set; }
    public string Note { get; set; } = "";

    /// <summary>Why it was done although one before it was open; blank for a step done in its turn.</summary>
    public string AheadBecause { get; set; } = "";
    public DateTimeOffset At { get; set; }
}

/// <summary>One take of the flash-and-click clip.</summary>
public sealed class TakeRow
{
    public required Guid Id { get; init; }
    public Guid CaseId { get; set; }
    public Guid RigId { get; set; }
    public required string ListenerId { get; init; }
    public double FramesPerSecond { get; init; }
    public double Frames { get; init; }
    public bool ClickOnWaveform { get; init; }

    /// <summary>Delay added on this way by the set's settings when it was filmed, ms.</summary>
    public int SettingMs { get; init; }

    /// <summary>Picture mode when it was filmed.</summary>
    public PictureMode PictureMode { get; init; }
    public DateTimeOffset At { get; init; }
    public DateTimeOffset? DeletedAt { get; set; }
}

/// <summary>A write that was carried out, so that the same write again does nothing twice.</summary>
public sealed class DoneWrite
{
    public required string Key { get; init; }

    /// <summary>Id of the person who wrote.</summary>
    public required string Owner { get; init; }

    /// <summary>SHA-256 of method, address and body: the key stands for this write and no other.</summary>
    public required byte[] Fingerprint { get; init; }

    /// <summary>Status that was answered.</summary>
    public int Status { get; set; }

    /// <summary>What was answered; blank when nothing was, and once the answer is no longer kept.</summary>
    public string Body { get; set; } = "";
    public DateTimeOffset At { get; init; }
}
