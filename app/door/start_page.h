#pragma once
// What the window shows while no instrument is open: how to begin.

#include "instrument/instrument.h"

#include <QLabel>
#include <QVBoxLayout>
#include <QWidget>

namespace fern::app {

class StartPage : public QWidget {
    Q_OBJECT
public:
    explicit StartPage(QWidget* parent = nullptr);

    void showRecent(const QStringList& files);

Q_SIGNALS:
    void newWanted();
    void openWanted();
    void fileWanted(const QString& path);
    void exampleWanted(const fern::Instrument& instrument);

private:
    QLabel* m_recentTitle;
    QVBoxLayout* m_recent;
    QList<QWidget*> m_links;
};

} // namespace fern::app
