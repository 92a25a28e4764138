#pragma once
// What the file says about a source: what stands outside the board, and how the firmware reads it.
// The kind says which of the groups counts.

#include "base/names.h"
#include "parts/pin_spec.h"
#include "signal/tap.h"
#include "world/source_kind.h"

#include <string>
#include <vector>

namespace fern {

enum class PulseGives { Rate, Total };
inline constexpr Words<2> pulseGivesWords{"rate", "total"};
/// What adds one.
enum class CountMeans {
    RisingEdge,
    EachChange, ///< counts twice for each pulse
    EachLook, ///< counts loop turns while the level is high: a mistake that makers meet
};
inline constexpr Words<3> countMeansWords{"each rising edge", "each change", "each look"};
enum class PulseInput { Interrupt, Polled };
inline constexpr Words<2> pulseInputWords{"interrupt", "polled"};

/// How a rate is made of pulses.
enum class PulseMeasure {
    Gate, ///< counted over the time between two samples: off by up to one pulse
    Period, ///< the time between the last two: off by up to one tick of the timer
    Automatic, ///< whichever is finer at the rate that is measured
};
inline constexpr Words<3> pulseMeasureWords{"gate", "period", "automatic"};

struct PulseSpec {
    PulseGives gives = PulseGives::Rate;
    double perUnit = 1; ///< of a rate: hertz, of a total: pulses, for one of the channel's unit
    CountMeans means = CountMeans::RisingEdge;
    PulseInput input = PulseInput::Interrupt;
    double dutyPercent = 50; ///< share of the time at the high level
    Quantity bounce{0, "ms"}; ///< contacts bounce for so long after each edge
    Quantity holdOff{0, "ms"}; ///< an edge within it after a counted one does not count
    PulseMeasure measure = PulseMeasure::Gate; ///< of a rate
    Quantity timeOut{0, "s"}; ///< a period longer than that is a standstill; 0 s: it never is
    int counterBits = 0; ///< of a total's counter, at which it rolls over; 0: never
    LinePull pull = LinePull::None; ///< at its pin, where no module brings the pulses

    bool operator==(const PulseSpec&) const = default;
};
template <class Archive> void describe(Archive& a, PulseSpec& p)
{
    a.choice("gives", p.gives, pulseGivesWords);
    a.number("perUnit", p.perUnit, Range::positive());
    a.choice("means", p.means, countMeansWords);
    a.choice("input", p.input, pulseInputWords);
    a.number("dutyPercent", p.dutyPercent, {1, 99});
    a.quantity("bounce", p.bounce, "s", {0, 1});
    a.quantity("holdOff", p.holdOff, "s", {0, 60});
    a.optionalChoice("pull", p.pull, linePullWords);
    if (p.gives == PulseGives::Rate) {
        a.optionalChoice("measure", p.measure, pulseMeasureWords);
        a.optionalQuantity("timeOut", p.timeOut, "s", {0, 3600});
    } else {
        a.optionalInteger("counterBits", p.counterBits, 0, 0, 64);
    }
}

/// Two contacts that close one after another: each detent makes four edges, in an order that tells
/// the direction.
struct EncoderSpec {
    double perUnit = 1; ///< detents for one of the channel's unit
    int edgesPerDetent = 4;
    PulseInput input = PulseInput::Polled;

    bool operator==(const EncoderSpec&) const = default;
};
template <class Archive> void describe(Archive& a, EncoderSpec& e)
{
    a.number("perUnit", e.perUnit, Range::positive());
    a.integer("edgesPerDetent", e.edgesPerDetent, 1, 4);
    a.choice("input", e.input, pulseInputWords);
}

struct WaveformSpec {
    Quantity base{1.6, "V"};
    Quantity swing{0.4, "V"}; ///< from the foot to the top of a beat
    Quantity refractory{300, "ms"}; ///< no second beat within it
    Quantity slowest{0.33, "Hz"}; ///< plausible; what lies outside is no rate
    Quantity fastest{4, "Hz"};

    bool operator==(const WaveformSpec&) const = default;
};
template <class Archive> void describe(Archive& a, WaveformSpec& w)
{
    a.quantity("base", w.base, "V");
    a.quantity("swing", w.swing, "V", Range::positive());
    a.quantity("refractory", w.refractory, "s", {0.01, 10});
    if (Archive::isReading ? a.has("slowest") : w.slowest != WaveformSpec{}.slowest)
        a.quantity("slowest", w.slowest, "Hz", Range::positive());
    if (Archive::isReading ? a.has("fastest") : w.fastest != WaveformSpec{}.fastest)
        a.quantity("fastest", w.fastest, "Hz", Range::positive());
}

struct LadderKey {
    std::string name;
    Quantity resistor{1, "kohm"}; ///< to ground, or to the reference, while the key is pressed
    bool isToReference = false;

    bool operator==(const LadderKey&) const = default;
};
template <class Archive> void describe(Archive& a, LadderKey& k)
{
    a.text("name", k.name);
    a.quantity("resistor", k.resistor, "ohm", Range::notNegative());
    a.flag("toReference", k.isToReference);
}

struct LadderSpec {
    Quantity pullUp{10, "kohm"}; ///< from the reference to the pin; 0 ohm: there is none
    Quantity pullDown{0, "kohm"}; ///< from the pin to ground; 0 ohm: there is none
    double tolerancePercent = 1; ///< of each resistor, half width
    std::vector<LadderKey> keys;
    std::string open; ///< the name while no key is pressed; empty: none

    bool operator==(const LadderSpec&) const = default;
};
template <class Archive> void describe(Archive& a, LadderSpec& l)
{
    a.quantity("pullUp", l.pullUp, "ohm", Range::notNegative());
    a.optionalQuantity("pullDown", l.pullDown, "ohm", Range::notNegative());
    a.number("tolerancePercent", l.tolerancePercent, {0, 50});
    a.list("keys", l.keys);
    a.optionalText("open", l.open);
}

struct SwitchSpec {
    bool isPressedLow = true; ///< a pull-up holds the pin, the contact draws it down
    Quantity bounce{5, "ms"};
    Quantity debounce{20, "ms"}; ///< a new level counts when it has lasted so long
    LinePull pull = LinePull::None; ///< at its pin, where no module brings the contact

    bool operator==(const SwitchSpec&) const = default;
};
template <class Archive> void describe(Archive& a, SwitchSpec& s)
{
    a.boolean("pressedIsLow", s.isPressedLow);
    a.quantity("bounce", s.bounce, "s", {0, 1});
    a.quantity("debounce", s.debounce, "s", {0, 10});
    a.optionalChoice("pull", s.pull, linePullWords);
}

/// Keys where the lines of rows and columns cross: one row after another is drawn low, and the
/// columns are looked at.
struct MatrixSpec {
    int rows = 4, columns = 4;
    std::string keys = "1 2 3 A 4 5 6 B 7 8 9 C * 0 # D"; ///< their names, row by row
    bool hasDiodes = false; ///< without them three keys can show a fourth that nobody presses
    Quantity bounce{5, "ms"};
    Quantity debounce{20, "ms"}; ///< a key counts when it has been seen so long

    bool operator==(const MatrixSpec&) const = default;
};
template <class Archive> void describe(Archive& a, MatrixSpec& m)
{
    a.integer("rows", m.rows, 1, 8);
    a.integer("columns", m.columns, 1, 8);
    a.text("keys", m.keys);
    a.flag("diodes", m.hasDiodes);
    a.quantity("bounce", m.bounce, "s", {0, 1});
    a.quantity("debounce", m.debounce, "s", {0, 10});
}

struct KeyCodeSpec {
    bool hasComplements = true; ///< every second byte is the complement of the one before it
    bool takesRepeats = false; ///< a held key counts again and again
    Quantity holdOff{250, "ms"}; ///< a code within it after one that counted does not count

    bool operator==(const KeyCodeSpec&) const = default;
};
template <class Archive> void describe(Archive& a, KeyCodeSpec& k)
{
    a.boolean("hasComplements", k.hasComplements);
    a.boolean("takesRepeats", k.takesRepeats);
    a.quantity("holdOff", k.holdOff, "s", {0, 60});
}

struct LabelSpec {
    bool checksDigit = true; ///< numbers with a wrong GS1 check digit are refused
    Quantity holdOff{1, "s"}; ///< the same label within it does not count again

    bool operator==(const LabelSpec&) const = default;
};
template <class Archive> void describe(Archive& a, LabelSpec& l)
{
    a.boolean("checksDigit", l.checksDigit);
    a.quantity("holdOff", l.holdOff, "s", {0, 60});
}

enum class ReceiverGives { Speed, Course, Altitude, Latitude, Longitude, Satellites };
inline constexpr Words<6> receiverGivesWords{
    "speed", "course", "altitude", "latitude", "longitude", "satellites"};

/// The units in which it is told.
inline constexpr Words<6> receiverGivesUnits{"kn", "deg", "m", "deg", "deg", "count"};

struct ReceiverSpec {
    ReceiverGives gives = ReceiverGives::Speed;

    bool operator==(const ReceiverSpec&) const = default;
};
template <class Archive> void describe(Archive& a, ReceiverSpec& r)
{
    a.choice("gives", r.gives, receiverGivesWords);
}

enum class LineForm { NameValue, Columns, Json };
inline constexpr Words<3> lineFormWords{"name:value", "columns", "JSON"};

/// Where the number or text of a channel stands in a device's lines.
struct LinesSpec {
    std::string key; ///< the name, or the key of a JSON line; dots lead into objects
    int column = 1; ///< of columns, from 1
    std::string unit; ///< of the number told; empty: the channel's
    bool isTime = false; ///< a time of day is told, "07:45" or "07:45:30": seconds since midnight
    std::string nothing{}; ///< what is told where there is nothing, apart by ";": "none; n/a"
    std::string carries{}; ///< of what another board sends: the channel there; empty: a lane's

    bool operator==(const LinesSpec&) const = default;
};
template <class Archive> void describe(Archive& a, LinesSpec& l)
{
    a.optionalText("key", l.key);
    a.optionalInteger("column", l.column, 1, 1, 1000);
    a.optionalText("unit", l.unit);
    a.flag("time", l.isTime);
    a.optionalText("nothing", l.nothing);
    a.optionalText("carries", l.carries);
    if (Archive::isReading && !l.unit.empty() && !parseUnit(l.unit))
        a.failAt("unit", "the unit \"" + l.unit + "\" is not known");
}

struct NodeSpec {
    int address = 1; ///< of the station that a radio polls
    std::string name; ///< of one value among several that it answers with; empty: its only one
    double lossPercent = 5; ///< of single messages, either way

    bool operator==(const NodeSpec&) const = default;
};
template <class Archive> void describe(Archive& a, NodeSpec& n)
{
    a.integer("address", n.address, 0, 254);
    a.optionalText("name", n.name);
    if (Archive::isReading && n.name.find_first_of(":,; \t\r\n") != std::string::npos)
        a.failAt("name", "the name of a station's value is one word, without : , or ;");
    a.number("lossPercent", n.lossPercent, {0, 100});
}

/// Returns what a station calls the value in its answers: "3", or "3.level".
inline std::string fieldOf(const NodeSpec& node)
{
    return std::to_string(node.address) + (node.name.empty() ? "" : "." + node.name);
}

enum class ComputerGives { Load, Memory, Disk, Temperature };
inline constexpr Words<4> computerGivesWords{"load", "memory", "disk", "temperature"};

/// Who tells a clock the right time.
enum class ClockSetBy { Hand, Receiver, Network };
inline constexpr Words<3> clockSetByWords{"hand", "receiver", "network"};

/// The clock's local time: a rule such as "CET-1CEST,M3.5.0,M10.5.0/3" (POSIX TZ), or only an
/// offset.
struct ClockSpec {
    std::string zone = "UTC0";
    double driftPpm = 0; ///< positive: it runs fast
    ClockSetBy setBy = ClockSetBy::Hand;
    Quantity setEvery{1, "h"}; ///< by a receiver or the network

    bool operator==(const ClockSpec&) const = default;
};
template <class Archive> void describe(Archive& a, ClockSpec& c)
{
    a.text("zone", c.zone);
    a.number("driftPpm", c.driftPpm, {-1e5, 1e5});
    a.optionalChoice("setBy", c.setBy, clockSetByWords);
    if (c.setBy != ClockSetBy::Hand)
        a.quantity("setEvery", c.setEvery, "s", {1, 86400 * 366.0});
}

/// The board's counter of milliseconds since it was switched on.
struct UptimeSpec {
    int counterBits = 32; ///< at which it rolls over: 32 bits after 49.7 days

    bool operator==(const UptimeSpec&) const = default;
};
template <class Archive> void describe(Archive& a, UptimeSpec& u)
{
    a.integer("counterBits", u.counterBits, 16, 64);
}

enum class NetworkGives { Name, Address };
inline constexpr Words<2> networkGivesWords{"name", "address"};

enum class DerivedKind {
    Formula,
    Rate, ///< change of a channel in a second
    Total, ///< sum of a channel over time, in its unit times seconds
    Least,
    Most,
    Net, ///< a channel less what it was when it was last set to zero
    Since, ///< seconds since a channel's last event
    Tally, ///< how often a channel gave a name
    Next, ///< seconds until the n-th next time of the source's names, which are times
    Lap, ///< seconds between a channel's last two events
    At, ///< what a channel told at the last event of another one
};
inline constexpr Words<11> derivedKindWords{
    "formula", "rate", "total", "least", "most", "net", "since", "tally", "next", "lap", "at"};

struct DerivedSpec {
    DerivedKind kind = DerivedKind::Formula;
    std::string formula; ///< of channels and settings by their ids, in their own units
    std::string of; ///< the channel that the other kinds follow
    std::string event; ///< the channel whose event keeps a value
    std::string name; ///< of a tally, or of that event; empty: every name, "?": codes without one
    int nth = 1; ///< of the times that are still to come
    std::string resetBy; ///< a channel of codes whose name `resetName` begins again; may be empty
    std::string resetName;
    std::string stopName; ///< of that channel too: stops a total, extreme or tally, or goes on
    std::string
        holdName; ///< keeps what is told as it is, while the rest goes on, until it comes again
    std::string onPage; ///< those names count only while that page is shown; empty: always
    Quantity runsFor{0, "s"}; ///< after it began again it stops by itself; 0 s: it does not

    bool operator==(const DerivedSpec&) const = default;
};
/// Returns whether it gathers, so that gathering can be stopped.
constexpr bool canStop(DerivedKind kind)
{
    return kind == DerivedKind::Total || kind == DerivedKind::Least || kind == DerivedKind::Most
        || kind == DerivedKind::Tally;
}
template <class Archive> void describe(Archive& a, DerivedSpec& d)
{
    a.choice("kind", d.kind, derivedKindWords);
    if (d.kind == DerivedKind::Formula)
        return a.text("formula", d.formula);
    a.text("of", d.of);
    if (d.kind == DerivedKind::Next)
        return a.optionalInteger("nth", d.nth, 1, 1, 100);
    if (d.kind == DerivedKind::At)
        a.text("event", d.event);
    if (d.kind == DerivedKind::Tally || d.kind == DerivedKind::At)
        a.optionalText("name", d.name);
    if (d.kind == DerivedKind::At)
        return;
    a.optionalText("resetBy", d.resetBy);
    a.optionalText("resetName", d.resetName);
    a.optionalText("stopName", d.stopName);
    a.optionalText("holdName", d.holdName);
    a.optionalText("onPage", d.onPage);
    if (canStop(d.kind))
        a.optionalQuantity("runsFor", d.runsFor, "s", Range::notNegative());
}

/// A channel is valid only while another one is good enough.
struct GateSpec {
    std::string channel;
    Quantity opensAt{1, "count"};
    Quantity closesBelow{1, "count"}; ///< not above opensAt

    bool operator==(const GateSpec&) const = default;
};
template <class Archive> void describe(Archive& a, GateSpec& g)
{
    a.text("channel", g.channel);
    a.anyQuantity("opensAt", g.opensAt);
    a.quantity("closesBelow", g.closesBelow, std::string(g.opensAt.unit));
    if constexpr (Archive::isReading)
        if (!a.failed() && inSi(g.closesBelow) > inSi(g.opensAt))
            a.failAt("closesBelow", "a gate must not close above the value that opens it");
}

/// What a real board calls the channel in its lines, and what it tells there.
struct LiveSpec {
    std::string field; ///< "*": the device itself is at the port, every byte is its; empty: none
    Tap tap = Tap::Reading;

    bool operator==(const LiveSpec&) const = default;
};
template <class Archive> void describe(Archive& a, LiveSpec& l)
{
    a.text("field", l.field);
    a.choice("tap", l.tap, tapWords);
}

struct Source {
    SourceKind kind = SourceKind::Analog;
    std::string device; ///< id of the device that tells it
    // What a told channel has of its device, and the file says there:
    std::string board; ///< id of the part that reads or tells it, or whose lines it is: a board, a
                       ///< module
    std::string pin; ///< as printed on the board
    Quantity range{0, "V"}; ///< ± that the converter's gain is set to for it; 0 is its own
    std::string lane; ///< of a scenario: the true quantity, or what happens
    Quantity sampleEvery{100, "ms"}; ///< also of its device, when it is told
    // What a told number cannot say better, in the channel's unit; 0 is not known:
    Difference resolution{0, ""};
    Difference accuracy{0, ""}; ///< half width

    PulseSpec pulses;
    EncoderSpec encoder;
    MatrixSpec matrix;
    WaveformSpec waveform;
    LadderSpec ladder;
    SwitchSpec contact;
    KeyCodeSpec keyCodes;
    LabelSpec labels;
    ReceiverSpec receiver;
    LinesSpec lines;
    NodeSpec node;
    ComputerGives computer = ComputerGives::Load;
    ClockSpec clock;
    UptimeSpec uptime;
    NetworkGives network = NetworkGives::Name;
    DerivedSpec derived;

    std::vector<NameSpec> names; ///< of codes and texts
    std::optional<GateSpec> gate;
    std::optional<LiveSpec> live;
    Extras extras;

    bool operator==(const Source&) const = default;
};

/// Returns whether a source gives texts that have names: codes, or the rows of a list.
inline bool hasTexts(const Source& source)
{
    return givesCodes(source.kind)
        || (source.kind == SourceKind::Derived && source.derived.kind == DerivedKind::Next);
}

/// Returns whether two sources are one wheel at one pin, of which one tells the rate and the other
/// one the total: then only one of them has a course.
inline bool isOneWheel(const Source& a, const Source& b)
{
    return a.kind == SourceKind::Pulses && b.kind == a.kind && !a.pin.empty() && a.board == b.board
        && a.pin == b.pin && a.pulses.gives != b.pulses.gives && a.lane.empty() != b.lane.empty();
}

/// Returns the unit in which a source gives its numbers, before scaling; `unit` is the channel's.
inline std::string readingUnitOf(const Source& source, std::string_view unit)
{
    switch (source.kind) {
    case SourceKind::Receiver:
        return std::string(receiverGivesUnits[static_cast<std::size_t>(source.receiver.gives)]);
    case SourceKind::Computer:
        return source.computer == ComputerGives::Temperature ? "degC" : "%";
    case SourceKind::Clock:
        return "s";
    case SourceKind::Uptime:
        return "ms";
    case SourceKind::Waveform:
        return "Hz";
    case SourceKind::Lines:
        return source.lines.isTime      ? "s"
            : source.lines.unit.empty() ? std::string(unit)
                                        : source.lines.unit;
    case SourceKind::Analog:
    case SourceKind::KeyLadder:
    case SourceKind::Pulses:
    case SourceKind::Encoder:
    case SourceKind::Switch:
    case SourceKind::KeyMatrix:
    case SourceKind::KeyCodes:
    case SourceKind::Labels:
    case SourceKind::Words:
    case SourceKind::Node:
    case SourceKind::Network:
    case SourceKind::Derived:
        break;
    }
    return std::string(unit);
}

template <class Archive> void describeKind(Archive& a, Source& s)
{
    switch (s.kind) {
    case SourceKind::Analog:
        break;
    case SourceKind::Waveform:
        return a.object("waveform", s.waveform);
    case SourceKind::KeyLadder:
        return a.object("ladder", s.ladder);
    case SourceKind::Pulses:
        return a.object("pulses", s.pulses);
    case SourceKind::Encoder:
        return a.object("encoder", s.encoder);
    case SourceKind::Switch:
        return a.object("contact", s.contact);
    case SourceKind::KeyMatrix:
        return a.object("matrix", s.matrix);
    case SourceKind::KeyCodes:
        return a.object("keyCodes", s.keyCodes);
    case SourceKind::Labels:
        return a.object("labels", s.labels);
    case SourceKind::Receiver:
        return a.object("receiver", s.receiver);
    case SourceKind::Lines:
    case SourceKind::Words:
        return a.object("lines", s.lines);
    case SourceKind::Node:
        return a.object("node", s.node);
    case SourceKind::Computer:
        return a.choice("computer", s.computer, computerGivesWords);
    case SourceKind::Clock:
        return a.object("clock", s.clock);
    case SourceKind::Uptime:
        return a.object("uptime", s.uptime);
    case SourceKind::Network:
        return a.choice("network", s.network, networkGivesWords);
    case SourceKind::Derived:
        return a.object("derived", s.derived);
    }
}

template <class Archive> void describe(Archive& a, Source& s)
{
    a.choice("kind", s.kind, sourceKindWords);
    if (isTold(s.kind)) {
        a.text("device", s.device);
    } else {
        a.text("board", s.board);
        if (isAtPin(s.kind))
            a.text("pin", s.pin);
    }
    a.optionalQuantity("range", s.range, "V", Range::notNegative());
    if (hasLane(s.kind))
        a.text("lane", s.lane);
    if (!isTold(s.kind))
        a.quantity("sampleEvery", s.sampleEvery, "s", {1e-4, 86400});
    a.optionalAnyDifference("resolution", s.resolution);
    a.optionalAnyDifference("accuracy", s.accuracy);
    describeKind(a, s);
    a.optionalList("names", s.names);
    a.optionalObject("gate", s.gate);
    a.optionalObject("live", s.live);
    a.extras(s.extras);
}

} // namespace fern
