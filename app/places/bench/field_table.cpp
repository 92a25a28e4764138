#include "app/places/bench/field_table.h"

#include "app/look/look.h"
#include "app/look/text.h"
#include "instrument/edits.h"
#include "run/live_intake.h"

#include <QHeaderView>
#include <QSignalBlocker>

namespace fern::app {

namespace {

constexpr int fieldRowHeight = 28;
enum FieldColumn { NameColumn, ValueColumn, ChannelColumn, TapColumn, fieldColumns };

} // namespace

FieldTable::FieldTable(Document& document, QWidget* parent)
    : QTableWidget(0, fieldColumns, parent)
    , m_document(document)
{
    setObjectName(QStringLiteral("liveFields"));
    setAccessibleName(tr("Fields of the lines, and where they go"));
    setHorizontalHeaderLabels({tr("field"), tr("newest"), tr("goes to"), tr("as")});
    setFrameShape(QFrame::NoFrame);
    setShowGrid(false);
    setEditTriggers(QAbstractItemView::NoEditTriggers);
    setSelectionMode(QAbstractItemView::NoSelection);
    setFocusPolicy(Qt::NoFocus);
    viewport()->setBackgroundRole(cardRole);
    verticalHeader()->hide();
    verticalHeader()->setDefaultSectionSize(fieldRowHeight);
    horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    horizontalHeader()->setFont(wordFont(12));
    horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
    horizontalHeader()->setSectionResizeMode(TapColumn, QHeaderView::Fixed);
    setColumnWidth(TapColumn, 92);
}

void FieldTable::showFields(const std::vector<LiveFieldView>& fields)
{
    QStringList channels;
    for (const auto& channel : m_document.instrument().channels)
        channels << qText(channel->id) << qText(channel->name);
    std::vector<std::string> names;
    names.reserve(fields.size());
    for (const auto& field : fields)
        names.push_back(field.field.name);
    if (names != m_names || channels != m_channels) {
        m_names = names;
        m_channels = channels;
        rebuild(fields);
    }
    m_routes.clear();
    for (int row = 0; row < rowCount(); ++row) {
        const auto& field = fields[static_cast<std::size_t>(row)];
        const bool isRouted = field.use == FieldUse::Routed;
        m_routes.push_back(isRouted ? field.channel : std::string());
        item(row, ValueColumn)->setText(qText(field.field.text));
        auto* channel = static_cast<QComboBox*>(cellWidget(row, ChannelColumn));
        auto* tap = static_cast<QComboBox*>(cellWidget(row, TapColumn));
        const int known = channel->findData(qText(field.channel));
        channel->setItemText(0,
            field.use == FieldUse::Compared ? tr("compared below")
                : field.use == FieldUse::Decoded
                ? tr("decoded for %1").arg(channel->itemText(known))
                : tr("nothing"));
        channel->setEnabled(field.use != FieldUse::Compared);
        channel->setCurrentIndex(isRouted ? std::max(0, known) : 0);
        tap->setCurrentIndex(static_cast<int>(field.tap));
        tap->setEnabled(isRouted);
    }
}

void FieldTable::rebuild(const std::vector<LiveFieldView>& fields)
{
    setRowCount(static_cast<int>(fields.size()));
    for (int row = 0; row < rowCount(); ++row) {
        const auto name = qText(fields[static_cast<std::size_t>(row)].field.name);
        auto* words = new QTableWidgetItem(name);
        words->setToolTip(name);
        setItem(row, NameColumn, words);
        setItem(row, ValueColumn, new QTableWidgetItem);
        auto* channel = new QComboBox(this);
        channel->setObjectName(QStringLiteral("route ") + name);
        channel->setAccessibleName(tr("Channel of %1").arg(name));
        channel->addItem(tr("nothing"), QString());
        for (int i = 0; i + 1 < m_channels.size(); i += 2)
            channel->addItem(m_channels[i + 1], m_channels[i]);
        channel->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
        auto* tap = new QComboBox(this);
        tap->setObjectName(QStringLiteral("tap ") + name);
        tap->setAccessibleName(tr("What %1 is").arg(name));
        for (const auto word : tapWords)
            tap->addItem(qText(word));
        setCellWidget(row, ChannelColumn, channel);
        setCellWidget(row, TapColumn, tap);
        for (auto* box : {channel, tap})
            connect(box, &QComboBox::activated, this, [this, row] { route(row); });
    }
}

void FieldTable::route(int row)
{
    const auto index = static_cast<std::size_t>(row);
    const auto* box = static_cast<QComboBox*>(cellWidget(row, ChannelColumn));
    const auto id = box->currentData().toString().toStdString();
    const auto* channel = findById(m_document.instrument().channels, id);
    auto tap =
        static_cast<Tap>(static_cast<QComboBox*>(cellWidget(row, TapColumn))->currentIndex());
    if (channel != nullptr && m_routes[index] != id)
        tap = usualTap(channel->source.kind);
    m_document.apply(tr("Where %1 goes").arg(qText(m_names[index])),
        withLiveField(m_document.instrument(), m_names[index], m_routes[index], id, tap));
}

} // namespace fern::app
