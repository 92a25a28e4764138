#pragma once
// Taking a calibration: the pairs as a sheet, the curve with the residuals magnified below it, the
// verdict, and the history.

#include "app/document/document.h"
#include "app/plot/plot.h"
#include "app/runner/reference_meter.h"
#include "app/runner/run_view.h"
#include "reading/settled.h"

#include <QWidget>

class QComboBox;
class QLabel;
class QPushButton;
class QTableWidget;

namespace fern::app {

class CheckedEdit;
class Chip;
class LinkButton;
class LineLabel;
class NumberEdit;
class QuantityEdit;

class CalibrationPage : public QWidget {
    Q_OBJECT
public:
    CalibrationPage(Document& document, QWidget* parent);

    void showView(const RunView& view);
    /// The sentence that judges the pairs, which the bench places.
    QLabel* verdict() { return m_verdict; }
    /// Takes what is true from typing, from the simulated world, or from a meter.
    void typeReference() { m_meter->useNone(); }
    void useWorldAsMeter() { m_meter->useWorld(); }
    void useMeter(std::shared_ptr<io::Link> link);

Q_SIGNALS:
    void refused(const QString& message);
    /// The menu of references is wanted, below a point of the screen.
    void meterMenuWanted(const QPoint& at);

protected:
    void resizeEvent(QResizeEvent* event) override;

private:
    QWidget* createPairs();
    QWidget* createFit();
    QWidget* createReference();
    void connectInputs();
    void fillTable();
    void showReading(const RunView& view);
    void hearWorld(const RunView& view, const PlainChannel& channel);
    void showMeter();
    void showStep();
    void showPlots();
    void showHistory();
    /// The pairs as they are now: those that are being taken, or the applied ones to go on from.
    Calibration current() const;
    void changeDraft(const QString& name, const std::function<void(Calibration&)>& change);
    /// Averages the newest readings against what the reference says.
    void take(const Quantity& said);
    Direction directionTo(double reading, const std::vector<CalibrationPair>& pairs) const;
    void editCell(int row, int column);
    void paste();
    void applyFit();
    void goBack(int index);

    Document& m_document;
    std::string m_channel;
    Unit m_unit;
    CalibrationSheet m_sheet;
    TraceLine m_scaleCurve; ///< of the scaling as it is now
    std::shared_ptr<const StaticPart> m_shown; ///< what the inputs were filled from
    SettledReading m_reading;
    ReferenceMeter* m_meter;
    Ticks m_heardAt; ///< when the simulated world was heard last
    std::optional<Quantity> m_pending; ///< typed before the reading stood still
    bool m_isFilling = false;
    QTableWidget* m_table;
    QuantityEdit* m_takeEdit;
    QPushButton *m_takeButton, *m_applyButton, *m_meterButton;
    LinkButton *m_pasteButton, *m_outButton, *m_removeButton;
    Chip* m_guideButton;
    QComboBox *m_direction, *m_model, *m_history;
    NumberEdit *m_percent, *m_digits;
    QuantityEdit* m_digit;
    CheckedEdit *m_by, *m_reference;
    QLabel *m_next, *m_verdict, *m_advice;
    LineLabel *m_now, *m_equation;
    Plot *m_fitPlot, *m_residualPlot;
};

} // namespace fern::app
