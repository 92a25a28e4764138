#pragma once
// The bar on top: the instrument's name and save state, the channels as tabs, the file actions.

#include "app/document/document.h"

#include <QButtonGroup>
#include <QHBoxLayout>
#include <QLabel>
#include <QWidget>

namespace fern::app {

class TopBar : public QWidget {
    Q_OBJECT
public:
    TopBar(const QList<QAction*>& actions, QWidget* parent);

    void showDocument(const Document& document);

Q_SIGNALS:
    void channelChosen(std::size_t index);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    void rebuildTabs(const QStringList& names);

    QLabel* m_name;
    QLabel* m_state;
    QHBoxLayout* m_tabs;
    QButtonGroup* m_group;
    QStringList m_names;
    std::size_t m_channel = 0;
};

} // namespace fern::app
