#include "app/look/inputs.h"

#include <gtest/gtest.h>

#include <QSignalSpy>
#include <QTest>

namespace fern::app {
namespace {

class InputsTest : public testing::Test {
protected:
    void SetUp() override
    {
        edit.showQuantity({47, "kohm"});
        QObject::connect(&edit, &QuantityEdit::quantityEntered, &edit,
            [this](const Quantity& q) { entered.push_back(q); });
        QObject::connect(
            &edit, &QuantityEdit::refused, &edit, [this](const QString& m) { refused << m; });
        edit.show();
        edit.setFocus();
    }
    void type(const QString& text)
    {
        edit.selectAll();
        QTest::keyClicks(&edit, text);
    }
    QuantityEdit edit;
    std::vector<Quantity> entered;
    QStringList refused;
};

TEST_F(InputsTest, EnterGivesTheQuantityOnce)
{
    type(QStringLiteral("2M2"));
    QTest::keyClick(&edit, Qt::Key_Return);
    QTest::keyClick(&edit, Qt::Key_Return);
    ASSERT_EQ(entered.size(), 1U);
    EXPECT_EQ(entered[0], (Quantity{2.2, "Mohm"}));
}

TEST_F(InputsTest, EscapeAndABadEntryBringTheOldTextBack)
{
    type(QStringLiteral("99"));
    QTest::keyClick(&edit, Qt::Key_Escape);
    EXPECT_EQ(edit.text(), QStringLiteral("47 kΩ"));
    type(QStringLiteral("much"));
    QTest::keyClick(&edit, Qt::Key_Return);
    EXPECT_EQ(edit.text(), QStringLiteral("47 kΩ"));
    EXPECT_EQ(refused.size(), 1);
    EXPECT_TRUE(entered.empty());
}

TEST_F(InputsTest, ALiveUpdateDoesNotDisturbTyping)
{
    type(QStringLiteral("5"));
    edit.showQuantity({10, "kohm"}); // the document changed meanwhile
    EXPECT_EQ(edit.text(), edit.hasFocus() ? QStringLiteral("5") : QStringLiteral("10 kΩ"));
}

} // namespace
} // namespace fern::app
