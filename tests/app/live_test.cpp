// The real window hears a board: a stand-in, then a port whose plug is pulled; what it hears is
// recorded and played again.

#include "app/places/bench/bench_place.h"
#include "io/capture_files.h"
#include "io/files.h"
#include "io/pseudo_terminal.h"
#include "io/recordings.h"
#include "tests/app/window_fixture.h"

#include <QClipboard>
#include <QPlainTextEdit>
#include <QTableWidget>

#include <fmt/format.h>

#include <atomic>
#include <thread>

namespace fern::app {
namespace {

class LiveTest : public WindowTest {
protected:
    /// Chooses what drives the instrument, in the bar at the bottom, by its words.
    void choose(const QString& words)
    {
        auto* box = find<QComboBox>("scenario");
        const int index = box->findText(words, Qt::MatchStartsWith);
        ASSERT_GE(index, 0) << words.toStdString();
        box->setCurrentIndex(index);
        Q_EMIT box->activated(index);
    }
    std::shared_ptr<const RunView> view() { return window.runner().view(); }
    bool shows(const char* label, const QString& part)
    {
        return QTest::qWaitFor(
            [&] { return find<LineLabel>(label)->text().contains(part); }, 20000);
    }
    /// Lets a board speak: `count` lines with one code.
    void speak(io::PseudoTerminal& terminal, int code, int count = 5)
    {
        for (int i = 0; i < count; ++i) {
            terminal.write(fmt::format("u_batt:{}\n", code));
            QTest::qWait(20);
        }
    }
};

TEST_F(LiveTest, TheStandInOfTheBoardIsHeard)
{
    choose(QStringLiteral("stand-in: board"));
    ASSERT_TRUE(waitFor([&] { return view()->live != nullptr && !view()->live->fields.empty(); }));
    EXPECT_TRUE(find<BenchPlace>("benchPlace")->isVisible());
    EXPECT_TRUE(shows("liveShape", QStringLiteral("name:value lines")));
    EXPECT_TRUE(shows("liveCounts", QStringLiteral("good")));
    EXPECT_FALSE(find<QToolButton>("tick")->isEnabled()) << "its time is the wall's";
    auto* table = find<QTableWidget>("liveFields");
    ASSERT_TRUE(waitFor([&] { return table->rowCount() > 5; }));
    EXPECT_EQ(find<QComboBox>("route house-battery.reading")->currentText(),
        QStringLiteral("House battery"));
    // What it says it shows is what its raw values should show, but for what went before.
    auto* shown = find<QAbstractButton>("liveShown");
    ASSERT_TRUE(waitFor([&] { return shown->visibleRegion().boundingRect() == shown->rect(); }));
    QTest::mouseClick(shown, Qt::LeftButton);
    EXPECT_TRUE(waitFor([&] {
        const auto& pairs = view()->live->shown;
        return std::any_of(pairs.begin(), pairs.end(),
            [](const ShownPair& pair) { return pair.reader == 0 && pair.cause.empty(); });
    }));
    EXPECT_TRUE(waitFor([&] {
        return accessibleName(find<QWidget>("shownList")).contains(QStringLiteral("differ from"));
    }));
    // The stem holds what the board said, and the text what follows from it; the glass may show
    // that satellites are looked for.
    openChannel("house-battery");
    ASSERT_TRUE(waitFor([&] {
        return leaf("Text")->valueText().startsWith(QStringLiteral("13."));
    })) << leaf("Text")->valueText().toStdString();
    EXPECT_EQ(leaf("Reading")->valueText().size(), 4);
    // An edit while it goes on keeps what was heard.
    openLeaf("Text");
    ASSERT_TRUE(waitFor([&] { return find<QSpinBox>("decimals")->value() == 2; }));
    find<QSpinBox>("decimals")->setValue(1);
    settle();
    EXPECT_TRUE(waitFor([&] { return leaf("Text")->valueText().size() == 4; }));
    choose(QStringLiteral("scenario"));
    EXPECT_TRUE(waitFor([&] { return view()->live == nullptr; }));
    window.goTo({QStringLiteral("Bench")});
    trigger("actionHelp");
    EXPECT_TRUE(find<QWidget>("help")->isVisible());
}

TEST_F(LiveTest, TheSensorLeafChoosesTheSource)
{
    openChannel("satellite-speed");
    openLeaf("Sensor");
    auto* source = find<QPushButton>("sourceMenu");
    EXPECT_TRUE(waitFor([&] { return source->text() == QStringLiteral("Simulated"); }));
    QTest::mouseClick(source, Qt::LeftButton);
    clickEntry(find<QMenu>("sourcesMenu"), QStringLiteral("stand-in: receiver"));
    ASSERT_TRUE(waitFor([&] { return view()->live != nullptr && !view()->live->lines.empty(); }));
    openChannel("satellite-speed");
    EXPECT_TRUE(waitFor([&] { return source->text() == QStringLiteral("Live"); }));
    // It has no fix yet, and says so in words; its sentences are decoded as on the board.
    EXPECT_TRUE(waitFor([&] { return !view()->told.empty(); }));
    EXPECT_TRUE(waitFor([&] { return leaf("Sensor")->valueText() == QStringLiteral("no value"); }))
        << leaf("Sensor")->valueText().toStdString();
}

TEST_F(LiveTest, WhatCanBeHeardIsOfferedAsButtons)
{
    window.goTo({.place = QStringLiteral("Bench"), .page = QStringLiteral("Live")});
    dialogs.nextText.reset(); // nothing is typed: nothing changes
    click("openPort");
    EXPECT_EQ(view()->live, nullptr);
    click("openStandIn");
    ASSERT_TRUE(waitFor([&] { return view()->live != nullptr && !view()->live->lines.empty(); }));
    EXPECT_FALSE(find<QWidget>("benchEmpty")->isVisible());
}

TEST_F(LiveTest, APortIsHeardPulledPluggedInAndRecorded)
{
    const auto port = folder.filePath(QStringLiteral("port")).toStdString();
    auto terminal = std::move(io::PseudoTerminal::open(port)).value();
    dialogs.nextText = QString::fromStdString(port) + QStringLiteral(" 115200");
    choose(QStringLiteral("listen to a port"));
    ASSERT_TRUE(shows("liveState", QStringLiteral("at 115200 baud")));
    speak(*terminal, 3300);
    ASSERT_TRUE(waitFor([&] { return !view()->live->fields.empty(); }));
    // Nobody wants the field yet; a choice routes it, as one undo step.
    auto* route = find<QComboBox>("route u_batt");
    EXPECT_EQ(route->currentText(), QStringLiteral("nothing"));
    route->setFocus();
    QTest::keyClick(route, Qt::Key_Down);
    settle();
    const auto live = [this] { return *instrument().channels[0]->source.live; };
    EXPECT_EQ(live(), (LiveSpec{"u_batt", Tap::Reading})) << "a converter's codes";
    ASSERT_TRUE(waitFor([&] { return find<QComboBox>("tap u_batt")->isEnabled(); }));
    auto* tap = find<QComboBox>("tap u_batt");
    tap->setFocus();
    QTest::keyClick(tap, Qt::Key_Up);
    settle();
    EXPECT_EQ(live(), (LiveSpec{"u_batt", Tap::Pin}));
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    settle();
    EXPECT_EQ(live(), (LiveSpec{"u_batt", Tap::Reading}));
    speak(*terminal, 3301);
    ASSERT_TRUE(waitFor([&] { return view()->newest.reading == 3301; }));
    ASSERT_TRUE(waitFor([&] { return view()->live->counts.good == 10; })) << "all of them";

    QTest::mouseClick(find<QToolButton>("record"), Qt::LeftButton);
    ASSERT_TRUE(waitFor([&] { return view()->recording.isOn; }));
    speak(*terminal, 3310, 10);
    ASSERT_TRUE(waitFor([&] { return view()->live->counts.good == 20; })) << "before it is pulled";
    // The plug is pulled and comes back: what came before stays, and it goes on.
    terminal.reset();
    ASSERT_TRUE(waitFor([&] { return view()->live->report.state != io::LinkState::Open; }));
    EXPECT_TRUE(shows("liveState", QStringLiteral("tried again")));
    terminal = std::move(io::PseudoTerminal::open(port)).value();
    ASSERT_TRUE(waitFor([&] { return view()->live->report.state == io::LinkState::Open; }));
    speak(*terminal, 3320, 10);
    ASSERT_TRUE(waitFor([&] { return view()->newest.reading == 3320; }));
    ASSERT_TRUE(waitFor([&] { return view()->live->counts.good == 30; })) << "all of them";
    QTest::mouseClick(find<QToolButton>("record"), Qt::LeftButton);
    ASSERT_TRUE(waitFor([&] { return !view()->recording.isOn; }));
    ASSERT_EQ(instrument().captures.size(), 2U) << "one of the demo, and this";
    const auto& stored = *instrument().captures.back();
    EXPECT_EQ(stored.columns.front(), (StoredColumn{"house-battery", Tap::Reading, "", {}}));
    const auto captures = io::loadRecording(io::capturePath(path.toStdString(), stored.id));
    ASSERT_TRUE(captures) << describe(captures.error());
    EXPECT_EQ(stored.rows, 20);
    EXPECT_NEAR(
        inSi(stored.length), inSeconds((*captures)[0].at.back() - (*captures)[0].at.front()), 1e-9);
    EXPECT_EQ((*captures)[0].values.size(), 20U);
    EXPECT_EQ((*captures)[0].values.front(), 3310);
    EXPECT_EQ((*captures)[0].values.back(), 3320);
    // And it is played again.
    for (auto* button : window.findChildren<QPushButton*>())
        if (button->text() == QStringLiteral("Play it") && button->isVisible())
            QTest::mouseClick(button, Qt::LeftButton);
    EXPECT_TRUE(waitFor([&] { return view()->live == nullptr; }));
    EXPECT_TRUE(
        find<QComboBox>("scenario")->currentText().startsWith(QStringLiteral("capture: Rec")));
    ASSERT_TRUE(waitFor([&] { return view()->isReplayed; }));
}

TEST_F(LiveTest, AFloodLeavesTheWindowAlive)
{
    const auto port = folder.filePath(QStringLiteral("port")).toStdString();
    const auto terminal = std::move(io::PseudoTerminal::open(port)).value();
    window.play().play(liveNamed(QString::fromStdString(port) + QStringLiteral(" 115200")));
    ASSERT_TRUE(shows("liveState", QStringLiteral("at 115200 baud")));
    std::atomic<std::size_t> sent = 0;
    std::jthread flood([&](const std::stop_token& stop) {
        std::string bytes;
        for (int i = 0; i < 1000; ++i)
            bytes += fmt::format("house-battery.reading:{}\n", 3300 + i % 2);
        while (!stop.stop_requested()) // as fast as the other end takes it, which is never whole
            for (std::string_view rest = bytes; !rest.empty() && !stop.stop_requested();) {
                const auto written = terminal->write(rest);
                rest.remove_prefix(written);
                sent += written;
            }
    });
    ASSERT_TRUE(waitFor([&] { return view()->live->counts.good > 50'000; }));
    openChannel("house-battery");
    ASSERT_TRUE(
        waitFor([&] { return leaf("Glass")->valueText().startsWith(QStringLiteral("13.")); }));
    openLeaf("Text");
    ASSERT_TRUE(waitFor([&] { return find<QSpinBox>("decimals")->value() == 2; }));
    QTest::keyClick(find<QSpinBox>("decimals"), Qt::Key_Down);
    EXPECT_TRUE(waitFor([&] { return leaf("Glass")->valueText().size() == 4; }));
    flood.request_stop();
    flood.join();
    EXPECT_TRUE(waitFor([&] {
        return view()->live->counts.bytes + view()->live->report.lostBytes == sent;
    })) << "what was not heard is counted as lost";
    EXPECT_LE(view()->live->counts.bad, 1U + view()->live->report.lostBytes / 100);
}

TEST_F(LiveTest, ALineIsReadWholeAndCopied)
{
    window.play().play(liveNamed(QStringLiteral("board")));
    auto* monitor = find<LineMonitor>("liveMonitor");
    auto* lines = monitor->findChild<QTableView*>();
    ASSERT_TRUE(QTest::qWaitFor([&] { return lines->model()->rowCount() > 5; }, 20000));
    find<QComboBox>("standInDamage")->setFocus();
    QTest::keyClick(find<QComboBox>("standInDamage"), Qt::Key_End); // half damaged
    QTest::mouseClick(
        monitor->findChild<QWidget*>(QStringLiteral("linesWrongOnly")), Qt::LeftButton);
    ASSERT_TRUE(QTest::qWaitFor([&] { return lines->model()->rowCount() > 0; }, 20000));
    const auto cell = [&](int row, int column) {
        return lines->model()->index(row, column).data().toString();
    };
    EXPECT_TRUE(cell(0, 2).startsWith(QStringLiteral("bad · "))) << cell(0, 2).toStdString();
    QTest::mouseClick(lines->viewport(), Qt::LeftButton, {},
        lines->visualRect(lines->model()->index(0, 1)).center());
    auto* whole = monitor->findChild<QPlainTextEdit*>();
    EXPECT_TRUE(whole->isVisible());
    const auto raw = cell(0, 1);
    EXPECT_EQ(whole->toPlainText(), raw + QLatin1Char('\n') + cell(0, 2));
    QTest::keySequence(lines, QKeySequence::Copy);
    EXPECT_TRUE(QApplication::clipboard()->text().contains(raw.left(12)));
    EXPECT_TRUE(QApplication::clipboard()->text().startsWith(cell(0, 0)));
}

TEST_F(LiveTest, ASpeedThatIsNoneIsRefused)
{
    for (const char* typed : {"/dev/ttyUSB0 fast", "/dev/ttyUSB0 0", "/dev/ttyUSB0 9600 8N1"}) {
        dialogs.nextText = QString::fromLatin1(typed);
        choose(QStringLiteral("listen to a port"));
        EXPECT_TRUE(notice()->text().contains(QStringLiteral("is no port and speed"))) << typed;
        EXPECT_TRUE(
            find<QComboBox>("scenario")->currentText().startsWith(QStringLiteral("scenario")));
    }
}

TEST_F(LiveTest, HoldsWhileItGoesOnHearing)
{
    choose(QStringLiteral("stand-in: board"));
    ASSERT_TRUE(waitFor([&] { return view()->live && view()->live->counts.good > 2; }));
    QTest::mouseClick(find<QToolButton>("run"), Qt::LeftButton);
    ASSERT_TRUE(waitFor([&] { return !view()->isRunning; }));
    const auto held = view()->now;
    const auto lines = view()->live->counts.good;
    QTest::qWait(700);
    EXPECT_EQ(view()->now, held);
    EXPECT_EQ(view()->live->counts.good, lines);
    QTest::mouseClick(find<QToolButton>("run"), Qt::LeftButton);
    ASSERT_TRUE(waitFor([&] { return view()->live->counts.good > lines + 2; }))
        << "nothing that came meanwhile is lost";
}

TEST_F(LiveTest, ARecordingThatCannotBeMadeSaysWhy)
{
    QFile blocking(folder.filePath(QStringLiteral("skiff.fern.d")));
    ASSERT_TRUE(blocking.open(QIODevice::WriteOnly)) << "a file where the folder would be";
    QTest::mouseClick(find<QToolButton>("record"), Qt::LeftButton);
    EXPECT_TRUE(
        waitFor([&] { return notice()->text().contains(QStringLiteral("cannot be made")); }));
    EXPECT_FALSE(view()->recording.isOn);
}

} // namespace
} // namespace fern::app
