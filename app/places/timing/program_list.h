#pragma once
// The tasks of the loop in their order: chosen, dragged to another place, or moved by keys.

#include "judge/timing_sheet.h"

#include <QWidget>

namespace fern::app {

class ProgramList : public QWidget {
    Q_OBJECT
public:
    explicit ProgramList(QWidget* parent = nullptr);

    void showTasks(const std::vector<TaskRow>& rows);
    /// The task that is chosen; empty for none.
    QString task() const;
    /// Chooses a task, as soon as it is there.
    void chooseTask(const QString& task);
    /// The middle of a task's row.
    QPoint middleOf(std::size_t row) const;

    QSize sizeHint() const override;
    QSize minimumSizeHint() const override { return {260, sizeHint().height()}; }

Q_SIGNALS:
    void chosen(const QString& task);
    /// It is to stand where another task stands.
    void moved(const QString& task, const QString& to);
    void removed(const QString& task);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void focusInEvent(QFocusEvent* event) override;
    void focusOutEvent(QFocusEvent* event) override;

private:
    void choose(int row);
    int rowAt(double y) const;

    std::vector<TaskRow> m_rows;
    int m_chosen = 0;
    QString m_wanted; ///< is chosen when it comes; empty for none
    int m_dragged = -1; ///< the row that the mouse holds
    int m_to = -1; ///< where it would stand
};

} // namespace fern::app
