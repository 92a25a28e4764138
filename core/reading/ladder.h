#pragma once
// Keys over resistors at one converter input: each key has a window of codes, and the room between
// two windows says how safely they are told apart.

#include "reading/converter.h"
#include "world/source_spec.h"

#include <string>
#include <vector>

namespace fern {

struct LadderWindow {
    std::string name; ///< of the key; that of no key may be empty
    bool isOpen = false; ///< no key is pressed
    double code = 0; ///< with nominal resistors
    double least = 0, most = 0; ///< with every resistor at its limit
    double from = 0, to = 0; ///< codes that are taken for it
    double margin = 0; ///< codes between it and its nearest neighbour at their limits, halved;
                       ///< below zero they overlap
};

/// Returns the windows of all keys and of none, from the lowest code on; of none there is no window
/// where nothing holds the pin then. A window ends in the middle between the limits of neighbours.
std::vector<LadderWindow> ladderWindows(const LadderSpec& ladder, const Converter& converter);

/// Returns the margin in codes that tells keys apart safely: six standard deviations of the noise
/// (rms in codes), and at least one per cent of the range.
double safeMargin(const Converter& converter, double noise);

/// The resistors of a ladder, in ohm; 0 for a pull that is not there.
struct LadderOhms {
    double pullUp = 0, pullDown = 0;
    std::vector<double> keys;
};
/// Returns them with those that go up larger by `up`, and those that go down by `down`.
LadderOhms ohmsOf(const LadderSpec& ladder, double up = 0, double down = 0);

/// Returns the share of the reference that stands at the pin while these keys are pressed, by their
/// places; NaN where nothing holds it.
double ladderShare(
    const LadderSpec& ladder, const LadderOhms& ohms, const std::vector<std::size_t>& pressed);

/// Returns the ladder with the same keys and E24 resistors that stand as far apart as they can:
/// even steps of the pin's voltage, the first key a plain wire. One whose keys do not all go to
/// ground, or that has no pull-up alone, stays as it is.
LadderSpec designedLadder(LadderSpec ladder);

} // namespace fern
