using Microsoft.AspNetCore.Identity;

namespace Nightfrost.Data.Identity;

/// <summary>Someone who may sign in.</summary>
public sealed class Person : IdentityUser<Guid>
{
    /// <summary>The password was printed by a start: it opens nothing but the choice of an own one.</summary>
    public bool PasswordIsOneTime { get; set; }
}
