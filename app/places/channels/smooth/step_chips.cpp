#include "app/places/channels/smooth/step_chips.h"

#include "app/look/chip.h"
#include "app/look/look.h"
#include "app/look/text.h"
#include "base/number_text.h"

#include <QHBoxLayout>
#include <QKeyEvent>
#include <QMenu>
#include <QMouseEvent>
#include <QPainter>

#include <algorithm>
#include <array>
#include <cstdlib>

namespace fern::app {

namespace {

constexpr int dragStart = 6; ///< pixels

QString nameOf(StepKind kind)
{
    const auto word = stepKindWords[static_cast<std::size_t>(kind)];
    auto name = QString::fromLatin1(word.data(), static_cast<qsizetype>(word.size()));
    name[0] = name[0].toUpper();
    return name;
}

} // namespace

QString stepName(const StepSpec& step)
{
    return nameOf(step.kind);
}

QString stepFigure(const StepSpec& step)
{
    const auto number = [](double value) { return qText(shortestText(value)); };
    switch (step.kind) {
    case StepKind::MovingAverage:
    case StepKind::Median:
        return QObject::tr("%1 readings").arg(step.window);
    case StepKind::SpikeGate:
        return QObject::tr("%1 × of %2").arg(number(step.k)).arg(step.window);
    case StepKind::SlewLimit:
        return QObject::tr("%1 a second").arg(number(step.limit));
    case StepKind::DeadBand:
    case StepKind::StillBelow:
    case StepKind::DigitHysteresis:
        return number(step.limit);
    case StepKind::PeakHold:
    case StepKind::MinimumHold:
        return step.hold == 0 ? QObject::tr("for ever") : qText(durationText(step.hold));
    case StepKind::MainsCycles:
        return QObject::tr("%1 of %2 Hz").arg(step.cycles).arg(number(step.hertz));
    case StepKind::Exponential:
        break;
    }
    return step.byAlpha ? QObject::tr("alpha %1").arg(qText(shortestText(step.alpha)))
                        : qText(durationText(step.tau));
}

StepChip::StepChip(QWidget* parent)
    : QAbstractButton(parent)
{
    setCheckable(true);
    setFocusPolicy(Qt::StrongFocus);
    setCursor(Qt::OpenHandCursor);
    setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Fixed);
    setToolTip(tr("Drag to another place. Ctrl with arrows moves it, Space switches it off and on, "
                  "Delete takes it away."));
}

void StepChip::showStep(const StepSpec& step)
{
    m_name = stepName(step);
    m_figure = step.isOff ? tr("off, %1").arg(stepFigure(step)) : stepFigure(step);
    m_isOff = step.isOff;
    setText(m_name);
    setAccessibleName(tr("Step %1, %2").arg(m_name, m_figure));
    update();
}

void StepChip::paintEvent(QPaintEvent* /*event*/)
{
    const auto& t = tokens();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(isChecked() ? t.accent : t.moss, isChecked() ? 2 : 1,
        m_isOff ? Qt::DashLine : Qt::SolidLine));
    painter.setBrush(m_isOff ? t.card : t.pale);
    painter.drawRoundedRect(QRectF(rect()).adjusted(1, 1, -1, -1), corner, corner);
    if (hasFocus()) {
        painter.setPen(QPen(t.sky, 1.2, Qt::DotLine));
        painter.setBrush(Qt::NoBrush);
        painter.drawRoundedRect(QRectF(rect()).adjusted(4, 4, -4, -4), corner - 3, corner - 3);
    }
    const QRect words = rect().adjusted(10, 3, -6, -3);
    auto font = wordFont(13, true);
    font.setStrikeOut(m_isOff);
    painter.setFont(font);
    painter.setPen(m_isOff ? t.soft : t.ink);
    painter.drawText(words, Qt::AlignLeft | Qt::AlignTop,
        painter.fontMetrics().elidedText(m_name, Qt::ElideRight, words.width()));
    painter.setFont(wordFont(12));
    painter.setPen(t.soft);
    painter.drawText(words, Qt::AlignLeft | Qt::AlignBottom, m_figure);
}

StepChips::StepChips(QWidget* parent)
    : QWidget(parent)
    , m_add(new Chip(tr("+ step"), this))
{
    setObjectName(QStringLiteral("stepChips"));
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(grid + 2);
    row->addWidget(m_add);
    row->addStretch(1);
    m_add->setObjectName(QStringLiteral("addStep"));
    m_add->setCheckable(false);
    auto* menu = new QMenu(this);
    menu->setObjectName(QStringLiteral("addStepMenu"));
    for (const auto kind : {StepKind::SpikeGate, StepKind::Median, StepKind::Exponential,
             StepKind::MovingAverage, StepKind::MainsCycles, StepKind::SlewLimit,
             StepKind::DeadBand, StepKind::DigitHysteresis, StepKind::StillBelow,
             StepKind::PeakHold, StepKind::MinimumHold}) {
        auto* action = menu->addAction(nameOf(kind));
        connect(action, &QAction::triggered, this, [this, kind] { Q_EMIT addWanted(kind); });
    }
    connect(m_add, &QAbstractButton::clicked, this,
        [this, menu] { menu->popup(m_add->mapToGlobal(QPoint(0, m_add->height()))); });
}

void StepChips::addChip()
{
    const auto index = static_cast<int>(m_chips.size());
    auto* chip = new StepChip(this);
    chip->setObjectName(QStringLiteral("step%1").arg(index));
    chip->installEventFilter(this);
    qobject_cast<QHBoxLayout*>(layout())->insertWidget(index, chip);
    chip->show();
    connect(chip, &QAbstractButton::clicked, this, [this, index] { setCurrent(index); });
    m_chips.push_back(chip);
}

void StepChips::showSteps(const std::vector<StepSpec>& steps)
{
    if (steps == m_steps)
        return;
    const bool hadFocus = std::any_of(
        m_chips.begin(), m_chips.end(), [](const StepChip* chip) { return chip->hasFocus(); });
    m_steps = steps;
    while (m_chips.size() < steps.size())
        addChip();
    while (m_chips.size() > steps.size()) {
        m_chips.back()->hide();
        m_chips.back()->setObjectName({});
        m_chips.back()->deleteLater(); // it may be the one whose key was pressed
        m_chips.pop_back();
    }
    for (std::size_t i = 0; i < steps.size(); ++i)
        m_chips[i]->showStep(steps[i]);
    setCurrent(std::clamp(m_current, steps.empty() ? -1 : 0, static_cast<int>(steps.size()) - 1));
    if (hadFocus && m_current >= 0)
        m_chips[static_cast<std::size_t>(m_current)]->setFocus();
    else if (hadFocus)
        m_add->setFocus();
}

void StepChips::setCurrent(int index)
{
    m_current = index;
    for (std::size_t i = 0; i < m_chips.size(); ++i)
        m_chips[i]->setChecked(static_cast<int>(i) == index);
    Q_EMIT currentChanged(index);
}

int StepChips::indexOf(const QObject* chip) const
{
    const auto found = std::find(m_chips.begin(), m_chips.end(), chip);
    return found == m_chips.end() ? -1 : static_cast<int>(found - m_chips.begin());
}

/// The place in the order at which a chip dropped at x would stand.
int StepChips::placeAt(int x) const
{
    int place = 0;
    for (std::size_t i = 0; i < m_chips.size(); ++i)
        if (static_cast<int>(i) != m_dragged && m_chips[i]->geometry().center().x() < x)
            ++place;
    return place;
}

bool StepChips::pressedKey(int index, int key, bool control)
{
    const int last = static_cast<int>(m_chips.size()) - 1;
    const int by = key == Qt::Key_Left ? -1 : key == Qt::Key_Right ? 1 : 0;
    if (by != 0) {
        const int to = std::clamp(index + by, 0, last);
        setCurrent(to);
        if (control && to != index)
            Q_EMIT moved(index, to);
        else
            m_chips[static_cast<std::size_t>(to)]->setFocus();
        return true;
    }
    if (key == Qt::Key_Space) {
        setCurrent(index);
        Q_EMIT switched(index);
        return true;
    }
    if (key == Qt::Key_Delete || key == Qt::Key_Backspace) {
        Q_EMIT removed(index);
        return true;
    }
    return false;
}

bool StepChips::eventFilter(QObject* watched, QEvent* event)
{
    const int index = indexOf(watched);
    if (index < 0)
        return QWidget::eventFilter(watched, event);
    if (event->type() == QEvent::KeyPress) {
        const auto* key = static_cast<QKeyEvent*>(event);
        if (pressedKey(index, key->key(), (key->modifiers() & Qt::ControlModifier) != 0))
            return true;
    } else if (event->type() == QEvent::MouseButtonPress) {
        m_pressX = m_chips[static_cast<std::size_t>(index)]->x()
            + static_cast<QMouseEvent*>(event)->pos().x();
    } else if (event->type() == QEvent::MouseMove) {
        const auto* mouse = static_cast<QMouseEvent*>(event);
        const int x = m_chips[static_cast<std::size_t>(index)]->x() + mouse->pos().x();
        if ((mouse->buttons() & Qt::LeftButton) != 0 && std::abs(x - m_pressX) > dragStart) {
            m_dragged = index;
            m_dropAt = placeAt(x);
            update();
        }
    } else if (event->type() == QEvent::MouseButtonRelease && m_dragged >= 0) {
        const int from = std::exchange(m_dragged, -1);
        const int to = std::exchange(m_dropAt, -1);
        update();
        setCurrent(to);
        m_chips[static_cast<std::size_t>(from)]->setDown(false);
        if (from != to)
            Q_EMIT moved(from, to);
        return true;
    }
    return QWidget::eventFilter(watched, event);
}

void StepChips::paintEvent(QPaintEvent* /*event*/)
{
    const auto& t = tokens();
    QPainter painter(this);
    painter.setPen(QPen(t.moss, 2));
    for (std::size_t i = 0; i + 1 < m_chips.size(); ++i)
        painter.drawLine(m_chips[i]->geometry().right(), height() / 2,
            m_chips[i + 1]->geometry().left(), height() / 2);
    if (m_dragged < 0)
        return;
    // Where the chip would come to stand.
    std::vector<const StepChip*> others;
    for (std::size_t i = 0; i < m_chips.size(); ++i)
        if (static_cast<int>(i) != m_dragged)
            others.push_back(m_chips[i]);
    const auto place = static_cast<std::size_t>(m_dropAt);
    const int x = place < others.size() ? others[place]->geometry().left() - grid / 2 - 1
        : others.empty()                ? 0
                                        : others.back()->geometry().right() + grid / 2 + 1;
    painter.fillRect(QRect(x - 1, 0, 3, height()), t.amber);
}

} // namespace fern::app
