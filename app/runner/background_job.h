#pragma once
// Long work beside the window: reading, importing. One job at a time; what it found is handed over
// on the window's thread.

#include "app/runner/mailbox.h"
#include "io/recordings.h"

#include <QObject>
#include <QTimer>

#include <atomic>
#include <functional>
#include <thread>

namespace fern::app {

class BackgroundJob : public QObject {
    Q_OBJECT
public:
    /// What is to be done with the result, on the window's thread.
    using Finish = std::function<void()>;
    /// The work, in a thread of its own. It asks its progress often and ends soon when told to.
    using Work = std::function<Finish(const io::Progress&)>;

    explicit BackgroundJob(QObject* parent);
    ~BackgroundJob() override;

    /// Starts a job. One that still runs is told to stop, its end is not told, and the new one
    /// begins after it; nobody waits here.
    /// `words` say what is being done, as "Reading evening.csv", where somebody shows it.
    void start(Work work, const QString& words = {});
    /// Stops the job; nobody is told.
    void stop();
    bool isRunning() const { return m_isRunning; }
    const QString& words() const { return m_words; }

Q_SIGNALS:
    void progressed(double share); ///< 0 … 1, a few times a second
    void ended(); ///< behind Finish, and after stop()

private:
    void launch();
    void conclude(const Finish& finish);
    void end();

    QString m_words;
    Mailbox m_mailbox; ///< for the thread
    std::jthread m_thread;
    std::atomic<double> m_share = 0;
    QTimer m_timer;
    Work m_next; ///< begins when the thread has ended
    bool m_isBusy = false; ///< the thread works, perhaps on what nobody wants any more
    bool m_isRunning = false; ///< somebody waits for the end
};

} // namespace fern::app
