// P04, P14, R12, R17: serial ports of the board, in hardware and in software.

#include "judge/rules/rules.h"

#include "base/number_text.h"
#include "base/quantity_text.h"
#include "instrument/part_edits.h"
#include "instrument/parts_view.h"
#include "instrument/serial_view.h"
#include "judge/part_fix.h"
#include "judge/words.h"
#include "world/device.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <map>

#include <fmt/format.h>

namespace fern {

namespace {

std::string serialPlace(const PlainDevice& device)
{
    return "/devices/" + device.spec->id + "/serial";
}

std::string namesOf(const std::vector<const Device*>& devices)
{
    std::string names;
    for (const auto* device : devices)
        names += (names.empty() ? "" : device == devices.back() ? " and " : ", ") + device->name;
    return names;
}

Fix inSoftware(const Device& device)
{
    return deviceFix(fmt::format("Read {} in software", device.name), device,
        [](Device& d) { d.serial.port = SerialPort::Software; });
}

} // namespace

void checkBaudRate(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    constexpr double fullShare = 0.7;
    constexpr std::array<int, 7> usual{2400, 4800, 9600, 19200, 38400, 57600, 115200};
    for (const auto& device : plain.devices) {
        const auto& d = *device.spec;
        const bool isPaced = d.kind == DeviceKind::Receiver || d.kind == DeviceKind::Lines
            || d.kind == DeviceKind::Computer;
        if (!isPaced || d.serial.port == SerialPort::Usb)
            continue;
        const double every = inSi(d.every);
        const double bytes = bytesInPeriod(d.kind, device.channels.size());
        const double needed = bytes * 10 / every; // bits a second
        const double share = needed / d.serial.baud;
        if (share <= fullShare)
            continue;
        Finding finding{"R12", share > 1 ? Severity::Stop : Severity::Check, serialPlace(device),
            fmt::format("{} baud {} the lines of {}", d.serial.baud,
                share > 1 ? "cannot carry" : "hardly carry", d.name),
            fmt::format("{} bytes every {} are {:.0f} bits a second, {:.0f} % of the line. What "
                        "does not fit comes later and later, or torn.",
                significantText(bytes, 4), durationText(every), needed, 100 * share),
            "ten bits a byte: start, eight, stop", {}, {}};
        const auto better = std::find_if(
            usual.begin(), usual.end(), [&](int baud) { return needed <= 0.5 * baud; });
        if (better != usual.end())
            finding.fixes.push_back(deviceFix(fmt::format("Use {} baud", *better), d,
                [baud = *better](Device& changed) { changed.serial.baud = baud; }));
        out.push_back(std::move(finding));
    }
}

void checkSoftwareSerial(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    constexpr int fastest = 9600;
    for (const auto& device : plain.devices) {
        const auto& serial = device.spec->serial;
        if (!isSerial(device.spec->kind) || serial.port != SerialPort::Software
            || serial.baud <= fastest)
            continue;
        out.push_back({"R17", Severity::Check, serialPlace(device),
            fmt::format("A serial port in software at {} baud", serial.baud),
            fmt::format("One bit lasts {}: an interrupt that comes between shifts it, and letters "
                        "turn into others. Up to {} baud it usually works, for one direction at a "
                        "time.",
                durationText(1.0 / serial.baud), fastest),
            "common practice",
            {deviceFix("Use a serial port of the board", *device.spec,
                 [](Device& d) { d.serial.port = SerialPort::Hardware; }),
                deviceFix(fmt::format("Use {} baud", fastest), *device.spec,
                    [](Device& d) { d.serial.baud = fastest; })},
            {}});
    }
}

void checkSoftwareListens(const Instrument& in, const PlainInstrument& /*plain*/, Findings& out)
{
    for (const auto& board : in.parts) {
        const auto devices = serialDevicesAt(in, *board, SerialPort::Software);
        if (devices.size() < 2)
            continue;
        Finding finding{"R17", Severity::Check, "/devices/" + devices.back()->id + "/serial",
            fmt::format("{} serial ports in software listen in turn", devices.size()),
            fmt::format("{}: a port in software hears only while the program listens to it, and it "
                        "listens to one at a time. What the others say meanwhile is lost.",
                namesOf(devices)),
            "common practice", {}, {}};
        if (serialDevicesAt(in, *board, SerialPort::Hardware).size() < serialPortsOf(*board))
            finding.fixes.push_back(deviceFix(
                fmt::format("Use a serial port of the board for {}", devices.back()->name),
                *devices.back(), [](Device& d) { d.serial.port = SerialPort::Hardware; }));
        out.push_back(std::move(finding));
    }
}

void checkEnoughSerialPorts(const Instrument& in, const PlainInstrument& /*plain*/, Findings& out)
{
    for (const auto& board : in.parts) {
        const auto devices = serialDevicesAt(in, *board, SerialPort::Hardware);
        const auto ports = serialPortsOf(*board);
        if (board->pins.empty() || devices.size() <= ports)
            continue;
        Finding finding{"P14", Severity::Stop, "/devices/" + devices.back()->id + "/serial",
            fmt::format("{} wanted, {} has {}",
                countText(std::ssize(devices), "serial port")
                    + (devices.size() == 1 ? " is" : " are"),
                partName(*board), ports == 0 ? std::string("none") : std::to_string(ports)),
            fmt::format("{}. Ways out: a port in software on two other pins, up to 9600 baud, or a "
                        "board with more ports.",
                namesOf(devices)),
            "serial ports of the board's class", {inSoftware(*devices.back())}, {}};
        out.push_back(std::move(finding));
    }
}

void checkSerialPortTwice(const Instrument& in, const PlainInstrument& /*plain*/, Findings& out)
{
    std::map<std::pair<const Part*, int>, const PinUse*> users;
    const auto uses = pinUses(in);
    for (const auto& use : uses) {
        const auto* pin = use.board == nullptr ? nullptr : findPin(*use.board, use.pin);
        if (pin == nullptr || pin->serialPort < 0 || use.role != PinRole::UartIn)
            continue;
        const auto [first, isNew] = users.emplace(std::pair(use.board, pin->serialPort), &use);
        if (isNew || first->second->pin == use.pin) // the same pin twice is told of the pin
            continue;
        Finding finding{"P04", Severity::Stop, use.place,
            fmt::format("Serial port {} is used by {} and {}", pin->serialPort,
                first->second->words, use.words),
            fmt::format("{} and {} are two ways to one port: it hears one of them.",
                first->second->pin, use.pin),
            "serial ports of the board's class", {}, {}};
        const auto free = freePins(uses, *use.board, PinRole::UartIn);
        const auto other = std::find_if(free.begin(), free.end(),
            [&](const PinSpec* f) { return f->serialPort != pin->serialPort; });
        if (other != free.end())
            finding.fixes.push_back({fmt::format("Move {} to {}", use.words, (*other)->name),
                [user = use.user(), to = (*other)->name](
                    const Instrument& before) { return withPin(before, user, to); }});
        out.push_back(std::move(finding));
    }
}

} // namespace fern
