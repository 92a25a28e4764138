#pragma once
// Findings: judgements about an instrument, each with its numbers, the reason and, where possible,
// a fix that is one change.

#include "base/result.h"
#include "instrument/instrument.h"
#include "instrument/resolve.h"

#include <functional>
#include <optional>
#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace fern {

enum class Severity {
    Note, ///< know this
    Check, ///< works badly or by luck
    Stop, ///< will not work or may harm
};

/// Returns "note", "check" or "stop".
std::string_view severityWord(Severity severity);

struct Fix {
    std::string label; ///< what it does, for a button
    std::function<Result<Instrument>(const Instrument&)> apply;
};

struct Finding {
    std::string rule; ///< "R03"
    Severity severity = Severity::Note;
    std::string place; ///< path into the instrument, by id: "/channels/house-battery/frontEnd"
    std::string title; ///< one line
    std::string reason; ///< the numbers, the limit and the way out, in plain words
    std::string source; ///< where the limit comes from
    std::vector<Fix> fixes; ///< none, one, or alternatives
    std::optional<Decision> livedWith; ///< the maker's decision, when there is one
};

/// One rule: its id, what it looks for, and a function that adds what it finds.
struct Rule {
    std::string_view id;
    std::string_view summary;
    void (*check)(const Instrument&, const PlainInstrument&, std::vector<Finding>&);
};

/// Returns every rule in the order of their ids.
std::span<const Rule> rules();

/// Runs every rule; the worst findings come first, those that a decision lives with come last.
std::vector<Finding> findingsOf(const Instrument& instrument, const PlainInstrument& plain);

/// Returns how many findings of each severity there are, without those that are lived with and,
/// where `counts` is given, without those that it leaves out: "1 stop, 2 checks"; empty of none.
std::string countsInWords(
    const std::vector<Finding>& findings, const std::function<bool(const Finding&)>& counts = {});

/// Adds what a run has seen. Where a rule has spoken of a place already without one, its reason
/// gets what was seen.
void addSeen(std::vector<Finding>& findings, const std::vector<Finding>& seen);

/// Puts the decisions that live with them into the findings.
void markLivedWith(const Instrument& instrument, std::vector<Finding>& findings);

/// Brings the worst to the front and those that are lived with to the end.
void sortFindings(std::vector<Finding>& findings);

} // namespace fern
