#pragma once
// What can be done with the open channel, and which one is open.

#include "app/dialogs/dialogs.h"
#include "app/document/document.h"

#include <QMenu>

namespace fern::app {

class ChannelMenu : public QMenu {
    Q_OBJECT
public:
    ChannelMenu(Document& document, Dialogs& dialogs, QWidget* parent);

    /// Id of the open channel; empty without any.
    const QString& channel() const { return m_channel; }
    /// Opens a channel, followed to one of its readers; empty for the first.
    void choose(const QString& channel, const QString& reader = {});
    /// Opens the first channel where the open one is gone.
    void keepChoice();
    QAction* addChannel() const { return m_add; }
    /// Moves a channel so many places to the right.
    void moveChannel(const QString& channel, int by);

Q_SIGNALS:
    void chosen(const QString& channel, const QString& reader);

private:
    /// Opens the channel so many places to the right of the present one.
    void step(int by);
    void rename();
    void showDocument();

    Document& m_document;
    Dialogs& m_dialogs;
    QString m_channel;
    QAction* m_add = nullptr;
};

} // namespace fern::app
