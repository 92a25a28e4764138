#pragma once
// How long a board is to sleep: the hours and the ages of each time, and the one to take.

#include "app/places/timing/limits_list.h"
#include "plan/sleep_plan.h"

#include <QLabel>
#include <QPushButton>

namespace fern::app {

class Document;

class SleepPage : public QWidget {
    Q_OBJECT
public:
    SleepPage(Document& document, QWidget* parent);

    /// Shows the sleep of a board, by the name of its loop, else the first that there is.
    void showInstrument(const PlainInstrument& plain, const std::string& board);

private:
    void apply();

    Document& m_document;
    SleepPlan m_plan;
    QLabel* m_reason;
    LimitsList* m_points;
    QPushButton* m_apply;
};

} // namespace fern::app
