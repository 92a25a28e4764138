#pragma once
// The workbench of the Smooth leaf: the steps as chips, what they do to the trace, and what they
// cost.

#include "app/look/chip.h"
#include "app/look/page_chips.h"
#include "app/look/parameter_grid.h"
#include "app/places/channels/smooth/counting_page.h"
#include "app/places/channels/smooth/steady_page.h"
#include "app/places/channels/smooth/step_chips.h"
#include "app/places/channels/smooth/variants_page.h"
#include "app/places/channels/trace_plot.h"
#include "app/places/channels/workbench.h"

#include <QPushButton>

namespace fern::app {

class SmoothBench : public Workbench {
    Q_OBJECT
public:
    SmoothBench(Document& document, QWidget* parent);

protected:
    void showInputs(const RunView& view) override;

private:
    void addPages();
    void connectChips();
    void showTraces(const RunView& view);
    void showGain(const RunView& view);
    void change(const QString& name, const std::function<void(std::vector<StepSpec>&)>& change);
    /// Changes the chosen step.
    void changeCurrent(const QString& name, const std::function<void(StepSpec&)>& change);
    void showCurrent();

    StepChips* m_chips;
    CheckedEdit* m_steps;
    LinkButton* m_copy;
    std::string m_code; ///< that is copied
    QSpinBox* m_window;
    QuantityEdit* m_tau;
    NumberEdit* m_alpha;
    ParameterGrid* m_figures; ///< of the kinds that have no inputs of their own
    QWidget* m_buttons;
    QPushButton* m_switch;
    QPushButton* m_remove;
    TracePlot* m_trace;
    Plot* m_response;
    PageChips* m_pages = nullptr;
    QWidget* m_frequencies = nullptr;
    SteadyPage* m_steady;
    VariantsPage* m_variants;
    CountingPage* m_counting;
    Plot* m_gain;
    QLabel* m_gainWords = nullptr;
    PlainChannel m_plain; ///< what the figures of an added step are made for
    PlainReader m_plainReader;
    std::shared_ptr<const StaticPart> m_gained; ///< what the gain is of
};

} // namespace fern::app
