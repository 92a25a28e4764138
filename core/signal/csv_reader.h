#pragma once
// Reads a numeric table piece by piece, so that a file of any length needs no more memory than the
// rows that nobody has taken yet. A row that cannot be read is left out, counted and told.

#include "base/calendar.h"
#include "signal/csv_rows.h"

#include <cstddef>
#include <cstdint>
#include <limits>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace fern {

/// An empty cell. It differs from the word "nan" only in its sign, see isDropout().
constexpr double emptyCell = std::numeric_limits<double>::quiet_NaN();

enum class CsvKind {
    Number,
    DateTime, ///< "2031-05-04 18:30:00.25", read as seconds after the first one's whole second
    Ignored, ///< gives no values
};

struct CsvForm {
    std::vector<CsvKind> kinds{}; ///< of the columns; those beyond are numbers
    bool hasHeader = true; ///< without one the columns are "column 1" and so on
    bool (*isIgnored)(std::string_view header) = nullptr; ///< columns by their names, too
    std::size_t expectedBytes = 0; ///< of the whole file, where known, to make room at once
};

/// A row that was left out.
struct CsvFault {
    std::size_t line = 0;
    std::string message;

    bool operator==(const CsvFault&) const = default;
};

class CsvReader {
public:
    explicit CsvReader(CsvForm form = {});

    /// Takes the next bytes of the file, cut anywhere.
    void feed(std::string_view bytes);
    /// Takes what is left: the last line may lack its end.
    void end();

    const std::vector<std::string>& header() const { return m_header; }
    /// Takes the rows that were read since the last time, as columns of one length.
    std::vector<std::vector<double>> take();
    std::size_t rows() const { return m_rows; } ///< all that were read
    std::size_t faultCount() const { return m_faultCount; }
    /// The first faults; at most `mostFaults` are kept.
    const std::vector<CsvFault>& faults() const { return m_faults; }
    static constexpr std::size_t mostFaults = 100;

private:
    void readRows(bool isEnd);
    void makeRoom();
    void readRow(std::string_view row);
    void readHeader(std::string_view row);
    bool appendPlainRow(std::string_view row);
    void appendRow(std::string_view row);
    CsvKind kindOf(std::size_t column) const;
    std::optional<double> valueOf(std::size_t column, std::string_view cell);
    void fail(std::string message);

    CsvForm m_form;
    CsvRows m_cutter;
    char m_separator = ',';
    std::vector<std::string> m_header;
    std::vector<std::vector<double>> m_columns;
    std::vector<double> m_plain; ///< a row of numbers; empty when a column is something else
    std::optional<std::int64_t> m_firstSecond; ///< of the dates
    bool m_hasRoom = false;
    std::size_t m_rows = 0, m_faultCount = 0;
    std::vector<CsvFault> m_faults;
};

/// Returns the character that separates the cells of a line: the most frequent of comma, semicolon
/// and tab outside of quotes.
char separatorOf(std::string_view line);

} // namespace fern
