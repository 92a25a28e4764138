#pragma once
// What was wrong with an entry, told below the field where it was typed.

#include <QLabel>
#include <QPointer>

namespace fern::app {

class FieldNote : public QLabel {
    Q_OBJECT
public:
    explicit FieldNote(QWidget* parent);

    /// Stands below the field until a key is pressed in it, it is left or hidden, or `hide` is
    /// called.
    void tell(QWidget& field, const QString& message);

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;
    void paintEvent(QPaintEvent* event) override;

private:
    /// Moves it below the field, or above where there is no room below.
    void place();

    QPointer<QWidget> m_field;
};

} // namespace fern::app
