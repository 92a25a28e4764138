#pragma once
// A table of words that can be read, copied and, in one column, edited.

#include "signal/csv.h"

#include <QTableWidget>

namespace fern::app {

class TextTableView : public QTableWidget {
    Q_OBJECT
public:
    explicit TextTableView(QWidget* parent);

    /// Shows a table; `wide` is the column that takes the room that is left.
    void showTable(const TextTable& table, int wide);
    /// The column that can be edited, in the tables shown from now on; -1 is none.
    void setEditableColumn(int column) { m_editable = column; }
    /// Takes the editing of one row away, where it would mean nothing.
    void lockRow(int row);
    /// Draws a row in another weight or colour: the chosen one bold, the impossible ones soft.
    void setRowLook(int row, bool isBold, bool isSoft);
    /// Puts the table on the clipboard, with tabs, as spreadsheets take it.
    void copyAll() const;

Q_SIGNALS:
    void edited(int row, const QString& text);

private:
    TextTable m_table;
    int m_editable = -1;
    int m_shownEditable = -1; ///< the editable column of the table that stands there
    bool m_isTyped = false; ///< a cell holds what was typed, accepted or not
    bool m_isFilling = false;
};

} // namespace fern::app
