#include "app/document/document.h"

#include "app/look/text.h"
#include "instrument/file.h"
#include "io/files.h"

#include <QUndoCommand>

namespace fern::app {

/// Holds both values; their parts are shared, so this is cheap.
class Document::Change : public QUndoCommand {
public:
    Change(Document& document, const QString& name, Instrument after)
        : QUndoCommand(name)
        , m_document(document)
        , m_before(document.m_instrument)
        , m_after(std::move(after))
    {
    }
    void undo() override { m_document.set(m_before); }
    void redo() override { m_document.set(m_after); }

private:
    Document& m_document;
    Instrument m_before;
    Instrument m_after;
};

Document::Document(QObject* parent)
    : QObject(parent)
{
}

void Document::set(const Instrument& instrument)
{
    m_instrument = instrument;
    Q_EMIT changed();
}

void Document::start(const Instrument& instrument)
{
    m_path.clear();
    m_textOnDisk.clear();
    m_isOpen = true;
    m_undo.clear();
    m_undo.resetClean();
    m_instrument = instrument;
    Q_EMIT changed();
    Q_EMIT opened();
}

Result<void> Document::open(const QString& path)
{
    const auto text = io::readFile(path.toStdString(), longestInstrumentFile);
    if (!text)
        return text.error();
    auto instrument = io::instrumentIn(path.toStdString(), *text);
    if (!instrument)
        return instrument.error();
    m_path = path;
    m_textOnDisk = *text;
    m_isOpen = true;
    m_undo.clear();
    m_instrument = *std::move(instrument);
    Q_EMIT changed();
    Q_EMIT opened();
    return {};
}

Result<void> Document::save(const QString& path)
{
    const auto target = path.isEmpty() ? m_path : path;
    auto text = writeInstrument(m_instrument);
    if (auto written = io::writeFileAtomically(target.toStdString(), text); !written)
        return written;
    m_path = target;
    m_textOnDisk = std::move(text);
    m_undo.setClean();
    Q_EMIT changed();
    return {};
}

void Document::apply(const QString& name, const Result<Instrument>& edited)
{
    if (!edited)
        Q_EMIT refused(qText(edited.error().message));
    else if (!(*edited == m_instrument))
        m_undo.push(new Change(*this, name, *edited));
}

} // namespace fern::app
