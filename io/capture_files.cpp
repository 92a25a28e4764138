#include "io/capture_files.h"

#include <QDir>
#include <QFile>
#include <QStandardPaths>

#include <algorithm>
#include <filesystem>

#include <fmt/format.h>

namespace fern::io {

namespace {

Error failed(const std::string& what, const std::error_code& failure, const std::string& path)
{
    return {ErrorCode::CannotWrite, fmt::format("{}: {}", what, failure.message()), path};
}

} // namespace

std::string captureFolder(const std::string& instrument)
{
    constexpr std::string_view ending = ".json";
    const bool isJson = std::string_view(instrument).ends_with(ending);
    return instrument.substr(0, instrument.size() - (isJson ? ending.size() : 0)) + ".d";
}

std::string capturePath(const std::string& instrument, std::string_view capture)
{
    return fmt::format("{}/{}.csv", captureFolder(instrument), capture);
}

Result<void> makeCaptureFolder(const std::string& instrument)
{
    std::error_code failure;
    const auto folder = captureFolder(instrument);
    std::filesystem::create_directories(folder, failure);
    return failure ? failed("the folder for captures cannot be made", failure, folder)
                   : Result<void>();
}

std::vector<std::string> strayCaptures(const Instrument& instrument, const std::string& path)
{
    std::vector<std::string> ids;
    std::error_code failure;
    for (const auto& entry : std::filesystem::directory_iterator(captureFolder(path), failure)) {
        const auto id = entry.path().stem().string();
        if (entry.path().extension() == ".csv" && findById(instrument.captures, id) == nullptr)
            ids.push_back(id);
    }
    std::sort(ids.begin(), ids.end());
    return ids;
}

Result<void> copyCaptures(
    const Instrument& instrument, const std::string& from, const std::string& to)
{
    if (instrument.captures.empty() || captureFolder(from) == captureFolder(to))
        return {};
    if (const auto made = makeCaptureFolder(to); !made)
        return made.error();
    for (const auto& capture : instrument.captures) {
        const auto old = capturePath(from, capture->id);
        std::error_code failure;
        if (!std::filesystem::exists(old, failure))
            continue;
        std::filesystem::copy_file(old, capturePath(to, capture->id),
            std::filesystem::copy_options::overwrite_existing, failure);
        if (failure)
            return failed("the capture cannot be copied", failure, old);
    }
    return {};
}

Result<std::string> moveToTrash(const std::string& path)
{
    // The trash lies there; on a new account it may be missing.
    QDir().mkpath(QStandardPaths::writableLocation(QStandardPaths::GenericDataLocation));
    QString place;
    if (!QFile::moveToTrash(QString::fromStdString(path), &place))
        return Error{
            ErrorCode::CannotWrite, "cannot be moved to the trash, so nothing is deleted", path};
    return place.toStdString();
}

Result<void> moveBack(const std::string& from, const std::string& to)
{
    QFile file(QString::fromStdString(from));
    if (file.rename(QString::fromStdString(to))) // copies where it lies on another disk
        return {};
    return Error{
        ErrorCode::CannotWrite, "cannot be moved back: " + file.errorString().toStdString(), from};
}

} // namespace fern::io
