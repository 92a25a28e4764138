// Every workbench, driven by mouse and keys.

#include "tests/app/window_fixture.h"

#include "parts/catalogue.h"
#include "plan/wiring.h"

#include "app/look/text.h"
#include "app/look/verdict_mark.h"
#include "base/number_text.h"
#include "plan/starting_points.h"

#include <QClipboard>
#include <QPlainTextEdit>

namespace fern::app {
namespace {

TEST_F(WindowTest, TheWishSheetSaysMetOrMissedWithTheNumber)
{
    openLeaf("World");
    EXPECT_EQ(find<VerdictMark>("verdictrange")->verdict(), Verdict::Met);
    EXPECT_EQ(find<VerdictMark>("verdictfreshness")->verdict(), Verdict::Met);
    EXPECT_EQ(accessibleName(find<VerdictMark>("verdictrange")), QStringLiteral("met"));
    type("wishFreshness", QStringLiteral("20 ms"));
    EXPECT_EQ(find<VerdictMark>("verdictfreshness")->verdict(), Verdict::Missed);
    EXPECT_EQ(accessibleName(find<VerdictMark>("verdictfreshness")), QStringLiteral("missed"));
    type("wishTo", QStringLiteral("24 V"));
    EXPECT_EQ(find<VerdictMark>("verdictrange")->verdict(), Verdict::Missed);
    type("wishHours", QStringLiteral("4000 h"));
    EXPECT_EQ(find<VerdictMark>("verdicthours")->verdict(), Verdict::Missed);
    EXPECT_EQ(instrument().wish.hours, (Quantity{4000, "h"}));
    type("wishDistance", QStringLiteral("6 m"));
    EXPECT_EQ(find<VerdictMark>("verdictreadingDistance")->verdict(), Verdict::Missed);
    EXPECT_EQ(window.document().undoStack().count(), 4);
}

TEST_F(WindowTest, TheSchematicTellsItsVoltages)
{
    openLeaf("Sensor");
    const auto words = accessibleName(find<QWidget>("schematic"));
    EXPECT_TRUE(words.contains(QStringLiteral("47 kΩ"))) << words.toStdString();
    EXPECT_TRUE(words.contains(QStringLiteral("pin IO32 2.69"))) << words.toStdString();
    type("r1", QStringLiteral("51k"));
    EXPECT_TRUE(accessibleName(find<QWidget>("schematic")).contains(QStringLiteral("51 kΩ")));
}

/// Every kind of sensor has its own inputs; here one of each is typed into.
struct KindCase {
    const char* point;
    const char* input;
    const char* typed;
    const char* shown;
};
class SensorKinds : public WindowTest, public testing::WithParamInterface<KindCase> { };
TEST_P(SensorKinds, TakesItsFigures)
{
    const auto& p = GetParam();
    window.document().start(*withStartingPoint(
        emptyInstrument("Kinds", startingBoards()[0].part, startingDisplays()[0].part),
        *findStartingPoint(p.point), "One"));
    settle();
    openLeaf("Sensor");
    const auto before = leaf("Sensor")->valueText();
    type(p.input, QString::fromUtf8(p.typed));
    EXPECT_EQ(find<QLineEdit>(p.input)->text(), QString::fromUtf8(p.shown));
    EXPECT_EQ(window.document().undoStack().count(), 1);
    EXPECT_NE(leaf("Sensor")->valueText(), before);
    EXPECT_FALSE(notice()->isVisible());
}
INSTANTIATE_TEST_SUITE_P(All, SensorKinds,
    testing::Values(KindCase{"battery-24v", "r2", "4k7", "4.7 kΩ"},
        KindCase{"current-10a", "shunt", "0.02 ohm", "0.02 Ω"},
        KindCase{"current-1a", "gain", "5", "5 ×"}, KindCase{"level", "highOutput", "4 V", "4 V"},
        KindCase{"light", "gamma", "0.9", "0.9"},
        KindCase{"air-temperature", "nominal", "4k7", "4.7 kΩ"},
        KindCase{"water-temperature", "fixed", "22k", "22 kΩ"}));

TEST_F(WindowTest, ACapacitorAtThePinServesTheConverter)
{
    openLeaf("Sensor");
    type("r1", QStringLiteral("150k"));
    type("r2", QStringLiteral("39k"));
    EXPECT_TRUE(hasFinding("P10"));
    type("capacitor", QStringLiteral("0.1 uF"));
    EXPECT_FALSE(hasFinding("P10"));
    EXPECT_EQ(instrument().channels[0]->frontEnd.capacitor, (Quantity{0.1, "uF"}));
    EXPECT_EQ(find<QLineEdit>("capacitor")->text(), QStringLiteral("0.1 µF"));
}

TEST_F(WindowTest, TheReadingShowsItsCodes)
{
    openLeaf("Reading");
    EXPECT_TRUE(accessibleName(find<QWidget>("codes")).contains(QStringLiteral("samples")));
    EXPECT_FALSE(accessibleName(find<QWidget>("histogram")).isEmpty());
    EXPECT_TRUE(find<QLabel>("statistics")->text().startsWith(QStringLiteral("mean 33")))
        << find<QLabel>("statistics")->text().toStdString();
    const int code = leaf("Reading")->valueText().toInt();
    const auto registers = find<QLabel>("registers")->text();
    EXPECT_TRUE(registers.startsWith(QStringLiteral("code %1 ").arg(code)));
    const auto hex = QStringLiteral("%1").arg(code, 3, 16, QLatin1Char('0')).toUpper();
    EXPECT_TRUE(registers.contains(QStringLiteral("hex characters ") + hex))
        << registers.toStdString();
    type("noiseLsb", QStringLiteral("0 LSB"));
    EXPECT_EQ(instrument().parts[0]->converter->noiseLsb, 0);
    auto* bits = find<QSpinBox>("bits");
    bits->setFocus();
    QTest::keyClick(bits, Qt::Key_A, Qt::ControlModifier);
    QTest::keyClicks(bits, QStringLiteral("10"));
    QTest::keyClick(bits, Qt::Key_Return);
    settle();
    EXPECT_LT(leaf("Reading")->valueText().toInt(), 1024);
}

TEST_F(WindowTest, TheScaleIsCopiedForTheFirmware)
{
    openLeaf("Scale");
    auto* code = find<QPlainTextEdit>("firmwareCode");
    EXPECT_TRUE(code->toPlainText().contains(QStringLiteral("0.00396118173f")));
    auto* copy = find<QPushButton>("copyFirmware");
    QTest::mouseClick(copy, Qt::LeftButton);
    EXPECT_EQ(QApplication::clipboard()->text(), code->toPlainText());
    EXPECT_EQ(copy->text(), QStringLiteral("Copied"));
    EXPECT_TRUE(
        accessibleName(find<QWidget>("scaleCurve")).startsWith(QStringLiteral("Scaling: V")));
    const auto before = code->toPlainText();
    auto* kind = find<QComboBox>("numberKind");
    kind->setFocus();
    QTest::keyClick(kind, kind->currentIndex() == 0 ? Qt::Key_Down : Qt::Key_Up);
    settle();
    EXPECT_NE(code->toPlainText(), before);
    EXPECT_EQ(copy->text(), QStringLiteral("Copy for the firmware"));
}

TEST_F(WindowTest, StepsAreDraggedSwitchedAddedAndTakenAway)
{
    openLeaf("Smooth");
    const auto steps = [&] { return find<QLineEdit>("steps")->text(); };
    ASSERT_EQ(steps(), QStringLiteral("median 5; exponential tau 0.8"));
    auto* first = find<QAbstractButton>("step0");
    auto* second = find<QAbstractButton>("step1");
    const QPoint middle = first->rect().center();
    QTest::mousePress(first, Qt::LeftButton, {}, middle);
    QTest::mouseMove(first, middle + QPoint(30, 0));
    QTest::mouseMove(first, middleOf(second, first) + QPoint(20, 0));
    QTest::mouseRelease(first, Qt::LeftButton, {}, middleOf(second, first) + QPoint(20, 0));
    settle();
    EXPECT_EQ(steps(), QStringLiteral("exponential tau 0.8; median 5"));
    QTest::mouseClick(find<QAbstractButton>("step1"), Qt::LeftButton);
    QTest::mouseClick(find<QPushButton>("switchStep"), Qt::LeftButton);
    settle();
    EXPECT_EQ(steps(), QStringLiteral("exponential tau 0.8; median 5 off"));
    EXPECT_TRUE(accessibleName(find<QAbstractButton>("step1")).contains(QStringLiteral("off")));
    QTest::mouseClick(find<QAbstractButton>("addStep"), Qt::LeftButton);
    clickEntry(find<QMenu>("addStepMenu"), QStringLiteral("Moving average"));
    EXPECT_EQ(instrument().channels[0]->smoothing.size(), 3U);
    EXPECT_TRUE(find<QSpinBox>("window")->isVisible()); // the new average is chosen
    QTest::mouseClick(find<QPushButton>("removeStep"), Qt::LeftButton);
    settle();
    EXPECT_EQ(steps(), QStringLiteral("exponential tau 0.8; median 5 off"));
}

TEST_F(WindowTest, StepsByKeysAlone)
{
    openLeaf("Smooth");
    const auto steps = [&] { return find<QLineEdit>("steps")->text(); };
    find<QAbstractButton>("step0")->setFocus();
    QTest::keyClick(QApplication::focusWidget(), Qt::Key_Right, Qt::ControlModifier);
    settle();
    EXPECT_EQ(steps(), QStringLiteral("exponential tau 0.8; median 5"));
    EXPECT_EQ(QApplication::focusWidget()->objectName(), QStringLiteral("step1"));
    QTest::keyClick(QApplication::focusWidget(), Qt::Key_Left);
    EXPECT_EQ(QApplication::focusWidget()->objectName(), QStringLiteral("step0"));
    type("tau", QStringLiteral("250 ms"));
    EXPECT_EQ(steps(), QStringLiteral("exponential tau 0.25; median 5"));
    find<QAbstractButton>("step0")->setFocus();
    QTest::keyClick(QApplication::focusWidget(), Qt::Key_Space);
    settle();
    EXPECT_EQ(steps(), QStringLiteral("exponential tau 0.25 off; median 5"));
    QTest::keyClick(QApplication::focusWidget(), Qt::Key_Delete);
    settle();
    EXPECT_EQ(steps(), QStringLiteral("median 5"));
    auto* readings = find<QSpinBox>("window");
    EXPECT_TRUE(readings->isVisible());
    readings->setFocus();
    QTest::keyClick(readings, Qt::Key_Up); // a median takes odd numbers
    settle();
    EXPECT_EQ(steps(), QStringLiteral("median 7"));
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    settle();
    EXPECT_EQ(steps(), QStringLiteral("median 5"));
    EXPECT_TRUE(accessibleName(find<QWidget>("stepResponse")).contains(QStringLiteral("samples")));
}

TEST_F(WindowTest, AStepThatDoesNotExistIsToldWithItsReason)
{
    openLeaf("Smooth");
    type("steps", QStringLiteral("exponential tau 4"));
    EXPECT_TRUE(hasFinding("M01"));
    EXPECT_TRUE(leaf("Smooth")->isLimit());
    type("steps", QStringLiteral("median 4"));
    EXPECT_TRUE(notice()->text().contains(QStringLiteral("odd number")));
    type("tau", QStringLiteral("-1 s"));
    EXPECT_EQ(find<QLineEdit>("tau")->text(), QStringLiteral("4 s"));
    EXPECT_TRUE(notice()->isVisible());
}

TEST_F(WindowTest, TheLadderShowsTheTestValuesInTheField)
{
    openLeaf("Text");
    const auto ladder = [&] { return accessibleName(find<QWidget>("textLadder")); };
    for (const char* row :
        {"least", "most", "negative", "just rolling over", "overflow", "invalid", "stale"})
        EXPECT_TRUE(ladder().contains(QString::fromLatin1(row))) << row << ladder().toStdString();
    EXPECT_TRUE(ladder().contains(QStringLiteral("#####")));
    type("markOverflow", QStringLiteral("^"));
    type("markStale", QStringLiteral("s"));
    EXPECT_TRUE(ladder().contains(QStringLiteral("^^^^^")));
    EXPECT_TRUE(ladder().contains(QStringLiteral("sssss")));
    type("markInvalid", QStringLiteral(" "));
    EXPECT_TRUE(notice()->text().contains(QStringLiteral("one visible ASCII character")));
    EXPECT_EQ(find<QLineEdit>("markInvalid")->text(), QStringLiteral("-"));
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    settle();
    EXPECT_TRUE(ladder().contains(QStringLiteral("?????")));
    EXPECT_TRUE(accessibleName(find<QWidget>("budgetBars")).contains(QStringLiteral("shown: 2")));
    // A 32-bit float has about seven digits; six decimals of 13 V are more.
    EXPECT_TRUE(find<QLabel>("floats")->text().contains(QStringLiteral("the same digits")));
    auto* decimals = find<QSpinBox>("decimals");
    decimals->setFocus();
    QTest::keyClick(decimals, Qt::Key_A, Qt::ControlModifier);
    QTest::keyClicks(decimals, QStringLiteral("7"));
    auto* width = find<QSpinBox>("width");
    width->setFocus();
    QTest::keyClick(width, Qt::Key_A, Qt::ControlModifier);
    QTest::keyClicks(width, QStringLiteral("11"));
    QTest::keyClick(width, Qt::Key_Return);
    settle();
    EXPECT_TRUE(find<QLabel>("floats")->text().contains(QStringLiteral("other digits")));
}

TEST_F(WindowTest, TheTextTakesItsChoices)
{
    openLeaf("Text");
    auto* width = find<QSpinBox>("width");
    width->setFocus();
    QTest::keyClick(width, Qt::Key_Down);
    settle();
    EXPECT_TRUE(hasFinding("T02"));
    const auto text = [this] { return findById(instrument().readers, "helm-volts")->text; };
    const auto next = [this](const char* box) {
        auto* combo = find<QComboBox>(box);
        combo->setFocus();
        QTest::keyClick(combo, Qt::Key_Down);
        settle();
    };
    next("align");
    EXPECT_EQ(text().pad, Pad::Zero);
    next("align");
    EXPECT_EQ(text().align, Align::Left);
    EXPECT_EQ(text().pad, Pad::Blank) << "zeros behind a number would change it";
    // Volts are no seconds and no code: after a number comes hexadecimal, and nothing more.
    next("form");
    EXPECT_EQ(text().form, TextForm::Hexadecimal);
    next("form");
    EXPECT_EQ(text().form, TextForm::Hexadecimal);
    QTest::keyClick(find<QComboBox>("form"), Qt::Key_Up);
    settle();
    EXPECT_EQ(text().form, TextForm::Number);
    type("staleAfter", QStringLiteral("1.5 s"));
    EXPECT_EQ(findById(instrument().readers, "helm-volts")->staleAfter, (Quantity{1.5, "s"}));
    type("readerUnit", QStringLiteral("A"));
    EXPECT_TRUE(notice()->text().contains(QStringLiteral("it cannot be shown in A")));
}

TEST_F(WindowTest, TheGlassTellsWhatIsDrawnWhen)
{
    openLeaf("Glass");
    EXPECT_TRUE(accessibleName(find<QWidget>("redrawLanes")).contains(leaf("Glass")->valueText()));
    const auto age = accessibleName(find<QWidget>("ageBar"));
    // The bar and the figure above it are one number.
    EXPECT_TRUE(age.startsWith(QStringLiteral("Oldest number ")
        + qText(durationText(window.runner().view()->stem.age.oldest()))))
        << age.toStdString();
    EXPECT_TRUE(age.contains(QStringLiteral("other tasks"))) << age.toStdString();
    type("redrawEvery", QStringLiteral("0.1 s"));
    EXPECT_TRUE(hasFinding("G04"));
    type("busSpeed", QStringLiteral("1 MHz"));
    EXPECT_NE(accessibleName(find<QWidget>("ageBar")), age);
    openLeaf("Reading");
    auto* school = find<QComboBox>("school");
    school->setFocus();
    QTest::keyClick(school, Qt::Key_Down);
    EXPECT_EQ(instrument().parts[0]->converter->school, ConverterSchool::EndPoint);
}

TEST_F(WindowTest, AnotherConverterReadsAChannel)
{
    openLeaf("Reading");
    EXPECT_FALSE(find<QComboBox>("readBy")->isVisible()); // there is only the board
    EXPECT_FALSE(find<QComboBox>("range")->isVisible());
    auto part = findInCatalogue("converter-gain-16")->part;
    part.name = "Converter";
    window.document().apply(QStringLiteral("Add"), withPartWired(instrument(), part));
    settle();
    auto* readBy = find<QComboBox>("readBy");
    ASSERT_TRUE(readBy->isVisible());
    readBy->setFocus();
    QTest::keyClick(readBy, Qt::Key_Down);
    settle();
    EXPECT_EQ(instrument().channels[0]->source.pin, "AIN0");
    auto* range = find<QComboBox>("range");
    EXPECT_EQ(range->currentText(), QStringLiteral("±4.096 V"));
    EXPECT_FALSE(find<QComboBox>("school")->isVisible()); // a matter of unipolar ones
    range->setFocus();
    QTest::keyClick(range, Qt::Key_Down); // 2.048 V, the pin has up to 2.97 V
    settle();
    EXPECT_TRUE(hasFinding("R03"));
    EXPECT_EQ(instrument().channels[0]->source.range, (Quantity{2.048, "V"}));
    QTest::mouseClick(find<QPushButton>("fixR03"), Qt::LeftButton);
    settle();
    EXPECT_FALSE(hasFinding("R03"));
    EXPECT_EQ(range->currentText(), QStringLiteral("±4.096 V"));
}

} // namespace
} // namespace fern::app
