#include "io/speaker.h"

#include <QEventLoop>

#include <chrono>
#include <condition_variable>
#include <deque>
#include <mutex>
#include <stop_token>
#include <thread>

namespace fern::io {

namespace {

constexpr auto pause = std::chrono::milliseconds(2); // as exact as pulses come

class ThreadedSpeaker : public Speaker {
public:
    ThreadedSpeaker(std::unique_ptr<StandIn> standIn, Open open, double retrySeconds)
        : m_link(std::move(standIn), "the stand-in")
        , m_open(std::move(open))
        , m_retry(retrySeconds)
        , m_thread([this](const std::stop_token& stop) { speak(stop); })
    {
    }
    ThreadedSpeaker(const ThreadedSpeaker&) = delete;
    ThreadedSpeaker& operator=(const ThreadedSpeaker&) = delete;
    ~ThreadedSpeaker() override = default;

    SpeakerReport report() const override
    {
        const std::lock_guard lock(m_mutex);
        auto report = m_report;
        report.last.assign(m_last.begin(), m_last.end());
        return report;
    }
    void setFaults(const StandInFaults& faults) override { m_link.setFaults(faults); }

private:
    void speak(const std::stop_token& stop)
    {
        const QEventLoop events; // a serial port wants it in its thread
        std::unique_ptr<Outlet> outlet;
        while (!stop.stop_requested()) {
            const auto chunks = m_link.take();
            if (const auto link = m_link.report(); link.state == LinkState::Lost) {
                outlet.reset();
                fail(link.state, link.words);
                wait(stop, pause);
                continue;
            }
            if (!outlet) {
                auto opened = m_open();
                if (!opened) {
                    fail(LinkState::Failed, opened.error().message);
                    wait(stop, std::chrono::duration<double>(m_retry));
                    continue;
                }
                outlet = std::move(opened).value();
                tell(outlet->words());
            }
            for (const auto& chunk : chunks) {
                if (stop.stop_requested())
                    return;
                if (const auto written = outlet->write(chunk.bytes); !written) {
                    fail(LinkState::Lost, written.error().message);
                    outlet.reset();
                    break;
                }
                count(chunk);
            }
            wait(stop, pause);
        }
    }
    /// Sleeps, but not on when it shall stop.
    template <class Duration> void wait(const std::stop_token& stop, Duration duration)
    {
        std::unique_lock lock(m_sleep);
        m_woken.wait_for(lock, stop, duration, [] { return false; });
    }
    void tell(std::string words)
    {
        const std::lock_guard lock(m_mutex);
        m_report.state = LinkState::Open;
        m_report.words = std::move(words);
    }
    void fail(LinkState state, std::string words)
    {
        const std::lock_guard lock(m_mutex);
        m_report.state = state;
        m_report.words = std::move(words);
    }
    void count(const LiveChunk& chunk)
    {
        const std::lock_guard lock(m_mutex);
        m_report.bytes += chunk.bytes.size();
        m_report.behindSeconds = inSeconds(m_link.now() - chunk.at);
        m_last.push_back(chunk);
        if (m_last.size() > mostLast)
            m_last.pop_front();
    }

    StandInLink m_link;
    Open m_open;
    double m_retry; ///< seconds
    mutable std::mutex m_mutex;
    SpeakerReport m_report; ///< guarded
    std::deque<LiveChunk> m_last; ///< guarded
    std::mutex m_sleep;
    std::condition_variable_any m_woken;
    std::jthread m_thread; ///< ends first
};

} // namespace

std::unique_ptr<Speaker> Speaker::start(
    std::unique_ptr<StandIn> standIn, Open open, double retrySeconds)
{
    return std::make_unique<ThreadedSpeaker>(std::move(standIn), std::move(open), retrySeconds);
}

} // namespace fern::io
