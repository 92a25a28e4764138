#pragma once
// Two uncertainty budgets as bars over the steps of the decimals: what is right, and what repeats.

#include "instrument/resolve.h"
#include "judge/stem.h"

#include <QWidget>

namespace fern::app {

class BudgetBars : public QWidget {
    Q_OBJECT
public:
    explicit BudgetBars(QWidget* parent = nullptr);

    void showBudget(const Budget& budget, const PlainReader& reader);
    QSize sizeHint() const override { return {300, 150}; }
    QSize minimumSizeHint() const override { return {220, 128}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    struct Bar {
        QString name;
        double u = 0; ///< standard uncertainty in the reader's unit
        int honest = 0;
        QString note;
    };
    std::array<Bar, 2> m_bars;
    QString m_unit;
    int m_decimals = 0;
};

} // namespace fern::app
