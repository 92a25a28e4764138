#pragma once
// Every change of an instrument is one of these functions: Instrument in, Instrument out. A fix of
// a finding is the same thing. An id that does not exist or a value that the file would refuse is
// an error, and nothing has changed.

#include "base/result.h"
#include "instrument/instrument.h"

#include <functional>
#include <string_view>
#include <vector>

namespace fern {

Result<Instrument> withSensor(
    const Instrument& in, std::string_view channel, const SensorSpec& sensor);
Result<Instrument> withFrontEnd(
    const Instrument& in, std::string_view channel, const FrontEndSpec& frontEnd);
Result<Instrument> withSampleEvery(
    const Instrument& in, std::string_view channel, const Quantity& period);
/// Sets the range of the converter's gain for a channel; 0 is the converter's own reference.
Result<Instrument> withSourceRange(
    const Instrument& in, std::string_view channel, const Quantity& range);
/// Changes the device of that id.
Result<Instrument> withDeviceChanged(
    const Instrument& in, std::string_view device, const std::function<void(Device&)>& change);
Result<Instrument> withSource(const Instrument& in, std::string_view channel, const Source& source);
/// Gives a code a name, or takes it away with an empty one.
Result<Instrument> withCodeName(
    const Instrument& in, std::string_view channel, std::string_view code, std::string_view name);
/// Routes a field of a real board's lines to a channel at a tap. The channel that it went to until
/// now, if any, hears nothing then; an empty channel routes the field nowhere.
Result<Instrument> withLiveField(const Instrument& in, std::string_view field,
    std::string_view until, std::string_view channel, Tap tap);
Result<Instrument> withChannelPin(
    const Instrument& in, std::string_view channel, std::string_view pin);
Result<Instrument> withSmoothing(
    const Instrument& in, std::string_view channel, const std::vector<StepSpec>& steps);
Result<Instrument> withNumberKind(const Instrument& in, std::string_view channel, NumberKind kind);
Result<Instrument> withWish(
    const Instrument& in, std::string_view channel, const ChannelWish& wish);
Result<Instrument> withConverter(
    const Instrument& in, std::string_view part, const ConverterSpec& converter);
Result<Instrument> withPart(const Instrument& in, const Part& part);
Result<Instrument> withInstrumentWish(const Instrument& in, const InstrumentWish& wish);
Result<Instrument> withText(const Instrument& in, std::string_view reader, const TextSpec& text);
Result<Instrument> withSeeking(
    const Instrument& in, std::string_view setting, const Seeking& seeking);
Result<Instrument> withOtherForms(
    const Instrument& in, std::string_view reader, std::optional<OtherForms> others);
Result<Instrument> withReaderUnit(
    const Instrument& in, std::string_view reader, std::string_view unit);
Result<Instrument> withStaleAfter(
    const Instrument& in, std::string_view reader, const Quantity& seconds);
/// Sets how long a number is to stand so that it can be read; 0 s: as long as is usual.
Result<Instrument> withStandsFor(
    const Instrument& in, std::string_view reader, const Quantity& seconds);
/// Says that what was to be changed is not there any more: "the page is gone".
Error goneError(std::string_view what);

Result<Instrument> withDisplay(const Instrument& in, const Display& display);
/// Changes a page in any way.
Result<Instrument> withPageChanged(
    const Instrument& in, std::string_view page, const std::function<void(Page&)>& change);
Result<Instrument> withField(const Instrument& in, std::string_view page, const Field& field);

/// Records that the maker lives with the findings of a rule at a place, and why. `on` is the date.
Result<Instrument> withDecision(const Instrument& in, std::string_view rule, std::string_view place,
    std::string_view reason, std::string_view on);
/// Records what was chosen in the comparison of a place, and why; an earlier choice there goes.
Result<Instrument> withChoice(const Instrument& in, std::string_view place,
    std::string_view question, std::string_view choice, std::string_view reason,
    std::string_view on);
/// Takes a decision back.
Result<Instrument> withoutDecision(const Instrument& in, std::string_view decision);

/// Changes one channel.
Result<Instrument> withChannelChanged(
    const Instrument& in, std::string_view channel, const std::function<void(Channel&)>& change);

/// Returns the instrument when the file format accepts it, otherwise the reason as an error:
/// reading what is written is the one place that knows the limits.
Result<Instrument> accepted(Instrument out);

} // namespace fern
