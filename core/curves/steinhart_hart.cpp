#include "curves/steinhart_hart.h"

#include <cmath>

namespace fern {

double steinhartHartKelvin(const SteinhartHart& s, double ohms)
{
    const double l = std::log(ohms);
    return 1 / (s.a + l * (s.b + s.c * l * l));
}

Result<SteinhartHart> steinhartHartThrough(const std::array<ResistanceAt, 3>& points)
{
    std::array<double, 3> l{};
    std::array<double, 3> y{};
    for (std::size_t i = 0; i < 3; ++i) {
        if (!(points[i].ohms > 0 && points[i].kelvin > 0))
            return Error{ErrorCode::InvalidArgument,
                "resistances and absolute temperatures lie above 0", ""};
        l[i] = std::log(points[i].ohms);
        y[i] = 1 / points[i].kelvin;
    }
    if (l[0] == l[1] || l[1] == l[2] || l[0] == l[2] || y[0] == y[1] || y[1] == y[2]
        || y[0] == y[2])
        return Error{
            ErrorCode::InvalidArgument, "three points differ in temperature and in resistance", ""};
    const double g2 = (y[1] - y[0]) / (l[1] - l[0]);
    const double g3 = (y[2] - y[0]) / (l[2] - l[0]);
    SteinhartHart s;
    s.c = (g3 - g2) / (l[2] - l[1]) / (l[0] + l[1] + l[2]);
    s.b = g2 - s.c * (l[0] * l[0] + l[0] * l[1] + l[1] * l[1]);
    s.a = y[0] - l[0] * (s.b + s.c * l[0] * l[0]);
    return s;
}

} // namespace fern
