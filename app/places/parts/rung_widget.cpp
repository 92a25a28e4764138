#include "app/places/parts/rung_widget.h"

#include "app/look/card.h"
#include "app/look/chip.h"
#include "app/look/flow_layout.h"
#include "app/look/look.h"
#include "app/look/marks.h"
#include "app/look/text.h"
#include "app/places/parts/pin_button.h"

#include <QPainter>

namespace fern::app {

namespace {

constexpr int barHeight = 6;
constexpr int stemLength = 7;

} // namespace

RungWidget::RungWidget(const Rung& rung, const QString& whenEmpty, QWidget* parent)
    : QWidget(parent)
    , m_rung(rung)
    , m_bar(new QWidget(this))
    , m_facts(softLabel(qText(rung.facts), this))
{
    setObjectName(QStringLiteral("rung") + qText(rung.bus.empty() ? rung.title : rung.bus));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    auto* head = new QHBoxLayout;
    head->setSpacing(grid);
    const auto title = qText(rung.title);
    if (rung.bus.empty()) {
        auto* label = new QLabel(title, this);
        label->setFont(wordFont(12, true));
        head->addWidget(label);
    } else {
        auto* link = new LinkButton(title, this);
        link->setFont(wordFont(12, true));
        link->setObjectName(QStringLiteral("bus") + qText(rung.bus));
        head->addWidget(link);
        connect(link, &QAbstractButton::clicked, this, &RungWidget::titleClicked);
    }
    head->addStretch(1);
    m_facts->setObjectName(QStringLiteral("facts"));
    m_facts->setAccessibleName(tr("%1: %2").arg(title, m_facts->text()));
    head->addWidget(m_facts);
    column->addLayout(head);
    m_bar->setFixedHeight(barHeight);
    column->addWidget(m_bar);
    column->addSpacing(stemLength);
    if (rung.items.empty()) {
        column->addWidget(softLabel(whenEmpty, this));
    } else {
        auto* flow = new FlowLayout(nullptr, grid + 2, false);
        for (const auto& item : rung.items) {
            auto* module = new ModuleButton(item, this);
            flow->addWidget(module);
            m_modules.push_back(module);
        }
        flow->setContentsMargins(grid, 0, 0, 0);
        column->addLayout(flow);
    }
}

void RungWidget::setTarget(bool isTarget)
{
    if (std::exchange(m_isTarget, isTarget) != isTarget)
        update();
}

void RungWidget::paintEvent(QPaintEvent* /*event*/)
{
    const auto& t = tokens();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const auto colour = m_isTarget ? t.amber : useColour(m_rung.kind);
    painter.setPen(Qt::NoPen);
    painter.setBrush(colour);
    const QRectF bar(m_bar->geometry());
    painter.drawRoundedRect(bar, barHeight / 2.0, barHeight / 2.0);
    if (m_rung.isOver)
        painter.fillPath(severityPath(Severity::Check,
                             QRectF(m_facts->x() - 15, m_facts->geometry().center().y() - 4, 9, 9)),
            t.amber);
    // The first line of modules hangs on stems; what did not fit follows below.
    const int firstTop = m_modules.empty() ? 0 : m_modules.front()->y();
    for (const auto* module : m_modules)
        if (module->y() == firstTop)
            painter.fillRect(
                QRectF(module->x() + 20, bar.bottom() - 1, 3, module->y() - bar.bottom() + 2),
                colour);
    if (m_isTarget) {
        painter.setPen(QPen(t.amber, 1.5, Qt::DashLine));
        painter.setBrush(Qt::NoBrush);
        painter.drawRoundedRect(QRectF(rect()).adjusted(1, 1, -1, -1), corner, corner);
    }
}

} // namespace fern::app
