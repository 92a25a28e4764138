#include "curves/photoresistor.h"

#include <cmath>

namespace fern {

namespace {

constexpr double nominalLux = 10;

} // namespace

double photoresistorOhms(double r10, double gamma, double lux)
{
    return r10 * std::pow(lux / nominalLux, -gamma);
}

double photoresistorLux(double r10, double gamma, double ohms)
{
    return nominalLux * std::pow(ohms / r10, -1 / gamma);
}

} // namespace fern
