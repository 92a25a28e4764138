#include "app/runner/background_job.h"

#include <chrono>
#include <utility>

namespace fern::app {

BackgroundJob::BackgroundJob(QObject* parent)
    : QObject(parent)
{
    m_timer.setInterval(std::chrono::milliseconds(100));
    connect(&m_timer, &QTimer::timeout, this, [this] { Q_EMIT progressed(m_share); });
}

BackgroundJob::~BackgroundJob()
{
    m_thread = {}; // stops it and waits, before anything that it uses goes
}

void BackgroundJob::start(Work work, const QString& words)
{
    m_words = words;
    m_isRunning = true;
    m_share = 0;
    m_timer.start();
    m_next = std::move(work);
    if (m_isBusy)
        m_thread.request_stop(); // the next one begins when this one has ended
    else
        launch();
}

void BackgroundJob::launch()
{
    m_isBusy = true;
    m_thread =
        std::jthread([this, work = std::exchange(m_next, nullptr)](const std::stop_token& stop) {
            auto finish = work([&](double share) {
                m_share = share;
                return !stop.stop_requested();
            });
            m_mailbox.post([this, finish = std::move(finish)] { conclude(finish); });
        });
}

void BackgroundJob::conclude(const Finish& finish)
{
    m_isBusy = false;
    if (m_next)
        return launch();
    if (!m_isRunning)
        return; // it was stopped
    end();
    finish();
}

void BackgroundJob::stop()
{
    if (!m_isRunning)
        return;
    m_next = nullptr;
    m_thread.request_stop();
    end();
}

void BackgroundJob::end()
{
    m_isRunning = false;
    m_timer.stop();
    Q_EMIT ended();
}

} // namespace fern::app
