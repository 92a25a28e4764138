#pragma once
// Turns a log from elsewhere into a recording, piece by piece, so that a log of any length needs no
// more memory than a piece. What cannot be read is left out, counted and told.

#include "reading/fix_gatherer.h"
#include "reading/line_cutter.h"
#include "reading/log_look.h"
#include "reading/sentence_clock.h"
#include "signal/tap.h"

#include <limits>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace fern {

/// Where the times of a table come from.
struct LogTime {
    int column = 0; ///< -1: there is none, and the rows came evenly
    double unitSeconds = 1; ///< of the column's numbers; 0.001 for milliseconds
    double everySeconds = 1; ///< between two rows without a column

    bool operator==(const LogTime&) const = default;
};

/// A column that is taken, and where it goes.
struct LogTarget {
    std::size_t column = 0;
    std::string channel;
    Tap tap = Tap::Scaled;
    std::string unit; ///< of its numbers; empty for codes

    bool operator==(const LogTarget&) const = default;
};

struct ImportPlan {
    LogTime time;
    std::vector<LogTarget> targets;
    /// Only rows with times from here to there are taken, as the log counts its seconds.
    double from = -std::numeric_limits<double>::infinity();
    double to = std::numeric_limits<double>::infinity();
};

class LogImport {
public:
    LogImport(LogLook look, ImportPlan plan);

    /// Takes the next bytes of the log, cut anywhere.
    void feed(std::string_view bytes);
    void end();

    /// Takes the recording's text since the last time: "t_s,channel.tap [unit],…", times from zero.
    std::string take();
    std::size_t rows() const { return m_rows; }
    double seconds() const { return m_last; } ///< of the newest row
    std::size_t faultCount() const { return m_faultCount + m_reader.faultCount(); }
    /// The first faults, with the line of the log or, where none is known, the row.
    const std::vector<std::string>& faults() const { return m_faults; }
    /// What was taken otherwise than it stands: where a receiver's clock was set, the first times.
    const std::vector<std::string>& notes() const { return m_notes; }

private:
    void takeTable();
    void takeSentence(std::string_view line);
    void addFixes(bool isEnd);
    void addFix(const GatheredFix& fix);
    void addRow(double seconds, const std::vector<double>& cells);
    void fail(std::string message);

    LogLook m_look;
    ImportPlan m_plan;
    CsvReader m_reader;
    std::size_t m_toldFaults = 0; ///< of the reader
    std::size_t m_tableRows = 0;
    LineCutter m_lines{256};
    std::size_t m_line = 0; ///< of sentences
    FixGatherer m_fixes;
    SentenceClock m_clock;
    std::optional<double> m_toldAt; ///< the newest time of the sentences, second of the day
    bool m_hadFix = false;
    bool m_isUntimed = false; ///< a fix told no time
    std::string m_text;
    bool m_hasRow = false;
    double m_first = 0, m_last = 0; ///< seconds
    std::size_t m_rows = 0;
    std::size_t m_faultCount = 0; ///< beside those of the reader
    std::vector<std::string> m_faults;
    std::vector<std::string> m_notes;
};

} // namespace fern
