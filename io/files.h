#pragma once
// Files, read whole and written whole or not at all.

#include "base/result.h"
#include "instrument/instrument.h"

#include <QSaveFile>

#include <fstream>
#include <functional>
#include <memory>
#include <string>
#include <string_view>
#include <vector>

namespace fern::io {

/// Reads a file of at most `mostBytes`. The error names the file and what is in the way: it does
/// not exist, is a folder, may not be read, is too large.
Result<std::string> readFile(const std::string& path, std::size_t mostBytes);

/// Writes beside the target, flushes, then renames: after a failure, such as a full disk, the old
/// file stands unchanged.
Result<void> writeFileAtomically(const std::string& path, std::string_view bytes);

/// Hands a file's bytes over piece by piece, until `take` returns false. Error as readFile() says.
Result<void> readInPieces(
    const std::string& path, const std::function<bool(std::string_view)>& take);

/// Returns the error with the path before its place.
Error placed(const std::string& path, Error error);

/// Reads an instrument from the text of the file `path`; an error's place begins with the path.
Result<Instrument> instrumentIn(const std::string& path, std::string_view text);

/// Reads an instrument file; an error's place begins with the path.
Result<Instrument> loadInstrument(const std::string& path);

/// A file that is written piece by piece beside its target and takes the target's place at the end:
/// until then, and when it is given up, the old file stands.
class ReplacingFile {
public:
    /// Begins it. Error names what is in the way.
    static Result<std::unique_ptr<ReplacingFile>> create(const std::string& path);
    /// Error when the disk is full.
    Result<void> append(std::string_view bytes);
    /// Takes the target's place. Error when that fails; then the old file stands.
    Result<void> commit();

private:
    explicit ReplacingFile(const std::string& path);
    Error unwritable() const;

    QSaveFile m_file;
};

/// Returns whether two paths lead to the same file, by whatever names or links.
bool isSameFile(const std::string& a, const std::string& b);

/// A file that grows while something is recorded.
class GrowingFile {
public:
    /// Makes the file, in place of an older one. Error names what is in the way.
    static Result<std::unique_ptr<GrowingFile>> create(const std::string& path);
    /// Appends and hands to the system. Error when the disk is full; what was written stays.
    Result<void> append(std::string_view bytes);
    const std::string& path() const { return m_path; }

private:
    GrowingFile(std::string path, std::ofstream file);

    std::string m_path;
    std::ofstream m_file;
};

} // namespace fern::io
