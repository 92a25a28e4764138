#include "app/places/timing/sleep_page.h"

#include "app/document/document.h"
#include "app/look/card.h"
#include "app/look/look.h"
#include "app/look/text.h"
#include "app/look/tokens.h"
#include "base/number_text.h"
#include "instrument/program_edits.h"

#include <QVBoxLayout>

#include <algorithm>

#include <fmt/format.h>

namespace fern::app {

SleepPage::SleepPage(Document& document, QWidget* parent)
    : QWidget(parent)
    , m_document(document)
    , m_reason(wrappedLabel(this, "sleepReason"))
    , m_points(new LimitsList(QStringLiteral("sleep"), this))
    , m_apply(new QPushButton(tr("Apply"), this))
{
    m_reason->setTextFormat(Qt::PlainText);
    m_reason->setFont(wordFont(13, true));
    m_points->setObjectName(QStringLiteral("sleepPoints"));
    m_points->setAccessibleName(tr("Times to sleep"));
    m_apply->setObjectName(QStringLiteral("applySleep"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(grid);
    column->addWidget(m_reason);
    column->addWidget(m_points, 1);
    column->addWidget(m_apply, 0, Qt::AlignRight);
    connect(m_apply, &QPushButton::clicked, this, &SleepPage::apply);
}

void SleepPage::showInstrument(const PlainInstrument& plain, const std::string& board)
{
    const auto plans = planSleep(m_document.instrument(), plain);
    if (plans.empty())
        return;
    const auto own = std::find_if(
        plans.begin(), plans.end(), [&](const SleepPlan& plan) { return plan.board == board; });
    m_plan = own == plans.end() ? plans.front() : *own;
    m_reason->setText(QStringLiteral("%1. %2").arg(qText(m_plan.board), qText(m_plan.reason)));
    m_points->showLimits(factsOf(m_plan, plain));
    m_apply->setVisible(m_plan.chosen.has_value());
    if (m_plan.chosen)
        m_apply->setText(
            tr("Sleep for %1").arg(qText(durationText(m_plan.points[*m_plan.chosen].seconds))));
}

void SleepPage::apply()
{
    m_document.apply(m_apply->text(),
        withTaskParameter(m_document.instrument(), m_plan.task, "time",
            fmt::format("{} s", m_plan.points[*m_plan.chosen].seconds)));
}

} // namespace fern::app
