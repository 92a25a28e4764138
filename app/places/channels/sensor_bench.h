#pragma once
// The workbench of the Sensor leaf: the divider.

#include "app/places/channels/workbench.h"

namespace fern::app {

class SensorBench : public Workbench {
    Q_OBJECT
public:
    SensorBench(Document& document, QWidget* parent);

protected:
    void showInputs(const RunView& view) override;

private:
    void edit(Quantity DividerSpec::*member, const QString& name, QuantityEdit* input);

    QuantityEdit* m_r1;
    QuantityEdit* m_r2;
    CheckedEdit* m_tolerance;
};

} // namespace fern::app
