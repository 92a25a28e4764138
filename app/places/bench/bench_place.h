#pragma once
// The Bench place: what drives the instrument, what a real one tells, and what was captured.

#include "app/places/bench/capture_page.h"
#include "app/places/bench/import_sheet.h"
#include "app/places/bench/live_page.h"
#include "app/places/bench/stand_in_page.h"
#include "app/tick/play_choice.h"

#include <QComboBox>

class QButtonGroup;
class QStackedWidget;

namespace fern::app {

class BenchPlace : public QWidget {
    Q_OBJECT
public:
    enum class Page { Live, Captures, StandIn };

    BenchPlace(Document& document, CaptureLibrary& library, Dialogs& dialogs, QWidget* parent);

    void setChoices(const QList<PlayChoice>& choices, const QString& current);
    void showView(const RunView& view);
    void openPage(Page page);
    /// Asks where the columns of a log go.
    void askImport(
        const QString& name, LogLook look, const PlainInstrument& instrument, std::size_t channel);
    LivePage& live() { return *m_live; }
    CapturePage& captures() { return *m_captures; }
    StandInPage& standIn() { return *m_standIn; }

Q_SIGNALS:
    void chosen(const QString& key);
    void importPlanned(const fern::ImportPlan& plan);

private:
    QComboBox* m_source;
    QButtonGroup* m_chips;
    QStackedWidget* m_pages;
    LivePage* m_live;
    CapturePage* m_captures;
    StandInPage* m_standIn;
    ImportSheet* m_import;
};

} // namespace fern::app
