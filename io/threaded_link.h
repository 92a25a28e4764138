#pragma once
// A link that listens in a thread of its own and keeps what has come in a bounded queue.

#include "io/link.h"

#include <QEventLoop>

#include <chrono>
#include <deque>
#include <functional>
#include <memory>
#include <mutex>
#include <semaphore>
#include <thread>

namespace fern::io {

class ThreadedLink : public Link {
public:
    Ticks now() const override;
    std::vector<LiveChunk> take() override;
    LinkReport report() const override;

protected:
    /// `mostQueued` bytes wait at most; what nobody takes beyond it is lost and counted.
    explicit ThreadedLink(std::size_t mostQueued);

    /// Runs `begin` in the thread, then its events, and `end` there when the link goes. The
    /// constructor of the derived class calls it last, its destructor calls stop() first.
    void start(std::function<void()> begin, std::function<void()> end);
    void stop();

    // For the thread:
    void push(const QByteArray& bytes);
    void opened(std::string words);
    void failed(LinkState state, std::string words);
    QObject& context() { return *m_events; }

private:
    std::size_t m_mostQueued;
    std::chrono::steady_clock::time_point m_start = std::chrono::steady_clock::now();
    mutable std::mutex m_mutex;
    std::deque<LiveChunk> m_queue; ///< guarded
    std::size_t m_queued = 0; ///< bytes, guarded
    LinkReport m_report; ///< guarded
    bool m_isNewBegin = true; ///< guarded
    std::binary_semaphore m_isRunning{0}; ///< the events of the thread
    std::binary_semaphore m_isLeft{0}; ///< by stop(), which has ended them
    std::unique_ptr<QEventLoop> m_events; ///< of the thread, which makes and ends it
    std::jthread m_thread;
};

} // namespace fern::io
