#pragma once
// How often each code came; codes that never came between frequent ones are marked.

#include "reading/code_statistics.h"

#include <QWidget>

namespace fern::app {

class Histogram : public QWidget {
    Q_OBJECT
public:
    explicit Histogram(QWidget* parent = nullptr);

    void showStatistics(const CodeStatistics& statistics);
    QSize minimumSizeHint() const override { return {120, 80}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    CodeStatistics m_statistics;
};

} // namespace fern::app
