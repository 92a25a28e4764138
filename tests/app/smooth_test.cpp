// The Smooth workbench in a real window: steps of every kind, the steady digit, variants, counting.

#include "app/places/channels/smooth/counting_page.h"
#include "app/places/channels/smooth/film_strip.h"
#include "app/places/channels/smooth/step_chips.h"
#include "instrument/edits.h"
#include "smooth/step_text.h"
#include "tests/app/window_fixture.h"

#include <QClipboard>

namespace fern::app {
namespace {

class SmoothTest : public WindowTest {
protected:
    void SetUp() override
    {
        WindowTest::SetUp();
        openLeaf("Smooth");
        ASSERT_TRUE(waitFor([&] { return find<QWidget>("stepChips")->isVisible(); }));
    }
    std::string steps() { return stepsText(channel().smoothing); }
    const Channel& channel()
    {
        return *findById(instrument().channels,
            window.runner().view()->plain().channels[window.runner().view()->channel].id);
    }
    void click(const char* button)
    {
        auto* found = find<QAbstractButton>(button);
        ASSERT_TRUE(waitFor([&] { return found->visibleRegion().boundingRect() == found->rect(); }))
            << button;
        QTest::mouseClick(found, Qt::LeftButton);
        settle();
        QCoreApplication::processEvents();
    }
    void setSteps(const char* text)
    {
        window.document().apply(
            QStringLiteral("Steps"), withSmoothing(instrument(), channel().id, *parseSteps(text)));
        settle();
    }
};

TEST_F(SmoothTest, AddsAStepOfAnyKindAndItsFigures)
{
    click("addStep");
    clickEntry(find<QMenu>("addStepMenu"), QStringLiteral("Digit hysteresis"));
    EXPECT_EQ(steps(), "median 5; exponential tau 0.8; digit hysteresis 0.01");
    // Its figures stand beside the chips.
    ASSERT_TRUE(waitFor([&] {
        auto* edit = window.findChild<QLineEdit*>(QStringLiteral("parameter digit"));
        return edit != nullptr && edit->isVisible();
    }));
    type("parameter digit", QStringLiteral("0.05"));
    EXPECT_EQ(steps(), "median 5; exponential tau 0.8; digit hysteresis 0.05");
    type("parameter beyond", QStringLiteral("0.1"));
    EXPECT_EQ(steps(), "median 5; exponential tau 0.8; digit hysteresis 0.05") << "refused";
    type("steps", QStringLiteral("spike gate 5 7 5; slew 2"));
    EXPECT_EQ(steps(), "spike gate 5 7 5; slew 2");
    click("copySmoothing");
    const auto copied = QApplication::clipboard()->text();
    EXPECT_TRUE(copied.contains(QStringLiteral("static float house_battery_smoothed(float x)")))
        << copied.toStdString();
    EXPECT_TRUE(copied.contains(QStringLiteral("/* slew 2 */")));
    EXPECT_EQ(find<QAbstractButton>("copySmoothing")->text(), QStringLiteral("Copied"));
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    settle();
    EXPECT_EQ(steps(), "median 5; exponential tau 0.8; digit hysteresis 0.05");
}

TEST_F(SmoothTest, FindsASteadyDigitAndAppliesItAsOneStep)
{
    setSteps("");
    click("smoothSteady");
    type("steadyChanges", QStringLiteral("0.4"));
    type("steadyLag", QStringLiteral("1 s"));
    auto* use = find<QPushButton>("useSteady");
    EXPECT_FALSE(use->isEnabled());
    click("findSteady");
    ASSERT_TRUE(waitFor([&] { return use->isEnabled(); }));
    const auto words = find<QLabel>("steadyWords")->text();
    EXPECT_TRUE(words.contains(QStringLiteral("late"))) << words.toStdString();
    EXPECT_TRUE(words.contains(QStringLiteral("One more digit"))) << words.toStdString();
    EXPECT_EQ(find<QPushButton>("findSteady")->text(), QStringLiteral("Find"));
    click("useSteady");
    EXPECT_NE(steps(), "");
    EXPECT_TRUE(words.startsWith(QString::fromStdString(steps())));
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    settle();
    EXPECT_EQ(steps(), "") << "one step back";
}

// Where no chain is calm enough within the lag, the calmest can be taken, and is called so.
TEST_F(SmoothTest, OffersTheCalmestWhereNothingIsCalmEnough)
{
    setSteps("");
    click("smoothSteady");
    type("steadyChanges", QStringLiteral("0.0001"));
    type("steadyLag", QStringLiteral("100 ms"));
    click("findSteady");
    auto* use = find<QPushButton>("useSteady");
    ASSERT_TRUE(waitFor([&] { return use->isEnabled(); }));
    EXPECT_EQ(use->text(), QStringLiteral("Use the calmest"));
    const auto words = find<QLabel>("steadyWords")->text();
    EXPECT_TRUE(words.contains(QStringLiteral("calm enough"))) << words.toStdString();
    click("useSteady");
    EXPECT_NE(steps(), "");
    EXPECT_TRUE(words.contains(QString::fromStdString(steps()))) << words.toStdString();
}

TEST_F(SmoothTest, KeepsVariantsSideBySide)
{
    click("smoothCompare");
    click("keepVariant");
    setSteps("moving average 40");
    click("keepVariant");
    ASSERT_TRUE(waitFor([&] { return find<QLabel>("variant1")->isVisible(); }));
    EXPECT_TRUE(find<QLabel>("variant0")
                    ->text()
                    .startsWith(QStringLiteral("A: median 5; exponential tau 0.8.")));
    EXPECT_TRUE(find<QLabel>("variant1")
                    ->text()
                    .startsWith(QStringLiteral("B: moving average 40. 1.95 s late")))
        << find<QLabel>("variant1")->text().toStdString();
    EXPECT_TRUE(
        accessibleName(find<FilmStrip>("filmStrip")).startsWith(QStringLiteral("A shows ")));
    click("useVariant0");
    EXPECT_EQ(steps(), "median 5; exponential tau 0.8");
}

TEST_F(SmoothTest, SaysWhatOfTheMainsComesThrough)
{
    setSteps("mains cycles 5 hertz 50");
    window.document().apply(
        QStringLiteral("Rate"), withSampleEvery(instrument(), channel().id, {4, "ms"}));
    settle();
    click("smoothFrequencies");
    EXPECT_TRUE(waitFor([&] {
        return find<QLabel>("gainWords")->text().startsWith(QStringLiteral("Of 50 Hz mains hum 0"));
    })) << find<QLabel>("gainWords")->text().toStdString();
}

TEST_F(SmoothTest, PollingLosesPulsesAndAnInterruptNone)
{
    openChannel("speed");
    auto source = channel().source;
    source.pulses.input = PulseInput::Polled;
    source.pulses.perUnit = 10;
    auto in = *withSource(instrument(), "speed", source);
    auto display = *in.displays[0];
    display.busSpeed = {100, "kHz"};
    display.redrawEvery = {100, "ms"};
    window.document().apply(QStringLiteral("Polled"), withDisplay(in, display));
    settle();
    click("smoothCounting");
    const auto words = [&] { return find<QLabel>("countingWords")->text(); };
    ASSERT_TRUE(waitFor([&] { return words().contains(QStringLiteral("polled: ")); }));
    EXPECT_TRUE(waitFor([&] {
        return words().contains(QStringLiteral("lost."))
            && !words().contains(QStringLiteral(": 0 lost"));
    })) << words().toStdString();
    click("countByInterrupt");
    EXPECT_TRUE(waitFor([&] { return words().contains(QStringLiteral("by interrupt: 0 lost")); }))
        << words().toStdString();
    EXPECT_FALSE(find<QPushButton>("countByInterrupt")->isVisible());
    EXPECT_TRUE(
        accessibleName(find<CountingLanes>("countingLanes")).contains(QStringLiteral("counted")));
    // So fast that a tenth of a second holds more than are remembered: none of them is lost.
    source = channel().source;
    source.pulses.perUnit = 200;
    window.document().apply(QStringLiteral("Fast"), withSource(instrument(), "speed", source));
    settle();
    const auto lanes = [&] { return accessibleName(find<CountingLanes>("countingLanes")); };
    EXPECT_TRUE(waitFor([&] { return lanes() == QStringLiteral("64 pulses, 64 of them counted"); }))
        << lanes().toStdString();
    auto* measure = find<QComboBox>("pulseMeasure");
    measure->setFocus();
    QTest::keyClick(measure, Qt::Key_End);
    settle();
    EXPECT_EQ(channel().source.pulses.measure, PulseMeasure::Automatic);
    EXPECT_GT(channel().source.pulses.timeOut.value, 0) << "a stopped wheel reads 0";
    // Other channels have no such page.
    openChannel("house-battery");
    EXPECT_TRUE(waitFor([&] { return !find<QAbstractButton>("smoothCounting")->isVisible(); }));
}

} // namespace
} // namespace fern::app
