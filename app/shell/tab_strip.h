#pragma once
// The channels as tabs: whole names as long as they fit, and behind "n more" the others.

#include "instrument/instrument.h"

#include <QAbstractButton>
#include <QStringList>

#include <vector>

namespace fern::app {

/// The tab of one channel. Dragged past half a neighbour it asks to change places.
class TabButton : public QAbstractButton {
    Q_OBJECT
public:
    TabButton(const QString& id, const QString& name, QWidget* parent);

    const QString& id() const { return m_id; }
    QSize sizeHint() const override;

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

class TabStrip : public QWidget {
    Q_OBJECT
public:
    explicit TabStrip(QWidget* parent);

    void showChannels(const Instrument& instrument, const QString& open);
    QSize sizeHint() const override;
    QSize minimumSizeHint() const override { return {60, height()}; }

Q_SIGNALS:
    void chosen(const QString& id);
    void moved(const QString& id, int by);
    void menuWanted(const QPoint& at);
    /// The list of all channels, below `at` on the screen.
    void listWanted(const QPoint& at);

protected:
    void resizeEvent(QResizeEvent* event) override;

private:
    void rebuild(const Instrument& instrument);
    /// Shows as many from the left as there is room for, and always the open one.
    void layOut();
    void drop(TabButton* tab, int pixels);

    std::vector<TabButton*> m_tabs;
    TabButton* m_more;
    QStringList m_shown; ///< ids and names of the tabs
};

} // namespace fern::app
