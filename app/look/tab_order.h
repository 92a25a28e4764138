#pragma once
// The order in which Tab goes through a view.

class QWidget;

namespace fern::app {

/// Lets Tab follow the eye through everything below a widget, as soon as it is laid out: row by row
/// from the left, and through one card before the next.
void orderTabs(QWidget& root);

} // namespace fern::app
