#pragma once
// The course of a channel's quantity in the scenario, drawn; its points are dragged.

#include "curves/polyline.h"

#include <QWidget>

#include <optional>
#include <vector>

namespace fern::app {

class CourseView : public QWidget {
    Q_OBJECT
public:
    explicit CourseView(QWidget* parent);

    /// Shows a course, in `unit`, beside the wished range and the instant of now. A drag goes on
    /// undisturbed.
    void showCourse(std::vector<CurvePoint> points, const QString& unit, double from, double to,
        double nowSeconds);
    QSize minimumSizeHint() const override { return {260, 150}; }

Q_SIGNALS:
    void courseChanged(const std::vector<fern::CurvePoint>& points);

protected:
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void paintEvent(QPaintEvent* event) override;

private:
    QRectF area() const;
    QPointF placeOf(const CurvePoint& point) const;
    /// The point of the course at a place of the widget, on round figures.
    CurvePoint pointAt(const QPointF& place) const;
    /// The point near a place; none where there is none.
    std::optional<std::size_t> pointNear(const QPointF& place) const;
    /// Moves the chosen point, between its neighbours.
    void moveChosen(CurvePoint to);
    void addPoint(const CurvePoint& point);
    void removeChosen();
    void describe();

    std::vector<CurvePoint> m_points;
    QString m_unit;
    double m_from = 0, m_to = 1; ///< the wished range
    double m_least = 0, m_most = 1; ///< drawn
    double m_seconds = 1; ///< drawn
    double m_now = 0;
    std::size_t m_chosen = 0;
    bool m_isDragging = false;
};

} // namespace fern::app
