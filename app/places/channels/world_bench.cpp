#include "app/places/channels/world_bench.h"

#include "instrument/edits.h"

namespace fern::app {

WorldBench::WorldBench(Document& document, QWidget* parent)
    : Workbench(tr("World"), tr("what is true, and what is wished"), Leaf::World, document, parent)
    , m_from(addQuantity(tr("Range from"), "wishFrom"))
    , m_to(addQuantity(tr("to"), "wishTo"))
    , m_step(addQuantity(tr("Smallest step"), "wishStep"))
    , m_tolerance(addQuantity(tr("Tolerance ±"), "wishTolerance"))
    , m_freshness(addQuantity(tr("Oldest number"), "wishFreshness"))
{
    edit(&ChannelWish::from, tr("Range"), m_from);
    edit(&ChannelWish::to, tr("Range"), m_to);
    edit(&ChannelWish::step, tr("Step"), m_step);
    edit(&ChannelWish::tolerance, tr("Tolerance"), m_tolerance);
    edit(&ChannelWish::freshness, tr("Freshness"), m_freshness);
}

void WorldBench::edit(Quantity ChannelWish::*member, const QString& name, QuantityEdit* input)
{
    connect(input, &QuantityEdit::quantityEntered, this,
        [this, member, name](const Quantity& quantity) {
            auto wish = channel().wish;
            wish.*member = quantity;
            document().apply(
                tr("Wish: %1").arg(name), withWish(document().instrument(), channel().id, wish));
        });
}

void WorldBench::showInputs(const RunView& /*view*/)
{
    const auto& wish = channel().wish;
    m_from->showQuantity(wish.from);
    m_to->showQuantity(wish.to);
    m_step->showQuantity(wish.step);
    m_tolerance->showQuantity(wish.tolerance);
    m_freshness->showQuantity(wish.freshness);
}

} // namespace fern::app
