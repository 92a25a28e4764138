#include "app/runner/mailbox.h"

#include <QCoreApplication>
#include <QEvent>

#include <utility>

namespace fern::app {

void Mailbox::post(std::function<void()> letter)
{
    {
        const std::lock_guard lock(m_mutex);
        m_letters.push_back(std::move(letter));
    }
    QCoreApplication::postEvent(this, new QEvent(QEvent::User)); // the queue of events owns it
}

void Mailbox::customEvent(QEvent* /*event*/)
{
    std::vector<std::function<void()>> letters;
    {
        const std::lock_guard lock(m_mutex);
        letters = std::exchange(m_letters, {});
    }
    for (const auto& letter : letters)
        letter();
}

} // namespace fern::app
