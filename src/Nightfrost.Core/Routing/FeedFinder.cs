using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>The end of a chain of adapters: an output that a box's input may be joined to.</summary>
/// <param name="Adapters">Adapters so far.</param>
/// <param name="Joints">Leads so far.</param>
/// <param name="Connector">Shape of the output.</param>
/// <param name="Signals">What comes out of it.</param>
internal sealed record Outlet(Device[] Adapters, Joint[] Joints, Connector Connector, IReadOnlyList<Signal> Signals)
{
    /// <summary>The splitter at the socket; null for none.</summary>
    public Device? Splitter => Feed.SplitterOf(Adapters);
}

/// <summary>
/// Finds every chain of leads and at most three adapters from a source's socket to an input. A chain never comes back to a connector and signal it has passed,
/// but for a splitter at the socket and one adapter that sums left and right, and never turns from numbers to waves or back more than once: anything longer
/// does nothing the shorter one does not.
/// </summary>
public sealed class FeedFinder
{
    /// <summary>Most adapters in a chain; leads are not counted.</summary>
    public const int MostAdapters = 3;

    /// <summary>Slack added to the seat's distance for a lead that follows the wall, m (starting value).</summary>
    public const double LeadSlackM = 1;

    /// <summary>Length a lead to a receiver must have, m: to the seat with some slack; 0 to what stands at the set.</summary>
    public static double LeadReachM(Device receiver, double seatDistanceM) => Needs.StandsAtSet(receiver) ? 0 : seatDistanceM + LeadSlackM;

    private readonly Shelf _shelf;
    private readonly Device[] _adapters;
    private readonly bool _asItWas;
    private readonly Dictionary<string, Outlet[]> _outlets = [];

    /// <param name="shelf">Devices and leads.</param>
    /// <param name="adapters">Adapters that may stand in a chain; null for all of the shelf.</param>
    /// <param name="asItWas">For what was planned before leads had a socket end: any lead lengthens another one where no extension does.</param>
    public FeedFinder(Shelf shelf, IEnumerable<Device>? adapters = null, bool asItWas = false)
    {
        (_shelf, _asItWas) = (shelf, asItWas);
        _adapters = [.. adapters ?? shelf.OfRole(DeviceRole.Adapter)];
    }

    /// <summary>Every feed from a socket into a box's inputs; empty when nothing joins them.</summary>
    /// <param name="socket">A socket of a source.</param>
    /// <param name="target">A transmitter, or a receiver with a wired input.</param>
    /// <param name="asReceiver">True when the target is worn or placed: the feed then ends in a plain wire.</param>
    /// <param name="reachM">Plain wires: distance from the socket to the seat, m.</param>
    public IEnumerable<Feed> Between(SourcePort socket, Device target, bool asReceiver, double reachM = 0)
    {
        foreach (var outlet in Outlets(socket))
        {
            if (Into(target, outlet.Connector, outlet.Signals, asReceiver ? LeadReachM(target, reachM) : 0) is { } joint)
                yield return new Feed(socket, outlet.Adapters, asReceiver ? null : target, [.. outlet.Joints, joint]);
        }
    }

    /// <summary>The joint from an output into a device's first fitting input; null when none fits.</summary>
    /// <param name="target">The device.</param>
    /// <param name="from">Shape of the output.</param>
    /// <param name="given">What comes out of it.</param>
    /// <param name="reachM">Length the lead must have, m; 0 for boxes side by side.</param>
    public Joint? Into(Device target, Connector from, IReadOnlyList<Signal> given, double reachM = 0)
    {
        foreach (var input in target.Ports)
        {
            if (!input.Output && Join(from, given, input, reachM, target.LengthM) is { } joint)
                return joint;
        }

        return null;
    }

    /// <summary>Ends of every chain from a socket, the bare socket first.</summary>
    internal IReadOnlyList<Outlet> Outlets(SourcePort socket)
    {
        if (_outlets.TryGetValue(socket.Id, out var known))
            return known;
        var facts = SocketKinds.Of(socket.Kind);
        List<Outlet> found = [];
        if (facts is { Connector: { } connector, CarriesSoundOut: true })
            Extend(new([], [], connector, facts.Signals), [StateOf(connector, facts.Signals)], false, found);
        return _outlets[socket.Id] = [.. found];
    }

    private void Extend(Outlet at, List<(Connector, int)> passed, bool turned, List<Outlet> found)
    {
        found.Add(at);
        if (at.Adapters.Length == MostAdapters)
            return;
        foreach (var adapter in _adapters)
        {
            // A splitter shares the source's own socket; further along it would share nothing.
            if (at.Adapters.Contains(adapter) || (adapter.SplitsInto > 1 && at.Adapters.Length > 0))
                continue;
            var purpose = adapter.SplitsInto > 1 || (adapter.MonoSum && !at.Adapters.Any(a => a.MonoSum));
            foreach (var input in adapter.Ports)
            {
                if (input.Output || Join(at.Connector, at.Signals, input, 0, _asItWas ? 0 : adapter.LengthM) is not { } joint)
                    continue;
                foreach (var output in adapter.Ports)
                {
                    if (!output.Output)
                        continue;
                    var state = StateOf(output.Connector, output.Signals);
                    var turns = IsDigital(input.Signals) != IsDigital(output.Signals);
                    if ((passed.Contains(state) && !purpose) || (turns && turned && !_asItWas))
                        continue;
                    passed.Add(state);
                    Extend(new([.. at.Adapters, adapter], [.. at.Joints, joint], output.Connector, output.Signals), passed, turned || turns, found);
                    passed.RemoveAt(passed.Count - 1);
                }
            }
        }
    }

    // An input of a device with a lead of its own needs no other while that lead fits and reaches; what lengthens it takes its plug.
    private Joint? Join(Connector from, IReadOnlyList<Signal> given, AudioPort input, double reachM, double ownLeadM)
    {
        if (!Meets(given, input.Signals))
            return null;
        var digital = IsDigital(given);
        if (ownLeadM > 0 && from == input.Connector && reachM <= ownLeadM)
            return new(from, input.Connector, null, digital);
        var needsM = Math.Max(0, reachM - ownLeadM);
        var found = ownLeadM > 0 ? _shelf.Extension(from, input.Connector, needsM) : null;
        return (found ?? (ownLeadM <= 0 || _asItWas ? _shelf.Lead(from, input.Connector, needsM) : null)) is { } lead
            ? new(from, input.Connector, lead, digital, needsM) : null;
    }

    private static bool IsDigital(IReadOnlyList<Signal> signals) =>
        signals.Any(s => s is Signal.SpdifPcm or Signal.SpdifBitstream or Signal.HdmiReturn or Signal.HdmiProgramme or Signal.UsbAudio);

    private static bool Meets(IReadOnlyList<Signal> given, IReadOnlyList<Signal> taken)
    {
        foreach (var signal in given)
        {
            if (taken.Contains(signal))
                return true;
        }

        return false;
    }

    private static (Connector, int) StateOf(Connector connector, IReadOnlyList<Signal> signals) =>
        (connector, signals.Aggregate(0, (mask, signal) => mask | 1 << (int)signal));
}
