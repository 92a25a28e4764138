#include "app/stem/stem_widget.h"

#include "app/look/text.h"
#include "app/look/tokens.h"

#include <QLabel>
#include <QPainter>
#include <QPainterPath>
#include <QVBoxLayout>

#include <algorithm>
#include <cmath>

namespace fern::app {

StemWidget::StemWidget(QWidget* parent)
    : QWidget(parent)
    , m_fork(new QWidget(this))
    , m_chipRow(new QHBoxLayout(m_fork))
{
    setObjectName(QStringLiteral("stem"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(grid / 2);
    auto* row = new QHBoxLayout;
    row->setSpacing(grid / 2);
    column->addLayout(row);
    column->addWidget(m_fork);
    m_chipRow->setContentsMargins(0, 0, 0, 0);
    m_chipRow->setSpacing(grid);
    m_chipRow->addStretch(1);
    m_fork->hide();
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
    int next = static_cast<int>(m_open);
    for (int at = next + by; at >= 0 && at < static_cast<int>(leafCount); at += by)
        if (!m_leaves[static_cast<std::size_t>(at)]->isHidden()) {
            next = at;
            break;
        }
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
    const auto& channel = view.plain().channels[view.choice->channel];
    for (std::size_t i = 0; i < leafCount; ++i) {
        m_leaves[i]->setLimit(
            static_cast<Leaf>(i) == view.stem.limit, qText(view.stem.limitReason));
        m_leaves[i]->showFigures(view.stem.leaves[i], channel, most);
        m_leaves[i]->setVisible(view.stem.leaves[i].isThere);
    }
    // A channel of another kind may lack the leaf that was open.
    if (!view.stem.leaves[static_cast<std::size_t>(m_open)].isThere)
        setOpenLeaf(Leaf::Text);
    showEnds(view);
}

void StemWidget::showEnds(const RunView& view)
{
    const auto& ends = view.fixed->ends;
    QStringList readers;
    for (const auto& end : ends)
        readers << qText(end.reader);
    bool isChanged = readers != m_readers;
    if (isChanged) {
        m_readers = readers;
        for (auto* chip : m_chips)
            chip->deleteLater();
        m_chips.clear();
        for (const auto& reader : readers) {
            auto* chip = new Chip({}, m_fork);
            chip->setObjectName(QStringLiteral("reader") + reader);
            chip->setToolTip(tr("Follow this reader to its glass"));
            m_chipRow->addWidget(chip);
            m_chips.push_back(chip);
            connect(chip, &QAbstractButton::clicked, this,
                [this, reader] { Q_EMIT readerChosen(reader); });
        }
        m_fork->setVisible(readers.size() > 1);
    }
    for (std::size_t i = 0; i < m_chips.size(); ++i) {
        const auto label = qText(ends[i].label);
        if (m_chips[i]->text() != label) {
            m_chips[i]->setText(label);
            m_chips[i]->setAccessibleName(tr("Reader %1").arg(label));
            m_chips[i]->updateGeometry();
        }
        const bool isFollowed = ends[i].choice == *view.choice;
        isChanged = isChanged || isFollowed != m_chips[i]->isChecked();
        m_chips[i]->setChecked(isFollowed);
    }
    if (isChanged)
        update();
}

void StemWidget::paintEvent(QPaintEvent* /*event*/)
{
    const auto& t = tokens();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(t.moss, 3, Qt::SolidLine, Qt::RoundCap));
    const LeafButton* before = nullptr;
    for (const auto* leaf : m_leaves) {
        if (leaf->isHidden())
            continue;
        if (before != nullptr)
            painter.drawLine(before->mapToParent(before->stemOut().toPoint()),
                leaf->mapToParent(leaf->stemIn().toPoint()));
        before = leaf;
    }
    if (!m_fork->isVisible())
        return;
    // The twigs leave the stem behind Smooth and run down between the leaves to their chips.
    // A channel of codes has no Smooth: there they leave behind Reading.
    const auto* smooth = m_leaves[static_cast<std::size_t>(Leaf::Smooth)];
    if (smooth->isHidden())
        smooth = m_leaves[static_cast<std::size_t>(Leaf::Reading)];
    const QPointF from = smooth->mapToParent(smooth->stemOut().toPoint()) + QPointF(3, 0);
    for (const auto* chip : m_chips) {
        const QPointF top =
            m_fork->mapToParent(chip->geometry().center()) - QPointF(0, chip->height() / 2.0);
        const QPointF turn(from.x(), top.y() - 3);
        QPainterPath twig(from);
        twig.lineTo(turn - QPointF(0, 8));
        twig.quadTo(turn, turn + QPointF(top.x() > from.x() ? 8 : -8, 0));
        twig.lineTo(top.x(), turn.y());
        twig.lineTo(top);
        painter.setPen(QPen(chip->isChecked() ? t.moss : t.line, chip->isChecked() ? 2 : 1.4));
        painter.setBrush(Qt::NoBrush);
        painter.drawPath(twig);
    }
}

} // namespace fern::app
