using System.Text;
using Nightfrost.Core.Kit;

namespace Nightfrost.Core.Tests.Kit;

public class ManualFileTests
{
    public static TheoryData<byte[], string?> Files => new()
    {
        { "%PDF-1.7 rest"u8.ToArray(), "application/pdf" },
        { [0x89, (byte)'P', (byte)'N', (byte)'G', 0x0D, 0x0A, 0x1A, 0x0A, 0, 1], "image/png" },
        { [0xFF, 0xD8, 0xFF, 0xE0, 0], "image/jpeg" },
        { Encoding.UTF8.GetBytes("Menu: Sound → Output"), "text/plain" },
        { [], null },
        { [0x50, 0x4B, 3, 4, 0, 0], null },
        { [0xC3, 0x28], null },
        { Encoding.Unicode.GetBytes("Menu"), null },
    };

    [Theory]
    [MemberData(nameof(Files))]
    public void A_manual_is_known_by_its_bytes(byte[] file, string? type) => Assert.Equal(type, ManualFile.MediaTypeOf(file));
}
