#pragma once
// The workbench of the Glass leaf: how often the display is redrawn, what is drawn when, and how
// old a number gets.

#include "app/house/house.h"
#include "app/look/page_chips.h"
#include "app/places/channels/glass/age_bar.h"
#include "app/places/channels/glass/looks_page.h"
#include "app/places/channels/glass/map_page.h"
#include "app/places/channels/glass/redraw_lanes.h"
#include "app/places/channels/glass/transfer_page.h"
#include "app/places/channels/trace_plot.h"
#include "app/places/channels/workbench.h"

namespace fern::app {

class GlassBench : public Workbench {
    Q_OBJECT
public:
    GlassBench(House& house, QWidget* parent);

protected:
    void showInputs(const RunView& view) override;

private:
    QWidget* makePace();

    QuantityEdit* m_redrawEvery;
    QuantityEdit* m_busSpeed;
    QLabel* m_busWord = nullptr; ///< before it
    QComboBox* m_strategy = nullptr;
    QSpinBox* m_buffer = nullptr;
    QSpinBox* m_brightness = nullptr;
    QWidget* m_lightRow = nullptr; ///< both
    QLabel* m_bufferWord = nullptr;
    QSpinBox* m_fullEvery = nullptr; ///< of paper
    std::vector<RedrawStrategy> m_strategies; ///< that are offered
    PageChips* m_pages;
    TransferPage* m_transfers;
    LooksPage* m_looks;
    MapPage* m_map;
    QLabel* m_plan;
    RedrawLanes* m_lanes;
    AgeBar* m_age;
    TracePlot* m_trace;
};

} // namespace fern::app
