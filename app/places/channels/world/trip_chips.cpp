#include "app/places/channels/world/trip_chips.h"

#include "app/look/chip.h"
#include "app/look/look.h"
#include "app/look/text.h"

#include <algorithm>
#include <utility>

namespace fern::app {

TripChips::TripChips(QWidget* parent)
    : QWidget(parent)
    , m_row(new QHBoxLayout(this))
{
    setObjectName(QStringLiteral("trip"));
    m_row->setContentsMargins(0, 0, 0, 0);
    m_row->setSpacing(grid - 2);
}

void TripChips::showTrip(const Instrument& instrument, const Channel& channel)
{
    std::vector<std::pair<std::string, std::string>> offered;
    if (isTold(channel.source.kind))
        for (const auto& told : channelsOf(instrument, channel.source.device))
            if (hasLane(told->source.kind) && !hasEvents(told->source.kind))
                offered.emplace_back(told->id, told->name);
    const bool isThere = std::any_of(offered.begin(), offered.end(),
        [this](const auto& course) { return course.first == m_chosen; });
    if (std::exchange(m_channel, channel.id) != channel.id || !isThere)
        m_chosen = channel.id;
    setVisible(offered.size() > 1);
    if (std::exchange(m_offered, offered) != offered) {
        qDeleteAll(findChildren<Chip*>());
        while (auto* item = m_row->takeAt(0))
            delete item;
        for (const auto& [id, name] : offered) {
            auto* chip = new Chip(qText(name), this);
            chip->setObjectName(QStringLiteral("trip-") + qText(id));
            chip->setToolTip(tr("The course of what the same device tells"));
            m_row->addWidget(chip);
            connect(chip, &QAbstractButton::clicked, this, [this, own = id] {
                m_chosen = own;
                Q_EMIT choiceChanged();
            });
        }
        m_row->addStretch(1);
    }
    for (auto* chip : findChildren<Chip*>())
        chip->setChecked(chip->objectName() == QStringLiteral("trip-") + qText(m_chosen));
}

} // namespace fern::app
