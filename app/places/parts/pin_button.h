#pragma once
// A pin of a board: its printed name and what it is used for. A click offers what else it can
// serve.

#include "judge/parts_ladder.h"

#include <QAbstractButton>

namespace fern::app {

class PinButton : public QAbstractButton {
    Q_OBJECT
public:
    PinButton(const PinCell& cell, QWidget* parent);

    const PinCell& cell() const { return m_cell; }
    QSize sizeHint() const override { return {60, 34}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    PinCell m_cell;
};

/// Returns the colour of a use: of its pins, its rung and its stems.
QColor useColour(PinUseKind kind);

} // namespace fern::app
