using Nightfrost.Core.Kit;

namespace Nightfrost.Core.Routing;

/// <summary>What two ends of a link agree on.</summary>
/// <param name="Words">The coding in a sentence.</param>
/// <param name="StageId">Its delay stage; null for a plain wire.</param>
/// <param name="Codec">The codec, where the link has a choice of them.</param>
/// <param name="Missed">The first codec of the sending end that the other end lacks or whose mark is not known, when SBC was all that was left.</param>
/// <param name="MarkUnknown">True when an unread mark might make them match after all.</param>
/// <param name="LostToSecond">The codec one listener alone would have had.</param>
public sealed record Negotiated(string Words, string? StageId, Codec? Codec, Codec? Missed, bool MarkUnknown, Codec? LostToSecond);

/// <summary>Codec negotiation: the first codec both ends have, in the sending end's order; SBC when nothing else is shared (A2DP demands it).</summary>
public static class Negotiation
{
    private static readonly Codec Sbc = new(CodecClass.Sbc, "");

    /// <summary>The coding two ends will use.</summary>
    /// <param name="sends">Sending end; null for a wire.</param>
    /// <param name="takes">Receiving end; null for a wire.</param>
    /// <param name="several">True when the sending end feeds more than one listener.</param>
    public static Negotiated Between(AirLink? sends, AirLink? takes, bool several)
    {
        if (sends is null || takes is null)
            return new("wire", null, null, null, false, null);
        if (sends.Technology != LinkTechnology.BluetoothClassic)
        {
            var facts = LinkTechnologies.Of(sends.Technology);
            var lc3 = sends.Technology is LinkTechnology.LeAudioUnicast or LinkTechnology.LeAudioBroadcast;
            return new(lc3 ? $"{facts.Words}, LC3" : facts.Words, facts.StageId, null, null, false, null);
        }

        var alone = FirstShared(sends.Codecs, takes.Codecs);
        var list = several && sends.CodecsWithSeveral.Count > 0 ? sends.CodecsWithSeveral : sends.Codecs;
        var codec = FirstShared(list, takes.Codecs);
        var missed = codec.Class == CodecClass.Sbc ? list.FirstOrDefault(c => c.Class != CodecClass.Sbc && !IsAmong(c, takes.Codecs)) : null;
        var unknown = codec.Class == CodecClass.Sbc
            && list.Any(mine => takes.Codecs.Any(theirs => mine.Class == theirs.Class && (mine.MarkUnknown || theirs.MarkUnknown)));
        return new(codec.Words, CodecClasses.Of(codec.Class).StageId, codec, missed, unknown, codec == alone ? null : alone);
    }

    private static Codec FirstShared(IReadOnlyList<Codec> mine, IReadOnlyList<Codec> theirs)
    {
        for (var i = 0; i < mine.Count; i++)
        {
            if (IsAmong(mine[i], theirs))
                return mine[i];
        }

        return Sbc;
    }

    private static bool IsAmong(Codec codec, IReadOnlyList<Codec> theirs)
    {
        for (var i = 0; i < theirs.Count; i++)
        {
            if (codec.Matches(theirs[i]))
                return true;
        }

        return false;
    }

    /// <summary>True when both ends are of one family and share a generation.</summary>
    public static bool FamilyFits(AirLink sends, AirLink takes)
    {
        if (!string.Equals(sends.Family, takes.Family, StringComparison.OrdinalIgnoreCase))
            return false;
        if (sends.Generations.Count == 0 || takes.Generations.Count == 0)
            return true;
        foreach (var generation in sends.Generations)
        {
            if (takes.Generations.Contains(generation))
                return true;
        }

        return false;
    }
}
