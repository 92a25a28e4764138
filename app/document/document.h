#pragma once
// The open instrument with its file and its undo history. The one way to change it is apply().

#include "base/result.h"
#include "instrument/instrument.h"

#include <QObject>
#include <QUndoStack>

namespace fern::app {

class Document : public QObject {
    Q_OBJECT
public:
    explicit Document(QObject* parent = nullptr);

    const Instrument& instrument() const { return m_instrument; }
    const QString& path() const { return m_path; }
    /// Whether there is an instrument at all: opened or started.
    bool isOpen() const { return m_isOpen; }
    /// What the file held when it was read or written last.
    const std::string& textOnDisk() const { return m_textOnDisk; }
    bool isModified() const { return !m_undo.isClean(); }
    QUndoStack& undoStack() { return m_undo; }

    /// Begins with an instrument that has no file yet; it counts as not saved.
    void start(const Instrument& instrument);
    /// Replaces the document by a file. On error nothing has changed.
    Result<void> open(const QString& path);
    /// Writes the file; an empty path means the one it came from.
    Result<void> save(const QString& path = {});

    /// Makes an edit's result the instrument, as one undo step of that name. A result equal to the
    /// instrument is no step; an error is told by refused().
    void apply(const QString& name, const Result<Instrument>& edited);

Q_SIGNALS:
    void changed();
    void opened();
    void refused(const QString& message);

private:
    class Change;
    void set(const Instrument& instrument);

    Instrument m_instrument;
    QString m_path;
    bool m_isOpen = false;
    std::string m_textOnDisk;
    QUndoStack m_undo;
};

} // namespace fern::app
