#pragma once
// The files of an instrument's captures: they lie in a folder beside the instrument's file.

#include "base/result.h"
#include "instrument/instrument.h"

#include <string>
#include <string_view>
#include <vector>

namespace fern::io {

/// Returns "somewhere/skiff.fern.d" of "somewhere/skiff.fern.json".
std::string captureFolder(const std::string& instrument);
/// Returns the file of a capture.
std::string capturePath(const std::string& instrument, std::string_view capture);

/// Makes the folder when it is not there. Error says what is in the way.
Result<void> makeCaptureFolder(const std::string& instrument);

/// Returns the ids of files in the folder that are no capture of the instrument, sorted: what a
/// crash or an undone import left.
std::vector<std::string> strayCaptures(const Instrument& instrument, const std::string& path);

/// Copies the captures of an instrument that is saved under another path; files that are missing
/// are passed over. Error names the first one that cannot be copied.
Result<void> copyCaptures(
    const Instrument& instrument, const std::string& from, const std::string& to);

/// Moves a file to the trash of the desktop; returns where it lies now. Error when there is none;
/// then the file is where it was.
Result<std::string> moveToTrash(const std::string& path);

/// Moves a file back from where it lies.
Result<void> moveBack(const std::string& from, const std::string& to);

} // namespace fern::io
