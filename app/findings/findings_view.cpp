#include "app/findings/findings_view.h"

#include "app/look/look.h"
#include "app/look/scroll.h"
#include "app/look/text.h"
#include "judge/subject.h"

#include <QButtonGroup>

#include <algorithm>

namespace fern::app {

namespace {

std::string keyOf(const Finding& finding)
{
    return finding.rule + " " + finding.place;
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
        now += qText(keyOf(finding) + finding.title + finding.reason
            + (finding.livedWith ? finding.livedWith->reason : ""));
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
    auto* list = new QWidget;
    list->setBackgroundRole(cardRole);
    auto* column = new QVBoxLayout(list);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(grid - 2);
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
    if (groups.empty())
        column->addWidget(
            softLabel(m_here->isChecked() ? tr("Nothing found for this channel.")
                                          : tr("Nothing found. Every rule is content."),
                list));
    for (const auto& group : groups) {
        column->addWidget(softLabel(qText(group), list));
        for (const auto* finding : shown)
            if (!finding->livedWith && subjectOf(m_instrument, finding->place).name == group)
                addCard(column, *finding);
    }
    if (anyQuiet)
        column->addWidget(softLabel(tr("Lived with"), list));
    for (const auto* finding : shown)
        if (finding->livedWith)
            addCard(column, *finding);
    column->addStretch(1);
    m_scroll->setWidget(list);
}

void FindingsView::addCard(QVBoxLayout* column, const Finding& finding)
{
    auto* card = new FindingCard(finding, m_open.contains(keyOf(finding)), column->parentWidget());
    column->addWidget(card);
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
}

} // namespace fern::app
