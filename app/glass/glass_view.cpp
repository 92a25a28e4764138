#include "app/glass/glass_view.h"

#include "app/look/tokens.h"
#include "io/pictures.h"

#include <QPainter>

#include <algorithm>
#include <cmath>

namespace fern::app {

namespace {

constexpr int rim = 4;
constexpr double usualRatio = 2; ///< of width to height, before anything is seen

/// The colour of what is dark.
QColor groundOf(const GlassFace& face)
{
    const auto [red, green, blue] = colourOf(face, face.ground);
    return {red, green, blue};
}

} // namespace

GlassView::GlassView(QWidget* parent)
    : QAbstractButton(parent)
{
    setObjectName(QStringLiteral("glass"));
    setAccessibleName(tr("Simulated display"));
    QSizePolicy policy(QSizePolicy::Preferred, QSizePolicy::Preferred);
    policy.setHeightForWidth(true);
    setSizePolicy(policy);
}

int GlassView::heightForWidth(int width) const
{
    const double ratio = m_picture ? io::widthOverHeight(*m_picture->face) : usualRatio;
    return std::min(m_mostHeight, static_cast<int>((width - 2 * rim) / ratio) + 2 * rim);
}

void GlassView::showPicture(std::shared_ptr<const GlassPicture> picture)
{
    if (picture == m_picture || (picture && m_picture && *picture == *m_picture))
        return;
    const bool isResized = !m_picture || !picture || *picture->face != *m_picture->face;
    m_picture = std::move(picture);
    if (isResized)
        updateGeometry();
    update();
}

void GlassView::setChosen(bool isChosen)
{
    if (m_isChosen == isChosen)
        return;
    m_isChosen = isChosen;
    update();
}

void GlassView::setMostHeight(int pixels)
{
    m_mostHeight = pixels;
    updateGeometry();
}

void GlassView::paintEvent(QPaintEvent* /*event*/)
{
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const auto& t = tokens();
    const bool isRinged = m_isChosen || hasFocus() || underMouse();
    painter.setPen(
        isRinged ? QPen(hasFocus() || underMouse() ? t.accent : t.moss, 2) : QPen(Qt::NoPen));
    painter.setBrush(m_picture ? groundOf(*m_picture->face) : t.glass);
    painter.drawRoundedRect(rect().adjusted(1, 1, -1, -1), corner - 2, corner - 2);
    if (!m_picture)
        return;
    // Work in device pixels, so that every cell of the glass is as large as its neighbours.
    const double ratio = devicePixelRatioF();
    auto image = io::imageWithin(
        *m_picture, (QSizeF(width() - 2 * rim, height() - 2 * rim) * ratio).toSize());
    image.setDevicePixelRatio(ratio);
    const auto snapped = [&](double logical) { return std::round(logical * ratio) / ratio; };
    painter.drawImage(QPointF(snapped((width() - image.width() / ratio) / 2),
                          snapped((height() - image.height() / ratio) / 2)),
        image);
}

} // namespace fern::app
