#include "app/glass/hand_buttons.h"

#include "app/look/chip.h"
#include "app/look/flow_layout.h"
#include "app/look/line_label.h"
#include "app/look/look.h"
#include "app/look/text.h"

#include <QGridLayout>

namespace fern::app {

namespace {

constexpr int groupLabelWidth = 74;

} // namespace

HandButtons::HandButtons(QWidget* parent)
    : QWidget(parent)
{
    setObjectName(QStringLiteral("handButtons"));
    setAccessibleName(tr("Push-buttons of the instrument"));
    auto* groups = new QGridLayout(this);
    groups->setContentsMargins(0, 0, 0, 0);
    groups->setSpacing(grid - 2);
    groups->setColumnStretch(1, 1);
    hide();
}

void HandButtons::showInstrument(const Instrument& instrument)
{
    const auto keys = handKeys(instrument);
    if (keys == m_keys)
        return;
    m_keys = keys;
    auto* groups = static_cast<QGridLayout*>(layout());
    while (auto* item = groups->takeAt(0)) {
        item->widget()->deleteLater(); // it may be the one that is pressed
        item->widget()->hide();
        delete item;
    }
    QWidget* group = nullptr;
    std::string channel;
    for (const auto& key : keys) {
        if (key.channel != channel) {
            channel = key.channel;
            auto* label = new LineLabel(LineLabel::Kind::Note, wordFont(12), this);
            label->setText(qText(findById(instrument.channels, channel)->name));
            label->setFixedWidth(groupLabelWidth);
            group = new QWidget(this);
            new FlowLayout(group, grid - 2, FlowWidths::Stretched);
            const int row = groups->rowCount();
            groups->addWidget(label, row, 0, Qt::AlignVCenter);
            groups->addWidget(group, row, 1);
        }
        auto* button = new Chip(qText(key.words), group);
        button->setCheckable(false);
        button->setObjectName(qText("hand " + key.channel + " " + key.words));
        button->setToolTip(
            tr("%1 of %2")
                .arg(qText(key.words), qText(findById(instrument.channels, key.channel)->name)));
        connect(button, &QAbstractButton::pressed, this,
            [this, key] { Q_EMIT pressed(key.channel, key.what); });
        connect(button, &QAbstractButton::released, this,
            [this, key] { Q_EMIT released(key.channel, key.what); });
        group->layout()->addWidget(button);
    }
    setVisible(!keys.empty());
}

} // namespace fern::app
