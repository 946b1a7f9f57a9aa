using System.Globalization;
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
    /// <summary>Migrates; loads demo data once, or creates the first administrator and prints a password once.</summary>
    /// <returns>0, the exit code.</returns>
    public static async Task<int> Run(IServiceProvider services, bool demo)
    {
        await using var scope = services.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<NightfrostDb>();
        var people = scope.ServiceProvider.GetRequiredService<UserManager<Person>>();
        await db.Database.MigrateAsync();
        await ForgetOldWrites(db, scope.ServiceProvider.GetRequiredService<TimeProvider>());
        await DemoData.LoadKit(db, CancellationToken.None);
        if (demo)
        {
            if (await people.FindByNameAsync(DemoData.SignInName) is null)
                await Create(people, DemoData.SignInName, DemoData.Password);
            await DemoData.LoadCases(db, scope.ServiceProvider.GetRequiredService<TimeProvider>(), CancellationToken.None);
            Say($"sign-in {DemoData.SignInName} {DemoData.Password}");
        }
        else if (!await people.Users.AnyAsync())
        {
            var password = OneTimePassword();
            await Create(people, "administrator", password);
            Say($"first-sign-in administrator {password}");
        }

        return 0;
    }

    private static async Task Create(UserManager<Person> people, string name, string password)
    {
        var result = await people.CreateAsync(new Person { UserName = name, LockoutEnabled = true }, password);
        if (!result.Succeeded)
            throw new InvalidOperationException($"The sign-in {name} could not be created: {string.Join(" ", result.Errors.Select(e => e.Description))}");
    }

    private static async Task ForgetOldWrites(NightfrostDb db, TimeProvider clock)
    {
        var limit = clock.GetUtcNow().AddDays(-7);
        await db.DoneWrites.Where(d => d.At < limit).ExecuteDeleteAsync();
    }

    private static string OneTimePassword()
    {
        const string letters = "abcdefghjkmnpqrstuvwxyz23456789";
        return string.Join('-', Enumerable.Range(0, 4).Select(_ => RandomNumberGenerator.GetString(letters, 5)));
    }

    private static void Say(string line) => Console.Out.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{line}"));
}
