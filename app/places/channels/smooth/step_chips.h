#pragma once
// The smoothing steps as a row of chips: pressed to choose one, dragged to another place, switched
// off, taken away. Keys do the same: arrows choose, Ctrl with arrows moves, Space switches off,
// Delete takes away.

#include "smooth/spec.h"

#include <QAbstractButton>

#include <vector>

namespace fern::app {

class StepChip : public QAbstractButton {
    Q_OBJECT
public:
    explicit StepChip(QWidget* parent);

    void showStep(const StepSpec& step);
    QSize sizeHint() const override { return {128, 40}; }
    QSize minimumSizeHint() const override { return {84, 40}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    QString m_name;
    QString m_figure;
    bool m_isOff = false;
};

class StepChips : public QWidget {
    Q_OBJECT
public:
    explicit StepChips(QWidget* parent = nullptr);

    void showSteps(const std::vector<StepSpec>& steps);
    /// The chosen step, or -1 when there is none.
    int current() const { return m_current; }
    void setCurrent(int index);

Q_SIGNALS:
    void currentChanged(int index);
    void moved(int from, int to);
    void switched(int index);
    void removed(int index);
    void addWanted(fern::StepKind kind);

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;
    void paintEvent(QPaintEvent* event) override;

private:
    void addChip();
    bool pressedKey(int index, int key, bool control);
    int placeAt(int x) const;
    int indexOf(const QObject* chip) const;

    std::vector<StepSpec> m_steps;
    std::vector<StepChip*> m_chips;
    QAbstractButton* m_add;
    int m_current = -1;
    int m_dragged = -1;
    int m_dropAt = -1; ///< place where the dragged chip would stand
    int m_pressX = 0;
};

/// Returns what a step is called, and its figure with unit.
QString stepName(const StepSpec& step);
QString stepFigure(const StepSpec& step);

} // namespace fern::app
