#pragma once
// The window: puts the bars, the places and the right column around one document and one runner.

#include "app/dialogs/dialogs.h"
#include "app/document/document.h"
#include "app/runner/runner.h"

#include <QMainWindow>
#include <QTimer>

class QLabel;
class QSplitter;

namespace fern::app {

class ChannelsPlace;
class FindingsView;
class GlassView;
class Card;
class TickBar;
class TopBar;

class MainWindow : public QMainWindow {
    Q_OBJECT
public:
    explicit MainWindow(Dialogs& dialogs, QWidget* parent = nullptr);

    /// Opens a file; on error says so and keeps what is open.
    bool open(const QString& path);
    /// Plays a recording through the open instrument; on error says so and goes on as before.
    bool playRecording(const QString& path);

    Document& document() { return m_document; }
    Runner& runner() { return m_runner; }

protected:
    void closeEvent(QCloseEvent* event) override;

private:
    QList<QAction*> createActions();
    QWidget* createRightColumn();
    void connectParts();
    void chooseFile();
    bool save();
    bool saveAs();
    /// Asks about unsaved changes; returns whether going on is right.
    bool mayLeave();
    void showView();
    void showNotice(const QString& message);
    void toggleRun();
    void startScenario(const QString& id);

    Dialogs& m_dialogs;
    Document m_document;
    Runner m_runner;
    TopBar* m_topBar = nullptr;
    ChannelsPlace* m_channels = nullptr;
    Card* m_glassCard = nullptr;
    GlassView* m_glass = nullptr;
    FindingsView* m_findings = nullptr;
    QLabel* m_notice = nullptr;
    TickBar* m_tickBar = nullptr;
    QString m_scenario;
    QString m_recordingName;
};

} // namespace fern::app
