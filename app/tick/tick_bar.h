#pragma once
// The bar at the bottom: run, single tick, pace, clock, what is played, and what the processor, the
// bus and the panel did in the last second.

#include "app/look/line_label.h"
#include "app/play/playing.h"
#include "app/runner/run_view.h"

#include <QComboBox>
#include <QTimer>
#include <QToolButton>

namespace fern::app {

/// What was busy during the last second, as coloured stretches.
class Ribbon : public QWidget {
    Q_OBJECT
public:
    explicit Ribbon(QWidget* parent = nullptr);
    void showActivity(const RunView& view);
    QSize sizeHint() const override { return {240, 18}; }

Q_SIGNALS:
    void instantChosen(double secondsAgo);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;

private:
    std::vector<BusyRecord> m_activity;
    Ticks m_now;
};

class TickBar : public QWidget {
    Q_OBJECT
public:
    explicit TickBar(QWidget* parent = nullptr);

    /// Offers what can drive the instrument.
    void setChoices(const std::vector<PlayChoice>& choices, int current);
    void showView(const RunView& view);

Q_SIGNALS:
    void runToggled();
    void tickPressed();
    void paceChosen(double pace);
    void playChosen(int index);
    void recordToggled();
    void instantChosen(double secondsAgo);

protected:
    void paintEvent(QPaintEvent* event) override;
    void changeEvent(QEvent* event) override;

private:
    void showIcons();
    void showClock();

    QToolButton* m_run;
    QToolButton* m_tick;
    QToolButton* m_record;
    QComboBox* m_pace;
    LineLabel* m_clock;
    QComboBox* m_scenario;
    Ribbon* m_ribbon;
    LineLabel* m_load;
    QTimer m_patience; ///< before it is told that totals are held
    bool m_holdsTotals = false;
    Ticks m_now;
    bool m_isRunning = false;
    bool m_isRecording = false;
};

} // namespace fern::app
