#include "app/places/timing/limits_list.h"

#include "app/look/card.h"
#include "app/look/look.h"
#include "app/look/scroll.h"
#include "app/look/text.h"
#include "app/look/tokens.h"

#include <QGridLayout>

namespace fern::app {

LimitsList::LimitsList(QString what, QWidget* parent)
    : QScrollArea(parent)
    , m_what(std::move(what))
{
    setWidgetResizable(true);
    auto* inside = new QWidget(this);
    auto* rows = new QGridLayout(inside);
    rows->setContentsMargins(0, 0, grid, 0);
    rows->setHorizontalSpacing(grid);
    rows->setVerticalSpacing(1);
    rows->setColumnStretch(0, 1);
    setWidget(inside);
    layInCard(*this);
}

LimitsList::Row LimitsList::addRow()
{
    auto* rows = static_cast<QGridLayout*>(widget()->layout());
    Row row{new QLabel(widget()), new QLabel(widget()), softLabel({}, widget())};
    for (auto* label : {row.label, row.value, row.note})
        label->setTextFormat(Qt::PlainText);
    row.label->setFont(wordFont(13));
    row.value->setFont(wordFont(14, true));
    row.note->setWordWrap(true);
    row.note->setContentsMargins(0, 0, 0, grid / 2);
    const int line = 2 * static_cast<int>(m_rows.size());
    rows->setRowStretch(line, 0);
    rows->addWidget(row.label, line, 0);
    rows->addWidget(row.value, line, 1, Qt::AlignRight);
    rows->addWidget(row.note, line + 1, 0, 1, 2);
    rows->setRowStretch(line + 2, 1); // what is left stays below
    return row;
}

void LimitsList::showLimits(const std::vector<Fact>& limits)
{
    while (m_rows.size() < limits.size())
        m_rows.push_back(addRow());
    for (std::size_t i = 0; i < m_rows.size(); ++i) {
        const auto& [label, value, note] = m_rows[i];
        for (QWidget* each : std::initializer_list<QWidget*>{label, value, note})
            each->setVisible(i < limits.size());
        if (i >= limits.size())
            continue;
        label->setText(qText(limits[i].label));
        value->setText(qText(limits[i].value));
        value->setObjectName(m_what + QLatin1Char(' ') + qText(limits[i].label));
        value->setAccessibleName(qText(limits[i].label));
        note->setText(qText(limits[i].note));
    }
}

} // namespace fern::app
