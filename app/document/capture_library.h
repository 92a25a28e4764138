#pragma once
// The captures of the open instrument: their entries in the document and their files beside it.

#include "app/document/document.h"

#include <map>
#include <set>

namespace fern::app {

class CaptureLibrary : public QObject {
    Q_OBJECT
public:
    explicit CaptureLibrary(Document& document, QObject* parent = nullptr);

    /// Returns the file of a capture; the document must have a file itself.
    std::string pathOf(std::string_view capture) const;
    /// Returns the entry of a capture that is about to be written, with a free id and the time of
    /// now, and makes the folder. Error when the document has no file yet or the folder cannot be
    /// made.
    Result<StoredCapture> begin(const std::string& name);
    /// Returns the ids of files in the folder that no entry names and nobody writes now.
    std::vector<std::string> stray() const;
    /// Adds the entry of a capture whose file is written.
    void add(const StoredCapture& capture);

    void rename(const std::string& id, const std::string& name);
    void annotate(const std::string& id, const std::string& note);
    /// Puts a capture whose file is written in the place of another, whose file goes to the trash.
    void replace(const std::string& id, const StoredCapture& by);
    /// Moves a capture's file to the trash and takes its entry away; undo brings both back.
    void remove(const std::string& id);

Q_SIGNALS:
    /// A capture was added.
    void added(const QString& id);

private:
    bool discard(const std::string& id);
    /// Fetches files out of the trash whose entries undo has brought back.
    void fetchBack();

    Document& m_document;
    std::set<std::string> m_begun; ///< ids of what is being written
    std::map<std::string, std::string> m_inTrash; ///< where a file lies, by its own path
};

} // namespace fern::app
