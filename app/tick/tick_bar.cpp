#include "app/tick/tick_bar.h"

#include "app/look/activity.h"
#include "app/look/card.h"
#include "app/look/look.h"
#include "app/look/marks.h"
#include "app/look/tokens.h"
#include "app/runner/runner.h"

#include <QEvent>
#include <QHBoxLayout>
#include <QMouseEvent>
#include <QPainter>
#include <QSignalBlocker>

#include <algorithm>

namespace fern::app {

namespace {

QString clockText(Ticks now)
{
    const auto ms = now.ns / 1'000'000;
    return QStringLiteral("%1:%2:%3.%4")
        .arg(ms / 3'600'000)
        .arg(ms / 60'000 % 60, 2, 10, QLatin1Char('0'))
        .arg(ms / 1000 % 60, 2, 10, QLatin1Char('0'))
        .arg(ms % 1000, 3, 10, QLatin1Char('0'));
}

} // namespace

Ribbon::Ribbon(QWidget* parent)
    : QWidget(parent)
{
    setObjectName(QStringLiteral("ribbon"));
    setToolTip(
        tr("The last second: sampling green, bus blue, panel amber. A click opens the instant "
           "in the Timing place."));
    setCursor(Qt::PointingHandCursor);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

void Ribbon::showActivity(const RunView& view)
{
    m_activity = view.activity;
    m_now = view.now;
    setAccessibleName(tr(
        "Activity of the last second: %n stretches", nullptr, static_cast<int>(m_activity.size())));
    update();
}

void Ribbon::paintEvent(QPaintEvent* /*event*/)
{
    const auto& t = tokens();
    QPainter painter(this);
    painter.fillRect(QRect(0, height() - 1, width(), 1), t.line);
    for (const auto& busy : m_activity) {
        const auto x = [&](Ticks at) { return width() * (1 - inSeconds(m_now - at)); };
        const double left = std::max(0.0, x(busy.from));
        const double right = std::max(left + 2, std::min(x(busy.to), static_cast<double>(width())));
        if (x(busy.to) < 0)
            continue;
        painter.fillRect(QRectF(left, 1, right - left, height() - 3), activityColour(busy.with));
    }
}

void Ribbon::mousePressEvent(QMouseEvent* event)
{
    Q_EMIT instantChosen(1 - std::clamp(event->position().x() / width(), 0.0, 1.0));
}

TickBar::TickBar(QWidget* parent)
    : QWidget(parent)
    , m_run(new QToolButton(this))
    , m_tick(new QToolButton(this))
    , m_record(new QToolButton(this))
    , m_pace(new QComboBox(this))
    , m_clock(new LineLabel(LineLabel::Kind::Figure, wordFont(14, true), this))
    , m_scenario(new QComboBox(this))
    , m_ribbon(new Ribbon(this))
    , m_load(new LineLabel(LineLabel::Kind::Figure, wordFont(12), this))
{
    setObjectName(QStringLiteral("tickBar"));
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(2 * grid, 4, 2 * grid, 4);
    row->setSpacing(grid + 4);
    for (auto* button : {m_run, m_tick, m_record}) {
        button->setToolButtonStyle(Qt::ToolButtonTextBesideIcon);
        button->setAutoRaise(true);
        button->setIconSize({12, 12});
        button->setFocusPolicy(Qt::StrongFocus);
        row->addWidget(button);
    }
    m_run->setObjectName(QStringLiteral("run"));
    m_run->setMinimumWidth(74);
    m_tick->setObjectName(QStringLiteral("tick"));
    m_tick->setText(tr("tick"));
    m_tick->setToolTip(tr("Run up to the next completed redraw, F8"));
    m_run->setToolTip(tr("Run and pause, F5"));
    m_record->setObjectName(QStringLiteral("record"));
    m_record->setToolTip(tr("Record what the channels read into a CSV file, F9"));
    m_pace->setObjectName(QStringLiteral("pace"));
    m_pace->setAccessibleName(tr("Pace"));
    for (const double pace : {1.0, 5.0, 20.0, 100.0})
        m_pace->addItem(QStringLiteral("×%1").arg(pace), pace);
    m_pace->addItem(tr("fastest"), fastestPace);
    row->addWidget(m_pace);
    m_clock->setObjectName(QStringLiteral("clock"));
    m_clock->setMinimumWidth(110);
    row->addWidget(m_clock);
    m_scenario->setObjectName(QStringLiteral("scenario"));
    m_scenario->setAccessibleName(tr("What is played"));
    m_scenario->setMinimumWidth(170);
    row->addWidget(m_scenario);
    row->addWidget(m_ribbon, 1);
    m_load->setForegroundRole(softRole);
    row->addWidget(m_load);
    connect(m_run, &QToolButton::clicked, this, &TickBar::runToggled);
    connect(m_tick, &QToolButton::clicked, this, &TickBar::tickPressed);
    connect(m_record, &QToolButton::clicked, this, &TickBar::recordToggled);
    connect(m_pace, &QComboBox::activated, this,
        [this](int index) { Q_EMIT paceChosen(m_pace->itemData(index).toDouble()); });
    connect(m_scenario, &QComboBox::activated, this, &TickBar::playChosen);
    connect(m_ribbon, &Ribbon::instantChosen, this, &TickBar::instantChosen);
    m_patience.setSingleShot(true);
    m_patience.setInterval(200); // what takes less is not worth a word
    connect(&m_patience, &QTimer::timeout, this, [this] {
        m_holdsTotals = true;
        showClock();
    });
    showIcons();
    showView({});
}

void TickBar::showIcons()
{
    m_tick->setIcon(signIcon(Sign::Tick, tokens().accent));
    m_record->setIcon(signIcon(Sign::Record, m_isRecording ? tokens().brick : tokens().accent));
    m_record->setText(m_isRecording ? tr("recording") : tr("record"));
    m_run->setText(m_isRunning ? tr("pause") : tr("run"));
    m_run->setIcon(signIcon(m_isRunning ? Sign::Pause : Sign::Run, tokens().accent));
}

void TickBar::changeEvent(QEvent* event)
{
    if (event->type() == QEvent::PaletteChange)
        showIcons();
    QWidget::changeEvent(event);
}

void TickBar::setChoices(const std::vector<PlayChoice>& choices, int current)
{
    const QSignalBlocker blocker(m_scenario);
    m_scenario->clear();
    for (const auto& choice : choices)
        m_scenario->addItem(choice.words);
    m_scenario->setCurrentIndex(current);
}

void TickBar::showView(const RunView& view)
{
    m_now = view.now;
    if (!view.isCatchingUp) {
        m_patience.stop();
        m_holdsTotals = false;
    } else if (!m_holdsTotals && !m_patience.isActive()) {
        m_patience.start();
    }
    showClock();
    m_load->setText(tr("processor %1 %  bus %2 %")
                        .arg(view.stem.processorLoad * 100, 0, 'f', 0)
                        .arg(view.stem.busLoad * 100, 0, 'f', 0));
    m_ribbon->showActivity(view);
    const bool isLive = view.live != nullptr; // its time is the wall's
    m_tick->setEnabled(!isLive);
    m_pace->setEnabled(!isLive);
    if (view.isRunning == m_isRunning && view.recording.isOn == m_isRecording)
        return;
    m_isRunning = view.isRunning;
    m_isRecording = view.recording.isOn;
    showIcons();
}

void TickBar::showClock()
{
    const auto clock = clockText(m_now);
    m_clock->setText(m_holdsTotals ? tr("%1, totals wait").arg(clock) : clock);
    m_clock->setToolTip(m_holdsTotals
            ? tr("Totals and what else remembers everything are still those from before the last "
                 "change. They are counted again from the begin of the run.")
            : QString());
}

void TickBar::paintEvent(QPaintEvent* /*event*/)
{
    QPainter painter(this);
    painter.fillRect(rect(), tokens().bar);
}

} // namespace fern::app
