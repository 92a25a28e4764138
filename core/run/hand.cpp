#include "run/hand.h"

#include "base/number_text.h"
#include "curves/polyline.h"
#include "reading/key_matrix.h"

#include <algorithm>
#include <limits>

namespace fern {

namespace {

constexpr double stillDown = 600; ///< seconds; nobody holds a key for longer

/// Whether the length of a press matters.
bool canBeHeld(SourceKind kind)
{
    return kind == SourceKind::KeyLadder || kind == SourceKind::KeyMatrix
        || kind == SourceKind::KeyCodes;
}

void insert(std::vector<LaneEvent>& events, LaneEvent event)
{
    constexpr double apart = 1e-6; // the times of events rise
    auto next = std::upper_bound(events.begin(), events.end(), event.at,
        [](double at, const LaneEvent& other) { return at < other.at; });
    if (next != events.begin() && event.at < (next - 1)->at + apart)
        event.at = (next - 1)->at + apart;
    events.insert(next, std::move(event));
}

constexpr double forEver = std::numeric_limits<double>::infinity();

/// The course, but at `value` from one instant to another.
std::vector<CurvePoint> heldCourse(
    const std::vector<CurvePoint>& course, double value, double from, double to)
{
    constexpr double jump = 1e-6; // seconds
    std::vector<CurvePoint> changed;
    for (const auto& point : course)
        if (point.x < from)
            changed.push_back(point);
    changed.push_back({from, polylineAt(course, from)});
    changed.push_back({from + jump, value});
    if (to == forEver) {
        changed.push_back({std::max(course.back().x, from + 2 * jump), value});
        return changed;
    }
    const double end = std::max(to, from + 2 * jump);
    changed.push_back({end, value});
    changed.push_back({end + jump, polylineAt(course, end + jump)});
    for (const auto& point : course)
        if (point.x > end + jump)
            changed.push_back(point);
    return changed;
}

std::vector<std::string> keyNames(const Source& s)
{
    std::vector<std::string> names;
    if (s.kind == SourceKind::KeyLadder)
        for (const auto& key : s.ladder.keys)
            names.push_back(key.name);
    else
        names = matrixKeys(s.matrix);
    std::erase(names, std::string());
    return names;
}

} // namespace

std::vector<HandKey> handKeys(const Instrument& instrument)
{
    std::vector<HandKey> keys;
    for (const auto& channel : instrument.channels) {
        const auto& s = channel->source;
        const auto add = [&](const std::string& code, const std::string& what) {
            const auto name = nameOf(s.names, code);
            keys.push_back({channel->id, name.empty() ? code : std::string(name), what});
        };
        if (s.kind == SourceKind::KeyLadder || s.kind == SourceKind::KeyMatrix) {
            const auto names = keyNames(s);
            for (const auto& name : names)
                add(name, name);
            keys.push_back({channel->id, "none", ""});
            if (names.size() > 1)
                keys.push_back({channel->id, names[0] + "+" + names[1], names[0] + "+" + names[1]});
        } else if (s.kind == SourceKind::Switch) {
            for (const auto* position : {"on", "off"})
                add(position, position);
        } else if (s.kind == SourceKind::KeyCodes) {
            for (const auto& name : s.names)
                add(name.code, name.name);
        } else if (s.kind == SourceKind::Labels) {
            for (const auto& name : s.names)
                add(name.code, name.code);
        }
    }
    return keys;
}

void HandEvents::press(std::string_view channel, std::string_view what, double seconds)
{
    m_done.push_back({std::string(channel), std::string(what), seconds, seconds + stillDown});
}

void HandEvents::release(std::string_view channel, std::string_view what, double seconds)
{
    for (auto done = m_done.rbegin(); done != m_done.rend(); ++done)
        if (done->channel == channel && done->what == what && done->to > seconds) {
            done->to = seconds;
            return;
        }
}

void HandEvents::hold(std::string_view channel, double si, double seconds)
{
    letGo(channel, seconds);
    m_held.push_back({std::string(channel), si, seconds, forEver});
}

void HandEvents::letGo(std::string_view channel, double seconds)
{
    for (auto& held : m_held)
        if (held.channel == channel && held.to > seconds)
            held.to = seconds;
    std::erase_if(m_held, [](const Held& held) { return held.to <= held.from; });
}

std::optional<double> HandEvents::heldAt(std::string_view channel) const
{
    for (const auto& held : m_held)
        if (held.channel == channel && held.to == forEver)
            return held.value;
    return std::nullopt;
}

void HandEvents::forgetAfter(double seconds)
{
    std::erase_if(m_done, [&](const Done& done) { return done.from > seconds; });
    std::erase_if(m_held, [&](const Held& held) { return held.from > seconds; });
}

void HandEvents::addTo(PlainInstrument& instrument) const
{
    for (const auto& done : m_done) {
        const auto index = indexOf(instrument.channels, done.channel);
        if (index == instrument.channels.size())
            continue;
        auto& channel = instrument.channels[index];
        auto what = done.what;
        if (canBeHeld(channel.source.kind))
            what += " held " + shortestText(done.to - done.from);
        insert(channel.events, {done.from, std::move(what)});
    }
    for (const auto& held : m_held) {
        const auto index = indexOf(instrument.channels, held.channel);
        if (index == instrument.channels.size() || instrument.channels[index].lane.empty())
            continue;
        auto& lane = instrument.channels[index].lane;
        lane = heldCourse(lane, held.value, held.from, held.to);
    }
}

} // namespace fern
