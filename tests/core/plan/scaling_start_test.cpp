#include "plan/scaling_start.h"

#include "instrument/calibration_edits.h"
#include "instrument/resolve.h"
#include "tests/support.h"

#include <gtest/gtest.h>

namespace fern {
namespace {

// Within one stretch of a table a line is that stretch, whatever the parts say.
TEST(ScalingStart, ALineBeginsWithTheSlopeOfTheTable)
{
    ScalingSpec table;
    table.kind = ScalingKind::Table;
    table.points = {{0, 0}, {2000, 8}, {4095, 20}};
    const auto in = withScaling(test::skiff(), "house-battery", table);
    ASSERT_TRUE(in) << in.error().message;
    const auto line = scalingStart(resolve(*in, "")->channels[0], ScalingKind::Linear);
    EXPECT_NEAR(line.gain, 12 / 2095.0, 1e-9);
    EXPECT_NEAR(line.offset, 8 - 2000 * 12 / 2095.0, 1e-6);
}

TEST(ScalingStart, ALineOfTheDividerIsItsFactor)
{
    const auto line = scalingStart(test::plainSkiff().channels[0], ScalingKind::Linear);
    EXPECT_NEAR(line.gain, 3.3 / 4096 * 59 / 12, 1e-12);
    EXPECT_NEAR(line.offset, 0, 1e-12);
}

} // namespace
} // namespace fern
