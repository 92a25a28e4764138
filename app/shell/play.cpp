// What drives the instrument of the window: scenarios, recordings, stand-ins, ports.

#include "app/dialogs/dialogs.h"
#include "app/look/text.h"
#include "app/places/bench/bench_place.h"
#include "app/places/channels/calibration_page.h"
#include "app/places/channels/channels_place.h"
#include "app/shell/main_window.h"
#include "app/shell/notice_bar.h"
#include "app/tick/tick_bar.h"
#include "io/computer.h"
#include "io/feed_server.h"
#include "io/http_feed.h"
#include "io/recordings.h"
#include "io/serial_port.h"
#include "io/stand_in_link.h"

#include <QDateTime>
#include <QFile>
#include <QFileInfo>
#include <QMenu>

#include <algorithm>
#include <cmath>
#include <utility>

namespace fern::app {

namespace {

const QString scenarioKey = QStringLiteral("scenario ");
const QString standInKey = QStringLiteral("stand-in ");
const QString thisComputerKey = QStringLiteral("this computer");
const QString captureKey = QStringLiteral("capture ");
const QString recordingKey = QStringLiteral("recording");
const QString portKey = QStringLiteral("port");
const QString feedKey = QStringLiteral("feed");
const QString feedStandInKey = QStringLiteral("stand-in feed");

std::string utcNow()
{
    return QDateTime::currentDateTimeUtc().toString(Qt::ISODate).toStdString();
}

} // namespace

QList<PlayChoice> MainWindow::playChoices() const
{
    const auto& instrument = m_document.instrument();
    QList<PlayChoice> choices;
    for (const auto& scenario : instrument.scenarios)
        choices << PlayChoice{
            tr("scenario: %1").arg(qText(scenario->name)), scenarioKey + qText(scenario->id)};
    for (const auto& capture : instrument.captures)
        choices << PlayChoice{
            tr("capture: %1").arg(qText(capture->name)), captureKey + qText(capture->id)};
    choices << PlayChoice{m_recordingName.isEmpty() ? tr("play a recording…")
                                                    : tr("recording: %1").arg(m_recordingName),
        recordingKey};
    for (const auto kind : standInsFor(instrument)) {
        if (!isReadable(kind))
            continue;
        const auto word = qText(standInWords[static_cast<std::size_t>(kind)]);
        choices << PlayChoice{tr("stand-in: %1").arg(word), standInKey + word};
    }
    if (!channelsFor(instrument, StandInKind::Computer).empty())
        choices << PlayChoice{tr("this computer: its real health"), thisComputerKey};
    if (!instrument.channels.empty())
        choices << PlayChoice{tr("stand-in: feed over HTTP"), feedStandInKey};
    choices << PlayChoice{
        m_port.isEmpty() ? tr("listen to a port…") : tr("port: %1").arg(m_port), portKey};
    choices << PlayChoice{
        m_feed.isEmpty() ? tr("read a feed…") : tr("feed: %1").arg(m_feed), feedKey};
    return choices;
}

void MainWindow::showPlayChoices()
{
    const auto choices = playChoices();
    m_tickBar->setChoices(choices, m_playing);
    if (m_bench != nullptr)
        m_bench->setChoices(choices, m_playing);
}

void MainWindow::offerSources(const QPoint& at)
{
    auto* menu = new QMenu(this);
    menu->setObjectName(QStringLiteral("sourcesMenu"));
    menu->setAttribute(Qt::WA_DeleteOnClose);
    for (const auto& choice : playChoices()) {
        auto* action = menu->addAction(choice.words);
        action->setCheckable(true);
        action->setChecked(choice.key == m_playing);
        connect(action, &QAction::triggered, this, [this, choice] { play(choice.key); });
    }
    menu->popup(at);
}

void MainWindow::offerMeters(const QPoint& at)
{
    auto* menu = new QMenu(this);
    menu->setObjectName(QStringLiteral("metersMenu"));
    menu->setAttribute(Qt::WA_DeleteOnClose);
    connect(menu->addAction(tr("Typed by hand")), &QAction::triggered, this,
        [this] { m_channels->calibration()->typeReference(); });
    connect(menu->addAction(tr("Stand-in: a meter beside it")), &QAction::triggered, this,
        &MainWindow::useMeterStandIn);
    connect(menu->addAction(tr("A meter on a port…")), &QAction::triggered, this,
        &MainWindow::chooseMeterPort);
    menu->popup(at);
}

/// The truth of the simulation, or a stand-in of a meter that began together with the board's.
void MainWindow::useMeterStandIn()
{
    if (!isListening())
        return m_channels->calibration()->useWorldAsMeter();
    if (!m_playing.startsWith(standInKey))
        return m_notice->showMessage(
            tr("A real board has no stand-in of a meter beside it: type, or use one on a port."));
    if (auto standIn = standInOf(StandInKind::Meter, m_channel))
        m_channels->calibration()->useMeter(std::make_shared<io::StandInLink>(
            std::move(standIn), tr("stand-in: meter").toStdString(), m_standInBegan));
}

void MainWindow::chooseMeterPort()
{
    const auto typed = m_dialogs.askText(this, tr("Listen to a meter"),
        tr("The path of its port and its speed in baud. The first number of each line counts, in "
           "the channel's unit."),
        m_meterPort);
    if (!typed || typed->trimmed().isEmpty())
        return;
    const auto setting = io::parseSerialSetting(typed->trimmed().toStdString());
    if (!setting)
        return m_notice->showMessage(qText(setting.error().message));
    m_meterPort = typed->trimmed();
    m_channels->calibration()->useMeter(io::listenTo(*setting));
}

void MainWindow::play(const QString& key)
{
    if (key == recordingKey)
        return chooseRecording();
    if (key.startsWith(captureKey))
        return playCapture(key.mid(captureKey.size()), std::nullopt);
    if (key == portKey)
        return choosePort();
    if (key == feedKey)
        return chooseFeed();
    if (key == feedStandInKey)
        return listenToFeedStandIn();
    if (key == thisComputerKey)
        return listenToThisComputer();
    if (key.startsWith(standInKey))
        return listenToStandIn(key.mid(standInKey.size()));
    startScenario(key.mid(scenarioKey.size()));
}

void MainWindow::playRecording(const QString& path)
{
    readAndPlay(path, std::nullopt, recordingKey);
}

void MainWindow::playCapture(const QString& id, std::optional<Tap> tap)
{
    readAndPlay(qText(m_library.pathOf(id.toStdString())), tap, captureKey + id);
}

/// Reads beside the window, then plays; what cannot be played changes nothing.
void MainWindow::readAndPlay(const QString& path, std::optional<Tap> tap, const QString& key)
{
    struct Read {
        Result<Recordings> recordings = Error{};
        QString leftOut;
    };
    const auto work = [path, tap, instrument = m_document.instrument(),
                          scenario = m_scenario.toStdString()](const io::Progress& progress) {
        auto result = std::make_shared<Read>();
        auto got = io::readRecording(path.toStdString(), progress);
        const auto plain = resolve(instrument, scenario);
        if (!got || !plain) {
            result->recordings = got ? plain.error() : got.error();
            return result;
        }
        auto read = std::move(got).value();
        if (read.faultCount > 0)
            result->leftOut =
                tr("%1 rows are left out, %2").arg(read.faultCount).arg(qText(read.faults.front()));
        result->recordings = recordingsFor(*plain, std::move(read.captures), tap);
        return result;
    };
    runJob(m_reading, tr("Reading %1").arg(QFileInfo(path).fileName()),
        [this, work, path, key](const io::Progress& progress) -> BackgroundJob::Finish {
            return [this, path, key, result = work(progress)] {
                if (!result->recordings) {
                    m_dialogs.showError(this, tr("The recording cannot be played"),
                        qText(describe(result->recordings.error())));
                    return showPlayChoices();
                }
                m_runner.record({}); // what was recorded is not mixed with what comes now
                m_recordingName = key == recordingKey ? QFileInfo(path).fileName() : QString();
                m_port.clear();
                m_playing = key;
                showPlayChoices();
                m_runner.restart(m_scenario.toStdString(), *result->recordings);
                m_runner.tick();
                if (!result->leftOut.isEmpty())
                    m_notice->showMessage(result->leftOut);
            };
        });
}

/// Runs work beside the window, with its progress and the way to stop it in the notice bar.
void MainWindow::runJob(BackgroundJob& job, const QString& words, BackgroundJob::Work work)
{
    job.setObjectName(words);
    job.start(std::move(work));
}

void MainWindow::showJob(BackgroundJob& job, double share)
{
    m_notice->showProgress(
        tr("%1, %2 %").arg(job.objectName()).arg(std::lround(100 * share)), [this, &job] {
            job.stop();
            showPlayChoices();
        });
}

void MainWindow::chooseRecording()
{
    const auto path =
        m_dialogs.fileToOpen(this, tr("Play a recording"), tr("Recordings (*.csv);;All files (*)"));
    showPlayChoices();
    if (!path.isEmpty())
        playRecording(path);
}

void MainWindow::chooseLog()
{
    const auto path = m_dialogs.fileToOpen(
        this, tr("Import a log"), tr("Logs (*.csv *.tsv *.txt *.log *.nmea);;All files (*)"));
    if (!path.isEmpty())
        importLog(path);
}

void MainWindow::importLog(const QString& path)
{
    const auto look = io::lookAtLogFile(path.toStdString());
    const auto plain = resolve(m_document.instrument(), m_scenario.toStdString());
    if (!look || !plain)
        return m_notice->showMessage(qText(describe(look ? plain.error() : look.error())));
    openPlace(Place::Bench);
    m_logPath = path;
    m_bench->askImport(QFileInfo(path).fileName(), *look, *plain,
        indexOf(plain->channels, m_channel.toStdString()));
}

void MainWindow::importAs(const ImportPlan& plan)
{
    const auto name = QFileInfo(m_logPath).completeBaseName();
    const auto id = m_library.begin(name.toStdString());
    const auto look = io::lookAtLogFile(m_logPath.toStdString());
    if (!id || !look)
        return m_notice->showMessage(qText(describe(id ? look.error() : id.error())));
    StoredCapture capture;
    capture.id = *id;
    capture.name = name.toStdString();
    capture.on = utcNow();
    for (const auto& target : plan.targets)
        capture.columns.push_back({target.channel, target.tap, target.unit, {}});
    runJob(m_importing, tr("Importing %1").arg(QFileInfo(m_logPath).fileName()),
        [this, capture, plan, look = *look, from = m_logPath.toStdString(),
            to = m_library.pathOf(*id)](const io::Progress& progress) -> BackgroundJob::Finish {
            const auto report = io::importLog(from, look, plan, to, progress);
            return [this, capture, report]() mutable {
                if (!report)
                    return m_notice->showMessage(qText(describe(report.error())));
                capture.rows = static_cast<int>(report->rows);
                capture.length = {report->seconds, "s"};
                addCapture(capture);
                if (report->faultCount > 0)
                    m_notice->showMessage(tr("%1 rows are left out, %2")
                                              .arg(report->faultCount)
                                              .arg(qText(report->faults.front())));
            };
        });
}

/// Adds a capture to the library and shows it there.
void MainWindow::addCapture(const StoredCapture& capture)
{
    m_library.add(capture);
    if (m_bench != nullptr)
        m_bench->captures().open(qText(capture.id));
}

void MainWindow::startScenario(const QString& id)
{
    const auto& scenarios = m_document.instrument().scenarios;
    m_scenario = id.isEmpty() && !scenarios.empty() ? qText(scenarios.front()->id) : id;
    m_recordingName.clear();
    m_port.clear();
    m_feed.clear();
    m_reading.stop();
    m_playing = scenarioKey + m_scenario;
    showPlayChoices();
    m_runner.record({});
    m_runner.pause();
    m_runner.restart(m_scenario.toStdString());
    m_runner.tick(); // so that the glass shows a first number
}

/// Makes a stand-in for the open instrument; null, and told, when it lacks what that needs.
std::unique_ptr<StandIn> MainWindow::standInOf(StandInKind kind, const QString& channel)
{
    StandInSetting setting{kind};
    setting.scenario = m_scenario.toStdString();
    setting.channel = channel.toStdString();
    auto made = makeStandIn(m_document.instrument(), setting);
    if (made)
        return std::move(made).value();
    m_notice->showMessage(qText(made.error().message));
    showPlayChoices();
    return nullptr;
}

void MainWindow::listenToStandIn(const QString& word)
{
    const auto found =
        std::find(standInWords.begin(), standInWords.end(), std::string_view(word.toStdString()));
    auto standIn = standInOf(static_cast<StandInKind>(found - standInWords.begin()));
    if (!standIn)
        return;
    auto link = std::make_shared<io::StandInLink>(
        std::move(standIn), tr("stand-in: %1").arg(word).toStdString());
    m_playing = standInKey + word;
    m_standInBegan = link->began();
    listen(link);
    m_setFaults = [link](const io::StandInFaults& faults) { link->setFaults(faults); };
    m_bench->live().offerFaults(true);
}

void MainWindow::listenToThisComputer()
{
    m_playing = thisComputerKey;
    listen(std::make_shared<io::StandInLink>(
        io::realComputer(), tr("the real health of this computer").toStdString()));
}

void MainWindow::listenToFeedStandIn()
{
    auto standIn = standInOf(StandInKind::Board);
    if (!standIn)
        return;
    auto server = io::FeedServer::open(std::move(standIn), "feed", 0);
    if (!server)
        return m_notice->showMessage(qText(server.error().message));
    const std::shared_ptr<io::FeedServer> shared = std::move(server).value();
    io::HttpSetting setting;
    setting.url = shared->address();
    setting.everySeconds = 0.5;
    setting.timeOutSeconds = 2;
    m_playing = feedStandInKey;
    listen(io::listenTo(setting));
    m_setFaults = [shared](const io::StandInFaults& faults) { shared->setFaults(faults); };
    m_bench->live().offerFaults(true);
}

void MainWindow::chooseFeed()
{
    const auto typed = m_dialogs.askText(this, tr("Read a feed"),
        tr("Its address, and the seconds from one question to the next. Only this address is "
           "asked."),
        m_feed.isEmpty() ? QStringLiteral("http://192.168.1.20/values 2") : m_feed);
    if (!typed || typed->trimmed().isEmpty())
        return showPlayChoices();
    listenToFeed(typed->trimmed());
}

void MainWindow::listenToFeed(const QString& addressAndSeconds)
{
    const auto setting = io::parseHttpSetting(addressAndSeconds.toStdString());
    if (!setting) {
        m_notice->showMessage(qText(setting.error().message));
        return showPlayChoices();
    }
    m_feed = addressAndSeconds;
    m_playing = feedKey;
    listen(io::listenTo(*setting));
}

void MainWindow::choosePort()
{
    QStringList here;
    QString proposed = m_port;
    for (const auto& port : io::serialPorts()) {
        here << (port.about.empty() ? qText(port.path)
                                    : tr("%1, %2").arg(qText(port.path), qText(port.about)));
        if (proposed.isEmpty())
            proposed = qText(port.path) + QStringLiteral(" 9600");
    }
    const auto typed = m_dialogs.askText(this, tr("Listen to a port"),
        tr("Its path and speed in baud. Native USB ignores the speed.\n%1")
            .arg(here.isEmpty() ? tr("No port is plugged in now.")
                                : tr("Here are: %1.").arg(here.join(QStringLiteral("; ")))),
        proposed);
    if (!typed || typed->trimmed().isEmpty())
        return showPlayChoices();
    listenToPort(typed->trimmed());
}

void MainWindow::listenToPort(const QString& pathAndBaud)
{
    const auto setting = io::parseSerialSetting(pathAndBaud.toStdString());
    if (!setting) {
        m_notice->showMessage(qText(setting.error().message));
        return showPlayChoices();
    }
    m_port = pathAndBaud;
    m_playing = portKey;
    listen(io::listenTo(*setting));
}

void MainWindow::listenTo(const QString& source)
{
    if (std::find(standInWords.begin(), standInWords.end(), source.toStdString())
        != standInWords.end())
        listenToStandIn(source);
    else if (source == feedKey)
        listenToFeedStandIn();
    else if (source == thisComputerKey)
        listenToThisComputer();
    else if (io::isFeedAddress(source.section(QLatin1Char(' '), 0, 0).toStdString()))
        listenToFeed(source);
    else
        listenToPort(source);
}

bool MainWindow::isListening() const
{
    return m_playing == portKey || m_playing == feedKey || m_playing == thisComputerKey
        || m_playing.startsWith(standInKey);
}

void MainWindow::listen(std::shared_ptr<io::Link> link)
{
    m_recordingName.clear();
    m_reading.stop();
    if (m_playing != portKey)
        m_port.clear();
    if (m_playing != feedKey)
        m_feed.clear();
    showPlayChoices();
    m_runner.record({});
    m_runner.listen(std::move(link));
    m_setFaults = nullptr;
    openPlace(Place::Bench);
    m_bench->openPage(BenchPlace::Page::Live);
    m_bench->live().offerFaults(false);
}

void MainWindow::toggleRecording()
{
    if (m_runner.view()->recording.isOn)
        return m_runner.record({});
    const auto name =
        tr("Recording %1")
            .arg(QDateTime::currentDateTime().toString(QStringLiteral("yyyy-MM-dd hh:mm:ss")));
    if (m_document.path().isEmpty() && !saveAs())
        return m_notice->showMessage(tr(
            "Nothing is recorded: captures lie beside the instrument's file, so save it first."));
    const auto id = m_library.begin(name.toStdString());
    if (!id)
        return m_notice->showMessage(qText(describe(id.error())));
    m_recorded = {};
    m_recorded.id = *id;
    m_recorded.name = name.toStdString();
    m_recorded.on = utcNow();
    m_runner.record(m_library.pathOf(*id));
}

void MainWindow::showRecording(const RecordingView& recording)
{
    const auto before = std::exchange(m_recording, recording);
    if (recording.isOn || recording == before)
        return;
    if (!recording.error.empty()) {
        m_runner.record({});
        m_notice->showMessage(tr("The recording has ended: %1").arg(qText(recording.error)));
    }
    if (recording.rows == 0) {
        QFile::remove(qText(recording.path));
        if (recording.error.empty())
            m_notice->showMessage(tr("Nothing came while it was recorded."));
        return;
    }
    if (recording.path != m_library.pathOf(m_recorded.id)) // another file is open now
        return m_notice->showMessage(
            tr("%1 rows are recorded in %2, beside the instrument that was open.")
                .arg(recording.rows)
                .arg(qText(recording.path)));
    auto capture = m_recorded;
    capture.rows = static_cast<int>(recording.rows);
    capture.length = {recording.seconds, "s"};
    capture.columns = recording.columns;
    addCapture(capture);
    if (recording.error.empty())
        m_notice->showChoice(
            tr("%1 rows are recorded as %2.").arg(recording.rows).arg(qText(capture.name)),
            {{tr("Play it"), [this, id = qText(capture.id)] { playCapture(id, std::nullopt); }},
                {tr("Look at it"),
                    [this, id = qText(capture.id)] {
                        openCaptures();
                        m_bench->captures().open(id);
                    }},
                {tr("Good"), [] {}}});
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

} // namespace fern::app
