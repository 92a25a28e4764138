#pragma once
// Taking a calibration: pairs are typed, pasted or taken from what the channel reads, against what
// a reference says; beside them stands the curve.

#include "app/document/document.h"
#include "app/places/channels/scale/fit_card.h"
#include "app/places/channels/scale/meter_menu.h"
#include "app/places/channels/scale/pair_table.h"
#include "app/runner/reference_meter.h"
#include "app/runner/run_view.h"
#include "reading/settled.h"

#include <QWidget>

class QCheckBox;
class QComboBox;
class QLabel;
class QPushButton;

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
    CalibrationPage(House& house, QWidget* parent);

    void showView(const RunView& view);
    /// The sentence that judges the pairs, which the bench places.
    QLabel* verdict() { return m_verdict; }

Q_SIGNALS:
    void refused(const QString& message);

private:
    QWidget* createPairs();
    QWidget* createReference();
    void connectInputs();
    void showReading(const RunView& view);
    void hearWorld(const RunView& view, const PlainChannel& channel);
    void showMeter();
    void showStep();
    /// The pairs as they are now: those that are being taken, or the applied ones to go on from.
    Calibration current() const;
    void changeDraft(const QString& name, const std::function<void(Calibration&)>& change);
    /// Averages the newest readings against what the reference says.
    void take(const Quantity& said);
    Direction directionTo(double reading, const std::vector<CalibrationPair>& pairs) const;
    void paste();
    void applyFit();
    void goBack(int index);

    House& m_house;
    Document& m_document;
    std::string m_channel;
    Unit m_unit;
    CalibrationSheet m_sheet;
    std::shared_ptr<const StaticPart> m_shown; ///< what the inputs were filled from
    SettledReading m_reading;
    ReferenceMeter* m_meter;
    MeterMenu* m_meterMenu;
    Ticks m_heardAt; ///< when the simulated world was heard last
    std::optional<Quantity> m_pending; ///< typed before the reading stood still
    PairTable* m_table;
    FitCard* m_fit;
    QuantityEdit* m_takeEdit;
    QPushButton *m_takeButton, *m_meterButton;
    LinkButton *m_pasteButton, *m_outButton, *m_removeButton;
    Chip* m_guideButton;
    QComboBox* m_direction;
    NumberEdit *m_percent, *m_digits;
    QuantityEdit* m_digit;
    QCheckBox* m_exact;
    CheckedEdit *m_by, *m_reference;
    QLabel *m_next, *m_verdict;
    LineLabel* m_now;
};

} // namespace fern::app
