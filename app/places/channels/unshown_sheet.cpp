#include "app/places/channels/unshown_sheet.h"

#include "app/look/card.h"
#include "app/look/text.h"
#include "app/look/tokens.h"
#include "plan/channel_page.h"

namespace fern::app {

UnshownSheet::UnshownSheet(Document& document, QWidget* parent)
    : QWidget(parent)
    , m_document(document)
    , m_words(wrappedLabel(this, "unshownWords"))
    , m_put(new QPushButton(tr("Put it on a page"), this))
    , m_entries(new EntrySheet(document, this))
{
    setObjectName(QStringLiteral("unshownSheet"));
    m_put->setObjectName(QStringLiteral("putOnPage"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    auto* card = new Card(tr("No page shows it"), this);
    card->body()->addWidget(m_words);
    card->body()->addWidget(m_put, 0, Qt::AlignLeft);
    card->body()->addWidget(m_entries, 1);
    column->addWidget(card, 1);
    connect(m_put, &QPushButton::clicked, this, [this] {
        m_document.apply(tr("A page for a channel"),
            withPageOf(m_document.instrument(), m_channel.toStdString()));
    });
}

void UnshownSheet::showView(const RunView& view)
{
    const auto& plain = view.plain();
    const bool hasChannel = view.channel < plain.channels.size();
    m_put->setVisible(hasChannel);
    m_entries->setVisible(hasChannel);
    m_channel = hasChannel ? qText(plain.channels[view.channel].id) : QString();
    if (!hasChannel)
        return m_words->setText(
            tr("This instrument has no channel yet. Add one with + channel, Ctrl+T."));
    m_words->setText(
        tr("%1 works beside the pages: what it changes and drives, and what happens to "
           "it in the scenario, stand below. On a page it has a stem with all its leaves.")
            .arg(qText(plain.channels[view.channel].name)));
    m_entries->showEntries({plain.scenario, m_channel.toStdString()}, view.revision);
}

} // namespace fern::app
