#pragma once
// Every change of an instrument is one of these functions: Instrument in, Instrument out. A fix of
// a finding is the same thing. An id that does not exist or a value that the file would refuse is
// an error, and nothing has changed.

#include "base/result.h"
#include "instrument/instrument.h"

#include <string_view>
#include <vector>

namespace fern {

Result<Instrument> withDivider(
    const Instrument& in, std::string_view channel, const DividerSpec& divider);
Result<Instrument> withSampleEvery(
    const Instrument& in, std::string_view channel, const Quantity& period);
Result<Instrument> withSmoothing(
    const Instrument& in, std::string_view channel, const std::vector<StepSpec>& steps);
Result<Instrument> withNumberKind(const Instrument& in, std::string_view channel, NumberKind kind);
Result<Instrument> withWish(
    const Instrument& in, std::string_view channel, const ChannelWish& wish);
Result<Instrument> withConverter(
    const Instrument& in, std::string_view board, const ConverterSpec& converter);
Result<Instrument> withText(const Instrument& in, std::string_view reader, const TextSpec& text);
Result<Instrument> withReaderUnit(
    const Instrument& in, std::string_view reader, std::string_view unit);
Result<Instrument> withDisplay(const Instrument& in, const Display& display);
Result<Instrument> withField(const Instrument& in, std::string_view page, const Field& field);

} // namespace fern
