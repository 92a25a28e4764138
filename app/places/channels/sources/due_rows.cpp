#include "app/places/channels/sources/due_rows.h"

#include "app/look/look.h"
#include "app/look/text.h"
#include "base/clock_time.h"
#include "instrument/edits.h"

#include <QHBoxLayout>
#include <QVBoxLayout>

#include <algorithm>

namespace fern::app {

DueRows::DueRows(Document& document, QWidget* parent)
    : SourceView(parent)
    , m_document(document)
    , m_table(new TextTableView(this))
    , m_time(new QLineEdit(this))
    , m_name(new QLineEdit(this))
    , m_add(new QPushButton(tr("Add"), this))
{
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(grid - 2);
    column->addWidget(m_table, 1);
    auto* row = new QHBoxLayout;
    row->setSpacing(grid);
    row->addWidget(m_time, 1);
    row->addWidget(m_name, 2);
    row->addWidget(m_add);
    column->addLayout(row);
    m_table->setObjectName(QStringLiteral("dueTable"));
    m_table->setAccessibleName(tr("Times of the list and their names"));
    m_table->setMinimumHeight(70);
    m_table->setEditableColumn(1);
    m_time->setObjectName(QStringLiteral("dueTime"));
    m_time->setPlaceholderText(tr("7:42"));
    m_time->setAccessibleName(tr("Time of a new row"));
    m_name->setObjectName(QStringLiteral("dueName"));
    m_name->setPlaceholderText(tr("its name"));
    m_name->setAccessibleName(tr("Name of a new row"));
    m_add->setObjectName(QStringLiteral("addDue"));
    connect(m_add, &QPushButton::clicked, this, &DueRows::add);
    connect(m_time, &QLineEdit::returnPressed, this, &DueRows::add);
    connect(m_name, &QLineEdit::returnPressed, this, &DueRows::add);
    connect(m_table, &TextTableView::edited, this, &DueRows::rename);
}

void DueRows::add()
{
    const auto time = m_time->text().trimmed();
    const auto name = m_name->text().trimmed();
    if (time.isEmpty() || name.isEmpty())
        return;
    const auto edited =
        withCodeName(m_document.instrument(), m_channel, time.toStdString(), name.toStdString());
    m_document.apply(tr("Time %1").arg(time), edited);
    if (!edited)
        return; // what was typed stays, to be mended
    m_time->clear();
    m_name->clear();
    m_time->setFocus();
}

void DueRows::rename(int row, const QString& name)
{
    m_document.apply(tr("Name of a time"),
        withCodeName(m_document.instrument(), m_channel, m_times[static_cast<std::size_t>(row)],
            name.toStdString()));
}

void DueRows::showRun(const RunView& view, const Channel& channel)
{
    m_channel = channel.id;
    auto rows = channel.source.names;
    const auto secondsOf = [](const NameSpec& row) {
        const auto at = parseClockTime(row.code);
        return at ? *at : 0;
    };
    std::stable_sort(rows.begin(), rows.end(),
        [&](const NameSpec& a, const NameSpec& b) { return secondsOf(a) < secondsOf(b); });
    const std::string next = view.told.empty() ? std::string() : view.told.back().text;
    TextTable table{{tr("time").toStdString(), tr("name").toStdString(), {}}, {}};
    m_times.clear();
    for (const auto& row : rows) {
        m_times.push_back(row.code);
        table.rows.push_back(
            {row.code, row.name, row.code == next ? tr("waited for").toStdString() : ""});
    }
    m_table->showTable(table, 1);
    for (std::size_t i = 0; i < rows.size(); ++i)
        m_table->setRowLook(static_cast<int>(i), rows[i].code == next, false);
}

} // namespace fern::app
