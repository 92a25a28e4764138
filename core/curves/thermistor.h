#pragma once
// An NTC thermistor by the B-parameter equation, R = R25 · exp(B · (1/T − 1/298.15 K)).

namespace fern {

/// Returns the resistance in ohm at `kelvin` > 0; r25 > 0 ohm, beta in kelvin.
double thermistorOhms(double r25, double beta, double kelvin);

/// Returns the temperature in kelvin at `ohms` > 0: the inverse.
double thermistorKelvin(double r25, double beta, double ohms);

} // namespace fern
