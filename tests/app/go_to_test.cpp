// Many channels, and going to anything by typing its name.

#include "app/shell/tab_strip.h"
#include "instrument/channel_edits.h"
#include "tests/app/window_fixture.h"

#include <QListWidget>
#include <QRegularExpression>

#include <algorithm>

namespace fern::app {
namespace {

class GoToTest : public WindowTest {
protected:
    QLineEdit* typed() { return find<QLineEdit>("goToTyped"); }
    QStringList found()
    {
        const auto* list = find<QListWidget>("goToList");
        QStringList lines;
        for (int row = 0; row < list->count(); ++row)
            lines << list->item(row)->text();
        return lines;
    }
    /// Opens the list by its keys and types into it.
    void search(const char* words)
    {
        QTest::keyClick(&window, Qt::Key_K, Qt::ControlModifier);
        ASSERT_TRUE(typed()->isVisible());
        QTest::keyClicks(typed(), QString::fromLatin1(words));
    }
    void enter()
    {
        QTest::keyClick(typed(), Qt::Key_Return);
        settle();
    }
    /// Copies of the first channel until there are so many.
    void fill(std::size_t count)
    {
        auto in = instrument();
        while (in.channels.size() < count)
            in = *withChannelCopied(in, in.channels[0]->id);
        window.document().apply(QStringLiteral("Copies"), in);
        settle();
    }
    TabButton* openTab()
    {
        for (auto* tab : window.findChildren<TabButton*>())
            if (tab->isChecked() && tab->isVisible())
                return tab;
        return nullptr;
    }
};

TEST_F(GoToTest, NamesAreWholeAndTheRestIsTwoActionsAway)
{
    for (const char* button : {"page-button", "unit-button"})
        window.document().apply({}, withoutChannel(instrument(), button));
    settle();
    EXPECT_FALSE(find<QWidget>("moreChannels")->isVisible()) << "seven names fit";
    fill(12);
    window.resize(1024, 700);
    QCoreApplication::processEvents();
    int seen = 0;
    for (const auto* tab : window.findChildren<TabButton*>())
        if (tab->isVisible()) {
            ++seen;
            EXPECT_GE(tab->width(), tab->sizeHint().width()) << tab->text().toStdString();
            EXPECT_TRUE(tab->parentWidget()->rect().contains(tab->geometry()));
        }
    auto* more = find<QAbstractButton>("moreChannels");
    EXPECT_EQ(more->text(), QStringLiteral("%1 more").arg(12 - (seen - 1)));
    QTest::mouseClick(more, Qt::LeftButton);
    ASSERT_EQ(found().size(), 12);
    EXPECT_TRUE(found().front().contains(QStringLiteral("13."))) << "with what it says now";
    EXPECT_TRUE(found().front().contains(QStringLiteral("1 check")))
        << found().front().toStdString();
    auto* list = find<QListWidget>("goToList");
    auto* last = list->item(11);
    list->scrollToItem(last);
    QTest::mouseClick(list->viewport(), Qt::LeftButton, {}, list->visualItemRect(last).center());
    settle();
    EXPECT_FALSE(list->isVisible());
    ASSERT_NE(openTab(), nullptr) << "the open one is always seen";
    EXPECT_EQ(openTab()->id(), QString::fromStdString(instrument().channels.back()->id));
    // And by keys through all of them.
    for (std::size_t i = 1; i < 12; ++i)
        QTest::keyClick(&window, Qt::Key_PageUp, Qt::ControlModifier);
    settle();
    EXPECT_EQ(openTab()->id(), QStringLiteral("house-battery"));
}

TEST_F(GoToTest, AnythingIsFoundByItsName)
{
    search("pulse");
    EXPECT_TRUE(found().front().startsWith(QStringLiteral("Channel: Pulse")));
    enter();
    EXPECT_EQ(openTab()->text(), QStringLiteral("Pulse"));
    search("text bilge");
    enter();
    EXPECT_EQ(openTab()->text(), QStringLiteral("Bilge level"));
    EXPECT_TRUE(leaf("Text")->isChecked());
    search("place parts");
    enter();
    EXPECT_TRUE(find<QWidget>("partsPlace")->isVisible());
    search("finding honest");
    enter();
    EXPECT_TRUE(find<QWidget>("channelsPlace")->isVisible());
    EXPECT_TRUE(leaf("Text")->isChecked());
    search("fold the glass");
    enter();
    EXPECT_FALSE(find<GlassView>("glass")->isVisible());
    // What is not there is said, and nothing happens.
    search("xyzzy");
    EXPECT_EQ(found(), QStringList{QStringLiteral("Nothing is called so.")});
    enter();
    EXPECT_TRUE(typed()->isVisible());
    QTest::keyClick(typed(), Qt::Key_Escape);
    EXPECT_FALSE(typed()->isVisible());
}

TEST_F(GoToTest, TheKeysChooseFromWhatWasFound)
{
    search("house battery");
    const auto lines = found();
    ASSERT_GT(lines.size(), 2);
    QTest::keyClick(typed(), Qt::Key_Down);
    QTest::keyClick(typed(), Qt::Key_Down);
    QTest::keyClick(typed(), Qt::Key_Up);
    const auto* list = find<QListWidget>("goToList");
    EXPECT_EQ(list->currentRow(), 1);
    enter();
    EXPECT_EQ(openTab()->text(), QStringLiteral("House battery"));
}

// Fifty changes of every kind are taken back one by one, and made again, exactly.
TEST_F(GoToTest, FiftyEditsAreUndoneAndRedoneByKeys)
{
    std::vector<Instrument> states{instrument()};
    const auto note = [&] {
        settle();
        ASSERT_FALSE(instrument() == states.back()) << states.size();
        states.push_back(instrument());
    };
    for (int i = 0; i < 10; ++i) {
        openChannel("house-battery");
        openLeaf("Sensor");
        type("r1", QStringLiteral("%1k").arg(51 + i));
        note();
        openLeaf("World");
        type("wishTo", QStringLiteral("%1 V").arg(15 + 0.1 * i));
        note();
        openLeaf("Text");
        auto* width = find<QSpinBox>("width");
        width->setFocus();
        width->selectAll();
        QTest::keyClicks(width, QString::number(6 + i));
        QTest::keyClick(width, Qt::Key_Return);
        note();
        QTest::keyClick(&window, Qt::Key_PageDown, Qt::ControlModifier | Qt::ShiftModifier);
        note();
        QTest::keyClick(&window, Qt::Key_D, Qt::ControlModifier);
        note();
    }
    ASSERT_EQ(states.size(), 51U);
    for (std::size_t i = 50; i-- > 0;) {
        QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
        ASSERT_TRUE(instrument() == states[i]) << i;
    }
    for (std::size_t i = 1; i <= 50; ++i) {
        QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
        ASSERT_TRUE(instrument() == states[i]) << i;
    }
}

TEST_F(GoToTest, ABadEntryIsToldAtItsField)
{
    openLeaf("Sensor");
    type("r1", QStringLiteral("4,7k"));
    auto* note = find<QLabel>("fieldNote");
    auto* field = find<QLineEdit>("r1");
    ASSERT_TRUE(note->isVisible());
    EXPECT_TRUE(note->text().contains(QStringLiteral("the decimal mark is a point")));
    EXPECT_FALSE(find<QWidget>("noticeBar")->isVisible()) << "it is told once";
    const auto below = field->mapTo(&window, QPoint(0, field->height()));
    EXPECT_LT((note->pos() - below).manhattanLength(), 20);
    QTest::keyClicks(field, QStringLiteral("5"));
    EXPECT_FALSE(note->isVisible()) << "the next try has begun";
    // A click on what it covers goes there.
    type("r1", QStringLiteral("4,7k"));
    ASSERT_TRUE(note->isVisible());
    QLineEdit* covered = nullptr;
    for (auto* edit : window.findChildren<QLineEdit*>())
        if (edit->isVisible() && note->geometry().contains(middleOf(edit, &window)))
            covered = edit;
    ASSERT_NE(covered, nullptr) << "the note hangs over the next field";
    QTest::mouseClick(window.windowHandle(), Qt::LeftButton, {}, middleOf(covered, &window));
    EXPECT_EQ(QApplication::focusWidget(), covered);
    EXPECT_FALSE(note->isVisible());
}

TEST_F(GoToTest, EveryPageIsReachedByItsName)
{
    search("page");
    const auto pages = found().filter(QRegularExpression(QStringLiteral("^Page: ")));
    ASSERT_GT(pages.size(), 15);
    for (const auto& line : pages) {
        const auto word = line.mid(6).section(QStringLiteral("   "), 0, 0);
        search("");
        auto* list = find<QListWidget>("goToList");
        QTest::keyClicks(typed(), QString(word).remove(QStringLiteral("…")));
        for (int row = 0; row < list->count() && list->currentItem()->text() != line; ++row)
            QTest::keyClick(typed(), Qt::Key_Down);
        ASSERT_EQ(list->currentItem()->text(), line);
        enter();
        EXPECT_TRUE(waitFor([&] {
            const auto chips = window.findChildren<QAbstractButton*>();
            return std::any_of(chips.begin(), chips.end(), [&](const auto* chip) {
                return chip->text() == word && chip->isVisible() && chip->isChecked();
            });
        })) << line.toStdString();
    }
}

TEST_F(GoToTest, NothingFoundStaysNothingWhileItRuns)
{
    search("zither");
    EXPECT_EQ(found(), QStringList{QStringLiteral("Nothing is called so.")});
    window.runner().run();
    const auto begin = window.runner().view()->now;
    ASSERT_TRUE(
        waitFor([&] { return window.runner().view()->now > begin + ticksFromSeconds(0.2); }));
    EXPECT_EQ(found(), QStringList{QStringLiteral("Nothing is called so.")});
    enter();
    EXPECT_TRUE(typed()->isVisible());
}

} // namespace
} // namespace fern::app
