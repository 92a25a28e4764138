// A calibration in a real window: readings are taken against a reference, judged, applied, undone
// and gone back to.

#include "app/places/channels/calibration_page.h"
#include "instrument/calibration_edits.h"
#include "tests/app/window_fixture.h"

#include <QClipboard>
#include <QTableWidget>

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
    bool waitFor(const std::function<bool()>& isSo) { return QTest::qWaitFor(isSo, 20000); }
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
        QTest::mouseClick(find<QPushButton>(button), Qt::LeftButton);
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
    EXPECT_TRUE(
        waitFor([&] { return window.runner().view()->plain.channels[0].calibration.has_value(); }));
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
    };
    explain(QStringLiteral("2.6"), QStringLiteral("12.8 V"));
    explain(QStringLiteral("2.12"), QStringLiteral("10400 mV"));
    EXPECT_EQ(
        text("diagnosisPairs"), QStringLiteral("2.6 instead of 12.8 V, 2.12 instead of 10.4 V"));
    EXPECT_TRUE(
        text("explanations").startsWith(QStringLiteral("1. the divider is not in the arithmetic")));
    explain(QStringLiteral("7.77"), QStringLiteral("12"));
    EXPECT_TRUE(text("explanations").startsWith(QStringLiteral("No known mistake")));
    click("explainAnew");
    EXPECT_TRUE(text("diagnosisPairs").isEmpty());
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

} // namespace
} // namespace fern::app
