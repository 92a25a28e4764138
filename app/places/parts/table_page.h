#pragma once
// A table with what it comes to, to copy or to save as CSV.

#include "app/look/text_table_view.h"

#include <QLabel>

namespace fern::app {

class TablePage : public QWidget {
    Q_OBJECT
public:
    /// `name` begins the object names of the table and its buttons.
    TablePage(const QString& name, const QString& title, QWidget* parent);

    void showTable(const TextTable& table, int wide, const QString& summary);
    TextTableView* table() { return m_view; }

Q_SIGNALS:
    void saveWanted(const fern::TextTable& table);

private:
    TextTable m_table;
    TextTableView* m_view;
    QLabel* m_summary;
};

} // namespace fern::app
