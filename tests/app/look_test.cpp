#include "app/look/look.h"
#include "app/look/tokens.h"
#include "tests/app/window_fixture.h"

#include <gtest/gtest.h>

#include <QFontDatabase>
#include <QFontMetrics>
#include <QRawFont>

#include <cmath>

namespace fern::app {
namespace {

/// Relative luminance and contrast. Source: WCAG 2.1, 1.4.3.
double luminance(const QColor& colour)
{
    const auto channel = [](double c) {
        return c <= 0.03928 ? c / 12.92 : std::pow((c + 0.055) / 1.055, 2.4);
    };
    return 0.2126 * channel(colour.redF()) + 0.7152 * channel(colour.greenF())
        + 0.0722 * channel(colour.blueF());
}
double contrast(const QColor& a, const QColor& b)
{
    const double light = std::max(luminance(a), luminance(b));
    const double dark = std::min(luminance(a), luminance(b));
    return (light + 0.05) / (dark + 0.05);
}

class EitherLook : public testing::TestWithParam<LookKind> {
protected:
    void SetUp() override { chooseTokens(GetParam()); }
    void TearDown() override { chooseTokens(LookKind::Light); }
};

TEST_P(EitherLook, TextHasEnoughContrast)
{
    const auto& t = tokens();
    for (const auto& [text, ground] : {std::pair{t.ink, t.paper}, {t.ink, t.card}, {t.ink, t.pale},
             {t.ink, t.field}, {t.soft, t.card}, {t.soft, t.paper}, {t.soft, t.bar},
             {t.soft, t.pale}, {t.onFern, t.fern}, {t.onFernSoft, t.fern}, {t.brick, t.card},
             {t.sky, t.card}, {t.accent, t.card}, {t.lit, t.glass}})
        EXPECT_GE(contrast(text, ground), 4.5)
            << text.name().toStdString() << " on " << ground.name().toStdString();
}

/// What is no text but must be seen: lines, outlines, signs. Source: WCAG 2.1, 1.4.11.
TEST_P(EitherLook, SignsStandOut)
{
    const auto& t = tokens();
    for (const auto& [sign, ground] : {std::pair{t.amber, t.card}, {t.brick, t.paper},
             {t.trace, t.card}, {t.accent, t.card}, {t.sky, t.card}})
        EXPECT_GE(contrast(sign, ground), 3.0)
            << sign.name().toStdString() << " on " << ground.name().toStdString();
}

INSTANTIATE_TEST_SUITE_P(Looks, EitherLook, testing::Values(LookKind::Light, LookKind::Dark),
    [](const auto& look) { return look.param == LookKind::Light ? "light" : "dark"; });

TEST(Look, DrawsTheEmbeddedFaces)
{
    EXPECT_TRUE(QFontDatabase::families().contains(QStringLiteral("Fern B612")));
    const auto face = [](bool bold) { return QRawFont::fromFont(wordFont(16, bold)); };
    EXPECT_EQ(face(false).familyName(), QStringLiteral("Fern B612"));
    EXPECT_FALSE(face(false).fontTable("CFF ").isEmpty());
    EXPECT_NE(face(false).fontTable("CFF "), face(true).fontTable("CFF "));
}

TEST(Look, DigitsHaveOneWidth)
{
    for (const bool bold : {false, true}) {
        const QFontMetrics metrics(wordFont(18, bold));
        for (const char digit : std::string("123456789"))
            EXPECT_EQ(metrics.horizontalAdvance(QLatin1Char(digit)),
                metrics.horizontalAdvance(QLatin1Char('0')))
                << digit;
    }
}

TEST_F(WindowTest, ChangesBetweenLightAndDark)
{
    const auto rail = [this] { return window.grab().toImage().pixelColor(10, 600); };
    const auto words = [this] {
        return find<QWidget>("clock")->palette().color(QPalette::WindowText);
    };
    EXPECT_EQ(rail(), tokens().bar);
    const auto light = tokens();
    QImage shown; // the plots draw when there is nothing else to do
    ASSERT_TRUE(QTest::qWaitFor([&] {
        const auto before = std::exchange(shown, window.grab().toImage());
        return before == shown;
    }));
    QTest::keyClick(&window, Qt::Key_L, Qt::ControlModifier);
    EXPECT_EQ(lookKind(), LookKind::Dark);
    EXPECT_NE(tokens().bar, light.bar);
    EXPECT_EQ(rail(), tokens().bar);
    EXPECT_TRUE(QTest::qWaitFor([&] { return words() == tokens().ink; }));
    EXPECT_EQ(storage().look(), LookKind::Dark); // kept for the next start
    QTest::keyClick(&window, Qt::Key_L, Qt::ControlModifier);
    EXPECT_TRUE(QTest::qWaitFor([&] { return window.grab().toImage() == shown; }));
}

} // namespace
} // namespace fern::app
