using System.Text.Json;
using Nightfrost.Core;
using Nightfrost.Core.Kit;

namespace Nightfrost.Data.Demo;

/// <summary>Made-up devices of made-up makers that make every rule bite.</summary>
public static class DemoKit
{
    /// <summary>Every demo device.</summary>
    public static IReadOnlyList<Device> All { get; } = Read();

    private static Device[] Read()
    {
        using var stream = typeof(DemoKit).Assembly.GetManifestResourceStream("Nightfrost.Data.Demo.kit.json")!;
        return JsonSerializer.Deserialize<Device[]>(stream, CoreJson.Configure(new()))!;
    }
}
