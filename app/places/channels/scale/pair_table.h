#pragma once
// The pairs of a calibration as a sheet that can be typed into.

#include "judge/calibration_sheet.h"

#include <QTableWidget>

namespace fern::app {

/// A number of a pair that can be typed.
using PairField = double CalibrationPair::*;

class PairTable : public QTableWidget {
    Q_OBJECT
public:
    explicit PairTable(QWidget* parent);

    /// Shows the pairs, the reference in `unit`. Does nothing while somebody types.
    void showSheet(const CalibrationSheet& sheet, const Unit& unit);

Q_SIGNALS:
    /// A number was typed into a pair; `field` is the one that it replaces.
    void edited(int row, fern::app::PairField field, double number);
    void refused(const QString& message);

private:
    void edit(int row, int column);
    void fill();

    CalibrationSheet m_sheet;
    Unit m_unit;
    bool m_isFilling = false;
};

} // namespace fern::app
