#pragma once
// The front end as a small circuit, with the live voltages at its nodes.

#include "app/runner/run_view.h"
#include "instrument/instrument.h"

#include <QWidget>

namespace fern::app {

class Schematic : public QWidget {
    Q_OBJECT
public:
    explicit Schematic(QWidget* parent = nullptr);

    void showCircuit(const Channel& channel, const RunView& view);
    QSize sizeHint() const override { return {250, 190}; }
    QSize minimumSizeHint() const override { return {190, 150}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    // Each draws what stands before the pin, and returns where the pin's plug begins.
    QPointF drawDivider(QPainter& painter) const;
    QPointF drawShunt(QPainter& painter) const;
    QPointF drawBridge(QPainter& painter) const;
    QPointF drawChip(QPainter& painter) const;

    SensorKind m_sensor = SensorKind::Voltage;
    FrontEndKind m_frontEnd = FrontEndKind::Divider;
    bool m_hasUpper = true; ///< a divider whose r1 is more than a wire
    QString m_source; ///< what stands at the top, with its live value
    QString m_upper, m_lower; ///< names and values of the resistors, or of what stands for them
    QString m_between; ///< the amplifier's gain
    QString m_pin; ///< the pin, its volts and the code
};

} // namespace fern::app
