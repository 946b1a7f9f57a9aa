using System.Security.Claims;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Microsoft.Extensions.Options;
using Nightfrost.Data.Identity;

namespace Nightfrost.Web.Session;

/// <summary>Whoever signed in with a one-time password may do nothing but choose an own one.</summary>
internal static class OneTimePasswords
{
    private const string Mark = "nightfrost:one-time-password";

    /// <summary>True when the visitor still has to choose a password.</summary>
    public static bool MustChoosePassword(this ClaimsPrincipal visitor) => visitor.HasClaim(c => c.Type == Mark);

    /// <summary>Signed in, with a password of one's own.</summary>
    public static AuthorizationPolicy OwnPassword { get; } =
        new AuthorizationPolicyBuilder().RequireAuthenticatedUser().RequireAssertion(c => !c.User.MustChoosePassword()).Build();

    /// <summary>Signed in, with any password.</summary>
    public static AuthorizationPolicy AnyPassword { get; } = new AuthorizationPolicyBuilder().RequireAuthenticatedUser().Build();

    /// <summary>Puts the claim into the cookie.</summary>
    internal sealed class Claims(UserManager<Person> people, IOptions<IdentityOptions> options) : UserClaimsPrincipalFactory<Person>(people, options)
    {
        protected override async Task<ClaimsIdentity> GenerateClaimsAsync(Person user)
        {
            var identity = await base.GenerateClaimsAsync(user);
            if (user.PasswordIsOneTime)
                identity.AddClaim(new Claim(Mark, "yes"));
            return identity;
        }
    }
}
