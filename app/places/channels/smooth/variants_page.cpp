#include "app/places/channels/smooth/variants_page.h"

#include "app/look/card.h"
#include "app/look/look.h"
#include "app/look/text.h"
#include "app/places/channels/smooth/steady_page.h"
#include "app/places/channels/trace_plot.h"
#include "base/number_text.h"
#include "instrument/edits.h"
#include "run/task_blocks.h"
#include "smooth/step_text.h"

#include <QGridLayout>
#include <QLabel>
#include <QPushButton>

namespace fern::app {

VariantsPage::VariantsPage(Document& document, QWidget* parent)
    : QWidget(parent)
    , m_document(document)
{
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(grid);
    auto* traces = new Card({}, this);
    m_plot = new Plot(
        {{tr("reading"), &Tokens::trace, 1}, {QStringLiteral("A"), &Tokens::accent, 2},
            {QStringLiteral("B"), &Tokens::amber, 2}, {QStringLiteral("C"), &Tokens::sky, 2}},
        traces);
    m_plot->setObjectName(QStringLiteral("variantTraces"));
    m_strip = new FilmStrip(traces);
    traces->body()->setSpacing(grid - 3);
    traces->body()->addWidget(m_plot, 1);
    traces->body()->addWidget(m_strip);
    row->addWidget(traces, 5);
    auto* list = new Card({}, this);
    m_keep = new QPushButton(tr("Keep the present steps"), list);
    m_keep->setObjectName(QStringLiteral("keepVariant"));
    m_hint = wrappedLabel(list, "variantHint");
    m_hint->setForegroundRole(softRole);
    m_hint->setText(tr("Keep up to three, changing the steps between: each is tried on the same "
                       "readings."));
    list->body()->setSpacing(grid - 3);
    list->body()->addWidget(m_keep);
    list->body()->addWidget(m_hint);
    for (std::size_t i = 0; i < mostVariants; ++i) {
        m_rows[i].words =
            wrappedLabel(list, QStringLiteral("variant%1").arg(i).toLatin1().constData());
        m_rows[i].use = new QPushButton(tr("Use %1").arg(variantName(i)), list);
        m_rows[i].use->setObjectName(QStringLiteral("useVariant%1").arg(i));
        list->body()->addWidget(m_rows[i].words);
        list->body()->addWidget(m_rows[i].use, 0, Qt::AlignLeft);
        m_rows[i].words->hide();
        m_rows[i].use->hide();
        connect(m_rows[i].use, &QPushButton::clicked, this, [this, i] { use(i); });
    }
    list->body()->addStretch(1);
    row->addWidget(list, 3);
    connect(m_keep, &QPushButton::clicked, this, &VariantsPage::keep);
}

void VariantsPage::keep()
{
    const auto* channel = findById(m_document.instrument().channels, m_channel);
    if (channel == nullptr)
        return;
    if (m_variants.size() == mostVariants)
        m_variants.erase(m_variants.begin());
    m_variants.push_back(channel->smoothing);
    tryAll();
}

void VariantsPage::use(std::size_t index)
{
    m_document.apply(tr("Use the steps of %1").arg(variantName(index)),
        withSmoothing(m_document.instrument(), m_channel, m_variants[index]));
}

void VariantsPage::showView(const RunView& view)
{
    const auto& c = view.plain().channels[view.choice->channel];
    if (m_channel != c.id)
        m_variants.clear();
    // A few times a second is enough to compare.
    constexpr Ticks pace{250'000'000};
    const bool isSoon = view.now > m_triedAt && view.now - m_triedAt < pace;
    if (m_channel == c.id && isSoon)
        return;
    m_channel = c.id;
    m_triedAt = view.now;
    m_plain = c;
    m_reader = view.plain().readers[view.choice->reader];
    m_redrawEvery = redrawPeriod(view.plain(), view.plain().displays[view.choice->display]);
    m_data = trialDataOf(view);
    m_range = traceRange(view);
    if (isVisible())
        tryAll();
}

void VariantsPage::showEvent(QShowEvent* event)
{
    tryAll();
    QWidget::showEvent(event);
}

void VariantsPage::tryAll()
{
    std::vector<SmoothingTrial> trials;
    m_plot->showLine(0, {m_data.at, m_data.values});
    for (std::size_t i = 0; i < mostVariants; ++i) {
        const bool isThere = i < m_variants.size();
        m_rows[i].words->setVisible(isThere);
        m_rows[i].use->setVisible(isThere);
        m_plot->setLineVisible(i + 1, isThere);
        if (!isThere)
            continue;
        trials.push_back(trySmoothing(m_plain, m_reader, m_variants[i], m_data, m_redrawEvery));
        const auto& t = trials.back();
        m_plot->showLine(i + 1, {m_data.at, t.smoothed});
        m_rows[i].words->setText(
            tr("%1: %2. %3 late, changes %4 a second, %5 bytes, %6 operations a reading.")
                .arg(variantName(i), t.steps.empty() ? tr("no step") : qText(stepsText(t.steps)),
                    qText(durationText(t.delay)), qText(significantText(t.changesPerSecond, 2)))
                .arg(t.bytes)
                .arg(t.operations, 0, 'f', 0));
    }
    m_plot->setAxisWords(tr("%1 over seconds").arg(qText(prettyUnit(m_plain.unit.name))));
    m_plot->setAccessibleName(tr("%1 variants on the last seconds").arg(trials.size()));
    m_plot->showRange(m_range.first, m_range.second);
    m_strip->setVisible(!trials.empty());
    m_strip->showTrials(std::move(trials), m_range.first, m_range.second);
}

} // namespace fern::app
