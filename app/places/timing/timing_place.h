#pragma once
// The Timing place: what ran when, the program of the firmware as its maker writes it, and what
// limits it.

#include "app/house/place.h"
#include "app/look/line_label.h"
#include "app/look/parameter_grid.h"
#include "app/places/timing/activity_lanes.h"
#include "app/places/timing/limits_list.h"
#include "app/places/timing/program_list.h"

class QPushButton;

namespace fern::app {

class Card;

class TimingPlace : public Place {
    Q_OBJECT
public:
    static constexpr const char* name = "Timing";
    static QPainterPath mark();

    TimingPlace(House& house, QWidget* parent);

    void showView(const std::shared_ptr<const RunView>& view) override;
    QString helpHeading() const override { return QString::fromLatin1(name); }

private:
    QWidget* makeLanes();
    QWidget* makeProgram();
    QWidget* makeStarts();
    void addTask(Card& card);
    QWidget* makeLimits();
    void showTask();
    void showLimits();
    void applyPlan();

    Document& m_document;
    std::shared_ptr<const RunView> m_view;
    std::shared_ptr<const PlainInstrument> m_shown; ///< of which program and limits are shown
    ActivityLanes* m_lanes;
    QLabel* m_cursor;
    ProgramList* m_program;
    QPushButton* m_addLine;
    QPushButton* m_addWait;
    QPushButton* m_remove;
    ParameterGrid* m_task;
    ParameterGrid* m_serial;
    QLabel* m_taskName;
    LimitsList* m_limits;
    QLabel* m_plan;
    QPushButton* m_apply;
};

} // namespace fern::app
