#pragma once
// Something that hangs on a rung. A click chooses it; it is dragged to another rung with the mouse,
// or moved there with Alt and the arrow keys.

#include "judge/findings.h"
#include "judge/parts_ladder.h"

#include <QAbstractButton>

namespace fern::app {

class ModuleButton : public QAbstractButton {
    Q_OBJECT
public:
    ModuleButton(const RungItem& item, QWidget* parent);

    const RungItem& item() const { return m_item; }
    /// Outlines it with the worst finding about it; none takes the outline away.
    void setSeverity(std::optional<Severity> severity);
    QSize sizeHint() const override { return {158, 40}; }

Q_SIGNALS:
    void dragged(const QPoint& global);
    void dropped(const QPoint& global);
    /// To the rung above (-1) or below (1) that it fits.
    void stepWanted(int by);
    void removeWanted();

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    RungItem m_item;
    std::optional<Severity> m_severity;
    QPoint m_pressedAt;
    bool m_isDragged = false;
};

} // namespace fern::app
