#pragma once
// A bar of cells with part-filled ends, for a wanted range and number of cells: its step, its signs
// as texts for a firmware, and the bar itself for the page.

#include "app/look/inputs.h"

#include <QAbstractButton>
#include <QCheckBox>
#include <QLabel>
#include <QSpinBox>

namespace fern::app {

/// What is wanted of a bar.
struct BarWish {
    double least = 0, most = 100; ///< in the unit of the reader that it shows
    int cells = 8;
    bool isUpright = false;

    bool operator==(const BarWish&) const = default;
};

class BarSet : public QWidget {
    Q_OBJECT
public:
    explicit BarSet(QWidget* parent);

    /// Whether a page of cells is there to put it on.
    void setCanPut(bool canPut);

Q_SIGNALS:
    void putWanted(const fern::app::BarWish& bar);
    void refused(const QString& message);

private:
    void showBar();
    void copy(bool isPython);
    NumberEdit* makeEnd(const QString& name, const char* objectName, double BarWish::*end);

    BarWish m_bar;
    bool m_canPut = false;
    NumberEdit* m_least;
    NumberEdit* m_most;
    QSpinBox* m_cells;
    QCheckBox* m_upright;
    QLabel* m_step;
    QAbstractButton* m_put;
    QAbstractButton* m_copyC;
    QAbstractButton* m_copyPython;
};

} // namespace fern::app
