#pragma once
// The Bench place: what drives the instrument, what a real one tells, and what was captured.

#include "app/house/place.h"
#include "app/look/page_chips.h"
#include "app/places/bench/capture_page.h"
#include "app/places/bench/devices_page.h"
#include "app/places/bench/import_sheet.h"
#include "app/places/bench/live_page.h"
#include "app/places/bench/stand_in_page.h"

#include <QComboBox>

class QStackedWidget;

namespace fern::app {

class BenchPlace : public Place {
    Q_OBJECT
public:
    static constexpr const char* name = "Bench";
    static QPainterPath mark();

    BenchPlace(House& house, QWidget* parent);

    void showView(const std::shared_ptr<const RunView>& view) override;
    /// Opens a page by its word: "Live", "Devices", "Captures" or "Stand in"; a channel's id behind
    /// "Captures/" opens that capture.
    void turnTo(const Destination& there) override;
    QString helpHeading() const override { return QString::fromLatin1(name); }

    /// Asks where the columns of a log go, to import it beside the window.
    void importLog(const QString& path);
    bool isImporting() const
    {
        return m_looking.isRunning() || m_import->isTrying() || m_importing.isRunning();
    }
    CapturePage& captures() { return *m_captures; }
    StandInPage& standIn() { return *m_standIn; }

private:
    void chooseLog();
    void ask(const QString& path, const Result<LogLook>& look);
    void importAs(const ImportPlan& plan);
    void showPlay();

    House& m_house;
    QComboBox* m_source;
    PageChips* m_pages;
    LivePage* m_live;
    DevicesPage* m_devices;
    QStackedWidget* m_library; ///< the captures, and the sheet of an import among them
    CapturePage* m_captures;
    StandInPage* m_standIn;
    ImportSheet* m_import;
    BackgroundJob m_looking{this}; ///< at a log; an import goes on meanwhile
    BackgroundJob m_importing{this};
    QString m_logPath; ///< of the log that is being imported
    LogLook m_look; ///< at it
};

} // namespace fern::app
