#include "reading/stream_reader.h"

#include <algorithm>
#include <cmath>

namespace fern {

namespace {

constexpr std::size_t firstLines = 3; ///< before the form is guessed
constexpr std::size_t mostFirst = 32;

} // namespace

std::vector<StreamLine> StreamReader::feed(Ticks at, std::string_view bytes)
{
    m_counts.bytes += bytes.size();
    std::vector<StreamLine> all;
    for (auto& line : m_lines.feed(bytes)) {
        if (m_shape.form == StreamForm::Unknown)
            learn(line);
        auto reading = readLine(line, m_shape);
        count(at, reading);
        all.push_back({at, std::move(line), std::move(reading)});
    }
    return all;
}

/// The first line may be torn, so it takes a few.
void StreamReader::learn(const std::string& line)
{
    m_first.push_back(line);
    if (m_first.size() > mostFirst)
        m_first.erase(m_first.begin());
    if (m_first.size() >= firstLines)
        m_shape = guessShape(m_first);
    if (m_shape.form != StreamForm::Unknown)
        m_first.clear();
}

void StreamReader::count(Ticks at, const StreamReading& reading)
{
    if (!reading.fault.empty()) {
        ++m_counts.bad;
        return;
    }
    ++m_counts.good;
    for (const auto& field : reading.fields)
        m_counts.notNumbers += std::isnan(field.number);
    if (m_hasLine) {
        const double interval = inSeconds(at - m_lastAt);
        constexpr std::size_t known = 5;
        m_counts.late += m_intervals >= known && interval > 2 * m_mean;
        ++m_intervals;
        const double off = interval - m_mean;
        m_mean += off / static_cast<double>(m_intervals);
        m_squares += off * (interval - m_mean);
        m_longest = std::max(m_longest, interval);
    }
    m_hasLine = true;
    m_lastAt = at;
}

void StreamReader::reset()
{
    m_lines.reset();
    m_hasLine = false;
}

StreamCounts StreamReader::counts() const
{
    auto counts = m_counts;
    counts.tooLong = m_lines.tooLongCount();
    return counts;
}

StreamPace StreamReader::pace() const
{
    if (m_intervals == 0)
        return {};
    const auto n = static_cast<double>(m_intervals);
    return {m_mean, m_intervals < 2 ? 0 : std::sqrt(m_squares / (n - 1)), m_longest};
}

} // namespace fern
