#pragma once
// The paces that keep every wish: how old their numbers get, and what they cost. Those that no
// other one beats are on a line, and can be chosen.

#include "plan/pace_plan.h"

#include <QWidget>

#include <optional>

namespace fern::app {

class FrontierChart : public QWidget {
    Q_OBJECT
public:
    explicit FrontierChart(QWidget* parent = nullptr);

    /// Shows a plan that has something to choose, and chooses its own proposal.
    void showPlan(const PacePlan& plan);
    /// What is chosen: a point of the frontier, or the plan's own proposal.
    const PacePoint& point() const;
    std::size_t pointCount() const { return m_points.size(); }
    /// Where a point is drawn, 0 the freshest.
    QPoint placeOf(std::size_t point) const;

    QSize sizeHint() const override { return {340, 170}; }
    QSize minimumSizeHint() const override { return {240, 130}; }

Q_SIGNALS:
    void chosen();

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void focusInEvent(QFocusEvent* event) override;
    void focusOutEvent(QFocusEvent* event) override;

private:
    QRectF room() const;
    QPointF at(double asked, double load) const;
    void choose(std::size_t point);

    std::vector<PacePoint> m_points; ///< the frontier with the proposal, the freshest first
    std::vector<PaceDot> m_dots;
    std::optional<PaceDot> m_now; ///< where the instrument is, if it keeps everything
    std::size_t m_chosen = 0, m_proposed = 0;
    bool m_isProposalApart = false; ///< another one beats it, by a hair or with more code
    double m_mostLoad = 0.01; ///< at the top of the chart
    double m_leastAsked = 0, m_mostAsked = 1; ///< at its ends
};

} // namespace fern::app
