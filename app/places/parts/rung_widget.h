#pragma once
// One rung of the ladder: a title with its facts, a bar, and what hangs on it.

#include "app/places/parts/module_button.h"

#include <QLabel>
#include <QWidget>

#include <vector>

namespace fern::app {

class RungWidget : public QWidget {
    Q_OBJECT
public:
    /// `whenEmpty` is said where nothing hangs.
    RungWidget(const Rung& rung, const QString& whenEmpty, QWidget* parent);

    const Rung& rung() const { return m_rung; }
    const std::vector<ModuleButton*>& modules() const { return m_modules; }
    /// Marks it as the place where a dragged module would hang.
    void setTarget(bool isTarget);

Q_SIGNALS:
    void titleClicked();

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    Rung m_rung;
    QWidget* m_bar;
    QLabel* m_facts;
    std::vector<ModuleButton*> m_modules;
    bool m_isTarget = false;
};

} // namespace fern::app
