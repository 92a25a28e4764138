#include "app/places/channels/sensor_bench.h"

#include "base/number_text.h"
#include "instrument/edits.h"

namespace fern::app {

SensorBench::SensorBench(Document& document, QWidget* parent)
    : Workbench(tr("Sensor"), tr("the divider between the world and the pin"), Leaf::Sensor,
        document, parent)
    , m_r1(addQuantity(tr("Upper resistor R1"), "r1"))
    , m_r2(addQuantity(tr("Lower resistor R2"), "r2"))
    , m_tolerance(new CheckedEdit(this))
{
    addInput(tr("Tolerance, %"), m_tolerance, "resistorTolerance");
    edit(&DividerSpec::r1, tr("R1"), m_r1);
    edit(&DividerSpec::r2, tr("R2"), m_r2);
    connect(m_tolerance, &CheckedEdit::entered, this, [this](const QString& typed) {
        const auto percent = parseNumber(trimmed(typed.toStdString()));
        if (!percent)
            return Q_EMIT refused(
                tr("\"%1\" is no number: type percent, such as \"1\" or \"0.1\"").arg(typed));
        auto divider = channel().divider;
        divider.tolerancePercent = *percent;
        this->document().apply(tr("Tolerance of the resistors"),
            withDivider(this->document().instrument(), channel().id, divider));
    });
}

void SensorBench::edit(Quantity DividerSpec::*member, const QString& name, QuantityEdit* input)
{
    connect(input, &QuantityEdit::quantityEntered, this,
        [this, member, name](const Quantity& quantity) {
            auto divider = channel().divider;
            divider.*member = quantity;
            document().apply(tr("Resistor %1").arg(name),
                withDivider(document().instrument(), channel().id, divider));
        });
}

void SensorBench::showInputs(const RunView& /*view*/)
{
    m_r1->showQuantity(channel().divider.r1);
    m_r2->showQuantity(channel().divider.r2);
    m_tolerance->showText(QString::fromStdString(shortestText(channel().divider.tolerancePercent)));
}

} // namespace fern::app
