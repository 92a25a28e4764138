#include "app/look/look.h"
#include "app/look/tokens.h"

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

TEST(Look, TextHasEnoughContrast)
{
    const auto& t = tokens();
    for (const auto& [text, ground] : {std::pair{t.ink, t.paper}, {t.ink, t.card}, {t.ink, t.pale},
             {t.soft, t.card}, {t.soft, t.paper}, {t.soft, t.bar}, {t.card, t.fern},
             {t.pale, t.fern}, {t.brick, t.card}, {t.lit, t.glass}})
        EXPECT_GE(contrast(text, ground), 4.5)
            << text.name().toStdString() << " on " << ground.name().toStdString();
}

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

} // namespace
} // namespace fern::app
