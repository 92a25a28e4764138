#pragma once
// The document: one instrument as a value whose parts are shared. Copying is cheap; a part that an
// edit did not touch keeps its address, so unequal pointers are the signal of a change.

#include "base/archive.h"
#include "drive/spec.h"
#include "kernel/kernel.h"
#include "parts/spec.h"
#include "scale/spec.h"
#include "screens/spec.h"
#include "signal/tap.h"
#include "smooth/spec.h"
#include "text/other_forms.h"
#include "text/spec.h"
#include "timing/spec.h"
#include "world/device_spec.h"
#include "world/spec.h"

#include <memory>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace fern {

template <class T> using Shared = std::shared_ptr<const T>;
template <class T> using SharedList = std::vector<Shared<T>>;

/// What the whole instrument is wished to do.
struct InstrumentWish {
    Quantity hours{8, "h"}; ///< on its battery
    Quantity readingDistance{0.7, "m"};
    std::string budget; ///< any text, with its currency
    Extras extras;

    bool operator==(const InstrumentWish&) const = default;
};

/// What one channel is wished to do. The unit of `from` is the channel's unit.
struct ChannelWish {
    Quantity from{0, "V"};
    Quantity to{5, "V"};
    Difference step{0.1, "V"}; ///< smallest change that should show
    Difference tolerance{0.1, "V"}; ///< half width
    Quantity freshness{2, "s"}; ///< oldest that a shown number may be
    Extras extras;

    bool operator==(const ChannelWish&) const = default;
};

inline constexpr Words<2> numberKindWords{"32-bit float", "64-bit float"};

struct Channel {
    std::string id;
    std::string name;
    ChannelWish wish;
    Source source;
    SensorSpec sensor; ///< of an analog source, and so the front end
    FrontEndSpec frontEnd;
    ScalingSpec scaling;
    std::optional<Calibration> draft; ///< pairs that are being taken
    std::vector<Calibration> calibrations; ///< that were applied, the oldest first
    NumberKind numberKind = NumberKind::Float32; ///< in which the board computes from Scale on
    std::vector<StepSpec> smoothing;
    Extras extras;

    bool operator==(const Channel&) const = default;
};

enum class ReaderKind { Digits };
inline constexpr Words<1> readerKindWords{"digits"};

/// One place where a channel is read.
struct Reader {
    std::string id;
    std::string channel;
    ReaderKind kind = ReaderKind::Digits;
    std::string unit; ///< in which the number is shown
    TextSpec text;
    std::optional<OtherForms> others; ///< in which its number can be written too
    Quantity staleAfter{10, "s"}; ///< without a new sample the stale mark is shown; 0 s is never
    Quantity standsFor{0, "s"}; ///< wished, so that it can be read; 0 s: as long as is usual
    Extras extras;

    bool operator==(const Reader&) const = default;
};

/// How bright a display is by a channel or setting, on a straight line that stops at both ends.
struct Dimming {
    std::string from; ///< id of a channel or setting
    Quantity low{0, "count"}, high{1, "count"}; ///< of it
    int lowPercent = 100, highPercent = 100; ///< of the display's own brightness

    bool operator==(const Dimming&) const = default;
};

/// A display as the firmware drives it.
struct Display {
    std::string id;
    std::string part;
    Quantity busSpeed{0, "kHz"}; ///< clock while its part hangs on no bus; 0: the usual one
    Quantity redrawEvery{500, "ms"};
    Quantity digitsEvery{0, "ms"}; ///< numbers and words are written anew no more often; bars and
                                   ///< histories follow each redraw. 0: all do
    DriverSpec driver;
    std::string mirrors; ///< id of another display, whose pages it shows too
    PageTurning turning;
    DayPlan day;
    std::optional<Dimming> dimming;
    Extras extras;

    bool operator==(const Display&) const = default;
};

/// Keys that type a setting's value: those that are called 0 to 9, and these.
struct KeyEntry {
    std::string point; ///< empty: whole numbers only
    std::string clear, confirm; ///< names of codes

    bool operator==(const KeyEntry&) const = default;
};

/// A setting steps up by itself until a channel is high enough, once around or up to its most.
struct Seeking {
    std::string channel;
    Quantity above{0, "count"}; ///< of that channel
    Quantity every{200, "ms"}; ///< how long it waits for the channel at each step

    bool operator==(const Seeking&) const = default;
};

/// A value that the user changes on the instrument, with buttons or a stick.
struct Setting {
    std::string id;
    std::string name;
    Quantity value{0, "count"}; ///< after the first power-on; its unit is the setting's
    Quantity least{0, "count"};
    Quantity most{10, "count"};
    Difference step{1, "count"};
    bool wraps = false; ///< past the most it begins at the least again
    bool isKept = false; ///< over power-off
    std::vector<double> presets; ///< rising, in the unit; `seek` goes to the next one, where it
                                 ///< does not begin to seek
    std::string by; ///< the channel of codes that changes it; empty: nothing does
    std::string up, down, seek; ///< names of its codes
    std::string onPage; ///< codes count only while that page is shown; empty: always
    std::optional<KeyEntry> entry;
    std::optional<Seeking> seeking;
    Extras extras;

    bool operator==(const Setting&) const = default;
};

enum class OutputKind { Servo, Pwm, Tuned, Command, Motor };
inline constexpr Words<5> outputKindWords{"servo", "PWM", "tuned", "command", "motor"};

/// How a servo turns: on a straight line from its shortest pulse to its longest.
struct ServoTravel {
    Quantity leastPulse{1, "ms"};
    Quantity mostPulse{2, "ms"};
    Quantity travel{90, "deg"}; ///< between them

    bool operator==(const ServoTravel&) const = default;
};

/// A motor that is switched one way, the other way or off, until what it moves stands right by the
/// time that it has run.
struct MotorTravel {
    Quantity endToEnd{10, "s"};
    bool hasEndStops = false; ///< switches that stop it at both ends, and tell that it is there
    double startsAtPercent = 0; ///< of the way: where it stands at power-on

    bool operator==(const MotorTravel&) const = default;
};

/// What an output does when a code comes, before it follows its value again.
struct OutputSequence {
    std::string by; ///< a channel of codes; empty: there is none
    std::string name; ///< of the code
    std::string onPage; ///< the code counts only while that page is shown; empty: always
    bool acknowledges = false; ///< any code of the channel begins it that did something
    std::vector<CurvePoint> moves{{1, 1}}; ///< x seconds since the code until which it stands at y,
                                           ///< in the unit of the output's ends
    bool blocks = false; ///< the program waits for each move, and hears nothing meanwhile
    bool restarts = false; ///< a code that comes meanwhile begins it again; else it does not count

    bool operator==(const OutputSequence&) const = default;
};

/// Something that the instrument drives from a channel or a setting, on a straight line.
struct Output {
    std::string id;
    std::string name;
    OutputKind kind = OutputKind::Servo;
    std::string part; ///< the board, or the module that is driven
    std::string pin;
    std::string from; ///< id of a channel or setting
    Quantity low{0, "count"}; ///< of it, at which the output is `lowOutput`
    Quantity high{1, "count"};
    Quantity lowOutput{1, "ms"}; ///< servo: pulse width or degrees, PWM: a share, tuned: hertz,
                                 ///< motor: a position in any unit
    Quantity highOutput{2, "ms"};
    Quantity every{200, "ms"}; ///< how often it is set
    Quantity blinds{0, "ms"}; ///< interrupts are off for so long each time, as software servos do
    std::string station; ///< of a command: the channel with whose station's polls it goes along
    ServoTravel servo; ///< of a servo that is told in degrees
    MotorTravel motor;
    OutputSequence sequence;
    Extras extras;

    bool operator==(const Output&) const = default;
};

/// A judgement of the maker, kept with its reason: a finding to live with, or what was chosen in a
/// comparison.
struct Decision {
    std::string id;
    std::string rule; ///< of the finding: "T01"; empty for a choice
    std::string place; ///< of the finding, or what the choice is about
    std::string question; ///< of the comparison; empty for a finding
    std::string choice; ///< what was chosen
    std::string reason; ///< in the maker's words
    std::string on; ///< UTC date, ISO 8601
    Extras extras;

    bool operator==(const Decision&) const = default;
};

/// A column of a capture.
struct StoredColumn {
    std::string channel;
    Tap tap = Tap::Scaled;
    std::string unit; ///< empty for codes
    Extras extras;

    bool operator==(const StoredColumn&) const = default;
};

/// What is known of a capture; its samples lie beside the instrument's file, in a CSV file named
/// after its id.
struct StoredCapture {
    std::string id;
    std::string name;
    std::string note; ///< in the maker's words
    std::string on; ///< UTC, ISO 8601: when it was recorded or imported
    Quantity length{0, "s"}; ///< from its first sample to its last
    int rows = 0;
    std::vector<StoredColumn> columns;
    Extras extras;

    bool operator==(const StoredCapture&) const = default;
};

/// What one part of a class costs.
struct Price {
    std::string id;
    std::string className; ///< as a part, or a row of the parts list, names it
    std::string each; ///< an amount and any currency: "4.50 €"
    Extras extras;

    bool operator==(const Price&) const = default;
};

struct Instrument {
    std::string name;
    InstrumentWish wish;
    SharedList<Part> parts;
    SharedList<Device> devices;
    SharedList<Channel> channels;
    SharedList<Reader> readers;
    SharedList<Display> displays;
    SharedList<Page> pages;
    TimingSpec timing;
    SharedList<Scenario> scenarios;
    SharedList<Decision> decisions;
    SharedList<Price> prices;
    SharedList<Setting> settings;
    SharedList<Output> outputs;
    SharedList<StoredCapture> captures;
    Extras extras;

    /// Compares values, not addresses.
    bool operator==(const Instrument& other) const;
};

/// Returns the element with that id, or null.
template <class T> const T* findById(const SharedList<T>& list, std::string_view id)
{
    for (const auto& element : list)
        if (element->id == id)
            return element.get();
    return nullptr;
}

/// Returns the device that tells a channel, or null.
inline const Device* deviceOf(const Instrument& in, const Channel& channel)
{
    return isTold(channel.source.kind) ? findById(in.devices, channel.source.device) : nullptr;
}

/// Returns the id of the part that reads a channel, or that its device speaks to or is.
inline const std::string& boardIdOf(const Instrument& in, const Channel& channel)
{
    const auto* device = deviceOf(in, channel);
    return device == nullptr ? channel.source.board : device->board;
}

/// Returns the pin of a channel, or of its device; empty for none.
inline const std::string& pinOf(const Instrument& in, const Channel& channel)
{
    const auto* device = deviceOf(in, channel);
    return device == nullptr ? channel.source.pin : device->pin;
}

/// Returns how often a channel gets a new number.
inline const Quantity& paceOf(const Instrument& in, const Channel& channel)
{
    const auto* device = deviceOf(in, channel);
    return device == nullptr ? channel.source.sampleEvery : device->every;
}

/// Returns the channels that a device tells.
inline SharedList<Channel> channelsOf(const Instrument& in, std::string_view device)
{
    SharedList<Channel> channels;
    for (const auto& channel : in.channels)
        if (isTold(channel->source.kind) && channel->source.device == device)
            channels.push_back(channel);
    return channels;
}

/// Returns whether a channel hangs on a pin: a chip's own diode does not.
constexpr bool needsPin(SourceKind source, SensorKind sensor)
{
    return isAtPin(source) && !(source == SourceKind::Analog && sensor == SensorKind::Chip);
}

/// Returns whether a servo's ends are degrees, not pulses.
inline bool isInDegrees(const Output& o)
{
    const auto unit = parseUnit(o.lowOutput.unit);
    return o.kind == OutputKind::Servo && unit && unit->dimension == parseUnit("deg")->dimension;
}

/// Returns whether an output goes to a station with the polls of a radio.
inline bool isDownlink(const Output& o)
{
    return o.kind == OutputKind::Command && !o.station.empty();
}

/// Returns the calibration that was applied before the one of that id, or the newest one for the
/// pairs that are being taken, which have none; null when there is none.
inline const Calibration* calibrationBefore(const Channel& channel, std::string_view id)
{
    const Calibration* before = nullptr;
    for (const auto& calibration : channel.calibrations) {
        if (!id.empty() && calibration.id == id)
            break;
        before = &calibration;
    }
    return before;
}

/// Returns the unit in which the channel is wished and shown on the stem.
inline const std::string& unitOf(const Channel& channel)
{
    return channel.wish.from.unit;
}

} // namespace fern
