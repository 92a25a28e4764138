#pragma once
// What the file says about a device: something outside the board that speaks to it in bytes, and
// tells any number of channels.

#include "base/archive.h"
#include "world/source_spec.h"

#include <string>

namespace fern {

/// Returns whether its bytes come over a serial line.
constexpr bool isSerial(DeviceKind kind)
{
    return kind != DeviceKind::Remote;
}

enum class SerialPort { Hardware, Software, Usb };
inline constexpr Words<3> serialPortWords{"hardware", "software", "native USB"};

struct SerialSpec {
    int baud = 9600;
    SerialPort port = SerialPort::Hardware;

    bool operator==(const SerialSpec&) const = default;
};
template <class Archive> void describe(Archive& a, SerialSpec& s)
{
    a.integer("baud", s.baud, 50, 4'000'000);
    a.choice("port", s.port, serialPortWords);
}

/// How a receiver finds its place, and where its trip begins.
struct FixSpec {
    Quantity coldStart{30, "s"}; ///< from power-on to the first fix
    double scatter = 0.15; ///< rms of the speed it tells, metre per second: never quite zero
    double latitude = 54.2, longitude = 3.5; ///< degrees, north and east: open water

    bool operator==(const FixSpec&) const = default;
};
template <class Archive> void describe(Archive& a, FixSpec& f)
{
    a.quantity("coldStart", f.coldStart, "s", {0, 3600});
    a.number("scatter", f.scatter, {0, 100});
    if (Archive::isReading ? a.has("latitude") : f.latitude != FixSpec{}.latitude)
        a.number("latitude", f.latitude, {-85, 85});
    if (Archive::isReading ? a.has("longitude") : f.longitude != FixSpec{}.longitude)
        a.number("longitude", f.longitude, {-180, 180});
}

/// The shape of its lines, which hold the numbers of all its channels.
struct LineShape {
    LineForm form = LineForm::NameValue;
    std::string separator = ":"; ///< between name and value, or between columns

    bool operator==(const LineShape&) const = default;
};
template <class Archive> void describe(Archive& a, LineShape& l)
{
    a.choice("form", l.form, lineFormWords);
    if (l.form != LineForm::Json) {
        a.text("separator", l.separator);
        if (Archive::isReading && l.separator.size() != 1)
            a.failAt("separator", "the separator must be one character");
    }
}

/// How the stations of a radio are polled, one after another.
/// How a packet radio puts its bytes into the air.
enum class Modulation {
    NotTold,
    Chirp, ///< spread over chirps
    Bits, ///< one after another, at a bit rate
};
inline constexpr Words<3> modulationWords{"not told", "chirps", "bits"};

struct AirSpec {
    Modulation modulation = Modulation::NotTold;
    int spreading = 7; ///< bits in a chirp
    Quantity bandwidth{125, "kHz"};
    int codingRate = 1; ///< parity bits beside each four: 1 is 4/5
    int preamble = 8; ///< symbols, or bytes
    Quantity bitRate{4800, "Hz"};
    int pollBytes = 8, answerBytes = 16; ///< of a message, all that the radio sends
    double sharePercent = 1; ///< of the time that one sender may be in the air

    bool operator==(const AirSpec&) const = default;
};
template <class Archive> void describe(Archive& a, AirSpec& s)
{
    a.choice("modulation", s.modulation, modulationWords);
    if (s.modulation == Modulation::NotTold)
        return;
    if (s.modulation == Modulation::Chirp) {
        a.integer("spreading", s.spreading, 7, 12);
        a.quantity("bandwidth", s.bandwidth, "Hz", {7800, 500e3});
        a.integer("codingRate", s.codingRate, 1, 4);
    } else {
        a.quantity("bitRate", s.bitRate, "Hz", {100, 2e6});
    }
    a.integer("preamble", s.preamble, 0, 1000);
    a.integer("pollBytes", s.pollBytes, 1, 255);
    a.integer("answerBytes", s.answerBytes, 1, 255);
    a.number("sharePercent", s.sharePercent, {0.001, 100});
}

struct RadioSpec {
    Quantity slot{12, "s"}; ///< of one poll; the next station has its turn after it
    Quantity reply{1.2, "s"}; ///< to the last byte of an answer, from the poll or the one before
    int tries = 3; ///< in one slot
    bool acknowledges = false; ///< a station says an answer again that nobody has acknowledged
    AirSpec air{};

    bool operator==(const RadioSpec&) const = default;
};
template <class Archive> void describe(Archive& a, RadioSpec& r)
{
    a.quantity("slot", r.slot, "s", {0.01, 86400});
    a.quantity("reply", r.reply, "s", {0.001, 3600});
    a.integer("tries", r.tries, 1, 100);
    a.flag("acknowledges", r.acknowledges);
    if (Archive::isReading ? a.has("air") : r.air != AirSpec{})
        a.object("air", r.air);
}

struct Device {
    std::string id;
    std::string name;
    DeviceKind kind = DeviceKind::Receiver;
    std::string board; ///< id of the part that it speaks to, or is: a board, or a module
    std::string pin; ///< of a remote control's receiver, as printed on the board
    Quantity every{1, "s"}; ///< how often it speaks by itself; of a radio: each station is polled
    SerialSpec serial;
    FixSpec fix; ///< of a receiver
    LineShape lines;
    RadioSpec radio;
    Quantity repeatEvery{108, "ms"}; ///< of a remote control's key that is held
    Extras extras;

    bool operator==(const Device&) const = default;
};
template <class Archive> void describe(Archive& a, Device& d)
{
    a.text("id", d.id);
    a.text("name", d.name);
    a.choice("kind", d.kind, deviceKindWords);
    a.text("board", d.board);
    if (d.kind == DeviceKind::Remote)
        a.text("pin", d.pin);
    a.quantity("every", d.every, "s", {1e-4, 86400});
    if (isSerial(d.kind))
        a.object("serial", d.serial);
    switch (d.kind) {
    case DeviceKind::Remote:
        a.quantity("repeatEvery", d.repeatEvery, "s", {0.01, 10});
        break;
    case DeviceKind::Receiver:
        a.object("fix", d.fix);
        break;
    case DeviceKind::Lines:
        a.object("lines", d.lines);
        break;
    case DeviceKind::Radio:
        a.object("radio", d.radio);
        break;
    case DeviceKind::Scanner:
    case DeviceKind::Computer:
        break;
    }
    a.extras(d.extras);
}

} // namespace fern
