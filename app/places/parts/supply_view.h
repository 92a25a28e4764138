#pragma once
// The supplies as bars of current with their limits, and what the battery's hours are made of.

#include "judge/supply_sheet.h"

#include <QLabel>
#include <QWidget>

namespace fern::app {

/// Rows of a title, a bar and words.
class BarRows : public QWidget {
    Q_OBJECT
public:
    struct Row {
        QString title;
        double full = 1; ///< what the whole bar stands for
        double value = 0;
        double mark = 0; ///< a line in the bar, such as the peak; 0 is none
        bool isOver = false;
        QString words;
    };

    explicit BarRows(QWidget* parent);

    void showRows(std::vector<Row> rows);
    QSize sizeHint() const override;
    QSize minimumSizeHint() const override { return {200, sizeHint().height()}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    std::vector<Row> m_rows;
};

class SupplyView : public QWidget {
    Q_OBJECT
public:
    explicit SupplyView(QWidget* parent);

    void showSheet(const SupplySheet& sheet);

private:
    QLabel* m_hours;
    QLabel* m_made;
    BarRows* m_bars;
    BarRows* m_shares;
};

} // namespace fern::app
