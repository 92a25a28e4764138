#include "io/computer.h"

#include "base/number_text.h"

#include <QDir>
#include <QFile>
#include <QStorageInfo>

#include <utility>

namespace fern::io {

namespace {

std::string textOf(const QString& path)
{
    QFile file(path);
    return file.open(QIODevice::ReadOnly) ? file.readAll().toStdString() : std::string();
}

std::optional<double> warmestZone()
{
    std::optional<double> warmest;
    const QDir zones(QStringLiteral("/sys/class/thermal"));
    for (const auto& zone : zones.entryList({QStringLiteral("thermal_zone*")}, QDir::Dirs)) {
        // In thousandths of a degree.
        const auto text = textOf(zones.filePath(zone) + QStringLiteral("/temp"));
        const auto number = parseNumber(trimmed(text));
        if (number && (!warmest || *number / 1000 > *warmest))
            warmest = *number / 1000;
    }
    return warmest;
}

class RealComputer : public StandIn {
public:
    /// What this computer was at an instant that is over nobody can tell: it tells now's once.
    std::vector<Sent> until(Ticks until) override
    {
        std::vector<Sent> sent;
        for (; m_period * m_next <= until; ++m_next)
            sent = {{m_period * m_next, {}}};
        if (!sent.empty())
            sent.front().bytes = healthLine(m_reader.read());
        return sent;
    }

private:
    const Ticks m_period = ticksFromSeconds(2);
    std::int64_t m_next = 0;
    ComputerReader m_reader;
};

} // namespace

ComputerHealth ComputerReader::read()
{
    ComputerHealth health;
    const auto now = parseProcStat(textOf(QStringLiteral("/proc/stat")));
    const auto before = std::exchange(m_before, now);
    if (before && now)
        health.load = loadBetween(*before, *now);
    health.memory = parseMemInfo(textOf(QStringLiteral("/proc/meminfo")));
    const QStorageInfo disk(QStringLiteral("/"));
    if (disk.isValid() && disk.bytesTotal() > 0)
        health.disk = 100.0
            * (1
                - static_cast<double>(disk.bytesAvailable())
                    / static_cast<double>(disk.bytesTotal()));
    health.temperature = warmestZone();
    return health;
}

std::unique_ptr<StandIn> realComputer()
{
    return std::make_unique<RealComputer>();
}

} // namespace fern::io
