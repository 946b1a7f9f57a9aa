using Microsoft.AspNetCore.Identity;

namespace Nightfrost.Data.Identity;

/// <summary>Someone who may sign in.</summary>
public sealed class Person : IdentityUser<Guid>;
