#pragma once
// The instrument that says what is true while one calibrates: a meter on a link, or the simulated
// world. Lives on the window's thread.

#include "io/link.h"
#include "reading/settled.h"
#include "reading/stream_reader.h"

#include <QObject>
#include <QTimer>

#include <deque>
#include <memory>

namespace fern::app {

class ReferenceMeter : public QObject {
    Q_OBJECT
public:
    enum class Kind { None, World, Link };

    explicit ReferenceMeter(QObject* parent);

    void useNone();
    /// Takes what hear() is told: the truth of a simulation, to five digits as a meter shows.
    void useWorld();
    void useLink(std::shared_ptr<io::Link> link);

    Kind kind() const { return m_kind; }
    /// A value that the simulated world has now.
    void hear(double value);
    /// What its last values are, in the unit that it tells.
    SettledReading settled() const;
    /// What it says, or why it says nothing.
    QString words() const;

Q_SIGNALS:
    void changed();

private:
    void use(Kind kind);
    void take(double value);
    void poll();

    Kind m_kind = Kind::None;
    std::shared_ptr<io::Link> m_link;
    StreamReader m_reader;
    std::deque<double> m_values; ///< the newest ones
    QTimer m_timer;
};

} // namespace fern::app
