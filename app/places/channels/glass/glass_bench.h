#pragma once
// The workbench of the Glass leaf: how often the display is redrawn, what is drawn when, and how
// old a number gets.

#include "app/places/channels/glass/age_bar.h"
#include "app/places/channels/glass/redraw_lanes.h"
#include "app/places/channels/trace_plot.h"
#include "app/places/channels/workbench.h"

namespace fern::app {

class GlassBench : public Workbench {
    Q_OBJECT
public:
    GlassBench(Document& document, QWidget* parent);

protected:
    void showInputs(const RunView& view) override;

private:
    QuantityEdit* m_redrawEvery;
    QuantityEdit* m_busSpeed;
    QLabel* m_plan;
    RedrawLanes* m_lanes;
    AgeBar* m_age;
    TracePlot* m_trace;
};

} // namespace fern::app
