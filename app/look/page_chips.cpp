#include "app/look/page_chips.h"

#include "app/look/chip.h"
#include "app/look/look.h"
#include "app/look/tab_order.h"

#include <QButtonGroup>

namespace fern::app {

PageChips::PageChips(QWidget* parent)
    : QWidget(parent)
    , m_group(new QButtonGroup(this))
    , m_row(new QHBoxLayout(this))
{
    m_row->setContentsMargins(0, 0, 0, 0);
    m_row->setSpacing(grid - 2);
}

QAbstractButton* PageChips::addPage(const QString& word, const QString& chipName, QWidget* page)
{
    auto* chip = new Chip(word, this);
    chip->setObjectName(chipName);
    chip->setChecked(m_pages.empty());
    m_group->addButton(chip);
    m_row->addWidget(chip);
    page->setVisible(m_pages.empty());
    if (m_pages.empty())
        m_open = page;
    m_pages.push_back({chip, page});
    connect(chip, &QAbstractButton::clicked, this, [this, page] { open(page); });
    return chip;
}

void PageChips::setPageOffered(const QWidget* page, bool isOffered)
{
    for (const auto& each : m_pages)
        if (each.page == page)
            each.chip->setVisible(isOffered);
    if (!isOffered && m_open == page)
        open(m_pages.front().page);
}

QString PageChips::word() const
{
    return m_group->checkedButton()->text();
}

void PageChips::open(const QString& word)
{
    for (const auto& each : m_pages)
        if (each.chip->text() == word)
            return open(each.page);
}

void PageChips::open(QWidget* page)
{
    m_open = page;
    for (const auto& each : m_pages) {
        each.page->setVisible(each.page == page);
        if (each.page == page)
            each.chip->setChecked(true);
    }
    orderTabs(*page);
    Q_EMIT opened(page);
}

} // namespace fern::app
