#pragma once
// How a reader is written beside its own form: other units, by a code or by size, and names of
// ranges.

#include "app/document/document.h"
#include "app/look/parameter_grid.h"

#include <QLabel>

namespace fern::app {

class FormsPage : public QWidget {
    Q_OBJECT
public:
    FormsPage(Document& document, QWidget* parent);

    /// Nothing is to do while `revision` stays.
    void showReader(const QString& reader, int revision);

private:
    using Edit = Result<Instrument> (*)(const Instrument&, std::string_view);
    void showFigures();
    void addButton(const QString& text, const char* objectName, const QString& step, Edit edit);

    Document& m_document;
    QString m_reader; ///< its id
    int m_revision = -1;
    QLabel* m_none;
    ParameterGrid* m_grid;
    QWidget* m_buttons;
};

} // namespace fern::app
