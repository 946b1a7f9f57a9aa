namespace Nightfrost.Core.Sites;

/// <summary>What brings the client to ask for help.</summary>
public enum Complaint
{
    /// <summary>The set disturbs somebody else.</summary>
    DisturbsOthers,

    /// <summary>Voices cannot be told from music and noise.</summary>
    SpeechLost,

    /// <summary>The set's own speakers sound thin or dull.</summary>
    ThinSound,

    /// <summary>One person needs it louder than the others bear.</summary>
    TooQuietForOne,
}
