#include "curves/thermistor.h"

#include <cmath>

namespace fern {

namespace {

constexpr double roomKelvin = 298.15;

} // namespace

double thermistorOhms(double r25, double beta, double kelvin)
{
    return r25 * std::exp(beta * (1 / kelvin - 1 / roomKelvin));
}

double thermistorKelvin(double r25, double beta, double ohms)
{
    return 1 / (1 / roomKelvin + std::log(ohms / r25) / beta);
}

} // namespace fern
