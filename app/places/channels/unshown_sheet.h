#pragma once
// A channel that no page shows, such as a key: what it changes and drives, and a way to a page.

#include "app/document/document.h"
#include "app/places/channels/world/entry_sheet.h"
#include "app/runner/run_view.h"

#include <QLabel>

namespace fern::app {

class UnshownSheet : public QWidget {
    Q_OBJECT
public:
    UnshownSheet(Document& document, QWidget* parent);

    void showView(const RunView& view);

private:
    Document& m_document;
    QString m_channel; ///< its id; empty without one
    QLabel* m_words;
    QPushButton* m_put;
    EntrySheet* m_entries;
};

} // namespace fern::app
