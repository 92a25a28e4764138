#include "app/places/screens/align_row.h"

#include "app/look/card.h"
#include "app/look/chip.h"
#include "app/look/look.h"
#include "app/look/text.h"
#include "app/look/tokens.h"

#include <QHBoxLayout>

namespace fern::app {

AlignRow::AlignRow(QWidget* parent)
    : QWidget(parent)
    , m_frame(new QComboBox(this))
{
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(grid - 2);
    row->addWidget(softLabel(tr("Put it"), this));
    for (std::size_t i = 0; i < fieldAlignWords.size(); ++i) {
        auto* chip = new Chip(qText(fieldAlignWords[i]), this);
        chip->setCheckable(false);
        chip->setObjectName(QStringLiteral("align ") + qText(fieldAlignWords[i]));
        row->addWidget(chip);
        connect(chip, &QAbstractButton::clicked, this, [this, i] {
            Q_EMIT wanted(static_cast<FieldAlign>(i), m_frame->currentData().toString());
        });
    }
    row->addWidget(softLabel(tr("of"), this));
    m_frame->setObjectName(QStringLiteral("alignTo"));
    m_frame->setAccessibleName(tr("What the field is aligned with"));
    m_frame->setSizeAdjustPolicy(QComboBox::AdjustToContents);
    m_frame->addItem(tr("the glass"), QString());
    row->addWidget(m_frame);
    row->addStretch(1);
}

void AlignRow::showFields(const QStringList& others)
{
    if (others == m_others)
        return;
    m_others = others;
    const auto before = m_frame->currentData().toString();
    while (m_frame->count() > 1)
        m_frame->removeItem(1);
    for (const auto& field : others)
        m_frame->addItem(field, field);
    m_frame->setCurrentIndex(std::max(0, m_frame->findData(before)));
}

} // namespace fern::app
