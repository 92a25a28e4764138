#include "io/recordings.h"

#include "base/quantity_text.h"
#include "io/files.h"
#include "signal/csv.h"

#include <algorithm>
#include <filesystem>

#include <fmt/format.h>

namespace fern::io {

namespace {

std::size_t sizeOf(const std::string& path)
{
    std::error_code failure;
    const auto size = std::filesystem::file_size(path, failure);
    return failure ? 0 : size;
}

/// Feeds a file; returns whether it came to its end.
Result<bool> feedFile(const std::string& path, const Progress& progress,
    const std::function<void(std::string_view)>& take)
{
    const auto size = static_cast<double>(std::max<std::size_t>(1, sizeOf(path)));
    double got = 0;
    bool isWhole = true;
    const auto read = readInPieces(path, [&](std::string_view piece) {
        take(piece);
        got += static_cast<double>(piece.size());
        isWhole = progress(std::min(1.0, got / size));
        return isWhole;
    });
    return read ? Result<bool>(isWhole) : read.error();
}

bool goesOn(double /*share*/)
{
    return true;
}

/// Reads a log as planned, and hands over the recording's text piece by piece to whoever says
/// whether it can go on. Error when the log cannot be read, or when none of its rows can be taken.
Result<ImportReport> importPieces(const std::string& log, const LogLook& look,
    const ImportPlan& plan, const Progress& progress,
    const std::function<bool(const std::string&)>& take)
{
    LogImport import(look, plan);
    bool goesOn = true;
    const auto whole = feedFile(
        log, [&](double share) { return goesOn && progress(share); },
        [&](std::string_view piece) {
            import.feed(piece);
            goesOn = take(import.take());
        });
    if (!whole)
        return whole.error();
    import.end();
    goesOn = goesOn && take(import.take());
    ImportReport report{import.rows(), import.seconds(), import.faultCount(), import.faults(),
        import.notes(), !*whole || !goesOn};
    if (!report.isStopped && report.rows == 0)
        return Error{ErrorCode::Malformed,
            report.faults.empty() ? std::string("no row can be taken")
                                  : "no row can be taken: " + report.faults.front(),
            log};
    return report;
}

} // namespace

std::string leftOutText(std::size_t faultCount, const std::vector<std::string>& faults)
{
    if (faultCount == 0)
        return {};
    return fmt::format("{} {} left out: {}", countText(static_cast<long long>(faultCount), "row"),
        faultCount == 1 ? "is" : "are", faults.front());
}

Result<std::vector<Capture>> loadRecording(const std::string& path)
{
    CsvReader reader({{}, true, isTraceOnly, sizeOf(path)});
    const auto read = feedFile(path, goesOn, [&](std::string_view piece) { reader.feed(piece); });
    if (!read)
        return read.error();
    reader.end();
    auto whole = tableOf(reader);
    if (!whole)
        return placed(path, whole.error());
    auto table = *std::move(whole);
    joinInstants(table);
    auto captures = capturesOf(table);
    if (!captures)
        return placed(path, captures.error());
    return captures;
}

Result<RecordingRead> readRecording(const std::string& path, const Progress& progress)
{
    CsvReader reader({{}, true, isTraceOnly, sizeOf(path)});
    const auto whole =
        feedFile(path, progress, [&](std::string_view piece) { reader.feed(piece); });
    if (!whole)
        return whole.error();
    RecordingRead read;
    read.isStopped = !*whole;
    if (read.isStopped)
        return read;
    reader.end();
    CsvTable table{reader.header(), reader.take()};
    joinInstants(table);
    const auto disordered = dropDisorder(table);
    auto captures = capturesOf(table);
    if (!captures)
        return placed(path, captures.error());
    read.captures = *std::move(captures);
    read.faultCount = reader.faultCount() + disordered;
    for (const auto& fault : reader.faults())
        read.faults.push_back(fmt::format("line {}: {}", fault.line, fault.message));
    if (disordered > 0)
        read.faults.push_back(
            fmt::format("{} rows have a time that does not follow the row before", disordered));
    return read;
}

Result<LogLook> lookAtLogFile(const std::string& path)
{
    constexpr std::size_t plenty = 64U << 10U;
    std::string beginning;
    const auto read = readInPieces(path, [&](std::string_view piece) {
        beginning = piece.substr(0, plenty);
        return false;
    });
    if (!read)
        return read.error();
    auto look = lookAtLog(beginning);
    if (!look)
        return placed(path, look.error());
    return look;
}

Result<ImportReport> tryImport(
    const std::string& log, const LogLook& look, const ImportPlan& plan, const Progress& progress)
{
    return importPieces(
        log, look, plan, progress, [](const std::string& /*rows*/) { return true; });
}

Result<ImportReport> importLog(const std::string& log, const LogLook& look, const ImportPlan& plan,
    const std::string& recording, const Progress& progress)
{
    if (isSameFile(log, recording))
        return Error{ErrorCode::InvalidArgument,
            "the recording would replace the log that it is made of: choose another name",
            recording};
    auto file = ReplacingFile::create(recording);
    if (!file)
        return file.error();
    Result<void> written;
    auto report = importPieces(log, look, plan, progress, [&](const std::string& rows) {
        if (written)
            written = (*file)->append(rows);
        return written.has_value();
    });
    if (!report || report->isStopped)
        return written ? report : Result<ImportReport>(written.error());
    if (const auto done = (*file)->commit(); !done)
        return done.error();
    return report;
}

Result<ImportPlan> planOfRecording(const std::string& path, const LogLook& look)
{
    CsvTable header;
    for (const auto& column : look.columns)
        header.header.push_back(
            column.unit.empty() ? column.name : fmt::format("{} [{}]", column.name, column.unit));
    header.columns.resize(header.header.size());
    const auto captures = capturesOf(header);
    if (!captures)
        return placed(path, captures.error());
    ImportPlan plan;
    for (std::size_t i = 0; i < captures->size(); ++i)
        plan.targets.push_back(
            {i + 1, (*captures)[i].channel, (*captures)[i].tap, (*captures)[i].unit});
    return plan;
}

} // namespace fern::io
