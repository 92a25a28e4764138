#pragma once
// The Timing place: what ran when, the program of the firmware as its maker writes it, and what
// limits it.

#include "app/house/place.h"
#include "app/look/line_label.h"
#include "app/look/page_chips.h"
#include "app/look/parameter_grid.h"
#include "app/places/timing/activity_lanes.h"
#include "app/places/timing/limits_list.h"
#include "app/places/timing/plan_page.h"
#include "app/places/timing/program_list.h"
#include "app/places/timing/sleep_page.h"
#include "app/places/timing/ways_page.h"
#include "app/places/timing/what_if_page.h"

#include <map>

class QComboBox;
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
    /// The page of a destination is an instant, in seconds before now.
    void turnTo(const Destination& there) override;
    QString helpHeading() const override { return QString::fromLatin1(name); }

private:
    QWidget* makeLanes();
    QWidget* makeProgram();
    QWidget* makeAdding();
    QWidget* makeStarts();
    QComboBox* makeRuntime();
    QComboBox* makeBoards();
    QComboBox* makeModes();
    /// The boards and modes that there are to choose from.
    void showChoices();
    void showProgram();
    /// What is weighed: the instrument in the mode that is chosen, or in the worst of all.
    std::shared_ptr<const PlainInstrument> weighed() const;
    std::optional<std::size_t> mode() const;
    std::string board() const;
    void addTask(Card& card);
    QWidget* makePages();
    void showTask();
    /// Shows the page that is seen, for the instrument that is shown.
    void showPage();
    /// What ran, or would run at the pace that is tried.
    void showLanes();
    /// Saves what ran as a picture, as rows or as a timeline.
    void exportLanes();

    House m_house;
    Document& m_document;
    std::shared_ptr<const RunView> m_view;
    std::shared_ptr<const PlainInstrument> m_shown; ///< of which program and limits are shown
    Card* m_lanesCard;
    ActivityLanes* m_lanes;
    QLabel* m_cursor;
    Card* m_programCard;
    ProgramList* m_program;
    QPushButton* m_remove;
    QComboBox* m_boards;
    QComboBox* m_modes;
    QComboBox* m_runtime;
    ParameterGrid* m_task;
    ParameterGrid* m_serial;
    ParameterGrid* m_modesFigures;
    QLabel* m_taskName;
    PageChips* m_pages;
    LimitsList* m_limits;
    PlanPage* m_plan;
    WaysPage* m_ways;
    WhatIfPage* m_whatIf;
    SleepPage* m_sleep;
    std::map<const QWidget*, std::shared_ptr<const PlainInstrument>>
        m_pageOf; ///< what each page shows
};

} // namespace fern::app
