#include "io/threaded_link.h"

#include <QTimer>

#include <utility>

namespace fern::io {

ThreadedLink::ThreadedLink(std::size_t mostQueued)
    : m_mostQueued(mostQueued)
{
}

void ThreadedLink::start(std::function<void()> begin, std::function<void()> end)
{
    m_thread = std::jthread([this, begin = std::move(begin), end = std::move(end)] {
        m_events = std::make_unique<QEventLoop>();
        QTimer::singleShot(0, m_events.get(), [&] {
            begin();
            m_isRunning.release();
        });
        m_events->exec();
        m_isLeft.acquire(); // whoever ends them still uses them
        end();
        m_events.reset();
    });
}

void ThreadedLink::stop()
{
    m_isRunning.acquire(); // before they run nothing ends them
    m_events->exit();
    m_isLeft.release();
    m_thread.join();
}

Ticks ThreadedLink::now() const
{
    return Ticks{std::chrono::duration_cast<std::chrono::nanoseconds>(
        std::chrono::steady_clock::now() - m_start)
                     .count()};
}

std::vector<LiveChunk> ThreadedLink::take()
{
    const std::lock_guard lock(m_mutex);
    std::vector<LiveChunk> chunks(
        std::make_move_iterator(m_queue.begin()), std::make_move_iterator(m_queue.end()));
    m_queue.clear();
    m_queued = 0;
    return chunks;
}

LinkReport ThreadedLink::report() const
{
    const std::lock_guard lock(m_mutex);
    return m_report;
}

void ThreadedLink::push(const QByteArray& bytes)
{
    if (bytes.isEmpty())
        return;
    const auto at = now();
    const std::lock_guard lock(m_mutex);
    const auto size = static_cast<std::size_t>(bytes.size());
    if (m_queued + size > m_mostQueued) {
        m_report.lostBytes += size;
        m_isNewBegin = true; // the line that was begun has a hole
        return;
    }
    m_queued += size;
    m_queue.push_back({at, bytes.toStdString(), std::exchange(m_isNewBegin, false)});
}

void ThreadedLink::opened(std::string words)
{
    const std::lock_guard lock(m_mutex);
    m_report.state = LinkState::Open;
    m_report.words = std::move(words);
    ++m_report.opened;
    m_isNewBegin = true;
}

void ThreadedLink::failed(LinkState state, std::string words)
{
    const std::lock_guard lock(m_mutex);
    m_report.state = state;
    m_report.words = std::move(words);
}

} // namespace fern::io
