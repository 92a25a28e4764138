#pragma once
// The trace of the last seconds: world, reading, smoothed, and what the glass shows.

#include "app/plot/plot.h"

class QPushButton;

namespace fern::app {

class TracePlot : public Plot {
    Q_OBJECT
public:
    explicit TracePlot(QWidget* parent = nullptr);

    void showView(const RunView& view);

Q_SIGNALS:
    /// Nothing has run yet, and it shall.
    void runWanted();

protected:
    void resizeEvent(QResizeEvent* event) override;

private:
    QPushButton* m_run; ///< over a plot without a course
};

/// Returns the stretch of time that the traces of a view show: 30 s up to now.
std::pair<double, double> traceRange(const RunView& view);

} // namespace fern::app
