#include "app/places/bench/faults_row.h"

#include "app/look/chip.h"
#include "app/look/look.h"

#include <QComboBox>
#include <QHBoxLayout>

#include <array>

namespace fern::app {

namespace {

constexpr std::array<double, 4> damages{0, 0.01, 0.1, 0.5};

} // namespace

FaultsRow::FaultsRow(const QString& name, QWidget* parent)
    : QWidget(parent)
    , m_damage(new QComboBox(this))
    , m_silent(new Chip(tr("silent"), this))
    , m_unplugged(new Chip(tr("unplugged"), this))
{
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(grid);
    m_damage->setObjectName(name + QStringLiteral("Damage"));
    m_damage->setAccessibleName(tr("Share of damaged messages"));
    m_damage->addItems(
        {tr("none damaged"), tr("1 % damaged"), tr("10 % damaged"), tr("half damaged")});
    m_silent->setObjectName(name + QStringLiteral("Silent"));
    m_silent->setToolTip(tr("It hangs: the line is there, but nothing comes"));
    m_unplugged->setObjectName(name + QStringLiteral("Unplugged"));
    m_unplugged->setToolTip(tr("The line itself is gone until this is switched off again"));
    row->addWidget(m_damage);
    const auto tell = [this] { Q_EMIT chosen(faults()); };
    for (auto* chip : {m_silent, m_unplugged}) {
        row->addWidget(chip);
        connect(chip, &QAbstractButton::clicked, this, tell);
    }
    row->addStretch(1);
    connect(m_damage, &QComboBox::activated, this, tell);
}

io::StandInFaults FaultsRow::faults() const
{
    return {damages[static_cast<std::size_t>(m_damage->currentIndex())], m_silent->isChecked(),
        m_unplugged->isChecked()};
}

void FaultsRow::reset()
{
    m_damage->setCurrentIndex(0);
    m_silent->setChecked(false);
    m_unplugged->setChecked(false);
}

} // namespace fern::app
