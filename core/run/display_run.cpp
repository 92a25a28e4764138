#include "run/display_run.h"

#include "base/utf8.h"
#include "reading/decoder.h"
#include "run/due_list.h"
#include "screens/draw_page.h"
#include "text/format.h"
#include "text/wrap.h"
#include "timing/bus.h"

#include <algorithm>
#include <cmath>

namespace fern {

namespace {

/// Numbers that are made into text, or into a length.
int numberCount(const Page& page)
{
    return static_cast<int>(
        std::count_if(page.fields.begin(), page.fields.end(), [](const Field& field) {
            return field.traits().hasReader || field.kind == FieldKind::Count;
        }));
}

} // namespace

RedrawCost redrawCost(
    const PlainInstrument& instrument, const PlainDisplay& display, double busHertz)
{
    RedrawCost cost;
    cost.busBytes = static_cast<int>(byteCount(*display.most));
    for (const auto& page : display.pages)
        cost.draw = std::max(cost.draw, drawSeconds(instrument, display, page));
    cost.transfer = sendSeconds(display, *display.most, busHertz);
    cost.panel = inSeconds(display.response);
    return cost;
}

double drawSeconds(
    const PlainInstrument& instrument, const PlainDisplay& display, const PlainPage& page)
{
    const auto costs = operationCosts(
        instrument.loops[display.loop].processor, instrument.loops[display.loop].runtime);
    const auto cellsOf = [&](std::size_t field) {
        return instrument.readers[page.readers[field]].text.width;
    };
    const int glyphs = glyphCount(page, display.metrics, cellsOf);
    const bool isDrawn = display.metrics.unit == GlassUnit::Pixels;
    return numberCount(page) * costs.format + glyphs * (isDrawn ? costs.glyph : costs.arithmetic);
}

namespace {

template <class Wanted>
bool showsIn(const PlainInstrument& instrument, const PlainDisplay& display, std::size_t channel,
    const Wanted& isWanted)
{
    for (const auto& page : display.pages)
        for (const auto& field : page.fields)
            if (field.traits().hasReader && isWanted(field.kind)
                && instrument.readers[indexOf(instrument.readers, field.reader)].channel == channel)
                return true;
    return false;
}

} // namespace

bool shows(const PlainInstrument& instrument, const PlainDisplay& display, std::size_t channel)
{
    return showsIn(instrument, display, channel, [](FieldKind) { return true; });
}

bool showsAsDigits(
    const PlainInstrument& instrument, const PlainDisplay& display, std::size_t channel)
{
    return showsIn(instrument, display, channel, isOfDigits);
}

double sendSeconds(const PlainDisplay& display, const DriverSteps& steps, double busHertz)
{
    const auto interface = display.firmware->setup().part.interface;
    double seconds = 0;
    for (const auto& step : steps)
        seconds += transferSeconds(step.transfer, interface, busHertz) + step.waits;
    return seconds;
}

namespace {

/// Where a value lies between the ends of a field; NaN without one.
double shareOf(const Field& field, double inUnit)
{
    return (inUnit - field.least) / (field.most - field.least);
}

/// What a bar or an alarm goes by; a name has no size.
double sizeOf(const LatestValue& latest, const PlainReader& reader, Ticks now)
{
    return isOfWords(reader.text.form) && reader.text.ranges.empty()
        ? notThere
        : inReaderUnit(validValue(latest, reader, now), reader);
}

/// The rows of the list that the reader's channel counts down, each cut to its line.
std::string listText(
    const PlainInstrument& in, const Field& field, std::size_t reader, const ValueOf& valueOf)
{
    const auto& channel = in.channels[in.readers[reader].channel];
    if (channel.source.kind != SourceKind::Derived
        || channel.source.derived.kind != DerivedKind::Next || channel.madeOf.empty())
        return {};
    const auto of = channel.madeOf.front();
    const double seconds = valueOf(of).real;
    if (std::isnan(seconds))
        return {};
    const auto& names = channel.source.names;
    const DueList list(names, in.channels[of].source.kind == SourceKind::Clock);
    std::string text;
    const auto add = [&](const std::string& code) {
        const auto row = listRow(names, code);
        text += (text.empty() ? "" : "\n")
            + row.substr(0, bytesOfFirst(row, static_cast<std::size_t>(field.width)));
    };
    int rows = field.height;
    if (field.showsPresent)
        if (const auto present = list.present(seconds); !present.empty()) {
            add(present);
            --rows;
        }
    for (int n = 1; n <= rows; ++n)
        if (const auto due = list.next(seconds, n))
            add(due->row);
    return text;
}

bool isBeyond(const Field& field, double inUnit)
{
    return inUnit < field.least || inUnit > field.most;
}

} // namespace

void PageHistories::remember(const PlainInstrument& instrument, const PlainDisplay& display,
    Ticks now, const ValueOf& valueOf)
{
    for (const auto& page : display.pages) {
        auto& courses = m_courses[page.id];
        courses.resize(page.fields.size());
        for (std::size_t i = 0; i < page.fields.size(); ++i) {
            const auto& field = page.fields[i];
            auto& course = courses[i];
            if (field.kind != FieldKind::History || now < course.due)
                continue;
            const auto& reader = instrument.readers[page.readers[i]];
            const auto latest = valueOf(reader.channel);
            course.shares.push_back(shareOf(field, sizeOf(latest, reader, now)));
            if (static_cast<int>(course.shares.size()) > field.width)
                course.shares.erase(course.shares.begin());
            const auto every = ticksFromSeconds(inSi(field.every));
            course.due = every * (now / every + 1);
        }
    }
}

std::vector<double> PageHistories::of(const Page& page, std::size_t field) const
{
    const auto found = m_courses.find(page.id);
    return found == m_courses.end() ? std::vector<double>() : found->second[field].shares;
}

PageMoment pageMoment(const PlainInstrument& instrument, const PlainDisplay& display,
    const PlainPage& page, Ticks now, Ticks since, const ValueOf& valueOf,
    const StateOf& readerStateOf, const PageHistories& histories)
{
    PageMoment moment;
    const auto own = indexOf(display.pages, page.id);
    const auto& turned = turnedIn(display, dayPartOf(display, valueOf));
    const auto place = std::find(turned.begin(), turned.end(), own);
    for (std::size_t i = 0; i < page.fields.size(); ++i) {
        const auto& field = page.fields[i];
        auto& content = moment.content.emplace_back();
        double value = notThere;
        std::string text = field.text;
        if (field.traits().hasReader) {
            const auto index = page.readers[i];
            const auto& reader = instrument.readers[index];
            const auto kind = instrument.channels[reader.channel].numberKind;
            const auto latest = valueOf(reader.channel);
            const auto state = readerStateOf(index);
            value = sizeOf(latest, reader, now);
            moment.readers.push_back({index, latest.sampledAt,
                shownOf(reader, state, validValue(latest, reader, now), kind),
                shownOf(reader, state, latest.calm, kind),
                readerText(instrument, index, state, latest, now), state});
        }
        if (field.kind == FieldKind::Value)
            text = moment.readers.back().text;
        else if (field.kind == FieldKind::List)
            text = listText(instrument, field, page.readers[i], valueOf);
        else if (field.kind == FieldKind::Scroller)
            text =
                scrolled(text, field.width, field.gap, now / ticksFromSeconds(inSi(field.every)));
        else if (field.kind == FieldKind::Count)
            text = countText(field, inSeconds(now - since));
        else if (field.kind == FieldKind::Alarm && !isBeyond(field, value))
            text.assign(static_cast<std::size_t>(cellCount(text)), ' ');
        content.text = std::move(text);
        content.share = shareOf(field, value);
        if (field.kind == FieldKind::History)
            content.shares = histories.of(page, i);
        content.count = static_cast<int>(turned.size());
        content.index = place == turned.end() ? -1 : static_cast<int>(place - turned.begin());
    }
    return moment;
}

} // namespace fern
