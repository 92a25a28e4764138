#pragma once
// Where a field is put: to an edge or the middle of the glass, or of another field.

#include "screens/align.h"

#include <QComboBox>
#include <QWidget>

namespace fern::app {

class AlignRow : public QWidget {
    Q_OBJECT
public:
    explicit AlignRow(QWidget* parent = nullptr);

    /// Offers the glass and the other fields of the page; what was chosen stays so.
    void showFields(const QStringList& others);

Q_SIGNALS:
    /// `field` is empty where the frame is the glass.
    void wanted(fern::FieldAlign where, const QString& field);

private:
    QStringList m_others;
    QComboBox* m_frame;
};

} // namespace fern::app
