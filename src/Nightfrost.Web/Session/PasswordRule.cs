using Nightfrost.Core;

namespace Nightfrost.Web.Session;

/// <summary>What a password of one's own must be: long, and not one of those that are tried first. Letters of every script count.</summary>
internal static class PasswordRule
{
    public const int Shortest = 12;
    public const int Longest = 200;

    /// <summary>The rule as it is said on the form.</summary>
    public const string Words =
        "At least 12 characters in any script. Three or four plain words that do not belong together are easy to keep; common passwords, rows of keys and "
            + "repeats are not taken.";

    // Of five grades the lowest two: found within a million guesses.
    private const int LeastGrade = 2;

    // The estimate looks at every stretch of the text; what stands behind its beginning only makes it better.
    private const int LongestLookedAt = 64;

    /// <summary>Why a text can be no password, typed anew or to sign in; null when it can. Both ask here, so that whatever is taken opens.</summary>
    /// <param name="field">Field it was typed into.</param>
    /// <param name="password">The text.</param>
    public static FieldProblem? Unusable(string field, string password) => PlainText.Problem(field, password, Longest);

    /// <summary>What is wrong with a new password; null when nothing is.</summary>
    /// <param name="password">The new password.</param>
    /// <param name="name">Name it signs in with.</param>
    public static FieldProblem? Problem(string password, string name)
    {
        if (Unusable("fresh", password) is { } unusable)
            return unusable;
        if (password.Length < Shortest)
            return new("fresh", $"{password.Length} characters are not {Shortest} to {Longest}.",
                "Take at least 12: three or four plain words are easy to keep.");
        var looked = password.Length > LongestLookedAt ? password[..LongestLookedAt] : password;
        return Zxcvbn.Zxcvbn.MatchPassword(looked, [name, "nightfrost"]).Score >= LeastGrade ? null
            : new("fresh", "It is among the first that would be tried.", "Take three or four plain words that do not belong together.");
    }
}
