using Mono.Cecil;

namespace Nightfrost.Core.Tests;

/// <summary>Reads from a compiled project which of its namespaces look into which.</summary>
/// <param name="project">Its name, and the namespace that all of it stands in.</param>
/// <param name="rooms">Namespaces below that, each with those that it may look into; "" is the project's own.</param>
internal sealed class RoomReader(string project, IReadOnlyDictionary<string, string[]> rooms)
{
    /// <summary>What stands in no room, and every type that looks where its room may not; none where all is well.</summary>
    /// <param name="path">The compiled file.</param>
    public IReadOnlyList<string> Faults(string path)
    {
        using var compiled = AssemblyDefinition.ReadAssembly(path);
        var types = compiled.MainModule.Types.Where(t => t.Namespace.StartsWith(project, StringComparison.Ordinal)).ToList();
        var names = types.Select(t => t.FullName).ToHashSet();
        var unknown = types.Where(type => !rooms.ContainsKey(RoomOf(type))).Select(type => $"{type.FullName} stands in no room").ToList();
        if (unknown.Count > 0)
            return unknown;
        var back = types.SelectMany(type => LookedInto(type).Where(seen => !seen.IsGenericParameter).Select(seen => (From: type, Into: Outer(seen))))
            .Where(look => names.Contains(look.Into.FullName) && RoomOf(look.From) != RoomOf(look.Into)
                && !rooms[RoomOf(look.From)].Contains(RoomOf(look.Into)))
            .Select(look => $"{look.From.FullName} looks into {look.Into.FullName}").Distinct().Order(StringComparer.Ordinal);
        return [.. back];

        static TypeReference Outer(TypeReference type) => type.DeclaringType is { } outer ? Outer(outer) : type;
    }

    private string RoomOf(TypeReference type)
    {
        while (type.DeclaringType is { } outer)
            type = outer;
        return type.Namespace.Length == 0 ? "?" : type.Namespace[project.Length..].TrimStart('.');
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
}
