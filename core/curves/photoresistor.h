#pragma once
// A photoresistor: R = R10 · (E / 10 lx)^−gamma, as data sheets of the class give it.

namespace fern {

/// Returns the resistance in ohm at `lux` > 0; r10 > 0 ohm, gamma > 0.
double photoresistorOhms(double r10, double gamma, double lux);

/// Returns the illuminance in lux at `ohms` > 0: the inverse.
double photoresistorLux(double r10, double gamma, double ohms);

} // namespace fern
