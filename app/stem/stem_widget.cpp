#include "app/stem/stem_widget.h"

#include "app/look/tokens.h"

#include <QHBoxLayout>
#include <QPainter>

#include <algorithm>
#include <cmath>

namespace fern::app {

StemWidget::StemWidget(QWidget* parent)
    : QWidget(parent)
{
    setObjectName(QStringLiteral("stem"));
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(grid - 2);
    for (std::size_t i = 0; i < leafCount; ++i) {
        const auto leaf = static_cast<Leaf>(i);
        m_leaves[i] = new LeafButton(leaf, this);
        row->addWidget(m_leaves[i]);
        connect(m_leaves[i], &QAbstractButton::clicked, this, [this, leaf] { setOpenLeaf(leaf); });
    }
    m_leaves[static_cast<std::size_t>(m_open)]->setChecked(true);
}

void StemWidget::setOpenLeaf(Leaf leaf)
{
    m_open = leaf;
    for (std::size_t i = 0; i < leafCount; ++i)
        m_leaves[i]->setChecked(i == static_cast<std::size_t>(leaf));
    Q_EMIT leafOpened(leaf);
}

void StemWidget::step(int by)
{
    const int next = std::clamp(static_cast<int>(m_open) + by, 0, static_cast<int>(leafCount) - 1);
    setOpenLeaf(static_cast<Leaf>(next));
    m_leaves[static_cast<std::size_t>(next)]->setFocus(Qt::ShortcutFocusReason);
}

void StemWidget::showView(const RunView& view)
{
    if (!view.choice)
        return;
    double most = 0;
    for (const auto& figures : view.stem.leaves)
        most = std::isnan(figures.noise) ? most : std::max(most, figures.noise);
    const auto& unit = view.plain.channels[view.choice->channel].unit;
    for (std::size_t i = 0; i < leafCount; ++i) {
        m_leaves[i]->showFigures(view.stem.leaves[i], unit, most);
        m_leaves[i]->setLimit(
            static_cast<Leaf>(i) == view.stem.limit, QString::fromStdString(view.stem.limitReason));
    }
}

void StemWidget::paintEvent(QPaintEvent* /*event*/)
{
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(tokens().moss, 3, Qt::SolidLine, Qt::RoundCap));
    for (std::size_t i = 0; i + 1 < leafCount; ++i)
        painter.drawLine(m_leaves[i]->mapToParent(m_leaves[i]->stemOut().toPoint()),
            m_leaves[i + 1]->mapToParent(m_leaves[i + 1]->stemIn().toPoint()));
}

} // namespace fern::app
