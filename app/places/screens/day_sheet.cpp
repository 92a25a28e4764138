#include "app/places/screens/day_sheet.h"

#include "app/look/card.h"
#include "app/look/chip.h"
#include "app/look/flow_layout.h"
#include "app/look/text.h"
#include "app/look/tokens.h"
#include "base/split.h"
#include "instrument/turning_edits.h"

#include <algorithm>

namespace fern::app {

DaySheet::DaySheet(Document& document, QWidget* parent)
    : QWidget(parent)
    , m_document(document)
    , m_ring(new DayRing(this))
    , m_words(wrappedLabel(this, "dayWords"))
    , m_grid(new ParameterGrid(false, this))
    , m_pages(new QWidget(this))
    , m_another(new QPushButton(tr("+ part of the day"), this))
    , m_remove(new QPushButton(tr("Remove part"), this))
{
    setObjectName(QStringLiteral("daySheet"));
    m_another->setObjectName(QStringLiteral("anotherDayPart"));
    m_remove->setObjectName(QStringLiteral("removeDayPart"));
    new FlowLayout(m_pages, grid - 2, FlowWidths::Alike);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(grid);
    column->addWidget(m_ring, 1);
    auto* row = new QHBoxLayout;
    row->addWidget(m_another);
    row->addWidget(m_remove);
    column->addLayout(row);
    column->addWidget(m_words);
    column->addWidget(m_pages);
    column->addWidget(m_grid);
    connect(m_ring, &DayRing::chosen, this, &DaySheet::choose);
    connect(m_ring, &DayRing::moved, this, &DaySheet::move);
    connect(m_another, &QPushButton::clicked, this, [this] {
        m_document.apply(
            tr("Another part of the day"), withNewDayPart(m_document.instrument(), m_display));
    });
    connect(m_remove, &QPushButton::clicked, this, [this] {
        m_document.apply(tr("Remove a part of the day"),
            withoutDayPart(m_document.instrument(), m_display, m_part));
    });
    connect(m_grid, &ParameterGrid::entered, this,
        [this](const QString& path, const QString& label, const QString& text) {
            m_document.apply(tr("Set %1 of a part of the day").arg(label),
                withDayPartParameter(m_document.instrument(), m_display, m_part, path.toStdString(),
                    text.toStdString()));
            showPart();
        });
}

void DaySheet::choose(int part)
{
    m_part = static_cast<std::size_t>(part);
    m_ring->showPlan(m_plan, m_part, m_now);
    showPart();
}

/// Behind midnight a part is another one of the day; it stays chosen.
void DaySheet::move(int part, int minute)
{
    m_document.apply(tr("Begin of a part of the day"),
        withDayPartFrom(
            m_document.instrument(), m_display, static_cast<std::size_t>(part), minute));
    const auto from = clockTimeOf((minute % minutesOfDay + minutesOfDay) % minutesOfDay);
    const auto* display = findById(m_document.instrument().displays, m_display);
    if (display == nullptr)
        return;
    const auto& parts = display->day.parts;
    const auto moved =
        std::find_if(parts.begin(), parts.end(), [&](const DayPart& p) { return p.from == from; });
    m_plan = display->day;
    choose(moved == parts.end() ? part : static_cast<int>(moved - parts.begin()));
}

void DaySheet::showDisplay(const PlainDisplay& display, int now)
{
    m_display = display.id;
    m_now = now;
    m_plan = display.day.spec;
    m_part = std::min(m_part, m_plan.parts.empty() ? 0 : m_plan.parts.size() - 1);
    m_ring->showPlan(m_plan, m_part, now);
    std::vector<std::pair<std::string, std::string>> pages;
    for (const auto index : display.turned)
        pages.emplace_back(display.pages[index].id, display.pages[index].name);
    if (pages != m_laid) {
        m_laid = std::move(pages);
        layPages();
    }
    m_another->setEnabled(!display.isMirror);
    m_remove->setEnabled(!m_plan.parts.empty() && !display.isMirror);
    showPart();
}

void DaySheet::layPages()
{
    for (auto* chip : m_pages->findChildren<QAbstractButton*>(Qt::FindDirectChildrenOnly))
        delete chip;
    for (const auto& [id, name] : m_laid) {
        auto* chip = new Chip(qText(name), m_pages);
        chip->setObjectName(QStringLiteral("dayPage ") + qText(id));
        chip->setCheckable(true);
        m_pages->layout()->addWidget(chip);
        connect(chip, &QAbstractButton::clicked, this, [this, page = id](bool isIn) {
            m_document.apply(tr("Pages of a part of the day"),
                withPageInDayPart(m_document.instrument(), m_display, m_part, page, isIn));
        });
    }
}

void DaySheet::showPart()
{
    const bool hasParts = m_part < m_plan.parts.size();
    m_pages->setVisible(hasParts);
    m_grid->setVisible(hasParts);
    if (!hasParts)
        return m_words->setText(tr("Without a plan every page has its turn at any time."));
    const auto& part = m_plan.parts[m_part];
    const auto& next = m_plan.parts[(m_part + 1) % m_plan.parts.size()];
    m_words->setText(m_plan.parts.size() == 1
            ? tr("All day these pages are turned:")
            : tr("From %1 to %2 these are turned:").arg(qText(part.from), qText(next.from)));
    const auto in = splitAtBlanks(part.pages);
    for (const auto& [id, name] : m_laid)
        if (auto* chip =
                m_pages->findChild<QAbstractButton*>(QStringLiteral("dayPage ") + qText(id)))
            chip->setChecked(std::find(in.begin(), in.end(), id) != in.end());
    m_grid->showParameters(dayPartParameters(m_document.instrument(), m_display, m_part));
    m_grid->setFixedHeight(m_grid->wholeHeight());
}

} // namespace fern::app
