#pragma once
// The workbench of the Scale leaf: the arithmetic of the parts, written out, and the same for the
// firmware.

#include "app/look/page_chips.h"
#include "app/places/channels/scale/calibration_page.h"
#include "app/places/channels/scale/diagnosis_page.h"
#include "app/places/channels/scale/scaling_page.h"
#include "app/places/channels/workbench.h"
#include "app/plot/plot.h"

#include <QPlainTextEdit>
#include <QPushButton>

namespace fern::app {

class ScaleBench : public Workbench {
    Q_OBJECT
public:
    ScaleBench(House& house, QWidget* parent);

protected:
    void showInputs(const RunView& view) override;
    void showFacts(const std::vector<Fact>& facts) override;

private:
    void addPages(QWidget* arithmetic);
    void showCurve(const RunView& view);

    QComboBox* m_numberKind;
    QLabel* m_arithmetic;
    PageChips* m_pages;
    Plot* m_curve;
    QPlainTextEdit* m_code;
    QPushButton* m_copy;
    ScalingPage* m_scaling;
    CalibrationPage* m_calibration;
    DiagnosisPage* m_diagnosis;
};

} // namespace fern::app
