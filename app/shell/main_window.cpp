#include "app/shell/main_window.h"

#include "app/door/door_sheet.h"
#include "app/door/start_page.h"
#include "app/help/help_window.h"
#include "app/look/look.h"
#include "app/look/text.h"
#include "app/places/bench/bench_place.h"
#include "app/places/channels/channels_place.h"
#include "app/places/parts/parts_place.h"
#include "app/places/screens/screens_place.h"
#include "app/places/timing/timing_place.h"
#include "app/shell/places.h"
#include "app/shell/rail.h"
#include "app/shell/right_column.h"
#include "app/shell/top_bar.h"
#include "app/tick/tick_bar.h"
#include "io/recordings.h"
#include "judge/subject.h"

#include <QCloseEvent>
#include <QMimeData>
#include <QSplitter>
#include <QStackedWidget>

#include <algorithm>
#include <array>

namespace fern::app {

namespace {

const QString channels = QString::fromLatin1(ChannelsPlace::name);
const QString parts = QString::fromLatin1(PartsPlace::name);
const QString screens = QString::fromLatin1(ScreensPlace::name);
const QString timing = QString::fromLatin1(TimingPlace::name);
const QString bench = QString::fromLatin1(BenchPlace::name);

QString droppedFile(const QMimeData* data)
{
    if (!data->hasUrls() || data->urls().size() != 1)
        return {};
    const auto path = data->urls().front().toLocalFile();
    constexpr std::array<const char*, 6> endings{".json", ".csv", ".tsv", ".txt", ".log", ".nmea"};
    const bool isOurs = std::any_of(endings.begin(), endings.end(),
        [&](const char* ending) { return path.endsWith(QLatin1String(ending)); });
    return isOurs ? path : QString();
}

} // namespace

MainWindow::MainWindow(Dialogs& dialogs, Storage storage, QWidget* parent)
    : QMainWindow(parent)
    , m_dialogs(dialogs)
    , m_notice(new NoticeBar(this))
    , m_files(m_document, dialogs, std::move(storage), *m_notice, this)
    , m_play(m_document, m_library, dialogs, m_runner, *m_notice, this)
    , m_recording(m_document, m_library, m_runner, m_play, *m_notice, this)
    , m_house{m_document, m_library, dialogs, m_runner, m_play, *m_notice}
    , m_menu(new QMenu(tr("Menu"), this))
    , m_goTo(new GoTo(this))
    , m_channelMenu(new ChannelMenu(m_document, dialogs, this))
    , m_rail(new Rail(this))
    , m_stack(new QStackedWidget(this))
    , m_start(new StartPage(m_stack))
    , m_places(places().size())
    , m_right(new RightColumn(m_house, this))
    , m_tickBar(new TickBar(this))
{
    setWindowTitle(tr("Fern Tick"));
    setMinimumSize(1024, 700);
    resize(1280, 800);
    setAcceptDrops(true);
    m_menu->setObjectName(QStringLiteral("menu"));
    m_topBar = new TopBar(createActions(), m_menu, m_channelMenu, this);
    auto* central = new QWidget(this);
    auto* column = new QVBoxLayout(central);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(m_topBar);
    column->addWidget(createMiddle(), 1);
    column->addWidget(m_notice);
    column->addWidget(m_tickBar);
    setCentralWidget(central);
    connectDocument();
    connectBars();
    m_start->showRecent(m_files.storage().recentFiles());
    m_rail->setCurrent(channels);
    showDocument();
}

QWidget* MainWindow::createMiddle()
{
    auto* middle = new QWidget(this);
    auto* row = new QHBoxLayout(middle);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(0);
    row->addWidget(m_rail);
    auto* splitter = new QSplitter(Qt::Horizontal, middle);
    splitter->setHandleWidth(grid);
    splitter->setContentsMargins(grid, grid, grid, grid);
    m_stack->addWidget(m_start);
    splitter->addWidget(m_stack);
    splitter->addWidget(m_right);
    splitter->setStretchFactor(0, 1);
    splitter->setStretchFactor(1, 0);
    splitter->setSizes({868, 304});
    row->addWidget(splitter, 1);
    return middle;
}

void MainWindow::connectDocument()
{
    connect(&m_document, &Document::changed, this, [this] {
        m_notice->clearPassing();
        m_runner.setInstrument(m_document.instrument());
        m_channelMenu->keepChoice();
        showDocument();
    });
    connect(&m_document, &Document::opened, this, [this] {
        m_channelMenu->choose(m_channelMenu->channel());
        // Without a channel there is nothing to look at yet but the parts.
        goTo({m_document.instrument().channels.empty() ? parts : channels});
    });
    connect(&m_document.undoStack(), &QUndoStack::cleanChanged, this, &MainWindow::showDocument);
    connect(&m_document, &Document::refused, m_notice, &NoticeBar::refuse);
    connect(&m_runner, &Runner::viewChanged, this, &MainWindow::showView);
    connect(m_channelMenu, &ChannelMenu::chosen, this,
        [this](const QString& channel, const QString& reader) {
            m_runner.setChannel(channel.toStdString(), reader.toStdString());
            m_topBar->showDocument(m_document, channel);
        });
}

void MainWindow::connectBars()
{
    connect(m_rail, &Rail::placeChosen, this, [this](const QString& name) { goTo({name}); });
    connect(m_topBar, &TopBar::channelChosen, this, [this](const QString& id) {
        goTo({channels, id});
    });
    connect(m_topBar, &TopBar::channelListWanted, this, [this](const QPoint& at) {
        m_goTo->open(
            [this] { return channelTargets(m_document.instrument(), *m_runner.view(), ways()); },
            mapFromGlobal(at));
    });
    connect(m_channelMenu->addChannel(), &QAction::triggered, this, [this] { openDoor(true); });
    connect(m_right, &RightColumn::pointerWanted, this, &MainWindow::goToPointer);
    connect(m_tickBar, &TickBar::runToggled, &m_play, &PlayControl::toggleRun);
    connect(m_tickBar, &TickBar::tickPressed, &m_runner, &Runner::tick);
    connect(m_tickBar, &TickBar::paceChosen, &m_runner, &Runner::setPace);
    connect(m_tickBar, &TickBar::recordToggled, &m_recording, &RecordingControl::toggle);
    connect(m_tickBar, &TickBar::playChosen, &m_play, &PlayControl::choose);
    connect(m_tickBar, &TickBar::instantChosen, this, [this](double secondsAgo) {
        if (m_runner.view()->isRunning) // what is looked at stays
            m_play.toggleRun();
        goTo({.place = timing, .page = QString::number(secondsAgo)});
    });
    connect(&m_play, &PlayControl::changed, this,
        [this] { m_tickBar->setChoices(m_play.choices(), m_play.current()); });
    connect(&m_play, &PlayControl::listened, this,
        [this] { goTo({.place = bench, .page = QStringLiteral("Live")}); });
    connect(&m_recording, &RecordingControl::fileWanted, &m_files, &FileControl::saveAs);
    connect(&m_recording, &RecordingControl::captureWanted, this, [this](const QString& id) {
        goTo({.place = bench, .page = QStringLiteral("Captures/") + id});
    });
    connect(m_start, &StartPage::newWanted, this, [this] { openDoor(false); });
    connect(m_start, &StartPage::openWanted, &m_files, &FileControl::choose);
    connect(m_start, &StartPage::fileWanted, &m_files, &FileControl::open);
    connect(m_start, &StartPage::exampleWanted, &m_files, &FileControl::start);
}

Place* MainWindow::placeNamed(const QString& name)
{
    const auto table = places();
    const auto found = std::find_if(table.begin(), table.end(),
        [&](const PlaceTraits& place) { return name == QLatin1String(place.name); });
    auto*& place = m_places[static_cast<std::size_t>(found - table.begin())];
    if (place == nullptr) {
        place = found->make(m_house, m_stack);
        m_stack->addWidget(place);
        connect(place, &Place::wanted, this, &MainWindow::goTo);
    }
    return place;
}

void MainWindow::goTo(const Destination& there)
{
    if (!m_document.isOpen())
        return m_rail->setCurrent(channels);
    m_place = placeNamed(there.place);
    m_rail->setCurrent(there.place);
    m_stack->setCurrentWidget(m_place);
    m_runner.setPartsShown(m_place->showsParts());
    if (!there.channel.isEmpty())
        m_channelMenu->choose(there.channel, there.reader);
    m_place->showView(m_runner.view());
    m_place->turnTo(there);
}

Ways MainWindow::ways()
{
    return {[this](const Destination& there) { goTo(there); },
        [this](const QString& pointer) { goToPointer(pointer); }};
}

void MainWindow::openGoTo()
{
    m_goTo->open([this] { return allTargets(m_house, m_channelMenu->channel(), *m_menu, ways()); },
        QPoint(width() / 3, m_topBar->height() + grid));
}

void MainWindow::goToPointer(const QString& pointer)
{
    if (pointer.startsWith(QStringLiteral("/parts")))
        return goTo({.place = parts, .pointer = pointer});
    if (pointer.startsWith(QStringLiteral("/pages")))
        return goTo({.place = screens, .pointer = pointer});
    if (pointer.startsWith(QStringLiteral("/timing")))
        return goTo({.place = timing, .pointer = pointer});
    const auto subject = subjectOf(m_document.instrument(), pointer.toStdString());
    const auto& concerned = subject.channels;
    const bool isHere = concerned.empty()
        || std::find(concerned.begin(), concerned.end(), m_channelMenu->channel().toStdString())
            != concerned.end();
    goTo({.place = channels,
        .channel = isHere ? QString() : qText(concerned.front()),
        .leaf = subject.leaf});
}

bool MainWindow::isBusy() const
{
    const auto* place = findChild<BenchPlace*>();
    return m_play.isReading() || (place != nullptr && place->isImporting())
        || (m_door != nullptr && m_door->isLooking());
}

void MainWindow::makeDoor()
{
    m_door = new DoorSheet(m_document, m_stack);
    m_stack->addWidget(m_door);
    connect(m_door, &DoorSheet::refused, m_notice, &NoticeBar::refuse);
    connect(m_door, &DoorSheet::cancelled, this, &MainWindow::showDocument);
    connect(m_door, &DoorSheet::partsWanted, this,
        [this] { goTo({.place = parts, .page = QStringLiteral("Compare")}); });
    connect(m_door, &DoorSheet::instrumentMade, &m_files, &FileControl::start);
    connect(m_door, &DoorSheet::channelMade, this,
        [this](const QString& name, const Instrument& instrument) {
            m_document.apply(name, instrument);
            goTo({channels, qText(instrument.channels.back()->id)});
            if (m_runner.view()->now == Ticks{})
                m_runner.tick(); // so that the glass shows a first number
        });
}

void MainWindow::openDoor(bool forChannel)
{
    if (m_door == nullptr)
        makeDoor();
    if (forChannel)
        m_door->askForChannel();
    else
        m_door->askForInstrument();
    m_stack->setCurrentWidget(m_door);
}

void MainWindow::showDocument()
{
    m_topBar->showDocument(m_document, m_channelMenu->channel());
    const bool isOpen = m_document.isOpen();
    if (m_door == nullptr || m_stack->currentWidget() != m_door || sender() == m_door) {
        m_stack->setCurrentWidget(m_place != nullptr ? static_cast<QWidget*>(m_place) : m_start);
        if (m_place == nullptr)
            m_start->setFocus();
    }
    m_right->setVisible(isOpen);
    m_tickBar->setEnabled(isOpen);
}

void MainWindow::showView()
{
    const auto view = m_runner.view();
    if (m_place != nullptr)
        m_place->showView(view); // the others show theirs when they are opened
    m_tickBar->showView(*view);
    m_right->showView(*view, m_channelMenu->channel());
    m_goTo->refresh();
}

void MainWindow::importLog(const QString& path)
{
    goTo({.place = bench});
    static_cast<BenchPlace*>(m_place)->importLog(path);
}

void MainWindow::closeEvent(QCloseEvent* event)
{
    const bool leaves = m_files.mayLeave();
    event->setAccepted(leaves);
    if (leaves)
        m_files.leave();
}

void MainWindow::dragEnterEvent(QDragEnterEvent* event)
{
    if (!droppedFile(event->mimeData()).isEmpty())
        event->acceptProposedAction();
}

void MainWindow::dropEvent(QDropEvent* event)
{
    const auto path = droppedFile(event->mimeData());
    if (path.isEmpty())
        return;
    event->acceptProposedAction();
    if (path.endsWith(QStringLiteral(".json"))) {
        if (m_files.mayLeave())
            m_files.open(path);
    } else if (!m_document.isOpen()) {
        m_notice->refuse(tr("Open an instrument first; then a recording can be played."));
    } else if (const auto look = io::lookAtLogFile(path.toStdString());
               look && !look->isSentences && look->columns.front().name == "t_s") {
        m_play.play(PlayedRecording{path});
    } else {
        importLog(path);
    }
}

} // namespace fern::app
