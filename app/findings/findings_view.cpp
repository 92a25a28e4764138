#include "app/findings/findings_view.h"

#include "app/look/look.h"
#include "app/look/scroll.h"
#include "app/look/text.h"
#include "judge/subject.h"

#include <QButtonGroup>

#include <algorithm>
#include <utility>

namespace fern::app {

namespace {

std::string keyOf(const Finding& finding)
{
    return finding.rule + " " + finding.place;
}

/// Everything that a card says.
QString sayingOf(const Finding& finding)
{
    auto says = std::to_string(static_cast<int>(finding.severity)) + finding.title + '\n'
        + finding.reason + '\n' + finding.source;
    for (const auto& fix : finding.fixes)
        says += '\n' + fix.label;
    return qText(says + '\n' + (finding.livedWith ? finding.livedWith->reason : ""));
}

} // namespace

FindingsView::FindingsView(QWidget* parent)
    : Card(tr("Findings"), parent)
    , m_here(new Chip(tr("this channel"), this))
    , m_all(new Chip(tr("all"), this))
    , m_scroll(new QScrollArea(this))
{
    setObjectName(QStringLiteral("findings"));
    auto* filter = new QHBoxLayout;
    filter->setSpacing(grid - 2);
    auto* group = new QButtonGroup(this);
    for (auto* chip : {m_here, m_all}) {
        group->addButton(chip);
        filter->addWidget(chip);
    }
    filter->addStretch(1);
    m_here->setObjectName(QStringLiteral("findingsHere"));
    m_all->setObjectName(QStringLiteral("findingsAll"));
    m_all->setChecked(true);
    body()->addLayout(filter);
    connect(group, &QButtonGroup::buttonClicked, this, &FindingsView::rebuild);
    layInCard(*m_scroll);
    body()->addWidget(m_scroll);
    rebuild();
}

void FindingsView::showFindings(
    const Instrument& instrument, const std::vector<Finding>& findings, const std::string& channel)
{
    QString now = qText(channel);
    for (const auto& finding : findings)
        now += qText(keyOf(finding)) + sayingOf(finding);
    if (now == m_shown)
        return;
    m_shown = now;
    m_instrument = instrument;
    m_findings = findings;
    m_channel = channel;
    rebuild();
}

void FindingsView::rebuild()
{
    setSubtitle(qText(countsInWords(m_findings)));
    std::vector<std::string> groups; // in the order of their worst finding
    std::vector<const Finding*> shown;
    bool anyQuiet = false;
    for (const auto& finding : m_findings) {
        const auto subject = subjectOf(m_instrument, finding.place);
        const bool concerns = subject.channels.empty()
            || std::find(subject.channels.begin(), subject.channels.end(), m_channel)
                != subject.channels.end();
        if (m_here->isChecked() && !concerns)
            continue;
        shown.push_back(&finding);
        anyQuiet = anyQuiet || finding.livedWith;
        if (!finding.livedWith
            && std::find(groups.begin(), groups.end(), subject.name) == groups.end())
            groups.push_back(subject.name);
    }
    std::vector<Row> rows;
    if (groups.empty())
        rows.push_back({m_here->isChecked() ? tr("Nothing found for this channel.")
                                            : tr("Nothing found. Every rule is content.")});
    for (const auto& group : groups) {
        rows.push_back({qText(group)});
        for (const auto* finding : shown)
            if (!finding->livedWith && subjectOf(m_instrument, finding->place).name == group)
                rows.push_back({qText(keyOf(*finding)), finding});
    }
    if (anyQuiet)
        rows.push_back({tr("Lived with")});
    for (const auto* finding : shown)
        if (finding->livedWith)
            rows.push_back({qText(keyOf(*finding)), finding});
    showRows(rows);
}

/// Where the rows are those of before, only the cards that say something else are made again.
void FindingsView::showRows(const std::vector<Row>& rows)
{
    const bool isSame = std::equal(rows.begin(), rows.end(), m_rows.begin(), m_rows.end(),
        [](const Row& row, const ShownRow& before) {
            return row.words == before.words
                && (row.finding == nullptr) == (before.card == nullptr);
        });
    if (!isSame) {
        auto* list = new QWidget;
        list->setBackgroundRole(cardRole);
        auto* column = new QVBoxLayout(list);
        column->setContentsMargins(0, 0, 0, 0);
        column->setSpacing(grid - 2);
        m_rows.clear();
        for (const auto& row : rows) {
            auto* card = row.finding == nullptr ? nullptr : makeCard(*row.finding, list);
            column->addWidget(
                card == nullptr ? softLabel(row.words, list) : static_cast<QWidget*>(card));
            m_rows.push_back(
                {row.words, card, card == nullptr ? QString() : sayingOf(*row.finding)});
        }
        column->addStretch(1);
        m_scroll->setWidget(list);
        return;
    }
    for (std::size_t i = 0; i < rows.size(); ++i) {
        auto& [words, card, says] = m_rows[i];
        if (card == nullptr)
            continue;
        const auto now = sayingOf(*rows[i].finding);
        if (std::exchange(says, now) == now)
            continue;
        auto* list = m_scroll->widget();
        auto* fresh = makeCard(*rows[i].finding, list);
        delete list->layout()->replaceWidget(card, fresh);
        card->hide();
        std::exchange(card, fresh)->deleteLater();
    }
}

FindingCard* FindingsView::makeCard(const Finding& finding, QWidget* parent)
{
    auto* card = new FindingCard(finding, m_open.contains(keyOf(finding)), parent);
    connect(card, &FindingCard::fixChosen, this, &FindingsView::fixChosen);
    connect(card, &FindingCard::whyToggled, this, [this, key = keyOf(finding)](bool isOpen) {
        if (isOpen)
            m_open.insert(key);
        else
            m_open.erase(key);
    });
    connect(card, &FindingCard::placeWanted, this,
        [this, place = finding.place] { Q_EMIT placeWanted(qText(place)); });
    connect(card, &FindingCard::liveWithWanted, this,
        [this, finding] { Q_EMIT liveWithWanted(finding); });
    connect(card, &FindingCard::judgeAgainWanted, this,
        [this, finding] { Q_EMIT judgeAgainWanted(qText(finding.livedWith->id)); });
    return card;
}

} // namespace fern::app
