#pragma once
// A satellite receiver at a glance: whether it has a fix, how many satellites, where and how fast;
// below it the sentences with the state of their checksums.

#include "app/monitor/line_monitor.h"

#include <QLabel>

#include <array>

namespace fern::app {

class ReceiverView : public SourceView {
    Q_OBJECT
public:
    explicit ReceiverView(QWidget* parent);

    void showRun(const RunView& view, const Channel& channel) override;

private:
    enum Figure : std::size_t { Fix, Satellites, Position, Speed, Time };

    std::array<QLabel*, 5> m_figures{};
    LineMonitor* m_lines;
};

} // namespace fern::app
