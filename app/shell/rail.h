#pragma once
// The places of the window, on the left.

#include <QAbstractButton>
#include <QButtonGroup>
#include <QWidget>

namespace fern::app {

class Rail : public QWidget {
    Q_OBJECT
public:
    explicit Rail(QWidget* parent = nullptr);

    /// Adds a place; `number` is that of its Ctrl shortcut, and by it the place is told.
    void addPlace(const QString& name, int number);
    /// Shows which place is open.
    void setCurrent(int number) { m_group->button(number)->setChecked(true); }

Q_SIGNALS:
    void placeChosen(int number);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    QButtonGroup* m_group;
};

} // namespace fern::app
