#pragma once
// A plot of a few named lines over a common axis, in the colours of the look.

#include "app/look/tokens.h"
#include "app/runner/run_view.h"

#include <QWidget>

#include <vector>

class QCustomPlot;
class QCPGraph;
class QCPTextElement;

namespace fern::app {

struct PlotLine {
    QString name; ///< in the legend; empty for none
    QColor Tokens::*colour = &Tokens::accent;
    double width = 1; ///< pixels; lines of 1 pixel are not antialiased, since they can be dense
    bool isStepped = false; ///< a value holds until the next
    bool isPoint = false; ///< drawn as dots
};

class Plot : public QWidget {
    Q_OBJECT
public:
    Plot(std::vector<PlotLine> lines, QWidget* parent);

    /// Sets what one line shows; NaN leaves a gap.
    void showLine(std::size_t index, const TraceLine& line);
    /// Shows or hides a line and its word in the legend.
    void setLineVisible(std::size_t index, bool visible);
    /// Draws anew, from `from` to `to`, as high as the lines within, and at least `leastHeight` of
    /// their unit, so that the noise of a quiet trace does not look like a storm.
    void showRange(double from, double to, double leastHeight = 0);
    /// Where the lines are drawn, in pixels of this widget.
    QRectF area() const;
    /// Sets the word at the top right, such as "V over seconds".
    void setAxisWords(const QString& words);

Q_SIGNALS:
    void drawn(); ///< the area may have changed

protected:
    void changeEvent(QEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void showEvent(QShowEvent* event) override;

private:
    void applyLook();
    void replot();

    std::vector<PlotLine> m_lines;
    QCustomPlot* m_plot;
    std::vector<QCPGraph*> m_graphs;
    QCPTextElement* m_words;
    bool m_isStale = false; ///< changed while nobody saw it
};

} // namespace fern::app
