// The benches of the Screens place: turning, the day ring, glyphs and pictures, in a real window.

#include "instrument/edits.h"
#include "instrument/page_edits.h"
#include "io/picture_files.h"
#include "picture/array_text.h"
#include "tests/app/screens_fixture.h"

#include <QClipboard>
#include <QMimeData>

namespace fern::app {
namespace {

class BenchesTest : public ScreensTest {
protected:
    static std::string clipboard() { return QGuiApplication::clipboard()->text().toStdString(); }
};

TEST_F(BenchesTest, AnAlarmPageComesToTheFrontAndGoes)
{
    openPage("speed");
    click("screensTurning");
    click("add page alarm");
    const auto id = place()->page().toStdString();
    const auto& added = page(id.c_str());
    ASSERT_EQ(added.when.comes, PageComes::Alarm);
    EXPECT_EQ(added.when.channel, "speed") << "what the page showed";
    type("parameter most", QStringLiteral("9"));
    EXPECT_EQ(page(id.c_str()).when.most, 9);
    type("parameter most", QStringLiteral("-1000")); // below the least
    EXPECT_EQ(page(id.c_str()).when.most, 9);
    const auto shownAt = [&](double seconds) {
        window.runner().jumpTo(ticksFromSeconds(seconds));
        EXPECT_TRUE(
            waitFor([&] { return window.runner().view()->now == ticksFromSeconds(seconds); }));
        return window.runner().view()->glass[0].page;
    };
    EXPECT_EQ(shownAt(150), id) << "12.4 km/h";
    EXPECT_NE(shownAt(40), id) << "7.7 km/h";
    EXPECT_TRUE(waitFor([&] {
        return find<QLabel>("pageShare")->text().contains(QStringLiteral("of this scenario"));
    })) << find<QLabel>("pageShare")->text().toStdString();
}

TEST_F(BenchesTest, PagesAreTurnedByTheKeyUnderTheGlass)
{
    const auto shown = [this] { return window.runner().view()->glass[0].page; };
    const auto first = shown();
    auto* key = find<QAbstractButton>("hand page-button pressed");
    QTest::mousePress(key, Qt::LeftButton);
    for (int i = 0; i < 3; ++i)
        window.runner().tick();
    QTest::mouseRelease(key, Qt::LeftButton);
    EXPECT_TRUE(waitFor([&] { return shown() != first; })) << first;
    settle();
}

TEST_F(BenchesTest, TheDayRingIsDraggedAcrossMidnight)
{
    auto in = instrument();
    Channel clock = *in.channels[0];
    clock.id = "clock";
    clock.name = "Clock";
    clock.source = {};
    clock.source.kind = SourceKind::Clock;
    clock.source.board = "board";
    clock.wish = {{0, "s"}, {86400, "s"}, {60, "s"}, {30, "s"}, {60, "s"}, {}};
    clock.smoothing.clear();
    clock.scaling = {};
    clock.calibrations.clear();
    in.channels.push_back(std::make_shared<const Channel>(clock));
    window.document().apply(QStringLiteral("A clock"), accepted(in));
    settle();
    ASSERT_NE(findById(instrument().channels, "clock"), nullptr);
    openPage("speed");
    click("screensDay");
    click("anotherDayPart");
    click("anotherDayPart");
    const auto parts = [this] { return findById(instrument().displays, "helm")->day.parts; };
    ASSERT_EQ(parts().size(), 2U);
    EXPECT_EQ(parts()[1].from, "12:00");
    auto* ring = find<DayRing>("dayRing");
    const auto drag = [&](int from, int to) {
        QTest::mousePress(ring, Qt::LeftButton, {}, ring->pointOf(from).toPoint());
        QTest::mouseMove(ring, ring->pointOf((from + to) / 2).toPoint());
        QTest::mouseMove(ring, ring->pointOf(to).toPoint());
        QTest::mouseRelease(ring, Qt::LeftButton, {}, ring->pointOf(to).toPoint());
        settle();
    };
    drag(12 * 60, 22 * 60);
    EXPECT_EQ(parts()[1].from, "22:00");
    drag(0, 7 * 60);
    EXPECT_EQ(parts()[0].from, "07:00");
    // The night's begin goes over midnight: it is the first part of the day then.
    drag(22 * 60, 60);
    EXPECT_EQ(parts()[0].from, "01:00");
    EXPECT_EQ(parts()[1].from, "07:00");
    // Keys: a quarter of an hour, a minute; into another part it does not go.
    ring->setFocus();
    QTest::keyClick(ring, Qt::Key_Right);
    settle();
    EXPECT_EQ(parts()[0].from, "01:15");
    QTest::keyClick(ring, Qt::Key_Left, Qt::ShiftModifier);
    settle();
    EXPECT_EQ(parts()[0].from, "01:14");
    click("dayPage battery");
    EXPECT_EQ(parts()[0].pages.find("battery"), std::string::npos);
    type("parameter brightness", QStringLiteral("20"));
    EXPECT_EQ(parts()[0].brightness, 20);
    type("parameter from", QStringLiteral("25:00"));
    EXPECT_EQ(parts()[0].from, "01:14");
    click("removeDayPart");
    EXPECT_EQ(parts().size(), 1U);
}

TEST_F(BenchesTest, AGlyphIsDrawnByKeysAndMouseAndPasted)
{
    openPage("speed");
    click("benchGlyph");
    click("glyph heart");
    click("putGlyph");
    const auto glyph = [this]() -> const Field& { return page("speed").fields.back(); };
    ASSERT_EQ(glyph().kind, FieldKind::Glyph);
    EXPECT_TRUE(glyph().dots.isLit(1, 1));
    auto* dots = find<DotGrid>("dotGrid");
    dots->setFocus();
    EXPECT_FALSE(glyph().dots.isLit(0, 0));
    QTest::keyClick(dots, Qt::Key_Space);
    settle();
    EXPECT_TRUE(glyph().dots.isLit(0, 0)) << "turned over at the cursor";
    QTest::mousePress(dots, Qt::LeftButton, {}, dots->rectOf(0, 6).center());
    QTest::mouseMove(dots, dots->rectOf(0, 7).center());
    QTest::mouseRelease(dots, Qt::LeftButton, {}, dots->rectOf(0, 7).center());
    settle();
    EXPECT_TRUE(glyph().dots.isLit(0, 6) && glyph().dots.isLit(0, 7)) << "one stroke";
    const auto drawn = glyph().dots;
    click("glyph copy C");
    EXPECT_EQ(*parseArray(clipboard()), drawn.rows());
    click("glyph clear");
    EXPECT_EQ(glyph().dots, Dots(5, 8));
    QGuiApplication::clipboard()->setText(
        QString::fromStdString(rowsInPython("x", drawn.rows(), 5)));
    find<QSpinBox>("glyphWidth")->setValue(5);
    click("glyph paste");
    EXPECT_EQ(glyph().dots.rows(), drawn.rows());
    QGuiApplication::clipboard()->setText(QStringLiteral("no array"));
    click("glyph paste");
    EXPECT_EQ(glyph().dots.rows(), drawn.rows()) << "what is none changes nothing";
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    settle();
    EXPECT_EQ(glyph().dots, Dots(5, 8));
}

TEST_F(BenchesTest, APictureIsDitheredItsArrayCopiedAndPastedBack)
{
    // A sky that grows lighter, with a sun.
    RgbImage sky(256, 128);
    for (int y = 0; y < sky.height; ++y)
        for (int x = 0; x < sky.width; ++x) {
            const auto level = static_cast<std::uint8_t>(y * 2 - 1 < 0 ? 0 : y * 2 - 1);
            const bool isSun = (x - 60) * (x - 60) + (y - 40) * (y - 40) < 400;
            sky.at(x, y) = isSun ? Rgb{255, 255, 255} : Rgb{level, level, level};
        }
    const auto file = folder.filePath(QStringLiteral("sky.png"));
    ASSERT_TRUE(io::writePicturePng(sky, file.toStdString()));
    openPage("speed");
    click("add picture");
    dialogs.nextOpen = file;
    click("openPicture");
    auto* bench = find<PictureBench>("pictureBench");
    ASSERT_TRUE(waitFor([&] { return bench->result().width == 128; })) << "as large as the glass";
    const auto dithered = bench->result();
    EXPECT_EQ(dithered.height, 64);
    click("copyPictureC");
    const auto bytes = parseArray(clipboard());
    ASSERT_TRUE(bytes);
    EXPECT_EQ(bytes->size(), 1024U);
    EXPECT_TRUE(find<QLabel>("pictureWords")->text().contains(QStringLiteral("1024 bytes")));
    click("putPicture");
    const auto& field = page("speed").fields.back();
    ASSERT_EQ(field.kind, FieldKind::Picture);
    EXPECT_EQ(*field.picture, dithered);
    // It is worked on again from what it was made of, and a picture of that name on another page is
    // another one.
    click("benchPicture");
    find<QSlider>("pictureBrightness")->setValue(20);
    ASSERT_TRUE(waitFor([&] { return bench->result() != dithered; }));
    click("replacePicture");
    EXPECT_NE(*page("speed").fields.back().picture, dithered);
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    settle();
    EXPECT_EQ(*page("speed").fields.back().picture, dithered);
    ASSERT_TRUE(waitFor([&] { return bench->result() == dithered; })) << "what was undone is seen";
    click("benchPage");
    // Pasted on the page, the array is read in the order in which it was written.
    find<QSlider>("pictureBrightness")->setValue(20);
    ASSERT_TRUE(waitFor([&] { return bench->result() != dithered; }));
    auto* canvas = find<PageCanvas>("pageCanvas");
    canvas->setFocus();
    QTest::keyClick(canvas, Qt::Key_V, Qt::ControlModifier);
    ASSERT_TRUE(waitFor([&] { return find<QComboBox>("pictureGuess")->isVisible(); }));
    EXPECT_TRUE(find<QComboBox>("pictureGuess")->currentText().contains(QStringLiteral("pages")))
        << find<QComboBox>("pictureGuess")->currentText().toStdString();
    EXPECT_TRUE(waitFor([&] { return bench->result() == dithered; }));
}

TEST_F(BenchesTest, WhatIsNoPictureIsRefused)
{
    openPage("speed");
    click("benchPicture");
    auto* bench = find<PictureBench>("pictureBench");
    QStringList said;
    QObject::connect(
        bench, &PictureBench::refused, bench, [&](const QString& words) { said << words; });
    const auto write = [&](const char* name, const QByteArray& bytes) {
        QFile file(folder.filePath(QString::fromLatin1(name)));
        EXPECT_TRUE(file.open(QIODevice::WriteOnly));
        file.write(bytes);
        return file.fileName();
    };
    for (const auto& each : {write("empty.png", {}), write("text.png", "this is text"),
             write("huge.ppm", "P6 30000 30000 255\n"),
             write("torn.png", QByteArray("\x89PNG\r\n\x1a\n\0\0\0\rIHDR", 16)),
             folder.filePath(QStringLiteral("missing.png"))}) {
        const auto before = said.size();
        bench->openFile(each);
        EXPECT_TRUE(waitFor([&] { return said.size() > before; })) << each.toStdString();
    }
    EXPECT_TRUE(said[2].contains(QStringLiteral("30000"))) << said[2].toStdString();
    EXPECT_TRUE(bench->result().levels.empty());
}

} // namespace
} // namespace fern::app
