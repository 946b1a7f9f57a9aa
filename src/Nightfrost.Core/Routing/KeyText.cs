using System.Text;
using Nightfrost.Core.Kit;

namespace Nightfrost.Core.Routing;

/// <summary>Writes texts that are the same for things that planning cannot tell apart. They are compared, never read.</summary>
internal sealed class KeyText
{
    private readonly StringBuilder _text = new();

    /// <summary>The text so far; the next one starts empty.</summary>
    public string Take()
    {
        var text = _text.ToString();
        _text.Clear();
        return text;
    }

    public KeyText Add(int value)
    {
        _text.Append((char)value).Append((char)(value >> 16));
        return this;
    }

    public KeyText Add(double value)
    {
        var bits = BitConverter.DoubleToInt64Bits(value);
        return Add((int)bits).Add((int)(bits >> 32));
    }

    public KeyText Add(params ReadOnlySpan<bool> values)
    {
        var bits = 0;
        foreach (var value in values)
            bits = bits << 1 | (value ? 1 : 0);
        return Add(bits);
    }

    public KeyText Add(string text)
    {
        Add(text.Length);
        _text.Append(text);
        return this;
    }

    public KeyText Add(IReadOnlyList<string> texts)
    {
        Add(texts.Count);
        for (var i = 0; i < texts.Count; i++)
            Add(texts[i]);
        return this;
    }

    public KeyText Add(IReadOnlyList<int> values)
    {
        Add(values.Count);
        for (var i = 0; i < values.Count; i++)
            Add(values[i]);
        return this;
    }

    public KeyText Add(IReadOnlyList<Codec> codecs)
    {
        Add(codecs.Count);
        for (var i = 0; i < codecs.Count; i++)
            Add((int)codecs[i].Class).Add(codecs[i].Mark);
        return this;
    }

    /// <summary>Sockets in their order: inputs alone, or all.</summary>
    public KeyText Add(IReadOnlyList<AudioPort> ports, bool outputs)
    {
        for (var i = 0; i < ports.Count; i++)
        {
            if (ports[i].Output && !outputs)
                continue;
            var signals = 0;
            foreach (var signal in ports[i].Signals)
                signals |= 1 << (int)signal;
            Add((int)ports[i].Connector).Add(ports[i].Output).Add(signals);
        }

        return Add(-1);
    }

    public KeyText Add(OwnDelay? delay) => delay is null ? Add(false) : Add(true, delay.MeasuredHere).Add(delay.MinMs).Add(delay.TypicalMs).Add(delay.MaxMs);

    public KeyText Add(PowerNeed power) =>
        Add(power.UsbDrawMa).Add(power.OwnSupply, power.WorksWhileCharging, power.PairingSurvivesPowerLoss, power.SwitchedByHand).Add(power.BatteryHours).Add(power.ChargeHours);
}
