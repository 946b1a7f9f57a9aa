using System.Security.Cryptography;
using Microsoft.AspNetCore.Identity;

namespace Nightfrost.Data.Identity;

/// <summary>Someone who may sign in.</summary>
public sealed class Person : IdentityUser<Guid>
{
    /// <summary>The password was printed by a start: it opens nothing but the choice of an own one.</summary>
    public bool PasswordIsOneTime { get; set; }

    /// <summary>Key under which this person's unsent writes are kept on a device, 32 bytes. It is told to this person only, while signed in.</summary>
    public byte[] DeviceKey { get; set; } = RandomNumberGenerator.GetBytes(32);
}
