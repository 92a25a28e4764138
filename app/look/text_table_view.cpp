#include "app/look/text_table_view.h"

#include "app/look/look.h"
#include "app/look/text.h"

#include <QClipboard>
#include <QGuiApplication>
#include <QHeaderView>

namespace fern::app {

namespace {

constexpr int lineHeight = 24;

} // namespace

TextTableView::TextTableView(QWidget* parent)
    : QTableWidget(parent)
{
    setFrameShape(QFrame::NoFrame);
    setShowGrid(false);
    setSelectionBehavior(QAbstractItemView::SelectRows);
    setSelectionMode(QAbstractItemView::SingleSelection);
    setEditTriggers(QAbstractItemView::DoubleClicked | QAbstractItemView::EditKeyPressed
        | QAbstractItemView::AnyKeyPressed);
    setTabKeyNavigation(false);
    setWordWrap(false);
    viewport()->setBackgroundRole(cardRole);
    verticalHeader()->hide();
    verticalHeader()->setMinimumSectionSize(lineHeight);
    verticalHeader()->setDefaultSectionSize(lineHeight);
    verticalHeader()->setSectionResizeMode(QHeaderView::Fixed);
    horizontalHeader()->setHighlightSections(false);
    horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    horizontalHeader()->setFont(wordFont(12));
    connect(this, &QTableWidget::cellChanged, this, [this](int row, int column) {
        if (m_isFilling || column != m_editable)
            return;
        m_isTyped = true;
        Q_EMIT edited(row, item(row, column)->text());
    });
}

void TextTableView::showTable(const TextTable& table, int wide)
{
    const bool isThere = table == m_table && m_editable == m_shownEditable && !m_isTyped;
    if (isThere || state() == EditingState) // or somebody types
        return;
    m_shownEditable = m_editable;
    m_isTyped = false;
    m_isFilling = true;
    m_table = table;
    const int chosen = currentRow();
    setColumnCount(static_cast<int>(table.header.size()));
    setRowCount(static_cast<int>(table.rows.size()));
    QStringList header;
    for (const auto& word : table.header)
        header << qText(word);
    setHorizontalHeaderLabels(header);
    for (int row = 0; row < rowCount(); ++row)
        for (int column = 0; column < columnCount(); ++column) {
            const auto words =
                qText(table.rows[static_cast<std::size_t>(row)][static_cast<std::size_t>(column)]);
            auto* cell = new QTableWidgetItem(words);
            cell->setToolTip(words);
            cell->setFlags(Qt::ItemIsSelectable | Qt::ItemIsEnabled
                | (column == m_editable ? Qt::ItemIsEditable : Qt::NoItemFlags));
            setItem(row, column, cell);
        }
    horizontalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents);
    if (wide < columnCount())
        horizontalHeader()->setSectionResizeMode(wide, QHeaderView::Stretch);
    if (chosen >= 0 && chosen < rowCount())
        setCurrentCell(chosen, 0);
    m_isFilling = false;
}

void TextTableView::lockRow(int row)
{
    m_isFilling = true;
    for (int column = 0; column < columnCount(); ++column)
        item(row, column)->setFlags(item(row, column)->flags() & ~Qt::ItemIsEditable);
    m_isFilling = false;
}

void TextTableView::setRowLook(int row, bool isBold, bool isSoft)
{
    m_isFilling = true;
    for (int column = 0; column < columnCount(); ++column) {
        item(row, column)->setFont(wordFont(13, isBold));
        item(row, column)->setForeground(palette().brush(isSoft ? softRole : QPalette::Text));
    }
    m_isFilling = false;
}

void TextTableView::copyAll() const
{
    QString all;
    const auto addLine = [&](const std::vector<std::string>& cells) {
        QStringList words;
        for (const auto& cell : cells)
            words << qText(cell);
        all += words.join(QLatin1Char('\t')) + QLatin1Char('\n');
    };
    addLine(m_table.header);
    for (const auto& row : m_table.rows)
        addLine(row);
    QGuiApplication::clipboard()->setText(all);
}

} // namespace fern::app
