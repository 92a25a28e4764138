#include "app/places/channels/glass/map_page.h"

#include "app/look/card.h"
#include "app/look/look.h"
#include "app/look/text.h"
#include "app/look/tokens.h"
#include "instrument/edits.h"

#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QMouseEvent>
#include <QPainter>
#include <QPushButton>

#include <algorithm>
#include <cmath>

namespace fern::app {

namespace {

constexpr int segmentsOfDigit = 8;

QString segmentName(int segment)
{
    const auto letter = segment % segmentsOfDigit == segmentsOfDigit - 1
        ? MapPage::tr("point")
        : QString(QChar(QLatin1Char(static_cast<char>('A' + segment % segmentsOfDigit))));
    return MapPage::tr("%1 of digit %2").arg(letter).arg(segment / segmentsOfDigit + 1);
}

} // namespace

SegmentPicker::SegmentPicker(QWidget* parent)
    : QAbstractButton(parent)
{
    setObjectName(QStringLiteral("segments"));
    setFocusPolicy(Qt::StrongFocus);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
    // By keys alone: the mouse picks what it points at.
    connect(this, &QAbstractButton::clicked, this, [this] {
        if (m_chosen >= 0)
            Q_EMIT picked(m_chosen);
    });
}

void SegmentPicker::showGlass(const GlassFace& face, const SegmentMap& map, int chosen)
{
    m_face = face;
    m_map = map;
    m_chosen = chosen;
    setAccessibleName(
        chosen < 0 ? tr("Segments of the glass") : tr("Segment %1").arg(segmentName(chosen)));
    update();
}

QPolygonF SegmentPicker::outlineOf(int segment) const
{
    const double scale = std::min(width() / m_face.width, height() / m_face.height);
    const QPointF topLeft(
        (width() - scale * m_face.width) / 2, (height() - scale * m_face.height) / 2);
    QPolygonF outline;
    for (const auto& [x, y] : m_face.outlines[static_cast<std::size_t>(segment)])
        outline << topLeft + QPointF(x * scale, y * scale);
    return outline;
}

void SegmentPicker::paintEvent(QPaintEvent* /*event*/)
{
    const auto& t = tokens();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setFont(wordFont(10));
    for (int i = 0; i < static_cast<int>(m_face.outlines.size()); ++i) {
        const auto& place = m_map[static_cast<std::size_t>(i)];
        const auto outline = outlineOf(i);
        painter.setPen(QPen(i == m_chosen ? t.amber : t.soft, i == m_chosen ? 2 : 1));
        painter.setBrush(place.isFound() ? t.pale : t.card);
        painter.drawPolygon(outline);
        if (!place.isFound())
            continue;
        painter.setPen(t.ink);
        painter.drawText(outline.boundingRect().adjusted(-20, -20, 20, 20), Qt::AlignCenter,
            QStringLiteral("%1/%2").arg(place.line).arg(place.backplane));
    }
    if (hasFocus()) {
        painter.setPen(QPen(t.accent, 2));
        painter.setBrush(Qt::NoBrush);
        painter.drawRoundedRect(rect().adjusted(1, 1, -1, -1), corner, corner);
    }
}

/// The segment under the mouse, or the nearest one close by.
void SegmentPicker::mouseReleaseEvent(QMouseEvent* event)
{
    int nearest = -1;
    double least = 24; // pixels
    for (int i = 0; i < static_cast<int>(m_face.outlines.size()); ++i) {
        const auto box = outlineOf(i).boundingRect();
        const auto from = event->position();
        const double dx = std::max({box.left() - from.x(), 0.0, from.x() - box.right()});
        const double dy = std::max({box.top() - from.y(), 0.0, from.y() - box.bottom()});
        const double away = std::hypot(dx, dy);
        if (away < least) {
            least = away;
            nearest = i;
        }
    }
    if (nearest >= 0)
        Q_EMIT picked(nearest);
}

/// Arrows go through the segments; Enter or the space bar click, which picks the chosen one.
void SegmentPicker::keyPressEvent(QKeyEvent* event)
{
    const int count = static_cast<int>(m_face.outlines.size());
    const auto go = [&](int by) {
        showGlass(m_face, m_map, std::clamp(m_chosen + by, 0, count - 1));
    };
    switch (event->key()) {
    case Qt::Key_Left:
        return go(-1);
    case Qt::Key_Right:
        return go(1);
    case Qt::Key_Up:
        return go(-segmentsOfDigit);
    case Qt::Key_Down:
        return go(segmentsOfDigit);
    default:
        QAbstractButton::keyPressEvent(event);
    }
}

MapPage::MapPage(Document& document, QWidget* parent)
    : QWidget(parent)
    , m_document(document)
    , m_words(wrappedLabel(this, "mapWords"))
    , m_found(softLabel({}, this))
    , m_picker(new SegmentPicker(this))
{
    m_found->setObjectName(QStringLiteral("mapFound"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    auto* card = new Card(tr("Segment map"), this);
    card->setSubtitle(tr("which line and backplane a segment hangs on"));
    column->addWidget(card, 1);
    card->body()->addWidget(m_words);
    card->body()->addWidget(m_picker, 1);
    auto* row = new QHBoxLayout;
    row->setSpacing(grid);
    row->addWidget(m_found, 1);
    const auto addButton = [&](const QString& words, const char* name, auto&& action) {
        auto* button = new QPushButton(words, card);
        button->setObjectName(QString::fromLatin1(name));
        row->addWidget(button);
        connect(button, &QPushButton::clicked, this, action);
    };
    addButton(tr("Before"), "mapBefore", [this] { step(-1); });
    addButton(tr("Nothing shows"), "mapNothing", [this] { assign(-1); });
    addButton(tr("Begin anew"), "mapAnew", [this] {
        m_place = 0;
        if (const auto* spec = glass())
            apply(SegmentMap(spec->map.size()));
    });
    card->body()->addLayout(row);
    connect(m_picker, &SegmentPicker::picked, this, &MapPage::assign);
}

const SegmentGlassSpec* MapPage::glass() const
{
    const auto* part = findById(m_document.instrument().parts, m_part);
    return part == nullptr || !part->display ? nullptr
                                             : std::get_if<SegmentGlassSpec>(&part->display->shape);
}

void MapPage::apply(const SegmentMap& map)
{
    auto part = *findById(m_document.instrument().parts, m_part);
    std::get<SegmentGlassSpec>(part.display->shape).map = map;
    m_document.apply(tr("Segment map"), withPart(m_document.instrument(), part));
    refresh();
}

/// The place that is driven belongs to this segment alone; -1: to none.
void MapPage::assign(int segment)
{
    const auto* spec = glass();
    if (spec == nullptr)
        return;
    const SegmentPlace place{m_place / spec->backplanes + 1, m_place % spec->backplanes + 1};
    auto map = spec->map;
    std::replace(map.begin(), map.end(), place, SegmentPlace{});
    if (segment >= 0)
        map[static_cast<std::size_t>(segment)] = place;
    if (map != spec->map)
        apply(map);
    step(1);
}

void MapPage::step(int by)
{
    if (const auto* spec = glass()) {
        const int places = spec->lines * spec->backplanes;
        m_place = (m_place + by + places) % places;
    }
    refresh();
}

void MapPage::showView(const RunView& view)
{
    const auto& display = view.plain().displays[view.choice->display];
    const auto* shown = findById(m_document.instrument().displays, display.id);
    if (shown == nullptr)
        return;
    const bool isOther = m_part != shown->part;
    if (isOther)
        m_place = 0;
    m_part = shown->part;
    m_face = display.face;
    // What is chosen by keys stays chosen from view to view.
    if (const auto* spec = glass(); spec != nullptr && (isOther || spec->map != m_shown))
        refresh();
}

void MapPage::refresh()
{
    const auto* spec = glass();
    if (spec == nullptr || !m_face)
        return;
    const SegmentPlace place{m_place / spec->backplanes + 1, m_place % spec->backplanes + 1};
    m_words->setText(
        tr("Drive line %1 against backplane %2 with an alternating voltage, all others along with "
           "their backplane. Click the segment that shows on the real glass.")
            .arg(place.line)
            .arg(place.backplane));
    m_shown = spec->map;
    const auto at = std::find(spec->map.begin(), spec->map.end(), place);
    m_picker->showGlass(
        *m_face, spec->map, at == spec->map.end() ? -1 : static_cast<int>(at - spec->map.begin()));
    const auto found = std::count_if(
        spec->map.begin(), spec->map.end(), [](const SegmentPlace& p) { return p.isFound(); });
    m_found->setText(
        tr("%1 of %2 places have their segment").arg(found).arg(spec->lines * spec->backplanes));
}

} // namespace fern::app
