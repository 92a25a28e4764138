#include "app/places/timing/program_list.h"

#include "app/look/look.h"
#include "app/look/text.h"
#include "app/look/tokens.h"
#include "base/number_text.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include <algorithm>

namespace fern::app {

namespace {

constexpr int rowHeight = 28;
constexpr int figureWidth = 118;

} // namespace

ProgramList::ProgramList(QWidget* parent)
    : QWidget(parent)
{
    setObjectName(QStringLiteral("programList"));
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("Tasks of the loop in their order"));
}

QSize ProgramList::sizeHint() const
{
    return {420, static_cast<int>(std::max<std::size_t>(1, m_rows.size())) * rowHeight};
}

void ProgramList::showTasks(const std::vector<TaskRow>& rows)
{
    if (rows == m_rows)
        return;
    const auto before = task();
    m_rows = rows;
    m_chosen = std::min(m_chosen, static_cast<int>(rows.size()) - 1);
    for (std::size_t i = 0; i < rows.size(); ++i)
        if (qText(rows[i].id) == before)
            m_chosen = static_cast<int>(i);
    updateGeometry();
    choose(std::max(0, m_chosen));
    chooseTask(m_wanted);
}

void ProgramList::chooseTask(const QString& task)
{
    m_wanted = task;
    for (std::size_t i = 0; i < m_rows.size() && !m_wanted.isEmpty(); ++i)
        if (qText(m_rows[i].id) == m_wanted) {
            m_wanted.clear();
            choose(static_cast<int>(i));
        }
}

QString ProgramList::task() const
{
    const auto row = static_cast<std::size_t>(m_chosen);
    return row < m_rows.size() ? qText(m_rows[row].id) : QString();
}

QPoint ProgramList::middleOf(std::size_t row) const
{
    return {width() / 3, static_cast<int>(row) * rowHeight + rowHeight / 2};
}

int ProgramList::rowAt(double y) const
{
    return std::clamp(static_cast<int>(y) / rowHeight, 0, static_cast<int>(m_rows.size()) - 1);
}

void ProgramList::choose(int row)
{
    m_chosen = row;
    if (static_cast<std::size_t>(row) < m_rows.size()) {
        const auto& its = m_rows[static_cast<std::size_t>(row)];
        setAccessibleDescription(
            tr("%1 of %2: %3, %4, %5 each time")
                .arg(row + 1)
                .arg(m_rows.size())
                .arg(qText(its.words), qText(its.when), qText(durationText(its.seconds))));
    }
    update();
    Q_EMIT chosen(task());
}

void ProgramList::mousePressEvent(QMouseEvent* event)
{
    if (m_rows.empty() || event->button() != Qt::LeftButton)
        return;
    m_dragged = m_to = rowAt(event->position().y());
    choose(m_dragged);
}

void ProgramList::mouseMoveEvent(QMouseEvent* event)
{
    if (m_dragged < 0)
        return;
    m_to = rowAt(event->position().y());
    update();
}

void ProgramList::mouseReleaseEvent(QMouseEvent* /*event*/)
{
    const int from = std::exchange(m_dragged, -1);
    if (from >= 0 && m_to != from)
        Q_EMIT moved(task(), qText(m_rows[static_cast<std::size_t>(m_to)].id));
    update();
}

void ProgramList::keyPressEvent(QKeyEvent* event)
{
    const int last = static_cast<int>(m_rows.size()) - 1;
    const int by = event->key() == Qt::Key_Up ? -1 : event->key() == Qt::Key_Down ? 1 : 0;
    if (event->key() == Qt::Key_Delete)
        return Q_EMIT removed(task());
    if (by == 0 || last < 0)
        return QWidget::keyPressEvent(event);
    const int to = std::clamp(m_chosen + by, 0, last);
    if (event->modifiers().testFlag(Qt::ControlModifier)) {
        if (to != m_chosen)
            Q_EMIT moved(task(), qText(m_rows[static_cast<std::size_t>(to)].id));
        return;
    }
    choose(to);
}

void ProgramList::focusInEvent(QFocusEvent* event)
{
    QWidget::focusInEvent(event);
    update();
}

void ProgramList::focusOutEvent(QFocusEvent* event)
{
    QWidget::focusOutEvent(event);
    update();
}

void ProgramList::paintEvent(QPaintEvent* /*event*/)
{
    const auto& t = tokens();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    for (std::size_t i = 0; i < m_rows.size(); ++i) {
        const auto& row = m_rows[i];
        const QRectF box(0.5, static_cast<double>(i) * rowHeight + 1.5, width() - 1, rowHeight - 3);
        const bool isChosen = static_cast<int>(i) == m_chosen;
        painter.setPen(isChosen ? QPen(t.accent, hasFocus() ? 2 : 1) : QPen(t.line, 1));
        painter.setBrush(isChosen ? t.pale : t.field);
        painter.drawRoundedRect(box, 4, 4);
        // How much of the processor's time it takes.
        const double share = std::min(1.0, row.share);
        painter.setPen(Qt::NoPen);
        painter.setBrush(share > 0.5 ? t.amber : t.moss);
        painter.drawRect(QRectF(box.right() - figureWidth + 4, box.bottom() - 4,
            std::max(1.0, share * (figureWidth - 12)), 2));
        painter.setFont(wordFont(13, isChosen));
        painter.setPen(t.ink);
        const auto words = box.adjusted(8, 0, -figureWidth, 0);
        const auto text = qText(row.words);
        painter.drawText(words, Qt::AlignVCenter, text);
        const int used = painter.fontMetrics().horizontalAdvance(text) + 10;
        painter.setFont(wordFont(12));
        painter.setPen(t.soft);
        painter.drawText(words.adjusted(used, 0, 0, 0), Qt::AlignVCenter,
            painter.fontMetrics().elidedText(qText(row.when), Qt::ElideRight,
                std::max(0, static_cast<int>(words.width()) - used)));
        painter.setPen(t.ink);
        painter.drawText(box.adjusted(0, -2, -8, -2), Qt::AlignVCenter | Qt::AlignRight,
            tr("%1, %2 %").arg(qText(durationText(row.seconds))).arg(100 * row.share, 0, 'f', 1));
    }
    if (m_dragged >= 0 && m_to != m_dragged) {
        const int edge = m_to > m_dragged ? m_to + 1 : m_to;
        painter.setPen(QPen(t.accent, 3));
        painter.drawLine(QPointF(0, edge * rowHeight), QPointF(width(), edge * rowHeight));
    }
}

} // namespace fern::app
