#pragma once
// The bar on top: the instrument's name and save state, the channels as tabs, the file actions.

#include "app/document/document.h"
#include "app/look/fair_row.h"
#include "app/look/line_label.h"

#include <QAbstractButton>
#include <QLabel>
#include <QWidget>

class QAction;
class QMenu;

namespace fern::app {

class ChannelMenu;

/// The tab of one channel. Dragged past half a neighbour it asks to change places.
class TabButton : public QAbstractButton {
    Q_OBJECT
public:
    TabButton(const QString& id, const QString& name, QWidget* parent);

    const QString& id() const { return m_id; }
    QSize sizeHint() const override;
    QSize minimumSizeHint() const override;

Q_SIGNALS:
    void menuWanted(const QPoint& at);
    /// Dragged by that many pixels and let go.
    void draggedBy(int pixels);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void contextMenuEvent(QContextMenuEvent* event) override;

private:
    QString m_id;
    int m_pressX = 0;
};

class TopBar : public QWidget {
    Q_OBJECT
public:
    /// `buttons` stand at the right, `menu` opens behind them, `channels` on a tab.
    TopBar(const QList<QAction*>& buttons, QMenu* menu, ChannelMenu* channels, QWidget* parent);

    void showDocument(const Document& document, const QString& channel);

Q_SIGNALS:
    void channelChosen(const QString& id);
    void channelMoved(const QString& id, int by);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    void rebuildTabs(const Instrument& instrument);
    void dropTab(TabButton* tab, int pixels);

    QLabel* m_name;
    LineLabel* m_state; ///< gives way where there are many tabs
    FairRow* m_tabRow;
    std::vector<TabButton*> m_tabs;
    QWidget* m_add;
    ChannelMenu* m_channelMenu;
    QStringList m_shown; ///< ids and names of the tabs
};

} // namespace fern::app
