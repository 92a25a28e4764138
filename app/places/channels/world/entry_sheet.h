#pragma once
// What stands around a channel in the file, as a list with the figures of the chosen entry: its
// course, faults, gate, settings and outputs.

#include "app/document/document.h"
#include "app/look/parameter_grid.h"
#include "instrument/entries.h"

#include <QListWidget>
#include <QMenu>
#include <QPushButton>

namespace fern::app {

class EntrySheet : public QWidget {
    Q_OBJECT
public:
    EntrySheet(Document& document, QWidget* parent);

    /// Shows what is around a channel; nothing is to do while `revision` stays.
    void showEntries(const EntryPlace& place, int revision);

private:
    void fillMenu();
    void add(EntryKind kind);
    void remove();
    void showChosen();
    const Entry* chosen() const;

    Document& m_document;
    EntryPlace m_place;
    int m_revision = -1;
    std::vector<Entry> m_entries;
    QListWidget* m_list;
    ParameterGrid* m_figures;
    QPushButton* m_add;
    QPushButton* m_remove;
    QMenu* m_menu;
};

} // namespace fern::app
