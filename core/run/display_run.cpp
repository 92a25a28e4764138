#include "run/display_run.h"

#include "reading/decoder.h"
#include "screens/draw_page.h"
#include "text/format.h"
#include "timing/bus.h"

#include <cmath>

namespace fern {

namespace {

int valueFieldCount(const Page& page)
{
    int count = 0;
    for (const auto& field : page.fields)
        count += field.kind == FieldKind::Value;
    return count;
}

ValueState stateOf(const LatestValue& latest, const PlainReader& reader, Ticks now)
{
    if (!latest.hasCome)
        return ValueState::NotYet;
    if (reader.staleAfter > Ticks{} && now - latest.sampledAt > reader.staleAfter)
        return ValueState::Stale;
    return std::isnan(latest.real) ? ValueState::Invalid : ValueState::Valid;
}

/// What people call a code; without a name the code itself.
std::string wordsFor(const std::vector<NameSpec>& names, const std::string& code)
{
    const auto name = nameOf(names, code);
    return name.empty() ? code : std::string(name);
}

/// The value in the reader's unit while it is valid.
double validValue(const LatestValue& latest, const PlainReader& reader, Ticks now)
{
    return stateOf(latest, reader, now) == ValueState::Valid ? inReaderUnit(latest.real, reader)
                                                             : notThere;
}

double shownInSi(double inUnit, const PlainReader& reader, NumberKind kind)
{
    return toSi(shownValue(inUnit, reader.text, kind), reader.unit);
}

} // namespace

double inReaderUnit(double si, const PlainReader& reader)
{
    return fromSi(si, reader.unit);
}

std::string readerText(
    const PlainInstrument& instrument, std::size_t index, const LatestValue& latest, Ticks now)
{
    const auto& reader = instrument.readers[index];
    const auto& channel = instrument.channels[reader.channel];
    const auto state = stateOf(latest, reader, now);
    return reader.text.form == TextForm::Name
        ? formatWords(wordsFor(channel.source.names, latest.text), reader.text, state)
        : formatText(validValue(latest, reader, now), reader.text, channel.numberKind, state);
}

RedrawCost redrawCost(
    const PlainInstrument& instrument, const PlainDisplay& display, double busHertz)
{
    const auto costs = operationCosts(instrument.processor);
    const auto cellsOf = [&](std::size_t field) {
        return instrument.readers[display.page.readers[field]].text.width;
    };
    const int glyphs = glyphCount(display.page, cellsOf);
    const bool isDrawn = display.metrics.unit == GlassUnit::Pixels;
    RedrawCost cost;
    cost.busBytes = static_cast<int>(byteCount(*display.most));
    cost.draw = valueFieldCount(display.page) * costs.format
        + glyphs * (isDrawn ? costs.glyph : costs.arithmetic);
    cost.transfer = sendSeconds(display, *display.most, busHertz);
    cost.panel = inSeconds(display.response);
    return cost;
}

double sendSeconds(const PlainDisplay& display, const DriverSteps& steps, double busHertz)
{
    const auto interface = display.firmware->setup().part.interface;
    double seconds = 0;
    for (const auto& step : steps)
        seconds += transferSeconds(step.transfer, interface, busHertz) + step.waits;
    return seconds;
}

PageTexts textsOfPage(const PlainInstrument& instrument, const PlainDisplay& display, Ticks now,
    const std::function<LatestValue(std::size_t channel)>& valueOf)
{
    PageTexts texts;
    texts.fields.resize(display.page.fields.size());
    for (std::size_t i = 0; i < texts.fields.size(); ++i) {
        if (display.page.fields[i].kind != FieldKind::Value)
            continue;
        const auto index = display.page.readers[i];
        const auto& reader = instrument.readers[index];
        const auto kind = instrument.channels[reader.channel].numberKind;
        const auto latest = valueOf(reader.channel);
        texts.readers.push_back(
            {index, latest.sampledAt, shownInSi(validValue(latest, reader, now), reader, kind),
                shownInSi(inReaderUnit(latest.calm, reader), reader, kind),
                readerText(instrument, index, latest, now)});
        texts.fields[i] = texts.readers.back().text;
    }
    return texts;
}

} // namespace fern
