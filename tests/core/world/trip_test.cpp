#include "world/trip.h"

#include <gsl/gsl_integration.h>
#include <gtest/gtest.h>

#include <cmath>
#include <numbers>

namespace fern {
namespace {

struct Lanes {
    std::vector<CurvePoint> speed, course;
    bool isNorth = false;
};

double rateAt(double t, void* lanes)
{
    const auto& l = *static_cast<Lanes*>(lanes);
    const double course = polylineAt(l.course, t);
    return polylineAt(l.speed, t) * (l.isNorth ? std::cos(course) : std::sin(course));
}

// Against adaptive quadrature of the GNU Scientific Library.
TEST(Trip, IsTheIntegralOfSpeedAlongTheCourse)
{
    Lanes lanes{{{2, 0}, {10, 8}, {40, 8}, {41, 2}, {90, 12}},
        {{0, 0.3}, {15, 0.3}, {15.5, 2.1}, {60, -4}, {70, -4.00005}, {90, 9}}};
    auto* room = gsl_integration_workspace_alloc(1000);
    for (const double to : {0.0, 1.0, 9.5, 15.2, 33.0, 65.0, 89.0, 130.0}) {
        const auto way = wayOf(lanes.speed, lanes.course, to);
        for (const bool isNorth : {true, false}) {
            lanes.isNorth = isNorth;
            gsl_function f{rateAt, &lanes};
            double whole = 0;
            // The corners are bounds of the pieces, so that each is smooth.
            std::vector<double> at{0, 2, 10, 15, 15.5, 40, 41, 60, 70, 90, 1e9};
            for (std::size_t i = 1; i < at.size(); ++i) {
                double piece = 0, error = 0;
                if (at[i - 1] < to)
                    gsl_integration_qag(&f, at[i - 1], std::min(at[i], to), 1e-9, 1e-12, 1000,
                        GSL_INTEG_GAUSS61, room, &piece, &error);
                whole += piece;
            }
            EXPECT_NEAR(isNorth ? way.north : way.east, whole, 1e-6) << to;
        }
    }
    gsl_integration_workspace_free(room);
}

// 1852 m are a minute of latitude; at 60 degrees a minute of longitude is half of that.
TEST(Trip, EndsWhereTheWayLeads)
{
    const auto place = placeAfter({60, -1}, {0, 1852.0 * 30});
    EXPECT_DOUBLE_EQ(place.latitude, 60);
    EXPECT_NEAR(place.longitude, 0, 1e-9);
    EXPECT_NEAR(placeAfter({10, 5}, {-1852 * 90, 0}).latitude, 8.5, 1e-12);
}

} // namespace
} // namespace fern
