#pragma once
// A stand-in speaks to a maker's own board, or to another program: over a serial port, a
// pseudo-terminal or HTTP. It follows a scenario or a capture, or a log is sent as it was written.

#include "app/dialogs/dialogs.h"
#include "app/document/capture_library.h"
#include "app/monitor/line_monitor.h"
#include "app/places/bench/faults_row.h"
#include "app/runner/background_job.h"
#include "io/feed_server.h"
#include "io/speaker.h"

#include <QLabel>
#include <QTimer>

#include <functional>

class QComboBox;
class QGridLayout;
class QPushButton;

namespace fern::app {

class Card;
class CheckedEdit;

class StandInPage : public QWidget {
    Q_OBJECT
public:
    StandInPage(Document& document, CaptureLibrary& library, Dialogs& dialogs, QWidget* parent);

    /// Lets the stand-in that suits best follow a capture; whoever looks presses the button.
    void follow(const QString& capture);

protected:
    void showEvent(QShowEvent* event) override;

private:
    /// A row of the sheet: its word, and what is chosen in it.
    struct Row {
        QWidget* word = nullptr;
        QWidget* field = nullptr;
        void setVisible(bool isVisible) const;
    };
    enum class Way { Terminal, Port, Http };

    void fillSheet(Card& card);
    Row addRow(QGridLayout& sheet, const QString& word, QWidget* field);
    void showDocument();
    void offerKinds();
    void offerChannels();
    void offerCourses();
    void showWay();
    void showAdvice();
    void choose();
    /// Shows what would be sent, while nothing is.
    void preview();
    void toggle();
    void start();
    /// Returns what makes the chosen stand-in, of a kind; called beside the window.
    std::function<Result<std::unique_ptr<StandIn>>(const io::Progress&)> maker() const;
    void speak(std::unique_ptr<StandIn> standIn);
    void stop();
    void setChoosable(bool isChoosable);
    void showReport();
    void tell(const QString& words);
    void refuse(const QString& words);

    StandInSetting setting() const;
    bool isOn() const { return m_speaker != nullptr || m_server != nullptr; }
    Way way() const;
    bool isWheel() const;

    Document& m_document;
    CaptureLibrary& m_library;
    Dialogs& m_dialogs;
    BackgroundJob m_making, m_previewing;
    QTimer m_look; ///< at what is sent
    QComboBox *m_kind, *m_channel, *m_course, *m_way;
    CheckedEdit* m_address;
    QLabel* m_advice;
    FaultsRow* m_faults;
    QPushButton* m_button;
    QLabel* m_state;
    Row m_channelRow, m_courseRow;
    Card* m_sentCard;
    LineMonitor* m_sent;
    std::unique_ptr<io::Speaker> m_speaker;
    std::unique_ptr<io::FeedServer> m_server;
};

} // namespace fern::app
