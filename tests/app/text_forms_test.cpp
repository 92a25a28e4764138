// Units that are switched, names of ranges, and the budget checked by drawing, in a real window.

#include "instrument/edits.h"
#include "tests/app/window_fixture.h"

#include <QLabel>

namespace fern::app {
namespace {

class TextFormsTest : public WindowTest {
protected:
    const Reader& helm() { return *findById(instrument().readers, "helm-volts"); }
    std::string shown()
    {
        for (const auto& reader : window.runner().view()->glass[0].readers)
            if (window.runner().view()->plain().readers[reader.reader].id == "helm-volts")
                return reader.text;
        return {};
    }
    void openForms()
    {
        openLeaf("Text");
        click("formsChip");
    }
};

TEST_F(TextFormsTest, TheInstrumentsButtonSwitchesTheUnit)
{
    auto display = *instrument().displays[0];
    display.turning.by.clear(); // the button turns no pages here
    window.document().apply(QStringLiteral("No turning"), withDisplay(instrument(), display));
    settle();
    openForms();
    EXPECT_TRUE(find<QLabel>("noForms")->isVisible());
    click("addForm");
    ASSERT_TRUE(helm().others);
    EXPECT_EQ(helm().others->by, "page-button");
    EXPECT_EQ(helm().others->forms[0].unit, "mV");
    EXPECT_EQ(helm().text.unitShown, "V") << "one that changes tells its unit";
    type("parameter others/forms/0/unit", QStringLiteral("A"));
    EXPECT_TRUE(notice()->text().contains(QStringLiteral("it cannot be written in A")));
    EXPECT_EQ(helm().others->forms[0].unit, "mV");
    EXPECT_TRUE(shown().ends_with(" V")) << shown();
    auto* key = find<QAbstractButton>("hand page-button pressed");
    QTest::mousePress(key, Qt::LeftButton);
    for (int i = 0; i < 3; ++i)
        window.runner().tick();
    QTest::mouseRelease(key, Qt::LeftButton);
    EXPECT_TRUE(waitFor([&] { return shown().ends_with("mV"); })) << shown();
    EXPECT_TRUE(waitFor([&] { return leaf("Text")->valueText().contains(QLatin1String("mV")); }))
        << leaf("Text")->valueText().toStdString();
    settle();
    click("removeForm");
    EXPECT_FALSE(helm().others);
    click("removeForm");
    EXPECT_TRUE(notice()->text().contains(QStringLiteral("it has no other unit")));
}

TEST_F(TextFormsTest, RangesAreCalledByNames)
{
    openForms();
    for (int i = 0; i < 3; ++i)
        click("addRange");
    EXPECT_EQ(helm().text.form, TextForm::Name);
    type("parameter text/ranges/2/name", QStringLiteral("good"));
    type("parameter text/ranges/2/from", QStringLiteral("13"));
    type("parameter text/ranges/2/from", QStringLiteral("9"));
    EXPECT_TRUE(notice()->text().contains(QStringLiteral("ranges must begin one above another")));
    EXPECT_EQ(helm().text.ranges[2].from, 13);
    window.runner().tick();
    EXPECT_TRUE(waitFor([&] { return shown() == " good"; })) << shown();
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    settle();
    EXPECT_NE(helm().text.ranges[2].from, 13);
}

TEST_F(TextFormsTest, TheBudgetIsCheckedByDrawing)
{
    openLeaf("Text");
    auto* result = find<QLabel>("drawnResult");
    EXPECT_FALSE(result->isVisible());
    click("drawBudget");
    ASSERT_TRUE(waitFor([&] { return result->isVisible(); }));
    EXPECT_TRUE(result->text().contains(QStringLiteral("the budget says 97.3 mV")))
        << result->text().toStdString();
    // Another instrument forgets it.
    auto wish = instrument().channels[0]->wish;
    wish.tolerance = {0.3, "V"};
    window.document().apply(QStringLiteral("Wish"), withWish(instrument(), "house-battery", wish));
    settle();
    EXPECT_TRUE(waitFor([&] { return !result->isVisible(); }));
}

} // namespace
} // namespace fern::app
