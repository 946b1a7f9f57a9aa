namespace Nightfrost.Core.Kit;

/// <summary>What a device tells of itself.</summary>
public enum SignState
{
    /// <summary>It has power and is on.</summary>
    Power,

    /// <summary>Sound arrives at the input it listens to.</summary>
    Sound,

    /// <summary>It waits for a partner.</summary>
    Waiting,

    /// <summary>It is joined to a partner.</summary>
    Joined,

    /// <summary>It stands on receive and waits to be found.</summary>
    Receiving,
    Charging,
    Charged,

    /// <summary>Its cell is nearly empty.</summary>
    LowCell,

    /// <summary>Something else, said in words.</summary>
    Other,
}

/// <summary>How it tells.</summary>
public enum SignBy
{
    Light,

    /// <summary>A tone or a spoken word: passes by, and is missed by who does not listen.</summary>
    Prompt,
    Display,
}

/// <summary>How a light goes.</summary>
public enum Rhythm
{
    NotRead,
    Dark,
    Steady,

    /// <summary>A blink every second or more seldom.</summary>
    Slow,

    /// <summary>Two blinks a second and more.</summary>
    Fast,

    /// <summary>Two colours in turn.</summary>
    InTurn,

    /// <summary>Swells with the sound.</summary>
    WithSound,
}

/// <summary>A light, a prompt or a display, and what it means.</summary>
/// <param name="State">What it means.</param>
/// <param name="By">How it tells.</param>
/// <param name="Looks">How it looks or what is heard, in words.</param>
/// <param name="Colour">A light's colour, such as "blue"; blank where not read, and for anything else.</param>
/// <param name="Rhythm">How a light goes.</param>
/// <param name="Means">What it means in words, where the state is <see cref="SignState.Other"/>; blank for the rest.</param>
public sealed record SignLook(SignState State, SignBy By, string Looks, string Colour, Rhythm Rhythm, string Means)
{
    /// <summary>True when two cannot be told apart by who sees or hears them.</summary>
    internal bool LooksLike(SignLook other) => By == other.By && (string.Equals(Looks, other.Looks, StringComparison.OrdinalIgnoreCase)
        || (Colour.Length > 0 && Rhythm != Rhythm.NotRead && Colour == other.Colour && Rhythm == other.Rhythm));
}
