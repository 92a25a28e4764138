#pragma once
// The way from other threads to the window's.

#include <QObject>

#include <functional>
#include <mutex>
#include <vector>

namespace fern::app {

/// Runs what other threads post in its own thread, in the order in which it came.
class Mailbox : public QObject {
    Q_OBJECT
public:
    using QObject::QObject;

    /// May be called from any thread, while the mailbox lives.
    void post(std::function<void()> letter);

protected:
    void customEvent(QEvent* event) override;

private:
    std::mutex m_mutex;
    std::vector<std::function<void()>> m_letters; ///< guarded
};

} // namespace fern::app
