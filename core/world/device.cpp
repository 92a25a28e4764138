#include "world/device.h"

#include "base/number_text.h"
#include "curves/polyline.h"
#include "world/receiver_device.h"

#include <algorithm>
#include <charconv>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

const Ticks eventSlot = ticksFromSeconds(1);

/// The truth in the unit in which the device tells it.
double toldAt(const DeviceSetting& s, double seconds, const Unit& unit)
{
    return fromSi(polylineAt(s.lane, s.faults.seenSeconds(seconds)), unit);
}

/// A number with the decimals of the source's resolution, three without one.
std::string numberTold(const Source& source, double value)
{
    const double step = source.resolution.value;
    const int decimals =
        step > 0 ? std::clamp(static_cast<int>(std::ceil(-std::log10(step) - 1e-9)), 0, 9) : 3;
    return fmt::format("{:.{}f}", value + 0.0, decimals);
}

std::string lineOf(const LinesSpec& spec, const std::string& value, double seconds)
{
    switch (spec.form) {
    case LineForm::NameValue:
        return spec.key + spec.separator + value + "\n";
    case LineForm::Columns: {
        std::string line;
        for (int column = 1; column <= spec.column; ++column)
            line += (column > 1 ? spec.separator : "")
                + (column == spec.column ? value : shortestText(std::floor(seconds) + column));
        return line + "\n";
    }
    case LineForm::Json:
        break;
    }
    std::string open;
    std::string close;
    std::string_view key = spec.key;
    for (auto dot = key.find('.'); dot != std::string_view::npos; dot = key.find('.')) {
        open += fmt::format("{{\"{}\":", key.substr(0, dot));
        close += "}";
        key.remove_prefix(dot + 1);
    }
    return fmt::format("{}{{\"{}\":{}}}{}\n", open, key, value, close);
}

/// The health of a made-up computer, in which one figure follows the lane.
std::string computerLine(const DeviceSetting& s, double seconds)
{
    constexpr std::array<double, 4> usual{12, 41, 63, 48};
    const RandomStream wander(s.seed, s.id, "computer");
    std::string line;
    for (std::size_t i = 0; i < usual.size(); ++i) {
        const bool isFollowed = i == static_cast<std::size_t>(s.source.computer);
        const auto unit = *parseUnit(i == 3 ? "degC" : "%");
        const double value = isFollowed
            ? toldAt(s, seconds, unit)
            : usual[i] + wander.symmetric(static_cast<std::uint64_t>(seconds) * 4 + i);
        line += fmt::format("{}{}:{:.1f}", i == 0 ? "" : ",", computerGivesWords[i], value);
    }
    return line + "\n";
}

using Line = std::function<std::string(double seconds)>;

/// A device that sends one text each period.
Device periodic(DeviceSetting s, const Line& line)
{
    const auto period = ticksFromSeconds(inSi(s.source.sampleEvery));
    return {period, [s = std::move(s), line, period](std::int64_t slot) -> std::vector<Sent> {
                const auto at = period * slot;
                const double seconds = inSeconds(at);
                if (s.faults.isOn(FaultKind::Silence, seconds))
                    return {};
                auto bytes = line(seconds);
                if (s.faults.isDamaged(seconds, slot))
                    bytes = damagedMessage(
                        std::move(bytes), RandomStream(s.seed, s.id, "damage"), slot);
                const double onLine =
                    serialSeconds(s.source.serial, static_cast<double>(bytes.size()));
                return {{at + ticksFromSeconds(onLine), std::move(bytes)}};
            }};
}

/// A remote station that answers its address, tries again when a message is lost, and is silent for
/// the rest of its slot.
Device node(DeviceSetting s)
{
    const auto period = ticksFromSeconds(inSi(s.source.sampleEvery));
    const RandomStream losses(s.seed, s.id, "losses");
    return {period, [s = std::move(s), losses, period](std::int64_t slot) -> std::vector<Sent> {
                const auto& spec = s.source.node;
                const double each = inSi(spec.slot) / spec.tries;
                for (int attempt = 0; attempt < spec.tries; ++attempt) {
                    const auto index = static_cast<std::uint64_t>(slot * spec.tries + attempt) * 2;
                    const double sent = inSeconds(period * slot) + attempt * each;
                    const double share = spec.lossPercent / 100;
                    if (s.faults.isOn(FaultKind::Silence, sent) || losses.uniform(index) < share
                        || losses.uniform(index + 1) < share)
                        continue;
                    const double heard = sent + inSi(spec.reply);
                    auto bytes = fmt::format(
                        "{}:{}\n", spec.address, numberTold(s.source, toldAt(s, sent, s.unit)));
                    if (s.faults.isDamaged(sent, slot))
                        bytes = damagedMessage(std::move(bytes), losses, slot);
                    return {{ticksFromSeconds(heard), std::move(bytes)}};
                }
                return {};
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

Device eventful(
    DeviceSetting s, const std::function<std::vector<Sent>(const LaneEvent&, std::size_t)>& send)
{
    return {eventSlot, [s = std::move(s), send](std::int64_t slot) {
                std::vector<Sent> all;
                const auto from = static_cast<double>(slot);
                for (std::size_t i = 0; i < s.events.size(); ++i) {
                    const auto& event = s.events[i];
                    if (event.at < from || event.at >= from + 1
                        || s.faults.isOn(FaultKind::Silence, event.at))
                        continue;
                    for (auto& sent : send(event, i))
                        all.push_back(std::move(sent));
                }
                std::stable_sort(all.begin(), all.end(),
                    [](const Sent& a, const Sent& b) { return a.at < b.at; });
                return all;
            }};
}

Device remoteControl(const DeviceSetting& s)
{
    return eventful(s, [s](const LaneEvent& event, std::size_t index) {
        const auto press = pressOf(event.what);
        const auto code = keyCodeOf(s.source.names, press.key);
        std::vector<Sent> frames;
        if (code.empty())
            return frames;
        const double every = inSi(s.source.keyCodes.repeatEvery);
        for (int k = 0; k == 0 || k * every <= press.seconds; ++k) {
            const double at = event.at + k * every;
            const auto number = static_cast<std::int64_t>(index * 1000) + k;
            auto bytes = k == 0 ? frameOf(code) : std::string(4, '\xFF');
            if (s.faults.isDamaged(at, number)) {
                const RandomStream chance(s.seed, s.id, "damage");
                bytes[static_cast<std::size_t>(chance.bits(static_cast<std::uint64_t>(number))
                    % 4)] ^= static_cast<char>(0x24);
            }
            frames.push_back({ticksFromSeconds(at), std::move(bytes)});
        }
        return frames;
    });
}

Device scanner(const DeviceSetting& s)
{
    return eventful(s, [s](const LaneEvent& event, std::size_t index) {
        auto bytes = event.what + "\r\n";
        const auto number = static_cast<std::int64_t>(index);
        if (s.faults.isDamaged(event.at, number))
            bytes = damagedMessage(std::move(bytes), RandomStream(s.seed, s.id, "damage"), number);
        const double onLine = serialSeconds(s.source.serial, static_cast<double>(bytes.size()));
        return std::vector<Sent>{{ticksFromSeconds(event.at + onLine), std::move(bytes)}};
    });
}

} // namespace

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

double serialSeconds(const SerialSpec& serial, double bytes)
{
    constexpr double bitsPerByte = 10;
    return serial.port == SerialPort::Usb ? 0 : bytes * bitsPerByte / serial.baud;
}

double bytesInPeriod(SourceKind kind)
{
    constexpr double sentence = 82;
    switch (kind) {
    case SourceKind::Receiver:
        return 2.25 * sentence;
    case SourceKind::Computer:
        return 60;
    case SourceKind::Labels:
        return 15; // EAN-13 and its line end
    default:
        return 32;
    }
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

Device makeDevice(DeviceSetting s)
{
    switch (s.source.kind) {
    case SourceKind::Receiver:
        return periodic(s, [s](double seconds) { return receiverSentences(s, seconds); });
    case SourceKind::KeyCodes:
        return remoteControl(s);
    case SourceKind::Labels:
        return scanner(s);
    case SourceKind::Computer:
        return periodic(s, [s](double seconds) { return computerLine(s, seconds); });
    case SourceKind::Node:
        return node(std::move(s));
    default:
        break;
    }
    const auto unit = *parseUnit(s.source.lines.unit.empty() ? s.unit.name : s.source.lines.unit);
    return periodic(s, [s, unit](double seconds) {
        return lineOf(s.source.lines, numberTold(s.source, toldAt(s, seconds, unit)), seconds);
    });
}

} // namespace fern
