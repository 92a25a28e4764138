#include "judge/text_ladder.h"

#include "base/number_text.h"
#include "run/channel_run.h"
#include "run/display_run.h"
#include "text/format.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

/// The ends of what is written in another form.
void addForm(
    std::vector<LadderRung>& rungs, const PlainChannel& c, const PlainReader& own, std::size_t form)
{
    const auto span = spanOf(c, own, form);
    const auto [unit, text] = formOf(own, form);
    if (span.isEmpty())
        return;
    const auto name = prettyUnit(unit.name);
    for (const auto& [word, si] : {std::pair("least", span.from), {"most", span.to}}) {
        const double value = fromSi(si, unit);
        rungs.push_back({fmt::format("{} in {}", word, name),
            significantText(value, 9) + " " + name, formatText(value, text, c.numberKind),
            std::isnan(shownValue(value, text, c.numberKind))});
    }
}

} // namespace

std::vector<LadderRung> textLadder(const PlainChannel& c, const PlainReader& reader)
{
    const auto& spec = reader.text;
    std::vector<LadderRung> rungs;
    const auto mark = [&](const char* name, const char* why, ValueState state) {
        rungs.push_back({name, why, formatText(notThere, spec, c.numberKind, state), true});
    };
    const auto addMarks = [&] {
        mark("invalid", "the sample has no value", ValueState::Invalid);
        mark("stale", "no sample for a while", ValueState::Stale);
        mark("not yet", "no sample since power-on", ValueState::NotYet);
    };
    for (const auto& range : spec.ranges)
        if (isOfWords(spec.form))
            rungs.push_back({"range", fmt::format("from {}", shortestText(range.from)),
                formatWords(range.name, spec), cellCount(range.name) > spec.width});
    if (isOfWords(spec.form) && !spec.ranges.empty()) {
        addMarks();
        return rungs;
    }
    if (isOfWords(spec.form)) {
        for (const auto& name : c.source.names)
            rungs.push_back({"name", name.code, formatWords(name.name, spec),
                cellCount(name.name) > spec.width});
        rungs.push_back({"no name", "a code that nobody named", formatWords("CODE", spec), false});
        addMarks();
        return rungs;
    }
    const auto unit = prettyUnit(reader.unit.name);
    const auto add = [&](std::string name, double value) {
        rungs.push_back({std::move(name), significantText(value, 9) + " " + unit,
            formatText(value, spec, c.numberKind),
            std::isnan(shownValue(value, spec, c.numberKind))});
    };
    if (isTimeForm(spec.form)) {
        for (const double seconds : {0.0, 59.0, 59.9, 60.0, 3599.0, 3600.0, 35999.0, 359999.0})
            add(durationText(seconds).c_str(), seconds);
        addMarks();
        return rungs;
    }
    const double least = inReaderUnit(c.from, reader);
    const double most = inReaderUnit(c.to, reader);
    const double digit = digitWorth(spec);
    add("least", least);
    add("most", most);
    add("negative", least < 0 ? least / 2 : -std::min(most, 1.0));
    // The next power of ten above the top of the range is where a number gets one digit longer.
    const double larger = std::max(std::fabs(least), std::fabs(most));
    const double longer =
        std::pow(10.0, std::floor(std::log10(std::max(larger, digit)) + 1e-12) + 1);
    add("just rolling over", longer - 0.4 * digit);
    add("not yet rolling", longer - 0.6 * digit);
    double tooLong = longer;
    while (cellsNeeded(tooLong, spec, c.numberKind) <= spec.width)
        tooLong *= 10;
    add("overflow", tooLong);
    for (std::size_t form = 1; form <= reader.others.size(); ++form)
        addForm(rungs, c, reader, form);
    addMarks();
    return rungs;
}

FloatDifference floatDifference(const PlainChannel& c, const PlainReader& reader)
{
    if (!c.isAnalog())
        return {};
    constexpr std::int64_t mostCodes = 8192;
    const auto a = nominalCode(c, c.from);
    const auto b = nominalCode(c, c.to);
    const auto [first, last] = std::minmax(a, b);
    const auto stride = (last - first) / mostCodes + 1;
    const auto scaling = scalingOf(c);
    FloatDifference d;
    for (auto code = first; code <= last; code += stride) {
        const auto textIn = [&](NumberKind kind) {
            const double value = scaledCode(scaling, kind, static_cast<double>(code));
            return formatText(inReaderUnit(toSi(value, c.unit), reader), reader.text, kind);
        };
        const auto text32 = textIn(NumberKind::Float32);
        const auto text64 = textIn(NumberKind::Float64);
        ++d.tried;
        if (text32 == text64)
            continue;
        if (d.differing++ == 0) {
            d.code = code;
            d.text32 = text32;
            d.text64 = text64;
        }
    }
    return d;
}

} // namespace fern
