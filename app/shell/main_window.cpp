#include "app/shell/main_window.h"

#include "app/door/door_sheet.h"
#include "app/door/start_page.h"
#include "app/findings/findings_view.h"
#include "app/glass/glass_view.h"
#include "app/glass/hand_buttons.h"
#include "app/help/help_window.h"
#include "app/look/look.h"
#include "app/places/bench/bench_place.h"
#include "app/places/channels/channels_place.h"
#include "app/places/parts/parts_place.h"
#include "app/shell/notice_bar.h"
#include "app/shell/rail.h"
#include "app/shell/top_bar.h"
#include "app/tick/tick_bar.h"
#include "base/number_text.h"
#include "instrument/channel_edits.h"
#include "instrument/edits.h"
#include "io/files.h"
#include "judge/subject.h"
#include "run/firmware_run.h"

#include <QCloseEvent>
#include <QDateTime>
#include <QFileInfo>
#include <QMenu>
#include <QSplitter>
#include <QStackedWidget>

#include <algorithm>

namespace fern::app {

MainWindow::MainWindow(Dialogs& dialogs, Storage storage, QWidget* parent)
    : QMainWindow(parent)
    , m_dialogs(dialogs)
    , m_storage(std::move(storage))
    , m_guard(m_document,
          m_storage.folder().isEmpty() ? QString() : m_storage.folder() + QStringLiteral("/open"),
          this)
{
    setWindowTitle(tr("Fern Tick"));
    setMinimumSize(1024, 700);
    resize(1280, 800);
    setAcceptDrops(true);
    auto* central = new QWidget(this);
    auto* column = new QVBoxLayout(central);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    m_menu = new QMenu(tr("Menu"), this);
    m_menu->setObjectName(QStringLiteral("menu"));
    createFileActions();
    createEditActions();
    createChannelActions();
    createViewActions();
    m_topBar = new TopBar(m_barActions, m_menu, m_addChannel, m_channelMenu, central);
    column->addWidget(m_topBar);
    column->addWidget(createMiddle(), 1);
    m_notice = new NoticeBar(central);
    column->addWidget(m_notice);
    m_tickBar = new TickBar(central);
    column->addWidget(m_tickBar);
    setCentralWidget(central);
    connectDocument();
    connectParts();
    connectDoors();
    m_start->showRecent(m_storage.recentFiles());
    showDocument();
}

QWidget* MainWindow::createMiddle()
{
    auto* middle = new QWidget(this);
    auto* row = new QHBoxLayout(middle);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(0);
    m_rail = new Rail(middle);
    m_rail->addPlace(tr("Parts"), static_cast<int>(Place::Parts));
    m_rail->addPlace(tr("Channels"), static_cast<int>(Place::Channels));
    m_rail->addPlace(tr("Bench"), static_cast<int>(Place::Bench));
    m_rail->setCurrent(static_cast<int>(m_place));
    connect(m_rail, &Rail::placeChosen, this,
        [this](int number) { openPlace(static_cast<Place>(number)); });
    row->addWidget(m_rail);
    auto* splitter = new QSplitter(Qt::Horizontal, middle);
    splitter->setHandleWidth(grid);
    splitter->setContentsMargins(grid, grid, grid, grid);
    m_stack = new QStackedWidget(splitter);
    m_start = new StartPage(m_stack);
    m_channels = new ChannelsPlace(m_document, m_stack);
    m_stack->addWidget(m_start);
    m_stack->addWidget(m_channels);
    splitter->addWidget(m_stack);
    m_rightColumn = createRightColumn();
    splitter->addWidget(m_rightColumn);
    splitter->setStretchFactor(0, 1);
    splitter->setStretchFactor(1, 0);
    splitter->setSizes({868, 304});
    row->addWidget(splitter, 1);
    return middle;
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
    m_hand = new HandButtons(m_glassCard);
    m_glassCard->body()->addWidget(m_hand);
    connect(m_hand, &HandButtons::pressed, &m_runner, &Runner::press);
    connect(m_hand, &HandButtons::released, &m_runner, &Runner::release);
    layout->addWidget(m_glassCard);
    m_findings = new FindingsView(column);
    layout->addWidget(m_findings, 1);
    layout->addStretch(0);
    return column;
}

void MainWindow::connectDocument()
{
    connect(&m_document, &Document::opened, this, [this] {
        m_reader.clear();
        m_importing.stop(); // it was for the instrument that was open
        // Without a channel there is nothing to look at yet but the parts.
        openPlace(m_document.instrument().channels.empty() ? Place::Parts : Place::Channels);
        startScenario({});
    });
    connect(&m_document, &Document::changed, this, [this] {
        m_notice->clearMessage();
        const auto& instrument = m_document.instrument();
        showPlayChoices();
        m_runner.setInstrument(instrument);
        if (findById(instrument.channels, m_channel.toStdString()) == nullptr)
            chooseChannel(instrument.channels.empty()
                    ? QString()
                    : QString::fromStdString(instrument.channels.front()->id));
        showDocument();
    });
    connect(&m_document.undoStack(), &QUndoStack::cleanChanged, this, &MainWindow::showDocument);
    connect(&m_document, &Document::refused, m_notice, &NoticeBar::showMessage);
    connect(&m_guard, &FileGuard::changedOnDisk, this, &MainWindow::tellAboutDisk);
}

void MainWindow::connectParts()
{
    connect(m_channels, &ChannelsPlace::refused, m_notice, &NoticeBar::showMessage);
    connect(m_channels, &ChannelsPlace::sourceMenuWanted, this, &MainWindow::offerSources);
    connect(m_channels, &ChannelsPlace::meterMenuWanted, this, &MainWindow::offerMeters);
    connect(m_channels, &ChannelsPlace::readerChosen, this,
        [this](const QString& reader) { chooseChannel(m_channel, reader); });
    connect(m_topBar, &TopBar::channelChosen, this, [this](const QString& id) {
        openPlace(Place::Channels);
        chooseChannel(id);
    });
    connect(m_topBar, &TopBar::channelMoved, this, [this](const QString& id, int by) {
        m_document.apply(
            tr("Move a channel"), withChannelMoved(m_document.instrument(), id.toStdString(), by));
    });
    connect(&m_runner, &Runner::viewChanged, this, &MainWindow::showView);
    connect(m_findings, &FindingsView::fixChosen, this, [this](const Fix& fix) {
        m_document.apply(QString::fromStdString(fix.label), fix.apply(m_document.instrument()));
    });
    connect(m_findings, &FindingsView::placeWanted, this, &MainWindow::goTo);
    connect(m_findings, &FindingsView::liveWithWanted, this, &MainWindow::liveWith);
    connect(m_findings, &FindingsView::judgeAgainWanted, this, [this](const QString& decision) {
        m_document.apply(
            tr("Judge again"), withoutDecision(m_document.instrument(), decision.toStdString()));
    });
    connect(m_tickBar, &TickBar::runToggled, this, &MainWindow::toggleRun);
    connect(m_tickBar, &TickBar::tickPressed, &m_runner, &Runner::tick);
    connect(m_tickBar, &TickBar::paceChosen, &m_runner, &Runner::setPace);
    connect(m_tickBar, &TickBar::recordToggled, this, &MainWindow::toggleRecording);
    for (auto* job : {&m_reading, &m_importing}) {
        connect(job, &BackgroundJob::progressed, this,
            [this, job](double share) { showJob(*job, share); });
        connect(job, &BackgroundJob::ended, m_notice, &NoticeBar::endProgress);
    }
    connect(m_tickBar, &TickBar::playChosen, this, &MainWindow::play);
}

void MainWindow::connectDoors()
{
    connect(m_start, &StartPage::newWanted, this, [this] { openDoor(false); });
    connect(m_start, &StartPage::openWanted, this, &MainWindow::chooseFile);
    connect(m_start, &StartPage::fileWanted, this, &MainWindow::open);
}

QWidget* MainWindow::placeWidget()
{
    switch (m_place) {
    case Place::Parts:
        return m_parts;
    case Place::Bench:
        return m_bench;
    case Place::Channels:
        break;
    }
    return m_channels;
}

void MainWindow::openPlace(Place place)
{
    if (!m_document.isOpen())
        return m_rail->setCurrent(static_cast<int>(m_place));
    m_place = place;
    if (place == Place::Parts && m_parts == nullptr) {
        m_parts = new PartsPlace(m_document, m_dialogs, m_stack);
        m_stack->addWidget(m_parts);
        connect(m_parts, &PartsPlace::refused, m_notice, &NoticeBar::showMessage);
        connect(m_parts, &PartsPlace::channelWanted, this, [this](const QString& id) {
            openPlace(Place::Channels);
            chooseChannel(id);
            m_channels->setOpenLeaf(Leaf::Sensor);
        });
    }
    if (place == Place::Bench && m_bench == nullptr) {
        m_bench = new BenchPlace(m_document, m_library, m_dialogs, m_stack);
        m_stack->addWidget(m_bench);
        connect(m_bench, &BenchPlace::chosen, this, &MainWindow::play);
        connect(m_bench, &BenchPlace::importPlanned, this, &MainWindow::importAs);
        connect(&m_bench->captures(), &CapturePage::playWanted, this, &MainWindow::playCapture);
        connect(&m_bench->captures(), &CapturePage::importWanted, this, &MainWindow::chooseLog);
        connect(&m_bench->captures(), &CapturePage::refused, m_notice, &NoticeBar::showMessage);
        connect(&m_bench->live(), &LivePage::faultsChosen, this,
            [this](const io::StandInFaults& faults) {
                if (m_setFaults)
                    m_setFaults(faults);
            });
        showPlayChoices();
    }
    showInPlace();
    m_rail->setCurrent(static_cast<int>(place));
    m_stack->setCurrentWidget(placeWidget());
    m_runner.setPartsShown(place == Place::Parts);
}

void MainWindow::openCaptures()
{
    openPlace(Place::Bench);
    m_bench->openPage(BenchPlace::Page::Captures);
}

void MainWindow::openParts(const QString& sheet)
{
    openPlace(Place::Parts);
    m_parts->openSheet(sheet);
}

void MainWindow::openDoor(bool forChannel)
{
    if (m_door == nullptr) {
        m_door = new DoorSheet(m_stack);
        m_stack->addWidget(m_door);
        connect(m_door, &DoorSheet::refused, m_notice, &NoticeBar::showMessage);
        connect(m_door, &DoorSheet::cancelled, this, &MainWindow::showDocument);
        connect(m_door, &DoorSheet::instrumentMade, this, [this](const Instrument& instrument) {
            m_guard.dropCopy();
            m_document.start(instrument);
            m_guard.adopt();
        });
        connect(m_door, &DoorSheet::channelMade, this,
            [this](const QString& name, const Instrument& instrument) {
                m_document.apply(name, instrument);
                openPlace(Place::Channels);
                chooseChannel(QString::fromStdString(instrument.channels.back()->id));
                if (m_runner.view()->now == Ticks{})
                    m_runner.tick(); // so that the glass shows a first number
            });
    }
    if (forChannel)
        m_door->askForChannel(m_document.instrument());
    else
        m_door->askForInstrument();
    m_stack->setCurrentWidget(m_door);
}

void MainWindow::showDocument()
{
    m_topBar->showDocument(m_document, m_channel);
    m_hand->showInstrument(m_document.instrument());
    const bool isOpen = m_document.isOpen();
    if (m_door == nullptr || m_stack->currentWidget() != m_door || sender() == m_door)
        m_stack->setCurrentWidget(isOpen ? placeWidget() : m_start);
    m_rightColumn->setVisible(isOpen);
    m_tickBar->setEnabled(isOpen);
    m_addChannel->setEnabled(isOpen);
    const bool hasChannel = isOpen && !m_document.instrument().channels.empty();
    for (auto* action : m_channelMenu->actions())
        action->setEnabled(action == m_addChannel ? isOpen : hasChannel);
}

void MainWindow::showView()
{
    const auto view = m_runner.view();
    showInPlace();
    m_tickBar->showView(*view);
    showRecording(view->recording);
    m_glass->showFrame(view->frame);
    m_hand->setEnabled(view->live == nullptr); // a real instrument has its own
    showFindings(*view);
    if (!view->choice)
        return m_glassCard->setSubtitle({});
    const auto& display = view->plain.displays[view->choice->display];
    auto words = tr("%1, every %2")
                     .arg(QString::fromStdString(display.id),
                         QString::fromStdString(durationText(inSeconds(display.redrawEvery))));
    if (display.pages.size() > 1)
        words += tr(", page %1 of %2").arg(view->choice->page + 1).arg(display.pages.size());
    m_glassCard->setSubtitle(words);
}

/// Shows the view in the open place; the others show theirs when they are opened.
void MainWindow::showInPlace()
{
    const auto view = m_runner.view();
    switch (m_place) {
    case Place::Parts:
        return m_parts->showView(*view);
    case Place::Bench:
        return m_bench->showView(*view);
    case Place::Channels:
        return m_channels->showView(view);
    }
}

/// While it runs, what the readings give away is renewed only when something comes or goes: its
/// numbers change with every frame.
void MainWindow::showFindings(const RunView& view)
{
    const auto& found = view.signalFindings;
    const bool isSame = std::equal(found.begin(), found.end(), m_signalFindings.begin(),
        m_signalFindings.end(), [](const Finding& a, const Finding& b) {
            return a.rule == b.rule && a.place == b.place
                && a.livedWith.has_value() == b.livedWith.has_value();
        });
    if (!isSame || !view.isRunning)
        m_signalFindings = found;
    auto all = view.fixed->findings;
    all.insert(all.end(), m_signalFindings.begin(), m_signalFindings.end());
    sortFindings(all);
    m_findings->showFindings(m_document.instrument(), all, m_channel.toStdString());
}

void MainWindow::chooseChannel(const QString& id, const QString& reader)
{
    m_channel = id;
    m_reader = reader;
    m_runner.setChannel(id.toStdString(), reader.toStdString());
    m_topBar->showDocument(m_document, m_channel);
}

void MainWindow::stepChannel(int by)
{
    const auto& channels = m_document.instrument().channels;
    const auto now = std::find_if(channels.begin(), channels.end(),
        [&](const auto& c) { return c->id == m_channel.toStdString(); });
    const auto index = (now - channels.begin()) + by;
    if (index >= 0 && index < static_cast<std::ptrdiff_t>(channels.size()))
        chooseChannel(QString::fromStdString(channels[static_cast<std::size_t>(index)]->id));
}

void MainWindow::goTo(const QString& place)
{
    if (place.startsWith(QStringLiteral("/parts"))) {
        openPlace(Place::Parts);
        m_parts->openPlace(place);
        return;
    }
    const auto subject = subjectOf(m_document.instrument(), place.toStdString());
    const auto& concerned = subject.channels;
    if (!concerned.empty()
        && std::find(concerned.begin(), concerned.end(), m_channel.toStdString())
            == concerned.end())
        chooseChannel(QString::fromStdString(concerned.front()));
    openPlace(Place::Channels);
    m_channels->setOpenLeaf(subject.leaf);
}

void MainWindow::liveWith(const Finding& finding)
{
    const auto reason = m_dialogs.askText(this, tr("Live with it"),
        tr("%1.\nWhy is that good enough?").arg(QString::fromStdString(finding.title)), {});
    if (reason)
        m_document.apply(tr("Live with: %1").arg(QString::fromStdString(finding.title)),
            withDecision(m_document.instrument(), finding.rule, finding.place,
                reason->toStdString(),
                QDateTime::currentDateTimeUtc().date().toString(Qt::ISODate).toStdString()));
}

} // namespace fern::app
