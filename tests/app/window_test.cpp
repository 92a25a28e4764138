#include "tests/app/window_fixture.h"

#include "instrument/channel_edits.h"

#include <QElapsedTimer>
#include <QToolTip>

#include <algorithm>

namespace fern::app {
namespace {

TEST_F(WindowTest, ShowsTheDemoFromTheWorldToTheGlass)
{
    EXPECT_EQ(leaf("World")->valueText(), QStringLiteral("13.152"));
    EXPECT_EQ(leaf("Text")->valueText().size(), 5);
    EXPECT_EQ(leaf("Text")->valueText(), leaf("Glass")->valueText());
    EXPECT_TRUE(leaf("Sensor")->isLimit());
    EXPECT_TRUE(leaf("Sensor")->toolTip().contains(QStringLiteral("divider resistor")));
    EXPECT_TRUE(leaf("Scale")->accessibleName().startsWith(QStringLiteral("Scale: 13.")));
    ASSERT_NE(find<GlassView>("glass")->picture(), nullptr);
    EXPECT_TRUE(hasFinding("T01"));
    EXPECT_EQ(find<LineLabel>("clock")->text(), QStringLiteral("0:01:40.000"));
}

TEST_F(WindowTest, OpensWithANumberBehindTheSplash)
{
    dialogs.nextOpen = path;
    QTest::keyClick(&window, Qt::Key_O, Qt::ControlModifier);
    // A scenario begins at zero; the first redraw, of the splash, is complete and nothing runs.
    ASSERT_TRUE(QTest::qWaitFor([this] {
        return window.runner().view()->now < ticksFromSeconds(1)
            && leaf("Text")->valueText() == QStringLiteral("13.42");
    }));
    EXPECT_FALSE(window.runner().view()->isRunning);
    EXPECT_NEAR(inSeconds(window.runner().view()->now), 0.0349, 1e-3);
    // It opens on what is wished; its plot has no course yet and offers to make one.
    EXPECT_TRUE(leaf("World")->isChecked());
    auto* run = window.findChild<QWidget*>(QStringLiteral("trace"))
                    ->findChild<QPushButton*>(QStringLiteral("runTrace"));
    ASSERT_TRUE(waitFor([&] { return run->isVisible(); }));
    QTest::mouseClick(run, Qt::LeftButton);
    EXPECT_TRUE(waitFor([this] { return window.runner().view()->isRunning; }));
    EXPECT_TRUE(waitFor([&] { return !run->isVisible(); }));
}

TEST_F(WindowTest, ATypedResistorChangesEverythingAndUndoBringsItBack)
{
    const auto before = test::readText(path.toStdString());
    const auto reading = leaf("Reading")->valueText();
    const auto picture = *find<GlassView>("glass")->picture();
    openLeaf("Sensor");
    type("r1", QStringLiteral("68k"));
    EXPECT_EQ(find<QLineEdit>("r1")->text(), QStringLiteral("68 kΩ"));
    EXPECT_NE(leaf("Reading")->valueText(), reading);
    EXPECT_LT(leaf("Reading")->valueText().toInt(), 2700); // 13.15 V · 12/80 of 3.3 V
    type("r1", QStringLiteral("150k"));
    EXPECT_TRUE(hasFinding("R06")); // now only a third of the range is used
    auto* undo = window.findChild<QAction*>(QStringLiteral("actionUndo"));
    undo->trigger();
    undo->trigger();
    settle();
    EXPECT_FALSE(undo->isEnabled());
    EXPECT_EQ(leaf("Reading")->valueText(), reading);
    EXPECT_EQ(*find<GlassView>("glass")->picture(), picture);
    EXPECT_FALSE(hasFinding("R06"));
    EXPECT_EQ(test::readText(path.toStdString()), before);
}

TEST_F(WindowTest, UndoInAFieldIsTypingsUntilItIsEntered)
{
    openLeaf("Sensor");
    auto* edit = find<QLineEdit>("r1");
    const auto undo = [&](QWidget* in, Qt::KeyboardModifiers more = {}) {
        QTest::keyClick(in, Qt::Key_Z, Qt::ControlModifier | more);
        settle();
    };
    type("r1", QStringLiteral("68k"));
    EXPECT_EQ(edit->selectedText(), edit->text()); // the next number replaces it
    undo(edit);
    EXPECT_EQ(edit->text(), QStringLiteral("47 kΩ"));
    EXPECT_EQ(instrument().channels[0]->frontEnd.r1, (Quantity{47, "kohm"}));
    undo(edit, Qt::ShiftModifier);
    EXPECT_EQ(edit->text(), QStringLiteral("68 kΩ"));
    QTest::keyClick(edit, Qt::Key_End);
    QTest::keyClicks(edit, QStringLiteral("x"));
    undo(edit);
    EXPECT_EQ(edit->text(), QStringLiteral("68 kΩ"));
    EXPECT_EQ(instrument().channels[0]->frontEnd.r1, (Quantity{68, "kohm"}));
    undo(edit);
    EXPECT_EQ(edit->text(), QStringLiteral("47 kΩ"));
    // The same in a box of whole numbers.
    openLeaf("Text");
    auto* decimals = find<QSpinBox>("decimals");
    const int before = decimals->value();
    decimals->setFocus();
    decimals->selectAll();
    QTest::keyClicks(decimals, QStringLiteral("0"));
    QTest::keyClick(decimals, Qt::Key_Return);
    settle();
    EXPECT_EQ(instrument().readers[0]->text.decimals, 0);
    undo(decimals);
    EXPECT_EQ(instrument().readers[0]->text.decimals, before);
    EXPECT_EQ(decimals->value(), before);
}

TEST_F(WindowTest, AKeyOpensTheMenu)
{
    auto* menu = find<QMenu>("menu");
    QTest::keyClick(&window, Qt::Key_F10);
    EXPECT_TRUE(waitFor([&] { return menu->isVisible(); }));
    QTest::keyClick(menu, Qt::Key_Escape);
    EXPECT_FALSE(menu->isVisible());
}

TEST_F(WindowTest, NamesAreTextNeverMarkup)
{
    const auto picture = folder.filePath(QStringLiteral("picture.png"));
    const auto name = QStringLiteral("<img src=\"%1\"><b>x</b>").arg(picture);
    const auto apply = [&](const Result<Instrument>& edited) {
        window.document().apply(QStringLiteral("name"), edited);
        settle();
    };
    apply(withChannelRenamed(instrument(), "house-battery", name.toStdString()));
    const auto allPlain = [&] {
        for (const auto* label : window.findChildren<QLabel*>())
            if (label->isVisible() && label->textFormat() == Qt::AutoText)
                ADD_FAILURE() << label->objectName().toStdString() << " shows "
                              << label->text().toStdString() << " as markup";
    };
    for (const char* each : {"World", "Sensor", "Reading", "Scale", "Smooth", "Text", "Glass"}) {
        openLeaf(each);
        allPlain();
    }
    for (const auto key : {Qt::Key_1, Qt::Key_2, Qt::Key_3, Qt::Key_4, Qt::Key_5}) {
        QTest::keyClick(&window, key, Qt::ControlModifier);
        settle();
        allPlain();
    }
    QToolTip::showText(window.mapToGlobal(QPoint(40, 40)), name, &window);
    const auto tops = QApplication::topLevelWidgets();
    const auto tip = std::find_if(
        tops.begin(), tops.end(), [](const QWidget* top) { return top->inherits("QTipLabel"); });
    ASSERT_NE(tip, tops.end());
    EXPECT_EQ(qobject_cast<QLabel*>(*tip)->textFormat(), Qt::PlainText);
    QToolTip::hideText();
}

TEST_F(WindowTest, SavesAndReopensEqual)
{
    openLeaf("Sensor");
    type("r1", QStringLiteral("4k7"));
    EXPECT_TRUE(find<LineLabel>("saveState")->text().endsWith(QStringLiteral("not saved")));
    QTest::keyClick(&window, Qt::Key_S, Qt::ControlModifier);
    EXPECT_FALSE(window.document().isModified());
    EXPECT_TRUE(find<LineLabel>("saveState")->text().endsWith(QStringLiteral(", saved")));
    const auto saved = window.document().instrument();
    EXPECT_EQ(saved.channels[0]->frontEnd.r1, (Quantity{4.7, "kohm"}));
    dialogs.nextOpen = path;
    QTest::keyClick(&window, Qt::Key_O, Qt::ControlModifier);
    EXPECT_TRUE(window.document().instrument() == saved);
    EXPECT_EQ(test::readText(path.toStdString()),
        test::replaced(test::skiffText(), "\"value\": 47,", "\"value\": 4.7,"));
}

TEST_F(WindowTest, ABadEntryKeepsTheOldValueAndSaysWhatIsAccepted)
{
    openLeaf("Sensor");
    type("r1", QStringLiteral("4,7k"));
    EXPECT_EQ(find<QLineEdit>("r1")->text(), QStringLiteral("47 kΩ"));
    EXPECT_TRUE(notice()->isVisible());
    EXPECT_TRUE(notice()->text().contains(QStringLiteral("the decimal mark is a point")));
    type("r2", QStringLiteral("0")); // understood, but no divider
    EXPECT_TRUE(notice()->text().contains(QStringLiteral("more than 0 ohm")));
    EXPECT_EQ(find<QLineEdit>("r2")->text(), QStringLiteral("12 kΩ"));
    EXPECT_FALSE(window.document().isModified());
    type("r1", QStringLiteral("51k"));
    EXPECT_FALSE(notice()->isVisible());
}

TEST_F(WindowTest, OneTickEndsWithTheNextRedraw)
{
    QTest::mouseClick(find<QToolButton>("tick"), Qt::LeftButton);
    ASSERT_TRUE(
        QTest::qWaitFor([this] { return window.runner().view()->now > ticksFromSeconds(100); }));
    const auto view = window.runner().view();
    // The redraw due at 100 s: a sample, the drawing, the frame over the bus, the panel.
    EXPECT_NEAR(inSeconds(view->now), 100.0349, 1e-3);
    EXPECT_FALSE(view->isRunning);
    QTest::mouseClick(find<QToolButton>("tick"), Qt::LeftButton);
    ASSERT_TRUE(QTest::qWaitFor([&] { return window.runner().view()->now > view->now; }));
    EXPECT_NEAR(inSeconds(window.runner().view()->now), 100.5349, 1e-3);
}

TEST_F(WindowTest, RunsAtTheFastestPaceToTheEndAndStaysAwake)
{
    auto* pace = find<QComboBox>("pace");
    pace->setFocus();
    QTest::keyClick(pace, Qt::Key_End);
    QTest::mouseClick(find<QToolButton>("run"), Qt::LeftButton);
    // While it runs, the window takes edits.
    openLeaf("Sensor");
    type("r1", QStringLiteral("51k"));
    ASSERT_TRUE(QTest::qWaitFor(
        [this] {
            return window.runner().view()->now >= window.runner().view()->end
                && !window.runner().view()->isRunning;
        },
        20000));
    EXPECT_EQ(window.runner().view()->now, ticksFromSeconds(600));
    EXPECT_EQ(find<QToolButton>("run")->text(), QStringLiteral("run"));
    // Run again: from the start.
    QTest::keyClick(pace, Qt::Key_Home);
    QTest::mouseClick(find<QToolButton>("run"), Qt::LeftButton);
    ASSERT_TRUE(QTest::qWaitFor([this] {
        return window.runner().view()->isRunning
            && window.runner().view()->now < ticksFromSeconds(10);
    }));
    QTest::mouseClick(find<QToolButton>("run"), Qt::LeftButton);
    EXPECT_TRUE(QTest::qWaitFor([this] { return !window.runner().view()->isRunning; }));
}

TEST_F(WindowTest, PlaysARecordingThroughTheChannel)
{
    window.play().play(PlayedRecording{QString::fromStdString(
        test::sourcePath("demo/wagtail-skiff.fern.d/house-battery-evening.csv"))});
    ASSERT_TRUE(QTest::qWaitFor([this] { return !window.isBusy(); }));
    window.runner().jumpTo(ticksFromSeconds(300));
    ASSERT_TRUE(
        QTest::qWaitFor([this] { return window.runner().view()->now == ticksFromSeconds(300); }));
    EXPECT_EQ(leaf("World")->valueText(), QStringLiteral("—"));
    EXPECT_GT(leaf("Reading")->valueText().toInt(), 3000);
    EXPECT_EQ(window.runner().view()->end, ticksFromSeconds(3599.9));
    EXPECT_TRUE(window.runner().view()->stem.noiseIsAboutTrace);
    window.play().play(PlayedRecording{path});
    ASSERT_TRUE(QTest::qWaitFor([this] { return !window.isBusy(); }));
    ASSERT_FALSE(dialogs.errors.isEmpty());
    EXPECT_TRUE(dialogs.errors.last().startsWith(QStringLiteral("The recording cannot be played")));
    EXPECT_GT(leaf("Reading")->valueText().toInt(), 3000); // goes on as before
}

TEST_F(WindowTest, ABrokenFileLeavesTheOpenInstrumentAlone)
{
    openLeaf("Sensor");
    type("r1", QStringLiteral("51k"));
    const auto broken = folder.filePath(QStringLiteral("broken.fern.json"));
    QFile file(broken);
    ASSERT_TRUE(file.open(QIODevice::WriteOnly));
    file.write("{ \"format\": \"fern-tick\", ");
    file.close();
    dialogs.answer = Dialogs::Answer::Discard;
    dialogs.nextOpen = broken;
    QTest::keyClick(&window, Qt::Key_O, Qt::ControlModifier);
    ASSERT_EQ(dialogs.errors.size(), 1);
    EXPECT_TRUE(dialogs.errors[0].contains(QStringLiteral("line 1, column")))
        << dialogs.errors[0].toStdString();
    EXPECT_EQ(window.document().path(), path);
    EXPECT_TRUE(window.document().isModified());
    EXPECT_EQ(find<QLineEdit>("r1")->text(), QStringLiteral("51 kΩ"));
}

TEST_F(WindowTest, AsksBeforeChangesAreLost)
{
    EXPECT_TRUE(window.close());
    EXPECT_EQ(dialogs.asked, 0);
    window.show();
    openLeaf("Sensor");
    type("r1", QStringLiteral("51k"));
    dialogs.answer = Dialogs::Answer::Cancel;
    EXPECT_FALSE(window.close());
    dialogs.answer = Dialogs::Answer::Save;
    EXPECT_TRUE(window.close());
    EXPECT_EQ(dialogs.asked, 2);
    EXPECT_NE(test::readText(path.toStdString()).find("\"value\": 51,"), std::string::npos);
}

TEST_F(WindowTest, AFailedSaveIsSaidAndKeepsTheChange)
{
    openLeaf("Sensor");
    type("r1", QStringLiteral("51k"));
    dialogs.nextSave = QStringLiteral("/no/such/folder/x.fern.json");
    QTest::keyClick(&window, Qt::Key_S, Qt::ControlModifier | Qt::ShiftModifier);
    ASSERT_EQ(dialogs.errors.size(), 1);
    EXPECT_TRUE(window.document().isModified());
    EXPECT_EQ(window.document().path(), path);
}

TEST_F(WindowTest, FoldsItsRightColumn)
{
    auto* findings = find<FindingsView>("findings");
    QTest::keyClick(&window, Qt::Key_F7);
    EXPECT_FALSE(findings->isVisible());
    QTest::keyClick(&window, Qt::Key_F6);
    EXPECT_FALSE(find<GlassView>("glass")->isVisible());
    QTest::keyClick(&window, Qt::Key_F7);
    EXPECT_TRUE(findings->isVisible());
}

} // namespace
} // namespace fern::app
