#include "run/hand.h"

#include "base/number_text.h"

#include <algorithm>

namespace fern {

namespace {

constexpr double stillDown = 600; ///< seconds; nobody holds a key for longer

/// Whether the length of a press matters.
bool canBeHeld(SourceKind kind)
{
    return kind == SourceKind::KeyLadder || kind == SourceKind::KeyCodes;
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
        if (s.kind == SourceKind::KeyLadder) {
            for (const auto& key : s.ladder.keys)
                add(key.name, key.name);
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

void HandEvents::forgetAfter(double seconds)
{
    std::erase_if(m_done, [&](const Done& done) { return done.from > seconds; });
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
}

} // namespace fern
