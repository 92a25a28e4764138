#pragma once
// What the file says about scenarios: lanes that the world follows, and what goes wrong meanwhile.

#include "base/archive.h"
#include "base/calendar.h"
#include "curves/points.h"

#include <cstdint>
#include <string>
#include <vector>

namespace fern {

/// Something that happens: a key is pressed, a label is scanned, a contact closes.
struct LaneEvent {
    double at = 0; ///< seconds since the start
    std::string what;

    bool operator==(const LaneEvent&) const = default;
};

/// One true quantity over time, straight lines between the points, past its last point it holds;
/// or events.
struct LaneSpec {
    std::string id; ///< the channel's source names it
    std::string unit;
    std::vector<CurvePoint> points; ///< x seconds since the start, rising; y in `unit`
    std::vector<LaneEvent> events; ///< seconds rising
    Extras extras;

    bool operator==(const LaneSpec&) const = default;
};

/// Events are written as [seconds, what] pairs.
template <class Archive> void describeEvents(Archive& a, std::vector<LaneEvent>& events)
{
    auto array = json::makeArray();
    for (const auto& event : events) {
        auto& pair = array.items.emplace_back(json::makeArray());
        pair.items = {json::makeNumber(event.at), json::makeString(event.what)};
    }
    a.node("events", array);
    if constexpr (Archive::isReading) {
        events.clear();
        if (array.kind != json::Kind::Array)
            return a.failAt("events", "events are a list of [seconds, text] pairs");
        for (const auto& pair : array.items) {
            const bool isPair = pair.items.size() == 2 && pair.items[0].kind == json::Kind::Number
                && pair.items[1].kind == json::Kind::String && pair.items[0].number >= 0;
            if (!isPair || (!events.empty() && !(pair.items[0].number > events.back().at)))
                return a.failAt("events", "events are [seconds, text] pairs with rising seconds");
            events.push_back({pair.items[0].number, pair.items[1].text});
        }
    }
}

template <class Archive> void describe(Archive& a, LaneSpec& l)
{
    a.text("id", l.id);
    if (l.points.empty() && a.has("events")) {
        describeEvents(a, l.events);
        return a.extras(l.extras);
    }
    a.text("unit", l.unit);
    if (Archive::isReading && !parseUnit(l.unit))
        a.failAt("unit", "the unit \"" + l.unit + "\" is not known");
    describePoints(a, "points", l.points, "points are [seconds, value] pairs with rising seconds");
    a.extras(l.extras);
}

enum class FaultKind {
    Noise, ///< amount: rms volts at the pin
    Hum, ///< amount: amplitude in volts, at `hertz`
    Drift, ///< amount: volts a minute
    Spikes, ///< amount: volts, `share` of the samples
    Floating, ///< the wire is off: the pin wanders and picks up hum
    Dropouts, ///< `share` of the samples: the contact is open, the pin falls to ground
    Stuck, ///< the sensor stays where it was
    NoFix, ///< a receiver sees no sky
    Silence, ///< a device says nothing
    Garbage, ///< `share` of what a device says arrives damaged
};
inline constexpr Words<10> faultKindWords{"noise", "mains hum", "drift", "spikes", "floating",
    "dropouts", "stuck", "no fix", "silence", "garbage"};

constexpr bool hasAmount(FaultKind kind)
{
    return kind <= FaultKind::Spikes;
}
constexpr bool hasShare(FaultKind kind)
{
    return kind == FaultKind::Spikes || kind == FaultKind::Dropouts || kind == FaultKind::Garbage;
}

/// Returns whether it is a fault of what a device says.
constexpr bool isOfSpeech(FaultKind kind)
{
    return kind >= FaultKind::NoFix;
}

/// Something that goes wrong at one channel or device for a while.
struct FaultSpec {
    std::string id;
    std::string channel; ///< or
    std::string device; ///< one of the two is empty
    FaultKind kind = FaultKind::Noise;
    double from = 0, to = 0; ///< seconds since the start
    Quantity amount{0, "V"};
    double share = 0; ///< 0 … 1
    double hertz = 50;
    Extras extras;

    bool operator==(const FaultSpec&) const = default;
};

template <class Archive> void describe(Archive& a, FaultSpec& f)
{
    a.text("id", f.id);
    a.optionalText("channel", f.channel);
    a.optionalText("device", f.device);
    if (Archive::isReading && f.channel.empty() == f.device.empty())
        a.failAt("channel", "a fault is one of a channel or of a device");
    a.choice("kind", f.kind, faultKindWords);
    a.number("from", f.from, Range::notNegative());
    a.number("to", f.to, Range::notNegative());
    if (Archive::isReading && f.to < f.from)
        a.failAt("to", "a fault must not end before it begins");
    if (hasAmount(f.kind))
        a.quantity("amount", f.amount, "V");
    if (hasShare(f.kind))
        a.number("share", f.share, {0, 1});
    if (f.kind == FaultKind::Hum || f.kind == FaultKind::Floating)
        a.number("hertz", f.hertz, {0.1, 10000});
    a.extras(f.extras);
}

struct Scenario {
    std::string id;
    std::string name;
    std::uint64_t seed = 1;
    std::string startsAt; ///< UTC, ISO 8601
    std::vector<LaneSpec> lanes;
    std::vector<FaultSpec> faults;
    Extras extras;

    bool operator==(const Scenario&) const = default;
};

template <class Archive> void describe(Archive& a, Scenario& s)
{
    a.text("id", s.id);
    a.text("name", s.name);
    a.unsigned64("seed", s.seed);
    a.text("startsAt", s.startsAt);
    if constexpr (Archive::isReading)
        if (const auto start = parseUtc(s.startsAt); !s.startsAt.empty() && !start)
            a.failAt("startsAt", start.error().message);
    a.list("lanes", s.lanes);
    a.optionalList("faults", s.faults);
    a.extras(s.extras);
}

} // namespace fern
