#include "app/stem/leaf_button.h"

#include "app/look/figure_tag.h"
#include "app/look/look.h"
#include "app/look/marks.h"
#include "app/look/text.h"
#include "app/look/tokens.h"
#include "base/number_text.h"
#include "base/quantity_text.h"

#include <QPainter>
#include <QPixmapCache>

#include <cmath>

namespace fern::app {

namespace {

constexpr int titleHeight = 20;
constexpr int leafHeight = 46;
constexpr int lineHeight = 15;

/// The largest font from `least` to `most` pixels in which the text is not wider than `width`.
QFont largestFont(const QString& text, double width, int least, int most, bool bold)
{
    while (most > least && QFontMetricsF(wordFont(most, bold)).horizontalAdvance(text) > width)
        --most;
    return wordFont(most, bold);
}

QString inUnit(double si, const Unit& unit, int digits)
{
    return std::isnan(si) ? QStringLiteral("—") : qText(quantityText(si, unit, digits));
}

/// The leaf of a button without its words: many times a second only those change, and the curves
/// take longer to draw than they.
QPixmap leafPicture(
    const QSize& size, const QRectF& box, const QPen& edge, const QColor& fill, double pixelRatio)
{
    const auto key = QStringLiteral("leaf %1 %2 %3 %4 %5 %6")
                         .arg(size.width())
                         .arg(size.height())
                         .arg(edge.color().name(), fill.name())
                         .arg(edge.widthF())
                         .arg(pixelRatio);
    QPixmap picture;
    if (QPixmapCache::find(key, &picture))
        return picture;
    picture = QPixmap(size * pixelRatio);
    picture.setDevicePixelRatio(pixelRatio);
    picture.fill(Qt::transparent);
    QPainter painter(&picture);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(edge);
    painter.setBrush(fill);
    painter.drawPath(leafPath(box));
    painter.end();
    QPixmapCache::insert(key, picture);
    return picture;
}

} // namespace

LeafButton::LeafButton(Leaf leaf, QWidget* parent)
    : QAbstractButton(parent)
    , m_leaf(leaf)
{
    const std::array<QString, leafCount> abouts{tr("The true quantity, as the scenario has it"),
        tr("What sensor and front end put on the pin"),
        tr("The code that the converter makes of it"), tr("The code in the channel's unit"),
        tr("The value after the smoothing steps"), tr("The text that the reader makes of it"),
        tr("What the display shows now")};
    m_about = abouts[static_cast<std::size_t>(leaf)];
    const auto name = qText(nameOf(leaf));
    setObjectName(QStringLiteral("leaf") + name);
    setText(name);
    setCheckable(true);
    setFocusPolicy(Qt::StrongFocus);
    setCursor(Qt::PointingHandCursor);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

void LeafButton::showFigures(
    const LeafFigures& figures, const PlainChannel& channel, double noiseScale)
{
    const auto step = inUnit(figures.step, channel.unit, 3);
    const auto noise = inUnit(figures.noise, channel.unit, 2);
    const bool hasCount =
        m_leaf == Leaf::Reading || m_leaf == Leaf::Scale || m_leaf == Leaf::Smooth;
    const auto noiseFigure = m_leaf == Leaf::Scale ? Figure::NoiseIn
        : m_leaf == Leaf::Smooth                   ? Figure::NoiseOut
                                                   : Figure::None;
    tagFigures(this,
        {{hasCount ? Figure::Count : Figure::None, qText(channel.id), step},
            {noiseFigure, qText(channel.id), noise}});
    const auto value = qText(figures.value);
    const auto unitText = qText(figures.unit);
    const auto trouble = qText(figures.trouble.word);
    QStringList lines;
    // A leaf in trouble has no step that counts.
    lines << (!trouble.isEmpty()       ? trouble
            : std::isnan(figures.step) ? QString()
                                       : tr("step %1").arg(step));
    lines << (std::isnan(figures.noise) ? QString() : tr("noise %1").arg(noise));
    lines << (std::isnan(figures.age) ? QString()
                                      : tr("age %1").arg(qText(durationText(figures.age))));
    const double share = std::isnan(figures.noise) || noiseScale <= 0
        ? -1
        : std::min(1.0, figures.noise / noiseScale);
    if (value == m_value && unitText == m_unit && lines == m_lines && share == m_noiseShare)
        return;
    m_value = value;
    m_unit = unitText;
    m_lines = lines;
    m_isInTrouble = !trouble.isEmpty();
    m_noiseShare = share;
    showChange();
}

void LeafButton::showChange()
{
    setAccessibleName(tr("%1: %2 %3").arg(text(), m_value, m_unit));
    auto words = m_lines;
    words.removeAll(QString());
    words << toolTip();
    setAccessibleDescription(words.join(QStringLiteral(", ")));
    update();
}

void LeafButton::setLimit(bool isLimit, const QString& reason)
{
    const auto words = isLimit ? tr("%1. Limits the result: %2").arg(m_about, reason) : m_about;
    if (words == toolTip())
        return;
    m_isLimit = isLimit;
    setToolTip(words);
    showChange();
}

QRectF LeafButton::leafBox() const
{
    return {3, titleHeight + 2.0, width() - 6.0, leafHeight};
}

QPointF LeafButton::stemIn() const
{
    return {leafBox().left(), leafBox().center().y() + leafHeight * 0.03};
}

QPointF LeafButton::stemOut() const
{
    return {leafBox().right(), leafBox().center().y() - leafHeight * 0.06};
}

void LeafButton::paintEvent(QPaintEvent* /*event*/)
{
    const auto& t = tokens();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setFont(wordFont(13, true));
    painter.setPen(isChecked() ? t.ink : t.soft);
    painter.drawText(QRect(0, 0, width(), titleHeight), Qt::AlignCenter, text());

    const QColor edge = m_isInTrouble ? t.brick
        : m_isLimit                   ? t.amber
        : isChecked()                 ? t.accent
                                      : t.moss;
    painter.drawPixmap(0, 0,
        leafPicture(size(), leafBox(),
            QPen(edge,
                m_isLimit || m_isInTrouble ? 2.5
                    : underMouse()         ? 2
                                           : 1.2),
            isChecked() ? t.fern : t.pale, devicePixelRatioF()));
    if (hasFocus()) {
        painter.setPen(QPen(t.sky, 1.5, Qt::DotLine));
        painter.setBrush(Qt::NoBrush);
        painter.drawRoundedRect(QRectF(rect()).adjusted(1, 1, -1, -1), corner, corner);
    }
    painter.setFont(largestFont(m_value, leafBox().width() * 0.74, 11, 19, true));
    painter.setPen(isChecked() ? t.onFern : t.ink);
    painter.drawText(leafBox(), Qt::AlignCenter, m_value);

    double y = titleHeight + leafHeight + 3;
    painter.setFont(wordFont(12));
    painter.setPen(t.soft);
    painter.drawText(QRectF(0, y, width(), lineHeight + 1), Qt::AlignCenter, m_unit);
    y += 3;
    for (const auto& line : m_lines) {
        const bool tellsTrouble = m_isInTrouble && &line == &m_lines.front();
        y += lineHeight;
        painter.setPen(tellsTrouble ? t.brick : t.soft);
        painter.setFont(largestFont(line, width(), 9, tellsTrouble ? 13 : 11, tellsTrouble));
        painter.drawText(QRectF(0, y, width(), lineHeight), Qt::AlignCenter, line);
    }
    if (m_noiseShare >= 0) {
        const QRectF track(width() / 2.0 - 30, y + lineHeight + 3, 60, 4);
        painter.setPen(Qt::NoPen);
        painter.setBrush(t.bar);
        painter.drawRoundedRect(track, 2, 2);
        painter.setBrush(t.moss);
        painter.drawRoundedRect(
            QRectF(track.topLeft(),
                QSizeF(std::max(m_noiseShare > 0 ? 2.0 : 0.0, track.width() * m_noiseShare), 4)),
            2, 2);
    }
}

} // namespace fern::app
