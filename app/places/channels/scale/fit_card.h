#pragma once
// The curve through the pairs of a calibration, with its residuals magnified below it, and the
// scalings that can be gone back to.

#include "app/look/card.h"
#include "app/look/chip.h"
#include "app/look/line_label.h"
#include "app/plot/plot.h"
#include "instrument/instrument.h"
#include "judge/calibration_sheet.h"

class QComboBox;
class QPushButton;

namespace fern::app {

class FitCard : public Card {
    Q_OBJECT
public:
    explicit FitCard(QWidget* parent);

    /// Shows the sheet of a channel; `now` is the curve of its scaling as it is.
    void showSheet(const CalibrationSheet& sheet, const TraceLine& now, const Unit& unit);
    void showHistory(const Channel& channel);

Q_SIGNALS:
    void modelChosen(fern::FitModel model);
    void applyWanted();
    /// 0 is the scaling from the parts, then the channel's calibrations in their order.
    void backWanted(int index);

private:
    void showPlots(const CalibrationSheet& sheet, const TraceLine& now, const Unit& unit);

    QComboBox *m_model, *m_history;
    LineLabel* m_equation;
    Plot *m_fitPlot, *m_residualPlot;
    QLabel* m_advice;
    LinkButton* m_useAdvised;
    std::optional<FitModel> m_advised;
    QPushButton* m_apply;
};

} // namespace fern::app
