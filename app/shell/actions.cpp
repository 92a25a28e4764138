// The window's actions: what they are called, their keys, and where they stand in the menu.

#include "app/shell/actions.h"

#include "app/help/help_window.h"
#include "app/look/look.h"
#include "app/shell/main_window.h"
#include "app/shell/right_column.h"

#include <QAction>
#include <QMenu>

namespace fern::app {

QAction* addWindowAction(
    QMenu& menu, const QString& text, const char* name, const QKeySequence& keys)
{
    auto* action = menu.addAction(text);
    action->setObjectName(QString::fromLatin1(name));
    action->setShortcut(keys);
    if (!keys.isEmpty())
        action->setToolTip(
            QStringLiteral("%1, %2").arg(text, keys.toString(QKeySequence::NativeText)));
    menu.window()->parentWidget()->addAction(action); // so that its keys work while it is closed
    return action;
}

/// Returns those that stand in the bar too.
QList<QAction*> MainWindow::createActions()
{
    auto inBar = createFileActions();
    inBar << createEditActions();
    m_menu->addMenu(m_channelMenu);
    createViewActions();
    return inBar;
}

QList<QAction*> MainWindow::createFileActions()
{
    auto* make = addWindowAction(*m_menu, tr("New instrument"), "actionNew", QKeySequence::New);
    auto* open = addWindowAction(*m_menu, tr("Open"), "actionOpen", QKeySequence::Open);
    auto* recent = m_menu->addMenu(tr("Open lately used"));
    recent->setObjectName(QStringLiteral("recentMenu"));
    auto* save = addWindowAction(*m_menu, tr("Save"), "actionSave", QKeySequence::Save);
    auto* saveAs =
        addWindowAction(*m_menu, tr("Save as"), "actionSaveAs", Qt::CTRL | Qt::SHIFT | Qt::Key_S);
    auto* play = addWindowAction(*m_menu, tr("Play a recording"), "actionPlay");
    m_menu->addSeparator();
    connect(make, &QAction::triggered, this, [this] {
        if (m_files.mayLeave())
            openDoor(false);
    });
    connect(open, &QAction::triggered, &m_files, &FileControl::choose);
    connect(recent, &QMenu::aboutToShow, this, [this, recent] { m_files.fillRecent(*recent); });
    connect(save, &QAction::triggered, &m_files, &FileControl::save);
    connect(saveAs, &QAction::triggered, &m_files, &FileControl::saveAs);
    connect(play, &QAction::triggered, this, [this] { m_play.play(PlayedRecording{}); });
    return {open, save};
}

QList<QAction*> MainWindow::createEditActions()
{
    auto* undo = addWindowAction(*m_menu, tr("Undo"), "actionUndo", QKeySequence::Undo);
    auto* redo =
        addWindowAction(*m_menu, tr("Redo"), "actionRedo", Qt::CTRL | Qt::SHIFT | Qt::Key_Z);
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
    return {undo, redo};
}

void MainWindow::createViewActions()
{
    const auto add = [this](const QString& text, const char* name, const QKeySequence& keys,
                         auto* receiver, auto act) {
        connect(addWindowAction(*m_menu, text, name, keys), &QAction::triggered, receiver, act);
    };
    add(tr("Go to"), "actionGoTo", Qt::CTRL | Qt::Key_K, this, &MainWindow::openGoTo);
    add(tr("Run and pause"), "actionRun", Qt::Key_F5, &m_play, &PlayControl::toggleRun);
    add(tr("One tick"), "actionTick", Qt::Key_F8, &m_runner, &Runner::tick);
    add(tr("Record"), "actionRecord", Qt::Key_F9, &m_recording, &RecordingControl::toggle);
    add(tr("Fold the glass"), "actionFoldGlass", Qt::Key_F6, m_right, &RightColumn::foldGlass);
    add(tr("Fold the findings"), "actionFoldFindings", Qt::Key_F7, m_right,
        &RightColumn::foldFindings);
    add(tr("Light or dark"), "actionLook", Qt::CTRL | Qt::Key_L, this, &MainWindow::toggleLook);
    m_menu->addSeparator();
    add(tr("Help"), "actionHelp", QKeySequence::HelpContents, this, &MainWindow::showHelp);
    add(tr("About Fern Tick"), "actionAbout", {}, this, &MainWindow::showAbout);
    add(tr("Quit"), "actionQuit", Qt::CTRL | Qt::Key_Q, this, &QWidget::close);
}

void MainWindow::toggleLook()
{
    const auto kind = lookKind() == LookKind::Light ? LookKind::Dark : LookKind::Light;
    useLook(kind);
    m_files.storage().setLook(kind);
}

void MainWindow::showHelp()
{
    if (m_help == nullptr)
        m_help = new HelpWindow(this);
    m_help->showSection(m_place == nullptr ? tr("Channels") : m_place->helpHeading());
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
