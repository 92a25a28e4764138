#include "io/computer.h"

#include "base/number_text.h"

#include <QDir>
#include <QFile>
#include <QStorageInfo>
#include <QThread>

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

} // namespace

ComputerHealth readComputerHealth(const char* folder, double seconds)
{
    const auto times = [] { return parseProcStat(textOf(QStringLiteral("/proc/stat"))); };
    ComputerHealth health;
    const auto before = times();
    QThread::usleep(static_cast<unsigned long>(seconds * 1e6));
    const auto after = times();
    if (before && after)
        health.load = loadBetween(*before, *after);
    health.memory = parseMemInfo(textOf(QStringLiteral("/proc/meminfo")));
    const QStorageInfo disk(QString::fromUtf8(folder));
    if (disk.isValid() && disk.bytesTotal() > 0)
        health.disk = 100.0
            * (1
                - static_cast<double>(disk.bytesAvailable())
                    / static_cast<double>(disk.bytesTotal()));
    health.temperature = warmestZone();
    return health;
}

} // namespace fern::io
