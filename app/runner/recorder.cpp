#include "app/runner/recorder.h"

#include "base/calendar.h"

#include <chrono>

#include <fmt/format.h>

namespace fern::app {

Result<Recorder> Recorder::begin(const PlainInstrument& instrument, const std::string& path)
{
    auto file = io::GrowingFile::create(path);
    if (!file)
        return file.error();
    const auto utc = utcOf(std::chrono::duration_cast<std::chrono::seconds>(
        std::chrono::system_clock::now().time_since_epoch())
                               .count());
    Recorder recorder;
    recorder.m_file = std::move(file).value();
    recorder.m_csv = std::make_unique<RecordingCsv>(instrument,
        fmt::format("recorded {:04}-{:02}-{:02}T{:02}:{:02}:{:02}Z", utc.year, utc.month, utc.day,
            utc.hour, utc.minute, utc.second));
    return recorder;
}

} // namespace fern::app
