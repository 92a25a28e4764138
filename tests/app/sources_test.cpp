// Sources in the real window: a key of the remote is learned, a ladder gets too tight, a receiver
// loses its fix.

#include "app/places/channels/sources/ladder_bands.h"
#include "app/places/channels/sources/line_monitor.h"
#include "tests/app/window_fixture.h"

#include <QComboBox>
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
        ASSERT_TRUE(window.open(copy));
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
        const auto& c = window.runner().view()->plain.channels[1];
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
    EXPECT_EQ(leaf("Glass")->valueText(), QStringLiteral("9"));
    jumpTo(104);
    ASSERT_TRUE(shows("receiverFix", QStringLiteral("no fix")));
    EXPECT_EQ(leaf("Reading")->valueText(), QStringLiteral("—"));
    EXPECT_EQ(leaf("Glass")->valueText(), QStringLiteral("---"));
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

} // namespace
} // namespace fern::app
