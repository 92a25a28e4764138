#include "judge/findings.h"

#include "judge/rules.h"

#include <algorithm>
#include <array>

namespace fern {

namespace {

constexpr auto table = std::to_array<Rule>({
    {"D01", "text wider than the glass at this font", checkWiderThanGlass},
    {"G04", "redrawn faster than eyes read", checkFasterThanEyes},
    {"G05", "the shown number is older than wished", checkOlderThanWished},
    {"M01", "smoothing alone is later than the wished freshness", checkSmoothingTooLate},
    {"P09", "input above the damage level", checkInputTooHigh},
    {"R03", "codes are clipped inside the wished range", checkClipped},
    {"R06", "only a part of the converter's range is used", checkRangeHardlyUsed},
    {"T01", "more digits than are honest", checkMoreDigitsThanHonest},
    {"T02", "the text does not fit its field at an extreme", checkDoesNotFitField},
});

} // namespace

std::string_view severityWord(Severity severity)
{
    constexpr std::array<std::string_view, 3> words{"note", "check", "stop"};
    return words[static_cast<std::size_t>(severity)];
}

std::span<const Rule> rules()
{
    return table;
}

std::vector<Finding> findingsOf(const Instrument& instrument, const PlainInstrument& plain)
{
    std::vector<Finding> findings;
    for (const auto& rule : table)
        rule.check(instrument, plain, findings);
    for (auto& finding : findings)
        for (const auto& decision : instrument.decisions)
            if (decision->rule == finding.rule && decision->place == finding.place)
                finding.livedWith = *decision;
    std::stable_sort(findings.begin(), findings.end(), [](const Finding& a, const Finding& b) {
        return a.livedWith.has_value() != b.livedWith.has_value() ? b.livedWith.has_value()
                                                                  : a.severity > b.severity;
    });
    return findings;
}

} // namespace fern
