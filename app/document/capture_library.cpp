#include "app/document/capture_library.h"

#include "app/look/text.h"
#include "instrument/capture_edits.h"
#include "instrument/ids.h"
#include "io/capture_files.h"

#include <QDateTime>
#include <QFileInfo>

namespace fern::app {

CaptureLibrary::CaptureLibrary(Document& document, QObject* parent)
    : QObject(parent)
    , m_document(document)
{
    connect(&document, &Document::changed, this, &CaptureLibrary::fetchBack);
    connect(&document, &Document::opened, this, [this] {
        m_inTrash.clear();
        m_begun.clear();
    });
}

std::string CaptureLibrary::pathOf(std::string_view capture) const
{
    return io::capturePath(m_document.path().toStdString(), capture);
}

Result<StoredCapture> CaptureLibrary::begin(const std::string& name)
{
    if (m_document.path().isEmpty())
        return Error{ErrorCode::InvalidArgument,
            "save the instrument first: its captures lie beside its file", ""};
    if (const auto made = io::makeCaptureFolder(m_document.path().toStdString()); !made)
        return made.error();
    // A file may lie there that no entry names, such as after a crash; it is never written over.
    auto id = freeId(m_document.instrument().captures, name);
    for (int n = 2; QFileInfo::exists(qText(pathOf(id))); ++n)
        id = freeId(m_document.instrument().captures, name + " " + std::to_string(n));
    m_begun.insert(id);
    StoredCapture capture;
    capture.id = std::move(id);
    capture.name = name;
    capture.on = QDateTime::currentDateTimeUtc().toString(Qt::ISODate).toStdString();
    return capture;
}

std::vector<std::string> CaptureLibrary::stray() const
{
    auto ids = io::strayCaptures(m_document.instrument(), m_document.path().toStdString());
    std::erase_if(ids, [this](const std::string& id) { return m_begun.contains(id); });
    return ids;
}

void CaptureLibrary::add(const StoredCapture& capture)
{
    m_begun.erase(capture.id);
    m_document.apply(
        tr("Capture: %1").arg(qText(capture.name)), withCapture(m_document.instrument(), capture));
    Q_EMIT added(qText(capture.id));
}

void CaptureLibrary::rename(const std::string& id, const std::string& name)
{
    if (const auto* old = findById(m_document.instrument().captures, id)) {
        auto capture = *old;
        capture.name = name;
        m_document.apply(tr("Name of a capture"), withCapture(m_document.instrument(), capture));
    }
}

void CaptureLibrary::annotate(const std::string& id, const std::string& note)
{
    if (const auto* old = findById(m_document.instrument().captures, id)) {
        auto capture = *old;
        capture.note = note;
        m_document.apply(tr("Note on a capture"), withCapture(m_document.instrument(), capture));
    }
}

/// Moves a capture's file to the trash; false, and told, when that cannot be done.
bool CaptureLibrary::discard(const std::string& id)
{
    const auto path = pathOf(id);
    if (!QFileInfo::exists(qText(path)))
        return true;
    const auto place = io::moveToTrash(path);
    if (!place) {
        Q_EMIT m_document.refused(qText(describe(place.error())));
        return false;
    }
    m_inTrash[path] = *place;
    return true;
}

void CaptureLibrary::replace(const std::string& id, const StoredCapture& by)
{
    m_begun.erase(by.id);
    const auto without = withoutCapture(m_document.instrument(), id);
    if (without && discard(id))
        m_document.apply(tr("Trim: %1").arg(qText(by.name)), withCapture(*without, by));
}

void CaptureLibrary::remove(const std::string& id)
{
    const auto without = withoutCapture(m_document.instrument(), id);
    if (without && discard(id))
        m_document.apply(tr("Delete a capture"), without);
}

void CaptureLibrary::fetchBack()
{
    for (const auto& capture : m_document.instrument().captures) {
        const auto found = m_inTrash.find(pathOf(capture->id));
        if (found == m_inTrash.end())
            continue;
        if (const auto back = io::moveBack(found->second, found->first); !back)
            Q_EMIT m_document.refused(qText(describe(back.error())));
        m_inTrash.erase(found);
    }
}

} // namespace fern::app
