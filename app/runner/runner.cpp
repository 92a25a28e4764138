#include "app/runner/runner.h"

#include "app/runner/checkpoints.h"
#include "app/runner/live_ear.h"
#include "app/runner/told_run.h"
#include "run/firmware_run.h"
#include "run/hand.h"
#include "run/sampled_source.h"
#include "run/task_blocks.h"
#include "smooth/figures.h"

#include <algorithm>
#include <chrono>
#include <functional>

namespace fern::app {

namespace {

constexpr auto frameTime = std::chrono::milliseconds(16);
constexpr auto liveTime = std::chrono::milliseconds(250); ///< what is heard is read by eye
constexpr auto busyTime = std::chrono::milliseconds(8);

using Clock = std::chrono::steady_clock;

/// How long before the window a run must start so that its steps have forgotten the start, and
/// every channel has a number. A loop that sleeps is where it is by what was before: it starts at
/// zero.
Ticks warmUp(const PlainInstrument& plain)
{
    constexpr double sleeping = 1; // seconds of a turn
    constexpr double ever = 1e9; // seconds
    for (std::size_t loop = 0; loop < plain.loops.size(); ++loop)
        if (plain.loops[loop].hasTasks && turnSeconds(plain, loop) > sleeping)
            return ticksFromSeconds(ever);
    double longest = 0;
    double period = 0;
    for (const auto& channel : plain.channels) {
        longest = std::max(longest, delaySeconds(channel.steps, inSeconds(channel.sampleEvery)));
        period = std::max(period, samplePeriod(plain, channel));
    }
    return ticksFromSeconds(std::min(std::max(20 * longest, 2 * period) + 1, 3600.0));
}

Ticks slowestRedraw(const PlainInstrument& plain)
{
    Ticks slowest;
    for (const auto& display : plain.displays)
        slowest = std::max(slowest, display.redrawEvery + display.response);
    return slowest;
}

} // namespace

/// The worker's own state.
struct Runner::Simulation {
    Instrument instrument;
    std::string scenario;
    PlainInstrument plain;
    std::shared_ptr<const PlainInstrument> shared; ///< the same, for the views
    Recordings recordings;
    HandEvents byHand;
    std::optional<LiveEar> ear;
    std::optional<Recorder> recorder;
    std::string recordTo; ///< what was wanted last
    RecordingView recording;
    std::size_t channel = 0;
    std::pair<std::string, std::string> chosen; ///< ids of the channel and the reader
    Ticks chosenAt; ///< its page has been turned to
    std::optional<StemChoice> choice;
    std::shared_ptr<const StaticPart> fixed = std::make_shared<const StaticPart>();
    std::shared_ptr<const PartsSheets> parts;
    int revision = 0;
    std::unique_ptr<ToldRun> shown;
    std::unique_ptr<ToldRun> whole; ///< from zero, while it catches up with what is shown
    Checkpoints checkpoints; ///< of runs of this instrument in this scenario
    Ticks end;
    Clock::time_point lastAdvance;

    /// Runs what is shown up to an instant.
    void advanceTo(Ticks until)
    {
        do {
            shown->run.advanceTo(std::min(until, shown->run.now() + ticksFromSeconds(10)));
            if (!ear && !whole)
                checkpoints.offer(shown->run);
        } while (shown->run.now() < until);
    }
};

Runner::Runner(QObject* parent)
    : QObject(parent)
    , m_latest(std::make_shared<const RunView>())
    , m_shown(m_latest)
{
    connect(&m_timer, &QTimer::timeout, this, &Runner::readSlot);
    m_timer.start(frameTime);
    m_worker = std::jthread([this](const std::stop_token& stop) { work(stop); });
}

Runner::~Runner()
{
    m_worker.request_stop();
    m_wake.notify_all();
}

void Runner::change(const std::function<void(Wanted&)>& edit)
{
    {
        const std::lock_guard lock(m_mutex);
        edit(m_wanted);
    }
    m_wake.notify_all();
}

void Runner::setInstrument(const Instrument& instrument)
{
    ++m_revision;
    change([&](Wanted& w) {
        w.instrument = instrument;
        w.revision = m_revision;
        w.isChanged = true;
    });
}

void Runner::restart(const std::string& scenario, Recordings recordings)
{
    ++m_revision;
    change([&](Wanted& w) {
        w.scenario = scenario;
        w.recordings = std::move(recordings);
        w.link.reset();
        w.revision = m_revision;
        w.hasRestarted = w.isChanged = true;
    });
}

void Runner::listen(std::shared_ptr<io::Link> link)
{
    ++m_revision;
    change([&](Wanted& w) {
        w.recordings.reset();
        w.link = std::move(link);
        w.revision = m_revision;
        w.hasRestarted = w.isChanged = w.isRunning = true;
    });
}

void Runner::setChannel(const std::string& channel, const std::string& reader)
{
    ++m_revision;
    change([&](Wanted& w) {
        w.channel = channel;
        w.reader = reader;
        w.revision = m_revision;
        w.isChanged = true;
    });
}

void Runner::setPartsShown(bool shown)
{
    if (std::exchange(m_showsParts, shown) == shown)
        return;
    m_revision += shown ? 1 : 0; // leaving the place needs no new view
    change([&](Wanted& w) {
        w.showsParts = shown;
        w.revision = m_revision;
        w.isChanged = w.isChanged || shown;
    });
}

void Runner::press(const std::string& channel, const std::string& what)
{
    change([&](Wanted& w) {
        w.touches.push_back({channel, what, true});
        w.isChanged = true;
    });
}

void Runner::release(const std::string& channel, const std::string& what)
{
    change([&](Wanted& w) {
        w.touches.push_back({channel, what, false});
        w.isChanged = true;
    });
}

void Runner::hold(const std::string& channel, std::optional<double> si)
{
    change([&](Wanted& w) {
        w.holds.push_back({channel, si});
        w.isChanged = true;
    });
}

void Runner::setPace(double pace)
{
    change([&](Wanted& w) { w.pace = pace; });
}

void Runner::run()
{
    change([](Wanted& w) { w.isRunning = true; });
}

void Runner::pause()
{
    change([](Wanted& w) {
        w.isRunning = false;
        w.isAsked = true; // so that the view says so
    });
}

void Runner::record(const std::string& path)
{
    change([&](Wanted& w) {
        w.recordTo = path;
        w.isAsked = true;
    });
}

void Runner::tick()
{
    change([](Wanted& w) {
        if (w.link)
            return; // its time is the wall's
        w.isRunning = false;
        ++w.ticks;
    });
}

void Runner::jumpTo(Ticks at)
{
    change([&](Wanted& w) {
        if (w.link)
            return;
        w.isRunning = false;
        w.jump = at;
        w.ticks = 0; // what was asked before the jump is over
        w.isChanged = true;
    });
}

void Runner::readSlot()
{
    std::shared_ptr<const RunView> latest;
    {
        const std::lock_guard lock(m_mutex);
        latest = m_latest;
    }
    if (latest == m_shown)
        return;
    m_shown = std::move(latest);
    Q_EMIT viewChanged();
}

void Runner::work(const std::stop_token& stop)
{
    Simulation simulation;
    simulation.lastAdvance = Clock::now();
    while (!stop.stop_requested()) {
        Wanted wanted;
        {
            std::unique_lock lock(m_mutex);
            const auto hasWork = [&] {
                return m_wanted.isChanged || m_wanted.isAsked || m_wanted.ticks > 0;
            };
            if (m_wanted.isRunning || m_wanted.link)
                m_wake.wait_for(lock, stop,
                    m_wanted.link                      ? liveTime
                        : simulation.whole             ? std::chrono::milliseconds(0)
                        : m_wanted.pace == fastestPace ? frameTime - busyTime
                                                       : frameTime,
                    hasWork);
            else if (!simulation.whole) // it catches up at once
                m_wake.wait(lock, stop, [&] { return hasWork() || m_wanted.isRunning; });
            wanted = m_wanted;
            m_wanted.isChanged = m_wanted.hasRestarted = m_wanted.isAsked = false;
            m_wanted.ticks = 0;
            m_wanted.touches.clear();
            m_wanted.holds.clear();
            m_wanted.jump.reset();
        }
        if (stop.stop_requested())
            return;
        bool isNews = wanted.isChanged || wanted.isAsked || wanted.ticks > 0;
        if (wanted.isChanged)
            rebuild(simulation, wanted);
        else
            isNews = catchUp(simulation) || isNews;
        if (simulation.shown) {
            keepRecording(simulation, wanted);
            isNews = advance(simulation, wanted) || isNews;
        }
        if (simulation.recorder)
            writeRecording(simulation, false);
        const bool atEnd =
            simulation.shown && !simulation.ear && simulation.shown->run.now() >= simulation.end;
        if (wanted.isRunning && atEnd) {
            const std::lock_guard lock(m_mutex);
            // A wish that came meanwhile, such as to run again from the start, stands.
            m_wanted.isRunning = m_wanted.isRunning && m_wanted.isChanged;
        }
        if (isNews)
            publish(simulation, wanted.isRunning && !atEnd);
    }
}

/// Finds the channel and the end of its stem, and turns every display to a page that shows it.
/// What is chosen is turned to at once, and at any instant that is looked at.
void Runner::choose(Simulation& s, const Wanted& wanted, Ticks now)
{
    const std::pair chosen(wanted.channel, wanted.reader);
    if (s.chosen != chosen || wanted.jump || wanted.hasRestarted)
        s.chosenAt = now;
    s.chosen = chosen;
    for (auto& display : s.plain.displays) {
        display.pageFrom = std::max(Ticks{}, s.chosenAt - shownSpan);
        display.pageUntil = s.chosenAt;
    }
    s.channel = indexOf(s.plain.channels, wanted.channel);
    if (s.channel == s.plain.channels.size())
        s.channel = 0;
    const auto ends = stemChoices(s.plain, s.channel);
    for (auto end = ends.rbegin(); end != ends.rend(); ++end) {
        auto& display = s.plain.displays[end->display];
        display.page = display.pages[end->page];
    }
    const auto found = std::find_if(ends.begin(), ends.end(),
        [&](const StemChoice& end) { return s.plain.readers[end.reader].id == wanted.reader; });
    if (ends.empty())
        return;
    s.choice = found == ends.end() ? ends.front() : *found;
    auto& display = s.plain.displays[s.choice->display];
    display.page = display.pages[s.choice->page];
}

/// Runs the changed instrument over the last seconds only: the noise can be read at any index, and
/// the steps forget their start within the warm-up. Where channels remember everything, these hold
/// what they had until a run from zero has caught up.
void Runner::rebuild(Simulation& simulation, const Wanted& wanted)
{
    const bool isNewLink =
        wanted.link && (!simulation.ear || simulation.ear->link() != wanted.link);
    const Ticks now = wanted.jump && !wanted.link  ? *wanted.jump
        : wanted.hasRestarted || !simulation.shown ? Ticks{}
                                                   : simulation.shown->run.now();
    if (isNewLink)
        simulation.ear.emplace(wanted.link);
    else if (!wanted.link)
        simulation.ear.reset();
    const bool isSameWorld = simulation.shown && !simulation.whole && !wanted.hasRestarted
        && !simulation.ear && simulation.recordings == wanted.recordings
        && simulation.scenario == wanted.scenario && simulation.instrument == wanted.instrument;
    if (isSameWorld)
        simulation.checkpoints.forgetAfter(now);
    else
        simulation.checkpoints.clear();
    simulation.instrument = wanted.instrument;
    simulation.scenario = wanted.scenario;
    simulation.recordings = wanted.recordings;
    simulation.revision = wanted.revision;
    simulation.whole.reset();
    const auto before = std::move(simulation.shown);
    simulation.choice.reset();
    simulation.parts.reset();
    simulation.fixed = std::make_shared<const StaticPart>();
    auto plain = resolve(wanted.instrument, wanted.scenario);
    if (!plain)
        return;
    simulation.plain = *std::move(plain);
    simulation.plain.today = std::chrono::duration_cast<std::chrono::seconds>(
        std::chrono::system_clock::now().time_since_epoch())
                                 .count();
    simulation.byHand.forgetAfter(wanted.hasRestarted ? -1 : inSeconds(now));
    for (const auto& touch : wanted.touches)
        if (touch.isDown)
            simulation.byHand.press(touch.channel, touch.what, inSeconds(now));
        else
            simulation.byHand.release(touch.channel, touch.what, inSeconds(now));
    for (const auto& held : wanted.holds)
        if (held.si)
            simulation.byHand.hold(held.channel, *held.si, inSeconds(now));
        else
            simulation.byHand.letGo(held.channel, inSeconds(now));
    simulation.byHand.addTo(simulation.plain);
    if (simulation.ear)
        simulation.plain.startEpoch = simulation.ear->startEpoch();
    if (wanted.showsParts)
        simulation.parts = std::make_shared<const PartsSheets>(
            partsSheetsOf(simulation.instrument, simulation.plain));
    choose(simulation, wanted, now);
    simulation.shared = std::make_shared<const PlainInstrument>(simulation.plain);
    simulation.fixed = std::make_shared<const StaticPart>(staticPartOf(
        simulation.instrument, simulation.plain, simulation.channel, simulation.choice));
    simulation.end = ticksFromSeconds(lastInstantSeconds(simulation.plain, simulation.recordings));
    const Ticks drawFrom = now - shownSpan - slowestRedraw(simulation.plain) * 2;
    RunOptions options{std::max(Ticks{}, now - shownSpan - warmUp(simulation.plain)),
        simulation.recordings, simulation.ear.has_value(), drawFrom};
    const auto* checkpoint = simulation.checkpoints.before(std::max(Ticks{}, drawFrom));
    if (checkpoint == nullptr && remembersEverything(simulation.plain) && options.start > Ticks{}) {
        auto fromZero = options;
        fromZero.start = {};
        options.holdsRemembered = before && !wanted.jump && !wanted.hasRestarted && !simulation.ear
            && !simulation.recorder && canBeShownFirst(simulation.plain, simulation.channel);
        if (options.holdsRemembered)
            simulation.whole = std::make_unique<ToldRun>(simulation.plain, fromZero);
        else
            options = fromZero;
    }
    simulation.shown = checkpoint == nullptr
        ? std::make_unique<ToldRun>(simulation.plain, options)
        : std::make_unique<ToldRun>(*checkpoint, simulation.plain);
    if (options.holdsRemembered)
        holdRemembered(simulation.shown->run, before->run, now);
    if (simulation.recorder)
        simulation.shown->history.tap(&simulation.recorder->csv());
    if (simulation.ear)
        simulation.ear->deliverAgain(simulation.plain, simulation.shown->run);
    simulation.advanceTo(now);
    simulation.lastAdvance = Clock::now();
}

/// Runs what is to catch up for a while; returns whether it now is what is shown.
bool Runner::catchUp(Simulation& s)
{
    if (!s.whole)
        return false;
    const auto until = Clock::now() + busyTime;
    auto& run = s.whole->run;
    const auto now = s.shown->run.now();
    const auto isWanted = [this] { // something else, which comes first
        const std::lock_guard lock(m_mutex);
        return m_wanted.isChanged;
    };
    while (run.now() < now && Clock::now() < until && !isWanted()) {
        run.advanceTo(std::min(now, run.now() + ticksFromSeconds(2)));
        s.checkpoints.offer(run);
    }
    if (run.now() < now)
        return false;
    s.shown = std::move(s.whole);
    return true;
}

/// Begins and ends a recording as it is wanted; totals that are held are not recorded.
void Runner::keepRecording(Simulation& s, const Wanted& wanted)
{
    if (std::exchange(s.recordTo, wanted.recordTo) == wanted.recordTo)
        return;
    if (s.recorder)
        writeRecording(s, true);
    if (wanted.recordTo.empty())
        return;
    while (s.whole)
        catchUp(s);
    s.recording = {s.recording.number + 1, wanted.recordTo};
    auto recorder = Recorder::begin(s.plain, wanted.recordTo);
    if (!recorder) {
        s.recording.error = describe(recorder.error());
        return;
    }
    s.recorder = std::move(recorder).value();
    s.recording.columns = s.recorder->csv().columns();
    s.recording.isOn = true;
    s.shown->history.tap(&s.recorder->csv());
}

/// Writes what was sampled; at the end, or when it cannot be written, the recording is over.
void Runner::writeRecording(Simulation& s, bool isEnd)
{
    const auto written = s.recorder->write(isEnd);
    if (!written)
        s.recording.error = describe(written.error());
    s.recording.rows = s.recorder->csv().rows();
    s.recording.seconds = s.recorder->csv().seconds();
    if (written && !isEnd)
        return;
    s.recording.isOn = false;
    s.shown->history.tap(nullptr);
    s.recorder.reset();
}

bool Runner::advance(Simulation& simulation, const Wanted& wanted)
{
    auto& run = simulation.shown->run;
    const auto wallNow = Clock::now();
    if (simulation.ear) {
        simulation.ear->take();
        if (wanted.isRunning)
            simulation.ear->deliver(simulation.plain, run);
        return true;
    }
    const auto display = simulation.choice ? simulation.choice->display : 0;
    for (int i = 0; i < wanted.ticks && display < simulation.plain.displays.size(); ++i)
        run.tick(display,
            run.now() + simulation.plain.displays[display].redrawEvery * 2 + ticksFromSeconds(60));
    if (wanted.isRunning && wanted.pace == fastestPace) {
        while (!simulation.whole // which would never catch up
            && Clock::now() < wallNow + busyTime && run.now() < simulation.end)
            simulation.advanceTo(std::min(simulation.end, run.now() + ticksFromSeconds(1)));
    } else if (wanted.isRunning) {
        const double wall =
            std::min(0.1, std::chrono::duration<double>(wallNow - simulation.lastAdvance).count());
        simulation.advanceTo(std::min(
            std::max(simulation.end, run.now()), run.now() + ticksFromSeconds(wall * wanted.pace)));
    }
    simulation.lastAdvance = wallNow;
    return wanted.isRunning;
}

void Runner::publish(const Simulation& simulation, bool isRunning)
{
    auto view = std::make_shared<RunView>();
    view->revision = simulation.revision;
    view->isRunning = isRunning;
    if (simulation.shown) {
        view->resolved = simulation.shared;
        view->channel = simulation.channel;
        view->choice = simulation.choice;
        view->fixed = simulation.fixed;
        view->parts = simulation.parts;
        view->recording = simulation.recording;
        view->isCatchingUp = simulation.whole != nullptr;
        view->isReplayed = simulation.recordings != nullptr;
        if (simulation.channel < simulation.plain.channels.size())
            view->held = simulation.byHand.heldAt(simulation.plain.channels[simulation.channel].id);
        view->end = simulation.ear ? maxTicks : simulation.end;
        if (simulation.ear)
            view->live = std::make_shared<const LiveView>(simulation.ear->view(simulation.plain));
        fillFromHistory(*view, simulation.instrument, simulation.shown->history,
            simulation.shown->run.now(), shownSpan);
    }
    {
        const std::lock_guard lock(m_mutex);
        m_latest = std::move(view);
    }
    // An answer to an edit need not wait for the timer; while it runs, the timer sets the pace.
    if (!isRunning)
        m_mailbox.post([this] { readSlot(); });
}

} // namespace fern::app
