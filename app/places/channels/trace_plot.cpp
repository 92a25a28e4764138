#include "app/places/channels/trace_plot.h"

#include "app/look/look.h"
#include "app/look/tokens.h"
#include "base/units.h"

#include <QVBoxLayout>
#include <qcustomplot.h>

#include <algorithm>
#include <cmath>

namespace fern::app {

namespace {

constexpr double windowSeconds = 30;

void setData(QCPGraph* graph, const TraceLine& line)
{
    QVector<double> seconds;
    QVector<double> values;
    for (std::size_t i = 0; i < line.seconds.size(); ++i) {
        seconds << line.seconds[i];
        values << line.values[i];
    }
    graph->setData(seconds, values, true);
}

} // namespace

TracePlot::TracePlot(QWidget* parent)
    : QWidget(parent)
    , m_plot(new QCustomPlot(this))
{
    const auto& t = tokens();
    setObjectName(QStringLiteral("trace"));
    setMinimumHeight(150);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(m_plot);
    m_plot->setBackground(t.card);
    const auto add = [this](const QString& name, const QColor& colour, double width) {
        auto* graph = m_plot->addGraph();
        graph->setName(name);
        graph->setPen(QPen(colour, width));
        return graph;
    };
    m_reading = add(tr("reading"), QColor(0xA39E86), 1);
    m_reading->setAntialiased(false);
    m_smoothed = add(tr("smoothed"), t.fern, 2);
    m_shown = add(tr("shown on the glass"), t.amber, 1.6);
    m_shown->setLineStyle(QCPGraph::lsStepLeft);
    // The last one, since the legend leaves its place empty when there is no world.
    m_world = add(tr("world"), t.sky, 1.2);
    for (auto* axis : {m_plot->xAxis, m_plot->yAxis}) {
        axis->setTickLabelFont(wordFont(11));
        axis->setTickLabelColor(t.soft);
        axis->setBasePen(QPen(t.line));
        axis->setTickPen(QPen(t.line));
        axis->setSubTickPen(Qt::NoPen);
        axis->grid()->setPen(QPen(t.bar, 1));
        axis->grid()->setZeroLinePen(QPen(t.bar, 1));
    }
    m_plot->legend->setVisible(true);
    m_plot->legend->setFont(wordFont(11));
    m_plot->legend->setTextColor(t.soft);
    m_plot->legend->setBrush(QColor(0xFB, 0xFA, 0xF4, 0xD0));
    m_plot->legend->setBorderPen(Qt::NoPen);
    m_plot->legend->setFillOrder(QCPLayoutGrid::foColumnsFirst);
    auto* top = new QCPLayoutGrid;
    m_plot->plotLayout()->insertRow(0);
    m_plot->plotLayout()->addElement(0, 0, top);
    top->addElement(0, 0, m_plot->legend);
    m_unit = new QCPTextElement(m_plot, {}, wordFont(11));
    m_unit->setTextColor(t.soft);
    m_unit->setTextFlags(Qt::AlignRight | Qt::AlignVCenter);
    top->addElement(0, 1, m_unit);
    top->setColumnStretchFactor(0, 0.001);
    m_plot->plotLayout()->setRowStretchFactor(0, 0.001);
}

void TracePlot::showView(const RunView& view)
{
    setData(m_world, view.world);
    const bool hasWorld = std::any_of(view.world.values.begin(), view.world.values.end(),
        [](double value) { return !std::isnan(value); });
    m_plot->legend->itemWithPlottable(m_world)->setVisible(hasWorld);
    setData(m_reading, view.reading);
    setData(m_smoothed, view.smoothed);
    setData(m_shown, view.shown);
    const double now = inSeconds(view.now);
    m_plot->xAxis->setRange(std::max(0.0, now - windowSeconds), std::max(windowSeconds, now));
    double least = 1e300;
    double most = -1e300;
    for (const auto* line : {&view.world, &view.reading, &view.smoothed, &view.shown})
        for (const double value : line->values)
            if (!std::isnan(value)) {
                least = std::min(least, value);
                most = std::max(most, value);
            }
    if (least <= most) {
        const double margin = std::max((most - least) * 0.08, 1e-9 + std::fabs(most) * 1e-4);
        m_plot->yAxis->setRange(least - margin, most + margin);
    }
    if (view.choice)
        m_unit->setText(tr("%1 over seconds")
                            .arg(QString::fromStdString(
                                prettyUnit(view.plain.channels[view.choice->channel].unit.name))));
    setAccessibleName(tr("Trace of the last %1 seconds: %2 samples")
                          .arg(windowSeconds)
                          .arg(view.reading.seconds.size()));
    m_plot->replot(QCustomPlot::rpQueuedReplot);
}

} // namespace fern::app
