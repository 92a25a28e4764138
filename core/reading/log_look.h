#pragma once
// What a log from elsewhere looks like, found from its beginning: a table of numbers under any
// header, or a receiver's sentences.

#include "base/result.h"
#include "signal/csv_reader.h"

#include <string>
#include <string_view>
#include <vector>

namespace fern {

struct LogColumn {
    std::string name{}; ///< without the unit
    std::string unit{}; ///< in brackets behind the name; empty when there is none
    CsvKind kind = CsvKind::Number; ///< Ignored: words

    bool operator==(const LogColumn&) const = default;
};

struct LogLook {
    bool isSentences = false;
    bool hasHeader = true;
    std::vector<LogColumn> columns; ///< of sentences: what a receiver gives, in its usual units
    std::vector<std::vector<std::string>> rows; ///< the first few, as they stand
};

/// Looks at the beginning of a log; 64 kB are plenty. Error when it has no row that can be used.
Result<LogLook> lookAtLog(std::string_view beginning);

} // namespace fern
