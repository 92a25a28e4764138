#include "app/places/channels/smooth/steady_page.h"

#include "app/look/card.h"
#include "app/look/inputs.h"
#include "app/look/look.h"
#include "app/look/text.h"
#include "instrument/edits.h"
#include "run/task_blocks.h"

#include <QLabel>
#include <QPushButton>

#include <cmath>

namespace fern::app {

TrialData trialDataOf(const RunView& view)
{
    return {view.reading.seconds, view.reading.values};
}

SteadyPage::SteadyPage(Document& document, QWidget* parent)
    : QWidget(parent)
    , m_document(document)
{
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    auto* card = new Card(tr("Steady digit"), this);
    card->setSubtitle(tr("the steps with the least lag that keep the text calm"));
    column->addWidget(card, 1);
    m_changes = new NumberEdit(tr("a second"), card);
    m_changes->setObjectName(QStringLiteral("steadyChanges"));
    m_changes->setAccessibleName(tr("How often the text may change"));
    m_changes->showNumber(0.5);
    m_lag = new QuantityEdit(card);
    m_lag->setObjectName(QStringLiteral("steadyLag"));
    m_lag->setAccessibleName(tr("How late it may be"));
    m_lag->showQuantity({1, "s"});
    m_findButton = new QPushButton(tr("Find"), card);
    m_findButton->setObjectName(QStringLiteral("findSteady"));
    m_useButton = new QPushButton(tr("Use these steps"), card);
    m_useButton->setObjectName(QStringLiteral("useSteady"));
    m_useButton->setEnabled(false);
    auto* row = new QHBoxLayout;
    row->setSpacing(grid);
    row->addWidget(softLabel(tr("It changes at most"), card));
    row->addWidget(m_changes);
    row->addWidget(softLabel(tr("late by"), card));
    row->addWidget(m_lag);
    row->addWidget(m_findButton);
    row->addStretch(1);
    m_words = wrappedLabel(card, "steadyWords");
    m_words->setText(
        tr("The last 30 seconds of readings, simulated, live or captured, are tried with "
           "medians, averages and a digit that holds."));
    card->body()->addLayout(row);
    card->body()->addWidget(m_words);
    card->body()->addWidget(m_useButton, 0, Qt::AlignLeft);
    card->body()->addStretch(1);
    connect(m_findButton, &QPushButton::clicked, this, [this] {
        if (!m_search.isRunning())
            return find();
        m_search.stop();
        m_findButton->setText(tr("Find"));
    });
    connect(m_useButton, &QPushButton::clicked, this, [this] {
        m_document.apply(
            tr("Steady digit"), withSmoothing(m_document.instrument(), m_channel, m_found));
    });
    for (auto* edit : {static_cast<CheckedEdit*>(m_changes), static_cast<CheckedEdit*>(m_lag)})
        edit->setMaximumWidth(140);
    connect(m_changes, &NumberEdit::refused, this, &SteadyPage::refused);
    connect(m_lag, &QuantityEdit::refused, this, &SteadyPage::refused);
    connect(m_changes, &NumberEdit::numberEntered, m_changes, &NumberEdit::showNumber);
    connect(m_lag, &QuantityEdit::quantityEntered, m_lag, &QuantityEdit::showQuantity);
}

void SteadyPage::showView(const RunView& view)
{
    const auto& c = view.plain().channels[view.choice->channel];
    if (m_channel != c.id) {
        m_search.stop();
        m_findButton->setText(tr("Find"));
        m_useButton->setEnabled(false);
        // Half of the wished freshness is the usual share of smoothing.
        m_lag->showQuantity({std::round(c.freshnessSeconds * 50) / 100, "s"});
    }
    m_channel = c.id;
    m_plain = c;
    m_reader = view.plain().readers[view.choice->reader];
    m_redrawEvery = redrawPeriod(view.plain(), view.plain().displays[view.choice->display]);
    m_data = trialDataOf(view);
}

void SteadyPage::find()
{
    const auto changes = m_changes->text().section(QLatin1Char(' '), 0, 0).toDouble();
    const auto lag = parseQuantity(m_lag->text().toStdString(), {1, "s"});
    if (!lag)
        return Q_EMIT refused(qText(lag.error().message));
    m_findButton->setText(tr("Stop"));
    m_search.start([this, plain = m_plain, reader = m_reader, data = m_data,
                       wish = SteadyWish{changes, inSi(*lag), m_redrawEvery}](
                       const io::Progress& progress) -> BackgroundJob::Finish {
        const auto found = findSteadyDigit(plain, reader, data, wish, [&] { return !progress(0); });
        return [this, found] { show(found); };
    });
}

void SteadyPage::show(const SteadyDigit& found)
{
    m_findButton->setText(tr("Find"));
    if (found.wasStopped)
        return;
    m_words->setText(qText(found.words));
    // Where nothing is calm enough, the calmest may still be better than what there is.
    m_found = (found.best ? *found.best : found.calmest).steps;
    m_useButton->setEnabled(found.tried > 0);
    m_useButton->setText(found.best ? tr("Use these steps") : tr("Use the calmest"));
}

} // namespace fern::app
