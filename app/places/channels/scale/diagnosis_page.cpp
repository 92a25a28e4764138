#include "app/places/channels/scale/diagnosis_page.h"

#include "app/look/card.h"
#include "app/look/flow_layout.h"
#include "app/look/inputs.h"
#include "app/look/look.h"
#include "app/look/text.h"
#include "base/number_text.h"
#include "judge/glass_findings.h"
#include "judge/words.h"

#include <QApplication>
#include <QClipboard>
#include <QLabel>
#include <QPushButton>

#include <algorithm>
#include <cmath>

namespace fern::app {

namespace {

constexpr std::size_t mostTold = 5; ///< explanations; more say little
constexpr qsizetype mostAlike = 2; ///< others of a class

/// A share of belief in whole percent, never quite certain.
QString shareText(double belief)
{
    const double percent = std::min(99.0, std::floor(100 * belief));
    return percent < 1 ? QStringLiteral("under 1") : QString::number(percent);
}

} // namespace

DiagnosisPage::DiagnosisPage(Document& document, QWidget* parent)
    : QWidget(parent)
    , m_document(document)
{
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    auto* card = new Card(tr("It shows this, I expected that"), this);
    card->setSubtitle(tr("known mistakes that explain it"));
    column->addWidget(card, 1);
    m_shows = new CheckedEdit(card); // keeps what is typed: 2.60 says more than 2.6
    m_expected = new QuantityEdit(card);
    m_shows->setObjectName(QStringLiteral("displayShows"));
    m_shows->setAccessibleName(tr("What the real display shows"));
    m_expected->setObjectName(QStringLiteral("valueExpected"));
    m_expected->setAccessibleName(tr("What you expected"));
    m_add = new QPushButton(tr("Explain"), card);
    m_add->setObjectName(QStringLiteral("explain"));
    m_clear = new QPushButton(tr("Begin anew"), card);
    m_clear->setObjectName(QStringLiteral("explainAnew"));
    auto* row = new QHBoxLayout;
    row->setSpacing(grid);
    row->addWidget(softLabel(tr("The display shows"), card));
    row->addWidget(m_shows, 1);
    row->addWidget(softLabel(tr("expected was"), card));
    row->addWidget(m_expected, 1);
    row->addWidget(m_add);
    row->addWidget(m_clear);
    m_list = wrappedLabel(card, "diagnosisPairs");
    m_list->setForegroundRole(softRole);
    m_explanations = wrappedLabel(card, "explanations");
    card->body()->addLayout(row);
    m_glass = wrappedLabel(card, "glassGivesAway");
    card->body()->addWidget(m_glass);
    card->body()->addWidget(m_list);
    card->body()->addWidget(m_explanations);
    m_fixes = new QWidget(card);
    m_fixes->setObjectName(QStringLiteral("explanationFixes"));
    new FlowLayout(m_fixes, grid - 2, FlowWidths::Alike);
    card->body()->addWidget(m_fixes);
    m_copy = new QPushButton(tr("Copy the right function"), card);
    m_copy->setObjectName(QStringLiteral("copyRightFunction"));
    m_copy->setToolTip(tr("The channel's scaling in C: what the firmware should compute"));
    card->body()->addWidget(m_copy, 0, Qt::AlignLeft);
    card->body()->addStretch(1);
    connect(m_copy, &QPushButton::clicked, this, [this] {
        QApplication::clipboard()->setText(m_firmware);
        m_copy->setText(tr("Copied"));
    });
    connect(m_add, &QPushButton::clicked, this, &DiagnosisPage::add);
    connect(m_clear, &QPushButton::clicked, this, [this] {
        m_pairs.clear();
        emptyInputs();
        showExplanations();
    });
    connect(m_shows, &CheckedEdit::entered, m_shows, &CheckedEdit::showText);
    connect(m_expected, &QuantityEdit::refused, this, &DiagnosisPage::refused);
    connect(m_expected, &QuantityEdit::quantityEntered, m_expected, &QuantityEdit::showQuantity);
}

void DiagnosisPage::showView(const RunView& view)
{
    if (view.channel >= view.plain().channels.size())
        return;
    const auto& channel = view.plain().channels[view.channel];
    const bool isOther = channel.id != m_channel.id;
    const bool isChanged = channel.scaling != m_channel.scaling || channel.input != m_channel.input;
    m_channel = channel;
    m_firmware = qText(view.fixed->firmware);
    showGlass(view);
    setEnabled(canDiagnose(channel));
    if (!isOther)
        return isChanged ? showExplanations() : void();
    m_pairs.clear();
    emptyInputs();
    showExplanations();
}

/// What the firmware does wrong at the displays that show the channel: it explains a wrong number
/// too.
void DiagnosisPage::showGlass(const RunView& view)
{
    QStringList lines;
    for (const auto* finding : glassFindings(view.plain(), view.channel, view.fixed->findings))
        lines << tr("On the glass: %1. %2").arg(qText(finding->title), qText(finding->reason));
    m_glass->setText(lines.join(QLatin1Char('\n')));
    m_glass->setVisible(!lines.isEmpty());
}

void DiagnosisPage::emptyInputs()
{
    m_shows->showText(QString());
    m_shows->setPlaceholderText(qText(prettyUnit(m_channel.unit.name)));
    m_expected->showQuantity({0, m_channel.unit.name});
}

void DiagnosisPage::add()
{
    const Quantity like{0, m_channel.unit.name};
    const auto shows = parseQuantity(m_shows->text().toStdString(), like);
    const auto expected = parseQuantity(m_expected->text().toStdString(), like);
    if (!shows || !expected)
        return Q_EMIT refused(qText((shows ? expected : shows).error().message));
    const auto& unit = m_channel.unit;
    const double digit = lastDigit(m_shows->text().toStdString());
    m_pairs.push_back({in(*shows, unit.name), in(*expected, unit.name),
        in(Difference{digit, shows->unit}, unit.name)});
    showExplanations();
}

void DiagnosisPage::showExplanations()
{
    const auto unit = qText(prettyUnit(m_channel.unit.name));
    QStringList pairs;
    for (const auto& pair : m_pairs)
        pairs << tr("%1 instead of %2 %3")
                     .arg(
                         qText(shortestText(pair.shown)), qText(shortestText(pair.expected)), unit);
    m_list->setText(pairs.join(QStringLiteral(", ")));
    m_copy->setText(tr("Copy the right function"));
    m_search.stop();
    if (m_pairs.empty()) {
        showFixes({});
        return m_explanations->setText(canDiagnose(m_channel)
                ? tr("Type what the real display shows and what it should, as precisely as it is "
                     "shown. Two or three values far apart tell more than one.")
                : tr("This channel gives codes or a shape, no number on a scale."));
    }
    m_explanations->setText(tr("Looking for what explains it…"));
    m_search.start([this, channel = m_channel, pairs = m_pairs](
                       const io::Progress& /*progress*/) -> BackgroundJob::Finish {
        const auto found = diagnose(channel, pairs);
        const double next = tellApart(channel, found.explanations);
        return [this, found, next] { show(found, next); };
    });
}

void DiagnosisPage::show(const Diagnosis& found, double next)
{
    QStringList lines{qText(found.sentence)};
    for (std::size_t i = 0; i < std::min(found.explanations.size(), mostTold); ++i) {
        const auto& explanation = found.explanations[i];
        QStringList words;
        for (const auto& mistake : explanation.mistakes)
            words << tr("%1: %2").arg(qText(mistake.words), qText(mistake.remedy));
        QStringList alike;
        for (const auto& other : explanation.alike)
            if (alike.size() < mostAlike)
                alike << qText(other.front().words);
        lines << QStringLiteral("%1. %2 %").arg(i + 1).arg(shareText(explanation.belief))
                + QStringLiteral("  ") + words.join(tr("; and "))
                + (alike.isEmpty() ? QString()
                                   : tr(". Shows the same here: %1").arg(alike.join(tr("; "))));
    }
    if (!std::isnan(next))
        lines << tr("Measure at about %1 next: it tells the first two apart.")
                     .arg(qText(inUnitText(m_channel, next, 3)));
    m_explanations->setText(lines.join(QLatin1Char('\n')));
    showFixes(found.explanations);
}

/// Buttons that let the file say what was built, each under the number of its explanation.
void DiagnosisPage::showFixes(const std::vector<Explanation>& found)
{
    qDeleteAll(m_fixes->findChildren<QPushButton*>());
    for (std::size_t i = 0; i < std::min(found.size(), mostTold); ++i)
        for (const auto& mistake : found[i].mistakes) {
            if (!mistake.asItIs)
                continue;
            auto* button =
                new QPushButton(tr("%1. %2").arg(i + 1).arg(qText(mistake.asItIs->label)), m_fixes);
            button->setObjectName(QStringLiteral("applyExplanation"));
            m_fixes->layout()->addWidget(button);
            connect(button, &QPushButton::clicked, this, [this, fix = *mistake.asItIs] {
                m_document.apply(qText(fix.label), fix.apply(m_document.instrument()));
            });
        }
}

} // namespace fern::app
