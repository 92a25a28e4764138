#include "app/places/parts/parts_place.h"

#include "app/dialogs/dialogs.h"
#include "app/look/look.h"
#include "app/look/scroll.h"
#include "app/look/text.h"
#include "app/notice/notice_bar.h"
#include "app/places/parts/catalogue_sheet.h"
#include "app/places/parts/comparison_view.h"
#include "app/places/parts/ladder_view.h"
#include "app/places/parts/part_sheet.h"
#include "app/places/parts/supply_view.h"
#include "app/places/parts/table_page.h"
#include "instrument/part_edits.h"
#include "io/files.h"
#include "plan/wiring.h"

#include <QHBoxLayout>
#include <QPainterPath>
#include <QScrollArea>
#include <QSplitter>
#include <QTimer>

namespace fern::app {

namespace {

QPushButton* named(const QString& word, const char* name, QWidget* parent)
{
    auto* button = new QPushButton(word, parent);
    button->setObjectName(QString::fromLatin1(name));
    return button;
}

} // namespace

QPainterPath PartsPlace::mark()
{
    // A twig with buds, and its pins as roots.
    QPainterPath path({3, 14});
    path.lineTo(21, 14);
    for (const int x : {7, 12, 17}) {
        path.moveTo(x, 14);
        path.lineTo(x, 19);
    }
    path.moveTo(12, 14);
    path.cubicTo(12, 9, 9, 6, 6, 5);
    path.cubicTo(6, 9, 8, 12, 12, 14);
    path.cubicTo(12, 10, 15, 7, 18, 6.5);
    path.cubicTo(18.2, 10, 16, 12.6, 12, 14);
    return path;
}

PartsPlace::PartsPlace(House& house, QWidget* parent)
    : Place(parent)
    , m_house(house)
    , m_document(house.document)
    , m_ladderCard(new Card(tr("Parts"), this))
    , m_ladder(new LadderView(m_ladderCard))
    , m_empty(softLabel(tr("Nothing is here yet. Add a board first, then a display, sensors and a "
                           "supply: each is "
                           "wired as it comes, and what does not fit is told on the right."),
          m_ladderCard))
    , m_addPart(named(tr("Add a part"), "openCatalogue", m_ladderCard))
    , m_addBus(named(tr("Add a bus"), "addBus", m_ladderCard))
    , m_wire(named({}, "wireOpen", m_ladderCard))
    , m_busMenu(new QMenu(this))
    , m_pinMenu(new QMenu(this))
    , m_sheets(new PageChips(this))
    , m_sheetCard(new Card({}, this))
    , m_catalogue(new CatalogueSheet(this))
    , m_supply(new SupplyView(this))
    , m_part(new PartSheet(m_document, this))
    , m_comparisons(new ComparisonView(m_document, this))
    , m_list(new TablePage(QStringLiteral("partsList"), tr("Parts list"), this))
    , m_wiring(new TablePage(QStringLiteral("wiringTable"), tr("Wiring table"), this))
    , m_cautions(new QLabel(this))
{
    setObjectName(QStringLiteral("partsPlace"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    auto* splitter = new QSplitter(Qt::Vertical, this);
    splitter->setHandleWidth(grid);
    splitter->setChildrenCollapsible(false);
    splitter->addWidget(m_ladderCard);
    m_sheetCard->body()->setContentsMargins(grid + 4, grid, grid + 4, grid);
    splitter->addWidget(m_sheetCard);
    splitter->setStretchFactor(0, 3);
    splitter->setStretchFactor(1, 2);
    splitter->setSizes({450, 270});
    column->addWidget(splitter);
    m_sheetCard->body()->addWidget(m_sheets);
    createLadder();
    createSheets();
    connectSheets();
    showEmpty(true);
}

void PartsPlace::createLadder()
{
    for (auto* button : {m_wire, m_addBus, m_addPart})
        m_ladderCard->addTool(button);
    m_empty->setWordWrap(true);
    m_empty->setObjectName(QStringLiteral("partsEmpty"));
    m_ladderCard->body()->addWidget(m_empty);
    m_ladderCard->body()->addWidget(m_ladder, 1);
    m_busMenu->setObjectName(QStringLiteral("busMenu"));
    m_pinMenu->setObjectName(QStringLiteral("pinMenu"));

    connect(m_addPart, &QPushButton::clicked, this, [this] { m_sheets->open(m_catalogue); });
    connect(m_addBus, &QPushButton::clicked, this, [this] {
        fillBusMenu();
        m_busMenu->popup(m_addBus->mapToGlobal(QPoint(0, m_addBus->height())));
    });
    connect(m_wire, &QPushButton::clicked, this,
        [this] { m_document.apply(tr("Wire what is open"), wired(instrument())); });
    connect(m_ladder, &LadderView::partChosen, this, [this](const QString& id) { choose(id); });
    connect(m_ladder, &LadderView::busChosen, this, &PartsPlace::choose);
    connect(m_ladder, &LadderView::channelChosen, this, [this](const QString& id) {
        Q_EMIT wanted({.place = QStringLiteral("Channels"), .channel = id, .leaf = Leaf::Sensor});
    });
    connect(m_ladder, &LadderView::pinClicked, this, &PartsPlace::offerPin);
    connect(m_ladder, &LadderView::moveWanted, this, &PartsPlace::move);
    connect(m_ladder, &LadderView::removeWanted, this, &PartsPlace::remove);
    connect(m_ladder, &LadderView::refused, &m_house.notice, &NoticeBar::refuse);
}

void PartsPlace::addSheet(const QString& title, QWidget* sheet)
{
    m_sheets->addPage(title, QStringLiteral("sheet") + title, sheet);
    m_sheetCard->body()->addWidget(sheet, 1);
}

void PartsPlace::createSheets()
{
    addSheet(tr("Add"), m_catalogue);
    addSheet(tr("Supply"), m_supply);
    addSheet(tr("Part"), m_part);
    addSheet(tr("Compare"), m_comparisons);
    addSheet(tr("Parts list"), m_list);
    addSheet(tr("Wiring"), m_wiring);
    auto* scroll = new QScrollArea(this);
    layInCard(*scroll);
    m_cautions->setObjectName(QStringLiteral("cautions"));
    m_cautions->setWordWrap(true);
    m_cautions->setAlignment(Qt::AlignTop);
    m_cautions->setBackgroundRole(cardRole);
    scroll->setWidget(m_cautions);
    addSheet(tr("Cautions"), scroll);
    m_sheets->row()->addStretch(1);
    m_sheets->open(m_supply);
    connect(m_sheets, &PageChips::opened, this, [this](const QWidget* sheet) {
        if (sheet == m_catalogue)
            m_catalogue->begin();
    });
    m_list->table()->setEditableColumn(3); // the price each
}

void PartsPlace::connectSheets()
{
    connect(m_catalogue, &CatalogueSheet::addWanted, this, [this](const CatalogueEntry& entry) {
        auto part = entry.part;
        part.name = shortTitle(entry);
        add(part, builtInto(entry));
    });
    connect(m_part, &PartSheet::removeWanted, this, &PartsPlace::remove);
    connect(m_part, &PartSheet::anotherWanted, this, [this](const QString& id) {
        if (const auto* part = findById(instrument().parts, id.toStdString())) {
            auto another = *part;
            another.name = partName(*part);
            for (auto& line : another.lines)
                line.pin.clear();
            add(another);
        }
    });
    connect(m_part, &PartSheet::busRemoveWanted, this, [this](const QString& bus) {
        if (const auto* found = findBus(instrument(), bus.toStdString()))
            m_document.apply(
                tr("Remove %1").arg(qText(busName(*found))), withoutBus(instrument(), found->id));
    });
    connect(m_list->table(), &TextTableView::edited, this, &PartsPlace::setPrice);
    connect(m_list, &TablePage::saveWanted, this,
        [this](const TextTable& table) { save(table, tr("parts.csv")); });
    connect(m_wiring, &TablePage::saveWanted, this,
        [this](const TextTable& table) { save(table, tr("wiring.csv")); });
}

void PartsPlace::showEmpty(bool isEmpty)
{
    m_empty->setVisible(isEmpty);
    m_ladder->setVisible(!isEmpty);
}

void PartsPlace::showView(const std::shared_ptr<const RunView>& newest)
{
    const auto& view = *newest;
    if (!view.parts || view.parts == m_shown)
        return;
    m_shown = view.parts;
    const auto& sheets = *m_shown;
    showEmpty(instrument().parts.empty());
    if (instrument().parts.empty())
        m_sheets->open(m_catalogue);
    m_ladderCard->setSubtitle(qText(sheets.ladder.summary));
    m_addBus->setVisible(!sheets.ladder.boards.empty());
    m_wire->setVisible(sheets.openLines > 0);
    m_wire->setText(tr("Wire what is open: %1").arg(sheets.openLines));
    m_ladder->showLadder(sheets.ladder, view.fixed->findings);
    orderTabs(*m_ladderCard); // its buttons may be new
    m_supply->showSheet(sheets.ladder.supply);
    if (m_part->part().isEmpty() && !sheets.ladder.boards.empty())
        m_part->showPart(qText(sheets.ladder.boards.front().board));
    else
        m_part->refresh();
    m_comparisons->showComparisons(sheets.comparisons);
    const auto& list = sheets.list;
    auto summary = list.cost.empty() ? tr("Type what one costs into the price column.")
                                     : tr("Together %1").arg(qText(list.cost));
    if (!list.cost.empty() && list.withoutPrice > 0)
        summary += tr(", %1 rows without a price").arg(list.withoutPrice);
    m_list->showTable(tableOf(list), 1, summary);
    m_wiring->showTable(sheets.wiring, 0,
        tr("A pin under all of its names: printed, place in the "
           "row, port, analog channel."));
    showCautions(sheets.cautions);
}

void PartsPlace::showCautions(const std::vector<Caution>& cautions)
{
    QString words;
    for (const auto& caution : cautions)
        words +=
            QStringLiteral("<p><b>%1</b><br>%2</p>")
                .arg(qText(caution.title).toHtmlEscaped(), qText(caution.text).toHtmlEscaped());
    m_cautions->setTextFormat(Qt::RichText); // the titles stand out, their words are escaped
    m_cautions->setText(words.isEmpty() ? tr("No caution applies yet.") : words);
}

void PartsPlace::turnTo(const Destination& there)
{
    if (!there.page.isEmpty())
        m_sheets->open(there.page);
    if (!there.pointer.isEmpty())
        openPointer(there.pointer);
}

void PartsPlace::openPointer(const QString& place)
{
    const auto parts = place.split(QLatin1Char('/')); // "", "parts", id, "buses", bus
    if (parts.size() > 4)
        choose(parts[2], parts[4]);
    else if (parts.size() > 2)
        choose(parts[2]);
}

void PartsPlace::choose(const QString& part, const QString& bus)
{
    m_part->showPart(part, bus);
    m_ladder->setCurrent(bus.isEmpty() ? part : QString());
    m_comparisons->open(QStringLiteral("/parts/") + part);
    m_sheets->open(m_part);
}

void PartsPlace::add(const Part& part, const std::vector<Part>& soldered)
{
    const auto before = instrument().parts.size();
    auto with = withPartWired(instrument(), part);
    if (with)
        with = withBuiltIn(*with, with->parts.back()->id, soldered);
    m_document.apply(tr("Add %1").arg(qText(part.name)), with);
    if (instrument().parts.size() <= before)
        return;
    // The catalogue stays open for the next one; the sheet of the part waits behind its chip.
    const auto id = qText(instrument().parts[before]->id);
    m_part->showPart(id);
    m_ladder->setCurrent(id);
}

void PartsPlace::remove(const QString& id)
{
    if (const auto* part = findById(instrument().parts, id.toStdString()))
        m_document.apply(
            tr("Remove %1").arg(qText(partName(*part))), withoutPart(instrument(), part->id));
}

void PartsPlace::move(const QString& id, const QString& bus)
{
    const auto* part = findById(instrument().parts, id.toStdString());
    if (part == nullptr)
        return;
    const auto* target = findBus(instrument(), bus.toStdString());
    m_document.apply(target == nullptr
            ? tr("Take %1 off its bus").arg(qText(partName(*part)))
            : tr("Move %1 to %2").arg(qText(partName(*part)), qText(busName(*target))),
        withPartOnBus(instrument(), part->id, bus.toStdString()));
    m_part->showPart(id);
    m_ladder->setCurrent(id);
}

void PartsPlace::fillBusMenu()
{
    m_busMenu->clear();
    for (const auto& board : instrument().parts) {
        if (board->kind != PartKind::Board)
            continue;
        const auto addKind = [&](BusKind kind, const QString& word) {
            auto* action = m_busMenu->addAction(tr("%1 on %2").arg(word, qText(partName(*board))));
            connect(action, &QAction::triggered, this, [this, id = board->id, kind, word] {
                m_document.apply(
                    tr("Add a bus, %1").arg(word), withBusAdded(instrument(), id, kind));
            });
        };
        addKind(BusKind::I2c, tr("I²C"));
        addKind(BusKind::Spi, tr("SPI"));
        addKind(BusKind::Uart, tr("Serial line"));
    }
}

void PartsPlace::offerPin(const QString& board, const QString& pin, const QPoint& at)
{
    m_pinMenu->clear();
    const auto* owner = findById(instrument().parts, board.toStdString());
    const auto* spec = owner == nullptr ? nullptr : findPin(*owner, pin.toStdString());
    if (spec == nullptr)
        return;
    const auto add = [&](const QString& words, const PinUser& user, const std::string& to) {
        auto* action = m_pinMenu->addAction(words);
        connect(action, &QAction::triggered, this, [this, words, user, to] {
            m_document.apply(words,
                to.empty() ? withPin(instrument(), user, to)
                           : withPinSwapped(instrument(), user, to));
        });
    };
    for (const auto& use : pinLines(instrument())) {
        if (use.board != owner)
            continue;
        if (use.pin == spec->name)
            add(tr("Take %1 off %2").arg(qText(use.words), pin), use.user(), {});
        else if ((spec->roles & bitOf(use.role)) != 0)
            add(tr("Put %1 on %2").arg(qText(use.words), pin), use.user(), spec->name);
    }
    if (m_pinMenu->isEmpty())
        m_pinMenu->addAction(tr("Nothing that is there can use %1").arg(pin))->setEnabled(false);
    m_pinMenu->popup(at);
}

void PartsPlace::setPrice(int row, const QString& price)
{
    const auto what = m_shown->list.rows[static_cast<std::size_t>(row)].what;
    m_document.apply(tr("Set the price of %1").arg(qText(what)),
        withPrice(instrument(), what, price.toStdString()));
    // A refused price must not stay as it was typed; the editor is still at work now.
    QTimer::singleShot(0, this, [this] { m_list->table()->showTable(tableOf(m_shown->list), 1); });
}

void PartsPlace::save(const TextTable& table, const QString& proposed)
{
    const auto path = m_house.dialogs.fileToSave(this, tr("Save as CSV"), proposed);
    if (path.isEmpty())
        return;
    if (const auto written = io::writeFileAtomically(path.toStdString(), csvOf(table)); !written)
        m_house.notice.refuse(qText(describe(written.error())));
}

} // namespace fern::app
