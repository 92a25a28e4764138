#pragma once
// What the processor, each bus and each panel did in the last seconds, one lane each, with a cursor
// that names it.

#include "app/runner/run_view.h"

#include <QWidget>

namespace fern::app {

class ActivityLanes : public QWidget {
    Q_OBJECT
public:
    explicit ActivityLanes(QWidget* parent = nullptr);

    void showView(const RunView& view);
    const RunView& view() const { return m_view; }
    /// Puts the cursor at an instant, and tells what ran.
    void pointAt(double secondsAgo);
    /// The seconds that are shown, up to now.
    double span() const { return m_span; }
    /// What runs at the cursor, lane by lane; empty without one.
    QString words() const { return m_words; }

    QSize sizeHint() const override;
    QSize minimumSizeHint() const override { return {360, sizeHint().height()}; }

Q_SIGNALS:
    /// The cursor was moved, or what it names has changed.
    void named(const QString& words);

protected:
    void paintEvent(QPaintEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void leaveEvent(QEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void focusInEvent(QFocusEvent* event) override;
    void focusOutEvent(QFocusEvent* event) override;

private:
    struct Lane {
        QString name;
        std::vector<BusyRecord> busy;
    };
    /// A pulse of the chosen channel.
    struct Pulse {
        Ticks from, to; ///< its high level
        bool isCounted = false;
    };
    void takePulses(const RunView& view);

    void zoom(double factor);
    void setCursorAt(double share);
    /// Says what the lanes do at the cursor.
    void say();
    int laneCount() const
    {
        return static_cast<int>(m_lanes.size()) + (m_pulsesOf.isEmpty() ? 0 : 1)
            + (m_isInterrupted ? 1 : 0);
    }
    double secondsAt(double share) const { return inSeconds(m_now) - (1 - share) * m_span; }

    std::shared_ptr<const PlainInstrument> m_plain;
    std::vector<Lane> m_lanes; ///< of the processors first
    std::size_t m_processors = 1;
    QString m_pulsesOf; ///< the channel whose pulses have a lane, below the others; empty: none
    std::vector<Pulse> m_pulses; ///< its last ones
    bool m_isInterrupted = false; ///< by each of them, in a lane of its own
    std::vector<Ticks> m_interrupts;
    RunView m_view; ///< that is shown
    Ticks m_now;
    double m_span = 1; ///< seconds
    double m_cursor = -1; ///< a share of the span; less than zero: none
    QString m_words;
};

} // namespace fern::app
