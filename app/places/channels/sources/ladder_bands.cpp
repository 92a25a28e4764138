#include "app/places/channels/sources/ladder_bands.h"

#include "app/look/look.h"
#include "app/look/text.h"
#include "app/look/tokens.h"
#include "instrument/edits.h"
#include "run/channel_run.h"

#include <QHBoxLayout>
#include <QPainter>
#include <QVBoxLayout>

#include <algorithm>
#include <cmath>

namespace fern::app {

namespace {

constexpr int nameHeight = 18;

} // namespace

LadderBands::LadderBands(QWidget* parent)
    : QWidget(parent)
{
    setObjectName(QStringLiteral("ladderBands"));
}

LadderBands::Margin LadderBands::marginOf(const LadderWindow& window) const
{
    if (window.margin <= 0)
        return Margin::None;
    return window.margin < m_safe ? Margin::Tight : Margin::Fair;
}

void LadderBands::showWindows(
    std::vector<LadderWindow> windows, double topCode, double safe, double code)
{
    m_windows = std::move(windows);
    m_top = topCode;
    m_safe = safe;
    m_code = code;
    QStringList words;
    for (const auto& w : m_windows) {
        const auto margin = marginOf(w);
        words << tr("%1: codes %2 to %3, margin %4%5")
                     .arg(w.isOpen && w.name.empty() ? tr("no key") : qText(w.name))
                     .arg(w.from)
                     .arg(w.to)
                     .arg(w.margin)
                     .arg(margin == Margin::None       ? tr(", overlaps")
                             : margin == Margin::Tight ? tr(", tight")
                                                       : QString());
    }
    setAccessibleName(words.join(QStringLiteral("; ")));
    update();
}

void LadderBands::paintEvent(QPaintEvent* /*event*/)
{
    const auto& t = tokens();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const double left = 4;
    const double room = width() - 2 * left;
    const auto x = [&](double code) { return left + room * code / (m_top + 1); };
    const double top = nameHeight;
    const double bottom = height() - 2 * nameHeight;
    for (std::size_t i = 0; i < m_windows.size(); ++i) {
        const auto& w = m_windows[i];
        const auto margin = marginOf(w);
        const QColor mark = margin == Margin::None ? t.brick
            : margin == Margin::Tight              ? t.amber
                                                   : t.accent;
        const QRectF band(x(w.from), top, x(w.to + 1) - x(w.from), bottom - top);
        painter.setPen(QPen(t.line, 1));
        painter.setBrush(i % 2 == 0 ? t.pale : t.card);
        painter.drawRect(band);
        // How far the resistors let its codes spread.
        const double from = std::min(x(w.least), x(m_top) - 2);
        painter.setPen(Qt::NoPen);
        painter.setBrush(mark);
        painter.drawRect(
            QRectF(from, top + 6, std::max(3.0, x(w.most + 1) - from), bottom - top - 12));
        painter.setFont(wordFont(12, true));
        painter.setPen(t.ink);
        const QRectF name(band.center().x() - 60, 0, 120, nameHeight);
        painter.drawText(name.translated(std::clamp(0.0, -name.left(), width() - name.right()), 0),
            Qt::AlignCenter,
            painter.fontMetrics().elidedText(
                w.isOpen && w.name.empty() ? tr("no key") : qText(w.name), Qt::ElideRight,
                static_cast<int>(std::max(40.0, band.width()))));
        painter.setFont(wordFont(12));
        painter.setPen(margin == Margin::Fair ? t.soft : mark);
        const QRectF below(band.center().x() - 60, bottom + 2, 120, nameHeight);
        const QString marginText =
            margin == Margin::None ? tr("overlaps") : tr("±%1").arg(w.margin, 0, 'f', 0);
        painter.drawText(below, Qt::AlignCenter,
            margin == Margin::Tight      ? tr("▲ %1").arg(marginText)
                : margin == Margin::None ? tr("■ %1").arg(marginText)
                                         : marginText);
    }
    painter.setFont(wordFont(12));
    painter.setPen(t.soft);
    const QRectF axis(left, height() - nameHeight, room, nameHeight);
    painter.drawText(axis, Qt::AlignLeft | Qt::AlignVCenter, QStringLiteral("0"));
    painter.drawText(axis, Qt::AlignCenter, tr("codes; below each key the room to its neighbours"));
    painter.drawText(axis, Qt::AlignRight | Qt::AlignVCenter, QString::number(m_top));
    if (std::isnan(m_code))
        return;
    painter.setPen(QPen(t.sky, 2));
    painter.drawLine(QPointF(x(m_code), top - 2), QPointF(x(m_code), bottom + 2));
}

KeyLadderView::KeyLadderView(Document& document, QWidget* parent)
    : SourceView(parent)
    , m_document(document)
    , m_bands(new LadderBands(this))
    , m_add(new QPushButton(tr("Add a key"), this))
    , m_drop(new QPushButton(tr("Remove the last key"), this))
    , m_design(new QPushButton(tr("Choose resistors"), this))
{
    m_add->setObjectName(QStringLiteral("addKey"));
    m_drop->setObjectName(QStringLiteral("dropKey"));
    m_design->setObjectName(QStringLiteral("designLadder"));
    m_design->setToolTip(tr("E24 values that set the keys as far apart as they can stand"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(grid - 2);
    column->addWidget(m_bands, 1);
    auto* row = new QHBoxLayout;
    row->setSpacing(grid);
    row->addWidget(m_design);
    row->addWidget(m_add);
    row->addWidget(m_drop);
    row->addStretch(1);
    column->addLayout(row);
    const auto ladder = [this] {
        return findById(m_document.instrument().channels, m_channel)->source.ladder;
    };
    connect(m_add, &QPushButton::clicked, this, [=, this] {
        auto changed = ladder();
        // A name that no key has yet.
        for (auto n = changed.keys.size() + 1;; ++n) {
            const auto name = tr("key %1").arg(n).toStdString();
            if (std::any_of(changed.keys.begin(), changed.keys.end(),
                    [&](const LadderKey& key) { return key.name == name; }))
                continue;
            changed.keys.push_back({name, {1, "kohm"}});
            break;
        }
        change(tr("Add a key"), designedLadder(changed));
    });
    connect(m_drop, &QPushButton::clicked, this, [=, this] {
        auto changed = ladder();
        if (!changed.keys.empty())
            changed.keys.pop_back();
        change(tr("Remove a key"), changed);
    });
    connect(m_design, &QPushButton::clicked, this,
        [=, this] { change(tr("Choose the ladder's resistors"), designedLadder(ladder())); });
}

void KeyLadderView::change(const QString& name, const LadderSpec& ladder)
{
    auto source = findById(m_document.instrument().channels, m_channel)->source;
    source.ladder = ladder;
    m_document.apply(name, withSource(m_document.instrument(), m_channel, source));
}

void KeyLadderView::showRun(const RunView& view, const Channel& channel)
{
    m_channel = channel.id;
    const auto& c = view.plain().channels[view.choice->channel];
    const auto converter = converterOf(c);
    m_bands->showWindows(ladderWindows(channel.source.ladder, converter),
        static_cast<double>(converter.topCode()), safeMargin(converter, c.noiseLsb),
        view.newest.reading);
    m_drop->setEnabled(channel.source.ladder.keys.size() > 1);
    m_design->setEnabled(designedLadder(channel.source.ladder) != channel.source.ladder);
}

} // namespace fern::app
