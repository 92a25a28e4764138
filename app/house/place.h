#pragma once
// A place of the window: what the rail on the left opens.

#include "app/house/destination.h"
#include "app/house/house.h"
#include "app/look/tab_order.h"
#include "app/runner/run_view.h"

#include <QWidget>

namespace fern::app {

class Place : public QWidget {
    Q_OBJECT
public:
    using QWidget::QWidget;

    /// Shows the newest view; called while the place is open, and when it is opened.
    virtual void showView(const std::shared_ptr<const RunView>& view) = 0;
    /// Turns to what a destination names of this place.
    virtual void turnTo(const Destination& /*there*/) { }
    /// Returns the heading in the help that tells of what is open.
    virtual QString helpHeading() const = 0;
    /// Whether the views must hold the sheets of parts.
    virtual bool showsParts() const { return false; }

Q_SIGNALS:
    void wanted(const fern::app::Destination& there);

protected:
    void showEvent(QShowEvent* event) override
    {
        QWidget::showEvent(event);
        orderTabs(*this);
    }
};

} // namespace fern::app
