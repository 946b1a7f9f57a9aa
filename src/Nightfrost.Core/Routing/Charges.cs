namespace Nightfrost.Core.Routing;

/// <summary>Who must pay for pieces that are at hand, because there are not enough for all.</summary>
internal sealed class Charges
{
    private readonly Dictionary<Charge, int> _paid = [];
    private readonly Dictionary<int, Charge?> _only = [];
    private readonly HashSet<int> _resources = [];
    private readonly List<int> _usbSets = [];

    /// <summary>Nobody pays.</summary>
    public static Charges None { get; } = new();

    public bool IsEmpty => _paid.Count == 0 && _only.Count == 0;

    /// <summary>True when somebody must pay for pieces of this.</summary>
    public bool Concerns(int resource) => _only.ContainsKey(resource) || _resources.Contains(resource);

    /// <summary>Sets of USB sockets of which somebody must go without.</summary>
    public IReadOnlyCollection<int> UsbSets => _usbSets;

    /// <summary>Pieces a user must pay.</summary>
    public int Of(Charge user) => _only.TryGetValue(user.Resource, out var only) && only != user ? int.MaxValue / 2 : _paid.GetValueOrDefault(user);

    /// <summary>Stable text that tells this from other charges.</summary>
    public string Key => string.Join(';', _paid.Select(p => $"{p.Key} {p.Value}").Concat(_only.Select(o => $"{o.Key} only {o.Value}")).Order(StringComparer.Ordinal));

    /// <summary>
    /// The cases to solve when users want more of something than there is. Of a single piece: one of them alone has it, or none of them. Else: one of them pays for one piece more.
    /// Every rig is right in one of the cases at least.
    /// </summary>
    /// <param name="users">Users of one thing.</param>
    /// <param name="there">Pieces at hand; 0 where they are not counted so.</param>
    public IEnumerable<Charges> Split(IReadOnlyList<Charge> users, int there)
    {
        if (there == 1 && users[0].Resource >= 0 && !_only.ContainsKey(users[0].Resource))
        {
            foreach (var user in users)
                yield return With(c => c._only[user.Resource] = user);
            yield return With(c =>
            {
                foreach (var user in users)
                    c._paid[user] = 1;
            });
            yield break;
        }

        foreach (var user in users)
            yield return With(c => c._paid[user] = c._paid.GetValueOrDefault(user) + 1);
    }

    private Charges With(Action<Charges> change)
    {
        var next = new Charges();
        foreach (var (user, pieces) in _paid)
            next._paid[user] = pieces;
        foreach (var (resource, user) in _only)
            next._only[resource] = user;
        change(next);
        next._resources.UnionWith(next._paid.Keys.Select(user => user.Resource));
        next._usbSets.AddRange(next._resources.Select(Charge.UsbOf).Where(sockets => sockets > 0));
        return next;
    }
}
