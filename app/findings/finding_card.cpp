#include "app/findings/finding_card.h"

#include "app/look/card.h"
#include "app/look/chip.h"
#include "app/look/look.h"
#include "app/look/marks.h"
#include "app/look/text.h"

#include <QHBoxLayout>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>

#include <algorithm>

namespace fern::app {

namespace {

constexpr int longestLabel = 200; ///< pixels

/// What the rule looks for, from the table of rules.
QString summaryOf(const std::string& id)
{
    const auto all = rules();
    const auto rule =
        std::find_if(all.begin(), all.end(), [&](const Rule& r) { return r.id == id; });
    return rule == all.end()
        ? QString()
        : QString::fromUtf8(rule->summary.data(), static_cast<qsizetype>(rule->summary.size()));
}

QLabel* wrapped(QLabel* label)
{
    label->setWordWrap(true);
    return label;
}

} // namespace

FindingCard::FindingCard(const Finding& finding, bool isOpen, QWidget* parent)
    : QFrame(parent)
    , m_severity(finding.severity)
    , m_isQuiet(finding.livedWith.has_value())
{
    setObjectName(QStringLiteral("finding") + qText(finding.rule));
    setAccessibleName(qText(std::string(severityWord(finding.severity)) + ": " + finding.title));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(3 * grid + 4, grid, grid, grid - 2);
    column->setSpacing(grid - 3);
    auto* title = wrapped(new QLabel(qText(finding.title), this));
    title->setFont(wordFont(13, !m_isQuiet));
    column->addWidget(title);
    if (finding.livedWith)
        column->addWidget(wrapped(
            softLabel(tr("Lived with since %1: %2")
                          .arg(qText(finding.livedWith->on), qText(finding.livedWith->reason)),
                this)));
    else
        column->addWidget(wrapped(softLabel(qText(finding.reason), this)));
    addFixes(finding);
    addWords(finding, isOpen);
}

void FindingCard::addFixes(const Finding& finding)
{
    if (finding.livedWith)
        return;
    for (const auto& fix : finding.fixes) {
        // A long label is cut at its end and told whole by the tool tip.
        const auto label = qText(fix.label);
        auto* button = new QPushButton(this);
        button->setText(button->fontMetrics().elidedText(label, Qt::ElideRight, longestLabel));
        button->setToolTip(label);
        button->setAccessibleName(label);
        button->setObjectName(QStringLiteral("fix") + qText(finding.rule));
        layout()->addWidget(button);
        layout()->setAlignment(button, Qt::AlignLeft);
        connect(button, &QPushButton::clicked, this, [this, fix] { Q_EMIT fixChosen(fix); });
    }
}

void FindingCard::addWords(const Finding& finding, bool isOpen)
{
    auto* row = new QHBoxLayout;
    row->setSpacing(2);
    const auto add = [&](const QString& word, const char* name) {
        auto* link = new LinkButton(word, this);
        link->setObjectName(QString::fromLatin1(name) + qText(finding.rule));
        link->setAccessibleName(tr("%1 %2").arg(word, qText(finding.title)));
        row->addWidget(link);
        return link;
    };
    auto* why = add(isOpen ? tr("less") : tr("why?"), "why");
    auto* place = add(tr("show"), "show");
    auto* decide = finding.livedWith ? add(tr("judge again"), "judgeAgain")
                                     : add(tr("live with it"), "liveWith");
    row->addStretch(1);
    qobject_cast<QVBoxLayout*>(layout())->addLayout(row);
    auto* reasons = wrapped(softLabel(
        tr("%1The rule %2 looks for: %3.\nSource: %4.")
            .arg(finding.livedWith ? qText(finding.reason) + QLatin1Char('\n') : QString(),
                qText(finding.rule), summaryOf(finding.rule), qText(finding.source)),
        this));
    reasons->setObjectName(QStringLiteral("reasons") + qText(finding.rule));
    reasons->setVisible(isOpen);
    layout()->addWidget(reasons);
    connect(why, &QAbstractButton::clicked, this, [this, why, reasons] {
        const bool open = reasons->isHidden();
        reasons->setVisible(open);
        why->setText(open ? tr("less") : tr("why?"));
        Q_EMIT whyToggled(open);
    });
    connect(place, &QAbstractButton::clicked, this, &FindingCard::placeWanted);
    connect(decide, &QAbstractButton::clicked, this,
        finding.livedWith ? &FindingCard::judgeAgainWanted : &FindingCard::liveWithWanted);
}

void FindingCard::paintEvent(QPaintEvent* /*event*/)
{
    const auto& t = tokens();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(t.line, 1));
    painter.setBrush(t.paper);
    painter.drawRoundedRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5), corner, corner);
    const auto colour = m_isQuiet ? t.soft : severityColour(m_severity);
    painter.fillRect(QRect(0, corner / 2, 3, height() - corner), colour);
    painter.setPen(Qt::NoPen);
    painter.setBrush(colour);
    painter.drawPath(severityPath(m_severity, {11, 12, 10, 10}));
}

} // namespace fern::app
