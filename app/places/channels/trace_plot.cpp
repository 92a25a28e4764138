#include "app/places/channels/trace_plot.h"

#include "app/look/text.h"
#include "base/units.h"

#include <QPushButton>

#include <algorithm>
#include <cmath>

namespace fern::app {

namespace {

constexpr double windowSeconds = 30;
enum Line : std::size_t { Reading, Smoothed, Shown, World };

} // namespace

std::pair<double, double> traceRange(const RunView& view)
{
    const double now = inSeconds(view.now);
    return {std::max(0.0, now - windowSeconds), std::max(windowSeconds, now)};
}

// The world comes last, since the legend leaves its place empty when there is none.
TracePlot::TracePlot(QWidget* parent)
    : Plot({{tr("reading"), &Tokens::trace, 1}, {tr("smoothed"), &Tokens::accent, 2},
               {tr("glass"), &Tokens::amber, 1.6, true}, {tr("world"), &Tokens::sky, 1.2}},
        parent)
    , m_run(new QPushButton(tr("Run"), this))
{
    setObjectName(QStringLiteral("trace"));
    m_run->setObjectName(QStringLiteral("runTrace"));
    m_run->setToolTip(tr("Runs the scenario, F5"));
    m_run->hide();
    connect(m_run, &QPushButton::clicked, this, &TracePlot::runWanted);
}

void TracePlot::resizeEvent(QResizeEvent* event)
{
    Plot::resizeEvent(event);
    const auto size = m_run->sizeHint();
    m_run->setGeometry(QRect(rect().center() - QPoint(size.width() / 2, size.height() / 2), size));
}

void TracePlot::showView(const RunView& view)
{
    showLine(Reading, view.reading);
    showLine(Smoothed, view.smoothed);
    showLine(Shown, view.shown);
    showLine(World, view.world);
    constexpr std::size_t course = 3; // samples that are more than a first number
    m_run->setVisible(
        !view.isRunning && view.live == nullptr && view.reading.seconds.size() < course);
    setLineVisible(World,
        std::any_of(view.world.values.begin(), view.world.values.end(),
            [](double value) { return !std::isnan(value); }));
    if (view.choice)
        setAxisWords(
            tr("%1 over seconds")
                .arg(qText(prettyUnit(view.plain().channels[view.choice->channel].unit.name))));
    const auto [from, to] = traceRange(view);
    setAccessibleName(tr("Trace of the last %1 seconds: %2 samples")
                          .arg(windowSeconds)
                          .arg(view.reading.seconds.size()));
    const double digit = !view.choice
        ? 0
        : differenceFromSi(digitWorth(view.plain().readers[view.choice->reader]),
            view.plain().channels[view.choice->channel].unit);
    showRange(from, to, 2 * digit);
}

} // namespace fern::app
