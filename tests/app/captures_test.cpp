// The capture library in a real window: a log with a bad row is imported, read with cursors,
// played, renamed, trimmed, deleted and brought back; a feed and faults of stand-ins drive the
// instrument.

#include "app/places/bench/bench_place.h"
#include "io/capture_files.h"
#include "io/recordings.h"
#include "tests/app/window_fixture.h"

#include <QClipboard>
#include <QListWidget>
#include <QTableWidget>

#include <fmt/format.h>

#include <fstream>

namespace fern::app {
namespace {

class CapturesTest : public WindowTest {
protected:
    void SetUp() override
    {
        qputenv("XDG_DATA_HOME", folder.filePath(QStringLiteral("data")).toUtf8()); // its trash
        WindowTest::SetUp();
        copyCapture();
        window.goTo({QStringLiteral("Bench")});
        click("benchCaptures");
    }
    QString fileOf(const std::string& id) const
    {
        return QString::fromStdString(io::capturePath(path.toStdString(), id));
    }
    bool says(const char* label, const QString& part)
    {
        return waitFor([&] { return find<QLabel>(label)->text().contains(part); });
    }
    QString log(const char* name, const std::string& text)
    {
        const auto file = folder.filePath(QString::fromLatin1(name));
        std::ofstream(file.toStdString()) << text;
        return file;
    }
    QListWidget* list() { return find<QListWidget>("captures"); }
    const StoredCapture& newest() { return *instrument().captures.back(); }
    /// Chooses the log that the dialog is answered with, and waits for the sheet that asks about
    /// it.
    void chooseLog()
    {
        click("importLog");
        ASSERT_TRUE(waitFor([this] { return find<QWidget>("importSheet")->isVisible(); }));
    }
};

TEST_F(CapturesTest, ALogWithABadRowIsImportedAndPlayed)
{
    std::string text = "time (ms);volts;crew\n";
    for (int i = 0; i < 200; ++i)
        text += i == 77 ? "7700;1x.9;4\n" : fmt::format("{};{};4\n", 100 * i, 2.5 + 0.001 * i);
    dialogs.nextOpen = log("pond.csv", text);
    chooseLog();
    // Its time is found, the other columns lead nowhere: the sheet says so and waits.
    EXPECT_EQ(find<QComboBox>("import time")->currentText(), QStringLiteral("the time"));
    EXPECT_EQ(find<QComboBox>("importTimeUnit")->currentText(), QStringLiteral("milliseconds"));
    EXPECT_TRUE(says("importFault", QStringLiteral("no column goes anywhere")));
    EXPECT_FALSE(find<QPushButton>("importAccept")->isEnabled());
    auto* volts = find<QComboBox>("import volts");
    volts->setFocus();
    volts->setCurrentIndex(volts->findText(QStringLiteral("House battery")));
    Q_EMIT volts->activated(volts->currentIndex());
    EXPECT_EQ(find<QComboBox>("importTap volts")->currentText(), QStringLiteral("reading"));
    auto* tap = find<QComboBox>("importTap volts");
    tap->setFocus();
    QTest::keyClick(tap, Qt::Key_Up); // at the pin
    auto* unit = find<QLineEdit>("importUnit volts");
    unit->setFocus();
    unit->clear();
    QTest::keyClicks(unit, QStringLiteral("kg"));
    EXPECT_TRUE(says("importFault", QStringLiteral("does not fit")));
    unit->clear();
    QTest::keyClicks(unit, QStringLiteral("V"));
    // What cannot be read is told before anything is imported.
    const QString before = QStringLiteral("199 rows over 19.9 s. 1 row is left out: line 79: ");
    ASSERT_TRUE(waitFor([&] { return find<QLabel>("importRows")->text().startsWith(before); }))
        << find<QLabel>("importRows")->text().toStdString();
    EXPECT_EQ(instrument().captures.size(), 1U);
    click("importAccept");
    ASSERT_TRUE(waitFor([&] { return instrument().captures.size() == 2; }));
    EXPECT_EQ(newest().name, "pond");
    EXPECT_EQ(newest().rows, 199);
    EXPECT_NEAR(inSi(newest().length), 19.9, 1e-9);
    EXPECT_TRUE(says("notice", QStringLiteral("1 row is left out: line 79: \"1x.9\"")));
    ASSERT_EQ(list()->currentRow(), 1);
    EXPECT_TRUE(says("captureSamples", QStringLiteral("199 in 19.9 s")));
    EXPECT_TRUE(says("captureMissing", QStringLiteral("0 values, 1 gaps")));
    click("playCapture");
    ASSERT_TRUE(waitFor([&] { return window.runner().view()->isReplayed; }));
    EXPECT_EQ(find<QComboBox>("scenario")->currentText(), QStringLiteral("capture: pond"));
    window.runner().jumpTo(ticksFromSeconds(19.5));
    ASSERT_TRUE(waitFor([&] { return window.runner().view()->newest.pin > 2.69; }));
    // One undo step takes it away again; its file stays.
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    settle();
    EXPECT_EQ(instrument().captures.size(), 1U);
    EXPECT_TRUE(QFileInfo::exists(fileOf("pond")));
    // A file without an entry is found, after a crash too, and is added again.
    EXPECT_EQ(find<QAbstractButton>("strayCaptures")->text(), QStringLiteral("Add a found file"));
    click("strayCaptures");
    ASSERT_TRUE(waitFor([&] { return instrument().captures.size() == 2; }));
    EXPECT_EQ(newest().rows, 199);
    EXPECT_NEAR(inSi(newest().length), 19.9, 1e-9);
    EXPECT_FALSE(find<QWidget>("strayCaptures")->isVisible());
}

TEST_F(CapturesTest, ASentenceLogFindsItsChannel)
{
    // An example of the common RMC form, its time changed; checksums by the exclusive or.
    std::string text;
    for (int i = 0; i < 20; ++i) {
        const auto body = fmt::format(
            "GPRMC,1235{:02},A,4807.038,N,01131.000,E,{:05.1f},084.4,230394,,", i, 5 + 0.1 * i);
        unsigned sum = 0;
        for (const char c : body)
            sum ^= static_cast<unsigned char>(c);
        text += fmt::format("${}*{:02X}\r\n", body, sum);
    }
    dialogs.nextOpen = log("trip.nmea", text);
    chooseLog();
    EXPECT_EQ(find<QComboBox>("import speed")->currentText(), QStringLiteral("Satellite"));
    click("importAccept");
    ASSERT_TRUE(waitFor([&] { return instrument().captures.size() == 2; }));
    EXPECT_EQ(newest().rows, 20);
    EXPECT_TRUE(says("captureMean", QStringLiteral("5.95 kn")));
    click("importLog"); // nothing is chosen: nothing happens
    EXPECT_TRUE(list()->isVisible());
    dialogs.nextOpen = log("diary.txt", "dear diary\nit rained, all day\n");
    click("importLog");
    EXPECT_TRUE(says("notice", QStringLiteral("no table of numbers")));
    EXPECT_TRUE(list()->isVisible());
}

TEST_F(CapturesTest, CursorsReadAndTrimAStretch)
{
    ASSERT_TRUE(says("captureMean", QStringLiteral("3402.33 counts")));
    auto* ground = find<QWidget>("seriesGround");
    EXPECT_TRUE(says("captureReadout", QStringLiteral("A 0 s, 3339   B 3599.9 s, 3431")));
    // B by the mouse to the middle, A by keys.
    const auto whole = ground->rect();
    const int left = 56;
    QTest::mousePress(ground, Qt::LeftButton, {}, {whole.right() - 13, whole.height() / 2});
    QTest::mouseMove(ground, {left + (whole.width() - left) / 2, whole.height() / 2});
    QTest::mouseRelease(
        ground, Qt::LeftButton, {}, {left + (whole.width() - left) / 2, whole.height() / 2});
    const auto* plot = find<SeriesPlot>("seriesPlot");
    ASSERT_LT(plot->cursors().second, 2200) << "B was taken and moved";
    ground->setFocus();
    QTest::keyClick(ground, Qt::Key_A);
    QTest::keyClick(ground, Qt::Key_Right, Qt::ShiftModifier);
    const auto [from, to] = plot->cursors();
    EXPECT_GT(from, 50);
    EXPECT_LT(from, 300);
    QTest::keyClick(ground, Qt::Key_Plus);
    EXPECT_LT(plot->to() - plot->from(), 1900);
    QTest::keyClick(ground, Qt::Key_Home);
    EXPECT_NEAR(plot->to() - plot->from(), 3599.9, 0.1);
    // Where they stand the figures are told, values copied, the stretch saved.
    const auto captures = *io::loadRecording(fileOf("house-battery-evening").toStdString());
    const auto figures = captureStatistics(captures[0],
        static_cast<std::size_t>(std::ceil(from * 10)), static_cast<std::size_t>(to * 10) + 1);
    EXPECT_TRUE(says("captureSamples", QString::number(figures.samples)))
        << find<QLabel>("captureSamples")->text().toStdString();
    click("copyStretch");
    EXPECT_EQ(QApplication::clipboard()->text().count(QLatin1Char('\n')),
        static_cast<int>(figures.samples));
    dialogs.nextSave = folder.filePath(QStringLiteral("stretch.csv"));
    click("exportCsv");
    EXPECT_TRUE(says("captureState", QStringLiteral("rows are saved")));
    EXPECT_EQ(io::loadRecording(folder.filePath(QStringLiteral("stretch.csv")).toStdString())
                  .value()[0]
                  .values.size(),
        figures.samples);
    dialogs.nextSave = folder.filePath(QStringLiteral("stretch.png"));
    click("exportPicture");
    EXPECT_GT(QImage(folder.filePath(QStringLiteral("stretch.png"))).width(), 300);
    click("trimCapture");
    ASSERT_TRUE(waitFor([&] { return newest().rows == static_cast<int>(figures.samples); }));
    EXPECT_EQ(instrument().captures.size(), 1U);
    EXPECT_FALSE(QFileInfo::exists(fileOf("house-battery-evening"))) << "in the trash";
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    settle();
    EXPECT_EQ(newest().id, "house-battery-evening");
    EXPECT_TRUE(QFileInfo::exists(fileOf("house-battery-evening"))) << "back from the trash";
    EXPECT_TRUE(says("captureSamples", QStringLiteral("36000")));
}

TEST_F(CapturesTest, EscapeLeavesALogAlone)
{
    dialogs.nextOpen = log("pond.csv", "time (s);volts\n0;2.5\n1;2.6\n");
    chooseLog();
    const auto* table = find<QTableWidget>("importTable");
    EXPECT_EQ(table->horizontalHeaderItem(0)->text(), QStringLiteral("time, s\nnumbers"));
    find<QComboBox>("import volts")->setFocus();
    QTest::keyClick(find<QComboBox>("import volts"), Qt::Key_Escape);
    EXPECT_TRUE(list()->isVisible());
    EXPECT_EQ(instrument().captures.size(), 1U);
}

TEST_F(CapturesTest, TheFirstPictureIsTheOneOfEveryLaterSize)
{
    ASSERT_TRUE(says("captureMean", QStringLiteral("3402.33 counts")));
    auto* plot = find<SeriesPlot>("seriesPlot");
    QImage first; // plots draw when there is nothing else to do
    ASSERT_TRUE(waitFor([&] {
        const auto before = std::exchange(first, plot->grab().toImage());
        return before == first;
    }));
    const auto size = window.size();
    window.resize(size + QSize(40, 0));
    QCoreApplication::processEvents();
    window.resize(size);
    EXPECT_TRUE(waitFor([&] { return plot->grab().toImage() == first; }));
}

TEST_F(CapturesTest, AFlagGrabsItsCursor)
{
    ASSERT_TRUE(says("captureMean", QStringLiteral("3402.33 counts")));
    auto* ground = find<QWidget>("seriesGround");
    const auto* plot = find<SeriesPlot>("seriesPlot");
    const auto area = plot->findChild<Plot*>()->area();
    // The name of A stands behind its line, further away than the line itself is taken.
    const auto flag = area.topLeft().toPoint() + QPoint(12, 7);
    QTest::mousePress(ground, Qt::LeftButton, {}, flag);
    QTest::mouseMove(ground, area.center().toPoint());
    QTest::mouseRelease(ground, Qt::LeftButton, {}, area.center().toPoint());
    EXPECT_NEAR(plot->cursors().first, 1800, 60);
    EXPECT_NEAR(plot->cursors().second, 3599.9, 0.1);
    EXPECT_EQ(plot->from(), 0) << "the ground stayed";
}

TEST_F(CapturesTest, NamesNotesAndDeletions)
{
    type("captureName", QStringLiteral("The evening"));
    EXPECT_EQ(newest().name, "The evening");
    type("captureNote", QStringLiteral("calm"));
    EXPECT_EQ(newest().note, "calm");
    EXPECT_TRUE(
        list()->item(0)->text().startsWith(QStringLiteral("The evening\n2031-06-14 17:30")));
    type("captureName", QString());
    EXPECT_EQ(newest().name, "The evening") << "a capture has a name";
    click("deleteCapture");
    EXPECT_TRUE(instrument().captures.empty());
    EXPECT_FALSE(QFileInfo::exists(fileOf("house-battery-evening")));
    EXPECT_TRUE(find<QWidget>("capturesEmpty")->isVisible());
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    settle();
    EXPECT_TRUE(QFileInfo::exists(fileOf("house-battery-evening")));
    EXPECT_TRUE(says("captureSamples", QStringLiteral("36000")));
    // Saved under another name, its captures go with it.
    dialogs.nextSave = folder.filePath(QStringLiteral("other.fern.json"));
    trigger("actionSaveAs");
    EXPECT_TRUE(QFileInfo::exists(
        folder.filePath(QStringLiteral("other.fern.d/house-battery-evening.csv"))));
    QFile::remove(folder.filePath(QStringLiteral("other.fern.d/house-battery-evening.csv")));
    ASSERT_TRUE(window.files().open(window.document().path()));
    window.goTo({QStringLiteral("Bench")});
    click("benchCaptures");
    EXPECT_TRUE(says("captureState", QStringLiteral("Its file is gone")));
    EXPECT_TRUE(find<QLabel>("captureState")->isVisible());
    EXPECT_FALSE(find<QAbstractButton>("playCapture")->isEnabled());
}

TEST_F(CapturesTest, ALongImportCanBeStopped)
{
    const auto file = folder.filePath(QStringLiteral("long.csv"));
    {
        std::ofstream out(file.toStdString());
        out << "t,u_batt\n";
        for (int i = 0; i < 3000000; ++i)
            out << i << ".5," << i % 1000 << '\n';
    }
    dialogs.nextOpen = file;
    chooseLog();
    click("importAccept");
    QPushButton* stop = nullptr;
    ASSERT_TRUE(waitFor([&] {
        stop = window.findChild<QPushButton*>(QStringLiteral("wayStop"));
        return stop != nullptr && stop->isVisible();
    }));
    EXPECT_TRUE(notice()->text().startsWith(QStringLiteral("Importing long.csv, ")));
    auto* box = find<QComboBox>("scenario"); // another scenario is no reason to end it
    Q_EMIT box->activated(0);
    EXPECT_TRUE(window.isBusy());
    QTest::mouseClick(stop, Qt::LeftButton);
    EXPECT_FALSE(window.isBusy());
    EXPECT_EQ(instrument().captures.size(), 1U);
    EXPECT_TRUE(waitFor([&] { return !QFileInfo::exists(fileOf("long")); })) << "nothing is left";
}

TEST_F(CapturesTest, AFeedDrivesTheInstrumentAndHasFaults)
{
    window.play().play(liveNamed(QStringLiteral("stand-in feed")));
    auto live = [this] { return window.runner().view()->live; };
    ASSERT_TRUE(waitFor([&] { return live() != nullptr && live()->counts.good > 2; }));
    EXPECT_EQ(live()->shape, "a JSON object a line");
    openChannel("house-battery");
    EXPECT_TRUE(
        waitFor([&] { return leaf("Text")->valueText().startsWith(QStringLiteral("13.")); }));
    window.goTo({QStringLiteral("Bench")});
    click("standInUnplugged");
    EXPECT_TRUE(waitFor([&] { return live()->report.state != io::LinkState::Open; }));
    EXPECT_TRUE(waitFor(
        [&] { return find<LineLabel>("liveState")->text().contains(QStringLiteral("refuses")); }));
    click("standInUnplugged");
    const auto before = live()->counts.good;
    EXPECT_TRUE(waitFor([&] { return live()->counts.good > before + 1; }));
    for (const char* typed : {"http://", "http://shed/values soon", "shed"}) {
        dialogs.nextText = QString::fromLatin1(typed);
        auto* box = find<QComboBox>("benchSource");
        box->setCurrentIndex(box->findText(QStringLiteral("read a feed…")));
        Q_EMIT box->activated(box->currentIndex());
        EXPECT_TRUE(says("notice", QStringLiteral("is no address and seconds"))) << typed;
    }
}

TEST_F(CapturesTest, FaultsOfAStandInAreSwitchedOn)
{
    window.play().play(liveNamed(QStringLiteral("board")));
    auto live = [this] { return window.runner().view()->live; };
    ASSERT_TRUE(waitFor([&] { return live() != nullptr && live()->counts.good > 2; }));
    EXPECT_EQ(live()->counts.bad, 0U);
    auto* damage = find<QComboBox>("standInDamage");
    damage->setFocus();
    QTest::keyClick(damage, Qt::Key_End); // half damaged
    EXPECT_TRUE(waitFor([&] { return live()->counts.bad + live()->missingNumbers > 2; }));
    QTest::keyClick(damage, Qt::Key_Home);
    click("standInUnplugged");
    EXPECT_TRUE(waitFor([&] { return live()->report.state == io::LinkState::Lost; }));
    click("standInUnplugged");
    const auto before = live()->counts.good;
    EXPECT_TRUE(waitFor([&] { return live()->counts.good > before + 2; }));
    click("standInSilent");
    EXPECT_TRUE(waitFor([&] {
        return find<LineLabel>("liveState")->text().contains(QStringLiteral("silent for"));
    }));
}

} // namespace
} // namespace fern::app
