#include "judge/findings.h"

#include "base/quantity_text.h"

#include <algorithm>
#include <array>
#include <set>
#include <tuple>

namespace fern {

std::string_view severityWord(Severity severity)
{
    constexpr std::array<std::string_view, 3> words{"note", "check", "stop"};
    return words[static_cast<std::size_t>(severity)];
}

namespace {

/// Two displays that show one page say the same of it.
void dropRepeated(std::vector<Finding>& findings)
{
    std::set<std::tuple<std::string, std::string, std::string>> seen;
    std::erase_if(findings, [&](const Finding& finding) {
        return !seen.emplace(finding.rule, finding.place, finding.title).second;
    });
}

} // namespace

std::vector<Finding> findingsOf(const Instrument& instrument, const PlainInstrument& plain)
{
    std::vector<Finding> findings;
    for (const auto& rule : rules())
        rule.check(instrument, plain, findings);
    dropRepeated(findings);
    markLivedWith(instrument, findings);
    sortFindings(findings);
    return findings;
}

std::string countsInWords(
    const std::vector<Finding>& findings, const std::function<bool(const Finding&)>& counts)
{
    std::string words;
    for (const auto severity : {Severity::Stop, Severity::Check, Severity::Note}) {
        const auto count =
            std::count_if(findings.begin(), findings.end(), [&](const Finding& finding) {
                return finding.severity == severity && !finding.livedWith
                    && (!counts || counts(finding));
            });
        if (count > 0)
            words += (words.empty() ? "" : ", ") + countText(count, severityWord(severity));
    }
    return words;
}

void addSeen(std::vector<Finding>& findings, const std::vector<Finding>& seen)
{
    const auto known = findings.size();
    for (const auto& finding : seen) {
        const auto end = findings.begin() + static_cast<std::ptrdiff_t>(known);
        const auto told = std::find_if(findings.begin(), end, [&](const Finding& each) {
            return each.rule == finding.rule && each.place == finding.place;
        });
        if (told == end)
            findings.push_back(finding);
        else
            told->reason += " In the run: " + finding.title + ".";
    }
}

void markLivedWith(const Instrument& instrument, std::vector<Finding>& findings)
{
    for (auto& finding : findings)
        for (const auto& decision : instrument.decisions)
            if (decision->rule == finding.rule && decision->place == finding.place)
                finding.livedWith = *decision;
}

void sortFindings(std::vector<Finding>& findings)
{
    std::stable_sort(findings.begin(), findings.end(), [](const Finding& a, const Finding& b) {
        return a.livedWith.has_value() != b.livedWith.has_value() ? b.livedWith.has_value()
                                                                  : a.severity > b.severity;
    });
}

} // namespace fern
