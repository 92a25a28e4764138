// The window's actions: what they are called, their keys, and where they stand in the menu.

#include "app/findings/findings_view.h"
#include "app/help/help_window.h"
#include "app/look/look.h"
#include "app/look/text.h"
#include "app/places/channels/channels_place.h"
#include "app/places/parts/parts_place.h"
#include "app/shell/main_window.h"
#include "app/shell/top_bar.h"
#include "instrument/channel_edits.h"

#include <QAction>
#include <QFileInfo>
#include <QMenu>

namespace fern::app {

QAction* MainWindow::addAction(
    QMenu* menu, const QString& text, const char* name, const QKeySequence& keys)
{
    auto* action = menu->addAction(text);
    action->setObjectName(QString::fromLatin1(name));
    action->setShortcut(keys);
    if (!keys.isEmpty())
        action->setToolTip(
            QStringLiteral("%1, %2").arg(text, keys.toString(QKeySequence::NativeText)));
    QMainWindow::addAction(action); // so that its keys work while the menu is closed
    return action;
}

void MainWindow::createFileActions()
{
    auto* make = addAction(m_menu, tr("New instrument"), "actionNew", QKeySequence::New);
    auto* open = addAction(m_menu, tr("Open"), "actionOpen", QKeySequence::Open);
    m_recentMenu = m_menu->addMenu(tr("Open lately used"));
    m_recentMenu->setObjectName(QStringLiteral("recentMenu"));
    auto* save = addAction(m_menu, tr("Save"), "actionSave", QKeySequence::Save);
    auto* saveAs = addAction(
        m_menu, tr("Save as"), "actionSaveAs", QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_S));
    auto* play = addAction(m_menu, tr("Play a recording"), "actionPlay");
    m_menu->addSeparator();
    connect(make, &QAction::triggered, this, [this] {
        if (mayLeave())
            openDoor(false);
    });
    connect(open, &QAction::triggered, this, &MainWindow::chooseFile);
    connect(m_recentMenu, &QMenu::aboutToShow, this, &MainWindow::fillRecentMenu);
    connect(save, &QAction::triggered, this, &MainWindow::save);
    connect(saveAs, &QAction::triggered, this, &MainWindow::saveAs);
    connect(play, &QAction::triggered, this, &MainWindow::chooseRecording);
    m_barActions << open << save;
}

void MainWindow::createEditActions()
{
    auto* undo = addAction(m_menu, tr("Undo"), "actionUndo", QKeySequence::Undo);
    auto* redo =
        addAction(m_menu, tr("Redo"), "actionRedo", QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_Z));
    m_menu->addSeparator();
    auto& stack = m_document.undoStack();
    connect(undo, &QAction::triggered, &stack, &QUndoStack::undo);
    connect(redo, &QAction::triggered, &stack, &QUndoStack::redo);
    const auto refresh = [&stack, undo, redo] {
        undo->setEnabled(stack.canUndo());
        redo->setEnabled(stack.canRedo());
        undo->setToolTip(
            stack.canUndo() ? tr("Undo: %1, Ctrl+Z").arg(stack.undoText()) : tr("Nothing to undo"));
        redo->setToolTip(stack.canRedo() ? tr("Redo: %1, Ctrl+Shift+Z").arg(stack.redoText())
                                         : tr("Nothing to redo"));
    };
    connect(&stack, &QUndoStack::indexChanged, this, refresh);
    refresh();
    m_barActions << undo << redo;
}

void MainWindow::createChannelActions()
{
    m_channelMenu = m_menu->addMenu(tr("Channel"));
    m_channelMenu->setObjectName(QStringLiteral("channelMenu"));
    m_addChannel = addAction(
        m_channelMenu, tr("+ channel"), "actionAddChannel", QKeySequence(Qt::CTRL | Qt::Key_T));
    auto* rename =
        addAction(m_channelMenu, tr("Rename"), "actionRenameChannel", QKeySequence(Qt::Key_F2));
    auto* copy = addAction(
        m_channelMenu, tr("Duplicate"), "actionCopyChannel", QKeySequence(Qt::CTRL | Qt::Key_D));
    auto* left = addAction(m_channelMenu, tr("Move to the left"), "actionMoveChannelLeft",
        QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_PageUp));
    auto* right = addAction(m_channelMenu, tr("Move to the right"), "actionMoveChannelRight",
        QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_PageDown));
    auto* remove = addAction(m_channelMenu, tr("Delete"), "actionDeleteChannel");
    auto* previous = addAction(m_channelMenu, tr("Go to the one on the left"),
        "actionPreviousChannel", QKeySequence(Qt::CTRL | Qt::Key_PageUp));
    auto* next = addAction(m_channelMenu, tr("Go to the one on the right"), "actionNextChannel",
        QKeySequence(Qt::CTRL | Qt::Key_PageDown));
    connect(m_addChannel, &QAction::triggered, this, [this] { openDoor(true); });
    connect(rename, &QAction::triggered, this, &MainWindow::renameChannel);
    connect(copy, &QAction::triggered, this, [this] {
        m_document.apply(tr("Duplicate a channel"),
            withChannelCopied(m_document.instrument(), m_channel.toStdString()));
        stepChannel(1);
    });
    const auto move = [this](int by) {
        m_document.apply(tr("Move a channel"),
            withChannelMoved(m_document.instrument(), m_channel.toStdString(), by));
    };
    connect(left, &QAction::triggered, this, [move] { move(-1); });
    connect(right, &QAction::triggered, this, [move] { move(1); });
    connect(remove, &QAction::triggered, this, [this] {
        m_document.apply(tr("Delete a channel"),
            withoutChannel(m_document.instrument(), m_channel.toStdString()));
    });
    connect(previous, &QAction::triggered, this, [this] { stepChannel(-1); });
    connect(next, &QAction::triggered, this, [this] { stepChannel(1); });
}

void MainWindow::renameChannel()
{
    const auto* channel = findById(m_document.instrument().channels, m_channel.toStdString());
    if (channel == nullptr)
        return;
    const auto name = m_dialogs.askText(
        this, tr("Rename the channel"), tr("Name"), QString::fromStdString(channel->name));
    if (name)
        m_document.apply(tr("Rename a channel"),
            withChannelRenamed(m_document.instrument(), channel->id, name->toStdString()));
}

void MainWindow::createViewActions()
{
    auto* run = addAction(m_menu, tr("Run and pause"), "actionRun", QKeySequence(Qt::Key_F5));
    auto* tick = addAction(m_menu, tr("One tick"), "actionTick", QKeySequence(Qt::Key_F8));
    auto* record = addAction(m_menu, tr("Record"), "actionRecord", QKeySequence(Qt::Key_F9));
    auto* foldGlass =
        addAction(m_menu, tr("Fold the glass"), "actionFoldGlass", QKeySequence(Qt::Key_F6));
    auto* foldFindings =
        addAction(m_menu, tr("Fold the findings"), "actionFoldFindings", QKeySequence(Qt::Key_F7));
    auto* look =
        addAction(m_menu, tr("Light or dark"), "actionLook", QKeySequence(Qt::CTRL | Qt::Key_L));
    m_menu->addSeparator();
    auto* help = addAction(m_menu, tr("Help"), "actionHelp", QKeySequence::HelpContents);
    auto* about = addAction(m_menu, tr("About Fern Tick"), "actionAbout");
    auto* quit = addAction(m_menu, tr("Quit"), "actionQuit", QKeySequence(Qt::CTRL | Qt::Key_Q));
    connect(run, &QAction::triggered, this, &MainWindow::toggleRun);
    connect(tick, &QAction::triggered, &m_runner, &Runner::tick);
    connect(record, &QAction::triggered, this, &MainWindow::toggleRecording);
    connect(foldGlass, &QAction::triggered, this,
        [this] { m_glassCard->setVisible(m_glassCard->isHidden()); });
    connect(foldFindings, &QAction::triggered, this,
        [this] { m_findings->setVisible(m_findings->isHidden()); });
    connect(look, &QAction::triggered, this, &MainWindow::toggleLook);
    connect(help, &QAction::triggered, this, &MainWindow::showHelp);
    connect(about, &QAction::triggered, this, &MainWindow::showAbout);
    connect(quit, &QAction::triggered, this, &QWidget::close);
}

void MainWindow::toggleLook()
{
    const auto kind = lookKind() == LookKind::Light ? LookKind::Dark : LookKind::Light;
    useLook(kind);
    m_storage.setLook(kind);
}

void MainWindow::showHelp()
{
    if (m_help == nullptr)
        m_help = new HelpWindow(this);
    if (!m_document.isOpen())
        return m_help->showSection(tr("Channels"));
    m_help->showSection(m_place == Place::Parts ? m_parts->openSheetTitle()
            : m_place == Place::Bench
            ? tr("Bench")
            : qText(nameOf(m_channels->openLeaf())));
}

void MainWindow::showAbout()
{
    m_dialogs.showAbout(this, tr("About Fern Tick"),
        tr("<b>Fern Tick %1</b><p>A bench companion for people who build small measuring "
           "instruments.<p>Free software under the GNU General Public License, version 3 or "
           "later. What you export from it is yours.<p>A home-made instrument is no legal, trade "
           "or medical one.")
            .arg(QStringLiteral(FERN_TICK_VERSION)));
}

} // namespace fern::app
