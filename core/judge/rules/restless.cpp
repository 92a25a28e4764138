// T05, T10: digits that never rest, and times that outgrow their field.

#include "judge/rules/rules.h"

#include "base/number_text.h"
#include "instrument/edits.h"
#include "judge/flicker.h"
#include "judge/part_fix.h"
#include "run/reader_text.h"
#include "run/task_blocks.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

/// The fastest redraw of a display that shows a reader as a number; 0 where none does.
double redrawOf(const PlainInstrument& plain, std::size_t reader)
{
    double fastest = 0;
    for (const auto& display : plain.displays)
        for (const auto& page : display.pages)
            for (std::size_t i = 0; i < page.fields.size(); ++i)
                if (page.fields[i].kind == FieldKind::Value && page.readers[i] == reader) {
                    const double every = redrawPeriod(plain, display);
                    fastest = fastest == 0 ? every : std::min(fastest, every);
                }
    return fastest;
}

constexpr double restless = 1; // changes a second of a number that rests

/// A hysteresis on the last digit where it helps, and a decimal fewer.
std::vector<Fix> calmed(const PlainInstrument& plain, std::size_t index, double redraw)
{
    const auto& reader = plain.readers[index];
    auto channel = plain.channels[reader.channel];
    std::vector<Fix> fixes;
    const bool isFinest =
        std::all_of(plain.readers.begin(), plain.readers.end(), [&](const PlainReader& other) {
            return other.channel != reader.channel || digitWorth(other) >= digitWorth(reader);
        });
    StepSpec hold;
    hold.kind = StepKind::DigitHysteresis;
    hold.limit = differenceFromSi(digitWorth(reader), channel.unit);
    channel.steps.push_back(hold);
    if (isFinest && restingChanges(channel, reader, redraw) <= restless)
        fixes.push_back(smoothingFix("Hold the last digit until it is well past", channel));
    auto text = reader.text;
    if (--text.decimals >= 0)
        fixes.push_back({text.decimals == 1 ? std::string("Show 1 decimal")
                                            : fmt::format("Show {} decimals", text.decimals),
            [id = reader.id, text](const Instrument& in) { return withText(in, id, text); }});
    return fixes;
}

} // namespace

void checkRestlessDigit(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (std::size_t i = 0; i < plain.readers.size(); ++i) {
        const auto& reader = plain.readers[i];
        const auto& channel = plain.channels[reader.channel];
        const double redraw = redrawOf(plain, i);
        if (reader.text.form != TextForm::Number || !reader.others.empty() || redraw == 0)
            continue;
        const double changes = restingChanges(channel, reader, redraw);
        if (changes <= restless)
            continue;
        out.push_back({"T05", Severity::Note, "/readers/" + reader.id + "/text",
            fmt::format("The last digit of {} changes {} times a second at rest", channel.name,
                significantText(changes, 2)),
            "Nothing moves, and the number is not read at ease. More smoothing, a digit that holds "
            "until it is well past, or a decimal fewer lets it rest.",
            "the converter's noise through the channel; digits are read at ease when they change "
            "seldom (common practice)",
            calmed(plain, i, redraw), {}});
    }
}

namespace {

/// Whether a channel's seconds grow without an end of their own.
bool growsOn(const PlainChannel& c)
{
    const auto kind = c.source.derived.kind;
    return c.source.kind == SourceKind::Uptime
        || (c.source.kind == SourceKind::Derived
            && (kind == DerivedKind::Since || kind == DerivedKind::Lap));
}

/// The most seconds that a field of that width can write.
double mostSeconds(const TextSpec& text, NumberKind kind)
{
    double most = digitWorth(text);
    while (most < 1e9 && cellsNeeded(most * 10, text, kind) <= text.width)
        most *= 10;
    double step = most;
    while (step >= digitWorth(text)) {
        while (cellsNeeded(most + step, text, kind) <= text.width && most < 1e9)
            most += step;
        step = std::floor(step / 10);
    }
    return most;
}

} // namespace

void checkTimeLimit(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    constexpr int widest = 40;
    for (const auto& reader : plain.readers) {
        const auto& channel = plain.channels[reader.channel];
        if (!isTimeForm(reader.text.form) || !growsOn(channel))
            continue;
        const double limit = mostSeconds(reader.text, channel.numberKind);
        // What the wish names is another rule's.
        if (limit >= plain.wishedSeconds || channel.to > limit)
            continue;
        auto text = reader.text;
        while (text.width < widest && mostSeconds(text, channel.numberKind) < plain.wishedSeconds)
            ++text.width;
        out.push_back({"T10", Severity::Check, "/readers/" + reader.id + "/text",
            fmt::format("{} outgrows its field after {}", channel.name,
                durationText(limit + digitWorth(reader.text))),
            fmt::format("It is wished to run for {}, and shows {} from then on.",
                durationText(plain.wishedSeconds),
                formatText(plain.wishedSeconds, reader.text, channel.numberKind)),
            "the field's own width",
            {{fmt::format("Widen to {} cells", text.width),
                [id = reader.id, text](const Instrument& in) { return withText(in, id, text); }}},
            {}});
    }
}

} // namespace fern
