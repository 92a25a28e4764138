#pragma once
// When a page is shown: what brings it to the front, and how its display turns the others.

#include "app/document/document.h"
#include "app/look/parameter_grid.h"
#include "app/runner/background_job.h"
#include "instrument/resolve.h"
#include "run/page_shares.h"

#include <QLabel>

namespace fern::app {

class TurningSheet : public QWidget {
    Q_OBJECT
public:
    TurningSheet(Document& document, QWidget* parent);

    /// `end` is where the scenario ends, in seconds.
    void showPage(const std::shared_ptr<const PlainInstrument>& plain, std::size_t display,
        std::size_t page, double end);
    void showNone();

Q_SIGNALS:
    void pageAdded(const QString& page);

private:
    void showFigures();
    void showShare();
    void addState(PageComes comes);
    /// Runs the scenario for the shares of the pages.
    void countShares(const std::shared_ptr<const PlainInstrument>& plain, double end);

    Document& m_document;
    std::shared_ptr<const PlainInstrument> m_plain;
    std::size_t m_display = 0, m_page = 0;
    std::shared_ptr<const PlainInstrument> m_countedOf;
    std::vector<PageShares::Shares> m_shares;
    BackgroundJob m_job;
    ParameterGrid* m_when;
    QLabel* m_share;
    QWidget* m_adds; ///< a chip for each state that a page can tell
    ParameterGrid* m_turning;
};

} // namespace fern::app
