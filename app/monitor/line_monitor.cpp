#include "app/monitor/line_monitor.h"

#include "app/look/card.h"
#include "app/look/chip.h"
#include "app/look/look.h"
#include "app/look/text.h"
#include "app/monitor/line_model.h"

#include <QClipboard>
#include <QGuiApplication>
#include <QHeaderView>
#include <QPlainTextEdit>
#include <QScrollBar>
#include <QShortcut>
#include <QTableView>
#include <QVBoxLayout>

#include <algorithm>
#include <array>

namespace fern::app {

namespace {

constexpr int rowHeight = 17;
constexpr int timeWidth = 66;
constexpr double mostRawShare = 0.6; ///< of the rest
constexpr int wholeHeight = 66; ///< of the chosen line: four rows

bool isWrong(const Told& line)
{
    return line.state == ToldState::Bad || line.state == ToldState::NoValue;
}

} // namespace

LineMonitor::LineMonitor(QWidget* parent)
    : SourceView(parent)
    , m_counts(new QLabel(this))
    , m_wrongOnly(new Chip(tr("wrong only"), this))
    , m_table(new QTableView(this))
    , m_model(new LineModel(this))
    , m_whole(new QPlainTextEdit(this))
{
    setObjectName(QStringLiteral("lineMonitor"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(2);
    auto* head = new QHBoxLayout;
    m_counts->setFont(wordFont(11));
    m_counts->setForegroundRole(softRole);
    m_counts->setMinimumWidth(1);
    head->addWidget(m_counts, 1);
    m_wrongOnly->setCheckable(true);
    m_wrongOnly->setObjectName(QStringLiteral("linesWrongOnly"));
    m_wrongOnly->setToolTip(tr("Shows only lines that were torn, or that have no value"));
    head->addWidget(m_wrongOnly);
    column->addLayout(head);
    m_table->setObjectName(QStringLiteral("lines"));
    m_table->setAccessibleName(tr("Lines, the newest is the lowest"));
    m_table->setModel(m_model);
    m_table->setFrameShape(QFrame::NoFrame);
    m_table->setShowGrid(false);
    m_table->setWordWrap(false);
    m_table->setTabKeyNavigation(false);
    m_table->setSelectionBehavior(QAbstractItemView::SelectRows);
    m_table->setSelectionMode(QAbstractItemView::ExtendedSelection);
    m_table->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    m_table->viewport()->setBackgroundRole(cardRole);
    m_table->verticalHeader()->hide();
    m_table->verticalHeader()->setMinimumSectionSize(rowHeight);
    m_table->verticalHeader()->setDefaultSectionSize(rowHeight);
    m_table->verticalHeader()->setSectionResizeMode(QHeaderView::Fixed);
    m_table->horizontalHeader()->hide();
    m_table->horizontalHeader()->setMinimumSectionSize(1);
    m_table->horizontalHeader()->setStretchLastSection(true);
    m_table->setColumnWidth(LineModel::When, timeWidth);
    m_table->setMinimumHeight(1);
    column->addWidget(m_table, 1);
    m_whole->setObjectName(QStringLiteral("lineWhole"));
    m_whole->setAccessibleName(tr("The chosen line"));
    m_whole->setReadOnly(true);
    m_whole->setFont(codeFont(11));
    m_whole->setWordWrapMode(QTextOption::WrapAnywhere);
    m_whole->setFixedHeight(wholeHeight);
    m_whole->hide();
    column->addWidget(m_whole);
    connect(m_wrongOnly, &QAbstractButton::toggled, this, &LineMonitor::showLines);
    connect(m_table->selectionModel(), &QItemSelectionModel::selectionChanged, this,
        &LineMonitor::showChosen);
    auto* copying = new QShortcut(QKeySequence::Copy, m_table);
    copying->setContext(Qt::WidgetShortcut);
    connect(copying, &QShortcut::activated, this, &LineMonitor::copy);
    showLines();
}

void LineMonitor::showRun(const RunView& view, const Channel& /*channel*/)
{
    showTold(view.told);
}

void LineMonitor::showTold(const std::vector<Told>& lines)
{
    if (lines.size() == m_lines.size()
        && (lines.empty()
            || (isSameLine(lines.back(), m_lines.back())
                && isSameLine(lines.front(), m_lines.front()))))
        return; // nothing has come
    m_lines = lines;
    showLines();
}

void LineMonitor::showLines()
{
    std::array<int, toldStateWords.size()> counts{};
    for (const auto& told : m_lines)
        ++counts[static_cast<std::size_t>(told.state)];
    QStringList words;
    for (std::size_t i = 0; i < counts.size(); ++i)
        if (counts[i] > 0)
            words << QStringLiteral("%1 %2").arg(counts[i]).arg(
                QString::fromUtf8(toldStateWords[i].data()));
    m_counts->setText(m_lines.empty()
            ? tr("Nothing has come yet.")
            : tr("Of %1: %2").arg(m_lines.size()).arg(words.join(QStringLiteral(", "))));
    setAccessibleName(m_counts->text()
        + (m_lines.empty() ? QString() : tr(". Newest: %1").arg(visibleText(m_lines.back().raw))));
    auto shown = m_lines;
    if (m_wrongOnly->isChecked())
        std::erase_if(shown, [](const Told& line) { return !isWrong(line); });
    const auto* bar = m_table->verticalScrollBar();
    m_followsNewest = bar->value() >= bar->maximum();
    const auto longest = std::max_element(shown.begin(), shown.end(),
        [](const Told& a, const Told& b) { return a.raw.size() < b.raw.size(); });
    if (longest != shown.end())
        m_longest = std::max(
            m_longest, QFontMetrics(codeFont(11)).horizontalAdvance(visibleText(longest->raw)));
    m_model->setLines(std::move(shown));
    showWidths();
    if (m_followsNewest)
        m_table->scrollToBottom();
}

/// The raw text has the room of the longest line, so that what it says has the rest.
void LineMonitor::showWidths()
{
    const int most = static_cast<int>((m_table->viewport()->width() - timeWidth) * mostRawShare);
    m_table->setColumnWidth(LineModel::Raw, std::max(1, std::min(m_longest + 24, most)));
}

void LineMonitor::resizeEvent(QResizeEvent* event)
{
    SourceView::resizeEvent(event);
    layout()->activate(); // so that the table has its new size
    showWidths();
    if (m_followsNewest)
        m_table->scrollToBottom();
}

void LineMonitor::showChosen()
{
    const auto rows = m_table->selectionModel()->selectedRows();
    m_whole->setVisible(rows.size() == 1);
    if (rows.size() != 1)
        return;
    const auto& line = m_model->line(rows.front().row());
    m_whole->setPlainText(visibleText(line.raw) + QLatin1Char('\n') + saysText(line));
}

void LineMonitor::copy() const
{
    auto rows = m_table->selectionModel()->selectedRows();
    std::sort(rows.begin(), rows.end());
    QString text;
    for (const auto& row : rows)
        text += QStringLiteral("%1\t%2\n")
                    .arg(inSeconds(m_model->line(row.row()).at), 0, 'f', 3)
                    .arg(qText(m_model->line(row.row()).raw));
    QGuiApplication::clipboard()->setText(text);
}

} // namespace fern::app
