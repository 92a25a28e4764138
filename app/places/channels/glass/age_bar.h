#pragma once
// How old a shown number can get, broken down by cause, against the wish.

#include "judge/age.h"

#include <QWidget>

namespace fern::app {

class AgeBar : public QWidget {
    Q_OBJECT
public:
    explicit AgeBar(QWidget* parent = nullptr);

    void showAge(const AgeBreakdown& age, double wishedSeconds);
    QSize sizeHint() const override { return {260, 122}; }
    QSize minimumSizeHint() const override { return {190, 118}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    AgeBreakdown m_age;
    double m_wished = 1;
};

} // namespace fern::app
