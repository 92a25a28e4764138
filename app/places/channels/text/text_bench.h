#pragma once
// The workbench of the Text leaf: how the value becomes the cells of its field, and which of its
// digits are honest.

#include "app/look/page_chips.h"
#include "app/places/channels/text/budget_bars.h"
#include "app/places/channels/text/drawn_check.h"
#include "app/places/channels/text/forms_page.h"
#include "app/places/channels/text/text_ladder_view.h"
#include "app/places/channels/workbench.h"

#include <array>

namespace fern::app {

class TextBench : public Workbench {
    Q_OBJECT
public:
    TextBench(Document& document, QWidget* parent);

protected:
    void showInputs(const RunView& view) override;

private:
    void change(const QString& name, const std::function<void(TextSpec&)>& change);
    void offerForms();
    void addMarks();
    CheckedEdit* makeEdit(const QString& label, const char* objectName);

    QComboBox* m_form;
    QSpinBox* m_decimals;
    QSpinBox* m_width;
    QComboBox* m_align;
    CheckedEdit* m_unit;
    CheckedEdit* m_unitShown;
    QuantityEdit* m_staleAfter = nullptr;
    QuantityEdit* m_standsFor = nullptr;
    std::array<CheckedEdit*, 4> m_marks{}; ///< overflow, invalid, stale, not yet
    TextLadderView* m_ladder;
    FormsPage* m_forms;
    DrawnCheck* m_drawn;
    Card* m_honest; ///< which decimals mean something
    BudgetBars* m_bars;
    QLabel* m_floats;
};

} // namespace fern::app
