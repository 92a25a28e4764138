#pragma once
// The last lines of a device as a table: when, the raw text, what it says.

#include "reading/decoder.h"

#include <QAbstractTableModel>

#include <vector>

namespace fern::app {

class LineModel : public QAbstractTableModel {
    Q_OBJECT
public:
    enum Column { When, Raw, Says, columnsOfLines };

    using QAbstractTableModel::QAbstractTableModel;

    /// Shows other lines; those that were there already stay the same rows.
    void setLines(std::vector<Told> lines);
    const Told& line(int row) const { return m_lines[static_cast<std::size_t>(row)]; }

    int rowCount(const QModelIndex& parent = {}) const override;
    int columnCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;

private:
    std::vector<Told> m_lines;
};

/// Whether two lines are the same one.
bool isSameLine(const Told& a, const Told& b);
/// Returns a raw text with the pictures of control characters in their places.
QString visibleText(const std::string& raw);
/// Returns what a line says, or what is wrong with it.
QString saysText(const Told& line);

} // namespace fern::app
