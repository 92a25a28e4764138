#include "app/places/screens/turning_sheet.h"

#include "app/look/card.h"
#include "app/look/chip.h"
#include "app/look/flow_layout.h"
#include "app/look/text.h"
#include "app/look/tokens.h"
#include "base/number_text.h"
#include "instrument/page_edits.h"
#include "instrument/turning_edits.h"
#include "judge/state_page.h"

#include <algorithm>

namespace fern::app {

TurningSheet::TurningSheet(Document& document, QWidget* parent)
    : QWidget(parent)
    , m_document(document)
    , m_job(this)
    , m_when(new ParameterGrid(false, this))
    , m_share(wrappedLabel(this, "pageShare"))
    , m_adds(new QWidget(this))
    , m_turning(new ParameterGrid(false, this))
{
    setObjectName(QStringLiteral("turningSheet"));
    m_when->setObjectName(QStringLiteral("pageWhen"));
    m_turning->setObjectName(QStringLiteral("pageTurning"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(grid);
    column->addWidget(m_when);
    column->addWidget(m_share);
    column->addWidget(softLabel(tr("Add a page that comes by itself"), this));
    new FlowLayout(m_adds, grid - 2, FlowWidths::Alike);
    for (std::size_t i = 1; i < pageComesWords.size(); ++i) {
        if (static_cast<PageComes>(i) == PageComes::Told)
            continue; // it needs the name of a code
        auto* add = new Chip(tr("+ %1").arg(qText(pageComesWords[i])), m_adds);
        add->setCheckable(false);
        add->setObjectName(QStringLiteral("add page ") + qText(pageComesWords[i]));
        m_adds->layout()->addWidget(add);
        connect(add, &QAbstractButton::clicked, this,
            [this, i] { addState(static_cast<PageComes>(i)); });
    }
    column->addWidget(m_adds);
    column->addWidget(m_turning, 1);
    connect(m_when, &ParameterGrid::entered, this,
        [this](const QString& path, const QString& label, const QString& text) {
            const auto& page = m_plain->displays[m_display].pages[m_page].id;
            m_document.apply(tr("Set %1 of a page").arg(label),
                withConditionParameter(
                    m_document.instrument(), page, path.toStdString(), text.toStdString()));
            showFigures();
        });
    connect(m_turning, &ParameterGrid::entered, this,
        [this](const QString& path, const QString& label, const QString& text) {
            m_document.apply(tr("Set %1 of a display").arg(label),
                withTurningParameter(m_document.instrument(), m_plain->displays[m_display].id,
                    path.toStdString(), text.toStdString()));
            showFigures();
        });
    showNone();
}

void TurningSheet::showNone()
{
    m_plain.reset();
    m_when->showParameters({});
    m_turning->showParameters({});
    m_adds->setEnabled(false);
    m_share->setText(tr("No page is chosen"));
}

void TurningSheet::showPage(const std::shared_ptr<const PlainInstrument>& plain,
    std::size_t display, std::size_t page, double end)
{
    countShares(plain, end);
    if (m_plain == plain && m_display == display && m_page == page)
        return;
    m_plain = plain;
    m_display = display;
    m_page = page;
    m_adds->setEnabled(!plain->channels.empty() && !plain->displays[display].isMirror);
    showFigures();
    showShare();
}

void TurningSheet::showFigures()
{
    const auto& display = m_plain->displays[m_display];
    m_when->showParameters(conditionParameters(m_document.instrument(), display.pages[m_page].id));
    m_when->setFixedHeight(m_when->wholeHeight());
    m_turning->showParameters(turningParameters(m_document.instrument(), display.id));
}

void TurningSheet::showShare()
{
    if (!m_plain)
        return;
    const auto& display = m_plain->displays[m_display];
    const auto& page = display.pages[m_page];
    auto words = page.when.comes == PageComes::Turned
        ? QString()
        : tr("It comes to the front when %1; of several that do, the first of the strip. ")
              .arg(qText(conditionText(page.when)));
    if (page.when.comes == PageComes::AtStart)
        words = tr("It is shown %1. ").arg(qText(conditionText(page.when)));
    if (m_countedOf == m_plain && m_display < m_shares.size() && !m_shares[m_display].empty()) {
        const auto& shares = m_shares[m_display];
        const auto found = shares.find(page.id);
        words += found == shares.end() ? tr("It is not shown in this scenario.")
                                       : tr("It is shown for %1 % of this scenario.")
                                             .arg(qText(significantText(100 * found->second, 2)));
    }
    m_share->setText(words);
}

void TurningSheet::countShares(const std::shared_ptr<const PlainInstrument>& plain, double end)
{
    if (m_countedOf == plain || end <= 0)
        return;
    m_countedOf = plain;
    m_shares.clear();
    m_job.start([this, plain, end](const io::Progress& progress) -> BackgroundJob::Finish {
        auto shares = pageSharesOf(*plain, end, [&progress] { return !progress(0); });
        return [this, plain, shares = std::move(shares)] {
            m_shares = shares;
            showShare();
        };
    });
}

void TurningSheet::addState(PageComes comes)
{
    const auto& display = m_plain->displays[m_display];
    const auto& channel = m_plain->channels[channelOf(*m_plain, display.pages[m_page])];
    const auto pages = m_document.instrument().pages.size();
    m_document.apply(tr("A page that comes by itself"),
        withPageAdded(m_document.instrument(), statePage(display, channel, comes)));
    if (m_document.instrument().pages.size() > pages)
        Q_EMIT pageAdded(qText(m_document.instrument().pages.back()->id));
}

} // namespace fern::app
