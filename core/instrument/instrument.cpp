#include "instrument/instrument.h"

#include <algorithm>

namespace fern {

namespace {

template <class T> bool sameValues(const SharedList<T>& a, const SharedList<T>& b)
{
    return std::equal(a.begin(), a.end(), b.begin(), b.end(),
        [](const auto& x, const auto& y) { return x == y || *x == *y; });
}

} // namespace

bool Instrument::operator==(const Instrument& other) const
{
    return name == other.name && wish == other.wish && sameValues(parts, other.parts)
        && sameValues(devices, other.devices) && sameValues(channels, other.channels)
        && sameValues(readers, other.readers) && sameValues(displays, other.displays)
        && sameValues(pages, other.pages) && timing == other.timing
        && sameValues(scenarios, other.scenarios) && sameValues(settings, other.settings)
        && sameValues(outputs, other.outputs) && sameValues(captures, other.captures)
        && sameValues(decisions, other.decisions) && sameValues(prices, other.prices)
        && extras == other.extras;
}

} // namespace fern
