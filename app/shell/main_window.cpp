#include "app/shell/main_window.h"

#include "app/findings/findings_view.h"
#include "app/glass/glass_view.h"
#include "app/look/look.h"
#include "app/look/tokens.h"
#include "app/places/channels/channels_place.h"
#include "app/shell/rail.h"
#include "app/shell/top_bar.h"
#include "app/tick/tick_bar.h"
#include "base/number_text.h"
#include "io/files.h"
#include "run/firmware_run.h"

#include <QAction>
#include <QCloseEvent>
#include <QFileInfo>
#include <QLabel>
#include <QSplitter>

namespace fern::app {

MainWindow::MainWindow(Dialogs& dialogs, QWidget* parent)
    : QMainWindow(parent)
    , m_dialogs(dialogs)
{
    setWindowTitle(tr("Fern Tick"));
    setMinimumSize(1024, 700);
    resize(1280, 800);
    auto* central = new QWidget(this);
    auto* column = new QVBoxLayout(central);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    m_topBar = new TopBar(createActions(), central);
    column->addWidget(m_topBar);

    auto* middle = new QHBoxLayout;
    middle->setSpacing(0);
    auto* rail = new Rail(central);
    rail->addPlace(tr("Channels"), 2);
    middle->addWidget(rail);
    auto* splitter = new QSplitter(Qt::Horizontal, central);
    splitter->setHandleWidth(grid);
    splitter->setContentsMargins(grid, grid, grid, grid);
    m_channels = new ChannelsPlace(m_document, splitter);
    splitter->addWidget(m_channels);
    splitter->addWidget(createRightColumn());
    splitter->setStretchFactor(0, 1);
    splitter->setStretchFactor(1, 0);
    splitter->setSizes({868, 304});
    middle->addWidget(splitter, 1);
    column->addLayout(middle, 1);

    m_notice = new QLabel(central);
    m_notice->setObjectName(QStringLiteral("notice"));
    m_notice->setContentsMargins(2 * grid, grid - 2, 2 * grid, grid - 2);
    m_notice->setAutoFillBackground(true);
    auto palette = m_notice->palette();
    palette.setColor(QPalette::Window, tokens().card);
    palette.setColor(QPalette::WindowText, tokens().brick);
    m_notice->setPalette(palette);
    m_notice->setFont(wordFont(13, true));
    m_notice->hide();
    column->addWidget(m_notice);
    m_tickBar = new TickBar(central);
    column->addWidget(m_tickBar);
    setCentralWidget(central);
    connectParts();
    m_topBar->showDocument(m_document);
}

QList<QAction*> MainWindow::createActions()
{
    const auto add = [this](QAction* action, const char* name, const QKeySequence& keys) {
        action->setObjectName(QString::fromLatin1(name));
        action->setShortcut(keys);
        action->setToolTip(
            QStringLiteral("%1, %2").arg(action->text(), keys.toString(QKeySequence::NativeText)));
        addAction(action);
        return action;
    };
    auto* open = add(new QAction(tr("Open"), this), "actionOpen", QKeySequence::Open);
    auto* save = add(new QAction(tr("Save"), this), "actionSave", QKeySequence::Save);
    auto* saveAs = add(new QAction(tr("Save as"), this), "actionSaveAs",
        QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_S));
    auto* undo = add(new QAction(tr("Undo"), this), "actionUndo", QKeySequence::Undo);
    auto* redo = add(new QAction(tr("Redo"), this), "actionRedo",
        QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_Z));
    auto* quit =
        add(new QAction(tr("Quit"), this), "actionQuit", QKeySequence(Qt::CTRL | Qt::Key_Q));
    auto* foldGlass =
        add(new QAction(tr("Glass"), this), "actionFoldGlass", QKeySequence(Qt::Key_F6));
    auto* foldFindings =
        add(new QAction(tr("Findings"), this), "actionFoldFindings", QKeySequence(Qt::Key_F7));
    connect(open, &QAction::triggered, this, &MainWindow::chooseFile);
    connect(save, &QAction::triggered, this, [this] { this->save(); });
    connect(saveAs, &QAction::triggered, this, [this] { this->saveAs(); });
    connect(quit, &QAction::triggered, this, &QWidget::close);
    connect(foldGlass, &QAction::triggered, this,
        [this] { m_glassCard->setVisible(m_glassCard->isHidden()); });
    connect(foldFindings, &QAction::triggered, this,
        [this] { m_findings->setVisible(m_findings->isHidden()); });
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
    return {open, save, undo, redo};
}

QWidget* MainWindow::createRightColumn()
{
    auto* column = new QWidget(this);
    column->setMinimumWidth(300);
    column->setMaximumWidth(620);
    auto* layout = new QVBoxLayout(column);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(grid);
    m_glassCard = new Card(tr("Glass"), column);
    m_glass = new GlassView(m_glassCard);
    m_glassCard->body()->addWidget(m_glass);
    layout->addWidget(m_glassCard);
    m_findings = new FindingsView(column);
    layout->addWidget(m_findings, 1);
    layout->addStretch(0);
    return column;
}

void MainWindow::connectParts()
{
    connect(&m_document, &Document::opened, this, [this] {
        m_recordingName.clear();
        m_tickBar->setScenarios(m_document.instrument().scenarios, m_recordingName);
        startScenario({});
    });
    connect(&m_document, &Document::changed, this, [this] {
        m_notice->hide();
        m_topBar->showDocument(m_document);
        m_tickBar->setScenarios(m_document.instrument().scenarios, m_recordingName);
        m_runner.setInstrument(m_document.instrument());
    });
    connect(&m_document.undoStack(), &QUndoStack::cleanChanged, this,
        [this] { m_topBar->showDocument(m_document); });
    connect(&m_document, &Document::refused, this, &MainWindow::showNotice);
    connect(m_channels, &ChannelsPlace::refused, this, &MainWindow::showNotice);
    connect(m_topBar, &TopBar::channelChosen, &m_runner, &Runner::setChannel);
    connect(&m_runner, &Runner::viewChanged, this, &MainWindow::showView);
    connect(m_findings, &FindingsView::fixChosen, this, [this](const Fix& fix) {
        m_document.apply(QString::fromStdString(fix.label), fix.apply(m_document.instrument()));
    });
    connect(m_tickBar, &TickBar::runToggled, this, &MainWindow::toggleRun);
    connect(m_tickBar, &TickBar::tickPressed, &m_runner, &Runner::tick);
    connect(m_tickBar, &TickBar::paceChosen, &m_runner, &Runner::setPace);
    connect(m_tickBar, &TickBar::scenarioChosen, this, &MainWindow::startScenario);
    connect(m_tickBar, &TickBar::recordingWanted, this, [this] {
        const auto path =
            m_dialogs.fileToOpen(this, tr("Play a recording"), tr("Recordings (*.csv)"));
        if (path.isEmpty() || !playRecording(path))
            m_tickBar->setScenarios(m_document.instrument().scenarios, m_recordingName);
    });
}

bool MainWindow::open(const QString& path)
{
    const auto opened = m_document.open(path);
    if (!opened)
        m_dialogs.showError(
            this, tr("The file was not opened"), QString::fromStdString(describe(opened.error())));
    return opened.has_value();
}

bool MainWindow::playRecording(const QString& path)
{
    auto captures = io::loadRecording(path.toStdString());
    auto plain = resolve(m_document.instrument(), m_scenario.toStdString());
    auto recordings = !captures ? Result<Recordings>(captures.error())
        : !plain                ? Result<Recordings>(plain.error())
                                : recordingsFor(*plain, *std::move(captures));
    if (!recordings) {
        m_dialogs.showError(this, tr("The recording cannot be played"),
            QString::fromStdString(describe(recordings.error())));
        return false;
    }
    m_recordingName = QFileInfo(path).fileName();
    m_tickBar->setScenarios(m_document.instrument().scenarios, m_recordingName);
    m_runner.restart(m_scenario.toStdString(), *std::move(recordings));
    m_runner.tick();
    return true;
}

void MainWindow::startScenario(const QString& id)
{
    m_scenario = id;
    m_recordingName.clear();
    m_runner.pause();
    m_runner.restart(id.toStdString());
    m_runner.tick(); // so that the glass shows a first number
}

void MainWindow::chooseFile()
{
    if (!mayLeave())
        return;
    const auto path =
        m_dialogs.fileToOpen(this, tr("Open an instrument"), tr("Instruments (*.fern.json)"));
    if (!path.isEmpty())
        open(path);
}

bool MainWindow::save()
{
    if (m_document.path().isEmpty())
        return saveAs();
    const auto saved = m_document.save();
    if (!saved)
        m_dialogs.showError(
            this, tr("The file was not saved"), QString::fromStdString(describe(saved.error())));
    return saved.has_value();
}

bool MainWindow::saveAs()
{
    const auto path = m_dialogs.fileToSave(this, tr("Save the instrument"), m_document.path());
    if (path.isEmpty())
        return false;
    const auto saved = m_document.save(path);
    if (!saved)
        m_dialogs.showError(
            this, tr("The file was not saved"), QString::fromStdString(describe(saved.error())));
    return saved.has_value();
}

bool MainWindow::mayLeave()
{
    if (!m_document.isModified())
        return true;
    switch (m_dialogs.askAboutChanges(this, QString::fromStdString(m_document.instrument().name))) {
    case Dialogs::Answer::Save:
        return save();
    case Dialogs::Answer::Discard:
        return true;
    case Dialogs::Answer::Cancel:
        break;
    }
    return false;
}

void MainWindow::closeEvent(QCloseEvent* event)
{
    event->setAccepted(mayLeave());
}

void MainWindow::toggleRun()
{
    const auto& view = *m_runner.view();
    if (view.isRunning)
        return m_runner.pause();
    if (view.now >= view.end && view.now > Ticks{})
        m_runner.jumpTo({}); // at the end: from the start again
    m_runner.run();
}

void MainWindow::showView()
{
    const auto view = m_runner.view();
    m_channels->showView(view);
    m_tickBar->showView(*view);
    m_glass->showFrame(view->frame);
    m_findings->showFindings(view->findings);
    if (view->choice) {
        const auto& display = view->plain.displays[view->choice->display];
        m_glassCard->setSubtitle(
            tr("%1, %2×%3, every %4")
                .arg(QString::fromStdString(display.id))
                .arg(display.width)
                .arg(display.height)
                .arg(QString::fromStdString(durationText(inSeconds(display.redrawEvery)))));
    }
}

void MainWindow::showNotice(const QString& message)
{
    m_notice->setText(message);
    m_notice->show();
}

} // namespace fern::app
