#pragma once
// What a device told, line by line: when, the raw text, and beside it what it says. The newest line
// is the lowest; a chosen one is shown whole below, and can be copied.

#include "app/places/channels/sources/source_view.h"

class QLabel;
class QPlainTextEdit;
class QTableView;

namespace fern::app {

class Chip;
class LineModel;

class LineMonitor : public SourceView {
    Q_OBJECT
public:
    explicit LineMonitor(QWidget* parent = nullptr);

    void showRun(const RunView& view, const Channel& channel) override;
    void showTold(const std::vector<Told>& lines);
    QSize minimumSizeHint() const override { return {260, 90}; }

protected:
    void resizeEvent(QResizeEvent* event) override;

private:
    void showLines();
    void showWidths();
    void showChosen();
    void copy() const;

    std::vector<Told> m_lines;
    QLabel* m_counts;
    Chip* m_wrongOnly;
    QTableView* m_table;
    LineModel* m_model;
    QPlainTextEdit* m_whole; ///< the chosen line
    bool m_followsNewest = true; ///< nobody has scrolled up
    int m_longest = 0; ///< raw text that has been shown, pixels
};

} // namespace fern::app
