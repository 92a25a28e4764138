#include "app/places/timing/frontier_chart.h"

#include "app/look/look.h"
#include "app/look/text.h"
#include "app/look/tokens.h"
#include "base/number_text.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include <algorithm>
#include <cmath>

namespace fern::app {

namespace {

constexpr double left = 44, bottom = 34, top = 8, right = 10; // around the chart

double askedOf(const PacePoint& point)
{
    return point.figures.of(PaceLimit::Freshness);
}

QString percent(double share)
{
    return qText(significantText(100 * share, 2)) + QStringLiteral(" %");
}

} // namespace

FrontierChart::FrontierChart(QWidget* parent)
    : QWidget(parent)
{
    setObjectName(QStringLiteral("frontierChart"));
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("Freshness against load"));
}

void FrontierChart::showPlan(const PacePlan& plan)
{
    m_points = plan.frontier;
    m_dots = plan.dots;
    const auto isProposal = [&](const PacePoint& each) { return each.pace == plan.chosen->pace; };
    m_isProposalApart = std::none_of(m_points.begin(), m_points.end(), isProposal);
    if (m_isProposalApart)
        m_points.insert(std::lower_bound(m_points.begin(), m_points.end(), *plan.chosen,
                            [](const auto& a, const auto& b) { return askedOf(a) < askedOf(b); }),
            *plan.chosen);
    m_proposed = static_cast<std::size_t>(
        std::find_if(m_points.begin(), m_points.end(), isProposal) - m_points.begin());
    m_now.reset();
    if (plan.now.figures.keepsAll())
        m_now = PaceDot{askedOf(plan.now), plan.now.figures.load};
    m_mostLoad = 1e-6;
    m_mostAsked = 1e-6;
    m_leastAsked = 1;
    const auto take = [this](double asked, double load) {
        m_mostLoad = std::max(m_mostLoad, load);
        m_mostAsked = std::max(m_mostAsked, asked);
        m_leastAsked = std::min(m_leastAsked, asked);
    };
    for (const auto& dot : m_dots)
        take(dot.asked, dot.load);
    for (const auto& each : m_points)
        take(askedOf(each), each.figures.load);
    if (m_now)
        take(m_now->asked, m_now->load);
    const double margin = std::max(0.01, (m_mostAsked - m_leastAsked) / 12);
    m_mostAsked += margin;
    m_leastAsked = std::max(0.0, m_leastAsked - margin);
    choose(m_proposed);
}

const PacePoint& FrontierChart::point() const
{
    return m_points[m_chosen];
}

QRectF FrontierChart::room() const
{
    return {left, top, width() - left - right, height() - top - bottom};
}

QPointF FrontierChart::at(double asked, double load) const
{
    const auto r = room();
    return {r.left() + (asked - m_leastAsked) / (m_mostAsked - m_leastAsked) * r.width(),
        r.bottom() - load / m_mostLoad * 0.95 * r.height()};
}

QPoint FrontierChart::placeOf(std::size_t point) const
{
    return at(askedOf(m_points[point]), m_points[point].figures.load).toPoint();
}

void FrontierChart::choose(std::size_t point)
{
    if (m_points.empty())
        return;
    m_chosen = std::min(point, m_points.size() - 1);
    const auto& figures = m_points[m_chosen].figures;
    setAccessibleDescription(
        tr("%1 of %2: %3 of the wish, processor %4")
            .arg(m_chosen + 1)
            .arg(m_points.size())
            .arg(percent(figures.of(PaceLimit::Freshness)), percent(figures.load)));
    update();
    Q_EMIT chosen();
}

void FrontierChart::mousePressEvent(QMouseEvent* event)
{
    std::size_t nearest = m_chosen;
    double least = 1e9;
    for (std::size_t i = 0; i < m_points.size(); ++i) {
        const auto off = QPointF(placeOf(i)) - event->position();
        if (const double distance = std::hypot(off.x(), off.y()); distance < least) {
            least = distance;
            nearest = i;
        }
    }
    choose(nearest);
}

void FrontierChart::keyPressEvent(QKeyEvent* event)
{
    switch (event->key()) {
    case Qt::Key_Left:
        return choose(m_chosen == 0 ? 0 : m_chosen - 1);
    case Qt::Key_Right:
        return choose(m_chosen + 1);
    case Qt::Key_Home:
        return choose(m_proposed);
    default:
        QWidget::keyPressEvent(event);
    }
}

void FrontierChart::focusInEvent(QFocusEvent* event)
{
    QWidget::focusInEvent(event);
    update();
}

void FrontierChart::focusOutEvent(QFocusEvent* event)
{
    QWidget::focusOutEvent(event);
    update();
}

void FrontierChart::paintEvent(QPaintEvent* /*event*/)
{
    const auto& t = tokens();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const auto r = room();
    painter.setPen(QPen(t.line, 1));
    painter.drawLine(r.topLeft(), r.bottomLeft());
    painter.drawLine(r.bottomLeft(), r.bottomRight());
    painter.setFont(wordFont(12));
    painter.setPen(t.soft);
    painter.drawText(QRectF(0, r.top() - 6, left - 6, 16), Qt::AlignRight | Qt::AlignVCenter,
        percent(m_mostLoad));
    painter.drawText(
        QRectF(0, r.bottom() - 10, left - 6, 16), Qt::AlignRight | Qt::AlignVCenter, tr("0 %"));
    painter.drawText(
        QRectF(r.left(), r.bottom() + 2, r.width(), 14), Qt::AlignRight, percent(m_mostAsked));
    painter.drawText(
        QRectF(r.left(), r.bottom() + 2, r.width(), 14), Qt::AlignLeft, percent(m_leastAsked));
    painter.drawText(QRectF(r.left(), r.bottom() + 16, r.width(), 16), Qt::AlignHCenter,
        tr("oldest number, of its wish"));
    painter.save();
    painter.translate(12, r.center().y());
    painter.rotate(-90);
    painter.drawText(QRectF(-r.height() / 2, -8, r.height(), 16), Qt::AlignCenter, tr("processor"));
    painter.restore();
    painter.setPen(Qt::NoPen);
    painter.setBrush(t.moss);
    painter.setOpacity(0.45);
    for (const auto& dot : m_dots)
        painter.drawEllipse(at(dot.asked, dot.load), 2, 2);
    painter.setOpacity(1);
    painter.setPen(QPen(t.accent, 1.5));
    QPolygonF line;
    for (std::size_t i = 0; i < m_points.size(); ++i)
        if (i != m_proposed || !m_isProposalApart)
            line << QPointF(placeOf(i));
    painter.setBrush(Qt::NoBrush);
    painter.drawPolyline(line);
    painter.setBrush(t.accent);
    for (std::size_t i = 0; i < m_points.size(); ++i)
        painter.drawEllipse(QPointF(placeOf(i)), 3, 3);
    if (m_now) { // as it is: a square, so that its colour is not all that tells
        painter.setPen(QPen(t.sky, 2));
        painter.setBrush(Qt::NoBrush);
        const auto place = at(m_now->asked, m_now->load);
        painter.drawRect(QRectF(place.x() - 5, place.y() - 5, 10, 10));
    }
    if (!m_points.empty()) {
        painter.setPen(QPen(t.amber, 2));
        painter.setBrush(Qt::NoBrush);
        painter.drawEllipse(QPointF(placeOf(m_chosen)), 7, 7);
    }
    if (hasFocus()) {
        painter.setPen(QPen(t.accent, 1, Qt::DotLine));
        painter.drawRect(QRectF(0.5, 0.5, width() - 1, height() - 1));
    }
}

} // namespace fern::app
