using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.ChangeTracking;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Shapes;
using Nightfrost.Core.Sites;

namespace Nightfrost.Data.Documents;

/// <summary>A document as it stands in the database. It is read when it is first asked for, so that one that cannot be read hides no other.</summary>
public sealed class Stored<T>
    where T : class
{
    private readonly string? _text;
    private T? _value;

    private Stored(string? text, T? value) => (_text, _value) = (text, value);

    /// <summary>The document.</summary>
    /// <exception cref="UnreadableDocumentException">What is kept cannot be read.</exception>
    public T Value => _value ??= DocumentShapes.Ours.Read<T>(StoredDocuments.KindOf<T>(), _text!);

    /// <summary>The document to be kept, in the shape of this program.</summary>
    public static implicit operator Stored<T>(T value) => new(null, value);

    internal static Stored<T> Kept(string text) => new(text, null);

    // What was only read is kept as it was.
    internal string Text => _text ?? DocumentShapes.Ours.Write(_value!);
}

/// <summary>Every column that holds a document.</summary>
public static class StoredDocuments
{
    /// <summary>Table, column and sort of each.</summary>
    public static IReadOnlyList<(string Table, string Column, DocumentKind Kind)> Places { get; } =
    [
        ("cases", "look", DocumentKind.Look),
        ("cases", "rig", DocumentKind.Rig),
        ("case_revisions", "look", DocumentKind.Look),
        ("devices", "spec", DocumentKind.Device),
    ];

    internal static DocumentKind KindOf<T>() =>
        typeof(T) == typeof(Look) ? DocumentKind.Look
        : typeof(T) == typeof(RigPlan) ? DocumentKind.Rig
        : typeof(T) == typeof(Device) ? DocumentKind.Device
        : throw new NotSupportedException($"{typeof(T).Name} is no kept document.");

    internal static void AsDocument<T>(this PropertyBuilder<Stored<T>> property)
        where T : class => property
        .HasColumnType("jsonb")
        .HasConversion(
            value => value.Text,
            text => Stored<T>.Kept(text),
            new ValueComparer<Stored<T>>((a, b) => ReferenceEquals(a, b), value => value.GetHashCode(), value => value));
}
