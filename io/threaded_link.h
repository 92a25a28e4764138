#pragma once
// A link that listens in a thread of its own and keeps what has come in a bounded queue.

#include "io/link.h"

#include <QObject>
#include <QThread>

#include <chrono>
#include <deque>
#include <functional>
#include <mutex>

namespace fern::io {

class ThreadedLink : public Link {
public:
    Ticks now() const override;
    std::vector<LiveChunk> take() override;
    LinkReport report() const override;

protected:
    /// `mostQueued` bytes wait at most; what nobody takes beyond it is lost and counted.
    ThreadedLink(const QString& name, std::size_t mostQueued);

    /// Runs `begin` in the thread, and `end` there when the link goes. The constructor of the
    /// derived class calls it last, its destructor calls stop() first.
    void start(const std::function<void()>& begin, const std::function<void()>& end);
    void stop();

    // For the thread:
    void push(const QByteArray& bytes);
    void opened(std::string words);
    void failed(LinkState state, std::string words);
    QObject& context() { return m_context; }

private:
    std::size_t m_mostQueued;
    std::chrono::steady_clock::time_point m_start = std::chrono::steady_clock::now();
    mutable std::mutex m_mutex;
    std::deque<LiveChunk> m_queue; ///< guarded
    std::size_t m_queued = 0; ///< bytes, guarded
    LinkReport m_report; ///< guarded
    bool m_isNewBegin = true; ///< guarded
    QObject m_context;
    QThread m_thread;
};

} // namespace fern::io
