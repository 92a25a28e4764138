#pragma once
// Recordings and logs in files, read and written piece by piece.

#include "reading/log_import.h"
#include "signal/capture.h"

#include <functional>
#include <string>
#include <vector>

namespace fern::io {

/// Told how much of a file has been read, 0 … 1; false stops the work.
using Progress = std::function<bool(double share)>;

/// Reads a recording; any fault is an error with its line.
Result<std::vector<Capture>> loadRecording(const std::string& path);

/// Returns which rows of a log cannot be read: "2 rows are left out: line 17: …"; `faults` are the
/// first ones. Empty when none is.
std::string leftOutText(std::size_t faultCount, const std::vector<std::string>& faults);

/// A recording whose faulty rows were left out.
struct RecordingRead {
    std::vector<Capture> captures;
    std::size_t faultCount = 0;
    std::vector<std::string> faults; ///< the first ones, "line 17: …"
    bool isStopped = false; ///< by its progress; then the captures are empty
};
/// Reads a recording and leaves out what is no row of it. Error when it is no recording at all.
Result<RecordingRead> readRecording(const std::string& path, const Progress& progress);

/// Looks at the beginning of a log.
Result<LogLook> lookAtLogFile(const std::string& path);

struct ImportReport {
    std::size_t rows = 0;
    double seconds = 0;
    std::size_t faultCount = 0;
    std::vector<std::string> faults; ///< the first ones
    std::vector<std::string> notes; ///< what was taken otherwise than it stands
    bool isStopped = false; ///< then nothing has been written
};
/// Reads a log as planned and writes nothing: what an import would report.
Result<ImportReport> tryImport(
    const std::string& log, const LogLook& look, const ImportPlan& plan, const Progress& progress);
/// Turns a log into a recording, which takes the place of an older one at the end. Error when one
/// of the files is in the way, when both are one, or when no row is left; after an error or a stop
/// the older recording stands.
Result<ImportReport> importLog(const std::string& log, const LogLook& look, const ImportPlan& plan,
    const std::string& recording, const Progress& progress);

/// Returns the plan that takes a recording as it stands.
Result<ImportPlan> planOfRecording(const std::string& path, const LogLook& look);

} // namespace fern::io
