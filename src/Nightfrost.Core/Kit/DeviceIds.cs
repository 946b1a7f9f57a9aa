using System.Text;

namespace Nightfrost.Core.Kit;

/// <summary>Gives a new device an id made from its name.</summary>
public static class DeviceIds
{
    private const int LongestStem = 48;

    /// <summary>Small letters, digits and hyphens of the name; a number follows when it is taken.</summary>
    /// <param name="name">The device's name.</param>
    /// <param name="taken">True for an id that is in use, or was.</param>
    public static string For(string name, Func<string, bool> taken)
    {
        var stem = new StringBuilder();
        foreach (var c in name.ToLowerInvariant())
        {
            if (c is >= 'a' and <= 'z' or >= '0' and <= '9')
                stem.Append(c);
            else if (stem.Length > 0 && stem[^1] != '-')
                stem.Append('-');
            if (stem.Length >= LongestStem)
                break;
        }

        var id = stem.ToString().Trim('-') is { Length: > 0 } said ? said : "device";
        return Enumerable.Range(1, int.MaxValue).Select(n => n == 1 ? id : FormattableString.Invariant($"{id}-{n}")).First(candidate => !taken(candidate));
    }
}
