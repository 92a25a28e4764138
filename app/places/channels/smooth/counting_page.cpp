#include "app/places/channels/smooth/counting_page.h"

#include "app/look/card.h"
#include "app/look/look.h"
#include "app/look/text.h"
#include "base/number_text.h"
#include "instrument/edits.h"
#include "reading/counting.h"
#include "run/channel_run.h"

#include <QComboBox>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QSignalBlocker>

#include <algorithm>
#include <utility>

namespace fern::app {

CountingLanes::CountingLanes(QWidget* parent)
    : QWidget(parent)
{
    setObjectName(QStringLiteral("countingLanes"));
}

void CountingLanes::showPulses(const RunView& view)
{
    m_pulses = view.pulses.sampled;
    m_counted = view.pulses.countedAt;
    m_seen = seenPulses(m_pulses.edges, m_counted);
    setAccessibleName(tr("%1 pulses, %2 of them counted")
                          .arg(m_seen.size())
                          .arg(std::count(m_seen.begin(), m_seen.end(), true)));
    update();
}

void CountingLanes::paintEvent(QPaintEvent* /*event*/)
{
    QPainter painter(this);
    painter.setFont(wordFont(12));
    constexpr int named = 62;
    const int row = height() / 3;
    const double from = inSeconds(m_pulses.from);
    const double span = std::max(1e-9, inSeconds(m_pulses.to) - from);
    const auto xOf = [&](Ticks at) {
        return named + static_cast<int>((width() - named - 2) * (inSeconds(at) - from) / span);
    };
    const auto name = [&](int index, const QString& word) {
        painter.setPen(tokens().soft);
        painter.drawText(QRect(0, index * row, named, row), Qt::AlignVCenter, word);
    };
    name(0, tr("happened"));
    name(1, tr("counted"));
    name(2, tr("lost"));
    // The level as it is.
    painter.setPen(QPen(tokens().accent, 1.5));
    bool isHigh = m_pulses.beginsHigh;
    int x = named;
    const auto yOf = [&](bool high) { return high ? row / 4 : row - row / 5; };
    for (const auto& edge : m_pulses.edges) {
        const int next = std::max(x, xOf(edge.at));
        painter.drawLine(x, yOf(isHigh), next, yOf(isHigh));
        painter.drawLine(next, yOf(isHigh), next, yOf(edge.toHigh));
        isHigh = edge.toHigh;
        x = next;
    }
    painter.drawLine(x, yOf(isHigh), width() - 2, yOf(isHigh));
    painter.setPen(QPen(tokens().sky, 2));
    for (const auto at : m_counted)
        if (at >= m_pulses.from && at <= m_pulses.to)
            painter.drawLine(xOf(at), row + row / 4, xOf(at), 2 * row - row / 5);
    painter.setPen(QPen(tokens().brick, 2));
    std::size_t pulse = 0;
    for (const auto& edge : m_pulses.edges) {
        if (!edge.toHigh || edge.isBounce)
            continue;
        if (!m_seen[pulse++]) {
            const int at = xOf(edge.at);
            const int y = 2 * row + row / 2;
            painter.drawLine(at - 4, y - 4, at + 4, y + 4);
            painter.drawLine(at - 4, y + 4, at + 4, y - 4);
        }
    }
}

CountingPage::CountingPage(Document& document, QWidget* parent)
    : QWidget(parent)
    , m_document(document)
{
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(grid);
    auto* lanes = new Card({}, this);
    m_words = wrappedLabel(lanes, "countingWords");
    m_lanes = new CountingLanes(lanes);
    m_interrupt = new QPushButton(tr("Count by interrupt"), lanes);
    m_interrupt->setObjectName(QStringLiteral("countByInterrupt"));
    lanes->body()->setSpacing(grid - 3);
    lanes->body()->addWidget(m_words);
    lanes->body()->addWidget(m_lanes, 1);
    lanes->body()->addWidget(m_interrupt, 0, Qt::AlignLeft);
    row->addWidget(lanes, 5);
    auto* errors = new Card({}, this);
    m_measure = new QComboBox(errors);
    m_measure->setObjectName(QStringLiteral("pulseMeasure"));
    m_measure->setAccessibleName(tr("What the rate is made from"));
    for (const auto word : pulseMeasureWords)
        m_measure->addItem(qText(word));
    m_errors = new Plot({{tr("gate"), &Tokens::amber, 2}, {tr("period"), &Tokens::accent, 2},
                            {tr("wished step"), &Tokens::sky, 1}},
        errors);
    m_errors->setObjectName(QStringLiteral("countingErrors"));
    auto* measure = new QHBoxLayout;
    measure->setSpacing(grid - 2);
    measure->addWidget(softLabel(tr("The rate is from"), errors));
    measure->addWidget(m_measure, 1);
    errors->body()->setSpacing(grid - 3);
    errors->body()->addLayout(measure);
    errors->body()->addWidget(m_errors, 1);
    row->addWidget(errors, 4);
    connect(m_interrupt, &QPushButton::clicked, this, [this] {
        change(tr("Count by interrupt"), [](PulseSpec& p) { p.input = PulseInput::Interrupt; });
    });
    connect(m_measure, &QComboBox::activated, this, [this](int index) {
        change(tr("Rate from %1").arg(m_measure->itemText(index)), [index](PulseSpec& p) {
            p.measure = static_cast<PulseMeasure>(index);
            if (p.measure != PulseMeasure::Gate && p.timeOut.value == 0)
                p.timeOut = {2, "s"}; // so that a stopped wheel reads 0
        });
    });
}

void CountingPage::change(const QString& name, const std::function<void(PulseSpec&)>& change)
{
    const auto* channel = findById(m_document.instrument().channels, m_channel);
    if (channel == nullptr)
        return;
    auto source = channel->source;
    change(source.pulses);
    m_document.apply(name, withSource(m_document.instrument(), m_channel, source));
}

void CountingPage::showView(const RunView& view)
{
    const auto& c = view.plain().channels[view.choice->channel];
    if (c.source.kind != SourceKind::Pulses)
        return;
    m_channel = c.id;
    m_lanes->showPulses(view);
    const auto lost = view.pulses.happened - view.pulses.counted;
    const auto how =
        c.source.pulses.input == PulseInput::Polled ? tr("polled") : tr("by interrupt");
    m_words->setText(view.pulses.happened <= 0
            ? tr("No pulse came in the last seconds.")
            : tr("Of %1 pulses of the last seconds %2 were counted, %3: %4 %5.")
                  .arg(view.pulses.happened)
                  .arg(view.pulses.counted)
                  .arg(how)
                  .arg(std::abs(lost))
                  .arg(lost < 0 ? tr("too many") : tr("lost")));
    m_interrupt->setVisible(c.source.pulses.input == PulseInput::Polled);
    if (std::exchange(m_shown, view.fixed) == view.fixed)
        return;
    const QSignalBlocker blocker(m_measure);
    m_measure->setCurrentIndex(static_cast<int>(c.source.pulses.measure));
    m_measure->setEnabled(c.source.pulses.gives == PulseGives::Rate);
    showErrors(c);
}

/// What one pulse in the gate, or one tick of the clock in the period, is worth over the range.
void CountingPage::showErrors(const PlainChannel& c)
{
    const auto& gate = m_shown->gateError;
    m_errors->setVisible(!gate.seconds.empty());
    if (gate.seconds.empty())
        return;
    m_errors->showLine(0, gate);
    m_errors->showLine(1, m_shown->periodError);
    m_errors->showLine(2, m_shown->wishedStep);
    const auto unit = qText(prettyUnit(c.unit.name));
    m_errors->setAxisWords(tr("off by, %1, over %1").arg(unit));
    m_errors->setAccessibleName(tr("Gate and period are as fine at %1 %2")
                                    .arg(qText(significantText(m_shown->crossover, 3)), unit));
    m_errors->setToolTip(m_errors->accessibleName());
    m_errors->showRange(gate.seconds.front(), gate.seconds.back());
}

} // namespace fern::app
