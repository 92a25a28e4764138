#pragma once
// Lists with headings: what stands below one is drawn further to the right.

#include <QStyledItemDelegate>

namespace fern::app {

/// Draws a list's entries further to the right by their level; the text itself stays what is typed
/// ahead and what is read aloud.
class IndentedItems : public QStyledItemDelegate {
public:
    /// An entry's level, an int: 0 stands at the left.
    static constexpr int levelRole = Qt::UserRole + 1;

    using QStyledItemDelegate::QStyledItemDelegate;

protected:
    void initStyleOption(QStyleOptionViewItem* option, const QModelIndex& index) const override
    {
        QStyledItemDelegate::initStyleOption(option, index);
        option->text.prepend(
            QString(qsizetype{4} * index.data(levelRole).toInt(), QLatin1Char(' ')));
    }
};

} // namespace fern::app
