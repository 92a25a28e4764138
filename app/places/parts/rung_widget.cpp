#include "app/places/parts/rung_widget.h"

#include "app/look/card.h"
#include "app/look/chip.h"
#include "app/look/flow_layout.h"
#include "app/look/look.h"
#include "app/look/marks.h"
#include "app/look/text.h"
#include "app/places/parts/pin_button.h"

#include <QPainter>
#include <QPainterPath>

#include <algorithm>

namespace fern::app {

namespace {

constexpr int barHeight = 6;
constexpr int stemLength = 7;

} // namespace

RungWidget::RungWidget(const Rung& rung, const QString& whenEmpty, QWidget* parent)
    : QWidget(parent)
    , m_rung(rung)
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
    if (rung.items.empty()) {
        addBranch(column, nullptr);
        column->addWidget(softLabel(whenEmpty, this));
        return;
    }
    addBranch(column, nullptr);
    // What hangs behind a multiplexer follows below it, and what hangs behind that one below that.
    for (std::size_t i = 0; i < m_modules.size(); ++i)
        addBranch(column, m_modules[i]);
}

void RungWidget::addBranch(QVBoxLayout* column, const ModuleButton* root)
{
    const auto hangsHere = [&](const RungItem& item) {
        const bool isReached = std::any_of(m_rung.items.begin(), m_rung.items.end(),
            [&](const RungItem& other) { return !item.behind.empty() && other.id == item.behind; });
        return root == nullptr ? !isReached : isReached && item.behind == root->item().id;
    };
    Branch branch;
    branch.root = root;
    for (const auto& item : m_rung.items)
        if (hangsHere(item))
            branch.modules.push_back(new ModuleButton(item, this));
    if (root != nullptr && branch.modules.empty())
        return;
    branch.bar = new QWidget(this);
    branch.bar->setFixedHeight(barHeight);
    const int indent = root == nullptr ? 0 : 4 * grid;
    auto* row = new QHBoxLayout;
    row->addSpacing(indent);
    row->addWidget(branch.bar);
    column->addLayout(row);
    column->addSpacing(stemLength);
    auto* flow = new FlowLayout(nullptr, grid + 2, FlowWidths::Alike);
    for (auto* module : branch.modules)
        flow->addWidget(module);
    flow->setContentsMargins(indent + grid, 0, 0, 0);
    column->addLayout(flow);
    m_modules.insert(m_modules.end(), branch.modules.begin(), branch.modules.end());
    m_branches.push_back(std::move(branch));
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
    for (const auto& branch : m_branches)
        paintBranch(painter, branch, colour);
    if (m_rung.isOver)
        painter.fillPath(severityPath(Severity::Check,
                             QRectF(m_facts->x() - 15, m_facts->geometry().center().y() - 4, 9, 9)),
            t.amber);
    if (m_isTarget) {
        painter.setPen(QPen(t.amber, 1.5, Qt::DashLine));
        painter.setBrush(Qt::NoBrush);
        painter.drawRoundedRect(QRectF(rect()).adjusted(1, 1, -1, -1), corner, corner);
    }
}

void RungWidget::paintBranch(QPainter& painter, const Branch& branch, const QColor& colour) const
{
    const QRectF bar(branch.bar->geometry());
    painter.setPen(Qt::NoPen);
    painter.setBrush(colour);
    painter.drawRoundedRect(bar, barHeight / 2.0, barHeight / 2.0);
    // The first line of modules hangs on stems; what did not fit follows below.
    const int firstTop = branch.modules.empty() ? 0 : branch.modules.front()->y();
    for (const auto* module : branch.modules)
        if (module->y() == firstTop)
            painter.fillRect(
                QRectF(module->x() + 20, bar.bottom() - 1, 3, module->y() - bar.bottom() + 2),
                colour);
    if (branch.root == nullptr)
        return;
    // From the multiplexer down the left edge to its own bar.
    constexpr double edge = 2.0 * grid;
    const QRectF root(branch.root->geometry());
    QPainterPath line({root.left() + grid, root.bottom()});
    line.lineTo(root.left() + grid, root.bottom() + 4);
    line.lineTo(edge, root.bottom() + 4);
    line.lineTo(edge, bar.center().y());
    line.lineTo(bar.left() + 2, bar.center().y());
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(colour, 3));
    painter.drawPath(line);
}

} // namespace fern::app
