#include "app/play/play_control.h"

#include "app/look/text.h"
#include "io/computer.h"
#include "io/http_feed.h"
#include "io/recordings.h"
#include "io/serial_port.h"
#include "io/stand_in_link.h"

#include <QFileInfo>

#include <algorithm>
#include <utility>

namespace fern::app {

PlayControl::PlayControl(Document& document, CaptureLibrary& library, Dialogs& dialogs,
    Runner& runner, NoticeBar& notice, QWidget* window)
    : QObject(window)
    , m_document(document)
    , m_library(library)
    , m_dialogs(dialogs)
    , m_runner(runner)
    , m_notice(notice)
    , m_window(window)
{
    m_notice.follow(m_reading);
    connect(&m_reading, &BackgroundJob::ended, this, &PlayControl::changed);
    connect(&m_document, &Document::changed, this, &PlayControl::refresh);
    connect(&m_document, &Document::opened, this, [this] { play(PlayedScenario{}); });
}

void PlayControl::refresh()
{
    const auto& instrument = m_document.instrument();
    m_choices.clear();
    const auto add = [this](const QString& words, Playing playing) {
        m_choices.push_back({words, std::move(playing)});
    };
    for (const auto& scenario : instrument.scenarios)
        add(tr("scenario: %1").arg(qText(scenario->name)), PlayedScenario{scenario->id});
    for (const auto& capture : instrument.captures)
        add(tr("capture: %1").arg(qText(capture->name)), PlayedCapture{capture->id});
    const auto* recording = std::get_if<PlayedRecording>(&m_playing);
    add(recording == nullptr ? tr("play a recording…")
                             : tr("recording: %1").arg(QFileInfo(recording->path).fileName()),
        PlayedRecording{});
    for (const auto kind : standInsFor(instrument))
        if (isReadable(kind))
            add(tr("stand-in: %1").arg(qText(standInWords[static_cast<std::size_t>(kind)])),
                PlayedStandIn{kind});
    if (!channelsFor(instrument, StandInKind::Computer).empty())
        add(tr("this computer: its real health"), PlayedComputer{});
    if (!instrument.channels.empty())
        add(tr("stand-in: feed over HTTP"), PlayedFeedStandIn{});
    const auto* port = std::get_if<PlayedPort>(&m_playing);
    add(port == nullptr ? tr("listen to a port…") : tr("port: %1").arg(port->setting),
        PlayedPort{});
    const auto* feed = std::get_if<PlayedFeed>(&m_playing);
    add(feed == nullptr ? tr("read a feed…") : tr("feed: %1").arg(feed->setting), PlayedFeed{});
    Q_EMIT changed();
}

int PlayControl::current() const
{
    const auto now = std::find_if(m_choices.begin(), m_choices.end(),
        [this](const PlayChoice& c) { return isSameChoice(c.playing, m_playing); });
    return now == m_choices.end() ? 0 : static_cast<int>(now - m_choices.begin());
}

void PlayControl::choose(int index)
{
    const auto playing = m_choices[static_cast<std::size_t>(index)].playing;
    play(playing);
}

void PlayControl::play(const Playing& what)
{
    std::visit([this](const auto& it) { begin(it); }, what);
    Q_EMIT changed(); // what was turned away from goes back to what plays
}

void PlayControl::refuse(const Error& error)
{
    m_notice.refuse(qText(describe(error)));
}

void PlayControl::replace(const Playing& what, StandInHeld standIn)
{
    m_reading.stop();
    m_playing = what;
    m_standIn = std::move(standIn);
    m_runner.record({}); // what was recorded is not mixed with what comes now
    refresh();
}

void PlayControl::begin(const PlayedScenario& what)
{
    const auto& scenarios = m_document.instrument().scenarios;
    m_scenario = what.id.empty() && !scenarios.empty() ? scenarios.front()->id : what.id;
    replace(PlayedScenario{m_scenario});
    m_runner.pause();
    m_runner.restart(m_scenario);
    m_runner.tick(); // so that the glass shows a first number
}

void PlayControl::begin(const PlayedCapture& what)
{
    read(qText(m_library.pathOf(what.id)), what.tap, what);
}

void PlayControl::begin(const PlayedRecording& what)
{
    const auto path = what.path.isEmpty() ? m_dialogs.fileToOpen(
                          m_window, tr("Play a recording"), tr("Recordings (*.csv);;All files (*)"))
                                          : what.path;
    if (!path.isEmpty())
        read(path, std::nullopt, PlayedRecording{path});
}

/// Reads beside the window, then plays; what cannot be played changes nothing.
void PlayControl::read(const QString& path, std::optional<Tap> tap, const Playing& what)
{
    struct Read {
        Result<Recordings> recordings = Error{};
        QString leftOut;
    };
    const auto work = [path, tap, instrument = m_document.instrument(), scenario = m_scenario](
                          const io::Progress& progress) {
        auto result = std::make_shared<Read>();
        auto got = io::readRecording(path.toStdString(), progress);
        const auto plain = resolve(instrument, scenario);
        if (!got || !plain) {
            result->recordings = got ? plain.error() : got.error();
            return result;
        }
        auto read = std::move(got).value();
        result->leftOut = qText(io::leftOutText(read.faultCount, read.faults));
        result->recordings = recordingsFor(*plain, std::move(read.captures), tap);
        return result;
    };
    m_reading.start(
        [this, work, what](const io::Progress& progress) -> BackgroundJob::Finish {
            return [this, what, result = work(progress)] {
                if (!result->recordings)
                    return m_dialogs.showError(m_window, tr("The recording cannot be played"),
                        qText(describe(result->recordings.error())));
                replace(what);
                m_runner.restart(m_scenario, *result->recordings);
                m_runner.tick();
                if (!result->leftOut.isEmpty())
                    m_notice.refuse(result->leftOut);
            };
        },
        tr("Reading %1").arg(QFileInfo(path).fileName()));
}

void PlayControl::listen(const Playing& what, std::shared_ptr<io::Link> link, StandInHeld standIn)
{
    replace(what, std::move(standIn));
    m_runner.listen(std::move(link));
    Q_EMIT listened();
}

/// Makes a stand-in for the open instrument; null, and told, when it lacks what that needs.
std::unique_ptr<StandIn> PlayControl::standInOf(StandInKind kind, const std::string& channel)
{
    StandInSetting setting{kind};
    setting.scenario = m_scenario;
    setting.channel = channel;
    auto made = makeStandIn(m_document.instrument(), setting);
    if (made)
        return std::move(made).value();
    refuse(made.error());
    return nullptr;
}

void PlayControl::begin(const PlayedStandIn& what)
{
    auto standIn = standInOf(what.kind);
    if (!standIn)
        return;
    auto link = std::make_shared<io::StandInLink>(std::move(standIn),
        tr("stand-in: %1")
            .arg(qText(standInWords[static_cast<std::size_t>(what.kind)]))
            .toStdString());
    listen(what, link, link);
}

void PlayControl::begin(const PlayedFeedStandIn& what)
{
    auto standIn = standInOf(StandInKind::Board);
    if (!standIn)
        return;
    auto server = io::FeedServer::open(std::move(standIn), "feed", 0);
    if (!server)
        return refuse(server.error());
    io::HttpSetting setting;
    setting.url = (*server)->address();
    setting.everySeconds = 0.5;
    setting.timeOutSeconds = 2;
    listen(what, io::listenTo(setting), std::move(server).value());
}

void PlayControl::begin(const PlayedComputer& what)
{
    listen(what,
        std::make_shared<io::StandInLink>(
            io::realComputer(), tr("the real health of this computer").toStdString()));
}

void PlayControl::begin(const PlayedPort& what)
{
    auto typed = what.setting;
    if (typed.isEmpty()) {
        QStringList here;
        auto proposed = m_port;
        for (const auto& port : io::serialPorts()) {
            here << (port.about.empty() ? qText(port.path)
                                        : tr("%1, %2").arg(qText(port.path), qText(port.about)));
            if (proposed.isEmpty())
                proposed = qText(port.path) + QStringLiteral(" 9600");
        }
        typed = m_dialogs
                    .askText(m_window, tr("Listen to a port"),
                        tr("Its path and speed in baud. Native USB ignores the speed.\n%1")
                            .arg(here.isEmpty()
                                    ? tr("No port is plugged in now.")
                                    : tr("Here are: %1.").arg(here.join(QStringLiteral("; ")))),
                        proposed)
                    .value_or(QString())
                    .trimmed();
    }
    if (typed.isEmpty())
        return;
    const auto setting = io::parseSerialSetting(typed.toStdString());
    if (!setting)
        return refuse(setting.error());
    m_port = typed;
    listen(PlayedPort{typed}, io::listenTo(*setting));
}

void PlayControl::begin(const PlayedFeed& what)
{
    const auto typed = !what.setting.isEmpty()
        ? what.setting
        : m_dialogs
              .askText(m_window, tr("Read a feed"),
                  tr("Its address, and the seconds from one question to the next. Only this "
                     "address is asked."),
                  m_feed.isEmpty() ? QStringLiteral("http://192.168.1.20/values 2") : m_feed)
              .value_or(QString())
              .trimmed();
    if (typed.isEmpty())
        return;
    const auto setting = io::parseHttpSetting(typed.toStdString());
    if (!setting)
        return refuse(setting.error());
    m_feed = typed;
    listen(PlayedFeed{typed}, io::listenTo(*setting));
}

void PlayControl::setFaults(const io::StandInFaults& faults)
{
    if (const auto* link = std::get_if<std::shared_ptr<io::StandInLink>>(&m_standIn))
        (*link)->setFaults(faults);
    if (const auto* server = std::get_if<std::unique_ptr<io::FeedServer>>(&m_standIn))
        (*server)->setFaults(faults);
}

std::shared_ptr<io::Link> PlayControl::meterBeside(const std::string& channel)
{
    const auto* link = std::get_if<std::shared_ptr<io::StandInLink>>(&m_standIn);
    if (link == nullptr) {
        m_notice.refuse(tr("A real board has no stand-in of a meter beside it: type, or use one on "
                           "a port."));
        return nullptr;
    }
    auto standIn = standInOf(StandInKind::Meter, channel);
    return !standIn ? nullptr
                    : std::make_shared<io::StandInLink>(
                        std::move(standIn), tr("stand-in: meter").toStdString(), (*link)->began());
}

void PlayControl::toggleRun()
{
    const auto& view = *m_runner.view();
    if (view.isRunning)
        return m_runner.pause();
    if (view.now >= view.end && view.now > Ticks{})
        m_runner.jumpTo({}); // at the end: from the start again
    m_runner.run();
}

} // namespace fern::app
