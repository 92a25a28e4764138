#include "app/findings/findings_view.h"

#include "app/look/look.h"
#include "app/look/marks.h"
#include "app/look/tokens.h"

#include <QPainter>
#include <QPushButton>

#include <array>

namespace fern::app {

namespace {

constexpr int longestLabel = 200; ///< pixels

/// One finding, with its severity as a mark and a coloured edge.
class FindingCard : public QFrame {
public:
    FindingCard(const Finding& finding, QWidget* parent)
        : QFrame(parent)
        , m_severity(finding.severity)
    {
        setObjectName(QStringLiteral("finding") + QString::fromStdString(finding.rule));
        setAccessibleName(QString::fromStdString(
            std::string(severityWord(finding.severity)) + ": " + finding.title));
        auto* column = new QVBoxLayout(this);
        column->setContentsMargins(3 * grid + 4, grid, grid, grid);
        column->setSpacing(grid - 2);
        auto* title = new QLabel(QString::fromStdString(finding.title), this);
        title->setFont(wordFont(13, true));
        title->setWordWrap(true);
        column->addWidget(title);
        auto* reason = softLabel(QString::fromStdString(finding.reason), this);
        reason->setWordWrap(true);
        reason->setToolTip(
            QObject::tr("Rule %1. Source: %2")
                .arg(QString::fromStdString(finding.rule), QString::fromStdString(finding.source)));
        column->addWidget(reason);
    }
    QVBoxLayout* column() { return qobject_cast<QVBoxLayout*>(layout()); }

protected:
    void paintEvent(QPaintEvent* /*event*/) override
    {
        const auto& t = tokens();
        QPainter painter(this);
        painter.setRenderHint(QPainter::Antialiasing);
        painter.setPen(QPen(t.line, 1));
        painter.setBrush(t.paper);
        painter.drawRoundedRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5), corner, corner);
        const auto colour = severityColour(m_severity);
        painter.fillRect(QRect(0, corner / 2, 3, height() - corner), colour);
        painter.setPen(Qt::NoPen);
        painter.setBrush(colour);
        painter.drawPath(severityPath(m_severity, {11, 12, 10, 10}));
    }

private:
    Severity m_severity;
};

QString countText(const std::vector<Finding>& findings)
{
    std::array<int, 3> counts{};
    for (const auto& finding : findings)
        ++counts[static_cast<std::size_t>(finding.severity)];
    QStringList words;
    for (const auto severity : {Severity::Stop, Severity::Check, Severity::Note})
        if (const int count = counts[static_cast<std::size_t>(severity)])
            words << QStringLiteral("%1 %2").arg(count).arg(
                QString::fromLatin1(severityWord(severity).data()));
    return words.join(QStringLiteral("  "));
}

} // namespace

FindingsView::FindingsView(QWidget* parent)
    : Card(tr("Findings"), parent)
    , m_scroll(new QScrollArea(this))
{
    setObjectName(QStringLiteral("findings"));
    m_scroll->setWidgetResizable(true);
    m_scroll->setFrameShape(QFrame::NoFrame);
    m_scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto palette = m_scroll->palette();
    palette.setColor(QPalette::Window, tokens().card);
    m_scroll->setPalette(palette);
    body()->addWidget(m_scroll);
    showFindings({});
}

void FindingsView::showFindings(const std::vector<Finding>& findings)
{
    std::vector<QString> now;
    now.reserve(findings.size());
    for (const auto& finding : findings)
        now.push_back(
            QString::fromStdString(finding.rule + finding.place + finding.title + finding.reason));
    if (m_scroll->widget() != nullptr && now == m_shown)
        return;
    m_shown = now;
    setSubtitle(countText(findings));
    auto* list = new QWidget;
    auto* column = new QVBoxLayout(list);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(grid);
    if (findings.empty())
        column->addWidget(softLabel(tr("Nothing found. Every rule is content."), list));
    for (const auto& finding : findings) {
        auto* card = new FindingCard(finding, list);
        for (const auto& fix : finding.fixes) {
            // A long label is cut at its end and told whole by the tool tip.
            const auto label = QString::fromStdString(fix.label);
            auto* button = new QPushButton(card);
            button->setText(button->fontMetrics().elidedText(label, Qt::ElideRight, longestLabel));
            button->setToolTip(label);
            button->setAccessibleName(label);
            button->setObjectName(QStringLiteral("fix") + QString::fromStdString(finding.rule));
            card->column()->addWidget(button, 0, Qt::AlignLeft);
            connect(button, &QPushButton::clicked, this, [this, fix] { Q_EMIT fixChosen(fix); });
        }
        column->addWidget(card);
    }
    column->addStretch(1);
    m_scroll->setWidget(list);
}

} // namespace fern::app
