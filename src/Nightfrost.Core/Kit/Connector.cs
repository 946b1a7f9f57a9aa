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
