#pragma once
// One rung of the ladder: a title with its facts, a bar, and what hangs on it.

#include "app/places/parts/module_button.h"

#include <QLabel>
#include <QWidget>

#include <vector>

class QVBoxLayout;

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
    /// A bar with what hangs on it: the bus, or what a multiplexer lets through.
    struct Branch {
        QWidget* bar = nullptr;
        const ModuleButton* root = nullptr; ///< the multiplexer; null on the bus itself
        std::vector<ModuleButton*> modules;
    };

    /// Adds a bar and below it the items that hang behind the module, or on the bus itself.
    void addBranch(QVBoxLayout* column, const ModuleButton* root);
    void paintBranch(QPainter& painter, const Branch& branch, const QColor& colour) const;

    Rung m_rung;
    QLabel* m_facts;
    std::vector<Branch> m_branches; ///< the bus first
    std::vector<ModuleButton*> m_modules;
    bool m_isTarget = false;
};

} // namespace fern::app
