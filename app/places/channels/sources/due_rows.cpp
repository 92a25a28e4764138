#include "app/places/channels/sources/due_rows.h"

#include "base/clock_time.h"

#include <algorithm>

namespace fern::app {

DueRows::DueRows(Document& document, QWidget* parent)
    : NamesView(document, "dueTable", parent)
    , m_time(addEdit("dueTime", tr("7:42"), tr("Time of a new row"), 1))
    , m_name(addEdit("dueName", tr("its name"), tr("Name of a new row"), 2))
    , m_add(new QPushButton(tr("Add"), this))
{
    table()->setAccessibleName(tr("Times of the list and their names"));
    table()->setEditableColumn(1);
    m_add->setObjectName(QStringLiteral("addDue"));
    inputs()->addWidget(m_add);
    connect(m_add, &QPushButton::clicked, this, &DueRows::add);
    connect(m_time, &QLineEdit::returnPressed, this, &DueRows::add);
    connect(m_name, &QLineEdit::returnPressed, this, &DueRows::add);
}

void DueRows::add()
{
    const auto time = m_time->text().trimmed();
    const auto its = m_name->text().trimmed();
    if (time.isEmpty() || its.isEmpty() || !name(tr("Time %1").arg(time), time, its))
        return; // what was typed stays, to be mended
    m_time->clear();
    m_name->clear();
    m_time->setFocus();
}

void DueRows::showRun(const RunView& view, const Channel& channel)
{
    auto rows = channel.source.names;
    const auto secondsOf = [](const NameSpec& row) {
        const auto at = parseClockTime(row.code);
        return at ? *at : 0;
    };
    std::stable_sort(rows.begin(), rows.end(),
        [&](const NameSpec& a, const NameSpec& b) { return secondsOf(a) < secondsOf(b); });
    const std::string next = view.told.empty() ? std::string() : view.told.back().text;
    TextTable times{{tr("time").toStdString(), tr("name").toStdString(), {}}, {}};
    std::vector<std::string> codes;
    for (const auto& row : rows) {
        codes.push_back(row.code);
        times.rows.push_back(
            {row.code, row.name, row.code == next ? tr("waited for").toStdString() : ""});
    }
    showRows(channel.id, std::move(codes), times);
    for (std::size_t i = 0; i < rows.size(); ++i)
        table()->setRowLook(static_cast<int>(i), rows[i].code == next, false);
}

} // namespace fern::app
