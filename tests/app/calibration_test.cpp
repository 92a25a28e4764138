// A calibration in a real window: readings are taken against a reference, judged, applied, undone
// and gone back to.

#include "app/places/channels/scale/calibration_page.h"
#include "instrument/calibration_edits.h"
#include "instrument/edits.h"
#include "tests/app/window_fixture.h"

#include <QClipboard>
#include <QTableWidget>

#include <cmath>

namespace fern::app {
namespace {

class CalibrationTest : public WindowTest {
protected:
    void SetUp() override
    {
        WindowTest::SetUp();
        window.document().apply(
            QStringLiteral("Begin anew"), withDraft(instrument(), "house-battery", std::nullopt));
        settle();
        openLeaf("Scale");
        QTest::mouseClick(find<QAbstractButton>("scaleCalibrate"), Qt::LeftButton);
        ASSERT_TRUE(waitFor([&] { return find<QWidget>("pairs")->isVisible(); }));
    }
    const Channel& channel() { return *instrument().channels[0]; }
    /// Moves to an instant of the scenario, waits, and says what a meter shows then.
    void takeAt(double seconds, const QString& said)
    {
        window.runner().jumpTo(ticksFromSeconds(seconds));
        ASSERT_TRUE(
            waitFor([&] { return window.runner().view()->now >= ticksFromSeconds(seconds); }));
        QCoreApplication::processEvents();
        type("referenceSays", said);
    }
    QString text(const char* label) { return find<QLabel>(label)->text(); }
    void click(const char* button)
    {
        QTest::mouseClick(find<QAbstractButton>(button), Qt::LeftButton);
        settle();
    }
};

TEST_F(CalibrationTest, PairsAreTakenJudgedAppliedAndUndone)
{
    EXPECT_TRUE(text("calibrationNext").startsWith(QStringLiteral("Next: set about 10 V")));
    EXPECT_FALSE(find<QPushButton>("applyCalibration")->isEnabled());
    takeAt(100, QStringLiteral("13.4 V"));
    ASSERT_TRUE(channel().draft);
    ASSERT_EQ(channel().draft->pairs.size(), 1U);
    const auto& taken = channel().draft->pairs[0];
    EXPECT_EQ(taken.reference, 13.4);
    EXPECT_NEAR(taken.reading, 3380, 60);
    EXPECT_GT(taken.scatter, 0) << "the mean of several";
    // The others come from a spreadsheet; a header line is passed over.
    QApplication::clipboard()->setText(
        QStringLiteral("counts\tvolts\n2500\t10.02\r\n2900\t11.61\n3650\t14.62\n"));
    click("pastePairs");
    ASSERT_EQ(channel().draft->pairs.size(), 4U);
    EXPECT_EQ(notice()->text(), QStringLiteral("3 pairs pasted."));
    EXPECT_TRUE(find<QPushButton>("applyCalibration")->isEnabled());
    EXPECT_TRUE(waitFor([&] { return !text("calibrationVerdict").isEmpty(); }));
    auto* table = find<QTableWidget>("pairs");
    EXPECT_EQ(table->rowCount(), 4);
    type("referencePercent", QStringLiteral("0.2"));
    type("referenceName", QStringLiteral("borrowed meter"));
    type("calibrationBy", QStringLiteral("the bosun"));
    // A pair that is taken out comes back by undo.
    table->setCurrentCell(3, 0);
    click("removePair");
    EXPECT_EQ(channel().draft->pairs.size(), 3U);
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    settle();
    ASSERT_EQ(channel().draft->pairs.size(), 4U);
    click("applyCalibration");
    ASSERT_EQ(channel().calibrations.size(), 1U);
    EXPECT_FALSE(channel().draft);
    EXPECT_EQ(channel().scaling.kind, ScalingKind::Linear);
    EXPECT_EQ(channel().calibrations[0].by, "the bosun");
    EXPECT_NEAR(channel().scaling.gain, 4e-3, 1e-4);
    // The stem and the honest digits follow.
    EXPECT_TRUE(waitFor(
        [&] { return window.runner().view()->plain().channels[0].calibration.has_value(); }));
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    settle();
    EXPECT_EQ(channel().scaling.kind, ScalingKind::FromParts);
    EXPECT_TRUE(channel().calibrations.empty());
    EXPECT_TRUE(channel().draft) << "one step";
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
    settle();
    ASSERT_EQ(channel().calibrations.size(), 1U);
    // And it can be gone back from.
    auto* history = find<QComboBox>("calibrationHistory");
    ASSERT_TRUE(waitFor([&] { return history->count() == 2 && history->currentIndex() == 1; }));
    history->setFocus();
    QTest::keyClick(history, Qt::Key_Up);
    settle();
    EXPECT_EQ(channel().scaling.kind, ScalingKind::FromParts);
    EXPECT_EQ(channel().calibrations.size(), 1U) << "kept";
}

TEST_F(CalibrationTest, WhatTheDisplayShowsIsExplained)
{
    QTest::mouseClick(find<QAbstractButton>("scaleDiagnose"), Qt::LeftButton);
    ASSERT_TRUE(waitFor([&] { return find<QWidget>("explanations")->isVisible(); }));
    EXPECT_TRUE(
        text("explanations").startsWith(QStringLiteral("Type what the real display shows")));
    const auto explain = [&](const QString& shows, const QString& expected) {
        type("displayShows", shows);
        type("valueExpected", expected);
        click("explain");
        ASSERT_TRUE(
            waitFor([&] { return !text("explanations").startsWith(QStringLiteral("Looking")); }));
    };
    explain(QStringLiteral("2.6"), QStringLiteral("12.8 V"));
    explain(QStringLiteral("2.12"), QStringLiteral("10400 mV"));
    EXPECT_EQ(
        text("diagnosisPairs"), QStringLiteral("2.6 instead of 12.8 V, 2.12 instead of 10.4 V"));
    EXPECT_TRUE(text("explanations").startsWith(QStringLiteral("Explained, with ")));
    EXPECT_TRUE(
        text("explanations").contains(QStringLiteral("the divider is not in the arithmetic")));
    explain(QStringLiteral("7.77"), QStringLiteral("12"));
    EXPECT_TRUE(text("explanations").startsWith(QStringLiteral("No known mistake")));
    click("explainAnew");
    EXPECT_TRUE(text("diagnosisPairs").isEmpty());
    EXPECT_TRUE(find<QLineEdit>("displayShows")->text().isEmpty());
    EXPECT_EQ(find<QLineEdit>("valueExpected")->text(), QStringLiteral("0 V"));
}

TEST_F(CalibrationTest, RefusesWhatIsNoPair)
{
    const auto told = [&](const QString& part) {
        return waitFor([&] { return notice()->text().contains(part); });
    };
    QApplication::clipboard()->setText(QStringLiteral("2500\t10\n2900\televen\n"));
    click("pastePairs");
    EXPECT_TRUE(told(QStringLiteral("is no reading and reference")));
    QApplication::clipboard()->setText(QString());
    click("pastePairs");
    EXPECT_TRUE(told(QStringLiteral("Nothing to paste")));
    EXPECT_FALSE(channel().draft);
    window.runner().jumpTo({});
    ASSERT_TRUE(waitFor([&] { return window.runner().view()->now == Ticks{}; }));
    click("takeReading");
    EXPECT_TRUE(told(QStringLiteral("There are no readings yet")));
    QApplication::clipboard()->setText(QStringLiteral("2500 10\n2500 11\n"));
    click("pastePairs");
    EXPECT_TRUE(waitFor([&] {
        return find<LineLabel>("calibrationEquation")->text()
            == QStringLiteral("all readings are equal: no line goes through them");
    }));
    EXPECT_FALSE(find<QPushButton>("applyCalibration")->isEnabled());
    auto* table = find<QTableWidget>("pairs");
    ASSERT_EQ(table->rowCount(), 2);
    table->item(1, 0)->setText(QStringLiteral("many"));
    EXPECT_TRUE(told(QStringLiteral("is no number")));
    table->item(1, 0)->setText(QStringLiteral("2750"));
    settle();
    EXPECT_EQ(channel().draft->pairs[1].reading, 2750);
    EXPECT_TRUE(waitFor([&] { return find<QPushButton>("applyCalibration")->isEnabled(); }));
}

/// Lets the battery stand at three voltages, one after the other.
Instrument inSteps(const Instrument& in)
{
    auto out = in;
    auto scenario = *out.scenarios.front();
    for (auto& lane : scenario.lanes)
        if (lane.id == "house-battery")
            lane.points = {
                {0, 10.2}, {3.6, 10.2}, {3.7, 14.4}, {7.6, 14.4}, {7.7, 12.3}, {60, 12.3}};
    out.scenarios = {std::make_shared<const Scenario>(scenario)};
    return out;
}

TEST_F(CalibrationTest, TheGuideTakesPairsFromTheStandInsOfBoardAndMeter)
{
    window.document().apply(QStringLiteral("Steps"), accepted(inSteps(instrument())));
    settle();
    window.play().play(liveNamed(QStringLiteral("board")));
    ASSERT_TRUE(waitFor([&] { return window.runner().view()->live != nullptr; }));
    openChannel("house-battery");
    ASSERT_TRUE(waitFor([&] { return find<QWidget>("pairs")->isVisible(); }));
    auto* from = find<QPushButton>("referenceMeter");
    ASSERT_TRUE(waitFor([&] { return from->visibleRegion().boundingRect() == from->rect(); }));
    QTest::mouseClick(from, Qt::LeftButton);
    clickEntry(find<QMenu>("metersMenu"), QStringLiteral("Stand-in: a meter beside it"));
    EXPECT_EQ(from->text(), QStringLiteral("Meter says"));
    auto* guide = find<QAbstractButton>("guide");
    guide->setFocus();
    QTest::keyClick(guide, Qt::Key_Space);
    ASSERT_TRUE(waitFor([&] { return channel().draft && channel().draft->pairs.size() == 3; }))
        << text("calibrationNext").toStdString();
    const auto& pairs = channel().draft->pairs;
    EXPECT_EQ(pairs[0].reference, 10.2);
    EXPECT_EQ(pairs[1].reference, 14.4);
    EXPECT_EQ(pairs[2].reference, 12.3);
    EXPECT_EQ(pairs[1].direction, Direction::Rising) << "as the guide has seen it";
    EXPECT_EQ(pairs[2].direction, Direction::Falling);
    EXPECT_TRUE(waitFor([&] {
        return text("calibrationNext").startsWith(QStringLiteral("Covered: apply with Alt+A"));
    }));
    // The curve is that of the specimen, which the parts miss by its tolerances.
    ASSERT_TRUE(waitFor([&] { return find<QPushButton>("applyCalibration")->isEnabled(); }));
    QApplication::setActiveWindow(&window); // without a window manager the menu keeps it
    QTest::keyClick(&window, Qt::Key_A, Qt::AltModifier);
    ASSERT_TRUE(waitFor([&] { return channel().calibrations.size() == 1; }));
    ASSERT_TRUE(waitFor([&] {
        const auto& view = *window.runner().view();
        return std::fabs(view.newest.scaled - 12.3) < 0.03;
    })) << window.runner().view()->newest.scaled;
}

TEST_F(CalibrationTest, TheGuideWaitsForWhatWasTypedBefore)
{
    window.document().apply(QStringLiteral("Steps"), accepted(inSteps(instrument())));
    settle();
    window.runner().jumpTo(ticksFromSeconds(4.2));
    ASSERT_TRUE(waitFor([&] { return window.runner().view()->now == ticksFromSeconds(4.2); }));
    QCoreApplication::processEvents();
    QTest::mouseClick(find<QAbstractButton>("guide"), Qt::LeftButton);
    type("referenceSays", QStringLiteral("14.4"));
    EXPECT_FALSE(channel().draft) << "it still moves";
    EXPECT_TRUE(text("calibrationNext").contains(QStringLiteral("then it is taken")));
    window.runner().run();
    ASSERT_TRUE(waitFor([&] { return channel().draft.has_value(); }));
    EXPECT_EQ(channel().draft->pairs.front().reference, 14.4);
    window.runner().pause();
}

TEST_F(CalibrationTest, APairIsLeftOutAndWeighted)
{
    QApplication::clipboard()->setText(QStringLiteral("2500 10\n3100 12.4\n3700 15.4\n"));
    click("pastePairs");
    auto* table = find<QTableWidget>("pairs");
    ASSERT_TRUE(waitFor([&] { return table->rowCount() == 3; }));
    table->setCurrentCell(2, 0);
    click("leavePairOut");
    EXPECT_TRUE(channel().draft->pairs[2].isOff);
    EXPECT_TRUE(waitFor([&] { return table->item(2, 4)->text() == QStringLiteral("out"); }));
    table->item(0, 2)->setText(QStringLiteral("0.01"));
    settle();
    EXPECT_EQ(channel().draft->pairs[0].uncertainty, 0.01);
    click("leavePairOut");
    EXPECT_FALSE(channel().draft->pairs[2].isOff);
}

class TypedScalingTest : public CalibrationTest {
protected:
    void SetUp() override
    {
        CalibrationTest::SetUp();
        QTest::mouseClick(find<QAbstractButton>("scaleType"), Qt::LeftButton);
        ASSERT_TRUE(waitFor([&] { return find<QWidget>("scalingKind")->isVisible(); }));
    }
    void choose(const QString& kind)
    {
        auto* box = find<QComboBox>("scalingKind");
        ASSERT_GE(box->findText(kind), 0);
        box->setCurrentText(kind);
        Q_EMIT box->activated(box->currentIndex());
        settle();
        QCoreApplication::processEvents();
    }
    double scaled() { return window.runner().view()->newest.scaled; }
};

TEST_F(TypedScalingTest, AFormulaBeginsWhereTheScalingIsAndIsChecked)
{
    const double before = scaled();
    choose(QStringLiteral("formula"));
    EXPECT_EQ(channel().scaling.formula, "reading * 0.003961181641");
    EXPECT_NEAR(scaled(), before, 1e-3);
    ASSERT_TRUE(waitFor([&] {
        return window.findChild<QLineEdit*>(QStringLiteral("parameter formula")) != nullptr;
    }));
    type("parameter formula", QStringLiteral("reading * 4 mV"));
    EXPECT_EQ(channel().scaling.formula, "reading * 4 mV");
    EXPECT_TRUE(waitFor([&] { return std::fabs(scaled() / before - 4 / 3.961182) < 1e-6; }));
    EXPECT_TRUE(
        waitFor([&] { return text("scalingEquation") == QStringLiteral("V = reading * 4 mV"); }));
    type("parameter formula", QStringLiteral("reading * 4 mA"));
    EXPECT_TRUE(waitFor(
        [&] { return notice()->text().contains(QStringLiteral("the formula does not give V")); }));
    EXPECT_EQ(channel().scaling.formula, "reading * 4 mV");
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    settle();
    EXPECT_EQ(channel().scaling.formula, "reading * 0.003961181641");
}

TEST_F(TypedScalingTest, ATableIsTypedAndTheTareTaken)
{
    choose(QStringLiteral("table"));
    ASSERT_TRUE(waitFor([&] {
        return window.findChild<QLineEdit*>(QStringLiteral("parameter points")) != nullptr;
    }));
    type("parameter points", QStringLiteral("0: 0; 3000: 12; 4095: 16"));
    EXPECT_EQ(channel().scaling.points.size(), 3U);
    // At 100 s the battery stands still.
    EXPECT_TRUE(waitFor([&] { return scaled() > 5; }));
    click("tare");
    EXPECT_NE(channel().scaling.tare, 0);
    EXPECT_TRUE(waitFor([&] { return std::fabs(scaled()) < 0.2; })) << scaled();
    EXPECT_TRUE(find<LineLabel>("grossAndNet")->text().startsWith(QStringLiteral("gross 1")));
    click("clearTare");
    EXPECT_EQ(channel().scaling.tare, 0);
    EXPECT_TRUE(find<LineLabel>("scalingUnits")->text().contains(QStringLiteral("mV")));
}

TEST_F(TypedScalingTest, PulsesComeFromAMeasuredDistance)
{
    openChannel("speed");
    ASSERT_TRUE(waitFor([&] { return find<QWidget>("countedPulses")->isVisible(); }));
    type("countedPulses", QStringLiteral("2880"));
    type("countedAmount", QStringLiteral("250 m"));
    click("useCounted");
    // common practice: hertz for a km/h = pulses over metres over 3.6.
    EXPECT_NEAR(findById(instrument().channels, "speed")->source.pulses.perUnit, 3.2, 1e-9);
    type("countedAmount", QStringLiteral("2.1 L"));
    EXPECT_EQ(find<QLineEdit>("countedAmount")->text(), QStringLiteral("250 m")) << "refused";
    type("countedPulses", QStringLiteral("0"));
    click("useCounted");
    EXPECT_TRUE(waitFor([&] {
        return notice()->text().contains(
            QStringLiteral("the pulses and the amount must be above 0"));
    }));
}

TEST_F(CalibrationTest, AnExplanationIsApplied)
{
    QTest::mouseClick(find<QAbstractButton>("scaleDiagnose"), Qt::LeftButton);
    ASSERT_TRUE(waitFor([&] { return find<QWidget>("explanations")->isVisible(); }));
    const auto explain = [&](const QString& shows, const QString& expected) {
        type("displayShows", shows);
        type("valueExpected", expected);
        click("explain");
        ASSERT_TRUE(
            waitFor([&] { return !text("explanations").startsWith(QStringLiteral("Looking")); }));
    };
    explain(QStringLiteral("10.71"), QStringLiteral("10.4"));
    explain(QStringLiteral("13.08"), QStringLiteral("12.7"));
    explain(QStringLiteral("14.73"), QStringLiteral("14.3"));
    EXPECT_TRUE(text("explanations").contains(QStringLiteral("everything is 1.03 times")));
    auto* fix = find<QPushButton>("applyExplanation");
    ASSERT_TRUE(waitFor([&] { return fix->visibleRegion().boundingRect() == fix->rect(); }));
    click("copyRightFunction");
    EXPECT_TRUE(QApplication::clipboard()->text().contains(QStringLiteral("_from_counts")));
    QTest::mouseClick(fix, Qt::LeftButton);
    settle();
    EXPECT_EQ(channel().scaling.kind, ScalingKind::Linear);
    EXPECT_NEAR(channel().scaling.gain, 0.003961182 / 1.03, 1e-6);
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    settle();
    EXPECT_EQ(channel().scaling.kind, ScalingKind::FromParts);
}

} // namespace
} // namespace fern::app
