namespace Nightfrost.Core.Kit;

/// <summary>The shape a plug and a socket share. Electrical meaning is a <see cref="Signal"/>'s business.</summary>
public enum Connector
{
    /// <summary>Square optical, IEC 60874-17 (F05).</summary>
    OpticalSquare,

    /// <summary>Optical tip inside a 3.5 mm combination socket.</summary>
    Optical35,
    CoaxialPhono,
    PhonoPair,
    Jack35,
    Jack635,
    Hdmi,
    UsbA,
    UsbC,
    MicroUsb,
    Barrel,

    /// <summary>Two wires to a loudspeaker, screwed or sprung.</summary>
    SpeakerTerminals,
}

/// <summary>What runs through a connector.</summary>
public enum Signal
{
    AnalogueLine,
    AnalogueHeadphone,
    SpdifPcm,
    SpdifBitstream,
    HdmiReturn,
    HdmiProgramme,
    UsbAudio,
    LoudspeakerLevel,
}

/// <summary>A fact that may not be known yet.</summary>
public enum Known
{
    NotYet,
    Yes,
    No,
}

/// <summary>Words for connectors and for what runs through them.</summary>
public static class Connectors
{
    /// <summary>A connector in a few words, as it stands in a list.</summary>
    public static string Words(Connector connector) => connector switch
    {
        Connector.OpticalSquare => "optical",
        Connector.Optical35 => "optical 3.5 mm",
        Connector.CoaxialPhono => "coaxial",
        Connector.PhonoPair => "red and white",
        Connector.Jack35 => "3.5 mm",
        Connector.Jack635 => "6.35 mm",
        Connector.Hdmi => "HDMI",
        Connector.UsbA => "USB-A",
        Connector.UsbC => "USB-C",
        Connector.MicroUsb => "micro-USB",
        Connector.Barrel => "round power plug",
        _ => "loudspeaker wire",
    };

    /// <summary>A signal in a few words.</summary>
    public static string Words(Signal signal) => signal switch
    {
        Signal.AnalogueLine => "line level",
        Signal.AnalogueHeadphone => "headphone level",
        Signal.SpdifPcm => "S/PDIF, PCM",
        Signal.SpdifBitstream => "S/PDIF, bitstream",
        Signal.HdmiReturn => "HDMI return (ARC)",
        Signal.HdmiProgramme => "HDMI from a source",
        Signal.UsbAudio => "USB audio",
        _ => "loudspeaker level",
    };
}
