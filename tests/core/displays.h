#pragma once
// Displays of the catalogue for the tests.

#include "parts/catalogue.h"

namespace fern::test {

/// An address of displays on an I²C bus.
constexpr int glassAddress = 0x3C;

inline DisplaySpec displayOf(std::string_view id)
{
    return *findInCatalogue(id)->part.display;
}

/// Every display of the catalogue.
inline std::vector<DisplaySpec> everyDisplay()
{
    std::vector<DisplaySpec> displays;
    for (const auto& entry : catalogue())
        if (entry.part.display)
            displays.push_back(*entry.part.display);
    return displays;
}

} // namespace fern::test
