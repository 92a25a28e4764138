// New instruments and channels, and the channels' tabs.

#include "parts/catalogue.h"
#include "plan/starting_points.h"
#include "run/firmware_run.h"
#include "run/run_history.h"
#include "tests/app/window_fixture.h"

#include <QCheckBox>
#include <QContextMenuEvent>
#include <QFile>
#include <QListWidget>

namespace fern::app {
namespace {

QStringList names(const Instrument& instrument)
{
    QStringList words;
    for (const auto& channel : instrument.channels)
        words << QString::fromStdString(channel->name);
    return words;
}

TEST_F(WindowTest, ANewInstrumentByKeysAlone)
{
    QTest::keyClick(&window, Qt::Key_N, Qt::ControlModifier);
    auto* list = find<QListWidget>("startingPoints");
    ASSERT_EQ(QApplication::focusWidget(), list);
    ASSERT_TRUE(waitFor([&] { return !window.isBusy(); }));
    const auto outcome = find<QLabel>("outcome")->text();
    EXPECT_TRUE(outcome.contains(QStringLiteral("One count is"))) << outcome.toStdString();
    QTest::keyClick(list, Qt::Key_Down);
    ASSERT_TRUE(waitFor([&] { return !window.isBusy(); }));
    EXPECT_NE(find<QLabel>("outcome")->text(), outcome);
    ASSERT_NE(find<GlassView>("doorPreview")->picture(), nullptr);
    QTest::keyClick(list, Qt::Key_Return);
    settle();
    EXPECT_EQ(instrument().channels.size(), 1U);
    EXPECT_EQ(instrument().channels[0]->wish.to, (Quantity{30, "V"}));
    EXPECT_TRUE(window.document().path().isEmpty());
    EXPECT_TRUE(window.document().isModified());
    ASSERT_TRUE(QTest::qWaitFor([this] { return leaf("Glass")->valueText().size() > 2; }));
    EXPECT_FALSE(find<QWidget>("door")->isVisible());
    dialogs.nextSave = folder.filePath(QStringLiteral("new.fern.json"));
    QTest::keyClick(&window, Qt::Key_S, Qt::ControlModifier);
    EXPECT_TRUE(*readInstrument(test::readText(dialogs.errors.isEmpty()
                        ? folder.filePath(QStringLiteral("new.fern.json")).toStdString()
                        : std::string()))
        == instrument());
}

TEST_F(WindowTest, ANewInstrumentAsksAboutChangesFirst)
{
    openLeaf("Sensor");
    type("r1", QStringLiteral("51k"));
    QTest::keyClick(&window, Qt::Key_N, Qt::ControlModifier);
    EXPECT_EQ(dialogs.asked, 1);
    EXPECT_EQ(window.findChild<QWidget*>(QStringLiteral("door")), nullptr);
    dialogs.answer = Dialogs::Answer::Discard;
    QTest::keyClick(&window, Qt::Key_N, Qt::ControlModifier);
    ASSERT_TRUE(find<QWidget>("door")->isVisible());
    // Turning away keeps what was open.
    QTest::keyClick(find<QListWidget>("startingPoints"), Qt::Key_Escape);
    EXPECT_FALSE(find<QWidget>("door")->isVisible());
    EXPECT_EQ(instrument().name, "Wagtail");
    EXPECT_TRUE(window.document().isModified());
}

TEST_F(WindowTest, ANewChannelByMouseIsOneUndoStep)
{
    QTest::mouseClick(find<QToolButton>("addChannel"), Qt::LeftButton);
    auto* list = find<QListWidget>("startingPoints");
    for (int row = 0; row < list->count(); ++row)
        if (list->item(row)->text().contains(QStringLiteral("Light")) && row > 0
            && (list->item(row)->flags() & Qt::ItemIsEnabled) != 0) {
            list->scrollToItem(list->item(row));
            QTest::mouseClick(list->viewport(), Qt::LeftButton, {},
                list->visualItemRect(list->item(row)).center());
        }
    EXPECT_FALSE(find<QLineEdit>("instrumentName")->isVisible());
    auto* name = find<QLineEdit>("channelName");
    EXPECT_EQ(name->text(), QStringLiteral("Light"));
    QTest::mouseClick(name, Qt::LeftButton);
    QTest::keyClick(name, Qt::Key_A, Qt::ControlModifier);
    QTest::keyClicks(name, QStringLiteral("Lantern"));
    QTest::mouseClick(find<QPushButton>("makeIt"), Qt::LeftButton);
    settle();
    EXPECT_EQ(names(instrument()).last(), QStringLiteral("Lantern"));
    EXPECT_EQ(window.document().undoStack().count(), 1);
    EXPECT_TRUE(find<QAbstractButton>("channelTablantern")->isChecked());
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    settle();
    EXPECT_TRUE(instrument() == test::wholeSkiff());
    EXPECT_TRUE(find<QAbstractButton>("channelTabhouse-battery")->isChecked());
}

// What was typed is there again when the door is opened once more, and it works on the instrument
// of now: an undone change does not come back.
TEST_F(WindowTest, TheDoorKeepsItsTypingAndFollowsTheInstrument)
{
    openLeaf("Sensor");
    type("r1", QStringLiteral("51k"));
    trigger("actionAddChannel");
    auto* name = find<QLineEdit>("channelName");
    name->setText(QStringLiteral("Lantern"));
    QTest::keyClick(name, Qt::Key_Escape);
    EXPECT_FALSE(find<QWidget>("door")->isVisible());
    trigger("actionAddChannel");
    EXPECT_EQ(name->text(), QStringLiteral("Lantern"));
    trigger("actionUndo");
    trigger("actionAddChannel");
    QTest::mouseClick(find<QPushButton>("makeIt"), Qt::LeftButton);
    settle();
    EXPECT_EQ(names(instrument()).last(), QStringLiteral("Lantern"));
    EXPECT_EQ(instrument().channels[0]->frontEnd.r1, (Quantity{47, "kohm"}));
    trigger("actionAddChannel");
    EXPECT_NE(name->text(), QStringLiteral("Lantern")) << "that one is made";
}

TEST_F(WindowTest, WhereNoAnalogPinIsLeftTheWayOutIsOffered)
{
    const auto& battery = *findStartingPoint("battery-12v");
    const auto full =
        withStartingPoint(emptyInstrument("Shelf", findInCatalogue("board-wifi-one-input")->part,
                              startingDisplays()[0].part),
            battery, "Battery");
    ASSERT_TRUE(full);
    QFile file(folder.filePath(QStringLiteral("full.fern.json")));
    ASSERT_TRUE(file.open(QIODevice::WriteOnly));
    file.write(QByteArray::fromStdString(writeInstrument(*full)));
    file.close();
    ASSERT_TRUE(window.files().open(file.fileName()));
    settle();
    const auto chooseBattery = [&] {
        trigger("actionAddChannel");
        auto* points = find<QListWidget>("startingPoints");
        for (int row = 0; row < points->count(); ++row)
            if (points->item(row)->data(Qt::UserRole) == QStringLiteral("battery-12v"))
                points->setCurrentRow(row);
    };
    chooseBattery();
    ASSERT_TRUE(waitFor([this] {
        return find<QLabel>("outcome")->text().contains(QStringLiteral("no analog pin left"));
    }));
    EXPECT_TRUE(find<QPushButton>("doorCompare")->isVisible());
    click("doorByModule");
    ASSERT_TRUE(waitFor([this] {
        return find<QLabel>("outcome")->text().contains(QStringLiteral("One count is"));
    }));
    EXPECT_FALSE(find<QPushButton>("doorByModule")->isVisible());
    QTest::mouseClick(find<QPushButton>("makeIt"), Qt::LeftButton);
    settle();
    ASSERT_EQ(instrument().channels.size(), 2U);
    const auto* reads = findById(instrument().parts, instrument().channels[1]->source.board);
    ASSERT_NE(reads, nullptr);
    EXPECT_EQ(reads->kind, PartKind::Module);
    // The other way leads to the comparison of ways to more inputs.
    chooseBattery();
    ASSERT_TRUE(waitFor([this] { return find<QWidget>("doorCompare")->isVisible(); }));
    click("doorCompare");
    EXPECT_TRUE(find<QWidget>("partsPlace")->isVisible());
}

// A receiver and what it tells, made in one go; its fix is lost for all of them at once.
TEST_F(WindowTest, AReceiverIsMadeWithFourChannelsInOneGo)
{
    const auto before = instrument().channels.size();
    trigger("actionAddChannel");
    auto* points = find<QListWidget>("startingPoints");
    const auto choose = [&](const char* id) {
        for (int row = 0; row < points->count(); ++row)
            if (points->item(row)->data(Qt::UserRole) == QLatin1String(id))
                points->setCurrentRow(row);
    };
    choose("battery-12v");
    EXPECT_FALSE(find<QCheckBox>("doorBeside0")->isVisible()) << "a pin tells one thing";
    choose("course-receiver");
    for (const auto* box : {"doorBeside0", "doorBeside1", "doorBeside2"}) {
        ASSERT_TRUE(find<QCheckBox>(box)->isVisible());
        QTest::mouseClick(find<QCheckBox>(box), Qt::LeftButton, {}, {8, 8});
        EXPECT_TRUE(find<QCheckBox>(box)->isChecked());
    }
    EXPECT_FALSE(find<QCheckBox>("doorBeside3")->isVisible());
    QTest::mouseClick(find<QPushButton>("makeIt"), Qt::LeftButton);
    settle();
    ASSERT_EQ(instrument().channels.size(), before + 4);
    const auto device = instrument().channels[before]->source.device;
    for (std::size_t i = before; i < before + 4; ++i)
        EXPECT_EQ(instrument().channels[i]->source.device, device);
    auto lost = instrument();
    Scenario scenario = *lost.scenarios[0];
    FaultSpec noFix;
    noFix.id = "bridge";
    noFix.device = device;
    noFix.kind = FaultKind::NoFix;
    noFix.from = 46;
    noFix.to = 1e6;
    scenario.faults.push_back(noFix);
    lost.scenarios[0] = std::make_shared<const Scenario>(scenario);
    RunHistory history(ticksFromSeconds(60));
    FirmwareRun run(*resolve(lost, ""), {}, history);
    run.advanceTo(ticksFromSeconds(45));
    for (std::size_t i = before; i < before + 3; ++i)
        EXPECT_FALSE(std::isnan(run.latest(i).real)) << lost.channels[i]->name;
    run.advanceTo(ticksFromSeconds(60));
    for (std::size_t i = before; i < before + 4; ++i)
        if (lost.channels[i]->source.receiver.gives != ReceiverGives::Satellites) {
            EXPECT_TRUE(std::isnan(run.latest(i).real)) << lost.channels[i]->name;
        }
    trigger("actionUndo");
    settle();
    EXPECT_EQ(instrument().channels.size(), before) << "one change";
}

TEST_F(WindowTest, ANamelessChannelIsRefused)
{
    QTest::keyClick(&window, Qt::Key_T, Qt::ControlModifier);
    auto* name = find<QLineEdit>("channelName");
    name->setFocus();
    QTest::keyClick(name, Qt::Key_A, Qt::ControlModifier);
    QTest::keyClick(name, Qt::Key_Delete);
    EXPECT_TRUE(waitFor(
        [this] { return find<QLabel>("outcome")->text().contains(QStringLiteral("name")); }));
    QTest::keyClick(name, Qt::Key_Return);
    EXPECT_TRUE(notice()->isVisible());
    EXPECT_TRUE(instrument() == test::wholeSkiff());
}

TEST_F(WindowTest, ChannelsByKeysAlone)
{
    QTest::keyClick(&window, Qt::Key_PageDown, Qt::ControlModifier);
    settle();
    EXPECT_TRUE(find<QAbstractButton>("channelTabbilge")->isChecked());
    EXPECT_EQ(leaf("World")->unitText(), QStringLiteral("cm"));
    dialogs.nextText = QStringLiteral("Bilge water");
    QTest::keyClick(&window, Qt::Key_F2);
    EXPECT_EQ(dialogs.proposals.last(), QStringLiteral("Bilge level"));
    EXPECT_EQ(names(instrument())[1], QStringLiteral("Bilge water"));
    const auto count = instrument().channels.size();
    QTest::keyClick(&window, Qt::Key_PageUp, Qt::ControlModifier | Qt::ShiftModifier);
    EXPECT_EQ(names(instrument())[0], QStringLiteral("Bilge water"));
    QTest::keyClick(&window, Qt::Key_D, Qt::ControlModifier);
    settle();
    EXPECT_EQ(instrument().channels.size(), count + 1);
    EXPECT_EQ(names(instrument())[2], QStringLiteral("House battery"));
    trigger("actionDeleteChannel"); // the copy is open
    EXPECT_EQ(instrument().channels.size(), count);
    // What another channel is made of stays until that one is gone.
    openChannel("strokes");
    settle();
    trigger("actionDeleteChannel");
    EXPECT_EQ(instrument().channels.size(), count);
    EXPECT_EQ(notice()->text(), QStringLiteral("Last stroke needs Strokes; remove it first"));
    openChannel("last-stroke");
    settle();
    for (std::size_t i = 0; i < count; ++i)
        trigger("actionDeleteChannel");
    EXPECT_TRUE(instrument().channels.empty());
    EXPECT_FALSE(window.findChild<QAction*>(QStringLiteral("actionDeleteChannel"))->isEnabled());
    while (window.document().isModified())
        QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    EXPECT_TRUE(instrument() == test::wholeSkiff());
}

TEST_F(WindowTest, TabsAreDraggedAndHaveAMenu)
{
    auto* battery = find<QAbstractButton>("channelTabhouse-battery");
    auto* bilge = find<QAbstractButton>("channelTabbilge");
    QTest::mousePress(battery, Qt::LeftButton, {}, battery->rect().center());
    QTest::mouseMove(battery, middleOf(bilge, battery));
    QTest::mouseRelease(battery, Qt::LeftButton, {}, middleOf(bilge, battery) + QPoint(10, 0));
    settle();
    EXPECT_EQ(names(instrument())[0], QStringLiteral("Bilge level"));
    auto* tab = find<QAbstractButton>("channelTabbilge");
    QContextMenuEvent asks(
        QContextMenuEvent::Mouse, tab->rect().center(), tab->mapToGlobal(tab->rect().center()));
    QApplication::sendEvent(tab, &asks);
    settle();
    clickEntry(find<QMenu>("channelMenu"), QStringLiteral("Duplicate"));
    EXPECT_EQ(names(instrument()).size(), names(test::wholeSkiff()).size() + 1);
    EXPECT_EQ(names(instrument())[1], QStringLiteral("Bilge level copy"));
}

} // namespace
} // namespace fern::app
