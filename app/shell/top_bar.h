#pragma once
// The bar on top: the instrument's name and save state, the channels as tabs, the file actions.

#include "app/document/document.h"
#include "app/look/line_label.h"
#include "app/shell/tab_strip.h"

#include <QLabel>
#include <QWidget>

class QAction;
class QMenu;

namespace fern::app {

class ChannelMenu;

class TopBar : public QWidget {
    Q_OBJECT
public:
    /// `buttons` stand at the right, `menu` opens behind them, `channels` on a tab.
    TopBar(const QList<QAction*>& buttons, QMenu* menu, ChannelMenu* channels, QWidget* parent);

    void showDocument(const Document& document, const QString& channel);

Q_SIGNALS:
    void channelChosen(const QString& id);
    /// The list of all channels, below `at` on the screen.
    void channelListWanted(const QPoint& at);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    QLabel* m_name;
    LineLabel* m_state; ///< gives way where there are many tabs
    TabStrip* m_tabs;
    QWidget* m_add;
};

} // namespace fern::app
