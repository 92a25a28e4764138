#include "tests/app/window_fixture.h"

namespace fern::app {
namespace {

TEST_F(WindowTest, TheStemForksToEveryReader)
{
    EXPECT_EQ(leaf("Text")->valueText().size(), 5);
    auto* bow = find<QAbstractButton>("readerbow-volts");
    EXPECT_TRUE(find<QAbstractButton>("readerhelm-volts")->isChecked());
    QTest::mouseClick(bow, Qt::LeftButton);
    settle();
    EXPECT_TRUE(bow->isChecked());
    EXPECT_FALSE(find<QAbstractButton>("readerhelm-volts")->isChecked());
    EXPECT_EQ(leaf("Text")->valueText().size(), 4); // one decimal less at the bow
    EXPECT_EQ(find<GlassView>("glass")->picture()->face->outlines.size(),
        32U); // four digits of eight segments
    openLeaf("Text");
    type("readerUnit", QStringLiteral("mV"));
    EXPECT_EQ(findById(instrument().readers, "bow-volts")->unit, "mV");
    EXPECT_EQ(findById(instrument().readers, "helm-volts")->unit, "V");
    // Back by keys alone.
    auto* helm = find<QAbstractButton>("readerhelm-volts");
    helm->setFocus();
    QTest::keyClick(helm, Qt::Key_Space);
    settle();
    EXPECT_EQ(find<GlassView>("glass")->picture()->face->rows, 64);
    EXPECT_EQ(find<QLineEdit>("readerUnit")->text(), QStringLiteral("V"));
}

TEST_F(WindowTest, EveryLeafTellsItsFigures)
{
    for (const char* name : {"World", "Sensor", "Reading", "Scale", "Smooth", "Text", "Glass"}) {
        auto* button = leaf(name);
        EXPECT_EQ(accessibleName(button),
            QStringLiteral("%1: %2 %3")
                .arg(QString::fromLatin1(name), button->valueText(), button->unitText()));
        EXPECT_FALSE(button->toolTip().isEmpty());
        const auto described =
            QAccessible::queryAccessibleInterface(button)->text(QAccessible::Description);
        EXPECT_TRUE(described.contains(button->toolTip())) << name;
        EXPECT_EQ(described.contains(QStringLiteral("Limits the result")), button->isLimit());
    }
    EXPECT_EQ(accessibleName(find<QAbstractButton>("readerbow-volts")),
        QStringLiteral("Reader ") + find<QAbstractButton>("readerbow-volts")->text());
}

TEST_F(WindowTest, KeysOpenTheLeaves)
{
    openLeaf("World");
    EXPECT_TRUE(find<QLineEdit>("wishFrom")->isVisible());
    QTest::keyClick(&window, Qt::Key_Right, Qt::AltModifier);
    EXPECT_TRUE(find<QLineEdit>("r1")->isVisible());
    EXPECT_TRUE(leaf("Sensor")->isChecked());
    QTest::keyClick(&window, Qt::Key_Left, Qt::AltModifier);
    QTest::keyClick(&window, Qt::Key_Left, Qt::AltModifier); // at the end it stays
    EXPECT_TRUE(leaf("World")->isChecked());
    leaf("Glass")->setFocus();
    QTest::keyClick(leaf("Glass"), Qt::Key_Space);
    EXPECT_TRUE(find<QLineEdit>("redrawEvery")->isVisible());
}

} // namespace
} // namespace fern::app
