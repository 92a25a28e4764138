#pragma once
// A run as a table: one row a sample or redraw, one column a channel's stage or a reader's text.

#include "run/records.h"

#include <map>
#include <string>
#include <vector>

namespace fern {

/// Collects CSV (RFC 4180). Header: t_s, then for each channel world, pin, reading, scaled,
/// smoothed with units, then for each that gives codes "id.code", then for each display "id.age
/// [s]" and for each reader "id.shown". A sample fills its channel's cells, a redraw those of its
/// readers at the instant it became visible. The age is that of the oldest number shown: time since
/// its sample plus the delay of the smoothing.
class TraceCsv : public RunObserver {
public:
    explicit TraceCsv(const PlainInstrument& instrument);

    void sampled(const SampleRecord& record) override;
    void told(const ToldRecord& record) override;
    void shown(const ShownRecord& record) override;

    const std::string& text() const { return m_text; }

private:
    void row(Ticks at, std::size_t first, const std::vector<std::string>& cells);

    PlainInstrument m_instrument;
    void addCode(std::size_t channel, Ticks at, const std::string& code);

    std::size_t m_columns = 0;
    std::size_t m_firstDisplay = 0; ///< its column
    std::map<std::size_t, std::size_t> m_codeColumns; ///< of the channels that give codes
    std::string m_text;
};

} // namespace fern
