#include "io/files.h"
// What happens to files: opened lately, dropped, saved, changed by others, left by a crash.

#include "tests/app/window_fixture.h"

#include <QMimeData>
#include <QProcess>

namespace fern::app {
namespace {

/// Replaces a file as another program would.
void overwrite(const QString& path, const std::string& text)
{
    QFile file(path);
    ASSERT_TRUE(file.open(QIODevice::WriteOnly | QIODevice::Truncate));
    ASSERT_EQ(file.write(text.data(), static_cast<qint64>(text.size())),
        static_cast<qint64>(text.size()));
}

bool drop(QWidget& window, const QString& path)
{
    QMimeData data;
    data.setUrls({QUrl::fromLocalFile(path)});
    QDragEnterEvent enter({200, 200}, Qt::CopyAction, &data, Qt::LeftButton, {});
    QApplication::sendEvent(&window, &enter);
    if (!enter.isAccepted())
        return false;
    QDropEvent event({200, 200}, Qt::CopyAction, &data, Qt::LeftButton, {});
    QApplication::sendEvent(&window, &event);
    return event.isAccepted();
}

class FilesTest : public WindowTest {
protected:
    QPushButton* way(const char* label)
    {
        return window.findChild<QPushButton*>(QStringLiteral("way") + QString::fromLatin1(label));
    }
    /// Shows a window beside the fixture's, so that it gets the keys.
    static void showActive(MainWindow& other)
    {
        other.show();
        other.activateWindow();
        ASSERT_TRUE(QTest::qWaitForWindowActive(&other));
    }
    bool noticeComes(const char* words)
    {
        return QTest::qWaitFor([&] {
            return notice()->isVisible() && notice()->text().contains(QString::fromLatin1(words));
        });
    }
    const std::string changed =
        test::replaced(test::skiffText(), "\"value\": 47,", "\"value\": 33,");
};

TEST_F(FilesTest, OpensLatelyUsedFilesFromTheMenuAndTheStartPage)
{
    const auto other = folder.filePath(QStringLiteral("other.fern.json"));
    overwrite(other, changed);
    ASSERT_TRUE(window.files().open(other));
    auto* menu = find<QMenu>("recentMenu");
    menu->popup(window.mapToGlobal(QPoint(50, 50)));
    ASSERT_EQ(menu->actions().size(), 2);
    EXPECT_EQ(menu->actions()[0]->text(), QStringLiteral("other.fern.json"));
    clickEntry(menu, QStringLiteral("skiff.fern.json"));
    EXPECT_EQ(window.document().path(), path);
    // Another window begins with them; a file that is gone is not offered.
    QFile::remove(other);
    MainWindow fresh(dialogs, storage());
    fresh.show();
    fresh.files().guard();
    const auto links =
        fresh.findChild<QWidget*>(QStringLiteral("startPage"))->findChildren<QAbstractButton*>();
    int offered = 0;
    for (auto* link : links)
        if (link->text() == QStringLiteral("skiff.fern.json")) {
            ++offered;
            QTest::mouseClick(link, Qt::LeftButton);
        }
    EXPECT_EQ(offered, 1);
    EXPECT_EQ(fresh.document().path(), path);
}

TEST_F(FilesTest, TakesADroppedInstrumentOrRecordingAndNothingElse)
{
    const auto other = folder.filePath(QStringLiteral("other.fern.json"));
    overwrite(other, changed);
    EXPECT_TRUE(drop(window, other));
    EXPECT_EQ(window.document().path(), other);
    EXPECT_TRUE(drop(window,
        QString::fromStdString(
            test::sourcePath("demo/wagtail-skiff.fern.d/house-battery-evening.csv"))));
    EXPECT_TRUE(QTest::qWaitFor([this] {
        return find<QComboBox>("scenario")
            ->currentText()
            .contains(QStringLiteral("house-battery-evening.csv"));
    }));
    EXPECT_FALSE(drop(window, folder.filePath(QStringLiteral("picture.png"))));
    openLeaf("Sensor");
    type("r1", QStringLiteral("51k"));
    drop(window, path); // asked, and the answer is to stay
    EXPECT_EQ(dialogs.asked, 1);
    EXPECT_EQ(window.document().path(), other);
}

TEST_F(FilesTest, SavesUnderANewName)
{
    openLeaf("Sensor");
    type("r1", QStringLiteral("51k"));
    const auto copy = folder.filePath(QStringLiteral("copy.fern.json"));
    dialogs.nextSave = copy;
    QTest::keyClick(&window, Qt::Key_S, Qt::ControlModifier | Qt::ShiftModifier);
    EXPECT_EQ(window.document().path(), copy);
    EXPECT_EQ(test::readText(path.toStdString()), test::skiffText());
    EXPECT_TRUE(find<LineLabel>("saveState")->text().startsWith(QStringLiteral("copy.fern.json")));
    EXPECT_EQ(storage().recentFiles().front(), copy);
}

TEST_F(FilesTest, TellsWhatOthersDidToTheFile)
{
    overwrite(path, changed);
    ASSERT_TRUE(noticeComes("changed by another program"));
    QTest::mouseClick(way("Load it anew"), Qt::LeftButton);
    settle();
    EXPECT_EQ(instrument().channels[0]->frontEnd.r1, (Quantity{33, "kohm"}));
    EXPECT_FALSE(notice()->isVisible());
    // Keep this: saving then asks before it overwrites.
    overwrite(path, test::skiffText());
    ASSERT_TRUE(noticeComes("changed by another program"));
    auto* keep = way("Keep this");
    keep->setFocus();
    QTest::keyClick(keep, Qt::Key_Space);
    openLeaf("Sensor");
    type("r1", QStringLiteral("51k"));
    QTest::keyClick(&window, Qt::Key_S, Qt::ControlModifier);
    EXPECT_EQ(dialogs.questions.size(), 1);
    EXPECT_EQ(test::readText(path.toStdString()), test::skiffText());
    dialogs.chosen = QStringLiteral("Overwrite it");
    QTest::keyClick(&window, Qt::Key_S, Qt::ControlModifier);
    EXPECT_NE(test::readText(path.toStdString()), test::skiffText());
    EXPECT_FALSE(window.document().isModified());
}

TEST_F(FilesTest, AFileThatIsGoneIsToldAndWrittenAgain)
{
    QFile::remove(path);
    ASSERT_TRUE(noticeComes("gone from the disk"));
    openLeaf("Sensor");
    type("r1", QStringLiteral("51k"));
    QTest::keyClick(&window, Qt::Key_S, Qt::ControlModifier);
    EXPECT_TRUE(QFile::exists(path));
    EXPECT_TRUE(dialogs.questions.isEmpty());
}

TEST_F(FilesTest, WarnsOfASecondWindowOnTheFile)
{
    MainWindow second(dialogs, storage());
    second.show();
    ASSERT_TRUE(second.files().open(path));
    EXPECT_TRUE(second.findChild<QLabel*>(QStringLiteral("notice"))
                    ->text()
                    .contains(QStringLiteral("Another window has skiff.fern.json open")));
    EXPECT_FALSE(notice()->isVisible());
}

TEST_F(FilesTest, ACrashLeavesTheChanges)
{
    const auto file = folder.filePath(QStringLiteral("crash.fern.json"));
    overwrite(file, test::skiffText());
    // The same window in a process of its own, which kills itself after an edit.
    QProcess child;
    child.setProcessChannelMode(QProcess::ForwardedChannels);
    child.start(QCoreApplication::applicationFilePath(),
        {QStringLiteral("--edit-and-die"), file, storage().folder()});
    ASSERT_TRUE(child.waitForFinished(60000));
    ASSERT_EQ(child.exitStatus(), QProcess::CrashExit);
    EXPECT_EQ(test::readText(file.toStdString()), test::skiffText());

    MainWindow after(dialogs, storage());
    showActive(after);
    dialogs.chosen = QStringLiteral("Take them up");
    ASSERT_TRUE(after.files().open(file));
    ASSERT_EQ(dialogs.questions.size(), 1);
    EXPECT_TRUE(dialogs.questions[0].contains(QStringLiteral("Wagtail")));
    EXPECT_EQ(after.document().instrument().channels[0]->frontEnd.r1, (Quantity{68, "kohm"}));
    EXPECT_TRUE(after.document().isModified()); // and still one undo step away from the file
    after.document().undoStack().undo();
    EXPECT_TRUE(after.document().instrument() == test::wholeSkiff());
    // Once answered and saved it is not asked again.
    after.document().undoStack().redo();
    QTest::keyClick(&after, Qt::Key_S, Qt::ControlModifier);
    EXPECT_EQ(test::readText(file.toStdString()),
        test::replaced(test::skiffText(), "\"value\": 47,", "\"value\": 68,"));
    ASSERT_TRUE(after.files().open(file));
    EXPECT_EQ(dialogs.questions.size(), 1);
}

TEST_F(FilesTest, WhatACrashLeftCanBeForgotten)
{
    const auto file = folder.filePath(QStringLiteral("crash.fern.json"));
    overwrite(file, test::skiffText());
    QProcess child;
    child.start(QCoreApplication::applicationFilePath(),
        {QStringLiteral("--edit-and-die"), file, storage().folder()});
    ASSERT_TRUE(child.waitForFinished(60000));
    dialogs.chosen = QStringLiteral("Forget them");
    ASSERT_TRUE(window.files().open(file));
    ASSERT_EQ(dialogs.questions.size(), 1);
    EXPECT_TRUE(instrument() == test::wholeSkiff());
    ASSERT_TRUE(window.files().open(file));
    EXPECT_EQ(dialogs.questions.size(), 1);
}

TEST_F(FilesTest, NotNowKeepsWhatACrashLeft)
{
    const auto file = folder.filePath(QStringLiteral("crash.fern.json"));
    overwrite(file, test::skiffText());
    QProcess child;
    child.start(QCoreApplication::applicationFilePath(),
        {QStringLiteral("--edit-and-die"), file, storage().folder()});
    ASSERT_TRUE(child.waitForFinished(60000));
    ASSERT_TRUE(window.files().open(file)); // the answer is "Not now", as Escape gives it
    ASSERT_EQ(dialogs.questions.size(), 1);
    EXPECT_TRUE(instrument() == test::wholeSkiff());
    // Other work, its own recovery copy and its save leave it.
    openLeaf("Sensor");
    type("r1", QStringLiteral("51k"));
    const QDir copies(storage().folder() + QStringLiteral("/open"));
    ASSERT_TRUE(QTest::qWaitFor(
        [&] { return copies.entryList({QStringLiteral("*.fern.json")}).size() == 2; }));
    QTest::keyClick(&window, Qt::Key_S, Qt::ControlModifier);
    EXPECT_EQ(copies.entryList({QStringLiteral("*.fern.json")}).size(), 1);
    dialogs.chosen = QStringLiteral("Take them up");
    ASSERT_TRUE(window.files().open(file));
    EXPECT_EQ(dialogs.questions.size(), 2);
    EXPECT_EQ(instrument().channels[0]->frontEnd.r1, (Quantity{68, "kohm"}));
    EXPECT_TRUE(window.document().isModified());
}

TEST_F(FilesTest, AnInstrumentThatWasNeverSavedComesBackToo)
{
    {
        MainWindow lost(dialogs, storage());
        showActive(lost);
        QTest::keyClick(&lost, Qt::Key_N, Qt::ControlModifier);
        QTest::mouseClick(lost.findChild<QPushButton*>(QStringLiteral("makeIt")), Qt::LeftButton);
        const auto copy = storage().folder() + QStringLiteral("/open/untitled.fern.json");
        ASSERT_TRUE(QTest::qWaitFor([&] { return QFile::exists(copy); }));
    } // gone without being closed
    MainWindow after(dialogs, storage());
    after.show();
    dialogs.chosen = QStringLiteral("Take them up");
    after.files().guard();
    ASSERT_EQ(dialogs.questions.size(), 1);
    EXPECT_EQ(after.document().instrument().channels.size(), 1U);
    EXPECT_TRUE(after.document().path().isEmpty());
    EXPECT_TRUE(after.document().isModified());
    // Closed on purpose, it leaves nothing.
    dialogs.answer = Dialogs::Answer::Discard;
    EXPECT_TRUE(after.close());
    MainWindow fresh(dialogs, storage());
    fresh.files().guard();
    EXPECT_EQ(dialogs.questions.size(), 1);
    EXPECT_FALSE(fresh.document().isOpen());
}

TEST_F(FilesTest, ARecordingNeedsAnInstrument)
{
    MainWindow empty(dialogs, storage());
    showActive(empty);
    EXPECT_TRUE(drop(empty,
        QString::fromStdString(
            test::sourcePath("demo/wagtail-skiff.fern.d/house-battery-evening.csv"))));
    EXPECT_TRUE(empty.findChild<QLabel*>(QStringLiteral("notice"))
                    ->text()
                    .contains(QStringLiteral("Open an instrument first")));
    // Nothing to save either, and no key does harm.
    for (const auto key : {Qt::Key_S, Qt::Key_D, Qt::Key_Z, Qt::Key_T, Qt::Key_PageDown})
        QTest::keyClick(&empty, key, Qt::ControlModifier);
    QTest::keyClick(&empty, Qt::Key_F2);
    QTest::keyClick(&empty, Qt::Key_F5);
    EXPECT_FALSE(empty.document().isOpen());
    EXPECT_TRUE(dialogs.errors.isEmpty());
}

TEST_F(FilesTest, WhatIsTypedIsEnteredBeforeItIsSaved)
{
    openLeaf("Sensor");
    auto* edit = find<QLineEdit>("r1");
    QTest::mouseClick(edit, Qt::LeftButton);
    QTest::keyClick(edit, Qt::Key_A, Qt::ControlModifier);
    QTest::keyClicks(edit, QStringLiteral("68k")); // and no Enter
    QTest::keyClick(edit, Qt::Key_S, Qt::ControlModifier);
    EXPECT_FALSE(window.document().isModified());
    EXPECT_EQ(
        io::loadInstrument(path.toStdString())->channels[0]->frontEnd.r1, (Quantity{68, "kohm"}));
    QTest::keyClick(edit, Qt::Key_A, Qt::ControlModifier);
    QTest::keyClicks(edit, QStringLiteral("75k"));
    EXPECT_FALSE(window.close()) << "it asks about the change, and the answer is to stay";
    EXPECT_EQ(dialogs.asked, 1);
    EXPECT_EQ(instrument().channels[0]->frontEnd.r1, (Quantity{75, "kohm"}));
}

} // namespace
} // namespace fern::app
