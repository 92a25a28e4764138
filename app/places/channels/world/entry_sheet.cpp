#include "app/places/channels/world/entry_sheet.h"

#include "app/look/card.h"
#include "app/look/look.h"
#include "app/look/text.h"

#include <QHBoxLayout>
#include <QSignalBlocker>
#include <QVBoxLayout>

#include <utility>

namespace fern::app {

namespace {

constexpr int entryListWidth = 210;

QString wordOf(EntryKind kind)
{
    switch (kind) {
    case EntryKind::Lane:
        return QObject::tr("Course");
    case EntryKind::Fault:
        return QObject::tr("Fault");
    case EntryKind::Gate:
        return QObject::tr("Gate: valid only while …");
    case EntryKind::Setting:
        return QObject::tr("Setting that it changes");
    case EntryKind::Output:
        return QObject::tr("Output that it drives");
    }
    return {};
}

} // namespace

EntrySheet::EntrySheet(Document& document, QWidget* parent)
    : QWidget(parent)
    , m_document(document)
    , m_list(new QListWidget(this))
    , m_figures(new ParameterGrid(false, this))
    , m_add(new QPushButton(tr("Add"), this))
    , m_remove(new QPushButton(tr("Remove"), this))
    , m_menu(new QMenu(this))
{
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(2 * grid);
    auto* left = new QVBoxLayout;
    left->setSpacing(grid - 2);
    left->addWidget(m_list, 1);
    auto* buttons = new QHBoxLayout;
    buttons->setSpacing(grid - 2);
    buttons->addWidget(m_add);
    buttons->addWidget(m_remove);
    left->addLayout(buttons);
    row->addLayout(left);
    row->addWidget(m_figures, 1);
    m_list->setObjectName(QStringLiteral("entries"));
    m_list->setAccessibleName(tr("What is around the channel"));
    m_list->setFixedWidth(entryListWidth);
    m_list->setMinimumHeight(40);
    m_list->setTextElideMode(Qt::ElideRight);
    m_list->setFrameShape(QFrame::NoFrame);
    m_list->viewport()->setBackgroundRole(cardRole);
    m_figures->setObjectName(QStringLiteral("entryFigures"));
    m_add->setObjectName(QStringLiteral("addEntry"));
    m_remove->setObjectName(QStringLiteral("removeEntry"));
    m_menu->setObjectName(QStringLiteral("entryMenu"));
    connect(m_list, &QListWidget::currentRowChanged, this, [this] { showChosen(); });
    connect(m_remove, &QPushButton::clicked, this, &EntrySheet::remove);
    connect(m_add, &QPushButton::clicked, this, [this] {
        fillMenu();
        m_menu->popup(m_add->mapToGlobal(QPoint(0, m_add->height())));
    });
    connect(m_figures, &ParameterGrid::entered, this,
        [this](const QString& path, const QString& label, const QString& text) {
            if (const auto* entry = chosen())
                m_document.apply(tr("%1: %2").arg(wordOf(entry->kind), label),
                    withEntryParameter(m_document.instrument(), m_place, *entry, path.toStdString(),
                        text.toStdString()));
            showChosen(); // what was refused does not stay
        });
}

void EntrySheet::showEntries(const EntryPlace& place, int revision)
{
    if (std::exchange(m_revision, revision) == revision)
        return;
    const bool isOther = place.channel != m_place.channel || place.scenario != m_place.scenario;
    const auto entries = entriesOf(m_document.instrument(), place);
    m_place = place;
    if (isOther || entries != m_entries) {
        const QSignalBlocker blocker(m_list);
        // What was added last is what one wants to see.
        const int row = isOther ? 0
            : entries.size() > m_entries.size()
            ? static_cast<int>(
                std::mismatch(m_entries.begin(), m_entries.end(), entries.begin(), entries.end())
                    .second
                - entries.begin())
            : std::min(m_list->currentRow(), static_cast<int>(entries.size()) - 1);
        m_entries = entries;
        m_list->clear();
        for (const auto& entry : entries) {
            auto* item = new QListWidgetItem(qText(entry.title), m_list);
            item->setToolTip(item->text());
        }
        m_list->setCurrentRow(row);
    }
    m_add->setEnabled(!entriesToAdd(m_document.instrument(), m_place).empty());
    showChosen();
}

const Entry* EntrySheet::chosen() const
{
    const auto row = static_cast<std::size_t>(m_list->currentRow());
    return row < m_entries.size() ? &m_entries[row] : nullptr;
}

void EntrySheet::showChosen()
{
    const auto* entry = chosen();
    m_remove->setEnabled(entry != nullptr && entry->kind != EntryKind::Lane);
    m_figures->showParameters(entry == nullptr
            ? std::vector<Parameter>{}
            : entryParameters(m_document.instrument(), m_place, *entry));
}

void EntrySheet::fillMenu()
{
    m_menu->clear();
    for (const auto kind : entriesToAdd(m_document.instrument(), m_place))
        connect(m_menu->addAction(wordOf(kind)), &QAction::triggered, this,
            [this, kind] { add(kind); });
}

void EntrySheet::add(EntryKind kind)
{
    m_document.apply(
        tr("Add: %1").arg(wordOf(kind)), withEntryAdded(m_document.instrument(), m_place, kind));
}

void EntrySheet::remove()
{
    if (const auto* entry = chosen())
        m_document.apply(tr("Remove: %1").arg(qText(entry->title)),
            withoutEntry(m_document.instrument(), m_place, *entry));
}

} // namespace fern::app
