#include "app/shell/channel_menu.h"

#include "app/look/text.h"
#include "app/shell/actions.h"
#include "instrument/channel_edits.h"

#include <algorithm>

namespace fern::app {

ChannelMenu::ChannelMenu(Document& document, Dialogs& dialogs, QWidget* parent)
    : QMenu(tr("Channel"), parent)
    , m_document(document)
    , m_dialogs(dialogs)
{
    setObjectName(QStringLiteral("channelMenu"));
    const auto add = [this](const QString& text, const char* name, const QKeySequence& keys,
                         std::function<void()> act) {
        auto* action = addWindowAction(*this, text, name, keys);
        connect(action, &QAction::triggered, this, std::move(act));
        return action;
    };
    constexpr auto ctrl = Qt::CTRL;
    m_add = addWindowAction(*this, tr("+ channel"), "actionAddChannel", ctrl | Qt::Key_T);
    add(tr("Rename"), "actionRenameChannel", Qt::Key_F2, [this] { rename(); });
    add(tr("Duplicate"), "actionCopyChannel", ctrl | Qt::Key_D, [this] {
        m_document.apply(tr("Duplicate a channel"),
            withChannelCopied(m_document.instrument(), m_channel.toStdString()));
        step(1);
    });
    add(tr("Move to the left"), "actionMoveChannelLeft", ctrl | Qt::SHIFT | Qt::Key_PageUp,
        [this] { moveChannel(m_channel, -1); });
    add(tr("Move to the right"), "actionMoveChannelRight", ctrl | Qt::SHIFT | Qt::Key_PageDown,
        [this] { moveChannel(m_channel, 1); });
    add(tr("Delete"), "actionDeleteChannel", {}, [this] {
        m_document.apply(tr("Delete a channel"),
            withoutChannel(m_document.instrument(), m_channel.toStdString()));
    });
    add(tr("Go to the one on the left"), "actionPreviousChannel", ctrl | Qt::Key_PageUp,
        [this] { step(-1); });
    add(tr("Go to the one on the right"), "actionNextChannel", ctrl | Qt::Key_PageDown,
        [this] { step(1); });
    connect(&m_document, &Document::changed, this, &ChannelMenu::showDocument);
    showDocument();
}

void ChannelMenu::showDocument()
{
    const bool isOpen = m_document.isOpen();
    const bool hasChannel = isOpen && !m_document.instrument().channels.empty();
    for (auto* action : actions())
        action->setEnabled(action == m_add ? isOpen : hasChannel);
}

void ChannelMenu::choose(const QString& channel, const QString& reader)
{
    m_channel = channel;
    Q_EMIT chosen(channel, reader);
}

void ChannelMenu::keepChoice()
{
    const auto& channels = m_document.instrument().channels;
    if (findById(channels, m_channel.toStdString()) == nullptr)
        choose(channels.empty() ? QString() : qText(channels.front()->id));
}

void ChannelMenu::step(int by)
{
    const auto& channels = m_document.instrument().channels;
    const auto now = std::find_if(channels.begin(), channels.end(),
        [&](const auto& c) { return c->id == m_channel.toStdString(); });
    const auto index = (now - channels.begin()) + by;
    if (index >= 0 && index < static_cast<std::ptrdiff_t>(channels.size()))
        choose(qText(channels[static_cast<std::size_t>(index)]->id));
}

void ChannelMenu::moveChannel(const QString& channel, int by)
{
    m_document.apply(
        tr("Move a channel"), withChannelMoved(m_document.instrument(), channel.toStdString(), by));
}

void ChannelMenu::rename()
{
    const auto* channel = findById(m_document.instrument().channels, m_channel.toStdString());
    if (channel == nullptr)
        return;
    const auto name =
        m_dialogs.askText(this, tr("Rename the channel"), tr("Name"), qText(channel->name));
    if (name)
        m_document.apply(tr("Rename a channel"),
            withChannelRenamed(m_document.instrument(), channel->id, name->toStdString()));
}

} // namespace fern::app
