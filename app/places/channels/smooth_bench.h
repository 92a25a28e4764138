#pragma once
// The workbench of the Smooth leaf: the list of steps and what they cost.

#include "app/places/channels/workbench.h"

namespace fern::app {

class SmoothBench : public Workbench {
    Q_OBJECT
public:
    SmoothBench(Document& document, QWidget* parent);

protected:
    void showInputs(const RunView& view) override;

private:
    CheckedEdit* m_steps;
};

} // namespace fern::app
