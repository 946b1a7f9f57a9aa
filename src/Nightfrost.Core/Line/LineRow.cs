using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Sites;
using Nightfrost.Core.Timing;

namespace Nightfrost.Core.Line;

/// <summary>The sign drawn for a station of the line board.</summary>
public enum Glyph
{
    Socket,
    Radio,
    Adapter,
    Box,
    Relay,
    Headset,
    Earbuds,
    Aids,
    Neckband,
    Speaker,
    Bar,
    Set,
    Room,
}

/// <summary>What joins two stations.</summary>
public enum LegKind
{
    Digital,
    Analogue,
    Air,

    /// <summary>Sound itself, from a loudspeaker to the ear.</summary>
    Sound,

    /// <summary>A gap with the reason in it.</summary>
    Break,
}

/// <summary>A named station on a line.</summary>
public sealed record Station(Glyph Glyph, string Label, SocketKind? Socket);

/// <summary>The way from one station to the next.</summary>
public sealed record Leg(LegKind Kind, string Label);

/// <summary>A distribution ready to be drawn: probabilities on a 1 ms grid, tails below 0.1 % left out.</summary>
/// <param name="StartMs">First grid point, ms after the picture.</param>
/// <param name="Mass">Probability of each point.</param>
public sealed record Ridge(int StartMs, IReadOnlyList<double> Mass);

/// <summary>Predicted arrival at one ear, ms after the picture; negative is early.</summary>
public sealed record Forecast(double P05Ms, double MedianMs, double P95Ms, double InStep, Ridge Ridge);

/// <summary>One row of the line board: one listener, or the room.</summary>
/// <param name="ListenerId">The listener; "room" for the room's own sound.</param>
/// <param name="Name">Whose row.</param>
/// <param name="Note">What is worn and whether it is owned.</param>
/// <param name="Stations">From the set to the ear.</param>
/// <param name="Legs">One fewer than the stations.</param>
/// <param name="Thread">Where the milliseconds come from.</param>
/// <param name="Forecast">Predicted arrival; null for a broken line.</param>
/// <param name="Tolerance">What holds for this row.</param>
/// <param name="Findings">What must be known or done.</param>
/// <param name="Needs">Wishes and whether they are met.</param>
/// <param name="Loudness">Which control owns its loudness.</param>
/// <param name="Link">Margin of the link in words; blank for a wire.</param>
/// <param name="Echo">Own sound against the room's at this ear; null when only one is heard.</param>
/// <param name="SocketId">Socket the row hangs on, for delay settings; null for the set's own speakers.</param>
public sealed record LineRow(
    string ListenerId, string Name, string Note, IReadOnlyList<Station> Stations, IReadOnlyList<Leg> Legs, IReadOnlyList<ThreadStage> Thread,
    Forecast? Forecast, Tolerance Tolerance, IReadOnlyList<Finding> Findings, IReadOnlyList<Need> Needs, string Loudness, string Link, EchoForecast? Echo,
    string? SocketId)
{
    /// <summary>No picture is followed: there is no skew, and delay is no criterion.</summary>
    public bool MusicOnly { get; init; }

    /// <summary>Sound quality in a word; blank for a broken line and for the room.</summary>
    public string Quality { get; init; } = "";
}
