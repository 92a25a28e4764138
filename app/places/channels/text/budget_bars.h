#pragma once
// Two uncertainty budgets as bars over the steps of the decimals: what is right, and what repeats.

#include "judge/channel_view.h"

#include <QWidget>

namespace fern::app {

class BudgetBars : public QWidget {
    Q_OBJECT
public:
    explicit BudgetBars(QWidget* parent = nullptr);

    void showBars(const std::array<BudgetBar, 2>& bars, const PlainReader& reader);
    /// The half width of a bar as it is written, k = 2: "±0.19 V".
    QString half(std::size_t bar) const;
    QSize sizeHint() const override { return {300, 150}; }
    QSize minimumSizeHint() const override { return {220, 128}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    std::array<BudgetBar, 2> m_bars;
    Unit m_unit; ///< of the reader
    int m_decimals = 0;
};

} // namespace fern::app
