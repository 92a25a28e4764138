#pragma once
// Every figure of one part, each with the typical one of its class and where that comes from.

#include "app/document/document.h"
#include "app/look/parameter_grid.h"
#include "instrument/part_parameters.h"

#include <QLabel>
#include <QPushButton>

namespace fern::app {

class LineLabel;

class PartSheet : public QWidget {
    Q_OBJECT
public:
    PartSheet(Document& document, QWidget* parent);

    /// Shows a part, or one bus of a board; an id that is not there empties the sheet.
    void showPart(const QString& part, const QString& bus = {});
    const QString& part() const { return m_part; }
    /// Shows the newest figures of the same part.
    void refresh() { showPart(m_part, m_bus); }

Q_SIGNALS:
    void removeWanted(const QString& part);
    void anotherWanted(const QString& part);
    void busRemoveWanted(const QString& bus);

private:
    void set(const QString& path, const QString& label, const QString& text);

    Document& m_document;
    QString m_part;
    QString m_bus;
    QLabel* m_title;
    LineLabel* m_class;
    QPushButton* m_another;
    QPushButton* m_remove;
    ParameterGrid* m_grid;
};

} // namespace fern::app
