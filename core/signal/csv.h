#pragma once
// Numeric tables as CSV (RFC 4180) with comma, semicolon or tab, found from the header line.
// Lines that start with "#" are comments. The decimal mark is a point.

#include "base/result.h"
#include "signal/csv_reader.h"

#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace fern {

struct CsvTable {
    std::vector<std::string> header;
    /// One for each header. An empty cell is NaN; so is the word "nan", see isDropout().
    std::vector<std::vector<double>> columns;

    std::size_t rows() const { return columns.empty() ? 0 : columns.front().size(); }
};

/// Returns whether a cell holds the word "nan": a sample that has no value.
bool isDropout(double cell);

/// Returns what a reader has read of a whole file. Error as parseCsv() says.
Result<CsvTable> tableOf(CsvReader& reader);

/// Reads a table with one header line. A row of another width or a cell that is no number is an
/// error with its line; nothing is skipped silently.
Result<CsvTable> parseCsv(std::string_view text);

/// Returns the cells of one line; a quoted cell may hold the separator and doubled quotes.
std::vector<std::string> splitCsvLine(std::string_view line, char separator);

/// Returns the number with 17 significant digits, enough to read back the same double; an empty
/// cell for NaN.
std::string csvNumber(double value);

/// Returns the cell, quoted where it holds a separator, a quote or a line end.
std::string csvCell(std::string_view text);

/// A table of words; every row has as many cells as the header.
struct TextTable {
    std::vector<std::string> header;
    std::vector<std::vector<std::string>> rows;

    bool operator==(const TextTable&) const = default;
};

/// Returns the table as CSV with commas and one line end a row.
std::string csvOf(const TextTable& table);

} // namespace fern
