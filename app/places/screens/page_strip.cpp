#include "app/places/screens/page_strip.h"

#include "app/glass/glass_view.h"
#include "app/look/card.h"
#include "app/look/look.h"
#include "app/look/scroll.h"
#include "app/look/text.h"
#include "app/look/tokens.h"
#include "drive/wrong_setups.h"
#include "judge/state_page.h"

#include <QHBoxLayout>
#include <QPushButton>
#include <QScrollArea>

namespace fern::app {

namespace {

constexpr int tileWidth = 112, tileHeight = 62;

QString nameOf(const PlainPage& page)
{
    return qText(page.name.empty() ? page.id : page.name);
}

} // namespace

PageStrip::PageStrip(QWidget* parent)
    : QWidget(parent)
{
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    auto* scroll = new QScrollArea(this);
    m_row = new QWidget;
    auto* row = new QHBoxLayout(m_row);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(grid);
    scroll->setWidget(m_row);
    scroll->setWidgetResizable(true);
    layInCard(*scroll);
    column->addWidget(scroll);
    setFixedHeight(tileHeight + 26);
}

/// For each display its name, its pages, and a button for another one.
void PageStrip::layTiles(const PlainInstrument& plain)
{
    auto* row = static_cast<QHBoxLayout*>(m_row->layout());
    while (auto* item = row->takeAt(0)) {
        delete item->widget();
        delete item;
    }
    m_tiles.clear();
    for (const auto& display : plain.displays) {
        for (const auto& page : display.pages) {
            auto* tile = new QWidget(m_row);
            tile->setFixedWidth(tileWidth);
            auto* column = new QVBoxLayout(tile);
            column->setContentsMargins(0, 0, 0, 0);
            column->setSpacing(2);
            auto* glass = new GlassView(tile);
            glass->setObjectName(QStringLiteral("page ") + qText(page.id));
            glass->setAccessibleName(tr("Page %1 of %2").arg(nameOf(page), qText(display.id)));
            glass->setFocusPolicy(Qt::StrongFocus);
            glass->setMostHeight(tileHeight);
            auto* name = softLabel({}, tile);
            name->setAlignment(Qt::AlignHCenter);
            tile->setToolTip(nameOf(page)
                + (page.when.comes == PageComes::Turned
                        ? QString()
                        : tr(", shown when %1").arg(qText(conditionText(page.when)))));
            column->addWidget(glass);
            column->addWidget(name);
            column->addStretch(1);
            row->addWidget(tile);
            const auto id = qText(page.id);
            connect(glass, &QAbstractButton::clicked, this, [this, id] { Q_EMIT chosen(id); });
            m_tiles.push_back({id, nameOf(page), {}, glass, name});
        }
        auto* another = new QPushButton(tr("+ page"), m_row);
        another->setObjectName(QStringLiteral("anotherPage ") + qText(display.id));
        another->setToolTip(tr("Another page of %1").arg(qText(display.id)));
        const auto id = qText(display.id);
        connect(another, &QPushButton::clicked, this, [this, id] { Q_EMIT pageWanted(id); });
        row->addWidget(another, 0, Qt::AlignTop);
        row->addSpacing(2 * grid);
    }
    row->addStretch(1);
}

/// Bold while it is on the glass.
void PageStrip::nameTile(const Tile& tile, bool isOnGlass)
{
    const auto font = wordFont(12, isOnGlass);
    const auto words = QFontMetrics(font).elidedText(tile.words, Qt::ElideRight, tileWidth);
    if (tile.name->text() == words && tile.name->font() == font)
        return;
    tile.name->setFont(font);
    tile.name->setText(words);
    tile.glass->setAccessibleDescription(isOnGlass ? tr("on the glass now") : QString());
}

void PageStrip::showView(const RunView& view, const QString& chosenPage)
{
    const auto& plain = view.plain();
    std::vector<QString> pages;
    for (const auto& display : plain.displays) {
        for (const auto& page : display.pages)
            pages.push_back(qText(page.id) + QLatin1Char('/') + nameOf(page));
        pages.push_back(qText(display.id));
    }
    if (pages != m_laid) {
        layTiles(plain);
        m_laid = std::move(pages);
    }
    const bool isOther = m_plain != view.resolved;
    m_plain = view.resolved;
    std::size_t tile = 0;
    for (std::size_t d = 0; d < plain.displays.size(); ++d)
        for (std::size_t p = 0; p < plain.displays[d].pages.size(); ++p, ++tile) {
            auto& shown = m_tiles[tile];
            shown.glass->setChosen(shown.page == chosenPage);
            nameTile(shown, d < view.glass.size() && qText(view.glass[d].page) == shown.page);
            if (d >= view.glass.size() || p >= view.glass[d].pages.size())
                continue;
            const auto& content = view.glass[d].pages[p];
            if (!isOther && content == shown.content)
                continue;
            shown.content = content;
            shown.glass->showPicture(std::make_shared<const GlassPicture>(looksRight(
                plain.displays[d].firmware->setup(), plain.displays[d].pages[p], content)));
        }
}

} // namespace fern::app
