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

    /// Shows which place is open, by its name.
    void setCurrent(const QString& name);

Q_SIGNALS:
    void placeChosen(const QString& name);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    QButtonGroup* m_group;
};

} // namespace fern::app
