#include "app/places/parts/catalogue_sheet.h"

#include "app/look/card.h"
#include "app/look/chip.h"
#include "app/look/flow_layout.h"
#include "app/look/look.h"
#include "app/look/scroll.h"
#include "app/look/text.h"
#include "instrument/part_parameters.h"

#include <QHBoxLayout>
#include <QKeyEvent>
#include <QScrollArea>
#include <QVBoxLayout>

namespace fern::app {

namespace {

/// The figures that the class is known by, one a line.
QString figuresOf(const CatalogueEntry& entry)
{
    QStringList lines;
    for (const auto& p : parametersOf({}, entry.part)) {
        const bool isFigure = p.kind == ParameterKind::Quantity || p.kind == ParameterKind::Number;
        if (!isFigure || p.source.empty())
            continue;
        const auto name = p.group.empty() ? qText(p.label) : qText(p.group + ", " + p.label);
        lines << QObject::tr("%1: %2 · %3").arg(name, qText(p.text), qText(p.source));
    }
    return lines.join(QLatin1Char('\n'));
}

} // namespace

CatalogueSheet::CatalogueSheet(QWidget* parent)
    : QWidget(parent)
    , m_search(new QLineEdit(this))
    , m_categories(new QButtonGroup(this))
    , m_list(new QListWidget(this))
    , m_title(new QLabel(this))
    , m_about(softLabel({}, this))
    , m_figures(softLabel({}, this))
    , m_add(new QPushButton(tr("Add"), this))
{
    setObjectName(QStringLiteral("catalogue"));
    m_search->setObjectName(QStringLiteral("searchParts"));
    m_search->setPlaceholderText(tr("Search parts by words"));
    m_search->setAccessibleName(tr("Search parts"));
    m_search->setTextMargins(4, 1, 4, 1);
    m_search->installEventFilter(this);
    m_list->setObjectName(QStringLiteral("foundParts"));
    m_list->setAccessibleName(tr("Parts of the catalogue"));
    m_list->setFrameShape(QFrame::NoFrame);
    m_list->setUniformItemSizes(true);
    m_list->viewport()->setBackgroundRole(cardRole);
    m_add->setObjectName(QStringLiteral("addPart"));
    m_title->setFont(wordFont(13, true));
    for (auto* label : {m_title, m_about, m_figures})
        label->setWordWrap(true);

    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(2 * grid);
    auto* left = new QVBoxLayout;
    left->setSpacing(grid - 2);
    left->addWidget(m_search);
    auto* chips = new FlowLayout(nullptr, 4, FlowWidths::Stretched);
    const auto addChip = [&](const std::string& category, const QString& word) {
        auto* chip = new Chip(word, this);
        chip->setObjectName(QStringLiteral("category ") + qText(category));
        m_categories->addButton(chip);
        chips->addWidget(chip);
        return chip;
    };
    addChip({}, tr("all"))->setChecked(true);
    for (const auto& category : catalogueCategories())
        addChip(category, qText(category));
    left->addLayout(chips);
    left->addStretch(1);
    row->addLayout(left, 3);
    row->addWidget(m_list, 4);
    auto* right = new QVBoxLayout;
    right->setSpacing(grid - 2);
    auto* scroll = new QScrollArea(this);
    layInCard(*scroll);
    auto* words = new QWidget;
    words->setBackgroundRole(cardRole);
    auto* lines = new QVBoxLayout(words);
    lines->setContentsMargins(0, 0, grid, 0);
    for (auto* label : {m_title, m_about, m_figures})
        lines->addWidget(label);
    lines->addStretch(1);
    scroll->setWidget(words);
    right->addWidget(scroll, 1);
    right->addWidget(m_add, 0, Qt::AlignLeft);
    row->addLayout(right, 4);

    connect(m_search, &QLineEdit::textChanged, this, &CatalogueSheet::search);
    connect(m_search, &QLineEdit::returnPressed, this, &CatalogueSheet::add);
    connect(m_categories, &QButtonGroup::buttonClicked, this, &CatalogueSheet::search);
    connect(m_list, &QListWidget::currentRowChanged, this, &CatalogueSheet::showEntry);
    connect(m_list, &QListWidget::itemActivated, this, &CatalogueSheet::add);
    connect(m_add, &QPushButton::clicked, this, &CatalogueSheet::add);
    search();
}

void CatalogueSheet::begin()
{
    m_search->setFocus();
    m_search->selectAll();
}

void CatalogueSheet::search()
{
    const auto chip = m_categories->checkedButton()->objectName().mid(9); // after "category "
    m_found = searchCatalogue(chip.toStdString(), m_search->text().toStdString());
    m_list->clear();
    for (const auto* entry : m_found)
        m_list->addItem(qText(entry->title));
    m_list->setCurrentRow(m_found.empty() ? -1 : 0);
    showEntry();
}

void CatalogueSheet::showEntry()
{
    const int row = m_list->currentRow();
    const bool isThere = row >= 0 && row < static_cast<int>(m_found.size());
    m_add->setEnabled(isThere);
    if (!isThere) {
        m_title->setText(tr("Nothing of that name"));
        m_about->setText(
            tr("Try fewer words or all categories. Any part can be made from a similar one: add "
               "it, then change its figures and its class."));
        m_figures->clear();
        return;
    }
    const auto& entry = *m_found[static_cast<std::size_t>(row)];
    m_title->setText(qText(entry.title));
    m_about->setText(qText(entry.about));
    m_figures->setText(figuresOf(entry));
}

void CatalogueSheet::add()
{
    const int row = m_list->currentRow();
    if (row >= 0)
        Q_EMIT addWanted(*m_found[static_cast<std::size_t>(row)]);
}

bool CatalogueSheet::eventFilter(QObject* watched, QEvent* event)
{
    // Up and Down move through the list while the cursor stays in the search.
    if (watched == m_search && event->type() == QEvent::KeyPress) {
        const int key = static_cast<QKeyEvent*>(event)->key();
        const int by = key == Qt::Key_Down ? 1 : key == Qt::Key_Up ? -1 : 0;
        if (by != 0) {
            m_list->setCurrentRow(std::clamp(m_list->currentRow() + by, 0, m_list->count() - 1));
            return true;
        }
    }
    return QWidget::eventFilter(watched, event);
}

} // namespace fern::app
