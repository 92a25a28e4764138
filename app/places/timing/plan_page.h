#pragma once
// The pace plan: made beside the window, shown with its reasons, its alternatives and its proof, or
// with the ways out where nothing fits.

#include "app/places/timing/frontier_chart.h"
#include "app/runner/background_job.h"
#include "app/runner/run_view.h"
#include "plan/pace_proof.h"

#include <QLabel>
#include <QPushButton>
#include <QScrollArea>

class QVBoxLayout;

namespace fern::app {

class Document;

class PlanPage : public QWidget {
    Q_OBJECT
public:
    PlanPage(Document& document, QWidget* parent);

    /// Plans the instrument anew, under a scenario and for a mode, or for all; an older plan that
    /// is still being made is given up.
    void plan(const std::string& scenario, std::optional<std::size_t> mode);
    bool isPlanning() const { return m_planning.isRunning() || m_proving.isRunning(); }

private:
    void showPlan(const PacePlan& plan);
    void showPoint();
    void showWays(const PacePlan& plan);
    void prove();
    void apply();

    Document& m_document;
    std::shared_ptr<const PaceFamily> m_family;
    std::optional<PacePlan> m_plan;
    BackgroundJob m_planning, m_proving;
    QLabel* m_verdict;
    FrontierChart* m_chart;
    QLabel* m_words;
    QLabel* m_reasons;
    QLabel* m_proof;
    QVBoxLayout* m_ways;
    struct Way {
        QWidget* row;
        QLabel* words;
    };
    Way addWay(std::size_t index);
    std::vector<Way> m_wayRows;
    QPushButton* m_apply;
};

} // namespace fern::app
