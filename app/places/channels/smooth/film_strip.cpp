#include "app/places/channels/smooth/film_strip.h"

#include "app/look/look.h"
#include "app/look/text.h"
#include "app/look/tokens.h"

#include <QPainter>

#include <algorithm>

namespace fern::app {

QString variantName(std::size_t index)
{
    return QString(QLatin1Char(static_cast<char>('A' + static_cast<char>(index))));
}

FilmStrip::FilmStrip(QWidget* parent)
    : QWidget(parent)
{
    setObjectName(QStringLiteral("filmStrip"));
}

void FilmStrip::showTrials(std::vector<SmoothingTrial> trials, double from, double to)
{
    m_trials = std::move(trials);
    m_from = from;
    m_to = to;
    QStringList words;
    for (std::size_t i = 0; i < m_trials.size(); ++i)
        words << tr("%1 shows %2 texts").arg(variantName(i)).arg(m_trials[i].texts.size());
    setAccessibleName(words.join(QStringLiteral(", ")));
    update();
}

void FilmStrip::paintEvent(QPaintEvent* /*event*/)
{
    QPainter painter(this);
    painter.setFont(codeFont(12));
    const int row = std::min(30, height() / std::max(1, static_cast<int>(m_trials.size())));
    constexpr int named = 20; // pixels for the name of a variant
    for (std::size_t i = 0; i < m_trials.size(); ++i) {
        const int top = static_cast<int>(i) * row;
        painter.setPen(tokens().ink);
        painter.drawText(QRect(0, top, named, row - 4), Qt::AlignCenter, variantName(i));
        const QRect strip(named, top, width() - named, row - 4);
        painter.fillRect(strip, tokens().glass);
        painter.setClipRect(strip);
        const auto xOf = [&](double seconds) {
            return strip.left()
                + static_cast<int>(
                    strip.width() * (seconds - m_from) / std::max(1e-9, m_to - m_from));
        };
        const auto& texts = m_trials[i].texts;
        for (std::size_t k = 0; k < texts.size(); ++k) {
            const int from = std::max(strip.left(), xOf(texts[k].first));
            const int to = k + 1 < texts.size() ? xOf(texts[k + 1].first) : strip.right();
            if (to < strip.left())
                continue;
            painter.setPen(tokens().soft);
            painter.drawLine(from, strip.top(), from, strip.bottom());
            const auto text = qText(texts[k].second).trimmed();
            // A text that stays too short to be read is a mark only.
            if (to - from > painter.fontMetrics().horizontalAdvance(text) + 4) {
                painter.setPen(tokens().lit);
                painter.drawText(QRect(from + 3, strip.top(), to - from - 3, strip.height()),
                    Qt::AlignVCenter | Qt::AlignLeft, text);
            }
        }
        painter.setClipping(false);
    }
}

} // namespace fern::app
