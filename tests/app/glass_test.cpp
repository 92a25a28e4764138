// The Glass leaf and the glass column, driven in a real window.

#include "app/glass/glass_dialog.h"
#include "tests/app/window_fixture.h"

#include <QClipboard>
#include <QSlider>
#include <QTableWidget>

namespace fern::app {
namespace {

class GlassTest : public WindowTest {
protected:
    void SetUp() override
    {
        WindowTest::SetUp();
        openLeaf("Glass");
    }
    void openPage(const char* chip)
    {
        QTest::mouseClick(find<QAbstractButton>(chip), Qt::LeftButton);
        settle();
        QCoreApplication::processEvents();
    }
    /// Redraws once more.
    void tick()
    {
        const auto now = window.runner().view()->now;
        window.runner().tick();
        ASSERT_TRUE(waitFor([&] { return window.runner().view()->now > now; }));
        QCoreApplication::processEvents();
    }
    std::size_t lastBytes() { return window.runner().view()->glass[0].sent.back().bytes; }
    static auto lit(const std::shared_ptr<const GlassPicture>& picture)
    {
        return std::count_if(picture->levels.begin(), picture->levels.end(),
            [](std::uint16_t level) { return level != 0; });
    }
    const DriverSpec& driver() { return instrument().displays[0]->driver; }
};

TEST_F(GlassTest, AnotherStrategySendsFewerBytes)
{
    const auto whole = lastBytes();
    EXPECT_GT(whole, 1024U);
    auto* strategy = find<QComboBox>("strategy");
    ASSERT_EQ(strategy->count(), 5);
    strategy->setFocus();
    QTest::keyClick(strategy, Qt::Key_Down); // changes, page by page
    settle();
    EXPECT_EQ(driver().strategy, RedrawStrategy::ChangedPages);
    openPage("glassTransfers");
    tick(); // of a run that begins anew all is sent first
    tick();
    EXPECT_LT(lastBytes(), whole / 2);
    EXPECT_NE(find<QLabel>("transferSummary")->text().indexOf(QString::number(lastBytes())), -1);
    // The library's buffer is entered, and undone.
    auto* buffer = find<QSpinBox>("bufferBytes");
    buffer->setFocus();
    buffer->selectAll();
    QTest::keyClicks(buffer, QStringLiteral("16"));
    QTest::keyClick(buffer, Qt::Key_Return);
    settle();
    EXPECT_EQ(driver().bufferBytes, 16);
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    settle();
    EXPECT_EQ(driver().bufferBytes, 32);
}

TEST_F(GlassTest, TheGlassIsSeenAfterAnyTransfer)
{
    openPage("glassTransfers");
    auto* table = find<QTableWidget>("transfers");
    ASSERT_EQ(table->rowCount(), 33);
    EXPECT_EQ(table->item(0, 1)->text(), QStringLiteral("columns 0 to 127, pages 0 to 7"));
    EXPECT_EQ(table->item(1, 1)->text(), QStringLiteral("32 bytes of pixels"));
    auto* between = find<GlassView>("glassBetween");
    EXPECT_EQ(*between->picture(), *window.runner().view()->picture());
    // At the begin stands what stood before; by keys one transfer further each time.
    auto* slider = find<QSlider>("transferSlider");
    slider->setFocus();
    QTest::keyClick(slider, Qt::Key_Home);
    const auto& sent = window.runner().view()->glass[0].sent.back();
    EXPECT_EQ(*between->picture(), sent.before->seen(sent.from));
    for (int i = 0; i < 33; ++i)
        QTest::keyClick(slider, Qt::Key_Right);
    EXPECT_EQ(*between->picture(), sent.after->seen(sent.to));
    // It holds that redraw until the newest is wanted.
    const auto held = table->item(5, 3)->text();
    tick();
    EXPECT_EQ(table->item(5, 3)->text(), held);
    click("newestRedraw");
    EXPECT_FALSE(find<QPushButton>("newestRedraw")->isEnabled());
}

TEST_F(GlassTest, AWrongSetUpIsFoundByItsLook)
{
    openPage("glassLooks");
    auto* upside = find<GlassView>("look upside-down");
    auto* right = find<GlassView>("look right");
    ASSERT_TRUE(waitFor([&] { return upside->picture() && right->picture(); }));
    EXPECT_EQ(right->picture()->at(10, 3), upside->picture()->at(127 - 10, 63 - 3));
    EXPECT_FALSE(find<QPushButton>("lookIsMine")->isEnabled());
    auto* pump = find<GlassView>("look no-pump");
    EXPECT_EQ(lit(pump->picture()), 0);
    pump->setFocus();
    QTest::keyClick(pump, Qt::Key_Space);
    EXPECT_NE(find<QLabel>("lookWords")->text().indexOf(QStringLiteral("pump")), -1);
    click("lookIsMine");
    EXPECT_TRUE(driver().has(DriverMistake::NoPump));
    EXPECT_TRUE(hasFinding("D15"));
    ASSERT_TRUE(waitFor([&] { return lit(window.runner().view()->picture()) == 0; }));
    click("lookRight");
    EXPECT_EQ(driver(), DriverSpec{});
    EXPECT_FALSE(hasFinding("D15"));
    ASSERT_TRUE(waitFor([&] { return lit(window.runner().view()->picture()) > 100; }));
}

// What the firmware takes the part to be is typed, and told; the part's own is no setting.
TEST_F(GlassTest, WhatTheFirmwareIsSetToIsTyped)
{
    openPage("glassLooks");
    const auto type = [&](const char* name, const char* text) {
        auto* spin = find<QSpinBox>(name);
        spin->setFocus();
        spin->selectAll();
        QTest::keyClicks(spin, QString::fromLatin1(text));
        QTest::keyClick(spin, Qt::Key_Return);
        settle();
    };
    EXPECT_EQ(find<QSpinBox>("setWidth")->value(), 128);
    type("setHeight", "32");
    ASSERT_TRUE(driver().setTo);
    EXPECT_EQ(*driver().setTo, (GlassSize{128, 32}));
    type("setAddress", "3d");
    EXPECT_EQ(driver().address, 0x3D);
    EXPECT_TRUE(hasFinding("P03"));
    type("setHeight", "64");
    type("setAddress", "3c");
    EXPECT_FALSE(driver().setTo);
    EXPECT_EQ(driver().address, 0);
    auto* turned = find<QComboBox>("setTurned");
    turned->setFocus();
    QTest::keyClick(turned, Qt::Key_Down);
    settle();
    EXPECT_EQ(driver().turned, DriverTurn::Upright);
    EXPECT_TRUE(find<QPushButton>("lookRight")->isEnabled());
    click("lookRight");
    EXPECT_EQ(driver().turned, DriverTurn::AsBuiltIn);
}

TEST_F(GlassTest, ADimmedDisplayIsSeenDimmed)
{
    auto* brightness = find<QSpinBox>("brightness");
    brightness->setFocus();
    brightness->selectAll();
    QTest::keyClicks(brightness, QStringLiteral("20"));
    QTest::keyClick(brightness, Qt::Key_Return);
    settle();
    EXPECT_EQ(driver().brightness, 20);
    tick();
    EXPECT_NEAR(window.runner().view()->picture()->light, 0.2, 0.01);
    EXPECT_FALSE(find<QSpinBox>("fullRefreshEvery")->isVisible()) << "it is no paper";
}

TEST_F(GlassTest, RecordedBytesArePlayedAndComparedWithItsOwn)
{
    openPage("glassTransfers");
    const auto write = [&](const char* text) {
        dialogs.nextOpen = folder.filePath(QStringLiteral("bytes.csv"));
        QFile file(dialogs.nextOpen);
        ASSERT_TRUE(file.open(QIODevice::WriteOnly));
        file.write(text);
    };
    // Its own set-up but for the pump: the first transfer differs, and nothing lights.
    write("t_s,kind,bytes\n0,i2c,78 00 ae 20 00 a1 c8 af\n0.1,i2c,78 40 ff ff\n");
    click("playBytes");
    EXPECT_EQ(find<QTableWidget>("transfers")->rowCount(), 2);
    EXPECT_NE(find<QLabel>("transferSummary")->text().indexOf(QStringLiteral("Transfer 1 is")), -1);
    EXPECT_EQ(lit(find<GlassView>("glassBetween")->picture()), 0);
    write("t_s,kind\n0,i2c\n");
    click("playBytes");
    EXPECT_EQ(notice()->text(), QStringLiteral("line 1: there is no column \"bytes\""));
    EXPECT_EQ(find<QTableWidget>("transfers")->rowCount(), 2) << "what stood there stays";
}

TEST_F(GlassTest, EveryDisplayIsShownAndCanBeEnlarged)
{
    auto* bow = find<GlassView>("glass bow");
    ASSERT_TRUE(bow->picture());
    EXPECT_EQ(bow->picture()->face->outlines.size(), 32U) << "four digits of eight segments";
    EXPECT_NE(accessibleName(bow).indexOf(QStringLiteral("13.3")), -1)
        << accessibleName(bow).toStdString();
    QTest::mouseClick(bow, Qt::LeftButton);
    auto* dialog = window.findChild<GlassDialog*>();
    ASSERT_NE(dialog, nullptr);
    EXPECT_TRUE(dialog->isVisible());
    tick();
    QTest::mouseClick(
        dialog->findChild<QPushButton*>(QStringLiteral("copyGlassText")), Qt::LeftButton);
    EXPECT_NE(QApplication::clipboard()->text().indexOf(QStringLiteral("13.")), -1);
    QTest::mouseClick(dialog->findChild<QPushButton*>(QStringLiteral("copyGlass")), Qt::LeftButton);
    EXPECT_FALSE(QApplication::clipboard()->image().isNull());
}

class MapTest : public GlassTest {
protected:
    const char* instrumentFile() const override { return "demo/boat-lift.fern.json"; }
    const SegmentMap& map()
    {
        return std::get<SegmentGlassSpec>(findById(instrument().parts, "glass")->display->shape)
            .map;
    }
};

// A raw glass is explored line by line, by mouse and by keys.
TEST_F(MapTest, TheSegmentsOfARawGlassAreFoundOneByOne)
{
    const auto before = map();
    openPage("glassMap");
    click("mapAnew");
    EXPECT_EQ(
        find<QLabel>("mapFound")->text(), QStringLiteral("0 of 21 places have their segment"));
    EXPECT_NE(
        find<QLabel>("mapWords")->text().indexOf(QStringLiteral("line 1 against backplane 1")), -1);
    auto* picker = find<QAbstractButton>("segments");
    // Segment A lies across the top of the first digit.
    const auto& face = *window.runner().view()->plain().displays[0].face;
    const double scale = std::min(picker->width() / face.width, picker->height() / face.height);
    const QPointF corner(
        (picker->width() - scale * face.width) / 2, (picker->height() - scale * face.height) / 2);
    const auto& a = face.outlines[0];
    QTest::mouseClick(picker, Qt::LeftButton, {},
        (corner + QPointF((a[0].x + a[3].x) / 2, a[0].y) * scale).toPoint());
    settle();
    EXPECT_EQ(map()[0], (SegmentPlace{1, 1}));
    // Line 1 against backplane 2 shows B: by keys.
    picker->setFocus();
    for (int i = 0; i < 2; ++i)
        QTest::keyClick(picker, Qt::Key_Right);
    QTest::keyClick(picker, Qt::Key_Return);
    settle();
    EXPECT_EQ(map()[1], (SegmentPlace{1, 2}));
    click("mapNothing"); // 1/3
    EXPECT_EQ(std::count(map().begin(), map().end(), SegmentPlace{}), 22);
    // What was clicked wrongly is clicked again: a place has one segment.
    click("mapBefore");
    click("mapBefore");
    for (int i = 0; i < 2; ++i)
        QTest::keyClick(picker, Qt::Key_Right);
    picker->setFocus();
    QTest::keyClick(picker, Qt::Key_Space);
    settle();
    EXPECT_EQ(std::count(map().begin(), map().end(), SegmentPlace{1, 2}), 1);
    for (int i = 0; i < 4; ++i) {
        QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
        settle();
    }
    EXPECT_EQ(map(), before);
}

// Parallel wires and the lines of a glass have no clock to be entered.
TEST_F(MapTest, AGlassWithoutABusHasNoSpeed)
{
    EXPECT_FALSE(find<QLineEdit>("busSpeed")->isVisible());
    EXPECT_FALSE(find<QSpinBox>("bufferBytes")->isVisible());
}

} // namespace
} // namespace fern::app
