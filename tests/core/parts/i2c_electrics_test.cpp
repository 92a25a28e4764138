#include "parts/i2c_electrics.h"

#include "parts/bus_spec.h"

#include <gtest/gtest.h>

namespace fern {
namespace {

struct Row {
    double hertz, picofarad, most, least3V3, least5V;
};

// Source: UM10204, 7.1 and tables 10 and 11, evaluated with 0.8473.
TEST(I2cElectrics, PullUpWindow)
{
    for (const auto& row :
        {Row{100e3, 50, 23604.390416617494, 966.6666666666666, 1533.3333333333333},
            {100e3, 400, 2950.548802077187, 966.6666666666666, 1533.3333333333333},
            {400e3, 50, 7081.3171249852485, 966.6666666666666, 1533.3333333333333},
            {400e3, 200, 1770.3292812463121, 966.6666666666666, 1533.3333333333333},
            {400e3, 400, 885.1646406231561, 966.6666666666666, 1533.3333333333333},
            {1e6, 100, 1416.2634249970497, 145, 230}}) {
        const auto limits = *i2cLimits(row.hertz);
        const auto low = pullUpWindow(limits, 3.3, row.picofarad * 1e-12);
        const auto high = pullUpWindow(limits, 5, row.picofarad * 1e-12);
        EXPECT_NEAR(low.most, row.most, row.most * 1e-9);
        EXPECT_NEAR(low.least, row.least3V3, 1e-6);
        EXPECT_NEAR(high.least, row.least5V, 1e-6);
        EXPECT_NEAR(i2cRiseTime(row.most, row.picofarad * 1e-12), limits.riseSeconds, 1e-15);
        // At 400 kHz and 400 pF nothing satisfies both.
        EXPECT_EQ(low.isPossible(), !(row.hertz == 400e3 && row.picofarad == 400));
    }
}

TEST(I2cElectrics, TheSlowestClassThatReaches)
{
    EXPECT_EQ(i2cLimits(10e3)->hertz, 100e3);
    EXPECT_EQ(i2cLimits(100e3)->hertz, 100e3);
    EXPECT_EQ(i2cLimits(100.1e3)->hertz, 400e3);
    EXPECT_EQ(i2cLimits(1e6)->farad, 550e-12);
    EXPECT_FALSE(i2cLimits(1.1e6));
}

TEST(BusSpec, ReadsAddressesAndRefusesWhatIsNone)
{
    EXPECT_EQ(*parseAddresses("0x3C  0x3d"), (std::vector<int>{0x3C, 0x3D}));
    EXPECT_TRUE(parseAddresses("")->empty());
    EXPECT_EQ(addressText(0x0A), "0x0A");
    for (const char* wrong : {"3C", "0x", "0x3G", "0x78", "0x07", "0x3C,0x3D", "60"}) {
        const auto read = parseAddresses(wrong);
        ASSERT_FALSE(read) << wrong;
        EXPECT_NE(read.error().message.find("0x08 to 0x77"), std::string::npos);
    }
}

TEST(PinSpec, ReadsRolesAndNamesTheWrongOne)
{
    const auto roles = *parseRoles("analog digital i2c-data");
    EXPECT_EQ(roleWords(roles), "digital analog i2c-data");
    EXPECT_EQ(roleWords(*parseRoles("")), "");
    const auto wrong = parseRoles("digital analogue");
    ASSERT_FALSE(wrong);
    EXPECT_NE(wrong.error().message.find("\"analogue\" is no role"), std::string::npos);
}

} // namespace
} // namespace fern
