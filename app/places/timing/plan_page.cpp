#include "app/places/timing/plan_page.h"

#include "app/document/document.h"
#include "app/look/card.h"
#include "app/look/look.h"
#include "app/look/scroll.h"
#include "app/look/text.h"
#include "app/look/tokens.h"
#include "instrument/loops.h"

#include <QVBoxLayout>

namespace fern::app {

namespace {

QString inLines(const std::vector<std::string>& lines)
{
    QStringList list;
    for (const auto& line : lines)
        list.push_back(qText(line));
    return list.join(QLatin1Char('\n'));
}

} // namespace

PlanPage::PlanPage(Document& document, QWidget* parent)
    : QWidget(parent)
    , m_document(document)
    , m_planning(this)
    , m_proving(this)
    , m_verdict(wrappedLabel(this, "planVerdict"))
    , m_chart(new FrontierChart(this))
    , m_words(wrappedLabel(this, "planWords"))
    , m_reasons(wrappedLabel(this, "planReasons"))
    , m_proof(wrappedLabel(this, "planProof"))
    , m_apply(new QPushButton(tr("Apply"), this))
{
    m_apply->setObjectName(QStringLiteral("applyPlan"));
    m_verdict->setFont(wordFont(14, true));
    m_words->setFont(wordFont(13));
    for (auto* label : {m_reasons, m_proof}) {
        label->setForegroundRole(softRole);
        label->setFont(wordFont(13));
    }
    for (auto* label : {m_verdict, m_words, m_reasons, m_proof})
        label->setTextFormat(Qt::PlainText);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(grid);
    column->addWidget(m_verdict);
    auto* room = new QScrollArea(this);
    room->setWidgetResizable(true);
    auto* inside = new QWidget(room);
    auto* rows = new QVBoxLayout(inside);
    rows->setContentsMargins(0, 0, grid, 0);
    rows->setSpacing(grid);
    rows->addWidget(m_chart);
    rows->addWidget(m_words);
    rows->addWidget(m_proof);
    rows->addWidget(m_reasons);
    m_ways = new QVBoxLayout;
    m_ways->setSpacing(grid / 2);
    rows->addLayout(m_ways);
    rows->addStretch(1);
    room->setWidget(inside);
    layInCard(*room);
    column->addWidget(room, 1);
    column->addWidget(m_apply, 0, Qt::AlignRight);
    connect(m_chart, &FrontierChart::chosen, this, &PlanPage::showPoint);
    connect(m_apply, &QPushButton::clicked, this, &PlanPage::apply);
    connect(&document, &Document::opened, this, [this] {
        m_planning.stop();
        m_proving.stop();
    });
}

void PlanPage::plan(const std::string& scenario, std::optional<std::size_t> mode)
{
    m_proving.stop();
    m_apply->setEnabled(false);
    m_planning.start(
        [this, scenario, mode, instrument = m_document.instrument()](
            const io::Progress& progress) -> BackgroundJob::Finish {
            auto plain = resolve(instrument, scenario);
            if (!plain)
                return [] {};
            if (mode)
                plain = inMode(*plain, *mode);
            auto family = std::make_shared<const PaceFamily>(instrument, *plain);
            auto made = planPace(instrument, *family, [&] { return progress(0); });
            return [this, family = std::move(family), made = std::move(made)]() mutable {
                if (!made)
                    return;
                m_family = std::move(family);
                m_plan = std::move(made);
                showPlan(*m_plan);
            };
        },
        tr("Planning"));
}

void PlanPage::showPlan(const PacePlan& plan)
{
    m_verdict->setText(tr("As it is: %1").arg(qText(verdictText(plan.now.figures))));
    m_chart->setVisible(plan.chosen.has_value());
    m_words->setVisible(plan.chosen.has_value());
    m_proof->setVisible(plan.chosen.has_value());
    m_apply->setVisible(plan.chosen.has_value());
    m_reasons->setText(inLines(plan.reasons));
    showWays(plan);
    if (plan.chosen)
        m_chart->showPlan(plan);
}

void PlanPage::showPoint()
{
    const auto& point = m_chart->point();
    m_words->setText(inLines(point.words));
    m_apply->setEnabled(point.pace != m_plan->now.pace);
    m_apply->setToolTip(m_apply->isEnabled() ? QString() : tr("The program is like this already."));
    prove();
}

/// What is chosen is run beside the window.
void PlanPage::prove()
{
    m_proof->setText(tr("Running it for 30 s at the worst place …"));
    m_proving.start(
        [this, plain = m_family->with(m_chart->point().pace)](
            const io::Progress& progress) -> BackgroundJob::Finish {
            const auto proof = provePace(plain, [&] { return progress(0); });
            return [this, proof] {
                if (proof)
                    m_proof->setText(qText(inOneSentence(m_family->plain(), *proof)));
            };
        },
        tr("Running the plan"));
}

PlanPage::Way PlanPage::addWay(std::size_t index)
{
    Way way{new QWidget(this), nullptr};
    way.words = wrappedLabel(way.row, "wayOutWords");
    way.words->setTextFormat(Qt::PlainText);
    way.words->setFont(wordFont(13));
    auto* button = new QPushButton(tr("Do it"), way.row);
    button->setObjectName(QStringLiteral("wayOut%1").arg(index));
    auto* line = new QHBoxLayout(way.row);
    line->setContentsMargins(0, 0, 0, 0);
    line->addWidget(way.words, 1);
    line->addWidget(button);
    connect(button, &QPushButton::clicked, this, [this, index] {
        const auto chosen = m_plan->waysOut[index];
        m_document.apply(qText(chosen.label), chosen.apply(m_document.instrument()));
    });
    m_ways->addWidget(way.row);
    return way;
}

/// Rows are kept: the button of one may be in the middle of its click.
void PlanPage::showWays(const PacePlan& plan)
{
    while (m_wayRows.size() < plan.waysOut.size())
        m_wayRows.push_back(addWay(m_wayRows.size()));
    for (std::size_t i = 0; i < m_wayRows.size(); ++i) {
        m_wayRows[i].row->setVisible(i < plan.waysOut.size());
        if (i < plan.waysOut.size())
            m_wayRows[i].words->setText(qText(plan.waysOut[i].label));
    }
}

/// All displays as one step.
void PlanPage::apply()
{
    m_document.apply(
        tr("Redraw as planned"), withPace(m_document.instrument(), m_chart->point().pace));
}

} // namespace fern::app
