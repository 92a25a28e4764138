#pragma once
// What a device told, line by line: when, the raw text, and beside it what it says. The newest line
// is the lowest.

#include "app/places/channels/sources/source_view.h"

#include <deque>

namespace fern::app {

class LineMonitor : public SourceView {
    Q_OBJECT
public:
    explicit LineMonitor(QWidget* parent = nullptr);

    void showRun(const RunView& view, const Channel& channel) override;
    void showTold(const std::vector<Told>& lines);
    QSize minimumSizeHint() const override { return {260, 90}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    std::vector<Told> m_lines;
    QString m_counts;
};

} // namespace fern::app
