#include "app/places/channels/glass_bench.h"

#include "instrument/edits.h"

namespace fern::app {

GlassBench::GlassBench(Document& document, QWidget* parent)
    : Workbench(tr("Glass"), tr("how often it is redrawn, and how old a number gets"), Leaf::Glass,
        document, parent)
    , m_redrawEvery(addQuantity(tr("Redraw every"), "redrawEvery"))
    , m_busSpeed(addQuantity(tr("Bus speed"), "busSpeed"))
    , m_plan(addWords())
{
    edit(&Display::redrawEvery, tr("Redraw interval"), m_redrawEvery);
    edit(&Display::busSpeed, tr("Bus speed"), m_busSpeed);
}

void GlassBench::edit(Quantity Display::*member, const QString& name, QuantityEdit* input)
{
    connect(input, &QuantityEdit::quantityEntered, this,
        [this, member, name](const Quantity& quantity) {
            auto changed = display();
            changed.*member = quantity;
            document().apply(name, withDisplay(document().instrument(), changed));
        });
}

void GlassBench::showInputs(const RunView& view)
{
    m_redrawEvery->showQuantity(display().redrawEvery);
    m_busSpeed->showQuantity(display().busSpeed);
    m_plan->setText(QString::fromStdString(view.planInWords));
}

} // namespace fern::app
