#pragma once
// Taking a calibration: the pairs as a sheet, the curve with the residuals magnified below it, the
// verdict, and the history.

#include "app/document/document.h"
#include "app/plot/plot.h"
#include "app/runner/run_view.h"
#include "reading/settled.h"

#include <QWidget>

class QComboBox;
class QLabel;
class QPushButton;
class QTableWidget;

namespace fern::app {

class CheckedEdit;
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

Q_SIGNALS:
    void refused(const QString& message);

protected:
    void resizeEvent(QResizeEvent* event) override;

private:
    QWidget* createPairs();
    QWidget* createFit();
    QWidget* createReference();
    void connectInputs();
    void fillTable();
    void showReading(const RunView& view);
    void showPlots();
    void showHistory();
    /// The pairs as they are now: those that are being taken, or the applied ones to go on from.
    Calibration current() const;
    void changeDraft(const QString& name, const std::function<void(Calibration&)>& change);
    /// Averages the newest readings against what the reference says.
    void take(const Quantity& said);
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
    bool m_isFilling = false;
    QTableWidget* m_table;
    QuantityEdit* m_takeEdit;
    QPushButton *m_takeButton, *m_pasteButton, *m_removeButton, *m_applyButton;
    QComboBox *m_direction, *m_model, *m_history;
    NumberEdit *m_percent, *m_digits;
    QuantityEdit* m_digit;
    CheckedEdit *m_by, *m_reference;
    QLabel *m_next, *m_verdict, *m_advice;
    LineLabel *m_now, *m_equation;
    Plot *m_fitPlot, *m_residualPlot;
};

} // namespace fern::app
