#include "world/device.h"

#include "base/json.h"
#include "base/number_text.h"
#include "world/lane_events.h"
#include "world/radio_device.h"
#include "world/receiver_device.h"
#include "world/told_value.h"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <optional>

#include <fmt/format.h>

namespace fern {

namespace {

const Ticks eventSlot = ticksFromSeconds(1);

/// "07:45", with its seconds where it has some.
std::string timeTold(double secondOfDay)
{
    const auto second = static_cast<std::int64_t>(std::floor(secondOfDay + 0.5));
    const auto day = ((second % 86400) + 86400) % 86400;
    auto text = fmt::format("{:02}:{:02}", day / 3600, day / 60 % 60);
    return day % 60 == 0 ? text : text + fmt::format(":{:02}", day % 60);
}

/// What the lines say of a channel; nothing where there is none.
std::string wordTold(const ToldValue& value, double seconds)
{
    if (value.source.kind != SourceKind::Words) {
        const double number = toldAt(value, seconds);
        return value.source.lines.isTime ? timeTold(number) : numberTold(value.source, number);
    }
    const auto* event = eventAt(value.events, value.faults.seenSeconds(seconds));
    return event == nullptr ? std::string() : event->what;
}

/// Whether the scenario says what is told.
bool isTruthTold(const ToldValue& value)
{
    return value.source.kind == SourceKind::Words ? !value.events.empty() : !value.lane.empty();
}

/// Puts a value at a key of a JSON line; dots lead into objects.
void put(json::Node& object, std::string_view key, const json::Node& value)
{
    const auto dot = key.find('.');
    const auto head = key.substr(0, dot);
    auto found = std::find_if(object.members.begin(), object.members.end(),
        [&](const json::Member& member) { return member.key == head; });
    if (found == object.members.end()) {
        object.add(std::string(head), json::makeObject());
        found = object.members.end() - 1;
    }
    if (dot != std::string_view::npos && found->value.kind == json::Kind::Object)
        return put(found->value, key.substr(dot + 1), value);
    found->value = value;
}

/// A number as it is written, a text or time in quotes, null for nothing.
json::Node valueTold(const ToldValue& value, double seconds)
{
    const auto word = wordTold(value, seconds);
    if (value.source.kind == SourceKind::Words || value.source.lines.isTime)
        return word.empty() ? json::Node{} : json::makeString(word);
    auto number = json::makeNumber(0);
    number.text = word;
    return number;
}

/// One line with what all channels read; of columns that no channel reads, some number.
std::string lineOf(const SenderSetting& s, double seconds)
{
    const auto& shape = s.device.lines;
    std::string line;
    if (shape.form == LineForm::Json) {
        auto object = json::makeObject();
        for (const auto& value : s.values)
            if (isTruthTold(value))
                put(object, value.source.lines.key, valueTold(value, seconds));
        line = json::writeCompact(object);
    } else if (shape.form == LineForm::NameValue) {
        for (const auto& value : s.values)
            if (isTruthTold(value))
                line += (line.empty() ? "" : ",") + value.source.lines.key + shape.separator
                    + wordTold(value, seconds);
    } else {
        int last = 0;
        for (const auto& value : s.values)
            last = std::max(last, value.source.lines.column);
        for (int column = 1; column <= last; ++column) {
            const auto its = std::find_if(s.values.begin(), s.values.end(),
                [&](const auto& v) { return v.source.lines.column == column && isTruthTold(v); });
            line += (column > 1 ? shape.separator : "")
                + (its == s.values.end() ? shortestText(std::floor(seconds) + column)
                                         : wordTold(*its, seconds));
        }
    }
    return line + "\n";
}

/// The health of a made-up computer, in which the figures that channels read follow their lanes.
std::string computerLine(const SenderSetting& s, double seconds)
{
    constexpr std::array<double, 4> usual{12, 41, 63, 48};
    const RandomStream wander(s.seed, s.device.id, "computer");
    std::string line;
    for (std::size_t i = 0; i < usual.size(); ++i) {
        const auto its = std::find_if(s.values.begin(), s.values.end(), [&](const ToldValue& v) {
            return static_cast<std::size_t>(v.source.computer) == i && !v.lane.empty();
        });
        const double value = its == s.values.end()
            ? usual[i] + wander.symmetric(static_cast<std::uint64_t>(seconds) * 4 + i)
            : toldAt(*its, seconds);
        line += fmt::format("{}{}:{:.1f}", i == 0 ? "" : ",", computerGivesWords[i], value);
    }
    return line + "\n";
}

using Line = std::string (*)(const SenderSetting& s, double seconds);

std::optional<std::string> sentAt(
    const SenderSetting& s, Line line, double seconds, std::int64_t number)
{
    if (s.faults.isOn(FaultKind::Silence, seconds))
        return std::nullopt;
    auto bytes = line(s, seconds);
    if (s.faults.isDamaged(seconds, number))
        bytes =
            damagedMessage(std::move(bytes), RandomStream(s.seed, s.device.id, "damage"), number);
    return bytes;
}

/// A device that sends one text each period.
Sender periodic(SenderSetting s, Line line)
{
    const auto period = ticksFromSeconds(inSi(s.device.every));
    return {period, [s = std::move(s), line, period](std::int64_t slot) -> std::vector<Sent> {
                const auto at = period * slot;
                auto bytes = sentAt(s, line, inSeconds(at), slot);
                if (!bytes)
                    return {};
                const double onLine =
                    serialSeconds(s.device.serial, static_cast<double>(bytes->size()));
                return {{at + ticksFromSeconds(onLine), *std::move(bytes)}};
            }};
}

/// The four bytes of a frame, the highest first.
std::string frameOf(const std::string& code)
{
    std::uint32_t value = 0;
    std::from_chars(code.data(), code.data() + code.size(), value, 16);
    std::string bytes;
    for (int shift = 24; shift >= 0; shift -= 8)
        bytes += static_cast<char>(value >> static_cast<unsigned>(shift) & 0xFFU);
    return bytes;
}

/// What its channels' events make it send.
Sender eventful(SenderSetting s,
    const std::function<std::vector<Sent>(const ToldValue&, const LaneEvent&, std::size_t)>& send)
{
    return {eventSlot, [s = std::move(s), send](std::int64_t slot) {
                std::vector<Sent> all;
                const auto from = static_cast<double>(slot);
                for (const auto& value : s.values)
                    for (std::size_t i = 0; i < value.events.size(); ++i) {
                        const auto& event = value.events[i];
                        if (event.at < from || event.at >= from + 1
                            || s.faults.isOn(FaultKind::Silence, event.at))
                            continue;
                        for (auto& sent : send(value, event, i))
                            all.push_back(std::move(sent));
                    }
                std::stable_sort(all.begin(), all.end(),
                    [](const Sent& a, const Sent& b) { return a.at < b.at; });
                return all;
            }};
}

Sender remoteControl(const SenderSetting& s)
{
    const double every = inSi(s.device.repeatEvery);
    return eventful(
        s, [s, every](const ToldValue& value, const LaneEvent& event, std::size_t index) {
            const auto press = pressOf(event.what);
            const auto code = keyCodeOf(value.source.names, press.key);
            std::vector<Sent> frames;
            if (code.empty())
                return frames;
            for (int k = 0; k == 0 || k * every <= press.seconds; ++k) {
                const double at = event.at + k * every;
                const auto number = static_cast<std::int64_t>(index * 1000) + k;
                auto bytes = k == 0 ? frameOf(code) : std::string(4, '\xFF');
                if (s.faults.isDamaged(at, number)) {
                    const RandomStream chance(s.seed, s.device.id, "damage");
                    bytes[static_cast<std::size_t>(chance.bits(static_cast<std::uint64_t>(number))
                        % 4)] ^= static_cast<char>(0x24);
                }
                frames.push_back({ticksFromSeconds(at), std::move(bytes)});
            }
            return frames;
        });
}

Sender scanner(const SenderSetting& s)
{
    return eventful(s, [s](const ToldValue& /*value*/, const LaneEvent& event, std::size_t index) {
        auto bytes = event.what + "\r\n";
        const auto number = static_cast<std::int64_t>(index);
        if (s.faults.isDamaged(event.at, number))
            bytes = damagedMessage(
                std::move(bytes), RandomStream(s.seed, s.device.id, "damage"), number);
        const double onLine = serialSeconds(s.device.serial, static_cast<double>(bytes.size()));
        return std::vector<Sent>{{ticksFromSeconds(event.at + onLine), std::move(bytes)}};
    });
}

} // namespace

std::optional<std::string> lineSent(const SenderSetting& s, double seconds, std::int64_t number)
{
    return sentAt(s, lineOf, seconds, number);
}

std::string damagedMessage(std::string bytes, const RandomStream& chance, std::int64_t index)
{
    const auto i = static_cast<std::uint64_t>(index) * 4 + (1ULL << 42U);
    if (bytes.size() < 2)
        return bytes;
    const auto at = static_cast<std::size_t>(chance.bits(i) % (bytes.size() - 1));
    if (chance.uniform(i + 1) < 0.5)
        bytes.erase(at, 1 + chance.bits(i + 2) % (bytes.size() - at - 1));
    else
        bytes[at] = static_cast<char>(bytes[at] ^ static_cast<char>(1U << chance.bits(i + 3) % 7));
    return bytes;
}

bool hasFinitePort(const Device& device)
{
    return isSerial(device.kind) && device.kind != DeviceKind::Radio
        && device.serial.port == SerialPort::Hardware;
}

double serialSeconds(const SerialSpec& serial, double bytes)
{
    constexpr double bitsPerByte = 10;
    return serial.port == SerialPort::Usb ? 0 : bytes * bitsPerByte / serial.baud;
}

double bytesInPeriod(DeviceKind kind, std::size_t channels)
{
    constexpr double sentence = 82;
    constexpr double perChannel = 32;
    switch (kind) {
    case DeviceKind::Receiver:
        return 2.25 * sentence;
    case DeviceKind::Computer:
        return 60;
    case DeviceKind::Scanner:
        return 15; // EAN-13 and its line end
    case DeviceKind::Remote:
        return 4;
    case DeviceKind::Lines:
    case DeviceKind::Radio:
        break;
    }
    return perChannel * static_cast<double>(channels);
}

std::string keyCodeOf(const std::vector<NameSpec>& names, std::string_view key)
{
    for (const auto& name : names)
        if (name.name == key)
            return asKeyCode(name.code);
    const auto code = asKeyCode(key);
    const bool isCode =
        code.size() == 8 && code.find_first_not_of("0123456789ABCDEF") == std::string::npos;
    return isCode ? code : std::string();
}

Press pressOf(std::string_view what)
{
    constexpr std::string_view word = " held ";
    const auto at = what.rfind(word);
    if (at == std::string_view::npos)
        return {std::string(what), 0};
    return {
        std::string(what.substr(0, at)), parseNumber(what.substr(at + word.size())).value_or(0)};
}

Sender makeSender(SenderSetting s)
{
    switch (s.device.kind) {
    case DeviceKind::Remote:
        return remoteControl(s);
    case DeviceKind::Scanner:
        return scanner(s);
    case DeviceKind::Receiver:
        return periodic(std::move(s), receiverSentences);
    case DeviceKind::Lines:
        return periodic(std::move(s), lineOf);
    case DeviceKind::Computer:
        return periodic(std::move(s), computerLine);
    case DeviceKind::Radio:
        break;
    }
    return radioSender(std::move(s));
}

} // namespace fern
