#include "app/places/parts/comparison_view.h"

#include "app/look/line_label.h"
#include "app/look/look.h"
#include "app/look/text.h"
#include "instrument/edits.h"
#include "instrument/part_edits.h"

#include <QDateTime>
#include <QHBoxLayout>
#include <QTimer>
#include <QVBoxLayout>

namespace fern::app {

ComparisonView::ComparisonView(Document& document, QWidget* parent)
    : QWidget(parent)
    , m_document(document)
    , m_questions(new QComboBox(this))
    , m_context(new LineLabel(LineLabel::Kind::Note, wordFont(12), this))
    , m_table(new TextTableView(this))
    , m_reason(new QLabel(this))
    , m_take(new QPushButton(this))
    , m_record(new QPushButton(tr("Record as decision"), this))
    , m_forget(new QPushButton(tr("Take the decision back"), this))
{
    setObjectName(QStringLiteral("comparisons"));
    m_questions->setObjectName(QStringLiteral("questions"));
    m_questions->setAccessibleName(tr("What is compared"));
    m_questions->setSizeAdjustPolicy(QComboBox::AdjustToContents);
    m_table->setObjectName(QStringLiteral("ways"));
    m_table->setAccessibleName(tr("Ways"));
    m_reason->setObjectName(QStringLiteral("comparisonReason"));
    m_take->setObjectName(QStringLiteral("takeWay"));
    m_record->setObjectName(QStringLiteral("recordChoice"));
    m_forget->setObjectName(QStringLiteral("forgetChoice"));
    m_reason->setWordWrap(true);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(grid - 2);
    auto* head = new QHBoxLayout;
    head->addWidget(m_questions);
    head->addWidget(m_context, 1);
    column->addLayout(head);
    column->addWidget(m_table, 1);
    auto* foot = new QHBoxLayout;
    foot->setSpacing(grid);
    foot->addWidget(m_reason, 1);
    for (auto* button : {m_take, m_record, m_forget})
        foot->addWidget(button);
    column->addLayout(foot);
    connect(m_questions, &QComboBox::currentIndexChanged, this, &ComparisonView::showCurrent);
    connect(m_table, &QTableWidget::currentCellChanged, this, &ComparisonView::showWay);
    connect(m_table, &TextTableView::edited, this, [this](int row, const QString& price) {
        const auto className = current()->ways[static_cast<std::size_t>(row)].className;
        m_document.apply(tr("Set the price of %1").arg(qText(className)),
            withPrice(m_document.instrument(), className, price.toStdString()));
        // A refused price must not stay as it was typed; the editor is still at work now.
        QTimer::singleShot(0, this, &ComparisonView::showCurrent);
    });
    connect(m_take, &QPushButton::clicked, this, [this] {
        const auto fix = way()->fix; // the view may be made anew meanwhile
        m_document.apply(qText(fix.label), fix.apply(m_document.instrument()));
    });
    connect(m_record, &QPushButton::clicked, this, &ComparisonView::record);
    connect(m_forget, &QPushButton::clicked, this, [this] {
        if (const auto* choice = choiceFor(m_document.instrument(), *current()))
            m_document.apply(
                tr("Take a decision back"), withoutDecision(m_document.instrument(), choice->id));
    });
}

void ComparisonView::showComparisons(const std::vector<Comparison>& comparisons)
{
    const auto question = m_questions->currentText();
    m_comparisons = comparisons;
    const QSignalBlocker blocker(m_questions);
    m_questions->clear();
    for (const auto& comparison : comparisons)
        m_questions->addItem(qText(comparison.question));
    m_questions->setCurrentIndex(std::max(0, m_questions->findText(question)));
    showCurrent();
}

void ComparisonView::open(const QString& place)
{
    for (std::size_t i = 0; i < m_comparisons.size(); ++i)
        if (qText(m_comparisons[i].place).startsWith(place + QLatin1Char('/')))
            m_questions->setCurrentIndex(static_cast<int>(i));
}

const Comparison* ComparisonView::current() const
{
    const int index = m_questions->currentIndex();
    return index < 0 || index >= static_cast<int>(m_comparisons.size())
        ? nullptr
        : &m_comparisons[static_cast<std::size_t>(index)];
}

const Way* ComparisonView::way() const
{
    const auto* comparison = current();
    const int row = m_table->currentRow();
    return comparison == nullptr || row < 0 || row >= static_cast<int>(comparison->ways.size())
        ? nullptr
        : &comparison->ways[static_cast<std::size_t>(row)];
}

void ComparisonView::showCurrent()
{
    const auto* comparison = current();
    m_questions->setVisible(comparison != nullptr);
    m_table->setVisible(comparison != nullptr);
    if (comparison == nullptr) {
        m_context->setText({});
        m_reason->setText(tr("Nothing to compare yet: add a board first."));
        return showWay();
    }
    m_context->setText(qText(comparison->context));
    m_table->clearSpans();
    m_table->setEditableColumn(static_cast<int>(comparison->columns.size()) + 1); // the price
    m_table->showTable(tableOf(m_document.instrument(), *comparison), 0);
    for (std::size_t i = 0; i < comparison->ways.size(); ++i) {
        const auto& way = comparison->ways[i];
        const auto row = static_cast<int>(i);
        m_table->setRowLook(row, comparison->recommended == i, !way.isPossible());
        if (!way.isPossible()) // its obstacle takes the whole line
            m_table->setSpan(row, 1, 1, m_table->columnCount() - 1);
        if (!way.isPossible() || way.className.empty())
            m_table->lockRow(row);
    }
    if (m_table->currentRow() < 0 && comparison->recommended)
        m_table->setCurrentCell(static_cast<int>(*comparison->recommended), 0);
    const auto* choice = choiceFor(m_document.instrument(), *comparison);
    m_reason->setText(choice == nullptr
            ? qText(comparison->reason)
            : tr("Decided on %1: %2. %3")
                  .arg(qText(choice->on), qText(choice->choice), qText(choice->reason)));
    showWay();
}

void ComparisonView::showWay()
{
    const auto* chosen = way();
    const auto* comparison = current();
    const bool canTake = chosen != nullptr && chosen->fix.apply;
    m_take->setVisible(canTake);
    if (canTake)
        m_take->setText(qText(chosen->fix.label));
    m_record->setVisible(chosen != nullptr && chosen->isPossible());
    m_forget->setVisible(
        comparison != nullptr && choiceFor(m_document.instrument(), *comparison) != nullptr);
}

void ComparisonView::record()
{
    const auto& comparison = *current();
    const auto& chosen = *way();
    const bool isAdvised =
        comparison.recommended && &comparison.ways[*comparison.recommended] == &chosen;
    m_document.apply(tr("Decide: %1").arg(qText(chosen.title)),
        withChoice(m_document.instrument(), comparison.place, comparison.question, chosen.title,
            isAdvised ? comparison.reason : "Against the recommendation.",
            QDateTime::currentDateTimeUtc().date().toString(Qt::ISODate).toStdString()));
}

} // namespace fern::app
