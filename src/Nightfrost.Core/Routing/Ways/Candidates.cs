using Nightfrost.Core.Kit;
using Nightfrost.Core.Power;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing.Ways;

/// <summary>So many pieces of something there is only so much of.</summary>
/// <param name="Resource">Number of the resource.</param>
/// <param name="Pieces">Pieces that must be paid unless they are at hand.</param>
internal readonly record struct Use(int Resource, int Pieces);

/// <summary>What a feed may bring that an ear lacks: each counts as one more wish met.</summary>
[Flags]
internal enum Brought
{
    None = 0,
    MonoSum = 1,
    OnRequest = 2,

    /// <summary>The set's own radio, without which no special feature of the set works.</summary>
    SetsOwnRadio = 4,
}

/// <summary>One way of wearing at the end of a sending end, for one listener.</summary>
internal sealed class EarOption
{
    public required EarBase Base { get; init; }
    public Ear Ear => Base.Ear;

    /// <summary>The end that takes the link; null for a plain wire.</summary>
    public required AirLink? Takes { get; init; }

    /// <summary>True when its box feeds others too.</summary>
    public required bool Several { get; init; }

    /// <summary>Needs met at the ear; what the feed brings is counted with the feed.</summary>
    public int Needs => Base.Needs;

    /// <summary>Preferences met at the ear and by its link; what the feed brings is counted with the feed.</summary>
    public required int Preferences { get; init; }

    /// <summary>Wishes not met at the ear that the feed may meet.</summary>
    public Brought Lacks => Base.Lacks;
    public int Effort => Base.Effort;
    public required int Quality { get; init; }

    /// <summary>Grade of the margin.</summary>
    public required int Margin { get; init; }

    /// <summary>Thousandths of the air's time that it adds to a box for several; 0 for what is no Bluetooth.</summary>
    public required int Air { get; init; }
    public required Suffix Suffix { get; init; }
    public Use[] Uses => Base.Uses;

    /// <summary>Number of what it uses of things at hand, the same for the same pieces; 0 for nothing, below 0 where something was asked for by name.</summary>
    public int Scarce => Base.Scarce;

    /// <summary>Ids of the receiver and the relay.</summary>
    public string[] DeviceIds => Base.DeviceIds;

    /// <summary>Price with everything at hand used freely, in hundredths.</summary>
    public long Cents => Base.Cents;

    /// <summary>True when it can stand for another on the same end, which is no better in anything.</summary>
    public bool Replaces(EarOption other) =>
        ReferenceEquals(Suffix, other.Suffix) && Cents <= other.Cents && Needs >= other.Needs && Preferences >= other.Preferences && Lacks == other.Lacks
        && Effort <= other.Effort && Quality >= other.Quality
        && Margin >= other.Margin && Air <= other.Air && !Base.Apart && !other.Base.Apart
        && (Takes is null || other.Takes is null || other.Takes.Lc3RatesKHz.All(Takes.Lc3RatesKHz.Contains));

    /// <summary>The route it makes with a feed.</summary>
    public Route RouteOn(Site site, Feed feed, AirLink? sends) => new(site, feed, Ear, sends, Takes, Several);
}

/// <summary>One feed with one sending end, or a plain wire.</summary>
internal sealed class FeedLine
{
    public required Feed Feed { get; init; }
    public required AirLink? Sends { get; init; }
    public required int Socket { get; init; }

    /// <summary>Fork it hangs on; −1 for none.</summary>
    public required int Fork { get; init; }

    /// <summary>Most listeners at once.</summary>
    public required int Most { get; init; }

    /// <summary>Sample rate its broadcast is set to, kHz; 0 where that does not matter.</summary>
    public required int RateKHz { get; init; }

    /// <summary>Its socket is unlikely to leave the room its sound, and the room should hear.</summary>
    public required bool LeansOnRoom { get; init; }

    /// <summary>Programmes that come past its socket.</summary>
    public required int Programmes { get; init; }
    public required Brought Brings { get; init; }
    public required int Effort { get; init; }
    public required Prefix Prefix { get; init; }
    public required Use[] Uses { get; init; }

    /// <summary>Boxes that the set's USB could feed, and that need a supply otherwise.</summary>
    public required UsbNeed Usb { get; init; }
    public required long Cents { get; init; }

    /// <summary>It neither stands in for another nor is stood in for: asked for by name, or with something in its box.</summary>
    public required bool Apart { get; init; }

    public required EndClass End { get; init; }

    /// <summary>What its ears are worth: the same for lines that differ in their own price alone. Given once its socket has been entered.</summary>
    public Offer Offer { get; set; } = null!;

    /// <summary>What an ear takes of the air's time of this line's box, in thousandths; 0 where all that it may feed leave time enough.</summary>
    public int AirOf(EarOption ear) => AirMatters ? ear.Air : 0;

    /// <summary>True when as many as it may feed of the most demanding ears are more than the air bears.</summary>
    public bool AirMatters =>
        _airMatters ??= Most > 1 && Most * End.Several.SelectMany(ears => ears).Select(ear => ear.Air).DefaultIfEmpty(0).Max() > LinkAirtime.MostThousandths;

    private bool? _airMatters;

    /// <summary>What a listener wears in groups of a size.</summary>
    /// <param name="listener">Number of the listener.</param>
    /// <param name="size">Listeners in the group, at least 1.</param>
    public ReadOnlySpan<EarOption> Ears(int listener, int size)
    {
        var (from, to) = Offer.Of(listener, size);
        return Offer.Ears.AsSpan(from..to);
    }

    /// <summary>True when some route of a listener on it holds a socket or device.</summary>
    public bool HoldsFor(int listener, string id)
    {
        for (var size = 1; size <= Offer.Sizes; size++)
        {
            foreach (var ear in Ears(listener, size))
            {
                if (EarPrice.Holds(this, ear, id))
                    return true;
            }
        }

        return false;
    }

    /// <summary>Needs met with one ear, programmes counted.</summary>
    public int NeedsOf(EarOption ear) => ear.Needs + Programmes + Count(ear.Lacks & Brings & ~Brought.SetsOwnRadio);

    /// <summary>Preferences met with one ear.</summary>
    public int PreferencesOf(EarOption ear) => ear.Preferences + Count(ear.Lacks & Brings & Brought.SetsOwnRadio);

    private static int Count(Brought brought) => System.Numerics.BitOperations.PopCount((uint)brought);

    /// <summary>Receivers and relays in its transmitter's box: device and pieces.</summary>
    public required (string DeviceId, int Pieces)[] InTheBox { get; init; }
}

/// <summary>Things there are only so many of, and their prices.</summary>
/// <param name="before">Those that are numbered already; null for none.</param>
internal sealed class Resources(Resources? before = null)
{
    private readonly record struct Resource(int There, long Cents, bool Bounded = false, int Most = 1, bool WhenSure = false);

    private readonly Dictionary<string, int> _ids = before is null ? [] : new(before._ids);
    private readonly List<Resource> _all = [.. before?._all ?? []];

    /// <summary>How many sorts of things there are.</summary>
    public int Count => _all.Count;

    /// <summary>Pieces at hand.</summary>
    public int There(int resource) => _all[resource].There;

    /// <summary>Price of one piece, in hundredths.</summary>
    public long Cents(int resource) => _all[resource].Cents;

    /// <summary>True for what no more can be bought of.</summary>
    public bool IsBounded(int resource) => _all[resource].Bounded;

    /// <summary>Most pieces that one use takes of what no more can be bought of.</summary>
    public int Most(int resource) => _all[resource].Most;

    /// <summary>True for what counts only while a rig is looked for that leans on nothing unlikely.</summary>
    public bool CountsWhenSure(int resource) => _all[resource].WhenSure;

    public int Of(string key, int there, decimal price) => Of(key, new Resource(there, (long)Math.Round(price * 100)));

    /// <summary>Number of what costs nothing while it lasts, and cannot be bought.</summary>
    /// <param name="key">Tells it from the others.</param>
    /// <param name="there">How many there are.</param>
    /// <param name="most">Most that one use takes.</param>
    /// <param name="whenSure">It counts only while a rig is looked for that leans on nothing unlikely.</param>
    public int OfBounded(string key, int there, int most = 1, bool whenSure = false) => Of(key, new Resource(there, 0, true, most, whenSure));

    private int Of(string key, Resource one)
    {
        if (_ids.TryGetValue(key, out var id))
            return id;
        _all.Add(one);
        return _ids[key] = _all.Count - 1;
    }

    /// <summary>What a use costs when so many pieces are free.</summary>
    public long CentsOf(Use use, int free) => Math.Max(0, use.Pieces - free) * Cents(use.Resource);

    public long CentsOf(IEnumerable<Use> uses) => uses.Sum(use => CentsOf(use, There(use.Resource)));
}

/// <summary>Every feed and every ear of one site that no rule refuses, with what the search needs of them.</summary>
internal sealed class Candidates
{
    private bool? _mayLean;

    public required Site Site { get; init; }

    /// <summary>Lines of each socket that has any.</summary>
    public required IReadOnlyList<SocketLines> BySocket { get; init; }

    /// <summary>All lines.</summary>
    public IReadOnlyList<FeedLine> Lines => field ??= [.. BySocket.SelectMany(socket => socket.Groups).SelectMany(group => group.Lines)];
    public required IReadOnlyList<Fork> Forks { get; init; }

    public required Resources Resources { get; init; }
    public required InStepTable InStep { get; init; }

    /// <summary>True when some rig may lean on outputs that are unlikely to sound together.</summary>
    public bool MayLean => _mayLean ??= Enumerable.Range(0, Resources.Count).Any(Resources.CountsWhenSure) || Lines.Any(line => line.LeansOnRoom);

    /// <summary>Tolerance number of each listener.</summary>
    public required int[] Tolerances { get; init; }

    /// <summary>In step in a word, by <see cref="InStepWord"/>, of one ear on one line.</summary>
    public int StepOf(FeedLine line, int listener, EarOption ear) => InStep.Of(line.Prefix, ear.Suffix, Tolerances[listener]);

    /// <summary>Resource of a mains supply; −1 when the shelf has none.</summary>
    public required int Supply { get; init; }
}

/// <summary>Lines of one socket, by the fork they hang on; −1 for none. The cheapest feeds come first.</summary>
internal sealed record SocketLines(int Socket, IReadOnlyList<(int Fork, FeedLine[] Lines)> Groups);
