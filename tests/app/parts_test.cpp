// The Parts place, with mouse and keys on real windows.

#include "tests/app/window_fixture.h"

#include "app/places/parts/ladder_view.h"
#include "app/places/parts/parts_place.h"
#include "instrument/part_edits.h"
#include "instrument/parts_list.h"
#include "io/files.h"

#include <QClipboard>
#include <QListWidget>
#include <QScrollBar>
#include <QTableWidget>
#include <QTextBlock>
#include <QTextBrowser>

namespace fern::app {
namespace {

class PartsTest : public WindowTest {
protected:
    // The skiff with two panels of one address.
    const char* instrumentFile() const override { return "tests/data/two-panels.fern.json"; }
    void SetUp() override
    {
        WindowTest::SetUp();
        QTest::keyClick(&window, Qt::Key_1, Qt::ControlModifier);
        // The rail's button shows for a moment that it was pressed.
        ASSERT_TRUE(QTest::qWaitFor([this] {
            return window.findChild<QWidget*>(QStringLiteral("partsPlace")) != nullptr;
        }));
        settle();
    }
    const Part& part(const char* id) { return *findById(instrument().parts, id); }
    ModuleButton* module(const char* id)
    {
        return find<ModuleButton>((std::string("hangs") + id).c_str());
    }
    /// Scrolls the ladder so that a widget can be clicked.
    void reveal(QWidget* widget) { find<LadderView>("ladder")->ensureWidgetVisible(widget); }
    void click(QWidget* widget)
    {
        ASSERT_NE(widget, nullptr);
        ASSERT_TRUE(widget->isVisible()) << widget->objectName().toStdString();
        QTest::mouseClick(widget, Qt::LeftButton);
        settle();
    }
    void key(QWidget* widget, Qt::Key key, Qt::KeyboardModifiers modifiers = {})
    {
        widget->setFocus();
        QTest::keyClick(widget, key, modifiers);
        settle();
    }
    void openSheet(const char* word)
    {
        click(find<QAbstractButton>((std::string("sheet") + word).c_str()));
    }
    /// Adds the first part that a search finds, by keys.
    void addBySearch(const QString& words)
    {
        auto* search = find<QLineEdit>("searchParts");
        ASSERT_TRUE(search->isVisible());
        search->setFocus();
        search->selectAll();
        QTest::keyClicks(search, words);
        QTest::keyClick(search, Qt::Key_Return);
        settle();
    }
    /// Puts the bow's display on the helm's bus, where its address is taken.
    void makeConflict()
    {
        key(module("bow-oled"), Qt::Key_Up, Qt::AltModifier);
        ASSERT_EQ(part("bow-oled").port->bus, "bus-a");
        ASSERT_TRUE(hasFinding("P01"));
    }
    void undo()
    {
        QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
        settle();
    }
    std::vector<QPushButton*> fixes(const char* rule)
    {
        const auto found =
            window.findChildren<QPushButton*>(QStringLiteral("fix") + QString::fromLatin1(rule));
        return {found.begin(), found.end()};
    }
};

TEST_F(PartsTest, BuildsTheVoltmeterFromAnEmptyFile)
{
    const auto empty = folder.filePath(QStringLiteral("voltmeter.fern.json"));
    Instrument nothing;
    nothing.name = "Voltmeter";
    ASSERT_TRUE(io::writeFileAtomically(empty.toStdString(), writeInstrument(nothing)));
    ASSERT_TRUE(window.files().open(empty));
    settle();
    // Nothing to see yet: the place says what to do first, and the search has the cursor.
    EXPECT_TRUE(find<QWidget>("partsPlace")->isVisible());
    EXPECT_TRUE(find<QLabel>("partsEmpty")->text().contains(QStringLiteral("Add a board first")));
    ASSERT_EQ(QApplication::focusWidget(), find<QLineEdit>("searchParts"));
    addBySearch(QStringLiteral("8-bit board small"));
    ASSERT_EQ(instrument().parts.size(), 1U);
    EXPECT_FALSE(find<QLabel>("partsEmpty")->isVisible());
    // The display by mouse: category, row, button.
    find<QLineEdit>("searchParts")->clear();
    click(find<QAbstractButton>("category display"));
    auto* list = find<QListWidget>("foundParts");
    QTest::mouseClick(
        list->viewport(), Qt::LeftButton, {}, list->visualItemRect(list->item(0)).center());
    click(find<QPushButton>("addPart"));
    EXPECT_EQ(instrument().displays.size(), 1U);
    EXPECT_EQ(instrument().parts.back()->port->bus, instrument().parts[0]->buses[0].id);
    click(find<QAbstractButton>("category "));
    addBySearch(QStringLiteral("lead-acid fused"));
    ASSERT_EQ(instrument().parts.size(), 3U);

    QTest::keyClick(&window, Qt::Key_T, Qt::ControlModifier);
    auto* points = find<QListWidget>("startingPoints");
    ASSERT_TRUE(points->isVisible());
    for (int row = 0; row < points->count(); ++row)
        if (points->item(row)->text().contains(QStringLiteral("12 V battery")))
            points->setCurrentRow(row);
    QTest::keyClick(points, Qt::Key_Return);
    settle();
    ASSERT_EQ(instrument().channels.size(), 1U);
    ASSERT_TRUE(QTest::qWaitFor([this] { return leaf("Glass")->valueText().size() > 2; }));
    for (const auto& use : pinLines(instrument()))
        EXPECT_FALSE(use.pin.empty()) << use.words;
    for (const auto& finding : window.runner().view()->fixed->findings)
        EXPECT_NE(finding.severity, Severity::Stop) << finding.title;

    QTest::keyClick(&window, Qt::Key_S, Qt::ControlModifier);
    EXPECT_TRUE(*readInstrument(test::readText(empty.toStdString())) == instrument());
    for (int i = 0; i < 4; ++i)
        QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    EXPECT_TRUE(instrument() == nothing);
}

TEST_F(PartsTest, AnAddressConflictHasFourWaysOutAndEachIsUndone)
{
    makeConflict();
    const auto conflict = instrument();
    const auto ways = fixes("P01").size();
    EXPECT_EQ(ways, 4U);
    for (std::size_t i = 0; i < ways; ++i) {
        auto* fix = fixes("P01")[i];
        click(fix);
        EXPECT_FALSE(hasFinding("P01")) << i;
        undo();
        EXPECT_TRUE(instrument() == conflict);
        EXPECT_TRUE(hasFinding("P01"));
    }
    undo();
    EXPECT_EQ(part("bow-oled").port->bus, "bus-b");
    EXPECT_FALSE(hasFinding("P01"));
}

TEST_F(PartsTest, AModuleIsDraggedToAnotherRung)
{
    auto* bow = module("bow-oled");
    reveal(bow);
    auto* target = find<RungWidget>("rungbus-a");
    QTest::mousePress(bow, Qt::LeftButton, {}, bow->rect().center());
    QTest::mouseMove(bow, bow->rect().center() + QPoint(20, 0));
    QTest::mouseMove(bow, middleOf(target, bow));
    QTest::mouseRelease(bow, Qt::LeftButton, {}, middleOf(target, bow));
    settle();
    EXPECT_EQ(part("bow-oled").port->bus, "bus-a");
    EXPECT_EQ(
        window.document().undoStack().undoText(), QStringLiteral("Move Bow display to Bus A"));
    // Both are marked where they clash, and the keys lead off every bus below the last one.
    EXPECT_TRUE(module("helm-oled")->item().clashes);
    key(module("bow-oled"), Qt::Key_Down, Qt::AltModifier);
    key(module("bow-oled"), Qt::Key_Down, Qt::AltModifier);
    EXPECT_EQ(part("bow-oled").port->bus, "");
    EXPECT_EQ(QApplication::focusWidget(), module("bow-oled"));
}

TEST_F(PartsTest, AModuleDroppedOnSinglePinsStaysAndSaysSo)
{
    auto* bow = module("bow-oled");
    reveal(bow);
    const RungWidget* pins = nullptr;
    for (const auto* rung : window.findChildren<RungWidget*>())
        if (rung->rung().kind != PinUseKind::Bus && pins == nullptr)
            pins = rung;
    ASSERT_NE(pins, nullptr);
    const auto before = instrument();
    QTest::mousePress(bow, Qt::LeftButton, {}, bow->rect().center());
    QTest::mouseMove(bow, bow->rect().center() + QPoint(30, 30));
    QTest::mouseMove(bow, middleOf(pins, bow));
    QTest::mouseRelease(bow, Qt::LeftButton, {}, middleOf(pins, bow));
    settle();
    EXPECT_TRUE(instrument() == before);
    EXPECT_TRUE(notice()->text().contains(QStringLiteral("stays where it is")));
}

TEST_F(PartsTest, WhatHangsBehindAMultiplexerHangsOnABranchOfItsOwn)
{
    ASSERT_TRUE(window.files().open(
        QString::fromStdString(test::sourcePath("tests/data/builds/behind-a-switch.fern.json"))));
    window.goTo({.place = QStringLiteral("Parts")});
    settle();
    const auto* mux = module("mux");
    int behind = 0;
    for (const auto* module : window.findChildren<ModuleButton*>())
        if (module->item().behind == "mux") {
            ++behind;
            EXPECT_GT(module->mapTo(&window, QPoint()).y(),
                mux->mapTo(&window, QPoint(0, mux->height())).y());
        }
    EXPECT_EQ(behind, 2);
}

TEST_F(PartsTest, APartWithoutTheLinesOfABusIsRefusedInWords)
{
    const auto before = instrument();
    key(module("stroke-reed"), Qt::Key_Up, Qt::AltModifier);
    EXPECT_TRUE(notice()->text().contains(QStringLiteral("has no lines for Bus B")))
        << notice()->text().toStdString();
    EXPECT_TRUE(instrument() == before);
}

TEST_F(PartsTest, APinOffersWhatItCanServe)
{
    const auto& channel = *instrument().channels[0];
    auto* free = find<PinButton>("pinIN35");
    EXPECT_EQ(accessibleName(free), QStringLiteral("Pin IN35, free"));
    click(free);
    clickEntry(find<QMenu>("pinMenu"), QStringLiteral("Put channel House battery on IN35"));
    EXPECT_EQ(instrument().channels[0]->source.pin, "IN35");
    // A pin in use swaps.
    key(find<PinButton>("pinIO33"), Qt::Key_Space);
    clickEntry(find<QMenu>("pinMenu"), QStringLiteral("Put channel House battery on IO33"));
    EXPECT_EQ(instrument().channels[0]->source.pin, "IO33");
    EXPECT_EQ(instrument().channels[1]->source.pin, "IN35");
    trigger("actionUndo");
    trigger("actionUndo");
    EXPECT_EQ(instrument().channels[0]->source.pin, channel.source.pin);
}

TEST_F(PartsTest, FreedLinesAreWiredAgainAtOnce)
{
    click(find<PinButton>("pinIO3"));
    clickEntry(find<QMenu>("pinMenu"), QStringLiteral("Take sentences of Receiver off IO3"));
    EXPECT_EQ(part("receiver").lines[0].pin, "");
    auto* wire = find<QPushButton>("wireOpen");
    EXPECT_EQ(wire->text(), QStringLiteral("Wire what is open: 1"));
    click(wire);
    EXPECT_EQ(part("receiver").lines[0].pin, "IO3");
    EXPECT_FALSE(wire->isVisible());
}

TEST_F(PartsTest, EveryFigureOfAPartIsEditedWhereItStands)
{
    auto* receiver = module("receiver");
    reveal(receiver);
    click(receiver);
    EXPECT_EQ(find<QLabel>("partTitle")->text(), QStringLiteral("Receiver"));
    const auto hours = find<QLabel>("hours")->text();
    type("parameter load/active", QStringLiteral("90 mA"));
    EXPECT_EQ(part("receiver").load->active, (Quantity{90, "mA"}));
    EXPECT_NE(find<QLabel>("hours")->text(), hours);
    // A wrong one stays out and says what is accepted.
    type("parameter load/active", QStringLiteral("3 V"));
    EXPECT_TRUE(notice()->isVisible());
    EXPECT_EQ(part("receiver").load->active, (Quantity{90, "mA"}));
    EXPECT_EQ(find<QLineEdit>("parameter load/active")->text(), QStringLiteral("90 mA"));
    type("parameter name", QStringLiteral("Sky"));
    EXPECT_EQ(module("receiver")->text(), QStringLiteral("Sky"));
    auto* fedBy = find<QComboBox>("parameter fedBy");
    fedBy->setFocus();
    QTest::keyClick(fedBy, Qt::Key_End);
    settle();
    EXPECT_EQ(part("receiver").fedBy, "step-down");

    click(find<QAbstractButton>("busbus-b"));
    EXPECT_EQ(find<QLabel>("partTitle")->text(), QStringLiteral("Bus B"));
    type("parameter buses/1/speed", QStringLiteral("400 kHz"));
    EXPECT_TRUE(hasFinding("P18"));
}

TEST_F(PartsTest, AGroupNobodyToldIsToldByAButton)
{
    auto* button = module("unit-button");
    reveal(button);
    click(button);
    auto* tell = find<QPushButton>("parameter load");
    QTest::mouseClick(tell, Qt::LeftButton);
    settle();
    EXPECT_TRUE(part("unit-button").load.has_value());
    EXPECT_NE(window.findChild<QLineEdit*>(QStringLiteral("parameter load/active")), nullptr);
}

TEST_F(PartsTest, PartsAreRemovedByKeyAndButtonAndComeBack)
{
    const auto before = instrument();
    key(module("stroke-reed"), Qt::Key_Delete);
    EXPECT_EQ(findById(instrument().parts, "stroke-reed"), nullptr);
    undo();
    EXPECT_TRUE(instrument() == before);
    click(find<QAbstractButton>("boardboard"));
    click(find<QPushButton>("removePart"));
    EXPECT_EQ(notice()->text(),
        QStringLiteral("Board is read by the channel House battery; remove the channel first"));
    EXPECT_TRUE(instrument() == before);
    auto* helm = module("helm-oled");
    reveal(helm);
    click(helm);
    click(find<QPushButton>("anotherPart"));
    EXPECT_EQ(instrument().parts.back()->name, "Helm display 2");
    // Its own strap frees it from the first one's address.
    EXPECT_EQ(instrument().parts.back()->port->address, 0x3D);
}

TEST_F(PartsTest, AnotherBusIsAddedAndRemoved)
{
    const auto before = instrument();
    click(find<QPushButton>("addBus"));
    clickEntry(find<QMenu>("busMenu"), QStringLiteral("SPI on Board"));
    const auto& bus = part("board").buses.back();
    EXPECT_EQ(bus.kind, BusKind::Spi);
    auto* title = find<QAbstractButton>(("bus" + bus.id).c_str());
    reveal(title);
    click(title);
    click(find<QPushButton>("removePart"));
    EXPECT_TRUE(instrument() == before);
}

TEST_F(PartsTest, AChoiceIsTakenAndRecorded)
{
    makeConflict();
    openSheet("Compare");
    auto* questions = find<QComboBox>("questions");
    questions->setCurrentIndex(
        questions->findText(QStringLiteral("Helm display and Bow display: one address?")));
    auto* ways = find<QTableWidget>("ways");
    EXPECT_EQ(ways->rowCount(), 4);
    EXPECT_EQ(ways->item(ways->currentRow(), 0)->text(),
        QStringLiteral("another address by strap, recommended"));
    click(find<QPushButton>("takeWay"));
    EXPECT_EQ(part("bow-oled").port->address, 0x3D);
    questions->setCurrentIndex(questions->findText(QStringLiteral("More analog inputs?")));
    // A free pin costs nothing: there is no price to type.
    EXPECT_EQ(ways->item(0, 5)->text(), QStringLiteral("nothing"));
    EXPECT_FALSE(ways->item(0, 5)->flags() & Qt::ItemIsEditable);
    EXPECT_TRUE(ways->item(1, 5)->flags() & Qt::ItemIsEditable);
    ways->item(1, 5)->setText(QStringLiteral("3.90 shells"));
    QTest::qWait(20);
    settle();
    EXPECT_EQ(instrument().prices.back()->each, "3.90 shells");
    EXPECT_EQ(ways->item(1, 5)->text(), QStringLiteral("3.90 shells"));
    click(find<QPushButton>("recordChoice"));
    ASSERT_EQ(instrument().decisions.size(), 1U);
    EXPECT_EQ(instrument().decisions[0]->choice, "a free pin of Board");
    EXPECT_TRUE(find<QLabel>("comparisonReason")->text().startsWith(QStringLiteral("Decided on ")));
    click(find<QPushButton>("forgetChoice"));
    EXPECT_TRUE(instrument().decisions.empty());
}

TEST_F(PartsTest, PricesAreTypedIntoTheListAndTheListIsSaved)
{
    openSheet("Parts list");
    auto* list = find<QTableWidget>("partsList");
    list->setFocus();
    list->setCurrentCell(0, 3);
    QTest::keyClicks(list, QStringLiteral("7"));
    auto* editor = list->findChild<QLineEdit*>();
    ASSERT_NE(editor, nullptr);
    QTest::keyClicks(editor, QStringLiteral(".50 shells"));
    QTest::keyClick(editor, Qt::Key_Return);
    QTest::qWait(20); // the editor closes and the table is filled in events of their own
    settle();
    EXPECT_EQ(priceOf(instrument(), instrument().parts[0]->className), "7.50 shells");
    EXPECT_EQ(list->item(0, 4)->text(), QStringLiteral("7.50 shells"));
    list->item(0, 3)->setText(QStringLiteral("cheap"));
    QTest::qWait(20);
    EXPECT_TRUE(notice()->text().startsWith(QStringLiteral("\"cheap\" is no price")));
    EXPECT_EQ(list->item(0, 3)->text(), QStringLiteral("7.50 shells"));

    dialogs.nextSave = folder.filePath(QStringLiteral("parts.csv"));
    click(find<QPushButton>("partsListSave"));
    EXPECT_EQ(test::readText(folder.filePath(QStringLiteral("parts.csv")).toStdString()),
        csvOf(tableOf(partsList(instrument()))));
    click(find<QPushButton>("partsListCopy"));
    EXPECT_TRUE(QApplication::clipboard()->text().startsWith(
        QStringLiteral("count\tpart\twhere\tprice each\tprice\n1\t")));
    dialogs.nextSave = folder.filePath(QStringLiteral("no/such/folder.csv"));
    openSheet("Wiring");
    click(find<QPushButton>("wiringTableSave"));
    EXPECT_TRUE(notice()->text().contains(QStringLiteral("folder.csv")))
        << notice()->text().toStdString();
}

TEST_F(PartsTest, AFindingAboutAPartLeadsToIt)
{
    makeConflict();
    QTest::keyClick(&window, Qt::Key_2, Qt::ControlModifier);
    EXPECT_TRUE(QTest::qWaitFor([this] { return !find<QWidget>("partsPlace")->isVisible(); }));
    QTest::mouseClick(find<QAbstractButton>("showP01"), Qt::LeftButton);
    settle();
    EXPECT_TRUE(find<QWidget>("partsPlace")->isVisible());
    EXPECT_EQ(find<QLabel>("partTitle")->text(), QStringLiteral("Bow display"));
    EXPECT_TRUE(module("bow-oled")->isChecked());
    // And a channel on the ladder to its bench.
    auto* bilge = find<QAbstractButton>("hangsChannelbilge");
    reveal(bilge);
    QTest::mouseClick(bilge, Qt::LeftButton);
    settle();
    EXPECT_TRUE(leaf("Sensor")->isChecked());
}

TEST_F(PartsTest, TheSearchSaysWhenNothingIsFound)
{
    openSheet("Add");
    auto* search = find<QLineEdit>("searchParts");
    QTest::keyClicks(search, QStringLiteral("receiver"));
    auto* list = find<QListWidget>("foundParts");
    const int first = list->currentRow();
    QTest::keyClick(search, Qt::Key_Down);
    EXPECT_EQ(list->currentRow(), first + 1);
    QTest::keyClicks(search, QStringLiteral(" of nothing"));
    EXPECT_EQ(list->count(), 0);
    EXPECT_FALSE(find<QPushButton>("addPart")->isEnabled());
    const auto before = instrument();
    QTest::keyClick(search, Qt::Key_Return);
    EXPECT_TRUE(instrument() == before);
}

TEST_F(PartsTest, HelpOpensAtTheSheet)
{
    openSheet("Compare");
    QTest::keyClick(&window, Qt::Key_F1);
    auto* help = find<QTextBrowser>("helpText");
    ASSERT_TRUE(help->isVisible());
    EXPECT_EQ(help->textCursor().block().text(), QStringLiteral("Compare"));
}

TEST_F(PartsTest, CautionsAreShownWhereTheyApply)
{
    openSheet("Cautions");
    const auto words = find<QLabel>("cautions")->text();
    for (const auto* caution : {"Lithium cells", "Pulse", "Common ground", "Soldering"})
        EXPECT_TRUE(words.contains(QString::fromLatin1(caution))) << caution;
    EXPECT_FALSE(words.contains(QStringLiteral("Radio")));
}

} // namespace
} // namespace fern::app
