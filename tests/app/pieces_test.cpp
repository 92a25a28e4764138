// Small parts of the window on their own.

#include "app/files/storage.h"
#include "app/look/inputs.h"
#include "app/look/line_label.h"
#include "app/look/look.h"
#include "app/notice/notice_bar.h"
#include "tests/app/window_fixture.h"

#include <QHBoxLayout>

namespace fern::app {
namespace {

class NumberEditTest : public testing::Test {
protected:
    void SetUp() override
    {
        edit.showNumber(1.5);
        QObject::connect(
            &edit, &NumberEdit::numberEntered, &edit, [this](double n) { entered.push_back(n); });
        QObject::connect(
            &edit, &NumberEdit::refused, &edit, [this](const QString& m) { refused << m; });
        edit.show();
        edit.setFocus();
    }
    void type(const QString& text)
    {
        edit.selectAll();
        QTest::keyClicks(&edit, text);
        QTest::keyClick(&edit, Qt::Key_Return);
    }
    NumberEdit edit{QStringLiteral("LSB")};
    std::vector<double> entered;
    QStringList refused;
};

TEST_F(NumberEditTest, TakesANumberWithOrWithoutItsWord)
{
    EXPECT_EQ(edit.text(), QStringLiteral("1.5 LSB"));
    type(QStringLiteral("6"));
    type(QStringLiteral("0.25 LSB"));
    type(QStringLiteral("1e3LSB"));
    EXPECT_EQ(entered, (std::vector<double>{6, 0.25, 1000}));
    EXPECT_TRUE(refused.isEmpty());
}

TEST_F(NumberEditTest, RefusesWhatIsNoNumberAndSaysWhy)
{
    for (const char* typed : {"much", "1,5", "6 V", "--1"})
        type(QString::fromLatin1(typed));
    EXPECT_TRUE(entered.empty());
    ASSERT_EQ(refused.size(), 4);
    EXPECT_TRUE(refused[0].contains(QStringLiteral("in LSB"))) << refused[0].toStdString();
    EXPECT_TRUE(refused[1].contains(QStringLiteral("decimal mark is a point")));
    EXPECT_EQ(edit.text(), QStringLiteral("1.5 LSB"));
}

TEST(LineLabelTest, AsksForALayoutOnlyWhenItGrows)
{
    LineLabel label(LineLabel::Kind::Figure, wordFont(13));
    label.setText(QStringLiteral("13.05 V"));
    const int width = label.sizeHint().width();
    label.setText(QStringLiteral("1 V"));
    EXPECT_EQ(label.sizeHint().width(), width);
    EXPECT_EQ(label.minimumSizeHint().width(), width);
    label.setText(QStringLiteral("13.05 V and more"));
    EXPECT_GT(label.sizeHint().width(), width);
    EXPECT_EQ(QAccessible::queryAccessibleInterface(&label)->text(QAccessible::Name),
        QStringLiteral("13.05 V and more"));
}

TEST(LineLabelTest, ANoteIsWholeOrGoneButNeverAFragment)
{
    LineLabel note(LineLabel::Kind::Note, wordFont(12));
    note.setText(QStringLiteral("as the converter sees it, at most"));
    const auto inked = [&](int width) {
        note.resize(width, note.sizeHint().height());
        QImage image(note.size(), QImage::Format_RGB32);
        image.fill(Qt::white);
        note.render(&image, {}, {}, QWidget::DrawChildren);
        QImage white(image.size(), image.format());
        white.fill(Qt::white);
        return image != white;
    };
    EXPECT_TRUE(inked(note.sizeHint().width()));
    EXPECT_FALSE(inked(note.sizeHint().width() / 3));
    EXPECT_EQ(note.minimumSizeHint().width(), 0);
    EXPECT_EQ(note.toolTip(), note.text());
}

TEST(StorageTest, KeepsTheNewestEightFilesThatExist)
{
    const QTemporaryDir folder;
    const Storage storage(folder.filePath(QStringLiteral("kept")));
    EXPECT_TRUE(storage.recentFiles().isEmpty());
    QStringList made;
    for (int i = 0; i < 10; ++i) {
        // A comma and a blank must survive the settings file.
        made << folder.filePath(QStringLiteral("my boat, %1.fern.json").arg(i));
        QFile(made.last()).open(QIODevice::WriteOnly);
        storage.addRecent(made.last());
    }
    storage.addRecent(made[4]); // again: it moves to the front
    auto recent = storage.recentFiles();
    ASSERT_EQ(recent.size(), 8);
    EXPECT_EQ(recent[0], made[4]);
    EXPECT_EQ(recent[1], made[9]);
    EXPECT_EQ(recent.count(made[4]), 1);
    QFile::remove(made[9]);
    EXPECT_EQ(storage.recentFiles()[1], made[8]);
}

TEST(StorageTest, WithoutAFolderKeepsNothing)
{
    const Storage nowhere;
    nowhere.addRecent(QString::fromStdString(test::sourcePath("README.md")));
    nowhere.setLook(LookKind::Dark);
    EXPECT_TRUE(nowhere.recentFiles().isEmpty());
    EXPECT_EQ(nowhere.look(), LookKind::Light);
}

TEST(NoticeBarTest, TheMostUrgentIsSeenAndTheOthersWait)
{
    NoticeBar bar;
    const auto words = [&] { return bar.findChild<QLabel*>(QStringLiteral("notice"))->text(); };
    const auto click = [&](const char* way) {
        QTest::mouseClick(bar.findChild<QPushButton*>(QString::fromLatin1(way)), Qt::LeftButton);
        QCoreApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
    };
    int gone = 0;
    bar.tell(QStringLiteral("12 rows"));
    bar.ask(QStringLiteral("two windows"), {{QStringLiteral("Go on"), [&] { ++gone; }}});
    EXPECT_EQ(words(), QStringLiteral("two windows"));
    bar.refuse(QStringLiteral("no number"));
    EXPECT_EQ(words(), QStringLiteral("no number"));
    EXPECT_EQ(bar.accessibleName(), QStringLiteral("Not done"));
    bar.clearPassing(); // the document has changed: the question stands, the news is old
    EXPECT_EQ(words(), QStringLiteral("two windows"));
    EXPECT_EQ(bar.accessibleName(), QStringLiteral("Question"));
    click("wayGo on");
    EXPECT_EQ(gone, 1);
    EXPECT_FALSE(bar.isVisible());
    bar.refuse(QStringLiteral("no number"));
    click("wayClose");
    EXPECT_FALSE(bar.isVisible());
}

} // namespace
} // namespace fern::app
