#pragma once
// A long series over time: pans and zooms however many samples it has, with two cursors between
// which values are read.

#include "app/plot/plot.h"
#include "signal/capture.h"
#include "signal/pyramid.h"

#include <array>
#include <memory>

namespace fern::app {

/// A recorded column with what makes it quick to draw.
struct Series {
    Capture capture;
    MinMaxPyramid pyramid;
    std::string unit; ///< for people; empty for codes

    static std::shared_ptr<const Series> of(Capture capture);
    double seconds(std::size_t sample) const { return inSeconds(capture.at[sample]); }
    std::size_t size() const { return capture.at.size(); }
    /// The first sample at or after an instant.
    std::size_t indexAt(double seconds) const;
    /// The first sample after an instant.
    std::size_t indexAfter(double seconds) const;
};

class SeriesPlot : public QWidget {
    Q_OBJECT
public:
    explicit SeriesPlot(QWidget* parent);

    /// Shows another series, whole; null for none.
    void showSeries(std::shared_ptr<const Series> series);
    void showWhole();
    void showStretch(double from, double to);
    double from() const { return m_from; }
    double to() const { return m_to; }
    /// The cursors' instants, the earlier one first.
    std::pair<double, double> cursors() const;
    /// What stands between the cursors, in words.
    const QString& readout() const { return m_readout; }

Q_SIGNALS:
    void cursorsMoved();

protected:
    void resizeEvent(QResizeEvent* event) override;

private:
    friend class SeriesGround;

    int pixels() const; ///< in which the lines are drawn
    void draw();
    void moveCursor(std::size_t cursor, double seconds);
    void pan(double seconds);
    void zoom(double factor, double about);
    double secondsAt(double x) const;
    double xOf(double seconds) const;
    void describeCursors();

    std::shared_ptr<const Series> m_series;
    Plot* m_plot;
    QWidget* m_ground; ///< above the plot: takes the mouse and the keys, draws the cursors
    int m_drawnPixels = 0; ///< that the line was made for
    double m_from = 0, m_to = 1; ///< seconds shown
    std::array<double, 2> m_cursors{0, 1};
    std::size_t m_active = 0; ///< the cursor that the keys move
    QString m_readout;
};

} // namespace fern::app
