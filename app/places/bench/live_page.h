#pragma once
// What a real instrument, or a stand-in, tells: how it comes, its fields and where they go, its
// lines, and what it says it shows.

#include "app/document/document.h"
#include "app/look/card.h"
#include "app/look/line_label.h"
#include "app/monitor/line_monitor.h"
#include "app/places/bench/faults_row.h"
#include "app/places/bench/field_table.h"
#include "app/places/bench/shown_list.h"
#include "app/play/playing.h"

namespace fern::app {

class LivePage : public QWidget {
    Q_OBJECT
public:
    LivePage(Document& document, QWidget* parent);

    void showView(const RunView& view);
    /// Offers the faults of a stand-in, all of them off.
    void offerFaults(bool isStandIn);

Q_SIGNALS:
    void faultsChosen(const fern::io::StandInFaults& faults);
    void playWanted(const fern::app::Playing& what);

private:
    void fillEmpty();
    void fillState();
    void fillLines();

    Card* m_empty; ///< while nothing is heard: what could be
    Card* m_stateCard;
    LineLabel* m_state;
    LineLabel* m_shape;
    LineLabel* m_counts;
    LineLabel* m_pace;
    FaultsRow* m_faults;
    QLabel* m_faultsWord = nullptr;
    Card* m_fieldsCard;
    FieldTable* m_fields;
    Card* m_linesCard;
    LineMonitor* m_lines;
    ShownList* m_shown;
};

} // namespace fern::app
