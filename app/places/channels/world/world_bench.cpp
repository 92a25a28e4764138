#include "app/places/channels/world/world_bench.h"

#include "app/look/figure_tag.h"
#include "app/look/look.h"
#include "app/look/page_chips.h"
#include "app/look/text.h"
#include "base/quantity_text.h"
#include "instrument/edits.h"

#include <QHBoxLayout>
#include <QSignalBlocker>
#include <QSlider>

#include <algorithm>
#include <cmath>

namespace fern::app {

namespace {

constexpr int holdSteps = 400; ///< of the slider

} // namespace

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
    , m_scenario(new LineLabel(LineLabel::Kind::Note, wordFont(12), this))
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
    m_coursePage = makeCourse();
    pages->addPage(tr("Course"), QStringLiteral("worldCourse"), m_coursePage)
        ->setToolTip(tr("What the scenario makes of the quantity, drawn"));
    pages->addPage(tr("What is around it"), QStringLiteral("worldAround"), m_entries)
        ->setToolTip(tr("Its course in the scenario, faults, gate, settings and outputs"));
    pages->row()->addSpacing(grid);
    pages->row()->addWidget(m_scenario, 1);
    body->addWidget(pages);
    for (QWidget* page :
        {static_cast<QWidget*>(m_trace), m_coursePage, static_cast<QWidget*>(m_entries)})
        body->addWidget(page, 1);
}

QWidget* WorldBench::makeCourse()
{
    auto* page = new QWidget(this);
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(grid - 2);
    m_trip = new TripChips(page);
    connect(m_trip, &TripChips::choiceChanged, this, &Workbench::viewWanted);
    column->addWidget(m_trip);
    m_course = new CourseView(page);
    column->addWidget(m_course, 1);
    m_hold = new Chip(tr("hold"), page);
    m_hold->setObjectName(QStringLiteral("holdWorld"));
    m_hold->setToolTip(tr("Holds the quantity by hand from now on, beside its course; "
                          "the file stays as it is"));
    m_held = new QSlider(Qt::Horizontal, page);
    m_held->setObjectName(QStringLiteral("heldValue"));
    m_held->setAccessibleName(tr("Value that is held"));
    m_held->setRange(0, holdSteps);
    m_heldWords = new LineLabel(LineLabel::Kind::Figure, wordFont(13, true), page);
    auto* row = new QHBoxLayout;
    row->setSpacing(grid);
    row->addWidget(m_hold);
    row->addWidget(m_held, 1);
    row->addWidget(m_heldWords);
    column->addLayout(row);
    connect(
        m_course, &CourseView::courseChanged, this, [this](const std::vector<CurvePoint>& points) {
            const auto* shown = findById(instrument().channels, m_place.channel);
            if (shown != nullptr)
                apply(tr("Course of %1").arg(qText(shown->name)),
                    withCourse(instrument(), m_place, points));
        });
    const auto hold = [this] {
        const auto& wish = channel().wish;
        const double from = inSi(wish.from);
        Q_EMIT holdWanted(qText(channel().id),
            m_hold->isChecked()
                ? std::optional(from + (inSi(wish.to) - from) * m_held->value() / holdSteps)
                : std::nullopt);
    };
    connect(m_hold, &QAbstractButton::clicked, this, hold);
    connect(m_held, &QSlider::valueChanged, this, [this, hold] {
        m_hold->setChecked(true);
        hold();
    });
    return page;
}

void WorldBench::showCourse(const RunView& view)
{
    const auto& own = view.plain().channels[view.choice->channel];
    m_trip->showTrip(instrument(), channel());
    const auto shown = indexOf(view.plain().channels, m_trip->chosen());
    const auto& c = shown < view.plain().channels.size() ? view.plain().channels[shown] : own;
    m_place = {view.plain().scenario, c.id};
    const auto* course = courseOf(instrument(), m_place);
    const auto unit = course == nullptr ? c.unit : *parseUnit(course->unit);
    m_course->showCourse(course == nullptr ? std::vector<CurvePoint>() : course->points,
        qText(prettyUnit(unit.name)), fromSi(c.from, unit), fromSi(c.to, unit),
        inSeconds(view.now));
    const bool canHold =
        course != nullptr && view.live == nullptr && !view.isReplayed && &c == &own;
    m_hold->setEnabled(canHold);
    m_held->setEnabled(canHold);
    const QSignalBlocker blocker(m_held);
    const double now = view.held.value_or(view.newest.world);
    if (!std::isnan(now) && !m_held->isSliderDown())
        m_held->setValue(static_cast<int>(
            std::lround(std::clamp((now - c.from) / (c.to - c.from), 0.0, 1.0) * holdSteps)));
    m_hold->setChecked(view.held.has_value());
    m_heldWords->setText(std::isnan(now) ? tr("—") : qText(valueText(now, c.unit, 4)));
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
                tagFigures(row.found,
                    {{figure,
                        ownerOf(figure, view.plain().channels[view.choice->channel].unit.name,
                            view.plain().displays[verdict.end.value_or(*view.choice).display].id),
                        qText(verdict.found)}});
                row.note->setText(qText(verdict.note));
            }
    m_trace->showView(view);
    showCourse(view);
    m_entries->showEntries({view.plain().scenario, channel().id}, view.revision);
}

} // namespace fern::app
