#include "app/plot/plot.h"

#include "app/look/look.h"

#include <QEvent>
#include <QVBoxLayout>
#include <qcustomplot.h>

#include <algorithm>
#include <cmath>

namespace fern::app {

namespace {

constexpr int legendIcon = 16; ///< pixels
constexpr int leastHeight = 120; ///< pixels in which lines are drawn
constexpr int aroundLines = 60; ///< pixels of legend and axis
constexpr int legendRow = 18; ///< pixels of a second one

} // namespace

Plot::Plot(std::vector<PlotLine> lines, QWidget* parent)
    : QWidget(parent)
    , m_lines(std::move(lines))
    , m_plot(new QCustomPlot(this))
{
    const auto named = std::count_if(
        m_lines.begin(), m_lines.end(), [](const PlotLine& line) { return !line.name.isEmpty(); });
    setMinimumHeight(leastHeight + aroundLines + (named > 2 ? legendRow : 0));
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(m_plot);
    connect(m_plot, &QCustomPlot::afterReplot, this, &Plot::drawn);
    m_plot->setFocusPolicy(Qt::NoFocus);
    m_plot->setAttribute(Qt::WA_OpaquePaintEvent); // nothing beneath needs painting
    // Drawing and painting are two turns of the event loop, so that the window answers in between.
    m_plot->setPlottingHint(QCP::phImmediateRefresh, false);
    bool hasLegend = false;
    for (const auto& line : m_lines) {
        auto* graph = m_plot->addGraph();
        graph->setAntialiased(line.width > 1);
        if (line.isStepped)
            graph->setLineStyle(QCPGraph::lsStepLeft);
        if (line.isPoint) {
            graph->setLineStyle(QCPGraph::lsNone);
            graph->setScatterStyle(QCPScatterStyle(QCPScatterStyle::ssDisc, 7));
        }
        graph->setName(line.name);
        if (line.name.isEmpty())
            graph->removeFromLegend();
        hasLegend = hasLegend || !line.name.isEmpty();
        m_graphs.push_back(graph);
    }
    m_plot->legend->setVisible(hasLegend);
    m_plot->legend->setFont(wordFont(11));
    m_plot->legend->setBrush(Qt::NoBrush);
    m_plot->legend->setBorderPen(Qt::NoPen);
    m_plot->legend->setFillOrder(QCPLayoutGrid::foColumnsFirst);
    m_plot->legend->setIconSize(legendIcon, 12);
    m_plot->legend->setIconTextPadding(5);
    m_plot->legend->setColumnSpacing(10);
    m_plot->legend->setMargins({0, 2, 0, 2});
    auto* top = new QCPLayoutGrid;
    m_plot->plotLayout()->insertRow(0);
    m_plot->plotLayout()->addElement(0, 0, top);
    top->addElement(0, 0, m_plot->legend);
    m_words = new QCPTextElement(m_plot, {}, wordFont(11));
    m_words->setTextFlags(Qt::AlignRight | Qt::AlignVCenter);
    top->addElement(0, 1, m_words);
    top->setColumnStretchFactor(0, 0.001);
    m_plot->plotLayout()->setRowStretchFactor(0, 0.001);
    m_plot->plotLayout()->setRowSpacing(0);
    for (auto* axis : {m_plot->xAxis, m_plot->yAxis}) {
        axis->setTickLabelFont(wordFont(11));
        axis->setSubTickPen(Qt::NoPen);
    }
    applyLook();
}

void Plot::applyLook()
{
    const auto& t = tokens();
    m_plot->setBackground(t.card);
    for (std::size_t i = 0; i < m_graphs.size(); ++i)
        m_graphs[i]->setPen(QPen(t.*m_lines[i].colour, m_lines[i].width));
    for (auto* axis : {m_plot->xAxis, m_plot->yAxis}) {
        axis->setTickLabelColor(t.soft);
        axis->setBasePen(QPen(t.line));
        axis->setTickPen(QPen(t.line));
        axis->grid()->setPen(QPen(t.line, 1, Qt::DotLine));
        axis->grid()->setZeroLinePen(QPen(t.line, 1));
    }
    m_plot->legend->setTextColor(t.soft);
    m_words->setTextColor(t.soft);
}

/// As many ticks as have room, so that their numbers stand apart; the legend comes before the
/// words.
void Plot::resizeEvent(QResizeEvent* event)
{
    const QFontMetrics metrics(wordFont(11));
    int legend = 0;
    for (const auto& line : m_lines)
        legend += line.name.isEmpty() ? 0 : metrics.horizontalAdvance(line.name) + legendIcon + 24;
    // A legend that does not fit takes two rows.
    const int columns = legend > width() ? 2 : 0;
    if (m_plot->legend->wrap() != columns) {
        m_plot->legend->setWrap(columns);
        m_plot->legend->setFillOrder(QCPLayoutGrid::foColumnsFirst, true);
    }
    m_words->setVisible(width() > legend + metrics.horizontalAdvance(m_words->text()) + 30);
    m_plot->xAxis->ticker()->setTickCount(std::clamp(width() / 70, 2, 6));
    m_plot->yAxis->ticker()->setTickCount(std::clamp((height() - 50) / 22, 1, 6));
    QWidget::resizeEvent(event);
}

void Plot::changeEvent(QEvent* event)
{
    if (event->type() == QEvent::PaletteChange) {
        applyLook();
        replot();
    }
    QWidget::changeEvent(event);
}

void Plot::showLine(std::size_t index, const TraceLine& line)
{
    QVector<double> seconds(line.seconds.begin(), line.seconds.end());
    QVector<double> values(line.values.begin(), line.values.end());
    m_graphs[index]->setData(seconds, values, true);
}

void Plot::setLineVisible(std::size_t index, bool visible)
{
    m_graphs[index]->setVisible(visible);
    if (auto* item = m_plot->legend->itemWithPlottable(m_graphs[index]))
        item->setVisible(visible);
}

void Plot::showRange(double from, double to, double leastHeight)
{
    m_plot->xAxis->setRange(from, to);
    double least = 1e300;
    double most = -1e300;
    for (auto* graph : m_graphs) {
        bool found = false;
        const auto range = graph->getValueRange(found, QCP::sdBoth, QCPRange(from, to));
        if (found && graph->visible()) {
            least = std::min(least, range.lower);
            most = std::max(most, range.upper);
        }
    }
    if (least <= most) {
        const double margin = std::max({(most - least) * 0.08, (leastHeight - (most - least)) / 2,
            std::fabs(most) * 1e-4, most == 0 && least == 0 ? 0.5 : 1e-9});
        m_plot->yAxis->setRange(least - margin, most + margin);
    }
    replot();
}

void Plot::replot()
{
    m_isStale = !isVisible();
    if (!m_isStale)
        m_plot->replot(QCustomPlot::rpQueuedReplot);
}

void Plot::showEvent(QShowEvent* event)
{
    QWidget::showEvent(event);
    if (m_isStale)
        replot();
}

QRectF Plot::area() const
{
    return m_plot->axisRect()->rect();
}

void Plot::setAxisWords(const QString& words)
{
    m_words->setText(words);
}

} // namespace fern::app
