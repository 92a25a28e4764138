#pragma once
// What the firmware of a display takes it to be: its size, where it answers, how it is turned.

#include "drive/driver.h"

#include <QComboBox>
#include <QLabel>
#include <QSpinBox>
#include <QWidget>

namespace fern::app {

class BelievedRow : public QWidget {
    Q_OBJECT
public:
    explicit BelievedRow(QWidget* parent);

    void showSetup(const DriverSetup& setup);

Q_SIGNALS:
    /// What is as the part is counts as not set.
    void entered(const fern::DriverSpec& driver);

private:
    void enter();

    QSpinBox* m_width;
    QLabel* m_by;
    QSpinBox* m_height;
    QLabel* m_at;
    QSpinBox* m_address;
    QLabel* m_way;
    QComboBox* m_turned;
    DriverSetup m_setup;
};

} // namespace fern::app
