#include "io/threaded_link.h"

#include <utility>

namespace fern::io {

ThreadedLink::ThreadedLink(const QString& name, std::size_t mostQueued)
    : m_mostQueued(mostQueued)
{
    m_thread.setObjectName(name);
    m_context.moveToThread(&m_thread);
}

void ThreadedLink::start(const std::function<void()>& begin, const std::function<void()>& end)
{
    QObject::connect(&m_thread, &QThread::started, &m_context, begin);
    QObject::connect(&m_thread, &QThread::finished, &m_context, end, Qt::DirectConnection);
    m_thread.start();
}

void ThreadedLink::stop()
{
    m_thread.quit();
    m_thread.wait();
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
