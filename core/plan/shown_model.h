#pragma once
// What a display would show while known mistakes act, and how likely that makes what it showed.

#include "plan/known_mistakes.h"
#include "reading/converter.h"
#include "scale/scaling.h"

#include <vector>

namespace fern {

using Mistakes = std::vector<const KnownMistake*>;

class ShownModel {
public:
    explicit ShownModel(const PlainChannel& channel);

    /// Returns what is shown for a true value, both in the channel's unit: with parts that are off
    /// by one common factor at the pin, and a reading so many codes beside the usual one.
    double shown(
        const Mistakes& mistakes, double expected, double factor = 1, double codes = 0) const;

    /// Returns the probability of what was shown: over the specimen's factor, which is about as far
    /// from 1 as the tolerances of the parts let it be, and over the codes that repeat.
    double likelihood(const Mistakes& mistakes, const std::vector<ShownExpected>& pairs) const;

    /// Returns the least that the worst pair misses by, in last digits, over those factors.
    double missedBy(const Mistakes& mistakes, const std::vector<ShownExpected>& pairs) const;

    /// Standard deviation of the specimen's factor.
    double spread() const { return m_spread; }
    /// How far a reading may lie from the usual one: codes, pulses or told steps.
    double codes() const { return m_codes; }
    /// What one of them changes in the channel's unit, near a value.
    double codeWorth(double expected) const;

private:
    std::vector<double> factorsFor(const std::vector<ShownExpected>& pairs) const;
    bool isWithin(const Mistakes& mistakes, const ShownExpected& pair) const;
    double probability(const Mistakes& mistakes, const ShownExpected& pair, double factor) const;

    PlainChannel m_channel;
    Converter m_converter;
    Scaling m_scaling;
    double m_spread = 0;
    double m_codes = 1;
};

} // namespace fern
