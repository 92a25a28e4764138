#include "reading/stream_reader.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

constexpr std::size_t firstColumns = 3; ///< lines before a form as loose as columns is believed
constexpr std::size_t mostHeld = 32; ///< lines that wait for their form
const Ticks toldApart = ticksFromSeconds(1e-6); ///< lines that came at once
constexpr int badToForget = 10; ///< in a row: another program sends now

} // namespace

Told toldOf(const StreamLine& line)
{
    Told told{line.at, line.raw, line.reading.fault};
    if (!line.reading.fault.empty())
        return told;
    told.state = ToldState::NoValue;
    for (const auto& field : line.reading.fields) {
        const bool isNumber = !std::isnan(field.number);
        told.parsed += fmt::format("{}{} = {}", told.parsed.empty() ? "" : ", ", field.name,
            isNumber ? field.text : "no number: " + field.text);
        if (isNumber)
            told.state = ToldState::Good;
    }
    return told;
}

std::vector<StreamLine> StreamReader::feed(Ticks at, std::string_view bytes)
{
    m_counts.bytes += bytes.size();
    std::vector<StreamLine> all;
    for (auto& line : m_lines.feed(bytes)) {
        m_newest = m_newest ? std::max(at, *m_newest + toldApart) : at;
        m_held.push_back({*m_newest, std::move(line), {}});
        if (m_shape.form == StreamForm::Unknown)
            learn();
        const bool isKnown = m_shape.form != StreamForm::Unknown;
        while (!m_held.empty() && (isKnown || m_held.size() > mostHeld)) {
            auto next = std::move(m_held.front());
            m_held.erase(m_held.begin());
            next.reading = readLine(next.raw, m_shape);
            count(next.at, next.reading);
            all.push_back(std::move(next));
        }
    }
    return all;
}

/// The first line may be torn, and columns look like much else: they take a few.
void StreamReader::learn()
{
    std::vector<std::string> lines;
    for (const auto& line : m_held)
        lines.push_back(line.raw);
    auto shape = guessShape(lines);
    if (shape.form != StreamForm::Columns || lines.size() >= firstColumns)
        m_shape = std::move(shape);
}

void StreamReader::count(Ticks at, const StreamReading& reading)
{
    if (!reading.fault.empty()) {
        ++m_counts.bad;
        if (++m_badInARow >= badToForget)
            m_shape = {};
        return;
    }
    m_badInARow = 0;
    ++m_counts.good;
    if (m_hasLine) {
        const double interval = inSeconds(at - m_lastAt);
        constexpr std::size_t known = 5;
        // Bursts of lines scatter much without any of them being late.
        m_counts.late +=
            m_intervals >= known && interval > std::max(2 * m_mean, m_mean + 4 * pace().jitter);
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
