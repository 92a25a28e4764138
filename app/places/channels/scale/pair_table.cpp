#include "app/places/channels/scale/pair_table.h"

#include "app/look/look.h"
#include "app/look/text.h"
#include "app/look/tokens.h"
#include "base/number_text.h"
#include "base/quantity_text.h"

#include <QHeaderView>
#include <QLineEdit>

#include <array>
#include <cmath>

namespace fern::app {

namespace {

enum PairColumn {
    ReadingColumn,
    ReferenceColumn,
    UncertainColumn,
    OffColumn,
    WayColumn,
    pairCells
};

QString wayWord(const CalibrationPair& pair)
{
    return pair.isOff                          ? QObject::tr("out")
        : pair.direction == Direction::Rising  ? QObject::tr("↑")
        : pair.direction == Direction::Falling ? QObject::tr("↓")
                                               : QString();
}

/// Whether a pair's cell can be typed into.
bool isTyped(int column)
{
    return column <= UncertainColumn;
}

/// The field of a pair that a column shows, of those that can be typed.
constexpr std::array<PairField, 3> fields{
    &CalibrationPair::reading, &CalibrationPair::reference, &CalibrationPair::uncertainty};

} // namespace

PairTable::PairTable(QWidget* parent)
    : QTableWidget(0, pairCells, parent)
{
    setObjectName(QStringLiteral("pairs"));
    setAccessibleName(tr("Pairs of reading and reference"));
    setFrameShape(QFrame::NoFrame);
    setSelectionBehavior(QAbstractItemView::SelectRows);
    verticalHeader()->hide();
    horizontalHeader()->setFont(wordFont(12));
    horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
    for (const auto& [column, width] :
        {std::pair(UncertainColumn, 50), {OffColumn, 76}, {WayColumn, 34}}) {
        horizontalHeader()->setSectionResizeMode(column, QHeaderView::Fixed);
        setColumnWidth(column, width);
    }
    verticalHeader()->setMinimumSectionSize(22);
    verticalHeader()->setDefaultSectionSize(24);
    setMinimumHeight(60);
    viewport()->setBackgroundRole(cardRole);
    connect(this, &QTableWidget::cellChanged, this, &PairTable::edit);
}

void PairTable::showSheet(const CalibrationSheet& sheet, const Unit& unit)
{
    m_sheet = sheet;
    m_unit = unit;
    fill();
}

void PairTable::edit(int row, int column)
{
    if (m_isFilling || !isTyped(column))
        return;
    const auto text = item(row, column)->text().trimmed();
    const auto number = parseNumber(text.toStdString());
    if (!number) {
        fill();
        return Q_EMIT refused(tr("“%1” is no number, such as 12.6").arg(text));
    }
    Q_EMIT edited(row, fields[static_cast<std::size_t>(column)], *number);
}

void PairTable::fill()
{
    if (const auto* typing = viewport()->findChild<QLineEdit*>();
        typing != nullptr && typing->isVisible())
        return; // nobody writes over what is being typed
    m_isFilling = true;
    setHorizontalHeaderLabels({tr("reading"), tr("ref., %1").arg(qText(prettyUnit(m_unit.name))),
        tr("±"), tr("off by"), QString()});
    const auto& pairs = m_sheet.calibration.pairs;
    const bool hasMore = static_cast<int>(pairs.size()) > rowCount();
    setRowCount(static_cast<int>(pairs.size()));
    for (int row = 0; row < rowCount(); ++row) {
        const auto& pair = pairs[static_cast<std::size_t>(row)];
        const double off = m_sheet.offBy[static_cast<std::size_t>(row)];
        const std::array<QString, pairCells> words{qText(significantText(pair.reading, 9)),
            qText(shortestText(pair.reference)),
            pair.uncertainty == 0 ? QString() : qText(shortestText(pair.uncertainty)),
            std::isnan(off) ? tr("—") : qText(quantityText(differenceToSi(off, m_unit), m_unit, 2)),
            wayWord(pair)};
        for (int column = 0; column < pairCells; ++column) {
            auto* cell = item(row, column);
            if (cell == nullptr) {
                cell = new QTableWidgetItem;
                if (!isTyped(column))
                    cell->setFlags(Qt::ItemIsEnabled | Qt::ItemIsSelectable);
                setItem(row, column, cell);
            }
            cell->setText(words[static_cast<std::size_t>(column)]);
            cell->setToolTip(qText(pair.remark));
        }
        const bool isOver = std::fabs(off) > m_sheet.tolerance && m_sheet.tolerance > 0;
        item(row, OffColumn)->setForeground(isOver ? tokens().brick : tokens().ink);
    }
    m_isFilling = false;
    if (hasMore)
        scrollToBottom();
}

} // namespace fern::app
