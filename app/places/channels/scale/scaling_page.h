#pragma once
// Typing a scaling: its kind and figures with the curve that they make, the tare, and for pulses
// what was counted over a known amount.

#include "app/document/document.h"
#include "app/look/parameter_grid.h"
#include "app/plot/plot.h"
#include "app/runner/run_view.h"

#include <QWidget>

class QComboBox;
class QLabel;
class QPushButton;

namespace fern::app {

class LineLabel;
class NumberEdit;
class QuantityEdit;

class ScalingPage : public QWidget {
    Q_OBJECT
public:
    ScalingPage(Document& document, QWidget* parent);

    void showView(const RunView& view);

Q_SIGNALS:
    void refused(const QString& message);

private:
    QWidget* createFigures();
    QWidget* createTare();
    QWidget* createCounted();
    QWidget* createCurve();
    void chooseKind(int index);
    void setTare(double tare);
    void useCounted();
    void showNow(const RunView& view);
    void showCurve();
    const Channel* channel() const
    {
        return findById(m_document.instrument().channels, m_plain.id);
    }

    Document& m_document;
    PlainChannel m_plain; ///< as the view has it
    std::vector<ScalingKind> m_kinds; ///< in the order of the box
    std::shared_ptr<const StaticPart> m_shown; ///< what the inputs were filled from
    std::string m_amountUnit; ///< of what was counted over
    double m_net = 0; ///< mean of the newest values, in the channel's unit; NaN while they move
    QComboBox* m_kind;
    ParameterGrid* m_figures;
    QWidget *m_tare, *m_counted;
    LineLabel *m_weights, *m_units;
    QPushButton *m_tareButton, *m_clearTare;
    NumberEdit* m_pulses;
    QuantityEdit* m_amount;
    QPushButton* m_useCounted;
    QLabel *m_hint, *m_equation;
    Plot* m_curve;
};

} // namespace fern::app
