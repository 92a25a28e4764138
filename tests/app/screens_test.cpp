// The Screens place, driven in a real window.

#include "instrument/page_edits.h"
#include "tests/app/screens_fixture.h"

#include <QClipboard>

namespace fern::app {
namespace {

// From an empty page on, without a mouse.
TEST_F(ScreensTest, APageIsBuiltByKeysAlone)
{
    auto* another = find<QPushButton>("anotherPage helm");
    another->setFocus();
    QTest::keyClick(another, Qt::Key_Space);
    settle();
    const auto id = instrument().pages.back()->id;
    EXPECT_EQ(place()->page(), QString::fromStdString(id));
    type("pageName", QStringLiteral("Two bars"));
    EXPECT_EQ(instrument().pages.back()->name, "Two bars");
    for (const auto* kind : {"add value", "add bar"}) {
        auto* add = find<QAbstractButton>(kind);
        add->setFocus();
        QTest::keyClick(add, Qt::Key_Space);
        settle();
    }
    ASSERT_EQ(instrument().pages.back()->fields.size(), 2U);
    const auto bar = [&] { return instrument().pages.back()->fields[1]; };
    EXPECT_EQ(place()->field(), QStringLiteral("bar"));
    EXPECT_EQ(bar().x, 40) << "beside the value";
    EXPECT_EQ(bar().y, 0);
    key(Qt::Key_Down);
    key(Qt::Key_Right, Qt::ShiftModifier);
    EXPECT_EQ(bar().y, 8);
    EXPECT_EQ(bar().x, 41);
    key(Qt::Key_Right, Qt::ControlModifier);
    EXPECT_EQ(bar().width, 72);
    key(Qt::Key_PageUp);
    EXPECT_EQ(place()->field(), QStringLiteral("value"));
    key(Qt::Key_Delete);
    EXPECT_EQ(instrument().pages.back()->fields.size(), 1U);
    // Everything is undone, a step each.
    for (int i = 0; i < 4; ++i)
        QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    settle();
    EXPECT_EQ(instrument().pages.back()->fields.size(), 2U);
    EXPECT_EQ(bar().y, 0);
}

TEST_F(ScreensTest, FieldsAreMovedAndSizedByMouse)
{
    openPage("strokes");
    const auto box = Box{32, 16, 64, 32};
    QTest::mousePress(canvas(), Qt::LeftButton, {}, middleOf(box));
    settle();
    EXPECT_EQ(place()->field(), QStringLiteral("count"));
    const auto by = canvas()->rectOf({0, 0, 15, 0}).width();
    QTest::mouseMove(canvas(), middleOf(box) + QPoint(static_cast<int>(by), 0));
    QTest::mouseRelease(
        canvas(), Qt::LeftButton, {}, middleOf(box) + QPoint(static_cast<int>(by), 0));
    settle();
    EXPECT_EQ(field("strokes", "count")->x, 48) << "it snaps to eight pixels";
    EXPECT_EQ(field("strokes", "count")->y, 16);
    // A click beside all of them chooses none.
    QTest::mouseClick(canvas(), Qt::LeftButton, {}, QPoint(2, 2));
    EXPECT_TRUE(place()->field().isEmpty());
}

TEST_F(ScreensTest, WhatIsEnteredCountsOrIsRefused)
{
    openPage("pulse");
    canvas()->setFocus();
    key(Qt::Key_PageDown);
    key(Qt::Key_PageDown);
    key(Qt::Key_PageDown);
    EXPECT_EQ(place()->field(), QStringLiteral("alarm"));
    EXPECT_NE(canvas()->accessibleDescription().indexOf(QStringLiteral("alarm")), -1);
    const auto& rows = fieldParameters(instrument(), "pulse", "alarm");
    const auto most = std::find_if(
        rows.begin(), rows.end(), [](const Parameter& row) { return row.path == "most"; });
    ASSERT_NE(most, rows.end());
    EXPECT_EQ(most->label, "or above");
    type("parameter most", QStringLiteral("120"));
    EXPECT_EQ(field("pulse", "alarm")->most, 120);
    type("parameter most", QStringLiteral("20")); // below the least
    EXPECT_EQ(field("pulse", "alarm")->most, 120);
    type("parameter most", QStringLiteral("many"));
    EXPECT_EQ(field("pulse", "alarm")->most, 120);
    EXPECT_EQ(find<QLineEdit>("parameter most")->text(), QStringLiteral("120"));
}

TEST_F(ScreensTest, AValueLeadsToWhereItsTextIsMade)
{
    openPage("speed");
    canvas()->setFocus();
    key(Qt::Key_PageDown);
    key(Qt::Key_PageDown);
    EXPECT_EQ(place()->field(), QStringLiteral("wheel"));
    EXPECT_TRUE(find<QLabel>("fieldFits")->text().contains(QStringLiteral("overflow")))
        << find<QLabel>("fieldFits")->text().toStdString();
    click("fieldText");
    EXPECT_FALSE(place()->isVisible());
    EXPECT_TRUE(leaf("Text")->isChecked() || leaf("Text")->isVisible());
}

// A page is tried where the sensor says nothing, and at its ends.
TEST_F(ScreensTest, APageIsTried)
{
    openPage("battery");
    const auto words = [&](const char* trial) {
        click((std::string("try ") + trial).c_str());
        canvas()->setFocus();
        key(Qt::Key_PageDown); // the title, then the volts
        if (place()->field() != QStringLiteral("volts"))
            key(Qt::Key_PageDown);
        return canvas()->accessibleDescription();
    };
    EXPECT_TRUE(words("most").contains(QStringLiteral("14.60"))) << words("most").toStdString();
    EXPECT_TRUE(words("not yet").contains(QStringLiteral("....")));
    EXPECT_TRUE(words("stale").contains(QStringLiteral("????")));
    EXPECT_TRUE(words("no value").contains(QStringLiteral("----")));
    openPage("pulse");
    click("try alarm");
    canvas()->setFocus();
    for (int i = 0; i < 3; ++i)
        key(Qt::Key_PageDown);
    EXPECT_EQ(place()->field(), QStringLiteral("alarm"));
    EXPECT_TRUE(canvas()->accessibleDescription().contains(QStringLiteral("!")))
        << canvas()->accessibleDescription().toStdString();
}

TEST_F(ScreensTest, AFieldIsPutToTheEdgesAndTheMiddle)
{
    openPage("strokes");
    EXPECT_FALSE(find<QAbstractButton>("align left")->isEnabled()) << "none is chosen";
    canvas()->setFocus();
    key(Qt::Key_PageDown); // the title of 7 letters of 8 pixels
    const auto at = [&] {
        return std::pair(field("strokes", "title")->x, field("strokes", "title")->y);
    };
    click("align right");
    EXPECT_EQ(at(), std::pair(72, 0));
    click("align centre");
    EXPECT_EQ(at(), std::pair(36, 0));
    click("align bottom");
    EXPECT_EQ(at(), std::pair(36, 48));
    click("align left");
    click("align middle");
    EXPECT_EQ(at(), std::pair(0, 24));
    auto* frame = find<QComboBox>("alignTo");
    QTest::keyClick(frame, Qt::Key_Down); // another field of the page
    const auto* other = field("strokes", qPrintable(frame->currentData().toString()));
    ASSERT_NE(other, nullptr);
    click("align top");
    EXPECT_EQ(at(), std::pair(0, other->y));
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    settle();
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    settle();
    EXPECT_EQ(at(), std::pair(0, 48));
}

TEST_F(ScreensTest, AFieldIsCopiedToAnotherPageAndDisplay)
{
    openPage("pulse");
    canvas()->setFocus();
    for (int i = 0; i < 3; ++i)
        key(Qt::Key_PageDown);
    key(Qt::Key_C, Qt::ControlModifier);
    openPage("bilge");
    canvas()->setFocus();
    key(Qt::Key_V, Qt::ControlModifier);
    ASSERT_NE(field("bilge", "alarm"), nullptr);
    EXPECT_EQ(field("bilge", "alarm")->most, 165);
    EXPECT_EQ(place()->field(), QStringLiteral("alarm"));
    // Dots cannot go to digits; nothing changes.
    openPage("strokes");
    canvas()->setFocus();
    key(Qt::Key_PageUp);
    EXPECT_EQ(place()->field(), QStringLiteral("page"));
    key(Qt::Key_C, Qt::ControlModifier);
    openPage("bow-speed");
    canvas()->setFocus();
    const auto before = page("bow-speed");
    key(Qt::Key_V, Qt::ControlModifier);
    EXPECT_EQ(page("bow-speed"), before);
}

TEST_F(ScreensTest, PagesChangePlacesAndGo)
{
    const auto first = [&] { return window.runner().view()->plain().displays[0].pages[0].id; };
    openPage("bilge");
    click("pageEarlier");
    EXPECT_EQ(first(), "bilge");
    click("pageLater");
    EXPECT_EQ(first(), "battery");
    const auto pages = instrument().pages.size();
    click("removePage");
    EXPECT_EQ(instrument().pages.size(), pages - 1);
    EXPECT_EQ(place()->page(), QStringLiteral("battery"));
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    settle();
    EXPECT_EQ(instrument().pages.size(), pages);
}

class CellScreensTest : public ScreensTest {
    const char* instrumentFile() const override { return "demo/kitbag-scale.fern.json"; }
};

// A bar of glyphs is made and seen; on digits it is not offered.
TEST_F(CellScreensTest, ABarOfSignsIsSeenOnTheGlass)
{
    window.runner().jumpTo(ticksFromSeconds(20));
    ASSERT_TRUE(waitFor([this] { return window.runner().view()->now == ticksFromSeconds(20); }));
    const auto& text = window.runner().view()->glass[0].text;
    EXPECT_NE(text[0].find("④"), std::string::npos) << text[0];
    EXPECT_TRUE(find<QAbstractButton>("add bar")->isEnabled());
}

// A bar is made for a wanted range and number of cells, put on the page and seen.
TEST_F(CellScreensTest, ABarSetIsMadeForARange)
{
    auto bare = page("weight");
    std::erase_if(bare.fields, [](const Field& f) { return f.kind == FieldKind::Bar; });
    window.document().apply(QStringLiteral("No bar"),
        withPageChanged(instrument(), "weight", [&](Page& changed) { changed = bare; }));
    settle();
    click("benchGlyph");
    type("barMost", QStringLiteral("-3"));
    EXPECT_TRUE(notice()->text().contains(QStringLiteral("A bar ends above where it begins")));
    type("barMost", QStringLiteral("2"));
    find<QSpinBox>("barCells")->setValue(4);
    EXPECT_TRUE(find<QLabel>("barStep")->text().startsWith(QStringLiteral("20 steps of 0.1,")))
        << find<QLabel>("barStep")->text().toStdString();
    click("copyBarC");
    EXPECT_TRUE(QGuiApplication::clipboard()->text().contains(QStringLiteral("bar_1")))
        << QGuiApplication::clipboard()->text().toStdString();
    click("putBar");
    const auto& made = page("weight").fields.back();
    EXPECT_EQ(made.kind, FieldKind::Bar);
    EXPECT_EQ(made.most, 2);
    EXPECT_EQ(made.width, 4);
    window.runner().jumpTo(ticksFromSeconds(20));
    EXPECT_TRUE(waitFor([this] {
        for (const auto& row : window.runner().view()->glass[0].text)
            if (row.find("④") != std::string::npos || row.find("⑤") != std::string::npos
                || row.find("①") != std::string::npos)
                return true;
        return false;
    }));
}

TEST_F(ScreensTest, DigitsOfferWhatTheyCanShow)
{
    openPage("bow-speed");
    EXPECT_FALSE(find<QAbstractButton>("add bar")->isEnabled());
    EXPECT_TRUE(find<QAbstractButton>("add value")->isEnabled());
}

} // namespace
} // namespace fern::app
