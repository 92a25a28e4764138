#include "app/files/file_guard.h"

#include "instrument/file.h"
#include "io/files.h"

#include <QCryptographicHash>
#include <QDateTime>
#include <QDir>
#include <QFileInfo>

namespace fern::app {

namespace {

constexpr int copyDelay = 300; ///< milliseconds from the first change to its copy
constexpr int diskDelay = 100; ///< a file being replaced is gone for a moment
const QString copyEnding = QStringLiteral(".fern.json");

} // namespace

FileGuard::FileGuard(Document& document, QString folder, QObject* parent)
    : QObject(parent)
    , m_document(document)
    , m_folder(std::move(folder))
{
    m_copyTimer.setSingleShot(true);
    m_copyTimer.setInterval(copyDelay);
    m_diskTimer.setSingleShot(true);
    m_diskTimer.setInterval(diskDelay);
    connect(&m_copyTimer, &QTimer::timeout, this, &FileGuard::writeCopy);
    connect(&m_diskTimer, &QTimer::timeout, this, &FileGuard::checkDisk);
    connect(&m_watcher, &QFileSystemWatcher::fileChanged, this, [this] { m_diskTimer.start(); });
    connect(&m_document.undoStack(), &QUndoStack::indexChanged, this, [this] {
        // Not started anew by every change: a long drag is copied while it goes on.
        if (m_document.isModified() && !m_copyTimer.isActive())
            m_copyTimer.start();
    });
    connect(&m_document.undoStack(), &QUndoStack::cleanChanged, this, [this](bool clean) {
        if (clean)
            dropCopy();
    });
}

FileGuard::~FileGuard() = default;

QString FileGuard::nameFor(const QString& suffix) const
{
    return m_folder + QStringLiteral("/") + m_key + suffix;
}

bool FileGuard::adopt()
{
    m_lock.reset();
    m_copyTimer.stop();
    if (!m_watcher.files().isEmpty())
        m_watcher.removePaths(m_watcher.files());
    const auto path = m_document.path();
    if (!path.isEmpty())
        m_watcher.addPath(path);
    if (m_folder.isEmpty())
        return true;
    QDir().mkpath(m_folder);
    const auto canonical = QFileInfo(path).canonicalFilePath();
    m_key = path.isEmpty()
        ? QStringLiteral("untitled")
        : QString::fromLatin1(
            QCryptographicHash::hash(canonical.toUtf8(), QCryptographicHash::Sha1).toHex());
    m_lock = std::make_unique<QLockFile>(nameFor(QStringLiteral(".lock")));
    m_lock->setStaleLockTime(0); // only the death of its program makes a lock stale
    if (m_lock->tryLock(0)) {
        m_copy = freeCopyName();
        if (m_document.isModified())
            m_copyTimer.start(); // a new instrument has no file at all
        return true;
    }
    m_lock.reset();
    return m_key == QStringLiteral("untitled"); // an instrument without a file disturbs nobody
}

void FileGuard::writeCopy()
{
    // Without the lock the copy's name belongs to another window.
    if (!m_lock || !m_document.isModified())
        return;
    // A copy that cannot be written must not disturb the work; saving will tell what is wrong.
    m_writing = std::jthread([copy = m_copy.toStdString(), instrument = m_document.instrument()] {
        static_cast<void>(io::writeFileAtomically(copy, writeInstrument(instrument)));
    });
}

std::vector<FileGuard::LeftCopy> FileGuard::leftBehind() const
{
    std::vector<LeftCopy> copies;
    if (!m_lock)
        return copies;
    const auto files = QDir(m_folder).entryInfoList(
        {m_key + copyEnding, m_key + QStringLiteral("-*") + copyEnding}, QDir::Files, QDir::Time);
    for (const auto& file : files)
        if (file.filePath() != m_copy)
            if (auto instrument = io::loadInstrument(file.filePath().toStdString()))
                copies.push_back({file.filePath(),
                    file.lastModified().toString(QStringLiteral("yyyy-MM-dd HH:mm")),
                    *std::move(instrument)});
    return copies;
}

/// What others left keeps its name, so that it can be asked about again.
QString FileGuard::freeCopyName() const
{
    auto name = nameFor(copyEnding);
    for (int number = 2; QFileInfo::exists(name); ++number)
        name = nameFor(QStringLiteral("-%1").arg(number) + copyEnding);
    return name;
}

void FileGuard::dropCopy()
{
    m_copyTimer.stop();
    m_writing = {}; // first it ends
    if (m_lock)
        QFile::remove(m_copy);
}

bool FileGuard::isChangedOnDisk() const
{
    if (m_document.path().isEmpty())
        return false;
    const auto text = io::readFile(m_document.path().toStdString(), longestInstrumentFile);
    return !text || *text != m_document.textOnDisk();
}

void FileGuard::checkDisk()
{
    const auto path = m_document.path();
    // A file that was replaced is another file to the watch.
    if (!path.isEmpty() && QFileInfo::exists(path) && !m_watcher.files().contains(path))
        m_watcher.addPath(path);
    if (isChangedOnDisk())
        Q_EMIT changedOnDisk();
}

} // namespace fern::app
