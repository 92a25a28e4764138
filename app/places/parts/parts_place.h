#pragma once
// The Parts place: the ladder above, and below it one sheet at a time: the catalogue, the supply,
// the chosen part, comparisons, parts list, wiring, cautions.

#include "app/document/document.h"
#include "app/house/place.h"
#include "app/look/card.h"
#include "app/look/page_chips.h"

#include <QMenu>
#include <QPushButton>

namespace fern::app {

class CatalogueSheet;
class ComparisonView;
class LadderView;
class PartSheet;
class SupplyView;
class TablePage;

class PartsPlace : public Place {
    Q_OBJECT
public:
    static constexpr const char* name = "Parts";
    static QPainterPath mark();

    PartsPlace(House& house, QWidget* parent);

    void showView(const std::shared_ptr<const RunView>& view) override;
    /// Opens a sheet by its word, "Add", "Supply", "Part", "Compare", "Parts list", "Wiring" or
    /// "Cautions", or what a pointer is about: a part, or a bus of a board.
    void turnTo(const Destination& there) override;
    QString helpHeading() const override { return m_sheets->word(); }
    bool showsParts() const override { return true; }

private:
    void openPointer(const QString& pointer);
    void createLadder();
    void createSheets();
    void connectSheets();
    void addSheet(const QString& title, QWidget* sheet);
    void showEmpty(bool isEmpty);
    void choose(const QString& part, const QString& bus = {});
    void offerPin(const QString& board, const QString& pin, const QPoint& at);
    void fillBusMenu();
    void move(const QString& part, const QString& bus);
    void remove(const QString& part);
    void add(const Part& part, const std::vector<Part>& soldered = {});
    void save(const TextTable& table, const QString& proposed);
    void setPrice(int row, const QString& price);
    void showCautions(const std::vector<Caution>& cautions);
    const Instrument& instrument() const { return m_document.instrument(); }

    House& m_house;
    Document& m_document;
    Card* m_ladderCard;
    LadderView* m_ladder;
    QLabel* m_empty;
    QPushButton* m_addPart;
    QPushButton* m_addBus;
    QPushButton* m_wire;
    QMenu* m_busMenu;
    QMenu* m_pinMenu;
    PageChips* m_sheets;
    Card* m_sheetCard;
    CatalogueSheet* m_catalogue;
    SupplyView* m_supply;
    PartSheet* m_part;
    ComparisonView* m_comparisons;
    TablePage* m_list;
    TablePage* m_wiring;
    QLabel* m_cautions;
    std::shared_ptr<const PartsSheets> m_shown;
};

} // namespace fern::app
