#pragma once
// What the board says it shows, beside what its raw value should show, line by line.

#include "app/runner/run_view.h"

#include <QWidget>

namespace fern::app {

class Chip;

class ShownList : public QWidget {
    Q_OBJECT
public:
    explicit ShownList(QWidget* parent);

    void showPairs(const RunView& view);
    QSize minimumSizeHint() const override { return {260, 90}; }

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    struct Row {
        QString at, reader, board, ours, cause;
        bool isDifferent = false;
    };
    Chip* m_onlyDifferent;
    std::vector<Row> m_rows;
    QString m_summary;
};

} // namespace fern::app
