#pragma once
// What the glass would show, text after text over the last seconds: a row of frames for each of a
// few variants.

#include "plan/smoothing_trial.h"

#include <QWidget>

namespace fern::app {

class FilmStrip : public QWidget {
    Q_OBJECT
public:
    explicit FilmStrip(QWidget* parent);

    /// Shows the texts of each trial between two instants, in seconds.
    void showTrials(std::vector<SmoothingTrial> trials, double from, double to);
    QSize minimumSizeHint() const override { return {120, 3 * 30}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    std::vector<SmoothingTrial> m_trials;
    double m_from = 0, m_to = 1;
};

/// What the variants are called, in their order.
QString variantName(std::size_t index);

} // namespace fern::app
