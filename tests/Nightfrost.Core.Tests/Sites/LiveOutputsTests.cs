using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Sites;

public class LiveOutputsTests
{
    private static readonly SourcePort Light = Optical(), Plug = Phones() with { SilencesSpeakers = Known.NotYet }, Radio = Bluetooth();
    private static readonly SourcePort SticksRadio = Bluetooth() with { Id = "stick radio" },
    SticksHdmi = new() { Id = "stick hdmi", Kind = SocketKind.HdmiOut, State = SocketState.Taken };

    private static Look Set(params SourcePort[] sockets) => Look(sockets, Listener());

    private static Look WithStick(string pluggedInto = SoundSource.Television) => Set(Light, Plug, Radio) with
    {
        Sources = [new() { Id = "stick", Name = "stick", Kind = SourceKind.StreamingStick, PluggedInto = pluggedInto, Sockets = [SticksHdmi, SticksRadio] }],
    };

    [Fact]
    public void Before_anybody_has_tried_the_sorts_of_outputs_say_what_is_usual()
    {
        var look = Set(Light, Plug, Radio);
        Assert.Equal(Liveness.Likely, LiveOutputs.Of(look, Light, Plug));
        Assert.Equal(Liveness.Unlikely, LiveOutputs.Of(look, Light, Radio));
        Assert.Equal(Liveness.Unlikely, LiveOutputs.Of(look, Radio, Plug));
        Assert.Equal(Liveness.Live, LiveOutputs.Of(look, Light, Light));
        Assert.Equal(Liveness.Unlikely, LiveOutputs.Of(look with { Set = look.Set with { OutputMenuNamesOne = Known.Yes } }, Light, Plug));
    }

    [Theory]
    [InlineData(Known.Yes, Liveness.Live)]
    [InlineData(Known.No, Liveness.Never)]
    [InlineData(Known.NotYet, Liveness.Unlikely)]
    public void What_was_tried_stands_above_what_is_usual_in_either_order(Known tried, Liveness expected)
    {
        var look = Set(Light, Radio) with { LiveTogether = [new(Radio.Id, Light.Id, tried)] };
        Assert.Equal(expected, LiveOutputs.Of(look, Light, Radio));
        Assert.Equal(expected, LiveOutputs.Of(look, Radio, Light));
    }

    [Fact]
    public void A_sticks_own_radio_seldom_leaves_it_anything_to_send_to_the_set()
    {
        var look = WithStick();
        Assert.Equal(Liveness.Unlikely, LiveOutputs.Of(look, SticksRadio, Light));
        Assert.Equal(Liveness.Unlikely, LiveOutputs.Of(look, SticksRadio, SticksHdmi));

        // The set's radio does not reach back to the stick.
        Assert.Equal(Liveness.Likely, LiveOutputs.Of(look, Radio, SticksHdmi));
        Assert.Equal(Liveness.Live, LiveOutputs.Of(WithStick(""), SticksRadio, Light));
    }

    [Theory]
    [InlineData(Known.NotYet, Liveness.Unlikely, Liveness.Likely)]
    [InlineData(Known.Yes, Liveness.Never, Liveness.Never)]
    [InlineData(Known.No, Liveness.Live, Liveness.Live)]
    public void The_room_hears_the_speakers_beside_a_light_more_surely_than_beside_a_plug(Known silences, Liveness plug, Liveness light)
    {
        Site At(SourcePort socket) => new(Set(socket), Shelf());
        Assert.Equal(plug, At(Plug with { SilencesSpeakers = silences }).LiveWithRoom(Plug with { SilencesSpeakers = silences }));
        Assert.Equal(light, At(Light with { SilencesSpeakers = silences }).LiveWithRoom(Light with { SilencesSpeakers = silences }));
    }

    [Fact]
    public void A_bar_sounds_for_the_room_as_surely_as_its_own_socket_goes_on()
    {
        var bar = Optical(state: SocketState.Taken) with { TakenByDeviceId = "bar" };
        var site = new Site(Set(bar, Radio, Plug), Shelf(Speaker("bar") with { Role = DeviceRole.RoomSpeaker }));
        Assert.Equal(Liveness.Live, site.LiveWithRoom(bar));
        Assert.Equal(Liveness.Unlikely, site.LiveWithRoom(Radio));
        Assert.Equal(Liveness.Likely, site.LiveWithRoom(Plug));
    }

    [Fact]
    public void Only_outputs_that_nobody_has_tried_are_worth_a_minute()
    {
        var look = Set(Light, Plug, Radio, Pair("AUDIO IN"), Usb(500, Known.No)) with { LiveTogether = [new("optical", "phones", Known.Yes)] };
        Assert.Equal([("optical", "bluetooth"), ("phones", "bluetooth")], LiveOutputs.Untried(look).Select(pair => (pair.One.Id, pair.Other.Id)));
    }
}
