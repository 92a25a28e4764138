#pragma once
// Figures as rows of label, input and note, in groups; each input fits its kind.

#include "instrument/parameter.h"

#include <QGridLayout>
#include <QScrollArea>

#include <vector>

namespace fern::app {

class LineLabel;

class ParameterGrid : public QScrollArea {
    Q_OBJECT
public:
    /// Without notes the rows are narrower.
    ParameterGrid(bool hasNotes, QWidget* parent);

    void showParameters(const std::vector<Parameter>& parameters);
    /// In which every row is seen.
    int wholeHeight() const;

Q_SIGNALS:
    /// Something was entered or chosen; the document decides whether it counts.
    void entered(const QString& path, const QString& label, const QString& text);

private:
    struct Row {
        Parameter parameter;
        QWidget* input = nullptr;
        LineLabel* note = nullptr;
    };

    void rebuild(const std::vector<Parameter>& parameters);
    Row addRow(QGridLayout* layout, int line, const Parameter& parameter, QWidget* content);
    QWidget* inputFor(const Parameter& parameter, QWidget* content);
    void fill(Row& row, const Parameter& parameter, bool saysSource);
    void enter(const std::string& path, const QString& text);

    bool m_hasNotes;
    std::vector<Row> m_rows;
};

} // namespace fern::app
