#pragma once
// From ids and units to plain numbers: what a run and the judgements work on. All in SI units.

#include "base/result.h"
#include "base/ticks.h"
#include "base/units.h"
#include "curves/polyline.h"
#include "drive/firmware.h"
#include "glass/face.h"
#include "glass/metrics.h"
#include "instrument/instrument.h"
#include "parts/analog_input.h"
#include "parts/power.h"
#include "world/converter_spec.h"

#include <algorithm>
#include <cmath>
#include <cstdint>
#include <optional>
#include <string>
#include <vector>

namespace fern {

/// Where a number of the instrument stands.
struct ValuePlace {
    bool isSetting = false; ///< else a channel
    std::size_t index = 0;
};

/// A channel is valid only while another one is good enough; SI units of that one.
struct PlainGate {
    std::size_t channel = 0;
    double opensAt = 0, closesBelow = 0;
};

struct PlainChannel {
    std::string id;
    std::string name;
    Unit unit; ///< in which the maker thinks

    double from = 0, to = 0, wishedStep = 0, tolerance = 0;
    double freshnessSeconds = 0;

    std::size_t loop = 0; ///< that samples it, or hears what a device tells
    std::optional<std::size_t> carried; ///< of a message from another board: the channel there
    Source source; ///< of a told channel with what the file says of its device
    Shared<Device> device; ///< that tells it; null for none
    std::vector<LaneEvent> events; ///< of the scenario
    std::vector<FaultSpec> faults; ///< its own, and those of its device
    Unit readingUnit; ///< of a told number
    double resolution = 0, accuracy = 0; ///< of a told number, as far as they are known
    std::optional<std::size_t> wheel; ///< the channel whose pulses it counts, when not its own
    bool isAnalog() const { return source.kind == SourceKind::Analog; }

    AnalogInput input; ///< nominal; of an analog source, and what follows to the module's bus
    double sourceOhms = 0; ///< of what is measured
    double pinFarad = 0; ///< from the pin to ground
    double sensorTolerancePercent = 0, resistorTolerancePercent = 0;

    int bits = 10;
    ConverterSchool school = ConverterSchool::DataSheet;
    ConverterForm form = ConverterForm::Unipolar;
    int realBits = 0;
    Widening widening = Widening::Shifted;
    std::vector<double> ranges; ///< volts
    double reference = 1, referenceTolerancePercent = 0;
    double damageAbove = 0;
    double noiseLsb = 0, nonlinearityLsb = 0, offsetLsb = 0;
    double conversionSeconds = 0;
    bool isReadByModule = false; ///< its conversion runs beside the processor
    std::size_t converter = 0; ///< of a module, among the instrument's
    double moduleBusHertz = 0; ///< of the bus that the module hangs on; 0: lines of its own
    std::string moduleBus; ///< its id

    Ticks sampleEvery{100'000'000};
    double timerTick = 1e-6; ///< seconds that the board's clock can tell apart
    std::vector<std::size_t> madeOf; ///< the channels that a derived one follows
    std::optional<std::size_t> resetBy; ///< the channel of codes that begins a derived one again
    std::optional<NetworkSpec> network; ///< of the board
    std::optional<PlainGate> gate;
    ScalingSpec scaling; ///< as the file says it
    std::optional<Calibration> calibration; ///< that the scaling was applied from
    NumberKind numberKind = NumberKind::Float32;
    std::vector<StepSpec> steps;
    std::vector<CurvePoint> lane; ///< x seconds; empty when the scenario has no such lane

    /// Whether the scenario says something about it, or it needs no scenario.
    bool hasWorld() const
    {
        return !lane.empty() || wheel || !events.empty() || !hasLane(source.kind)
            || (hasEvents(source.kind) && source.kind != SourceKind::Words);
    }
};

/// Returns the shape of the lines that tell a channel.
inline LineShape lineShapeOf(const PlainChannel& c)
{
    return c.device == nullptr ? LineShape{} : c.device->lines;
}

/// Returns the wished tolerance in the channel's own unit.
inline double toleranceInUnit(const PlainChannel& c)
{
    return differenceFromSi(c.tolerance, c.unit);
}

struct PlainDevice {
    Shared<Device> spec;
    std::vector<std::size_t> channels; ///< that it tells
    std::vector<FaultSpec> faults;
};

/// A module's converter, which converts the inputs of its channels one after another.
struct PlainConverter {
    std::string part; ///< id
    ConverterPace pace;
    std::vector<std::size_t> channels; ///< that it reads
};

/// A way in which a reader can write its number beside its own.
struct PlainForm {
    Unit unit;
    TextSpec text;
    double from = 0; ///< by size: in the reader's own unit
};

struct PlainReader {
    std::string id;
    std::size_t channel = 0;
    Unit unit;
    TextSpec text;
    Ticks staleAfter; ///< 0: never
    double standsFor = 0; ///< seconds, wished; 0: as long as is usual
    OtherForms change{}; ///< how they change: its name of a code as the channel tells it
    std::vector<PlainForm> others{};
    std::optional<std::size_t> by{}; ///< the channel of codes that changes the form
};

/// Returns what the last place of a reader's text is worth, in SI units.
inline double digitWorth(const PlainReader& reader)
{
    return differenceToSi(digitWorth(reader.text), reader.unit);
}

/// A page with where the readers of its fields stand.
struct PlainPage : Page {
    std::vector<std::size_t> readers; ///< one for each field; of a label it counts nothing
    std::size_t whenChannel = 0; ///< of its condition, where that has one
};

struct PlainTurning {
    std::optional<std::size_t> by; ///< the channel of codes that turns the pages
    std::string next, previous;
    Ticks every; ///< 0: not by time
};

struct PlainDayPart {
    std::vector<std::size_t> pages; ///< among the display's
    Ticks each; ///< 0: as the display turns them
    double light = 1; ///< share of the display's own brightness
};

struct PlainDay {
    DayPlan spec; ///< without parts there is no plan
    std::optional<std::size_t> clock; ///< the channel
    std::vector<PlainDayPart> parts; ///< as in the plan
};

struct PlainDimming {
    ValuePlace from;
    double low = 0, high = 1; ///< of it, SI units
    double lowShare = 1, highShare = 1; ///< of the display's own brightness
};

struct PlainDisplay {
    std::string id;
    std::size_t loop = 0; ///< that redraws it
    GlassMetrics metrics;
    std::shared_ptr<const DisplayFirmware> firmware; ///< never null
    std::shared_ptr<const DriverSteps> most; ///< of a redraw that sends most; never null
    Ticks response; ///< from the last byte until it is seen, the longest refresh included
    Ticks optical; ///< of it, what is no refresh
    bool isDeaf = false; ///< while it refreshes
    double activeWatts = 0; ///< that its part draws while it works; 0: nobody has told
    Ticks redrawEvery{500'000'000};
    Ticks digitsEvery{}; ///< numbers and words are written anew no more often
    double busHertz = 400e3;
    std::string bus; ///< id; empty where it hangs on none
    std::shared_ptr<const GlassFace> face; ///< never null
    std::vector<PlainPage> pages; ///< that can be shown
    std::vector<std::size_t> turned; ///< those of them that are turned
    PlainPage page; ///< the one that is asked for: the first, until another is chosen
    Ticks pageFrom, pageUntil; ///< it is turned to, and stays whatever turns the pages meanwhile
    bool isMirror = false; ///< its pages are another display's
    PlainTurning turning;
    PlainDay day;
    std::optional<PlainDimming> dimming;
};

struct PlainSetting {
    Setting spec; ///< its names of codes as the channel tells them
    Unit unit;
    std::optional<std::size_t> by; ///< the channel of codes that changes it
    std::size_t soughtIn = 0; ///< the channel that it seeks a value of, where it seeks
    double soughtAbove = 0; ///< of that, SI units
    Ticks seekEvery{};
};

struct PlainMove {
    double to = 0; ///< in the unit of the output's ends
    Ticks lasts;
};

struct PlainOutput {
    Output spec;
    ValuePlace from;
    double low = 0, high = 1; ///< of it, SI units
    double lowOutput = 0, highOutput = 1; ///< in the unit of its ends
    Ticks every{200'000'000};
    Ticks blinds; ///< interrupts are off for so long each time
    std::optional<std::size_t> by; ///< the channel of codes that begins its sequence
    std::vector<PlainMove> moves;
    std::optional<std::size_t> station; ///< the channel with whose station's polls it goes along
    double drawn = 0; ///< ampere, of what it drives while that is active
    std::size_t loop = 0; ///< that sets it
};

/// The loop of a processor, or of one of its cores.
struct PlainLoop {
    std::string board; ///< id of its part; empty where there is none
    std::string name; ///< "node board", "node board, core 2"
    int core = 1;
    ProcessorClass processor = ProcessorClass::Bits8At16MHz;
    Runtime runtime = Runtime::Compiled;
    double waitSeconds = 0; ///< at the end of each turn
    SerialOut serial; ///< of its board
    double activeAmpere = 0; ///< that its board draws while it is awake; 0: nobody has told
    double volts = 0; ///< at which; 0: not known
    bool hasTasks = false;
};

/// A task of a loop.
struct PlainTask {
    ProgramTask spec;
    std::size_t of = 0; ///< the channel, display or output
    Ticks every{1'000'000'000}, waits{}, startUp{};
    double startUpAmpere = 0; ///< beside what the parts draw
    std::size_t loop = 0;
    std::vector<std::size_t> modes{}; ///< in which it is run; empty: in all
    std::optional<std::size_t> to{}; ///< the device as which another board hears a line
    std::optional<std::size_t> wokenBy{}; ///< the channel whose events end a sleep too
};

/// Returns whether a task is run in a mode.
inline bool isOfMode(const PlainTask& task, std::size_t mode)
{
    return task.modes.empty()
        || std::find(task.modes.begin(), task.modes.end(), mode) != task.modes.end();
}

/// What a setting switches between.
struct PlainModes {
    std::size_t setting = 0; ///< each of its steps is a mode
    std::vector<std::string> names; ///< empty: there are none
};

struct PlainInstrument {
    std::vector<PlainChannel> channels;
    std::vector<PlainDevice> devices;
    std::vector<PlainConverter> converters;
    std::vector<PlainReader> readers;
    std::vector<PlainDisplay> displays;
    std::vector<PlainLoop> loops{PlainLoop{}}; ///< of the boards in order, each core by itself;
                                               ///< never empty
    PlainModes modes;
    std::optional<std::size_t> mode; ///< in which it is weighed; none: in the worst of all
    std::vector<PlainTask> program; ///< every channel, display and output once, in order
    std::string scenario; ///< id; empty without one
    std::uint64_t seed = 1;
    std::int64_t startEpoch = 0; ///< of the scenario, seconds since 1970
    std::int64_t today = 0; ///< seconds since 1970, from who asks; 0: nobody said, nothing is old
    std::vector<PlainSetting> settings;
    std::vector<PlainOutput> outputs;
    std::vector<std::string> formulaNames; ///< that a derived channel may use
    std::vector<ValuePlace> formulaValues; ///< where they stand, in their order

    double wishedSeconds = 0; ///< on the battery
    double readingDistance = 0; ///< metre
    RunTime runTime;
};

/// Lets a display show one of its pages only, whatever would turn it or come to the front.
void holdPage(PlainDisplay& display, std::size_t page);

/// Resolves the instrument under one of its scenarios, named by id or by name; an empty name is the
/// first one, or none when there are none. Error when there is no such scenario.
Result<PlainInstrument> resolve(const Instrument& instrument, std::string_view scenario);

/// Returns the index of the element with that id, or the list's size.
template <class T> std::size_t indexOf(const std::vector<T>& list, std::string_view id)
{
    std::size_t i = 0;
    while (i < list.size() && list[i].id != id)
        ++i;
    return i;
}

} // namespace fern
