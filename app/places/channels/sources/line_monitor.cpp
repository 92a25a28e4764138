#include "app/places/channels/sources/line_monitor.h"

#include "app/look/look.h"
#include "app/look/marks.h"
#include "app/look/text.h"
#include "app/look/tokens.h"

#include <QPainter>

#include <algorithm>
#include <array>

#include <fmt/format.h>

namespace fern::app {

namespace {

constexpr int rowHeight = 17;
constexpr int timeWidth = 62;
constexpr double mostRawShare = 0.6; ///< of the rest

QString visible(const std::string& raw)
{
    auto text = qText(raw);
    for (auto& c : text)
        if (c.unicode() < 0x20)
            c = QChar(0x2400 + c.unicode()); // the pictures of control characters
    return text;
}

QColor colourOf(ToldState state)
{
    const auto& t = tokens();
    switch (state) {
    case ToldState::Good:
        return t.ink;
    case ToldState::Bad:
        return t.brick;
    case ToldState::NoValue:
        return t.amber;
    default:
        return t.soft;
    }
}

} // namespace

LineMonitor::LineMonitor(QWidget* parent)
    : SourceView(parent)
{
    setObjectName(QStringLiteral("lineMonitor"));
}

void LineMonitor::showRun(const RunView& view, const Channel& /*channel*/)
{
    showTold(view.told);
}

void LineMonitor::showTold(const std::vector<Told>& lines)
{
    const auto isSame = [](const Told& a, const Told& b) { return a.at == b.at && a.raw == b.raw; };
    if (!lines.empty() && lines.size() == m_lines.size() && isSame(lines.back(), m_lines.back())
        && isSame(lines.front(), m_lines.front()))
        return; // nothing has come
    m_lines = lines;
    std::array<int, toldStateWords.size()> counts{};
    for (const auto& told : m_lines)
        ++counts[static_cast<std::size_t>(told.state)];
    QStringList words;
    for (std::size_t i = 0; i < counts.size(); ++i)
        if (counts[i] > 0)
            words << QStringLiteral("%1 %2").arg(counts[i]).arg(
                QString::fromUtf8(toldStateWords[i].data()));
    m_counts = m_lines.empty()
        ? tr("Nothing has come yet.")
        : tr("The last %1: %2").arg(m_lines.size()).arg(words.join(QStringLiteral(", ")));
    setAccessibleName(m_counts
        + (m_lines.empty() ? QString() : tr(". Newest: %1").arg(visible(m_lines.back().raw))));
    update();
}

void LineMonitor::paintEvent(QPaintEvent* /*event*/)
{
    const auto& t = tokens();
    QPainter painter(this);
    painter.setFont(wordFont(12));
    painter.setPen(t.soft);
    painter.drawText(QRectF(0, 0, width(), rowHeight), Qt::AlignVCenter, m_counts);
    const int rows = std::max(0, (height() - rowHeight - 4) / rowHeight);
    const auto first =
        m_lines.size() - std::min<std::size_t>(m_lines.size(), static_cast<std::size_t>(rows));
    // As wide as the longest raw text, so that what it says has the rest.
    const QFontMetrics metrics(codeFont(11));
    int longest = 0;
    for (auto i = first; i < m_lines.size(); ++i)
        longest = std::max(longest, metrics.horizontalAdvance(visible(m_lines[i].raw)));
    const double rawWidth = std::min(longest + 24.0, (width() - timeWidth) * mostRawShare);
    double y = rowHeight + 4;
    for (auto i = first; i < m_lines.size(); ++i, y += rowHeight) {
        const auto& line = m_lines[i];
        painter.setFont(codeFont(11));
        painter.setPen(t.soft);
        painter.drawText(QRectF(0, y, timeWidth - 8, rowHeight), Qt::AlignVCenter | Qt::AlignRight,
            QString::number(inSeconds(line.at), 'f', 2));
        painter.setPen(line.state == ToldState::Bad ? t.brick : t.ink);
        painter.drawText(QRectF(timeWidth, y, rawWidth - 8, rowHeight), Qt::AlignVCenter,
            painter.fontMetrics().elidedText(
                visible(line.raw), Qt::ElideRight, static_cast<int>(rawWidth - 8)));
        painter.setFont(wordFont(12));
        painter.setPen(colourOf(line.state));
        const auto word =
            QString::fromUtf8(toldStateWords[static_cast<std::size_t>(line.state)].data());
        const auto says =
            line.parsed.empty() ? word : QStringLiteral("%1 · %2").arg(word, qText(line.parsed));
        const double left = timeWidth + rawWidth;
        painter.drawText(QRectF(left, y, width() - left, rowHeight), Qt::AlignVCenter,
            painter.fontMetrics().elidedText(
                says, Qt::ElideRight, static_cast<int>(width() - left)));
    }
}

} // namespace fern::app
