#pragma once
// A run as a recording that can be played again: what each channel read, at the instants when it
// was read.

#include "instrument/instrument.h"
#include "run/records.h"

#include <map>
#include <string>
#include <vector>

namespace fern {

/// Makes CSV piece by piece. The header names the columns of each channel that is not made of
/// others and gives no codes: the reading of a converter, the scaled and the smoothed value in the
/// channel's unit, so that it can be played again at any of these taps. A row is an instant; an
/// empty cell is no sample, "nan" a sample without a value.
class RecordingCsv : public RunObserver {
public:
    /// `about` becomes a comment line: when and from where.
    RecordingCsv(const PlainInstrument& instrument, const std::string& about);

    void sampled(const SampleRecord& record) override;

    /// Returns the text since the last call; the newest instant waits for what may come with it,
    /// until `isEnd`.
    std::string take(bool isEnd);
    std::size_t rows() const { return m_rows; }
    double seconds() const; ///< from the first row to the last
    /// The columns behind the time.
    const std::vector<StoredColumn>& columns() const { return m_stored; }

private:
    void finishRow();

    struct Columns {
        std::size_t first = 0; ///< among all
        bool hasReading = false;
        Unit unit;
        Ticks last{-1}; ///< newest instant that was written
    };
    std::map<std::size_t, Columns> m_columns; ///< by channel
    std::vector<std::string> m_row; ///< cells of the newest instant
    Ticks m_at{-1};
    std::string m_text;
    std::vector<StoredColumn> m_stored;
    Ticks m_firstRow, m_lastRow;
    std::size_t m_rows = 0;
};

} // namespace fern
