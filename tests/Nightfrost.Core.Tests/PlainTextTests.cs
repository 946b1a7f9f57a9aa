using CsCheck;

namespace Nightfrost.Core.Tests;

public class PlainTextTests
{
    [Theory]
    [InlineData("Saltern Row 4")]
    [InlineData("Æsa Ólafsdóttir, 3 ½ m")]
    [InlineData("<b>markup is text</b>")]
    [InlineData("\ud83d\udd0a loud")] // A whole character of two halves.
    [InlineData("")]
    public void What_a_person_may_type(string text) => Assert.Null(PlainText.Problem("name", text, 120));

    [Theory]
    [InlineData("\0")]
    [InlineData("two\nlines")]
    [InlineData("\u0085")]
    public void What_cannot_be_stored_or_shown_is_refused_with_a_remedy(string text)
    {
        var problem = PlainText.Problem("name", text, 120);
        Assert.NotNull(problem);
        Assert.Equal("name", problem.Field);
        Assert.NotEmpty(problem.Remedy);
    }

    [Fact]
    public void Half_a_character_is_refused_wherever_it_stands()
    {
        const char first = (char)0xD83D, second = (char)0xDD0A;
        foreach (var text in new[] { $"half {first}", $"{second} half", $"{first}{first}{second}", $"{second}{first}" })
            Assert.Equal("It holds half a character.", PlainText.Problem("name", text, 120)?.Reason);
        Assert.Null(PlainText.Problem("name", $"{first}{second}", 120));
    }

    [Fact]
    public void A_note_may_have_lines_and_still_no_other_control_characters()
    {
        Assert.Null(PlainText.Problem("note", "first\nsecond\tthird\r\n", 1000, lines: true));
        Assert.NotNull(PlainText.Problem("note", "bell \a", 1000, lines: true));
    }

    [Fact]
    public void Length_and_emptiness_are_counted_at_the_limit()
    {
        Assert.Null(PlainText.Problem("name", new string('x', 120), 120));
        Assert.Equal("121 characters are more than 120.", PlainText.Problem("name", new string('x', 121), 120)!.Reason);
        Assert.NotNull(PlainText.Problem("name", "   ", 120, required: true));
        Assert.NotNull(PlainText.Problem("name", null, 120, required: true));
        Assert.Null(PlainText.Problem("name", null, 120));
    }

    [Fact]
    public void Whatever_is_let_through_survives_being_written_as_UTF_8() => Gen.String.Sample(text =>
    {
        if (PlainText.Problem("name", text, 10_000, lines: true) is null)
            Assert.Equal(text, System.Text.Encoding.UTF8.GetString(new System.Text.UTF8Encoding(false, throwOnInvalidBytes: true).GetBytes(text)));
    });
}
