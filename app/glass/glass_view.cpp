#include "app/glass/glass_view.h"

#include "app/look/tokens.h"
#include "io/pictures.h"

#include <QPainter>

#include <algorithm>
#include <cmath>

namespace fern::app {

namespace {

constexpr int rim = 4;

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
    const int columns = m_frame ? m_frame->width() : 128;
    const int rows = m_frame ? m_frame->height() : 64;
    return (width - 2 * rim) * rows / columns + 2 * rim;
}

void GlassView::showFrame(std::shared_ptr<const MonoFrame> frame)
{
    if (frame == m_frame)
        return;
    const bool resized = !m_frame || !frame || frame->width() != m_frame->width()
        || frame->height() != m_frame->height();
    m_frame = std::move(frame);
    if (resized)
        updateGeometry();
    update();
}

void GlassView::paintEvent(QPaintEvent* /*event*/)
{
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(Qt::NoPen);
    painter.setBrush(tokens().glass);
    painter.drawRoundedRect(rect(), corner - 2, corner - 2);
    if (!m_frame)
        return;
    // Work in device pixels, so that every cell of the glass is as large as its neighbours.
    const double ratio = devicePixelRatioF();
    const double room = std::min((width() - 2 * rim) * ratio / m_frame->width(),
        (height() - 2 * rim) * ratio / m_frame->height());
    const int cell = std::max(1, static_cast<int>(std::floor(room)));
    auto image = io::pictureOf(*m_frame, cell, tokens().lit.rgb(), tokens().glass.rgb());
    image.setDevicePixelRatio(ratio);
    const auto snapped = [&](double logical) { return std::round(logical * ratio) / ratio; };
    painter.drawImage(QPointF(snapped((width() - image.width() / ratio) / 2),
                          snapped((height() - image.height() / ratio) / 2)),
        image);
}

} // namespace fern::app
