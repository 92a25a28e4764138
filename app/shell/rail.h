#pragma once
// The places of the window, on the left.

#include <QButtonGroup>
#include <QWidget>

namespace fern::app {

class Rail : public QWidget {
    Q_OBJECT
public:
    explicit Rail(QWidget* parent = nullptr);

    /// Adds a place; `number` is that of its Ctrl shortcut.
    void addPlace(const QString& name, int number);

Q_SIGNALS:
    void placeChosen(int index);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    QButtonGroup* m_group;
};

} // namespace fern::app
