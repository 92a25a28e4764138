#include "app/glass/glass_view.h"

#include "app/look/tokens.h"
#include "io/pictures.h"

#include <QPainter>

#include <algorithm>
#include <cmath>

namespace fern::app {

namespace {

constexpr int rim = 4;

/// The colour of what is dark.
QColor groundOf(const GlassFace& face)
{
    const auto [red, green, blue] = colourOf(face, face.ground);
    return {red, green, blue};
}

} // namespace

GlassView::GlassView(QWidget* parent)
    : QWidget(parent)
{
    setObjectName(QStringLiteral("glass"));
    setAccessibleName(tr("Simulated display"));
    QSizePolicy policy(QSizePolicy::Preferred, QSizePolicy::Preferred);
    policy.setHeightForWidth(true);
    setSizePolicy(policy);
}

int GlassView::heightForWidth(int width) const
{
    const int columns = m_picture ? m_picture->face->columns : 128;
    const int rows = m_picture ? m_picture->face->rows : 64;
    return (width - 2 * rim) * rows / columns + 2 * rim;
}

void GlassView::showPicture(std::shared_ptr<const GlassPicture> picture)
{
    if (picture == m_picture)
        return;
    const bool resized = !m_picture || !picture
        || picture->face->columns != m_picture->face->columns
        || picture->face->rows != m_picture->face->rows;
    m_picture = std::move(picture);
    if (resized)
        updateGeometry();
    update();
}

void GlassView::paintEvent(QPaintEvent* /*event*/)
{
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(Qt::NoPen);
    painter.setBrush(m_picture ? groundOf(*m_picture->face) : tokens().glass);
    painter.drawRoundedRect(rect(), corner - 2, corner - 2);
    if (!m_picture)
        return;
    // Work in device pixels, so that every cell of the glass is as large as its neighbours.
    const double ratio = devicePixelRatioF();
    const double room = std::min((width() - 2 * rim) * ratio / m_picture->face->columns,
        (height() - 2 * rim) * ratio / m_picture->face->rows);
    const int cell = std::max(1, static_cast<int>(std::floor(room)));
    auto image = io::imageOf(*m_picture, cell);
    image.setDevicePixelRatio(ratio);
    const auto snapped = [&](double logical) { return std::round(logical * ratio) / ratio; };
    painter.drawImage(QPointF(snapped((width() - image.width() / ratio) / 2),
                          snapped((height() - image.height() / ratio) / 2)),
        image);
}

} // namespace fern::app
