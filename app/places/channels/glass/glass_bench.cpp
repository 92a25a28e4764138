#include "app/places/channels/glass/glass_bench.h"

#include "app/look/figure_tag.h"
#include "app/look/text.h"
#include "base/number_text.h"
#include "instrument/edits.h"
#include "instrument/part_edits.h"

namespace fern::app {

GlassBench::GlassBench(Document& document, QWidget* parent)
    : Workbench(tr("Glass"), tr("how often it is redrawn, and how old a number gets"), Leaf::Glass,
        document, parent)
    , m_redrawEvery(addQuantity(tr("Redraw every"), "redrawEvery"))
    , m_busSpeed(addQuantity(tr("Bus speed"), "busSpeed"))
    , m_plan(softLabel({}, this))
    , m_lanes(new RedrawLanes(this))
    , m_age(new AgeBar(this))
    , m_trace(new TracePlot(this))
{
    m_plan->setWordWrap(true);
    card()->addWidget(m_plan);
    auto* row = new QHBoxLayout;
    row->setSpacing(grid);
    column()->addLayout(row);
    auto* lanes = new Card({}, this);
    lanes->setToolTip(tr("Sampling green, drawing dark green, bus blue, panel amber"));
    lanes->body()->setContentsMargins(grid + 4, grid, grid + 4, grid);
    lanes->body()->addWidget(m_lanes);
    row->addWidget(lanes, 5);
    auto* age = new Card({}, this);
    age->body()->setContentsMargins(grid + 4, grid, grid + 4, grid);
    age->body()->addWidget(m_age);
    row->addWidget(age, 3);
    addCard(1)->body()->addWidget(m_trace);
    connect(m_redrawEvery, &QuantityEdit::quantityEntered, this, [this](const Quantity& interval) {
        auto changed = display();
        changed.redrawEvery = interval;
        apply(tr("Redraw interval"), withDisplay(instrument(), changed));
    });
    connect(m_busSpeed, &QuantityEdit::quantityEntered, this, [this](const Quantity& speed) {
        apply(tr("Bus speed"), withBusSpeed(instrument(), display().id, speed));
    });
}

void GlassBench::showInputs(const RunView& view)
{
    m_redrawEvery->showQuantity(display().redrawEvery);
    m_busSpeed->showQuantity(busSpeedOf(instrument(), display()));
    m_plan->setText(qText(view.fixed->planInWords));
    m_lanes->showView(view);
    m_trace->showView(view);
    const auto& age = view.stem.age;
    m_age->showAge(age, view.plain().channels[view.choice->channel].freshnessSeconds);
    const auto shown = [this](Figure figure, double seconds) {
        return ShownFigure{figure, ownerOf(figure, {}, display().id), qText(durationText(seconds))};
    };
    tagFigures(m_age,
        {shown(Figure::OldestNumber, age.oldest()), shown(Figure::Redraw, age.redraw),
            shown(Figure::Delay, age.smoothing)});
}

} // namespace fern::app
