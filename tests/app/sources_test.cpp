// Sources in the real window: a key of the remote is learned, a ladder gets too tight, a receiver
// loses its fix.

#include "app/monitor/line_monitor.h"
#include "app/places/channels/sources/ladder_bands.h"
#include "app/places/channels/world/course_view.h"
#include "plan/starting_points.h"
#include "tests/app/window_fixture.h"

#include <QComboBox>
#include <QListWidget>
#include <QTableWidget>

namespace fern::app {
namespace {

class SourcesTest : public WindowTest {
protected:
    void openDemo(const char* file, const char* channel, const char* leafName, double seconds)
    {
        const auto copy = folder.filePath(QString::fromLatin1(file));
        ASSERT_TRUE(QFile::copy(
            QString::fromStdString(test::sourcePath(std::string("demo/") + file)), copy));
        ASSERT_TRUE(window.files().open(copy));
        settle();
        openChannel(channel);
        openLeaf(leafName);
        jumpTo(seconds);
    }
    void jumpTo(double seconds)
    {
        const auto at = ticksFromSeconds(seconds);
        window.runner().jumpTo(at);
        ASSERT_TRUE(QTest::qWaitFor([&] {
            const auto view = window.runner().view();
            return view->now == at && view->revision == window.runner().revision();
        }));
    }
    /// Waits until a text is shown; the view is painted a moment after it has come.
    bool shows(const char* label, const QString& text)
    {
        return QTest::qWaitFor([&] { return find<QLabel>(label)->text() == text; });
    }
};

TEST_F(SourcesTest, AKeyOfTheRemoteIsLearned)
{
    openDemo("oar-store.fern.json", "remote", "Reading", 24);
    ASSERT_TRUE(shows("lastCode", QStringLiteral("Without a name: 20DF22DD")));
    EXPECT_EQ(leaf("Glass")->valueText(), QStringLiteral("20DF22DD"));
    auto* learn = find<QPushButton>("learn");
    EXPECT_FALSE(learn->isEnabled());
    auto* name = find<QLineEdit>("codeName");
    QTest::mouseClick(name, Qt::LeftButton);
    QTest::keyClicks(name, QStringLiteral("lamp"));
    EXPECT_TRUE(learn->isEnabled());
    QTest::mouseClick(learn, Qt::LeftButton);
    settle();
    const auto& names = findById(instrument().channels, "remote")->source.names;
    EXPECT_EQ(names.back(), (NameSpec{"20DF22DD", "lamp"}));
    EXPECT_TRUE(
        QTest::qWaitFor([this] { return leaf("Glass")->valueText() == QStringLiteral("lamp"); }));
    EXPECT_TRUE(shows("lastCode", QStringLiteral("Every good code has a name; 2 came damaged")));
    // One undo step takes the name back.
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    settle();
    EXPECT_EQ(findById(instrument().channels, "remote")->source.names.size(), 3U);
    EXPECT_TRUE(QTest::qWaitFor(
        [this] { return leaf("Glass")->valueText() == QStringLiteral("20DF22DD"); }));
}

TEST_F(SourcesTest, AKeyIsPressedUnderTheGlass)
{
    openDemo("oar-store.fern.json", "remote", "Reading", 50);
    auto* clear = find<QAbstractButton>("hand remote clear");
    const auto ticks = [this](int n) {
        for (int i = 0; i < n; ++i)
            window.runner().tick();
    };
    EXPECT_EQ(leaf("Glass")->valueText(), QStringLiteral("up"));
    QTest::mousePress(clear, Qt::LeftButton);
    ticks(2);
    QTest::mouseRelease(clear, Qt::LeftButton);
    EXPECT_TRUE(
        QTest::qWaitFor([this] { return leaf("Glass")->valueText() == QStringLiteral("clear"); }));
    // The tally that it clears follows, and an edit keeps what was pressed.
    openChannel("labels-today");
    ticks(2);
    EXPECT_TRUE(
        QTest::qWaitFor([this] { return leaf("Glass")->valueText() == QStringLiteral("0"); }));
    openChannel("remote");
    EXPECT_EQ(leaf("Glass")->valueText(), QStringLiteral("clear"));
    // Before that instant nobody had pressed it.
    jumpTo(50);
    EXPECT_TRUE(
        QTest::qWaitFor([this] { return leaf("Glass")->valueText() == QStringLiteral("up"); }));
}

TEST_F(SourcesTest, AFaultIsAddedTypedAndRemoved)
{
    openDemo("wagtail-skiff.fern.json", "house-battery", "World", 60);
    QTest::mouseClick(find<QAbstractButton>("worldAround"), Qt::LeftButton);
    auto* list = find<QListWidget>("entries");
    const auto faults = [this] { return instrument().scenarios[0]->faults; };
    const auto before = faults().size();
    QTest::mouseClick(find<QPushButton>("addEntry"), Qt::LeftButton);
    clickEntry(find<QMenu>("entryMenu"), QStringLiteral("Fault"));
    settle();
    ASSERT_EQ(faults().size(), before + 1);
    EXPECT_EQ(list->currentItem()->text(), QStringLiteral("noise, 5 s … 15 s"));
    const auto type = [this](const char* field, const char* text) {
        auto* edit = find<QLineEdit>(field);
        edit->setFocus();
        edit->selectAll();
        QTest::keyClicks(edit, QString::fromLatin1(text));
        QTest::keyClick(edit, Qt::Key_Return);
        settle();
    };
    type("parameter to", "70");
    EXPECT_EQ(faults().back().to, 70);
    EXPECT_EQ(list->currentItem()->text(), QStringLiteral("noise, 5 s … 70 s"));
    type("parameter from", "80"); // after it ended
    EXPECT_EQ(faults().back().from, 5);
    type("parameter amount", "0.4 V");
    EXPECT_EQ(faults().back().amount, (Quantity{0.4, "V"}));
    jumpTo(60);
    const auto noisy = window.runner().view()->codeStatistics.deviation;
    QTest::mouseClick(find<QPushButton>("removeEntry"), Qt::LeftButton);
    settle();
    EXPECT_EQ(faults().size(), before);
    jumpTo(60);
    EXPECT_GT(noisy, 20 * window.runner().view()->codeStatistics.deviation);
    list->setCurrentRow(0);
    EXPECT_FALSE(find<QPushButton>("removeEntry")->isEnabled()) << "a channel keeps its course";
}

TEST_F(SourcesTest, ATimeIsAddedToAList)
{
    openDemo("oar-store.fern.json", "next-outing", "Reading", 10);
    auto* table = find<QTableWidget>("dueTable");
    ASSERT_TRUE(QTest::qWaitFor([&] { return table->rowCount() == 5; }));
    const auto type = [this](const char* time, const char* name) {
        find<QLineEdit>("dueTime")->clear();
        QTest::keyClicks(find<QLineEdit>("dueTime"), QString::fromLatin1(time));
        QTest::keyClicks(find<QLineEdit>("dueName"), QString::fromLatin1(name));
        QTest::mouseClick(find<QPushButton>("addDue"), Qt::LeftButton);
        settle();
    };
    type("25:00", "never");
    EXPECT_EQ(findById(instrument().channels, "next-outing")->source.names.size(), 5U);
    EXPECT_EQ(find<QLineEdit>("dueTime")->text(), QStringLiteral("25:00")) << "to be mended";
    find<QLineEdit>("dueName")->clear();
    type("9:55:40", "pairs"); // in ten seconds
    ASSERT_TRUE(QTest::qWaitFor([&] { return table->rowCount() == 6; }));
    EXPECT_EQ(table->item(1, 0)->text(), QStringLiteral("9:55:40"));
    EXPECT_EQ(table->item(1, 2)->text(), QStringLiteral("waited for"));
    jumpTo(45);
    ASSERT_TRUE(
        QTest::qWaitFor([&] { return table->item(2, 2)->text() == QStringLiteral("waited for"); }));
    // An empty name takes a row out.
    table->item(1, 1)->setText({});
    settle();
    EXPECT_TRUE(QTest::qWaitFor([&] { return table->rowCount() == 5; }));
}

TEST_F(SourcesTest, ACodeIsRenamedInTheList)
{
    openDemo("oar-store.fern.json", "remote", "Reading", 10);
    auto* table = find<QTableWidget>("codeTable");
    ASSERT_TRUE(QTest::qWaitFor([&] { return table->rowCount() == 3; }));
    EXPECT_EQ(table->item(0, 2)->text(), QStringLiteral("2"));
    table->item(0, 1)->setText(QStringLiteral("more days"));
    settle();
    EXPECT_EQ(findById(instrument().channels, "remote")->source.names[0].name, "more days");
}

TEST_F(SourcesTest, ALadderGetsTightAsAResistorChanges)
{
    openDemo("oar-store.fern.json", "keys", "Sensor", 10);
    auto* bands = find<LadderBands>("ladderBands");
    const auto marginOf = [&](const char* key) {
        const auto& ladder = findById(instrument().channels, "keys")->source.ladder;
        const auto& c = window.runner().view()->plain().channels[1];
        for (const auto& w : ladderWindows(ladder, converterOf(c)))
            if (w.name == key)
                return bands->marginOf(w);
        return LadderBands::Margin::None;
    };
    EXPECT_EQ(marginOf("right"), LadderBands::Margin::Fair);
    EXPECT_FALSE(accessibleName(bands).contains(QStringLiteral("tight")));
    type("parameter ladder/keys/1/resistor", QStringLiteral("9k1"));
    EXPECT_EQ(marginOf("right"), LadderBands::Margin::Tight);
    EXPECT_TRUE(
        QTest::qWaitFor([&] { return accessibleName(bands).contains(QStringLiteral("tight")); }));
    EXPECT_TRUE(QTest::qWaitFor([this] { return hasFinding("R10"); }));
    type("parameter ladder/keys/1/resistor", QStringLiteral("10k"));
    EXPECT_EQ(marginOf("right"), LadderBands::Margin::None);
    // The design sets them apart again.
    QTest::mouseClick(find<QPushButton>("designLadder"), Qt::LeftButton);
    settle();
    EXPECT_EQ(marginOf("right"), LadderBands::Margin::Fair);
    QTest::mouseClick(find<QPushButton>("addKey"), Qt::LeftButton);
    settle();
    EXPECT_EQ(findById(instrument().channels, "keys")->source.ladder.keys.size(), 5U);
    // A resistor that is none is refused in words, and nothing changes.
    type("parameter ladder/keys/1/resistor", QStringLiteral("soft"));
    EXPECT_TRUE(notice()->isVisible());
}

TEST_F(SourcesTest, AReceiverWithoutAFixShowsWordsNotAnOldNumber)
{
    openChannel("satellite-speed");
    openLeaf("Reading");
    jumpTo(80);
    ASSERT_TRUE(shows("receiverFix", QStringLiteral("fix")));
    EXPECT_EQ(find<QLabel>("receiverSatellites")->text(), QStringLiteral("8 used, 10 in view"));
    EXPECT_EQ(leaf("Glass")->valueText(), QStringLiteral("9 km/h"));
    jumpTo(104);
    ASSERT_TRUE(shows("receiverFix", QStringLiteral("no fix")));
    EXPECT_EQ(leaf("Reading")->valueText(), QStringLiteral("—"));
    EXPECT_EQ(leaf("Glass")->valueText(), QStringLiteral("--- km/h"));
    EXPECT_EQ(find<QLabel>("receiverPosition")->text(), QStringLiteral("—"));
    auto* lines = find<LineMonitor>("lineMonitor");
    EXPECT_TRUE(accessibleName(lines).contains(QStringLiteral("no value")));
    // What it gives is chosen, and the channel refuses what is in another unit.
    auto* gives = find<QComboBox>("parameter receiver/gives");
    gives->setCurrentIndex(gives->findText(QStringLiteral("altitude")));
    Q_EMIT gives->activated(gives->currentIndex());
    settle();
    EXPECT_EQ(findById(instrument().channels, "satellite-speed")->source.receiver.gives,
        ReceiverGives::Speed);
    EXPECT_EQ(notice()->text(), QStringLiteral("this source gives m; the channel is in km/h"));
}

TEST_F(SourcesTest, LeavesThatMakeNoSenseAreNotThere)
{
    openDemo("oar-store.fern.json", "scanner", "Reading", 20);
    EXPECT_FALSE(leaf("Scale")->isVisible());
    EXPECT_FALSE(leaf("Smooth")->isVisible());
    // Alt and the arrow keys pass them over.
    QTest::keyClick(&window, Qt::Key_Right, Qt::AltModifier);
    EXPECT_TRUE(leaf("Text")->isChecked());
    QTest::keyClick(&window, Qt::Key_Left, Qt::AltModifier);
    EXPECT_TRUE(leaf("Reading")->isChecked());
    openChannel("loan-days-shown");
    EXPECT_FALSE(leaf("World")->isVisible());
    EXPECT_TRUE(leaf("Smooth")->isVisible());
}

TEST_F(SourcesTest, PulsesCountedByLooksAreStoppedAndMended)
{
    openChannel("speed");
    openLeaf("Reading");
    auto* means = find<QComboBox>("parameter pulses/means");
    means->setCurrentIndex(means->findText(QStringLiteral("each look")));
    Q_EMIT means->activated(means->currentIndex());
    settle();
    EXPECT_TRUE(QTest::qWaitFor([this] { return hasFinding("R16"); }));
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    settle();
    EXPECT_TRUE(QTest::qWaitFor([this] { return !hasFinding("R16"); }));
}

// A course beside the speed, made in the door: the receiver is there already, and loses its fix for
// both.
TEST_F(SourcesTest, ASecondChannelOfAReceiverLosesItsFixWithTheFirst)
{
    openDemo("wagtail-skiff.fern.json", "satellite-speed", "Sensor", 100);
    QTest::mouseClick(find<QToolButton>("addChannel"), Qt::LeftButton);
    auto* rows = find<QListWidget>("startingPoints");
    ASSERT_TRUE(waitFor([&] { return rows->isVisible(); }));
    QTest::keyClicks(rows, QStringLiteral("Course, s"));
    click("makeIt");
    ASSERT_TRUE(waitFor([&] {
        return instrument().channels.back()->source.receiver.gives == ReceiverGives::Course;
    }));
    settle();
    const auto& course = *instrument().channels.back();
    EXPECT_EQ(course.source.device, "satellite-speed");
    ASSERT_EQ(instrument().devices.size(), 1U);
    const auto index = instrument().channels.size() - 1;
    const auto bridge = *std::find_if(instrument().scenarios[0]->faults.begin(),
        instrument().scenarios[0]->faults.end(),
        [](const FaultSpec& fault) { return fault.kind == FaultKind::NoFix; });
    const auto texts = [&](double at) {
        jumpTo(at);
        const auto all = window.runner().view()->newestTexts;
        return std::pair(all[3], all[index]);
    };
    const auto before = texts(bridge.from - 2);
    const auto under = texts((bridge.from + bridge.to) / 2 + 3);
    EXPECT_NE(before.first.find_first_of("0123456789"), std::string::npos) << before.first;
    EXPECT_NE(before.second.find_first_of("0123456789"), std::string::npos) << before.second;
    EXPECT_EQ(under.first.find_first_of("0123456789"), std::string::npos) << under.first;
    EXPECT_EQ(under.second.find_first_of("0123456789"), std::string::npos) << under.second;
}

// One trip from the World leaf of any of its channels; and the device on the Bench, which leads
// back.
TEST_F(SourcesTest, ADeviceHasOneTripAndARowOnTheBench)
{
    openDemo("wagtail-skiff.fern.json", "satellite-speed", "World", 20);
    click("worldCourse");
    EXPECT_FALSE(find<QWidget>("trip")->isVisible()) << "it tells one thing only";
    auto course = *findStartingPoint("course-receiver");
    window.document().apply(
        QStringLiteral("Course"), withStartingPoint(instrument(), course, "Course"));
    settle();
    const auto id = instrument().channels.back()->id;
    auto* chip = find<QAbstractButton>(("trip-" + id).c_str());
    ASSERT_TRUE(waitFor([&] { return chip->isVisible(); }));
    QTest::mouseClick(chip, Qt::LeftButton);
    auto* view = find<CourseView>("course");
    const auto pointsOf = [&](const std::string& channel) {
        for (const auto& lane : instrument().scenarios[0]->lanes)
            if (lane.id == findById(instrument().channels, channel)->source.lane)
                return lane.points.size();
        return std::size_t{0};
    };
    const auto speed = pointsOf("satellite-speed");
    const auto before = pointsOf(id);
    ASSERT_TRUE(waitFor([&] { return chip->isChecked(); }));
    QTest::mouseDClick(view, Qt::LeftButton, {}, {view->width() / 2, view->height() / 4});
    settle();
    EXPECT_EQ(pointsOf(id), before + 1);
    EXPECT_EQ(pointsOf("satellite-speed"), speed);
    EXPECT_EQ(window.document().undoStack().undoText(), QStringLiteral("Course of Course"));

    window.goTo({.place = QStringLiteral("Bench"), .page = QStringLiteral("Devices")});
    auto* table = find<QTableWidget>("deviceTable");
    ASSERT_TRUE(waitFor([&] { return table->isVisible() && table->rowCount() == 1; }));
    EXPECT_EQ(table->item(0, 4)->text(), QStringLiteral("Satellite, Course"));
    EXPECT_TRUE(waitFor([&] { return table->item(0, 5)->text().contains(QStringLiteral("ago")); }));
    table->setFocus();
    QTest::keyClick(table, Qt::Key_Return);
    settle();
    EXPECT_TRUE(find<QWidget>("channelsPlace")->isVisible());
    EXPECT_EQ(view->isVisible(), false) << "its Sensor leaf is open";
}

} // namespace
} // namespace fern::app
