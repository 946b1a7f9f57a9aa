using System.Security.Cryptography;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Nightfrost.Data;
using Nightfrost.Data.Demo;
using Nightfrost.Data.Identity;

namespace Nightfrost.Web.Hosting;

/// <summary>Brings a database up to date before the service starts: migrations, and what a first start needs.</summary>
internal static class Prepare
{
    private const string Administrator = "administrator";

    /// <summary>Migrates; loads demo data once, or creates the first administrator and prints a password once.</summary>
    /// <param name="services">The service's own.</param>
    /// <param name="demo">Demo data instead of an administrator.</param>
    /// <param name="newPassword">Gives the administrator a new one-time password, for when the old one is lost.</param>
    /// <param name="said">Where the sign-in is printed; standard output for null.</param>
    /// <returns>The exit code: 0, or 1 when the data is of a newer program, which is left as it is.</returns>
    public static async Task<int> Run(IServiceProvider services, bool demo, bool newPassword = false, TextWriter? said = null)
    {
        said ??= Console.Out;
        await using var scope = services.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<NightfrostDb>();
        var people = scope.ServiceProvider.GetRequiredService<UserManager<Person>>();
        if (await NewerData.Find(db, CancellationToken.None) is { } newer)
        {
            await Console.Error.WriteLineAsync($"This data was written by a newer Nightfrost ({newer}). Nothing was touched. Start that Nightfrost, or restore "
                + "a backup from before.");
            return 1;
        }

        await db.Database.MigrateAsync();
        await Forgetting.Run(db, scope.ServiceProvider.GetRequiredService<TimeProvider>(), CancellationToken.None);
        await DemoData.LoadKit(db, CancellationToken.None);
        if (demo)
        {
            if (await people.FindByNameAsync(DemoData.SignInName) is null)
                await Create(people, DemoData.SignInName, DemoData.Password, oneTime: false);
            await DemoData.LoadCases(db, scope.ServiceProvider.GetRequiredService<TimeProvider>(), CancellationToken.None);
            await said.WriteLineAsync($"sign-in {DemoData.SignInName} {DemoData.Password}");
        }
        else if (!await people.Users.AnyAsync())
        {
            var password = OneTimePassword();
            await Create(people, Administrator, password, oneTime: true);
            await said.WriteLineAsync($"first-sign-in {Administrator} {password}");
        }
        else if (newPassword && await people.FindByNameAsync(Administrator) is { } administrator)
        {
            var password = OneTimePassword();
            administrator.PasswordIsOneTime = true;
            administrator.PasswordHash = people.PasswordHasher.HashPassword(administrator, password);
            Check(await people.UpdateSecurityStampAsync(administrator));
            // Whoever is signed in with the old password is signed out.
            await Sessions.EndAll(db, administrator.Id);
            await said.WriteLineAsync($"first-sign-in {Administrator} {password}");
        }

        return 0;
    }

    private static async Task Create(UserManager<Person> people, string name, string password, bool oneTime) =>
        Check(await people.CreateAsync(new Person { UserName = name, LockoutEnabled = true, PasswordIsOneTime = oneTime }, password));

    private static void Check(IdentityResult result)
    {
        if (!result.Succeeded)
            throw new InvalidOperationException($"The sign-in could not be kept: {string.Join(" ", result.Errors.Select(e => e.Description))}");
    }

    private static string OneTimePassword()
    {
        const string letters = "abcdefghjkmnpqrstuvwxyz23456789";
        return string.Join('-', Enumerable.Range(0, 4).Select(_ => RandomNumberGenerator.GetString(letters, 5)));
    }
}
