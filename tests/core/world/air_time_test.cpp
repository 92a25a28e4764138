// Time on air of chirp-spread-spectrum messages. Source: css-airtime.csv of the reference values,
// computed in exact arithmetic from the formula of the data sheet (from memory), relative 1e-9.

#include "world/air_time.h"

#include <gtest/gtest.h>

#include <array>

namespace fern {
namespace {

AirSpec chirps(int spreading)
{
    AirSpec air;
    air.modulation = Modulation::Chirp;
    air.spreading = spreading;
    return air;
}

TEST(AirTime, ChirpsTakeAsLongAsTheTableSays)
{
    struct Row {
        int bytes, spreading;
        double seconds;
    };
    constexpr std::array rows{Row{10, 7, 0.041216}, Row{10, 8, 0.072192}, Row{10, 9, 0.144384},
        Row{10, 10, 0.288768}, Row{10, 11, 0.577536}, Row{10, 12, 0.991232}, Row{20, 7, 0.056576},
        Row{20, 8, 0.102912}, Row{20, 9, 0.185344}, Row{20, 10, 0.370688}, Row{20, 11, 0.741376},
        Row{51, 7, 0.102656}, Row{51, 12, 2.465792}, Row{64, 7, 0.118016}, Row{64, 12, 2.793472}};
    for (const auto& row : rows)
        EXPECT_NEAR(airSeconds(chirps(row.spreading), row.bytes), row.seconds, 1e-9 * row.seconds)
            << row.bytes << " bytes at " << row.spreading;
}

TEST(AirTime, BitsFollowTheirRateAndNobodyKnowsWhatIsNotTold)
{
    AirSpec air;
    EXPECT_EQ(airSeconds(air, 20), 0);
    air.modulation = Modulation::Bits;
    air.bitRate = {4800, "Hz"};
    air.preamble = 4;
    EXPECT_DOUBLE_EQ(airSeconds(air, 11), 20 * 8 / 4800.0) << "4 + 2 + 1 + 11 + 2 bytes";
}

TEST(AirTime, SharesGrowWithTriesAndAcknowledgements)
{
    RadioSpec radio;
    radio.air = chirps(7);
    radio.air.pollBytes = 10;
    radio.air.answerBytes = 20;
    radio.tries = 3;
    const auto shares = airShares(radio, {1, 2}, 10);
    EXPECT_DOUBLE_EQ(shares.base, 2 * 0.041216 / 10);
    EXPECT_DOUBLE_EQ(shares.baseMost, 3 * shares.base);
    EXPECT_DOUBLE_EQ(shares.station, 2 * 0.056576 / 10) << "the one with two values";
    EXPECT_DOUBLE_EQ(shares.stationMost, 3 * shares.station);
    radio.acknowledges = true;
    EXPECT_DOUBLE_EQ(airShares(radio, {1, 2}, 10).stationMost, 6 * shares.station);
}

} // namespace
} // namespace fern
