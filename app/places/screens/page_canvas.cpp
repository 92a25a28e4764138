#include "app/places/screens/page_canvas.h"

#include "app/look/look.h"
#include "app/look/tokens.h"
#include "io/pictures.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include <algorithm>
#include <cmath>

namespace fern::app {

namespace {

constexpr int ruler = 18; ///< pixels at the left and on top
constexpr int handle = 8; ///< of the handle that sizes a field
constexpr int snapPixels = 8; ///< of a glass of pixels

} // namespace

PageCanvas::PageCanvas(QWidget* parent)
    : QWidget(parent)
{
    setObjectName(QStringLiteral("pageCanvas"));
    setAccessibleName(tr("Page"));
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
}

void PageCanvas::showPage(std::shared_ptr<const GlassPicture> picture, const GlassMetrics& metrics,
    std::vector<CanvasField> fields, const QString& chosen)
{
    m_picture = std::move(picture);
    m_metrics = metrics;
    m_fields = std::move(fields);
    m_chosen = chosen;
    const auto* field = chosenField();
    setAccessibleDescription(field == nullptr ? tr("No field is chosen") : field->words);
    lay();
    update();
}

int PageCanvas::step() const
{
    return m_metrics.unit == GlassUnit::Pixels ? snapPixels : 1;
}

void PageCanvas::resizeEvent(QResizeEvent* /*event*/)
{
    lay();
}

/// The picture as large as whole pixels allow, and where its units stand.
void PageCanvas::lay()
{
    m_image = {};
    if (!m_picture)
        return;
    const QSize room = (size() - QSize(ruler + 4, ruler + 4)).expandedTo({1, 1});
    m_image = io::imageWithin(*m_picture, room);
    m_origin = {ruler + std::floor((room.width() - m_image.width()) / 2.0),
        ruler + std::floor((room.height() - m_image.height()) / 2.0)};
    const auto& face = *m_picture->face;
    m_first = {0, 0};
    if (face.rows == 0) { // digits stand at their outlines, and go from top to bottom
        const double scale = m_image.width() / face.width;
        const auto left = [&](std::size_t digit) {
            double least = face.width;
            for (const auto& point : face.outlines[8 * digit])
                least = std::min(least, point.x);
            return least * scale;
        };
        const double pitch = m_metrics.columns > 1 ? left(1) - left(0) : m_image.width();
        m_first = {left(0) - pitch * 0.1, 0};
        m_unit = {pitch, static_cast<double>(m_image.height())};
        return;
    }
    const bool isCells = face.cellColumns > 0;
    const int dots = isCells ? face.columns + m_metrics.columns - 1 : face.columns;
    const double dot = static_cast<double>(m_image.width()) / dots;
    m_unit = isCells ? QSizeF((face.cellColumns + 1) * dot, (face.cellRows + 1) * dot)
                     : QSizeF(dot, dot);
}

QRectF PageCanvas::rectOf(const Box& box) const
{
    return {m_origin + m_first + QPointF(box.x * m_unit.width(), box.y * m_unit.height()),
        QSizeF(box.width * m_unit.width(), box.height * m_unit.height())};
}

const CanvasField* PageCanvas::chosenField() const
{
    const auto found = std::find_if(m_fields.begin(), m_fields.end(),
        [this](const CanvasField& field) { return field.id == m_chosen; });
    return found == m_fields.end() ? nullptr : &*found;
}

QRectF PageCanvas::cornerOf(const CanvasField& field) const
{
    const auto rect = rectOf(field.box);
    return {rect.right() - handle / 2.0, rect.bottom() - handle / 2.0, handle, handle};
}

QPointF PageCanvas::inUnits(QPointF distance) const
{
    return {distance.x() / m_unit.width(), distance.y() / m_unit.height()};
}

/// On pixels a field snaps to the edges of others, else to the grid.
Box PageCanvas::snapped(const Drag& drag, QPointF to) const
{
    const auto by = inUnits(to - drag.from);
    const auto onGrid = [this](double value) {
        return static_cast<int>(std::lround(value / step())) * step();
    };
    Box box = drag.box;
    if (drag.isSize) {
        box.width = std::max(1, onGrid(drag.box.x + drag.box.width + by.x()) - drag.box.x);
        box.height = std::max(1, onGrid(drag.box.y + drag.box.height + by.y()) - drag.box.y);
        return box;
    }
    const auto toEdges = [&](double place, int length, auto edgesOf) {
        constexpr double near = 3; // pixels
        int best = onGrid(place);
        if (m_metrics.unit != GlassUnit::Pixels)
            return best;
        double least = near;
        for (const auto& field : m_fields) {
            if (field.id == drag.field)
                continue;
            for (const int edge : edgesOf(field.box))
                for (const int at : {edge, edge - length})
                    if (std::abs(place - at) < least) {
                        least = std::abs(place - at);
                        best = at;
                    }
        }
        return best;
    };
    box.x = toEdges(drag.box.x + by.x(), box.width, [](const Box& b) {
        return std::array{b.x, b.x + b.width};
    });
    box.y = toEdges(drag.box.y + by.y(), box.height, [](const Box& b) {
        return std::array{b.y, b.y + b.height};
    });
    return box;
}

void PageCanvas::mousePressEvent(QMouseEvent* event)
{
    const auto at = event->position();
    if (const auto* field = chosenField();
        field != nullptr && field->hasSize && cornerOf(*field).contains(at)) {
        m_drag = Drag{field->id, at, field->box, field->box, true};
        return;
    }
    for (auto field = m_fields.rbegin(); field != m_fields.rend(); ++field)
        if (rectOf(field->box).contains(at)) {
            m_drag = Drag{field->id, at, field->box, field->box, false};
            Q_EMIT chosen(field->id);
            return;
        }
    Q_EMIT chosen({});
}

void PageCanvas::mouseMoveEvent(QMouseEvent* event)
{
    if (m_drag) {
        m_drag->now = snapped(*m_drag, event->position());
        return update();
    }
    const auto* field = chosenField();
    const bool isCorner =
        field != nullptr && field->hasSize && cornerOf(*field).contains(event->position());
    setCursor(isCorner ? Qt::SizeFDiagCursor : Qt::ArrowCursor);
}

void PageCanvas::mouseReleaseEvent(QMouseEvent* /*event*/)
{
    if (!m_drag)
        return;
    const auto drag = *std::exchange(m_drag, {});
    if (drag.isSize && drag.now != drag.box)
        Q_EMIT sized(drag.field, drag.now.width, drag.now.height);
    else if (drag.now != drag.box)
        Q_EMIT moved(drag.field, drag.now.x, drag.now.y);
    update();
}

void PageCanvas::chooseNext(int by)
{
    if (m_fields.empty())
        return;
    const auto* field = chosenField();
    const auto count = static_cast<int>(m_fields.size());
    const int index =
        field == nullptr ? (by > 0 ? -1 : 0) : static_cast<int>(field - m_fields.data());
    Q_EMIT chosen(m_fields[static_cast<std::size_t>((index + by + count) % count)].id);
}

void PageCanvas::keyPressEvent(QKeyEvent* event)
{
    const int x = event->key() == Qt::Key_Left ? -1 : event->key() == Qt::Key_Right ? 1 : 0;
    const int y = event->key() == Qt::Key_Up ? -1 : event->key() == Qt::Key_Down ? 1 : 0;
    if (event->key() == Qt::Key_PageDown || event->key() == Qt::Key_PageUp)
        return chooseNext(event->key() == Qt::Key_PageDown ? 1 : -1);
    if (event->matches(QKeySequence::Paste)) {
        Q_EMIT pasteWanted();
        return;
    }
    const auto* field = chosenField();
    if (field == nullptr)
        return QWidget::keyPressEvent(event);
    if (event->matches(QKeySequence::Copy)) {
        Q_EMIT copyWanted(field->id);
        return;
    }
    const bool isFine = (event->modifiers() & Qt::ShiftModifier) != 0;
    const int by = isFine ? 1 : step();
    if (x != 0 || y != 0) {
        if ((event->modifiers() & Qt::ControlModifier) == 0)
            Q_EMIT moved(field->id, field->box.x + x * by, field->box.y + y * by);
        else if (field->hasSize)
            Q_EMIT sized(field->id, std::max(1, field->box.width + x * by),
                std::max(1, field->box.height + y * by));
    } else if (event->key() == Qt::Key_Delete) {
        Q_EMIT removed(field->id);
    } else {
        QWidget::keyPressEvent(event);
    }
}

void PageCanvas::focusInEvent(QFocusEvent* event)
{
    QWidget::focusInEvent(event);
    update();
}

void PageCanvas::focusOutEvent(QFocusEvent* event)
{
    QWidget::focusOutEvent(event);
    update();
}

void PageCanvas::drawRulers(QPainter& painter) const
{
    const auto& t = tokens();
    painter.setPen(t.soft);
    painter.setFont(wordFont(10));
    const bool isPixels = m_metrics.unit == GlassUnit::Pixels;
    const auto every = [&](int units, double pitch) {
        constexpr double roomy = 34;
        int step = isPixels ? 2 * snapPixels : 1;
        while (step < units && step * pitch < roomy)
            step *= 2;
        return step;
    };
    const int across = every(m_metrics.columns, m_unit.width());
    for (int x = 0; x < m_metrics.columns; x += across)
        painter.drawText(QRectF(rectOf({x, 0, 1, 1}).left() - 20, m_origin.y() - ruler, 40, ruler),
            Qt::AlignHCenter | Qt::AlignVCenter, QString::number(x));
    const int down = every(m_metrics.rows, m_unit.height());
    for (int y = 0; y < m_metrics.rows; y += down)
        painter.drawText(QRectF(m_origin.x() - 44, rectOf({0, y, 1, 1}).top() - 8, 40, 16),
            Qt::AlignRight | Qt::AlignVCenter, QString::number(y));
}

/// Every cell, or every eighth pixel.
void PageCanvas::drawGrid(QPainter& painter) const
{
    constexpr double dense = 5; // pixels, below which lines are a mist
    QColor line = tokens().moss;
    line.setAlphaF(0.25F);
    painter.setPen(QPen(line, 0));
    const auto all = rectOf({0, 0, m_metrics.columns, m_metrics.rows});
    const int by = step();
    if (by * m_unit.width() < dense)
        return;
    for (int x = 0; x <= m_metrics.columns; x += by) {
        const double at = rectOf({x, 0, 1, 1}).left();
        painter.drawLine(QPointF(at, all.top()), QPointF(at, all.bottom()));
    }
    for (int y = 0; y <= m_metrics.rows; y += by) {
        const double at = rectOf({0, y, 1, 1}).top();
        painter.drawLine(QPointF(all.left(), at), QPointF(all.right(), at));
    }
}

void PageCanvas::paintEvent(QPaintEvent* /*event*/)
{
    QPainter painter(this);
    const auto& t = tokens();
    if (m_image.isNull()) {
        painter.setPen(t.soft);
        painter.drawText(rect(), Qt::AlignCenter, tr("No page is chosen"));
        return;
    }
    painter.drawImage(m_origin, m_image);
    drawGrid(painter);
    drawRulers(painter);
    for (const auto& field : m_fields) {
        const bool isChosen = field.id == m_chosen;
        const auto box = m_drag && m_drag->field == field.id ? m_drag->now : field.box;
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(isChosen ? t.amber : t.moss, isChosen ? 2 : 1));
        painter.drawRect(rectOf(box));
        if (isChosen && field.hasSize) {
            painter.setBrush(t.amber);
            painter.drawRect(cornerOf({field.id, box, true, {}}));
        }
    }
    if (hasFocus()) {
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(t.sky, 1, Qt::DashLine));
        painter.drawRect(rect().adjusted(0, 0, -1, -1));
    }
}

} // namespace fern::app
