#include "app/document/document.h"

#include "instrument/edits.h"
#include "tests/support.h"

#include <QSignalSpy>

namespace fern::app {
namespace {

class DocumentTest : public testing::Test {
protected:
    void SetUp() override
    {
        ASSERT_TRUE(document.open(
            QString::fromStdString(test::sourcePath("demo/wagtail-skiff.fern.json"))));
    }
    Document document;
};

TEST_F(DocumentTest, AnEqualValueIsNoStep)
{
    QSignalSpy changed(&document, &Document::changed);
    document.apply(QStringLiteral("same"),
        withFrontEnd(
            document.instrument(), "house-battery", document.instrument().channels[0]->frontEnd));
    EXPECT_EQ(document.undoStack().count(), 0);
    EXPECT_EQ(changed.count(), 0);
}

TEST_F(DocumentTest, ARefusedEditIsToldAndChangesNothing)
{
    QSignalSpy refused(&document, &Document::refused);
    document.apply(
        QStringLiteral("wrong"), withReaderUnit(document.instrument(), "helm-volts", "A"));
    ASSERT_EQ(refused.count(), 1);
    EXPECT_EQ(
        refused[0][0].toString(), QStringLiteral("the channel is in V; it cannot be shown in A"));
    EXPECT_TRUE(document.instrument() == test::wholeSkiff());
}

TEST_F(DocumentTest, UndoAndRedoGoThroughTheValues)
{
    const auto first = document.instrument();
    document.apply(QStringLiteral("one"), withSmoothing(first, "house-battery", {}));
    document.apply(QStringLiteral("two"),
        withNumberKind(document.instrument(), "house-battery", NumberKind::Float64));
    const auto last = document.instrument();
    document.undoStack().undo();
    document.undoStack().undo();
    EXPECT_TRUE(document.instrument() == first);
    EXPECT_FALSE(document.isModified());
    document.undoStack().redo();
    document.undoStack().redo();
    EXPECT_TRUE(document.instrument() == last);
}

} // namespace
} // namespace fern::app
