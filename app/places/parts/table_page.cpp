#include "app/places/parts/table_page.h"

#include "app/look/card.h"
#include "app/look/tokens.h"

#include <QHBoxLayout>
#include <QPushButton>
#include <QVBoxLayout>

namespace fern::app {

TablePage::TablePage(const QString& name, const QString& title, QWidget* parent)
    : QWidget(parent)
    , m_view(new TextTableView(this))
    , m_summary(softLabel({}, this))
{
    m_view->setObjectName(name);
    m_view->setAccessibleName(title);
    m_summary->setWordWrap(true);
    m_summary->setObjectName(name + QStringLiteral("Summary"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(grid - 2);
    column->addWidget(m_view, 1);
    auto* foot = new QHBoxLayout;
    foot->setSpacing(grid);
    foot->addWidget(m_summary, 1);
    const auto addButton = [&](const QString& word, const char* suffix) {
        auto* button = new QPushButton(word, this);
        button->setObjectName(name + QString::fromLatin1(suffix));
        foot->addWidget(button);
        return button;
    };
    connect(addButton(tr("Copy"), "Copy"), &QPushButton::clicked, m_view, &TextTableView::copyAll);
    connect(addButton(tr("Save as CSV"), "Save"), &QPushButton::clicked, this,
        [this] { Q_EMIT saveWanted(m_table); });
    column->addLayout(foot);
}

void TablePage::showTable(const TextTable& table, int wide, const QString& summary)
{
    m_summary->setText(summary);
    if (table == m_table)
        return;
    m_table = table;
    m_view->showTable(table, wide);
}

} // namespace fern::app
