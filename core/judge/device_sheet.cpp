#include "judge/device_sheet.h"

#include "judge/words.h"

#include <fmt/format.h>

namespace fern {

namespace {

std::string wayOf(const Device& device)
{
    if (!isSerial(device.kind))
        return "pin " + (device.pin.empty() ? std::string("not chosen yet") : device.pin);
    if (device.serial.port == SerialPort::Usb)
        return "native USB";
    return fmt::format("{} baud, {}", device.serial.baud,
        serialPortWords[static_cast<std::size_t>(device.serial.port)]);
}

/// What was heard last, of whichever of its channels.
std::string heardOf(
    const PlainDevice& device, const PlainInstrument& plain, const RunHistory& history, Ticks now)
{
    const Told* newest = nullptr;
    std::size_t of = 0;
    for (const auto channel : device.channels) {
        const auto* told = history.lastTold(channel);
        if (told != nullptr && (newest == nullptr || told->at > newest->at)) {
            newest = told;
            of = channel;
        }
    }
    if (newest == nullptr)
        return "nothing in the last seconds";
    const auto ago = durationText(inSeconds(now - newest->at));
    if (newest->state == ToldState::Bad)
        return fmt::format("damaged, {} ago", ago);
    return fmt::format("{}: {}, {} ago", plain.channels[of].name, newest->parsed, ago);
}

} // namespace

TextTable deviceTable(
    const Instrument& in, const PlainInstrument& plain, const RunHistory& history, Ticks now)
{
    TextTable table{{"device", "is", "at", "over", "tells", "heard last"}, {}};
    for (const auto& device : plain.devices) {
        const auto& d = *device.spec;
        std::string channels;
        for (const auto channel : device.channels)
            channels += (channels.empty() ? "" : ", ") + plain.channels[channel].name;
        const auto* part = findById(in.parts, d.board);
        table.rows.push_back(
            {d.name, std::string(deviceKindWords[static_cast<std::size_t>(d.kind)]),
                part == nullptr ? "" : partName(*part), wayOf(d),
                channels.empty() ? "nothing yet" : channels, heardOf(device, plain, history, now)});
    }
    return table;
}

} // namespace fern
