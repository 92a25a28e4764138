// What drives the instrument of the window: scenarios, recordings, stand-ins, ports.

#include "app/dialogs/dialogs.h"
#include "app/look/text.h"
#include "app/places/bench/bench_place.h"
#include "app/shell/main_window.h"
#include "app/shell/notice_bar.h"
#include "app/tick/tick_bar.h"
#include "base/number_text.h"
#include "base/split.h"
#include "instrument/ids.h"
#include "io/files.h"
#include "io/serial_port.h"
#include "io/stand_in_link.h"

#include <QDateTime>
#include <QFileInfo>
#include <QMenu>

#include <algorithm>
#include <cmath>
#include <utility>

namespace fern::app {

namespace {

const QString scenarioKey = QStringLiteral("scenario ");
const QString standInKey = QStringLiteral("stand-in ");
const QString recordingKey = QStringLiteral("recording");
const QString portKey = QStringLiteral("port");

/// Splits "/dev/ttyUSB0 115200"; 9600 baud without a speed. Error when it is neither.
Result<io::SerialSetting> portSetting(const QString& typed)
{
    const auto text = typed.toStdString();
    const auto words = splitAtBlanks(text);
    constexpr double fastest = 4e6;
    const auto baud = words.size() > 1 ? parseNumber(words[1]) : std::optional(9600.0);
    if (words.empty() || words.size() > 2 || !baud || *baud < 1 || *baud > fastest
        || *baud != std::floor(*baud))
        return Error{ErrorCode::InvalidArgument,
            "\"" + text + "\" is no port and speed, such as /dev/ttyUSB0 115200", ""};
    io::SerialSetting setting;
    setting.path = words[0];
    setting.baud = static_cast<int>(*baud);
    return setting;
}

} // namespace

QList<PlayChoice> MainWindow::playChoices() const
{
    const auto& instrument = m_document.instrument();
    QList<PlayChoice> choices;
    for (const auto& scenario : instrument.scenarios)
        choices << PlayChoice{
            tr("scenario: %1").arg(qText(scenario->name)), scenarioKey + qText(scenario->id)};
    choices << PlayChoice{m_recordingName.isEmpty() ? tr("play a recording…")
                                                    : tr("recording: %1").arg(m_recordingName),
        recordingKey};
    for (const auto kind : standInsFor(instrument)) {
        const auto word = qText(standInWords[static_cast<std::size_t>(kind)]);
        choices << PlayChoice{tr("stand-in: %1").arg(word), standInKey + word};
    }
    choices << PlayChoice{
        m_port.isEmpty() ? tr("listen to a port…") : tr("port: %1").arg(m_port), portKey};
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

void MainWindow::play(const QString& key)
{
    if (key == recordingKey)
        return chooseRecording();
    if (key == portKey)
        return choosePort();
    if (key.startsWith(standInKey))
        return listenToStandIn(key.mid(standInKey.size()));
    startScenario(key.mid(scenarioKey.size()));
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
    m_runner.record({}); // what was recorded is not mixed with what comes now
    m_recordingName = QFileInfo(path).fileName();
    m_playing = recordingKey;
    showPlayChoices();
    m_runner.restart(m_scenario.toStdString(), *std::move(recordings));
    m_runner.tick();
    return true;
}

void MainWindow::chooseRecording()
{
    const auto path = m_dialogs.fileToOpen(this, tr("Play a recording"), tr("Recordings (*.csv)"));
    if (path.isEmpty() || !playRecording(path))
        showPlayChoices();
}

void MainWindow::startScenario(const QString& id)
{
    const auto& scenarios = m_document.instrument().scenarios;
    m_scenario = id.isEmpty() && !scenarios.empty() ? qText(scenarios.front()->id) : id;
    m_recordingName.clear();
    m_port.clear();
    m_playing = scenarioKey + m_scenario;
    showPlayChoices();
    m_runner.record({});
    m_runner.pause();
    m_runner.restart(m_scenario.toStdString());
    m_runner.tick(); // so that the glass shows a first number
}

void MainWindow::listenToStandIn(const QString& word)
{
    const auto found =
        std::find(standInWords.begin(), standInWords.end(), std::string_view(word.toStdString()));
    StandInSetting setting{static_cast<StandInKind>(found - standInWords.begin())};
    setting.scenario = m_scenario.toStdString();
    auto standIn = makeStandIn(m_document.instrument(), setting);
    if (!standIn) {
        m_notice->showMessage(qText(standIn.error().message));
        return showPlayChoices();
    }
    m_playing = standInKey + word;
    listen(io::listenTo(std::move(standIn).value(), tr("stand-in: %1").arg(word).toStdString()));
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
    const auto setting = portSetting(pathAndBaud);
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
    else
        listenToPort(source);
}

bool MainWindow::isListening() const
{
    return m_playing == portKey || m_playing.startsWith(standInKey);
}

void MainWindow::listen(std::shared_ptr<io::Link> link)
{
    m_recordingName.clear();
    if (m_playing != portKey)
        m_port.clear();
    showPlayChoices();
    m_runner.record({});
    m_runner.listen(std::move(link));
    openPlace(Place::Bench);
}

void MainWindow::toggleRecording()
{
    if (m_runner.view()->recording.isOn)
        return m_runner.record({});
    const auto proposed = qText(slugOf(m_document.instrument().name)) + QLatin1Char('-')
        + QDateTime::currentDateTime().toString(QStringLiteral("yyyy-MM-dd-hhmmss"))
        + QStringLiteral(".csv");
    const auto path = m_dialogs.fileToSave(this, tr("Record into a file"), proposed);
    if (!path.isEmpty())
        m_runner.record(path.toStdString());
}

void MainWindow::showRecording(const RecordingView& recording)
{
    const auto before = std::exchange(m_recording, recording);
    if (recording.isOn || recording == before)
        return;
    if (!recording.error.empty()) {
        m_runner.record({});
        return m_notice->showMessage(tr("The recording has ended: %1").arg(qText(recording.error)));
    }
    const auto path = qText(recording.path);
    m_notice->showChoice(
        tr("%1 rows are recorded in %2.").arg(recording.rows).arg(QFileInfo(path).fileName()),
        {{tr("Play it"), [this, path] { playRecording(path); }}, {tr("Good"), [] {}}});
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
