#pragma once
// What the chosen field shows, and how it fits.

#include "app/document/document.h"
#include "app/look/parameter_grid.h"
#include "instrument/resolve.h"

#include <QLabel>
#include <QPushButton>

namespace fern::app {

class FieldSheet : public QWidget {
    Q_OBJECT
public:
    FieldSheet(Document& document, QWidget* parent);

    void showField(const PlainInstrument& plain, const PlainDisplay& display, const PlainPage& page,
        const QString& field);
    void showNone();

Q_SIGNALS:
    void removeWanted(const QString& field);
    /// The leaf where the text of a reader is made is wanted.
    void textWanted(const QString& channel, const QString& reader);

private:
    void showFigures();

    Document& m_document;
    std::vector<std::string> m_hidden; ///< figures that say nothing on this glass
    QString m_page, m_field;
    QLabel* m_title;
    QPushButton* m_remove;
    ParameterGrid* m_grid;
    QAbstractButton* m_toText;
    QString m_channel, m_reader; ///< that the field shows
    QLabel* m_fits;
};

} // namespace fern::app
