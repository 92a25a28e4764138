#include "judge/leaf_trouble.h"

#include "base/number_text.h"
#include "base/quantity_text.h"
#include "judge/rail_ends.h"
#include "judge/rules/signal.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

LeafTrouble clipped(const PlainChannel& c, const SampleRecord& newest)
{
    const auto& v = newest.real;
    const auto end = railEnd(c, v.reading);
    if (end == RailEnd::None)
        return {};
    const auto where = fmt::format("code {:.0f} is the {} of the converter", v.reading,
        end == RailEnd::Top ? "top" : "bottom");
    if (std::isnan(v.pin)) // only the code is known, and a knob may stand at its end
        return isWishedEnd(c, v.reading)
            ? LeafTrouble{}
            : LeafTrouble{"at its end", "The reading cannot go on: " + where + "."};
    const auto converter = converterOf(c);
    const double edge = voltsOf(converter, v.reading, c.reference)
        + (end == RailEnd::Top ? voltsOf(converter, converter.stepCodes(), c.reference) : 0);
    // A step or two of offset, or half a percent, is no loss that a reader would see.
    const double hair =
        std::max(2 * voltsOf(converter, converter.stepCodes(), c.reference), c.reference / 200);
    if (std::fabs(v.pin - edge) <= hair)
        return {};
    return {"clipped",
        fmt::format("The pin stands at {}, but {}: what lies beyond {} is not seen.",
            voltText(v.pin), where, voltText(edge))};
}

/// How long a told source may say nothing.
double patience(const PlainChannel& c, const PlainReader& reader)
{
    return std::max(inSeconds(reader.staleAfter), silenceSeconds(c));
}

LeafTrouble silent(const PlainChannel& c, const StemChoice& choice, double wait,
    const RunHistory& history, Ticks now)
{
    const auto* sample = history.lastSample(choice.channel);
    const auto* told = history.lastTold(choice.channel);
    const bool hasNumber = sample != nullptr && !std::isnan(sample->real.reading);
    if (inSeconds(now - (hasNumber ? sample->takenAt : history.since())) <= wait)
        return {};
    if (told == nullptr)
        return {"silent", fmt::format("{} has told nothing yet.", c.name)};
    const double quiet = inSeconds(now - std::max(told->at, history.since()));
    if (quiet > wait)
        return {"silent", fmt::format("{} has told nothing for {}.", c.name, durationText(quiet))};
    return {"no value",
        fmt::format("What {} tells gives no number; the last was: {}.", c.name,
            told->parsed.empty() ? told->raw : told->parsed)};
}

} // namespace

LeafTrouble pinTrouble(const PlainChannel& c, const SampleRecord& newest)
{
    const double pin = newest.real.pin;
    if (!c.isAnalog() || std::isnan(pin))
        return {};
    if (pin > c.damageAbove)
        return {"too high",
            fmt::format("The pin stands at {}, and the input is damaged above {}.", voltText(pin),
                voltText(c.damageAbove))};
    if (pin < lowestPinVolts && c.input.sensor != SensorKind::Bridge)
        return {"too low",
            fmt::format("The pin stands at {}, and an input is damaged below {}.", voltText(pin),
                voltText(lowestPinVolts))};
    return {};
}

LeafTrouble readingTrouble(
    const PlainInstrument& in, const StemChoice& choice, const RunHistory& history, Ticks now)
{
    const auto& c = in.channels[choice.channel];
    const auto* newest = history.lastSample(choice.channel);
    if (isTold(c.source.kind))
        return givesCodes(c.source.kind)
            ? LeafTrouble{}
            : silent(c, choice, patience(c, in.readers[choice.reader]), history, now);
    if (newest == nullptr || !c.isAnalog())
        return {};
    if (std::isnan(newest->real.reading))
        return {"no answer", fmt::format("The converter of {} gives no code.", c.name)};
    return clipped(c, *newest);
}

} // namespace fern
