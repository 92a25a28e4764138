#pragma once
// The devices that speak to the board, with what they say now; the chosen one leads to what reads
// it.

#include "app/document/document.h"
#include "app/look/text_table_view.h"
#include "app/runner/run_view.h"

#include <QLabel>
#include <QPushButton>

namespace fern::app {

class DevicesPage : public QWidget {
    Q_OBJECT
public:
    DevicesPage(Document& document, QWidget* parent);

    void showView(const RunView& view);

Q_SIGNALS:
    /// The Sensor leaf of a channel is wanted.
    void channelWanted(const QString& channel);

private:
    void open();

    Document& m_document;
    TextTableView* m_table;
    QLabel* m_none;
    QPushButton* m_open;
};

} // namespace fern::app
