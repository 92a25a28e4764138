#pragma once
// Every figure of one part, each with the typical one of its class and where that comes from.

#include "app/document/document.h"
#include "instrument/part_parameters.h"

#include <QGridLayout>
#include <QLabel>
#include <QPushButton>
#include <QScrollArea>

#include <vector>

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
    struct Row {
        Parameter parameter;
        QWidget* input = nullptr;
        LineLabel* note = nullptr;
    };

    void rebuild(const std::vector<Parameter>& parameters);
    Row addRow(QGridLayout* layout, int line, const Parameter& parameter, QWidget* content);
    QWidget* inputFor(const Parameter& parameter, QWidget* content);
    void fill(Row& row, const Parameter& parameter);
    void set(const std::string& path, const QString& text);

    Document& m_document;
    QString m_part;
    QString m_bus;
    QLabel* m_title;
    LineLabel* m_class;
    QPushButton* m_another;
    QPushButton* m_remove;
    QScrollArea* m_scroll;
    std::vector<Row> m_rows;
};

} // namespace fern::app
