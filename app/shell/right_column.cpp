#include "app/shell/right_column.h"

#include "app/dialogs/dialogs.h"
#include "app/findings/findings_view.h"
#include "app/glass/glass_list.h"
#include "app/glass/hand_buttons.h"
#include "app/look/text.h"
#include "app/look/tokens.h"
#include "app/runner/runner.h"
#include "instrument/edits.h"

#include <QDateTime>

#include <algorithm>

namespace fern::app {

RightColumn::RightColumn(House& house, QWidget* parent)
    : QWidget(parent)
    , m_house(house)
    , m_glassCard(new Card(tr("Glass"), this))
    , m_glass(new GlassList(m_glassCard))
    , m_hand(new HandButtons(m_glassCard))
    , m_findings(new FindingsView(this))
{
    setMinimumWidth(300);
    setMaximumWidth(620);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(grid);
    m_glassCard->body()->addWidget(m_glass);
    m_glassCard->body()->addWidget(m_hand);
    layout->addWidget(m_glassCard);
    layout->addWidget(m_findings, 1);
    layout->addStretch(0);
    auto& document = house.document;
    connect(m_hand, &HandButtons::pressed, &house.runner, &Runner::press);
    connect(m_hand, &HandButtons::released, &house.runner, &Runner::release);
    connect(&document, &Document::changed, this,
        [this, &document] { m_hand->showInstrument(document.instrument()); });
    connect(m_findings, &FindingsView::fixChosen, this, [&document](const Fix& fix) {
        document.apply(qText(fix.label), fix.apply(document.instrument()));
    });
    connect(m_findings, &FindingsView::placeWanted, this, &RightColumn::pointerWanted);
    connect(m_findings, &FindingsView::liveWithWanted, this, &RightColumn::liveWith);
    connect(m_findings, &FindingsView::judgeAgainWanted, this, [&document](const QString& id) {
        document.apply(tr("Judge again"), withoutDecision(document.instrument(), id.toStdString()));
    });
}

void RightColumn::foldGlass()
{
    m_glassCard->setVisible(m_glassCard->isHidden());
}

void RightColumn::foldFindings()
{
    m_findings->setVisible(m_findings->isHidden());
}

void RightColumn::showView(const RunView& view, const QString& channel)
{
    m_glass->showView(view);
    m_hand->setEnabled(view.live == nullptr); // a real instrument has its own
    showFindings(view, channel);
}

/// While it runs, what the readings give away is renewed only when something comes or goes: its
/// numbers change with every frame.
void RightColumn::showFindings(const RunView& view, const QString& channel)
{
    const auto& found = view.signalFindings;
    const bool isSame = std::equal(found.begin(), found.end(), m_signalFindings.begin(),
        m_signalFindings.end(), [](const Finding& a, const Finding& b) {
            return a.rule == b.rule && a.place == b.place
                && a.livedWith.has_value() == b.livedWith.has_value();
        });
    if (!isSame || !view.isRunning)
        m_signalFindings = found;
    auto all = view.fixed->findings;
    addSeen(all, m_signalFindings);
    sortFindings(all);
    m_findings->showFindings(m_house.document.instrument(), all, channel.toStdString());
}

void RightColumn::liveWith(const Finding& finding)
{
    auto& document = m_house.document;
    const auto reason = m_house.dialogs.askText(this, tr("Live with it"),
        tr("%1.\nWhy is that good enough?").arg(qText(finding.title)), {});
    if (reason)
        document.apply(tr("Live with: %1").arg(qText(finding.title)),
            withDecision(document.instrument(), finding.rule, finding.place, reason->toStdString(),
                QDateTime::currentDateTimeUtc().date().toString(Qt::ISODate).toStdString()));
}

} // namespace fern::app
