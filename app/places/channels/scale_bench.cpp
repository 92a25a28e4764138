#include "app/places/channels/scale_bench.h"

#include "instrument/edits.h"

namespace fern::app {

ScaleBench::ScaleBench(Document& document, QWidget* parent)
    : Workbench(tr("Scale"), tr("what a count is worth, from the arithmetic of the parts"),
        Leaf::Scale, document, parent)
    , m_numberKind(new QComboBox(this))
{
    for (const auto word : numberKindWords)
        m_numberKind->addItem(QString::fromUtf8(word.data(), static_cast<qsizetype>(word.size())));
    addInput(tr("The board computes in"), m_numberKind, "numberKind");
    connect(m_numberKind, &QComboBox::activated, this, [this](int index) {
        this->document().apply(tr("Number kind"),
            withNumberKind(
                this->document().instrument(), channel().id, static_cast<NumberKind>(index)));
    });
}

void ScaleBench::showInputs(const RunView& /*view*/)
{
    m_numberKind->setCurrentIndex(static_cast<int>(channel().numberKind));
}

} // namespace fern::app
