namespace Nightfrost.Web.Tests;

/// <summary>A clock that stands where it is put.</summary>
internal sealed class Clock : TimeProvider
{
    public DateTimeOffset Now { get; set; } = new(2026, 11, 27, 9, 0, 0, TimeSpan.Zero);

    public override DateTimeOffset GetUtcNow() => Now;
}
