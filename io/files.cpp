#include "io/files.h"

#include "instrument/file.h"

#include <QFile>
#include <QFileInfo>

#include <cerrno>
#include <filesystem>
#include <system_error>

#include <fmt/format.h>

namespace fern::io {

namespace {

Error unreadable(const QFile& file)
{
    return {ErrorCode::Unreadable, "cannot be read: " + file.errorString().toStdString(),
        file.fileName().toStdString()};
}

/// Opens for reading; an error names what is in the way.
Result<void> openFile(QFile& file)
{
    if (QFileInfo(file).isDir())
        return Error{
            ErrorCode::Unreadable, "this is a folder, not a file", file.fileName().toStdString()};
    if (!file.open(QIODevice::ReadOnly))
        return unreadable(file);
    return {};
}

} // namespace

Error placed(const std::string& path, Error error)
{
    error.where = error.where.empty() ? path : path + ", " + error.where;
    return error;
}

Result<std::string> readFile(const std::string& path, std::size_t mostBytes)
{
    QFile file(QString::fromStdString(path));
    if (const auto opened = openFile(file); !opened)
        return opened.error();
    const auto size = static_cast<std::size_t>(file.size());
    if (size > mostBytes)
        return Error{ErrorCode::TooLarge,
            fmt::format(
                "the file has {} MB; at most {} MB are read", size >> 20U, mostBytes >> 20U),
            path};
    std::string bytes(size, '\0');
    const auto got = file.read(bytes.data(), static_cast<qint64>(size));
    if (got < 0)
        return unreadable(file);
    bytes.resize(static_cast<std::size_t>(got));
    const auto rest = file.read(static_cast<qint64>(mostBytes) + 1); // pipes and /proc tell no size
    return bytes + rest.toStdString();
}

Result<void> readInPieces(
    const std::string& path, const std::function<bool(std::string_view)>& take)
{
    QFile file(QString::fromStdString(path));
    if (const auto opened = openFile(file); !opened)
        return opened.error();
    std::vector<char> piece(std::size_t{1} << 20U);
    while (true) {
        const auto got = file.read(piece.data(), static_cast<qint64>(piece.size()));
        if (got < 0)
            return unreadable(file);
        if (got == 0 || !take({piece.data(), static_cast<std::size_t>(got)}))
            return {};
    }
}

Result<void> writeFileAtomically(const std::string& path, std::string_view bytes)
{
    const auto file = ReplacingFile::create(path);
    if (!file)
        return file.error();
    if (const auto written = (*file)->append(bytes); !written)
        return written;
    return (*file)->commit();
}

ReplacingFile::ReplacingFile(const std::string& path)
    : m_file(QString::fromStdString(path))
{
}

Error ReplacingFile::unwritable() const
{
    return {ErrorCode::CannotWrite, "cannot be written: " + m_file.errorString().toStdString(),
        m_file.fileName().toStdString()};
}

Result<std::unique_ptr<ReplacingFile>> ReplacingFile::create(const std::string& path)
{
    std::unique_ptr<ReplacingFile> file(new ReplacingFile(path));
    if (!file->m_file.open(QIODevice::WriteOnly))
        return file->unwritable();
    return file;
}

Result<void> ReplacingFile::append(std::string_view bytes)
{
    const auto size = static_cast<qint64>(bytes.size());
    if (m_file.write(bytes.data(), size) != size)
        return unwritable();
    return {};
}

Result<void> ReplacingFile::commit()
{
    if (!m_file.commit())
        return unwritable();
    return {};
}

bool isSameFile(const std::string& a, const std::string& b)
{
    std::error_code failure; // one that is not there is no other's twin
    return std::filesystem::equivalent(a, b, failure) && !failure;
}

Result<Instrument> instrumentIn(const std::string& path, std::string_view text)
{
    auto instrument = readInstrument(text);
    if (!instrument)
        return placed(path, instrument.error());
    return instrument;
}

Result<Instrument> loadInstrument(const std::string& path)
{
    const auto text = readFile(path, longestInstrumentFile);
    if (!text)
        return text.error();
    return instrumentIn(path, *text);
}

GrowingFile::GrowingFile(std::string path, std::ofstream file)
    : m_path(std::move(path))
    , m_file(std::move(file))
{
}

Result<std::unique_ptr<GrowingFile>> GrowingFile::create(const std::string& path)
{
    std::ofstream file(path, std::ios::binary | std::ios::trunc);
    if (!file)
        return Error{ErrorCode::CannotWrite,
            "cannot be made: " + std::system_category().message(errno), path};
    return std::unique_ptr<GrowingFile>(new GrowingFile(path, std::move(file)));
}

Result<void> GrowingFile::append(std::string_view bytes)
{
    m_file.write(bytes.data(), static_cast<std::streamsize>(bytes.size()));
    if (!m_file.flush())
        return Error{ErrorCode::CannotWrite,
            "cannot be written any further: " + std::system_category().message(errno), m_path};
    return {};
}

} // namespace fern::io
