namespace Nightfrost.Core.Kit;

/// <summary>What an import would do with one device of a file.</summary>
public enum RowFate
{
    New,
    Changed,
    Same,

    /// <summary>It cannot be taken; see its problems.</summary>
    Wrong,
}

/// <summary>One device of a file.</summary>
/// <param name="Line">Line of the file it starts on, from 1.</param>
/// <param name="Id">Its id; blank when it could not be read.</param>
/// <param name="Name">Its name; blank when it could not be read.</param>
/// <param name="Fate">What an import would do with it.</param>
/// <param name="Changes">What would change, in words.</param>
/// <param name="Problems">What is wrong with it.</param>
public sealed record KitRow(int Line, string Id, string Name, RowFate Fate, IReadOnlyList<string> Changes, IReadOnlyList<FieldProblem> Problems);

/// <summary>A file as it was read.</summary>
/// <param name="Rows">Its devices, in order.</param>
/// <param name="Usable">The devices that are new or changed.</param>
/// <param name="Unreadable">Why the file as a whole could not be read; null when it could.</param>
public sealed record KitReading(IReadOnlyList<KitRow> Rows, IReadOnlyList<Device> Usable, FieldProblem? Unreadable)
{
    /// <summary>A file that could not be read at all.</summary>
    internal static KitReading Bad(string field, string reason, string remedy) => new([], [], new(field, reason, remedy));

    /// <summary>Judges each device as the shelf would take it: what it breaks, what it brings.</summary>
    internal static KitReading Judge(IReadOnlyList<ReadDevice> read, Shelf shelf)
    {
        var known = read.Select(r => r.Device?.Id).OfType<string>().Concat(shelf.Devices.Select(d => d.Id)).ToHashSet();
        var boxes = shelf.Devices.Concat(read.Select(r => r.Device).OfType<Device>()).GroupBy(d => d.Id).ToDictionary(g => g.Key, g => g.Last().Includes);
        var seen = new HashSet<string>();
        var rows = new List<KitRow>();
        var usable = new List<Device>();
        foreach (var (line, id, name, device, unread) in read)
        {
            if (device is null)
            {
                rows.Add(new(line, id, name, RowFate.Wrong, [], unread));
                continue;
            }

            var problems = DeviceCheck.Problems(device, known.Contains).ToList();
            if (!seen.Add(device.Id))
                problems.Add(new("id", $"'{EntryCheck.Short(device.Id)}' stands in the file twice.", "Give it an id of its own, or take one out."));
            if (DeviceCheck.RoundInBoxes(device.Id, boxes) is { } round)
                problems.Add(round);
            var before = shelf.Find(device.Id);
            var changes = before is null ? [] : DeviceChanges(before, device);
            var fate = problems.Count > 0 ? RowFate.Wrong : before is null ? RowFate.New : changes.Count > 0 ? RowFate.Changed : RowFate.Same;
            rows.Add(new(line, device.Id, device.Name, fate, changes, problems));
            if (fate is RowFate.New or RowFate.Changed)
                usable.Add(device);
        }

        return new(rows, usable, null);
    }

    /// <summary>How a device changed, in words, such as "price was 42, now 39.5".</summary>
    public static IReadOnlyList<string> DeviceChanges(Device before, Device after) =>
        FactChanges.Between(before, after, key => string.Concat(key.Select(c => char.IsUpper(c) ? $" {char.ToLowerInvariant(c)}" : c.ToString())));
}

/// <summary>One device as a file gave it, before it is judged.</summary>
/// <param name="Line">Line it starts on.</param>
/// <param name="Id">Its id; blank when it could not be read.</param>
/// <param name="Name">Its name; blank when it could not be read.</param>
/// <param name="Device">The device; null when it could not be read.</param>
/// <param name="Problems">Why it could not be read.</param>
internal sealed record ReadDevice(int Line, string Id, string Name, Device? Device, IReadOnlyList<FieldProblem> Problems);
