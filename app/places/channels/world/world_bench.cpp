#include "app/places/channels/world/world_bench.h"

#include "app/look/figure_tag.h"
#include "app/look/look.h"
#include "app/look/page_chips.h"
#include "app/look/text.h"
#include "instrument/edits.h"

#include <QHBoxLayout>

namespace fern::app {

WorldBench::WorldBench(Document& document, QWidget* parent)
    : Workbench(tr("Wish"), tr("what is to be measured, and whether the design does it"),
        Leaf::World, document, parent)
    , m_sheet(new QGridLayout)
    , m_from(addEdit("wishFrom", tr("Range from")))
    , m_to(addEdit("wishTo", tr("Range to")))
    , m_step(addEdit("wishStep", tr("Smallest step")))
    , m_tolerance(addEdit("wishTolerance", tr("Tolerance")))
    , m_freshness(addEdit("wishFreshness", tr("Oldest number")))
    , m_hours(addEdit("wishHours", tr("Runs for")))
    , m_distance(addEdit("wishDistance", tr("Read from")))
    , m_scenario(softLabel({}, this))
    , m_trace(new TracePlot(this))
    , m_entries(new EntrySheet(document, this))
{
    m_sheet->setHorizontalSpacing(grid + 4);
    m_sheet->setVerticalSpacing(grid - 4);
    m_sheet->setColumnStretch(5, 1);
    addRow("range", tr("Range"), {m_from, m_to});
    addRow("step", tr("Smallest step"), {m_step});
    addRow("tolerance", tr("Tolerance ±"), {m_tolerance});
    addRow("freshness", tr("Oldest number"), {m_freshness});
    addRow("hours", tr("Runs for"), {m_hours});
    addRow("readingDistance", tr("Read from"), {m_distance});
    card()->insertLayout(0, m_sheet);
    card()->addWidget(m_scenario);
    addLowerCard();
    edit(&ChannelWish::from, tr("Range"), m_from);
    edit(&ChannelWish::to, tr("Range"), m_to);
    edit(&ChannelWish::step, tr("Step"), m_step);
    edit(&ChannelWish::tolerance, tr("Tolerance"), m_tolerance);
    edit(&ChannelWish::freshness, tr("Freshness"), m_freshness);
    editInstrument(&InstrumentWish::hours, tr("Hours"), m_hours);
    editInstrument(&InstrumentWish::readingDistance, tr("Reading distance"), m_distance);
}

void WorldBench::addLowerCard()
{
    auto* body = addCard(1)->body();
    auto* pages = new PageChips(this);
    pages->addPage(tr("Trace"), QStringLiteral("worldTrace"), m_trace);
    pages->addPage(tr("What is around it"), QStringLiteral("worldAround"), m_entries)
        ->setToolTip(tr("Its course in the scenario, faults, gate, settings and outputs"));
    pages->row()->addStretch(1);
    body->addWidget(pages);
    for (QWidget* page : {static_cast<QWidget*>(m_trace), static_cast<QWidget*>(m_entries)})
        body->addWidget(page, 1);
}

QuantityEdit* WorldBench::addEdit(const char* objectName, const QString& label)
{
    auto* edit = new QuantityEdit(this);
    edit->setObjectName(QString::fromLatin1(objectName));
    edit->setAccessibleName(label);
    edit->setMaximumWidth(96);
    connect(edit, &QuantityEdit::refused, this, &Workbench::refused);
    return edit;
}

void WorldBench::addRow(const char* key, const QString& label, const QList<QWidget*>& edits)
{
    const int row = m_sheet->rowCount();
    m_sheet->addWidget(softLabel(label, this), row, 0);
    for (int i = 0; i < edits.size(); ++i)
        m_sheet->addWidget(edits[i], row, 1 + i);
    Row r{key, new LineLabel(LineLabel::Kind::Figure, wordFont(13, true), this),
        new VerdictMark(this), new LineLabel(LineLabel::Kind::Note, wordFont(12), this)};
    r.mark->setObjectName(QStringLiteral("verdict") + QString::fromLatin1(key));
    m_sheet->addWidget(r.mark, row, 3);
    m_sheet->addWidget(r.found, row, 4);
    m_sheet->addWidget(r.note, row, 5);
    m_verdicts.push_back(r);
}

void WorldBench::editInstrument(
    Quantity InstrumentWish::*member, const QString& name, QuantityEdit* input)
{
    connect(input, &QuantityEdit::quantityEntered, this,
        [this, member, name](const Quantity& quantity) {
            auto wish = instrument().wish;
            wish.*member = quantity;
            apply(tr("Wish: %1").arg(name), withInstrumentWish(instrument(), wish));
        });
}

void WorldBench::showFacts(const std::vector<Fact>& facts)
{
    QStringList words;
    for (const auto& fact : facts)
        words << qText(
            fact.label + " " + fact.value + (fact.note.empty() ? "." : ", " + fact.note + "."));
    m_scenario->setText(words.join(QLatin1Char(' ')));
}

void WorldBench::showInputs(const RunView& view)
{
    const auto& wish = channel().wish;
    m_from->showQuantity(wish.from);
    m_to->showQuantity(wish.to);
    m_step->showDifference(wish.step);
    m_tolerance->showDifference(wish.tolerance);
    m_freshness->showQuantity(wish.freshness);
    m_hours->showQuantity(instrument().wish.hours);
    m_distance->showQuantity(instrument().wish.readingDistance);
    for (auto& row : m_verdicts)
        for (const auto& verdict : view.fixed->wishes)
            if (wishKeys[static_cast<std::size_t>(verdict.wish)] == row.key) {
                row.found->setText(verdict.where.empty()
                        ? qText(verdict.found)
                        : qText(verdict.found + " " + verdict.where));
                row.mark->showVerdict(verdict.verdict);
                row.found->setToolTip(qText(verdict.note));
                const auto figure = wishFigures[static_cast<std::size_t>(verdict.wish)];
                tagFigure(row.found, figure,
                    ownerOf(figure, view.plain.channels[view.choice->channel].unit.name,
                        view.plain.displays[verdict.end.value_or(*view.choice).display].id),
                    qText(verdict.found));
                row.note->setText(qText(verdict.note));
            }
    m_trace->showView(view);
    m_entries->showEntries({view.plain.scenario, channel().id}, view.revision);
}

} // namespace fern::app
