using Microsoft.AspNetCore.Identity;
using Nightfrost.Data.Identity;

namespace Nightfrost.Web.Session;

/// <summary>Checks a password of a name that nobody has, with the same work as for one that somebody has: how long it takes tells nothing.</summary>
internal sealed class Strangers(IPasswordHasher<Person> hasher)
{
    private static readonly Person Nobody = new();

    // Made with the first sign-in of all, whoever it is of.
    private static readonly string Hash = new PasswordHasher<Person>().HashPassword(Nobody, Guid.NewGuid().ToString());

    /// <summary>False, after the usual work.</summary>
    public bool Check(string password)
    {
        _ = hasher.VerifyHashedPassword(Nobody, Hash, password);
        return false;
    }
}
