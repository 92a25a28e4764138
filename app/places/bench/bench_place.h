#pragma once
// The Bench place: what drives the instrument, and what a real one, or a stand-in, tells.

#include "app/document/document.h"
#include "app/look/card.h"
#include "app/look/line_label.h"
#include "app/places/bench/field_table.h"
#include "app/places/bench/shown_list.h"
#include "app/places/channels/sources/line_monitor.h"
#include "app/tick/play_choice.h"

#include <QComboBox>

namespace fern::app {

class BenchPlace : public QWidget {
    Q_OBJECT
public:
    BenchPlace(Document& document, QWidget* parent);

    void setChoices(const QList<PlayChoice>& choices, const QString& current);
    void showView(const RunView& view);

Q_SIGNALS:
    void chosen(const QString& key);

private:
    Card* m_sourceCard;
    QComboBox* m_source;
    LineLabel* m_state;
    LineLabel* m_shape;
    LineLabel* m_counts;
    LineLabel* m_pace;
    QLabel* m_empty;
    Card* m_fieldsCard;
    FieldTable* m_fields;
    Card* m_linesCard;
    LineMonitor* m_lines;
    ShownList* m_shown;
};

} // namespace fern::app
