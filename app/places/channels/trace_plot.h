#pragma once
// The trace of the last seconds: world, reading, smoothed, and what the glass shows.

#include "app/runner/run_view.h"

#include <QWidget>

class QCustomPlot;
class QCPGraph;
class QCPTextElement;

namespace fern::app {

class TracePlot : public QWidget {
    Q_OBJECT
public:
    explicit TracePlot(QWidget* parent = nullptr);

    void showView(const RunView& view);

private:
    QCustomPlot* m_plot;
    QCPGraph* m_world;
    QCPGraph* m_reading;
    QCPGraph* m_smoothed;
    QCPGraph* m_shown;
    QCPTextElement* m_unit;
};

} // namespace fern::app
