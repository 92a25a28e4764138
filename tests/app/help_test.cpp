// The help, and the examples that the program comes with.

#include "app/door/start_page.h"
#include "tests/app/window_fixture.h"

#include <QListWidget>
#include <QTextBlock>
#include <QTextBrowser>

namespace fern::app {
namespace {

using HelpTest = WindowTest;

TEST_F(HelpTest, HelpOpensAtTheLeaf)
{
    openLeaf("Smooth");
    QTest::keyClick(&window, Qt::Key_F1);
    auto* text = find<QTextBrowser>("helpText");
    ASSERT_TRUE(text->isVisible());
    EXPECT_EQ(text->textCursor().block().text(), QStringLiteral("Smooth"));
    openLeaf("World");
    QApplication::setActiveWindow(&window); // pressed in the help, F1 shows the keys
    QTest::keyClick(&window, Qt::Key_F1);
    EXPECT_EQ(text->textCursor().block().text(), QStringLiteral("World"));
    trigger("actionAbout");
    EXPECT_TRUE(dialogs.abouts.last().contains(QStringLiteral("GNU General Public License")));
}

TEST_F(HelpTest, HasContentsASearchAndTheKeys)
{
    QTest::keyClick(&window, Qt::Key_F1);
    auto* help = find<QWidget>("help");
    const auto* text = find<QTextBrowser>("helpText");
    auto* contents = find<QListWidget>("helpContents");
    QApplication::setActiveWindow(help); // as a window manager would
    QTest::keyClick(help, Qt::Key_F1); // once more
    EXPECT_EQ(text->textCursor().block().text(), QStringLiteral("Keys"));
    EXPECT_EQ(contents->currentItem()->text(), QStringLiteral("Keys"));
    for (const auto* action : window.findChildren<QAction*>())
        if (action->objectName().startsWith(QStringLiteral("action"))
            && !action->shortcut().isEmpty()) {
            const auto keys = action->shortcut().toString(QKeySequence::NativeText);
            const auto last = keys.section(QLatin1Char('+'), -1);
            EXPECT_TRUE(text->toPlainText().contains(keys)
                || text->toPlainText().contains(
                    QString(last)
                        .replace(QStringLiteral("PgUp"), QStringLiteral("Page Up"))
                        .replace(QStringLiteral("PgDown"), QStringLiteral("Page Down"))))
                << keys.toStdString();
        }
    QTest::keyClicks(contents, QStringLiteral("rea")); // the first letters of a heading lead to it
    EXPECT_EQ(contents->currentItem()->text(), QStringLiteral("Reading"));
    auto* typed = find<QLineEdit>("helpSearch");
    QTest::keyClicks(typed, QStringLiteral("thermistor"));
    EXPECT_EQ(text->textCursor().selectedText().toLower(), QStringLiteral("thermistor"));
    typed->clear();
    QTest::keyClicks(typed, QStringLiteral("channel"));
    const int first = text->textCursor().position();
    QTest::keyClick(typed, Qt::Key_Return);
    EXPECT_NE(text->textCursor().position(), first) << "the next place";
    typed->clear();
    QTest::keyClicks(typed, QStringLiteral("xyzzy"));
    EXPECT_EQ(find<QLabel>("helpFound")->text(), QStringLiteral("nowhere"));
}

TEST(StartPageTest, ShowsTheExamplesAsTheyRunAndOpensACopy)
{
    const QTemporaryDir folder;
    AnsweredDialogs dialogs;
    MainWindow window(dialogs, Storage(folder.filePath(QStringLiteral("kept"))));
    window.show();
    ASSERT_NE(window.focusWidget(), nullptr);
    EXPECT_EQ(window.focusWidget()->objectName(), QStringLiteral("startNew"));
    // Enter presses it, and turning away comes back to it.
    QTest::keyClick(window.focusWidget(), Qt::Key_Return);
    auto* door = window.findChild<QWidget*>(QStringLiteral("door"));
    ASSERT_TRUE(door != nullptr && door->isVisible());
    QTest::keyClick(window.focusWidget(), Qt::Key_Escape);
    EXPECT_EQ(window.focusWidget()->objectName(), QStringLiteral("startNew"));
    auto* skiff =
        window.findChild<QAbstractButton*>(QStringLiteral("demo wagtail-skiff.fern.json"));
    ASSERT_NE(skiff, nullptr);
    ASSERT_TRUE(QTest::qWaitFor([&] { return skiff->isEnabled(); }, 20000));
    EXPECT_EQ(skiff->text(), QStringLiteral("Wagtail"));
    const auto dark = [&] { return skiff->grab().toImage().pixelColor(8, 8); };
    EXPECT_LT(dark().lightness(), 40) << "a glass";
    QTest::mouseClick(skiff, Qt::LeftButton);
    ASSERT_TRUE(window.document().isOpen());
    EXPECT_TRUE(window.document().path().isEmpty()) << "a copy";
    EXPECT_EQ(window.document().instrument().name, "Wagtail");
    EXPECT_TRUE(window.document().instrument().captures.empty());
}

} // namespace
} // namespace fern::app
