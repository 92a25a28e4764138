#pragma once
// Cuts a CSV file, fed in any pieces, into rows: a quoted cell may hold line ends, blank lines and
// lines that start with "#" are no rows.

#include <cstddef>
#include <optional>
#include <string>
#include <string_view>

namespace fern {

class CsvRows {
public:
    /// Takes the next bytes; rows that were returned are gone.
    void feed(std::string_view bytes);
    /// Returns the next row that is there as a whole, without its line end; at the end of the file
    /// the last one may lack its own. A quote that is never closed makes its line a row by itself,
    /// so that the next ones are read. It holds until the next feed().
    std::optional<std::string_view> next(bool isEnd);

    /// The number of the first line of the row that was returned last, from 1.
    std::size_t line() const { return m_line; }
    /// How many fed bytes the rows returned so far have, and the lines between them.
    std::size_t taken() const { return m_at; }
    /// The end of what may be read behind a row.
    const char* readable() const { return m_buffer.data() + m_buffer.size(); }

private:
    std::optional<std::string_view> takeLines(bool isEnd);

    std::string m_buffer; ///< what was fed and not yet returned
    std::size_t m_at = 0; ///< of the next row in the buffer
    std::size_t m_line = 0;
    std::size_t m_nextLine = 1;
};

/// Returns whether a row ends within quotes.
bool hasOpenQuote(std::string_view row);

} // namespace fern
