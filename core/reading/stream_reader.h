#pragma once
// Follows a stream of bytes with the times when they came: cuts lines, finds their form, reads
// their fields and counts what is wrong.

#include "base/ticks.h"
#include "reading/decoder.h"
#include "reading/line_cutter.h"
#include "reading/stream_shape.h"

#include <optional>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

namespace fern {

struct StreamLine {
    Ticks at; ///< its last byte came; of several that came at once each a little later
    std::string raw;
    StreamReading reading;
};

struct StreamCounts {
    std::size_t bytes = 0;
    std::size_t good = 0; ///< lines
    std::size_t bad = 0; ///< torn, or of another form
    std::size_t tooLong = 0;
    std::size_t late = 0; ///< after more than twice the usual time and four times its jitter

    bool operator==(const StreamCounts&) const = default;
};

/// How evenly the good lines came.
struct StreamPace {
    double mean = 0; ///< seconds between two lines; 0 below two lines
    double jitter = 0; ///< standard deviation of that
    double longest = 0;
};

/// Returns the line as a monitor shows it: good when it has any number.
Told toldOf(const StreamLine& line);

class StreamReader {
public:
    StreamReader() = default;
    /// A stream whose form is known.
    explicit StreamReader(StreamShape shape)
        : m_shape(std::move(shape))
    {
    }

    /// Takes bytes that came at `at`, not earlier than those before. Returns the lines that they
    /// complete, each later than the one before: a port hands over several at once. The first ones
    /// wait until their form is known; when many lines in a row have another one, it is found anew.
    std::vector<StreamLine> feed(Ticks at, std::string_view bytes);
    /// Forgets a line that was begun, after the sender was unplugged; the form stays.
    void reset();

    const StreamShape& shape() const { return m_shape; }
    StreamCounts counts() const;
    StreamPace pace() const;

private:
    void learn();
    void count(Ticks at, const StreamReading& reading);

    LineCutter m_lines{4096};
    StreamShape m_shape;
    std::vector<StreamLine> m_held; ///< lines that wait for their form
    int m_badInARow = 0;
    StreamCounts m_counts;
    std::optional<Ticks> m_newest; ///< when the newest line came
    bool m_hasLine = false;
    Ticks m_lastAt;
    // Of the intervals between good lines, by Welford's method:
    std::size_t m_intervals = 0;
    double m_mean = 0, m_squares = 0, m_longest = 0;
};

} // namespace fern
