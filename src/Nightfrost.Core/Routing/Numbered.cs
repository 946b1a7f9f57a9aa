namespace Nightfrost.Core.Routing;

/// <summary>A list that grows while other threads read what they were given the numbers of.</summary>
/// <typeparam name="T">What is kept.</typeparam>
internal sealed class Numbered<T>
{
    private readonly Lock _growing = new();
    private T[] _items = new T[64];
    private int _count;

    public int Count => _count;

    /// <summary>What has a number. A value put in its place may be lost while the list grows.</summary>
    public T this[int number]
    {
        get => Volatile.Read(ref _items)[number];
        set => Volatile.Read(ref _items)[number] = value;
    }

    /// <summary>Adds one.</summary>
    /// <returns>Its number.</returns>
    public int Add(T item)
    {
        lock (_growing)
        {
            var items = _items;
            if (_count == items.Length)
                Array.Resize(ref items, 2 * _count);
            items[_count] = item;
            Volatile.Write(ref _items, items);
            return _count++;
        }
    }
}
