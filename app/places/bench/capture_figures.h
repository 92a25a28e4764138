#pragma once
// The figures of a stretch of a capture: how it lies and scatters, its codes, its spectrum.

#include "app/plot/histogram.h"
#include "app/plot/series_plot.h"
#include "reading/spectrum.h"
#include "signal/capture_statistics.h"

#include <QWidget>

class QGridLayout;
class QLabel;

namespace fern::app {

class PageChips;

/// What is told of a stretch; made beside the window, since it can take a while.
struct StretchFigures {
    CaptureStatistics statistics;
    CodeStatistics codes; ///< of readings
    std::vector<SpectrumLine> spectrum;

    static StretchFigures of(const Series& series, double from, double to);
};

class CaptureFigures : public QWidget {
    Q_OBJECT
public:
    explicit CaptureFigures(QWidget* parent);

    /// Shows the figures of a stretch of a series, or nothing.
    void showFigures(const Series* series, const StretchFigures& figures);

private:
    QLabel* addFigure(QGridLayout* grid, int row, const QString& word, const char* name);
    void showSpectrum(const StretchFigures& figures);

    QLabel *m_samples, *m_rate, *m_missing, *m_mean, *m_noise, *m_peakToPeak, *m_drift;
    PageChips* m_charts;
    Histogram* m_histogram;
    QWidget* m_lines; ///< the spectrum and its words
    Plot* m_spectrum;
    QLabel* m_mains;
};

} // namespace fern::app
