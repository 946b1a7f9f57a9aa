using Mono.Cecil;
using Nightfrost.Core.Routing;

namespace Nightfrost.Core.Tests;

/// <summary>Namespaces of the core look one way: what is nearer to the trade's things knows nothing of what is built on it.</summary>
public class RoomsTests
{
    // Each with what it may look into, beside itself.
    private static readonly Dictionary<string, string[]> Rooms = new()
    {
        [""] = [],
        ["Shapes"] = [""],
        ["Kit"] = ["", "Shapes"],
        ["Sites"] = ["", "Kit"],
        ["Airlink"] = ["", "Kit", "Sites"],
        ["Timing"] = ["", "Kit", "Sites"],
        ["Power"] = ["", "Kit", "Sites"],
        ["Routing"] = ["", "Kit", "Sites", "Airlink", "Timing", "Power"],
        ["Routing.Rules"] = ["", "Kit", "Sites", "Airlink", "Timing", "Power", "Routing"],
        ["Routing.Ways"] = ["", "Kit", "Sites", "Airlink", "Timing", "Power", "Routing", "Routing.Rules"],
        ["Routing.Search"] = ["", "Kit", "Sites", "Power", "Routing", "Routing.Ways"],
        ["Routing.Answers"] = ["", "Kit", "Sites", "Airlink", "Timing", "Power", "Routing", "Routing.Rules", "Routing.Ways", "Routing.Search"],
        ["Line"] = ["", "Kit", "Sites", "Airlink", "Timing", "Power", "Routing", "Routing.Rules", "Routing.Answers"],
        ["Runsheet"] = ["", "Kit", "Sites", "Airlink", "Timing", "Power", "Routing", "Routing.Rules", "Line"],
        ["Handover"] = ["", "Kit", "Sites", "Airlink", "Timing", "Power", "Routing", "Routing.Rules", "Line", "Runsheet"],
    };

    private static string RoomOf(TypeReference type)
    {
        while (type.DeclaringType is { } outer)
            type = outer;
        return type.Namespace.Length == 0 ? "?" : type.Namespace["Nightfrost.Core".Length..].TrimStart('.');
    }

    private static IEnumerable<TypeReference> Named(TypeReference type) => type switch
    {
        GenericInstanceType generic => generic.GenericArguments.SelectMany(Named).Append(generic.ElementType),
        TypeSpecification one => Named(one.ElementType),
        _ => [type],
    };

    // Every type that stands in the signature or the body of something in a type.
    private static IEnumerable<TypeReference> LookedInto(TypeDefinition type)
    {
        var named = new List<TypeReference?> { type.BaseType };
        named.AddRange(type.Interfaces.Select(i => i.InterfaceType));
        named.AddRange(type.Fields.Select(f => f.FieldType));
        foreach (var method in type.Methods)
        {
            named.Add(method.ReturnType);
            named.AddRange(method.Parameters.Select(p => p.ParameterType));
            foreach (var instruction in method.Body?.Instructions.Select(i => i.Operand) ?? [])
            {
                named.AddRange(instruction switch
                {
                    TypeReference one => [one],
                    GenericInstanceMethod generic => [generic.DeclaringType, .. generic.GenericArguments],
                    MemberReference member => [member.DeclaringType],
                    _ => Array.Empty<TypeReference>(),
                });
            }
        }

        return named.OfType<TypeReference>().SelectMany(Named).Concat(type.NestedTypes.SelectMany(LookedInto));
    }

    [Fact]
    public void No_room_looks_back()
    {
        using var core = AssemblyDefinition.ReadAssembly(typeof(Route).Assembly.Location);
        var types = core.MainModule.Types.Where(t => t.Namespace.StartsWith("Nightfrost.Core", StringComparison.Ordinal)).ToList();
        var names = types.Select(t => t.FullName).ToHashSet();
        Assert.Empty(types.Select(RoomOf).Distinct().Except(Rooms.Keys));
        var back = types.SelectMany(type => LookedInto(type).Where(seen => !seen.IsGenericParameter).Select(seen => (From: type, Into: Outer(seen))))
            .Where(look => names.Contains(look.Into.FullName) && RoomOf(look.From) != RoomOf(look.Into) && !Rooms[RoomOf(look.From)].Contains(RoomOf(look.Into)))
            .Select(look => $"{look.From.FullName} looks into {look.Into.FullName}").Distinct().Order(StringComparer.Ordinal);
        Assert.Equal("", string.Join("\n", back));

        static TypeReference Outer(TypeReference type) => type.DeclaringType is { } outer ? Outer(outer) : type;
    }
}
