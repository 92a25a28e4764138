#include "app/places/bench/devices_page.h"

#include "app/look/card.h"
#include "app/look/look.h"
#include "app/look/text.h"

#include <QHBoxLayout>
#include <QShortcut>
#include <QVBoxLayout>

namespace fern::app {

DevicesPage::DevicesPage(Document& document, QWidget* parent)
    : QWidget(parent)
    , m_document(document)
{
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    auto* card = new Card(tr("Devices"), this);
    card->setSubtitle(tr("what speaks to the board in bytes, each with all the channels that it "
                         "tells"));
    column->addWidget(card, 1);
    m_table = new TextTableView(card);
    m_table->setObjectName(QStringLiteral("deviceTable"));
    m_table->setAccessibleName(tr("Devices"));
    m_none = softLabel(tr("Nothing speaks to the board yet. A receiver, a radio, a scanner, a "
                          "remote control or another computer comes with its first channel: add "
                          "one with + channel."),
        card);
    m_none->setObjectName(QStringLiteral("noDevice"));
    m_none->setWordWrap(true);
    m_open = new QPushButton(tr("Its channel and faults"), card);
    m_open->setObjectName(QStringLiteral("openDevice"));
    m_open->setToolTip(tr("Opens the Sensor leaf of the first channel that it tells"));
    auto* foot = new QHBoxLayout;
    foot->addWidget(m_open);
    foot->addStretch(1);
    card->body()->addWidget(m_none);
    card->body()->addWidget(m_table, 1);
    card->body()->addLayout(foot);
    card->body()->addStretch(0);
    connect(m_open, &QPushButton::clicked, this, &DevicesPage::open);
    connect(m_table, &QTableWidget::cellDoubleClicked, this, &DevicesPage::open);
    auto* enter = new QShortcut(Qt::Key_Return, m_table);
    enter->setContext(Qt::WidgetShortcut);
    connect(enter, &QShortcut::activated, this, &DevicesPage::open);
}

void DevicesPage::showView(const RunView& view)
{
    const bool hasAny = !view.devices.rows.empty();
    m_none->setVisible(!hasAny);
    m_table->setVisible(hasAny);
    m_open->setVisible(hasAny);
    m_table->showTable(view.devices, 5);
    if (hasAny && m_table->currentRow() < 0)
        m_table->setCurrentCell(0, 0);
}

void DevicesPage::open()
{
    const auto& in = m_document.instrument();
    const auto row = static_cast<std::size_t>(std::max(0, m_table->currentRow()));
    if (row >= in.devices.size())
        return;
    const auto channels = channelsOf(in, in.devices[row]->id);
    if (!channels.empty())
        Q_EMIT channelWanted(qText(channels.front()->id));
}

} // namespace fern::app
