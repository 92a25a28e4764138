#include "app/plot/series_plot.h"

#include "app/look/look.h"
#include "app/look/text.h"
#include "base/number_text.h"
#include "base/units.h"

#include <QKeyEvent>
#include <QPainter>

#include <algorithm>
#include <cmath>

namespace fern::app {

namespace {

constexpr std::array<const char*, 2> cursorNames{"A", "B"};
constexpr double nearPixels = 8; ///< to a cursor, to take it

QColor cursorColour(std::size_t cursor)
{
    return cursor == 0 ? tokens().sky : tokens().amber;
}

Ticks ticksAt(double seconds)
{
    constexpr double longest = 9e9; // that a tick count can hold
    return ticksFromSeconds(std::clamp(seconds, -longest, longest));
}

/// The least and the most of every pixel; where samples are fewer, the samples.
TraceLine drawnLine(const Series& series, double from, double to, int pixels)
{
    TraceLine line;
    const auto add = [&](double seconds, double value) {
        line.seconds.push_back(seconds);
        line.values.push_back(value);
    };
    const auto& values = series.capture.values;
    // One sample beside each edge, so that the line goes on to it.
    auto first = series.indexAt(from);
    first -= first > 0 ? 1 : 0;
    const auto last = std::min(series.size(), series.indexAfter(to) + 1);
    if (last - first <= 2 * static_cast<std::size_t>(pixels)) {
        for (auto i = first; i < last; ++i)
            add(series.seconds(i), values[i]);
        return line;
    }
    const double step = (to - from) / pixels;
    for (int i = 0; i < pixels; ++i) {
        const auto next = i + 1 == pixels ? last : series.indexAt(from + (i + 1) * step);
        const auto extremes = series.pyramid.between(values, first, next);
        if (next > first) {
            const double middle = from + (i + 0.5) * step;
            add(middle, extremes.isEmpty() ? emptyCell : extremes.least);
            add(middle, extremes.isEmpty() ? emptyCell : extremes.most);
        }
        first = next;
    }
    return line;
}

} // namespace

std::shared_ptr<const Series> Series::of(Capture capture)
{
    auto series = std::make_shared<Series>();
    series->capture = std::move(capture);
    series->pyramid.cover(series->capture.values);
    series->unit = prettyUnit(series->capture.unit);
    return series;
}

std::size_t Series::indexAt(double seconds) const
{
    const auto found = std::lower_bound(capture.at.begin(), capture.at.end(), ticksAt(seconds));
    return static_cast<std::size_t>(found - capture.at.begin());
}

std::size_t Series::indexAfter(double seconds) const
{
    const auto found = std::upper_bound(capture.at.begin(), capture.at.end(), ticksAt(seconds));
    return static_cast<std::size_t>(found - capture.at.begin());
}

/// Lies over the plot.
class SeriesGround : public QWidget {
public:
    explicit SeriesGround(SeriesPlot* plot)
        : QWidget(plot)
        , m_plot(*plot)
    {
        setObjectName(QStringLiteral("seriesGround"));
        setFocusPolicy(Qt::StrongFocus);
        setToolTip(
            SeriesPlot::tr("Drag to move along, turn the wheel to zoom; drag A and B to read "
                           "values. Keys: arrows move a cursor, A and B choose it, + and − "
                           "zoom, page keys move along, Home shows all."));
    }

protected:
    void mousePressEvent(QMouseEvent* event) override
    {
        m_dragged = -1;
        m_lastX = event->position().x();
        // A flag is grabbed before a line: where both cursors stand at one place, each has its own.
        const auto grab = [&](std::size_t cursor) {
            m_dragged = static_cast<int>(cursor);
            m_plot.m_active = cursor;
        };
        for (std::size_t i = 0; i < cursorNames.size(); ++i)
            if (std::fabs(m_plot.xOf(m_plot.m_cursors[i]) - m_lastX) < nearPixels)
                grab(i);
        for (std::size_t i = 0; i < cursorNames.size(); ++i)
            if (flagOf(i).contains(event->position()))
                grab(i);
        setCursor(m_dragged < 0 ? Qt::ClosedHandCursor : Qt::SizeHorCursor);
    }
    void mouseMoveEvent(QMouseEvent* event) override
    {
        const double x = event->position().x();
        if (m_dragged >= 0)
            m_plot.moveCursor(static_cast<std::size_t>(m_dragged), m_plot.secondsAt(x));
        else
            m_plot.pan(m_plot.secondsAt(m_lastX) - m_plot.secondsAt(x));
        m_lastX = x;
    }
    void mouseReleaseEvent(QMouseEvent* /*event*/) override { unsetCursor(); }
    void mouseDoubleClickEvent(QMouseEvent* /*event*/) override { m_plot.showWhole(); }
    void wheelEvent(QWheelEvent* event) override
    {
        constexpr double perNotch = 0.8;
        m_plot.zoom(std::pow(perNotch, event->angleDelta().y() / 120.0),
            m_plot.secondsAt(event->position().x()));
        event->accept();
    }
    void keyPressEvent(QKeyEvent* event) override
    {
        const double pixel = m_plot.secondsAt(1) - m_plot.secondsAt(0);
        const double length = m_plot.m_to - m_plot.m_from;
        const double step = pixel * (event->modifiers().testFlag(Qt::ShiftModifier) ? 20 : 1);
        const double at = m_plot.m_cursors[m_plot.m_active];
        switch (event->key()) {
        case Qt::Key_Left:
            return m_plot.moveCursor(m_plot.m_active, at - step);
        case Qt::Key_Right:
            return m_plot.moveCursor(m_plot.m_active, at + step);
        case Qt::Key_A:
        case Qt::Key_B:
            m_plot.m_active = event->key() == Qt::Key_A ? 0 : 1;
            return update();
        case Qt::Key_Plus:
            return m_plot.zoom(0.5, at);
        case Qt::Key_Minus:
            return m_plot.zoom(2, at);
        case Qt::Key_PageUp:
            return m_plot.pan(-length / 2);
        case Qt::Key_PageDown:
            return m_plot.pan(length / 2);
        case Qt::Key_Home:
            return m_plot.showWhole();
        default:
            QWidget::keyPressEvent(event);
        }
    }
    void paintEvent(QPaintEvent* /*event*/) override
    {
        if (!m_plot.m_series || m_plot.m_series->size() == 0)
            return;
        QPainter painter(this);
        painter.setFont(wordFont(11, true));
        const auto area = m_plot.m_plot->area();
        for (std::size_t i = 0; i < cursorNames.size(); ++i) {
            const double x = m_plot.xOf(m_plot.m_cursors[i]);
            if (x < area.left() - 1 || x > area.right() + 1)
                continue;
            painter.setPen(QPen(cursorColour(i), 1));
            painter.drawLine(QPointF(x, area.top()), QPointF(x, area.bottom()));
            const auto flag = flagOf(i);
            painter.fillRect(flag, cursorColour(i));
            painter.setPen(tokens().card);
            painter.drawText(flag, Qt::AlignCenter, QString::fromLatin1(cursorNames[i]));
        }
        if (hasFocus()) {
            painter.setPen(QPen(tokens().accent, 1, Qt::DotLine));
            painter.drawRect(area.adjusted(0, 0, -1, -1));
        }
    }

private:
    /// Where the name of a cursor stands: A behind its line, B before it.
    QRectF flagOf(std::size_t cursor) const
    {
        constexpr double side = 15;
        const double x = m_plot.xOf(m_plot.m_cursors[cursor]);
        return {cursor == 0 ? x : x - side, m_plot.m_plot->area().top(), side, side};
    }

    SeriesPlot& m_plot;
    int m_dragged = -1; ///< a cursor; -1: the ground
    double m_lastX = 0;
};

SeriesPlot::SeriesPlot(QWidget* parent)
    : QWidget(parent)
    , m_plot(new Plot({{QString(), &Tokens::trace, 1}}, this))
    , m_ground(new SeriesGround(this))
{
    setObjectName(QStringLiteral("seriesPlot"));
    setMinimumHeight(m_plot->minimumHeight());
    // How wide the lines are drawn is known when they are laid out, which the first picture is not.
    connect(m_plot, &Plot::drawn, this, [this] {
        m_ground->update();
        if (pixels() != m_drawnPixels)
            draw();
    });
}

void SeriesPlot::showSeries(std::shared_ptr<const Series> series)
{
    m_series = std::move(series);
    const bool isThere = m_series && m_series->size() > 0;
    const double first = isThere ? m_series->seconds(0) : 0;
    const double last = isThere ? m_series->seconds(m_series->size() - 1) : 1;
    m_cursors = {first, last};
    m_active = 0;
    m_plot->setAxisWords(!isThere
            ? QString()
            : tr("%1 over seconds")
                  .arg(m_series->unit.empty() ? tr("codes") : qText(m_series->unit)));
    showWhole();
    describeCursors();
}

void SeriesPlot::showWhole()
{
    const bool isThere = m_series && m_series->size() > 0;
    const double first = isThere ? m_series->seconds(0) : 0;
    const double last = isThere ? m_series->seconds(m_series->size() - 1) : 1;
    showStretch(first, std::max(last, first + 1e-3));
}

void SeriesPlot::showStretch(double from, double to)
{
    m_from = from;
    m_to = to;
    draw();
}

std::pair<double, double> SeriesPlot::cursors() const
{
    return std::minmax(m_cursors[0], m_cursors[1]);
}

int SeriesPlot::pixels() const
{
    return std::max(50, static_cast<int>(m_plot->area().width()));
}

void SeriesPlot::draw()
{
    m_drawnPixels = pixels();
    m_plot->showLine(0, m_series ? drawnLine(*m_series, m_from, m_to, m_drawnPixels) : TraceLine());
    m_plot->showRange(m_from, m_to);
    m_ground->update();
}

void SeriesPlot::moveCursor(std::size_t cursor, double seconds)
{
    if (!m_series || m_series->size() == 0)
        return;
    seconds = std::clamp(seconds, m_series->seconds(0), m_series->seconds(m_series->size() - 1));
    m_cursors[cursor] = seconds;
    if (seconds < m_from || seconds > m_to)
        pan(seconds - (m_from + m_to) / 2);
    describeCursors();
    m_ground->update();
}

void SeriesPlot::pan(double seconds)
{
    showStretch(m_from + seconds, m_to + seconds);
}

void SeriesPlot::zoom(double factor, double about)
{
    constexpr double shortest = 1e-5; // seconds
    if ((m_to - m_from) * factor < shortest)
        return;
    showStretch(about + (m_from - about) * factor, about + (m_to - about) * factor);
}

double SeriesPlot::secondsAt(double x) const
{
    const auto area = m_plot->area();
    return m_from + (x - area.left()) / area.width() * (m_to - m_from);
}

double SeriesPlot::xOf(double seconds) const
{
    const auto area = m_plot->area();
    return area.left() + (seconds - m_from) / (m_to - m_from) * area.width();
}

void SeriesPlot::describeCursors()
{
    m_readout.clear();
    if (m_series && m_series->size() > 0) {
        const auto valueAt = [&](double seconds) {
            const auto index = std::min(m_series->indexAt(seconds), m_series->size() - 1);
            return m_series->capture.values[index];
        };
        const auto text = [](double value, int digits) {
            return std::isnan(value) ? tr("no value") : qText(significantText(value, digits));
        };
        const double pixel = (m_to - m_from) / std::max(1.0, m_plot->area().width());
        const auto at = [&](double seconds) { return qText(knownText(seconds, pixel)); };
        const auto unit =
            m_series->unit.empty() ? QString() : QLatin1Char(' ') + qText(m_series->unit);
        const double a = valueAt(m_cursors[0]);
        const double b = valueAt(m_cursors[1]);
        m_readout = tr("A %1 s, %2%3   B %4 s, %5%3   B − A %6 s, %7%3")
                        .arg(at(m_cursors[0]), text(a, 6), unit, at(m_cursors[1]), text(b, 6),
                            at(m_cursors[1] - m_cursors[0]), text(b - a, 5));
        m_ground->setAccessibleName(tr("%1 samples. %2").arg(m_series->size()).arg(m_readout));
    }
    Q_EMIT cursorsMoved();
}

void SeriesPlot::resizeEvent(QResizeEvent* event)
{
    m_plot->setGeometry(rect());
    m_ground->setGeometry(rect());
    QWidget::resizeEvent(event);
    draw();
}

} // namespace fern::app
