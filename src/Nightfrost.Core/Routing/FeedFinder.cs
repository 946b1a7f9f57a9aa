using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>Finds every chain of leads and at most two adapters from a socket of the set to an input.</summary>
public sealed class FeedFinder
{
    /// <summary>Most adapters in a chain; leads are not counted.</summary>
    public const int MostAdapters = 2;

    private readonly Shelf _shelf;
    private readonly Device[] _adapters;

    /// <param name="shelf">Devices and leads.</param>
    /// <param name="adapters">Adapters that may stand in a chain; null for all of the shelf.</param>
    public FeedFinder(Shelf shelf, IEnumerable<Device>? adapters = null)
    {
        _shelf = shelf;
        _adapters = [.. adapters ?? shelf.OfRole(DeviceRole.Adapter)];
    }

    /// <summary>Every feed from a socket into a box's inputs; empty when nothing joins them.</summary>
    /// <param name="socket">A socket of the set.</param>
    /// <param name="target">A transmitter, or a receiver with a wired input.</param>
    /// <param name="asReceiver">True when the target is worn: the feed then ends in a plain wire.</param>
    public IEnumerable<Feed> Between(SetSocket socket, Device target, bool asReceiver)
    {
        var facts = SocketKinds.Of(socket.Kind);
        if (facts.Connector is not { } connector)
            return [];
        return facts.CarriesSoundOut ? Extend([], [], connector, facts.Signals) : [];

        IEnumerable<Feed> Extend(List<Device> adapters, List<Joint> joints, Connector from, IReadOnlyList<Signal> given)
        {
            foreach (var input in target.Ports.Where(p => !p.Output))
            {
                if (Join(from, given, input) is { } joint)
                {
                    yield return new Feed(socket, [.. adapters], asReceiver ? null : target, [.. joints, joint]);
                    break;
                }
            }

            if (adapters.Count == MostAdapters)
                yield break;
            foreach (var adapter in _adapters)
            {
                // A splitter shares the set's own socket; further along it would share nothing.
                if (adapters.Contains(adapter) || (adapter.SplitsInto > 1 && adapters.Count > 0))
                    continue;
                foreach (var input in adapter.Ports.Where(p => !p.Output))
                {
                    if (Join(from, given, input) is not { } joint)
                        continue;
                    foreach (var output in adapter.Ports.Where(p => p.Output))
                    {
                        foreach (var feed in Extend([.. adapters, adapter], [.. joints, joint], output.Connector, output.Signals))
                            yield return feed;
                    }
                }
            }
        }
    }

    private Joint? Join(Connector from, IReadOnlyList<Signal> given, AudioPort input) =>
        given.Any(input.Signals.Contains) && _shelf.Lead(from, input.Connector) is { } lead
            ? new Joint(from, input.Connector, lead, given.Any(s => s is Signal.SpdifPcm or Signal.SpdifBitstream or Signal.HdmiReturn or Signal.HdmiProgramme or Signal.UsbAudio))
            : null;
}
