// A channel that no page shows, such as a key, in a real window.

#include "instrument/channel_edits.h"
#include "tests/app/window_fixture.h"

#include <QLabel>
#include <QListWidget>

namespace fern::app {
namespace {

class UnshownTest : public WindowTest {
protected:
    void SetUp() override
    {
        WindowTest::SetUp();
        for (const char* id : {"last-stroke", "strokes", "pulse"}) // the header has room then
            window.document().apply({}, withoutChannel(instrument(), id));
        settle();
    }
    QWidget* sheet() { return find<QWidget>("unshownSheet"); }
    /// Of the sheet, not of the World leaf.
    template <class T> T* inSheet(const char* name)
    {
        auto* widget = sheet()->findChild<T*>(QString::fromLatin1(name));
        EXPECT_NE(widget, nullptr) << name;
        return widget;
    }
};

TEST_F(UnshownTest, AKeySaysWhatItDoesAndComesOnAPage)
{
    openChannel("unit-button");
    ASSERT_TRUE(sheet()->isVisible());
    EXPECT_TRUE(inSheet<QLabel>("unshownWords")->text().startsWith(QStringLiteral("Unit button")));
    const auto pages = instrument().pages.size();
    click("putOnPage");
    EXPECT_EQ(instrument().pages.size(), pages + 1);
    EXPECT_TRUE(waitFor([&] { return !sheet()->isVisible(); })) << "it has a stem now";
    EXPECT_TRUE(leaf("Text")->isVisible());
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    settle();
    EXPECT_EQ(instrument().pages.size(), pages);
    EXPECT_TRUE(waitFor([&] { return sheet()->isVisible(); }));
}

// A setting is added to it, and learns to be typed and to seek.
TEST_F(UnshownTest, ASettingIsAddedTypedAndSeeks)
{
    openChannel("unit-button");
    QTest::mouseClick(inSheet<QPushButton>("addEntry"), Qt::LeftButton);
    clickEntry(inSheet<QMenu>("entryMenu"), QStringLiteral("Setting that it changes"));
    ASSERT_EQ(instrument().settings.size(), 1U);
    EXPECT_EQ(instrument().settings[0]->by, "unit-button");
    for (const char* group : {"parameter entry", "parameter seeking"}) {
        auto* tell = inSheet<QPushButton>(group);
        ASSERT_TRUE(waitFor([&] { return tell->isVisible(); }));
        tell->click();
        settle();
    }
    EXPECT_TRUE(instrument().settings[0]->entry);
    ASSERT_TRUE(instrument().settings[0]->seeking);
    EXPECT_EQ(instrument().settings[0]->seeking->channel, "house-battery");
}

} // namespace
} // namespace fern::app
