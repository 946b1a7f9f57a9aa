using Nightfrost.Core.Kit;

namespace Nightfrost.Core.Sites;

/// <summary>What one socket of this set means, known facts before normal ones.</summary>
public static class SocketReading
{
    /// <summary>True for an output that may leave coded otherwise than as PCM, as its source's menu says.</summary>
    public static bool MayBeCoded(SourcePort socket) =>
        SocketKinds.Of(socket.Kind).Signals.Contains(Signal.SpdifPcm) || socket.Kind is SocketKind.HdmiReturn or SocketKind.HdmiOut;

    /// <summary>Which way sound runs, or unsure. A socket that never carries sound out reads as an input.</summary>
    /// <param name="look">The look it stands in.</param>
    /// <param name="socket">The socket.</param>
    public static MarkingReading Direction(Look look, SourcePort socket)
    {
        var facts = SocketKinds.Of(socket.Kind);
        if (!facts.CarriesSoundOut)
            return MarkingReading.Input;
        if (socket.Direction != SocketDirection.AsMarked)
            return socket.Direction == SocketDirection.Output ? MarkingReading.Output : MarkingReading.Input;
        var read = MarkingGuide.Read(socket.Marking, look.Markings);
        if (read != MarkingReading.Unsure)
            return read;
        if (socket.Glows == Known.Yes)
            return MarkingReading.Output;
        // Every one of these but the analogue pair is an output by its nature; on most boxes that pair is one as well, although unmarked.
        return socket.Kind is SocketKind.PhonoPair && !(look.SourceOf(socket) is { } source && SourceKinds.Of(source.Kind).UsuallyOutputs)
            ? MarkingReading.Unsure : MarkingReading.Output;
    }

    /// <summary>True when a plug in it, or a headset joined to it, cuts the set's own speakers.</summary>
    public static bool SilencesSpeakers(SourcePort socket) => socket.SilencesSpeakers switch
    {
        Known.Yes => true,
        Known.No => false,
        _ => SocketKinds.Of(socket.Kind).SilencesSpeakers,
    };

    /// <summary>True when the set's volume keys do nothing to it; null while not known.</summary>
    public static bool? FixedLevel(SourcePort socket) => socket.Level switch
    {
        LevelControl.Fixed => true,
        LevelControl.Variable => false,
        _ => SocketKinds.Of(socket.Kind).FixedLevel,
    };

    /// <summary>What this socket means to the specialist, in one or two sentences.</summary>
    /// <param name="look">The look it stands in.</param>
    /// <param name="socket">The socket.</param>
    public static SocketMeaning Meaning(Look look, SourcePort socket)
    {
        var facts = SocketKinds.Of(socket.Kind);
        if (!socket.IsThere)
            return new(socket.Id, SocketUse.Absent, "", facts.Hint);
        if (facts.GivesPower)
            return new(socket.Id, SocketUse.Power, Taken(socket), PowerWords(socket));
        if (!facts.CarriesSoundOut)
            return new(socket.Id, SocketUse.Input, Taken(socket), facts.Meaning);

        switch (Direction(look, socket))
        {
            case MarkingReading.Input:
                return new(socket.Id, SocketUse.Input, Taken(socket), "An input. No sound comes out here, although the plug fits.");
            case MarkingReading.Unsure:
                return new(socket.Id, SocketUse.Unsure, Taken(socket),
                    "Output or input? Read the words beside it. Only audio out, line out, variable out or AV out work.");
        }

        var sentences = new List<string> { facts.Meaning };
        if (socket.Kind == SocketKind.PhonoPair)
            sentences[0] = FixedLevel(socket) switch
            {
                true => "Analogue line, fixed level: the set's volume keys do nothing to it.",
                false => "Analogue line that follows the set's volume.",
                _ => "Analogue line. Does its level follow the set's volume?",
            };
        if (socket.State == SocketState.Taken && facts.Connector is not null)
            sentences.Add(facts.Digital && facts.Connector is Connector.OpticalSquare ? "" : "Works once it is free.");
        if (SilencesSpeakers(socket))
            sentences.Add(socket.Kind == SocketKind.Bluetooth ? $"{Usually(socket)} the set while a headset is joined."
                : facts.IsRadio ? $"{Usually(socket)} the set while they play." : $"{Usually(socket)} the set while a plug is in.");
        if (socket.Pcm == Known.No)
            sentences.Add("Sends no PCM: most transmitters stay mute.");
        if (socket.Kind == SocketKind.Bluetooth && socket.OtherMakersJoin == Known.No)
            sentences.Add("Refuses headphones of other makers.");
        if (socket.Kind == SocketKind.Bluetooth && socket.OtherMakersSpeakersJoin == Known.No)
            sentences.Add("Refuses speakers of other makers.");
        if (socket.Glows == Known.No && socket.Kind is SocketKind.OpticalSquare or SocketKind.Optical35)
            sentences.Add("Shows no light with the set on: switch its digital output on, then look again.");
        return new(socket.Id, SocketUse.Output, Taken(socket), string.Join(' ', sentences.Where(s => s.Length > 0)));
    }

    private static string Usually(SourcePort socket) => socket.SilencesSpeakers == Known.Yes ? "Silences" : "Usually silences";

    private static string Taken(SourcePort socket) =>
        socket.State != SocketState.Taken ? "" : string.IsNullOrWhiteSpace(socket.TakenBy) ? "taken" : $"taken by {socket.TakenBy.Trim()}";

    private static string PowerWords(SourcePort socket)
    {
        var current = socket.UsbMa > 0 ? FormattableString.Invariant($"Gives {socket.UsbMa} mA.") : "Read the current printed beside it.";
        var sound = socket.UsbSound switch
        {
            Known.Yes => "Passes sound as well.",
            Known.No => "Power only.",
            _ => "Power; sound not known yet.",
        };
        var standby = socket.OffInStandby switch
        {
            Known.Yes => "Goes off with the set.",
            Known.No => "Stays on in standby.",
            _ => "Does it go off with the set?",
        };
        return $"{current} {sound} {standby}";
    }
}

/// <summary>What a socket can be used for.</summary>
public enum SocketUse
{
    Absent,
    Output,
    Input,
    Unsure,
    Power,
}

/// <summary>The meaning of one socket, ready to be read.</summary>
/// <param name="SocketId">The socket.</param>
/// <param name="Use">What it can be used for.</param>
/// <param name="Taken">By what it is taken, or blank.</param>
/// <param name="Sentence">What it means.</param>
public sealed record SocketMeaning(string SocketId, SocketUse Use, string Taken, string Sentence);
