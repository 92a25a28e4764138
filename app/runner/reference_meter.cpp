#include "app/runner/reference_meter.h"

#include "app/look/text.h"
#include "base/number_text.h"

#include <cmath>
#include <utility>
#include <vector>

namespace fern::app {

namespace {

constexpr std::size_t kept = 4; ///< values of a meter, which speaks about twice a second
constexpr int shownDigits = 5;

} // namespace

ReferenceMeter::ReferenceMeter(QObject* parent)
    : QObject(parent)
{
    m_timer.setInterval(100);
    connect(&m_timer, &QTimer::timeout, this, &ReferenceMeter::poll);
}

void ReferenceMeter::use(Kind kind)
{
    m_kind = kind;
    m_link.reset();
    m_reader = {};
    m_values.clear();
    m_timer.stop();
    Q_EMIT changed();
}

void ReferenceMeter::useNone()
{
    use(Kind::None);
}

void ReferenceMeter::useWorld()
{
    use(Kind::World);
}

void ReferenceMeter::useLink(std::shared_ptr<io::Link> link)
{
    use(Kind::Link);
    m_link = std::move(link);
    m_timer.start();
    poll();
}

void ReferenceMeter::hear(double value)
{
    if (m_kind == Kind::World && !std::isnan(value))
        take(*parseNumber(significantText(value, shownDigits)));
}

void ReferenceMeter::take(double value)
{
    m_values.push_back(value);
    if (m_values.size() > kept)
        m_values.pop_front();
    Q_EMIT changed();
}

void ReferenceMeter::poll()
{
    for (const auto& chunk : m_link->take())
        for (const auto& line : m_reader.feed(chunk.at, chunk.bytes))
            for (const auto& field : line.reading.fields)
                if (!std::isnan(field.number)) {
                    take(field.number);
                    break; // a meter says one thing
                }
    if (m_link->report().state != io::LinkState::Open && !m_values.empty()) {
        m_values.clear(); // what it said before it went is no reading
        Q_EMIT changed();
    }
}

SettledReading ReferenceMeter::settled() const
{
    const std::vector<double> values(m_values.begin(), m_values.end());
    // One in its last digit is the least that it can tell.
    const double step =
        values.empty() ? 0 : std::fabs(values.back()) * std::pow(10.0, 1 - shownDigits);
    return settledReading(values, static_cast<int>(kept), step);
}

QString ReferenceMeter::words() const
{
    if (m_kind == Kind::None)
        return {};
    if (!m_values.empty())
        return qText(significantText(m_values.back(), shownDigits));
    if (m_link && m_link->report().state != io::LinkState::Open)
        return qText(m_link->report().words);
    return tr("nothing yet");
}

} // namespace fern::app
